/** Joins the evidence of all classes of a chain into one component of the contract. Conflicts become notes. */

import type {
  Component,
  ContractEvent,
  ContractMethod,
  ContractNamed,
  ContractNote,
  ContractProperty,
} from '../contract/types.js';
import { exportNameOfClass, inheritedFrom, shownNameOf } from './classes/class-names.js';
import type { ClassChain, Layer } from './classes/layers.js';
import { adoptedIn } from './evidence/adopting.js';
import { comesOut, noteOfEvent } from './evidence/declared-events.js';
import type { MethodEvidence } from './evidence/evidence.js';
import { placeIn } from './evidence/evidence.js';
import { joinProperties, rank } from './evidence/join-properties.js';
import { withMemberTags } from './evidence/member-tags.js';
import { withTags } from './evidence/named-tags.js';
import { pairsOf } from './evidence/pairs.js';
import { askedIn, unobservedIn } from './evidence/unobserved.js';
import type { MarkupEvidence } from './markup/markup.js';
import type { Module, ModuleGraph } from './modules/modules.js';
import type { LayerRead } from './reading.js';
import { readLayer } from './reading.js';
import type { Registered } from './registering/registrations.js';
import { serverSigns } from './server.js';
import type { Doc } from './types/docs.js';
import { firstSentence, textOf, wordsOf } from './types/docs.js';
import { NO_TYPE } from './types/types.js';

/** The module by which users import a component, and the specifier they write. */
export interface Entrance {
  module: Module | null;
  specifier: string;
  /** False where the package exports no module that leads there. */
  isExported: boolean;
  /** What of it has to be called, where importing it does not register the component. */
  call: string | null;
}

/**
 * The component that a registration makes, from its class chain. The names of properties that its elements have and that
 * are not for users are added to `inner`.
 */
export function assemble(
  registered: Registered,
  chain: ClassChain,
  graph: ModuleGraph,
  entrance: Entrance,
  inner?: Set<string>,
): Component {
  const layers = [...chain.layers].reverse();
  const evidence = layers.map((layer) => ({ ...readLayer(layer, chain, graph, registered.tag), layer }));
  const notes: ContractNote[] = evidence
    .filter(({ layer }) => layer.own)
    .flatMap(({ found }) => found.flatMap((one) => one.notes ?? []));
  if (chain.lost) {
    notes.push({
      code: 'base-class-unknown',
      message:
        'The class chain leads to code that could not be read; what that code adds is missing here, and its root is taken to be open.',
      at: placeIn(chain.lost.module, chain.lost.node),
    });
  }
  if (!entrance.isExported) {
    notes.push({
      code: 'module-not-exported',
      message: `The package exports no module that leads to ${entrance.specifier}: importing it fails, and whoever uses the tag has to bring it in another way.`,
    });
  }
  // What a decorator makes of a class goes by that class's name.
  const own = chain.layers.find((one) => one.node === registered.decorated) ?? chain.layers[0];
  const doc: Doc = evidence.find(({ layer }) => layer === own)?.doc ?? { description: '', tags: [] };
  const methods = joinMethods(evidence, own);
  const methodNames = new Set(methods.map((one) => one.name));
  const adopting = adoptedIn(chain.layers);
  const documented = evidence.filter(({ layer }) => layer.own || layer === own);
  const said = documented.map(({ doc, layer }) => ({
    doc,
    module: layer.module,
    inherited: layer === own ? {} : inheritedFrom(layer),
  }));
  const {
    declared,
    inner: leftOut,
    untold,
    ...members
  } = joinProperties(evidence, own, adopting, methodNames);
  for (const name of leftOut) inner?.add(name);
  for (const [name, at] of untold)
    notes.push({
      code: 'attribute-never-told',
      message: `${name}: is observed under a name with capital letters, which no attribute of a page of HTML has.`,
      at,
    });
  const { properties: offered, attributes } = withMemberTags(members, documented, graph);
  const properties = chain.lost ? offered.map(withoutField) : offered;
  const events = joinEvents(evidence, own, registered.tag, graph, notes);
  const markup = joinMarkup(evidence);
  addSlots(
    markup,
    evidence.flatMap(({ found }) => found.flatMap((one) => one.slots ?? [])),
  );
  const flat = evidence.flatMap(({ found }) => found);
  const words = wordsOf(doc);
  const summary = textOf(doc, 'summary') ?? firstSentence(words.description);
  const root = flat.findLast((one) => one.root !== undefined)?.root ?? (chain.lost ? 'open' : 'none');
  return {
    tag: registered.tag,
    className: own ? shownNameOf(own) : null,
    module: entrance.specifier,
    exportName: own && entrance.module ? exportNameOfClass(own, entrance.module, graph) : null,
    ...(entrance.isExported ? {} : { unexported: true as const }),
    registers: registered.registers,
    ...(entrance.call === null ? {} : { registeredBy: entrance.call }),
    root,
    extendsTag: registered.extendsTag,
    formAssociated: flat.some((one) => one.formAssociated),
    delegatesFocus: flat.some((one) => one.delegatesFocus),
    server: serverSigns(chain, registered, root, graph),
    ...(summary ? { summary } : {}),
    ...(words.description ? { description: words.description } : {}),
    ...(words.deprecated ? { deprecated: words.deprecated } : {}),
    at: placeIn(registered.module, registered.place),
    properties,
    attributes,
    ...askedIn(flat),
    ...unobservedIn(flat, markup.styledAttributes, { properties, attributes }),
    events,
    methods: methods.filter((one) => !declared.has(one.name) && !isTold(one.name, declared)),
    slots: withTags(markup.slots, said, ['slot']),
    ...(markup.slotPatterns.length > 0 ? { slotPatterns: markup.slotPatterns.map((one) => one.name) } : {}),
    cssParts: withTags(markup.cssParts, said, ['csspart', 'part']),
    cssProperties: withTags(markup.cssProperties, said, ['cssprop', 'cssproperty']),
    cssStates: withTags(markup.cssStates, said, ['cssstate']),
    pairs: pairsOf(properties, events),
    notes,
  };
}

/** Some ways of authoring call `levelChanged` when the property `level` changes: it is not for users. */
function isTold(method: string, declared: ReadonlySet<string>): boolean {
  return method.endsWith('Changed') && declared.has(method.slice(0, -'Changed'.length));
}

/** Code that could not be read may have an accessor for what a constructor sets. */
function withoutField({ field: _field, ...property }: ContractProperty): ContractProperty {
  return property;
}

type ReadOfLayer = LayerRead & { layer: Layer };

function joinMethods(evidence: ReadOfLayer[], own: Layer | undefined): ContractMethod[] {
  const foreign = new Set<string>();
  const methods = new Map<string, { method: MethodEvidence; layer: Layer }>();
  for (const { layer, found } of evidence) {
    for (const method of found.flatMap((one) => one.methods ?? [])) {
      if (!layer.own) foreign.add(method.name);
      else if (!method.internal && !foreign.has(method.name)) {
        // One that overrides another without a word does what is said of that.
        const { description, deprecated } = methods.get(method.name)?.method.words ?? {};
        const above = { ...(description ? { description } : {}), ...(deprecated ? { deprecated } : {}) };
        methods.set(method.name, { method: { ...method, words: { ...above, ...method.words } }, layer });
      } else methods.delete(method.name);
    }
  }
  return [...methods.values()].map(({ method, layer }) => ({
    name: method.name,
    text: method.text,
    ...method.words,
    ...(layer !== own ? inheritedFrom(layer) : {}),
  }));
}

/** The events of a component with the given tag. */
function joinEvents(
  evidence: ReadOfLayer[],
  own: Layer | undefined,
  tag: string,
  graph: ModuleGraph,
  notes: ContractNote[],
): ContractEvent[] {
  const events = new Map<string, ContractEvent>();
  const ofOthers = new Set<string>();
  for (const { layer, events: found, eventTypes } of evidence) {
    const inherited = layer === own ? {} : inheritedFrom(layer);
    for (const event of found) {
      const before = events.get(event.name);
      if (event.declared && before) events.set(event.name, joinDeclared(before, event));
      else if (!before?.dispatched || rank(event.detail) > rank(before.detail)) {
        events.set(event.name, { ...inherited, ...event });
        ofOthers[graph.isOwn(layer.module) ? 'delete' : 'add'](event.name);
      }
    }
    for (const [name, type] of eventTypes) {
      const event = events.get(name);
      if (event) events.set(name, { ...event, ...type, declared: true });
    }
  }
  for (const event of [...events.values()]) if (isInnerEvent(event, events, tag)) events.delete(event.name);
  for (const { found } of evidence)
    for (const name of found.flatMap((one) => one.innerEvents ?? [])) events.delete(name);
  const isControl = evidence.some(({ found }) => found.some((one) => one.formAssociated));
  for (const event of events.values()) {
    if (event.declared === event.dispatched) continue;
    // What another package's class sends is that one's to declare; what browsers send out of any element, nobody's to send.
    if (event.declared ? comesOut(event.name, isControl) : ofOthers.has(event.name)) continue;
    notes.push(noteOfEvent(event));
  }
  return [...events.values()];
}

/**
 * Events that are not for users: named so (`_press`, `ferry-_press`); or, where nobody declares it, one that goes out
 * once more under the prefix of the tag (`ferry-press` beside `press`).
 */
function isInnerEvent(
  event: ContractEvent,
  events: ReadonlyMap<string, ContractEvent>,
  tag: string,
): boolean {
  if (/(?:^|[-:])[_ɵ]/.test(event.name)) return true;
  if (event.declared) return false;
  const prefix = tag.slice(0, tag.indexOf('-') + 1);
  return event.name.startsWith(prefix) && events.get(event.name.slice(prefix.length))?.declared === true;
}

function joinDeclared(sent: ContractEvent, said: ContractEvent): ContractEvent {
  return {
    ...sent,
    detail: rank(said.detail) >= rank(sent.detail) && said.detail !== NO_TYPE ? said.detail : sent.detail,
    declared: true,
    ...(said.description ? { description: said.description } : {}),
  };
}

function joinMarkup(evidence: ReadOfLayer[]): MarkupEvidence {
  const all = evidence.flatMap(({ markup }) => (markup ? [markup] : []));
  const join = (key: keyof MarkupEvidence) => {
    const named = new Map<string, ContractNamed>();
    for (const markup of all)
      for (const one of markup[key]) if (!named.has(one.name)) named.set(one.name, one);
    return [...named.values()];
  };
  return {
    slots: join('slots'),
    cssParts: join('cssParts'),
    cssProperties: join('cssProperties'),
    cssStates: join('cssStates'),
    slotPatterns: join('slotPatterns'),
    styledAttributes: join('styledAttributes'),
  };
}

/** Adds slots that are declared beside those that markup shows. */
function addSlots(markup: MarkupEvidence, declared: readonly ContractNamed[]): void {
  for (const one of declared) {
    const known = markup.slots.find((slot) => slot.name === one.name);
    if (!known) markup.slots.push(one);
    else if (one.description) markup.slots[markup.slots.indexOf(known)] = { ...one, ...known };
  }
}
