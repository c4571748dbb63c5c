/** The events that doc comments and type maps declare. */

import type { ContractEvent, ContractNote, TypeInfo } from '../../contract/types.js';
import type { Layer } from '../classes/layers.js';
import type { Found, Module, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import type { Doc } from '../types/docs.js';
import { commentsWithin, docOf, docOfClass, namedTag, parseDoc } from '../types/docs.js';
import { NO_TYPE, typeOf, typeOfText } from '../types/types.js';
import type { DeclaredApart, EventTypes } from './evidence.js';
import { placeIn } from './evidence.js';

/** The flags browsers dispatch these events with themselves (UI Events, HTML, DOM), for those only declared in words. */
const PLATFORM_FLAGS: Record<string, Partial<Flags>> = {
  click: { bubbles: true, composed: true, cancelable: true },
  input: { bubbles: true, composed: true },
  change: { bubbles: true },
  beforeinput: { bubbles: true, composed: true, cancelable: true },
  submit: { bubbles: true, cancelable: true },
  reset: { bubbles: true, cancelable: true },
  select: { bubbles: true },
  focusin: { bubbles: true, composed: true },
  focusout: { bubbles: true, composed: true },
  focus: { composed: true },
  blur: { composed: true },
  slotchange: { bubbles: true },
};

/** Events of keyboards, pointers and the clipboard, which browsers dispatch with all flags on (UI Events, Pointer Events). */
const OF_DEVICES =
  'keydown keyup keypress copy cut paste dragstart wheel mousedown mouseup mousemove mouseover mouseout dblclick auxclick contextmenu pointerdown pointerup pointermove pointerover pointerout';

/** The flags of events that browsers dispatch of devices, and of elements' states. */
const MORE_FLAGS: Record<string, Partial<Flags>> = {
  ...Object.fromEntries(
    OF_DEVICES.split(' ').map((name) => [name, { bubbles: true, composed: true, cancelable: true }]),
  ),
  pointercancel: { bubbles: true, composed: true },
  invalid: { cancelable: true },
  beforetoggle: { cancelable: true },
};

/** An event that the component offers by declaration: what is not said of it is as CustomEvent has it. */
export function offeredEvent(name: string, at: string, said: Partial<ContractEvent> = {}): ContractEvent {
  return {
    name,
    detail: NO_TYPE,
    eventType: 'CustomEvent',
    bubbles: false,
    composed: false,
    cancelable: false,
    origin: 'element',
    declared: true,
    dispatched: true,
    ...said,
    at,
  };
}

/** The flags of an event that browsers dispatch themselves; none of any other. */
export function platformFlags(name: string): Partial<Flags> {
  for (const flags of [PLATFORM_FLAGS, MORE_FLAGS]) if (Object.hasOwn(flags, name)) return flags[name] ?? {};
  return {};
}

/** Is it an event that browsers dispatch on controls themselves? */
export function isPlatformEvent(name: string): boolean {
  return Object.hasOwn(PLATFORM_FLAGS, name);
}

/**
 * Do browsers dispatch an event so that it reaches the element? What is composed does, from anything inside; a control of
 * forms gets `invalid` itself.
 */
export function comesOut(name: string, isControl: boolean): boolean {
  return platformFlags(name).composed === true || (isControl && name === 'invalid');
}

/** What is to be said of an event that is declared and not sent, or sent and not declared. */
export function noteOfEvent({ name, declared, at }: ContractEvent): ContractNote {
  const said = declared
    ? {
        code: 'event-never-dispatched',
        message: `${name}: declared, but no code that dispatches it was found.`,
      }
    : { code: 'event-not-declared', message: `${name}: dispatched, but no doc comment or type declares it.` };
  return { ...said, ...(at ? { at } : {}) };
}

/** `Pier#dock`, `module:piers~Pier#event:dock`: how doc comments name events of a class (JSDoc, namepaths). */
const NAMEPATH = /^([\w.:~/-]{0,200})#(?:event:)?([^\s#]+)$/;

/** The events that the doc comment of a class declares with `@fires` or `@event`. */
export function declaredEvents(doc: Doc, module: Module, graph: ModuleGraph): ContractEvent[] {
  return doc.tags
    .filter((tag) => EVENT_TAGS.includes(tag.tag))
    .flatMap((tag) => {
      const { name: written, description } = namedTag(tag);
      if (!written) return [];
      // Some put the name in quotes.
      const text = /^(["'`])(.+)\1$/.exec(written)?.[2] ?? written;
      const [, holder = '', name = text] = NAMEPATH.exec(text) ?? [];
      const said = typeFromDoc(tag.type ?? /^\w*Event$/.exec(holder)?.[0] ?? null, module, graph);
      return [
        {
          name,
          ...said,
          bubbles: false,
          composed: false,
          cancelable: false,
          ...platformFlags(name),
          ...flagsInWords(description ?? ''),
          origin: 'element' as const,
          declared: true,
          dispatched: false,
          ...(description ? { description } : {}),
          at: placeIn(module, tag),
        },
      ];
    });
}

function typeFromDoc(
  type: string | null,
  module: Module,
  graph: ModuleGraph,
): { detail: TypeInfo; eventType: string } {
  if (!type) return { detail: NO_TYPE, eventType: 'CustomEvent' };
  const detail = detailWritten(type);
  if (detail !== null) return { detail: typeOfText(detail, module, graph), eventType: 'CustomEvent' };
  if (/^\w*Event$/.test(type)) {
    const found = graph.find(type, module);
    const plain = { detail: type === 'CustomEvent' ? NO_TYPE : NO_DETAIL, eventType: type };
    return (found && eventAbove(found, graph, 1)) ?? plain;
  }
  return { detail: typeOfText(type, module, graph), eventType: 'CustomEvent' };
}

/** `T` of the text `CustomEvent<T>`; null for any other. */
export function detailWritten(type: string): string | null {
  return /^CustomEvent\s*<([\s\S]+)>$/.exec(type)?.[1] ?? null;
}

function flagsInWords(words: string): Partial<Flags> {
  return {
    ...(/\bbubbles\b/i.test(words) ? { bubbles: !/\b(not|never) bubbles?\b/i.test(words) } : {}),
    ...(/\bcomposed\b/i.test(words) ? { composed: !/\bnot composed\b/i.test(words) } : {}),
    ...(/\bcancell?able\b/i.test(words) ? { cancelable: !/\bnot cancell?able\b/i.test(words) } : {}),
  };
}

const MAP_TYPES = new WeakMap<Module, EventTypes>();

/** The event types that interfaces named `...EventMap` give by event name, in a module and its global blocks. */
export function eventMapTypes(module: Module, graph: ModuleGraph): EventTypes {
  const known = MAP_TYPES.get(module);
  if (known) return known;
  const types: EventTypes = new Map();
  MAP_TYPES.set(module, types);
  if (!module.source.includes('EventMap')) return types;
  walk(module.program, (node) => {
    if (node.type !== 'TSInterfaceDeclaration' || !node.id.name.endsWith('EventMap')) {
      return node.type === 'Program' || node.type.startsWith('Export') || node.type.startsWith('TSModule');
    }
    for (const member of node.body.body) {
      if (member.type !== 'TSPropertySignature' || !member.typeAnnotation) continue;
      const name =
        member.key.type === 'Literal'
          ? String(member.key.value)
          : member.key.type === 'Identifier'
            ? member.key.name
            : null;
      const said = eventSaid(member.typeAnnotation.typeAnnotation, module, graph);
      if (name === null || !said) continue;
      const { description } = docOf(member, module);
      types.set(name, { ...(description ? { description } : {}), ...said });
    }
    return false;
  });
  return types;
}

type SaidOfEvent = Pick<ContractEvent, 'detail' | 'eventType'>;

/** The class and the detail of an event by its type, through aliases, what an interface extends, and classes above. */
export function eventSaid(
  type: Ast.TSType,
  module: Module,
  graph: ModuleGraph,
  depth = 0,
): SaidOfEvent | null {
  if (type.type === 'TSParenthesizedType') return eventSaid(type.typeAnnotation, module, graph, depth);
  if (type.type === 'TSIntersectionType')
    return first(type.types, (one) => eventSaid(one, module, graph, depth));
  if (type.type !== 'TSTypeReference' || type.typeName.type !== 'Identifier') return null;
  const { name } = type.typeName;
  const [argument] = type.typeArguments?.params ?? [];
  const found = depth < DEEPEST ? graph.find(name, module) : null;
  const above = found && eventAbove(found, graph, depth + 1);
  // What only has the name of a parameter there is what it is given here.
  if (above && (!argument || above.detail.schema)) return above;
  if (argument) return { eventType: above?.eventType ?? name, detail: typeOf(argument, module, graph) };
  return { eventType: name, detail: name === 'CustomEvent' ? NO_TYPE : NO_DETAIL };
}

const DEEPEST = 6;

/** What a declaration makes of another event. A class of its own keeps its name. */
function eventAbove(
  { declaration, module, name }: Found,
  graph: ModuleGraph,
  depth: number,
): SaidOfEvent | null {
  if (declaration.kind === 'class') {
    const { superClass, superTypeArguments } = declaration.node;
    const [argument] = superTypeArguments?.params ?? [];
    if (superClass?.type !== 'Identifier') return null;
    if (argument) return { eventType: name, detail: typeOf(argument, module, graph) };
    const found = depth < DEEPEST ? graph.find(superClass.name, module) : null;
    const above = found && eventAbove(found, graph, depth + 1);
    return {
      eventType: name,
      detail: above?.detail ?? (superClass.name === 'CustomEvent' ? NO_TYPE : NO_DETAIL),
    };
  }
  const node = module.types.get(name);
  if (!node) return null;
  if (node.type === 'TSTypeAliasDeclaration') return eventSaid(node.typeAnnotation, module, graph, depth);
  return first(node.extends, ({ expression, typeArguments, start, end }) =>
    expression.type === 'Identifier'
      ? eventSaid(
          { type: 'TSTypeReference', typeName: expression, typeArguments, start, end } as Ast.TSType,
          module,
          graph,
          depth,
        )
      : null,
  );
}

/** The first thing that is made of one of a list. */
function first<T, R>(list: readonly T[], make: (one: T) => R | null): R | null {
  for (const one of list) {
    const made = make(one);
    if (made !== null) return made;
  }
  return null;
}

/**
 * Doc comment of a class: on the class itself, or on the declaration it is the value of, with what the type
 * declarations beside it say, and the events that comments inside the class declare.
 */
export function classDoc(layer: Layer, declared: DeclaredApart | null): Doc {
  const own = docOfClass(layer.node, layer.module);
  const beside = declared?.node ? docOf(declared.node, declared.module) : null;
  const inside = tagsInside(layer, own);
  const said = new Set(own.tags.map((tag) => `${tag.tag} ${tag.text}`));
  return {
    description: own.description || beside?.description || '',
    tags: [
      ...own.tags,
      ...(beside?.tags ?? [])
        .filter((tag) => !said.has(`${tag.tag} ${tag.text}`))
        .map((tag) => ({ ...tag, start: layer.node.start })),
      ...inside,
    ],
  };
}

/** Tags that comments inside the class body hold for it as a whole. */
function tagsInside({ module, node }: Layer, own: Doc): Doc['tags'] {
  const said = new Set(own.tags.map((tag) => tag.start));
  return commentsWithin(module, node.body)
    .filter((one) => one.type === 'Block')
    .filter((one) => /@(?:fires|event|emits)\b/.test(one.value))
    .flatMap((one) => {
      const doc = parseDoc(one.value.replace(/^\*/, ''), one.start);
      return doc.tags
        .filter((tag) => EVENT_TAGS.includes(tag.tag) && !said.has(tag.start))
        .map((tag) =>
          doc.description && !/\s/.test(tag.text)
            ? { ...tag, text: `${tag.text} - ${doc.description}` }
            : tag,
        );
    });
}

const EVENT_TAGS = ['fires', 'event', 'emits'];

export type Flags = Pick<ContractEvent, 'bubbles' | 'composed' | 'cancelable'>;

/** No detail: what an event of a class without one carries. */
export const NO_DETAIL: TypeInfo = { text: 'null', schema: { type: 'null' } };
