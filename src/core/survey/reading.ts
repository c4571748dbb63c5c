/** What is read from each class of a chain, once for all components that have it above them. */

import type { ContractEvent } from '../contract/types.js';
import { writtenKey } from './classes/classes.js';
import type { ClassChain, Layer } from './classes/layers.js';
import { makesProperties } from './classes/layers.js';
import { idleIn } from './classes/overriding.js';
import { reachOf } from './classes/reach.js';
import { DIALECTS, EXPORTED_DIALECTS } from './dialects/index.js';
import { rootGiven } from './dialects/observed.js';
import { dispatchedEvents } from './events/events.js';
import { classDoc, declaredEvents, eventMapTypes } from './evidence/declared-events.js';
import { withDeclarations } from './evidence/declared-members.js';
import type { EventTypes, LayerContext, LayerEvidence, PropertyEvidence } from './evidence/evidence.js';
import { contextOf } from './evidence/evidence.js';
import { classNamed } from './folding/class-named.js';
import type { MarkupEvidence } from './markup/markup.js';
import { markupIn } from './markup/markup.js';
import type { Module, ModuleGraph } from './modules/modules.js';
import { mayRegister, registrationsIn } from './registering/registrations.js';
import type { Ast } from './syntax/parse.js';
import type { Doc } from './types/docs.js';

export interface LayerRead extends Declared {
  events: ContractEvent[];
  markup: MarkupEvidence | null;
}

/** What a class declares, whichever component it is a layer of. */
interface Declared {
  found: LayerEvidence[];
  doc: Doc;
  eventTypes: EventTypes;
}

/**
 * What a class gives to the component that a chain is of: all that it declares, and what it sends and renders unless a
 * class below overrides that. Of a class outside the surveyed material the declared surface and the markup count: what
 * it renders, the element renders; its events are not looked for.
 */
export function readLayer(layer: Layer, chain: ClassChain, graph: ModuleGraph, tag: string): LayerRead {
  let known: LayerContext | undefined;
  const context = () => {
    known ??= contextOf(layer, chain, graph, { tag, asked: false });
    return known;
  };
  const declared = readDeclared(layer, context, tag);
  const idle = idleIn(layer, chain);
  const all = readEvents(declared, context, tag, []);
  // Most of what is overridden sends nothing: what was read for others serves this component as well.
  const lines = linesOf(idle.certain, layer.module);
  const isLess = lines.size > 0 && all.some(({ at }) => at !== undefined && lines.has(at));
  return {
    ...declared,
    events: isLess ? readEvents(declared, context, tag, idle.certain) : all,
    markup: layer.exported ? null : readMarkup(declared, layer, graph, idle.views),
  };
}

/**
 * A chain whose classes of other packages count like the material's own where they are elements in their own right: they
 * have attributes, or their package gives them a tag. What they offer, the element below offers. Others are the
 * machinery of a way of authoring.
 */
export function withElementsAbove(chain: ClassChain, graph: ModuleGraph, tag: string): ClassChain {
  const layers = chain.layers.map((layer) =>
    isElement(layer, chain, graph, tag) ? { ...layer, own: true } : layer,
  );
  return layers.every((layer, index) => layer === chain.layers[index]) ? chain : { ...chain, layers };
}

function isElement(layer: Layer, chain: ClassChain, graph: ModuleGraph, tag: string): boolean {
  if (layer.own || layer.built || makesProperties(layer.node)) return false;
  if (registeredClasses(layer.module, graph).has(layer.node)) return true;
  const { found } = readDeclared(layer, () => contextOf(layer, chain, graph, { tag, asked: false }), tag);
  return found.some(
    ({ attributes = [], properties = [] }) =>
      attributes.some((one) => one.observed) ||
      properties.some(
        (one) => one.origin === 'declared' && !one.internal && !one.state && one.attribute !== false,
      ),
  );
}

const REGISTERED = new WeakMap<Module, ReadonlySet<Ast.Node>>();

/** The classes that a module registers. */
function registeredClasses(module: Module, graph: ModuleGraph): ReadonlySet<Ast.Node> {
  const known = REGISTERED.get(module);
  if (known) return known;
  const registered = mayRegister(module.source) ? registrationsIn(module, graph).registered : [];
  const classes = new Set(registered.flatMap((one) => classNamed(one.node, one.scope)?.node ?? []));
  REGISTERED.set(module, classes);
  return classes;
}

const DECLARED = new WeakMap<Layer['node'], Map<string, Declared>>();

/** A mixin given other options makes another class, and a constructor given others may attach another root. */
function readDeclared(layer: Layer, contextOfLayer: () => LayerContext, tag: string): Declared {
  const { own, exported, made } = layer;
  const ways = [
    own ? 'own' : '',
    exported ? 'exported' : '',
    made ? `${made.scope.module.path}:${made.node.start}` : '',
    rootGiven(layer, contextOfLayer),
  ];
  const key = [writtenKey(layer), ...ways].join(' ');
  const known = knownIn(DECLARED, layer.node);
  const before = known.get(key) ?? known.get(`${key} ${tag}`);
  if (before) return before;
  const context = contextOfLayer();
  const doc = classDoc(layer, context.declared);
  const found = onlyWhole(
    withDeclarations(
      (exported ? EXPORTED_DIALECTS : DIALECTS).map((dialect) => dialect.read(context)),
      context,
    ),
    layer,
  );
  const eventTypes: EventTypes = new Map(
    own && !exported
      ? [...mapTypes(layer, context.graph), ...found.flatMap((one) => [...(one.eventTypes ?? [])])]
      : [],
  );
  const declared = { found, doc, eventTypes };
  known.set(isOfOne(context, sentIn(found), tag) ? `${key} ${tag}` : key, declared);
  return declared;
}

/** Where some evidence declares all that is for users, ordinary members only tell what declared ones hold at first. */
function onlyWhole(found: LayerEvidence[], { members }: Layer): LayerEvidence[] {
  if (!found.some((one) => one.whole)) return found;
  const ordinary = new Map<string, PropertyEvidence>();
  for (const { properties = [] } of found)
    for (const one of properties) if (one.origin === 'member') ordinary.set(one.name, one);
  const withHeld = ({ adopted, ...one }: PropertyEvidence): PropertyEvidence => {
    const member = ordinary.get(one.name);
    const initial = one.default ?? member?.default;
    return {
      ...one,
      ...(initial === undefined ? {} : { default: initial }),
      // What the constructor sets replaces what was set before there was a class; where a table of members stands apart,
      // it sets that of another object, which takes over what the element has.
      ...(adopted && (members || member?.made !== 'field') ? { adopted } : {}),
    };
  };
  return found.map((one) => ({
    ...one,
    ...(one.properties
      ? { properties: one.properties.filter((item) => item.origin === 'declared').map(withHeld) }
      : {}),
    ...(one.methods && !one.whole ? { methods: [] } : {}),
  }));
}

function mapTypes(layer: Layer, graph: ModuleGraph): EventTypes {
  const beside = graph.declarationsBeside(layer.module, 'EventMap');
  return new Map([...eventMapTypes(layer.module, graph), ...(beside ? eventMapTypes(beside, graph) : [])]);
}

const sentIn = (found: readonly LayerEvidence[]) => found.flatMap((one) => one.events ?? []);

const EVENTS = new WeakMap<Declared, Map<string, ContractEvent[]>>();

function readEvents(
  declared: Declared,
  contextOfLayer: () => LayerContext,
  tag: string,
  idle: readonly Ast.Node[],
): ContractEvent[] {
  const known = knownIn(EVENTS, declared);
  const key = keyOf(idle);
  const before = known.get(key) ?? known.get(`${key} ${tag}`);
  if (before) return before;
  const context = contextOfLayer();
  const { layer, graph } = context;
  const sent = sentIn(declared.found);
  const events =
    layer.own && !layer.exported
      ? [...sent, ...dispatchedEvents(context, idle), ...declaredEvents(declared.doc, layer.module, graph)]
      : sent;
  known.set(isOfOne(context, events, tag) ? `${key} ${tag}` : key, events);
  return events;
}

/**
 * Does what was read hold for the one component? Its class was asked for what it has of its own on the way, or its tag,
 * and events take their names from that.
 */
function isOfOne({ scope }: LayerContext, events: readonly ContractEvent[], tag: string): boolean {
  if (scope.element?.staticsAsked) return true;
  return scope.element?.asked === true && events.some(({ name }) => isNamedAfter(name, tag));
}

/**
 * May the name of an event come from the tag, with its prefix or without? Words that are only for the console ask for
 * the tag as well.
 */
function isNamedAfter(event: string, tag: string): boolean {
  const afterPrefix = tag.indexOf('-') + 1;
  return event.startsWith(tag.slice(0, afterPrefix)) || event.includes(tag.slice(afterPrefix));
}

const MARKUP = new WeakMap<Declared, Map<string, MarkupEvidence>>();

function readMarkup(declared: Declared, layer: Layer, graph: ModuleGraph, idle: readonly Ast.Node[]) {
  const known = knownIn(MARKUP, declared);
  const key = keyOf(idle);
  const before = known.get(key);
  if (before) return before;
  const markup = markupIn(reachOf(layer, graph, idle), graph);
  known.set(key, markup);
  return markup;
}

function knownIn<K extends object, V>(all: WeakMap<K, Map<string, V>>, key: K): Map<string, V> {
  const known = all.get(key) ?? new Map<string, V>();
  all.set(key, known);
  return known;
}

const keyOf = (nodes: readonly Ast.Node[]) => nodes.map((one) => one.start).join('/');

/** The lines on which nodes of a module stand, as places: `file:line`. */
function linesOf(nodes: readonly Ast.Node[], { label, lines }: Module): Set<string> {
  const places = new Set<string>();
  for (const { start, end } of nodes)
    for (let line = lines.line(start); line <= lines.line(end); line += 1) places.add(`${label}:${line}`);
  return places;
}
