/**
 * Elements as component compilers leave them: a class handed to a call together with a table of its members,
 * `proxy(TheClass, [flags, "a-b", { name: [flags, "attribute"] }])`, and emitters made in the constructor,
 * `this.pick = makeEvent(this, "pick", flags)`.
 */

import { isElementName } from '../../contract/tags.js';
import type { AttributeReader, ContractEvent } from '../../contract/types.js';
import { namesOfClass } from '../classes/class-names.js';
import type { Layer } from '../classes/layers.js';
import type { Flags } from '../evidence/declared-events.js';
import { offeredEvent } from '../evidence/declared-events.js';
import type {
  AttributeSeen,
  Dialect,
  LayerContext,
  MethodEvidence,
  PropertyEvidence,
} from '../evidence/evidence.js';
import { placeIn } from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject } from '../folding/folded.js';
import type { Callable } from '../folding/functions.js';
import { constructorOf, originalName, returned } from '../folding/functions.js';
import { calledWith } from '../folding/scopes.js';
import type { Module } from '../modules/modules.js';
import { callsGiven } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { entryOf, isNothing } from '../syntax/tree.js';
import { isInnerName } from '../types/docs.js';
import { keyword, NO_TYPE } from '../types/types.js';
import { EVERY_FLAG, MAKER } from './event-fields.js';

/** What the number beside a member says, bit by bit. */
const BITS = { string: 1, number: 2, boolean: 4, any: 8, unknown: 16, state: 32, method: 64, reflects: 512 };
/** How the attribute of a member is read; the first that applies. */
const READERS: [bit: number, reader: AttributeReader][] = [
  [BITS.boolean, 'boolean'],
  [BITS.number, 'number'],
  [BITS.string, 'string'],
  [BITS.any, 'custom'],
];
/** What the number of a whole element says. */
const ELEMENT_BITS = { openRoot: 1, delegatesFocus: 16, formAssociated: 64 };
/** What the number beside an event says. */
const EVENT_BITS = { cancelable: 1, composed: 2, bubbles: 4 };

export const compiled: Dialect = {
  name: 'compiled',
  read(context) {
    const table = context.layer.members ?? tableBeside(context);
    const events = emittersOf(context, table !== null);
    if (!table) return { events };
    const members = fold(table.node, table.scope);
    const runtime = runtimeFor(table.flags, runtimeOf(context));
    const at =
      table.node === EMPTY ? context.at(context.layer.node) : placeIn(table.scope.module, table.node);
    const properties: PropertyEvidence[] = [];
    const methods: MethodEvidence[] = [];
    const entries = isFoldedObject(members) ? [...members.object] : [];
    const isInner = innerNamesIn(entries);
    for (const [name, entry] of entries) {
      const read = readMember(name, entry, { runtime, isInner: isInner(name), at });
      if (read && 'text' in read) methods.push(read);
      else if (read) properties.push(read);
    }
    const known = new Set([...properties, ...methods].map((one) => one.name));
    const attributes = table.watched
      // A page of HTML has no attribute with capital letters.
      .filter((name) => name === name.toLowerCase())
      .map(
        (name): AttributeSeen => ({
          name,
          observed: true,
          ...(known.has(name) ? { watched: true } : {}),
          at,
        }),
      );
    const root = table.flags & ELEMENT_BITS.openRoot ? 'open' : 'none';
    const delegatesFocus = (table.flags & ELEMENT_BITS.delegatesFocus) > 0;
    return { properties, methods, attributes, events, whole: true, root, delegatesFocus };
  },
};

/** What the run-time code that the package holds makes of members. */
interface Runtime {
  /** Members of an unknown type have an attribute, too: by which bits it picks the members to observe. */
  opensUnknown: boolean;
  /** The text "false" of a flag reads as false. */
  readsFalse: boolean;
  /** Not so where an element takes part in forms: any text is on, as it is for the platform's own. */
  formsReadAny: boolean;
  /** The text of an attribute is read as a flag before that, in forms as well. */
  readsFlagsFirst: boolean;
  /** Values that were set before the class was defined are taken over. */
  adopts: boolean;
}

const SIGNS: Record<keyof Runtime, RegExp> = {
  opensUnknown: /observedAttributes[\s\S]{0,300}?(?:\b31\s*&|&\s*31\b)/,
  readsFalse:
    /(?:(["'])false\1\s?!==?\s?\w{1,60}\)?\s?&&|===?\s?(["'])false\2\s?\?[^:]{0,10}:)\s?\(?[^)]{0,24}\|\|\s?!!/,
  formsReadAny:
    /\w\s?&&\s?(?:typeof\s\w{1,60}\s?===?\s?(["'])string\1|(["'])string\2\s?===?\s?typeof\s\w{1,60})[\s\S]{0,160}?["']false["']/,
  readsFlagsFirst:
    /null\s?[!=]==?\s?(\w{1,60})\s?(?:&&|\|\|)\s?["']false["']\s?[!=]==?\s?\1|(\w{1,60})\s?[!=]==?\s?null\s?(?:&&|\|\|)\s?\2\s?[!=]==?\s?["']false["']/,
  adopts: /hasOwnProperty[^;]{0,80}?\b(\w{1,60})\s?=\s?(\w{1,60})\[(\w{1,60})\];?\s{0,99}delete \2\[\3\]/,
};

function runtimeOf(context: LayerContext): Runtime {
  const { layer, graph } = context;
  const { module } = layer.members?.scope ?? layer;
  const callees = tableCalls(layer).map((call) => callableOf(call.callee, context.scope)?.scope.module);
  // A table that stands apart is handed to what its module imports.
  const imported = layer.members ? module.staticSpecifiers.map((one) => graph.resolve(one, module)) : [];
  const signs = [...callees, ...imported].flatMap((one) => (one ? [signsIn(one)] : []));
  // One that is another package's may not be there: every copy that was measured reads "false" as false.
  return runtimeWhere(
    (sign) => signs.some((one) => one[sign]) || (signs.length === 0 && sign === 'readsFalse'),
  );
}

/** What the run-time code makes of the members of one element. */
function runtimeFor(flags: number, runtime: Runtime): Runtime {
  const takesPart = (flags & ELEMENT_BITS.formAssociated) > 0;
  const readsAny = takesPart && runtime.formsReadAny && !runtime.readsFlagsFirst;
  return readsAny ? { ...runtime, readsFalse: false } : runtime;
}

function runtimeWhere(holds: (sign: keyof Runtime) => boolean): Runtime {
  const signs = Object.keys(SIGNS) as (keyof Runtime)[];
  return Object.fromEntries(signs.map((sign) => [sign, holds(sign)])) as Record<keyof Runtime, boolean>;
}

const KNOWN = new WeakMap<Module, Runtime>();

function signsIn(module: Module): Runtime {
  const found = KNOWN.get(module) ?? runtimeWhere((sign) => SIGNS[sign].test(module.source));
  KNOWN.set(module, found);
  return found;
}

/** The calls that a class is handed to. */
function tableCalls(layer: Layer): readonly Ast.CallExpression[] {
  const { program } = layer.module;
  return [
    ...callsGiven(layer.node, program),
    ...namesOfClass(layer).flatMap((name) => callsGiven(name, program)),
  ];
}

/** The member table in the call that the class is handed to. */
function tableBeside(context: LayerContext): Layer['members'] | null {
  for (const call of tableCalls(context.layer)) {
    for (const argument of call.arguments) {
      const table = memberTableIn(argument);
      if (table) return { node: table.members, scope: context.scope, ...table };
    }
  }
  return null;
}

/** Stands for the table of an element without members. */
const EMPTY = {
  type: 'ObjectExpression',
  properties: [],
  start: 0,
  end: 0,
} as unknown as Ast.ObjectExpression;

interface MemberTable {
  tag: string;
  members: Ast.ObjectExpression;
  /** Names whose changes the element is told of. */
  watched: string[];
  /** What its number says of the element. */
  flags: number;
}

/**
 * `[flags, "a-b", { members }, [listeners], states, { watched }]`, where an element without members has nothing for
 * them, or `[flags, "a-b"]` alone; null for anything else.
 */
export function memberTableIn(node: Ast.Node): MemberTable | null {
  if (node.type !== 'ArrayExpression') return null;
  const [flags, tag, members, ...others] = node.elements;
  if (flags?.type !== 'Literal' || typeof flags.value !== 'number') return null;
  if (tag?.type !== 'Literal' || typeof tag.value !== 'string') return null;
  const table = (!members || isNothing(members)) && isElementName(tag.value) ? EMPTY : members;
  if (table?.type !== 'ObjectExpression') return null;
  const watched = others.flatMap((one) =>
    one?.type === 'ObjectExpression' ? one.properties.flatMap((entry) => plainKey(entry)) : [],
  );
  return { tag: tag.value, members: table, watched, flags: flags.value };
}

function plainKey(entry: Ast.ObjectPropertyKind): string[] {
  if (entry.type !== 'Property' || entry.computed) return [];
  if (entry.key.type === 'Identifier') return [entry.key.name];
  return entry.key.type === 'Literal' ? [String(entry.key.value)] : [];
}

/**
 * Which names of a table are nobody else's business. Where most of the properties that it gives to users begin with an
 * underscore, that is how their author writes what is offered.
 */
function innerNamesIn(entries: readonly [string, Folded][]): (name: string) => boolean {
  const offered = entries.filter(([, entry]) => {
    const flags = flagsOf(entry);
    return flags !== null && (flags & (BITS.method | BITS.state)) === 0;
  });
  const marked = offered.filter(([name]) => name.startsWith('_'));
  return 2 * marked.length > offered.length ? (name) => name.startsWith('$') : isInnerName;
}

function flagsOf(entry: Folded): number | null {
  const [flags] = Array.isArray(entry) ? entry : [entry];
  return typeof flags === 'number' ? flags : null;
}

function readMember(
  name: string,
  entry: Folded,
  { runtime, isInner, at }: { runtime: Runtime; isInner: boolean; at: string },
): PropertyEvidence | MethodEvidence | null {
  const flags = flagsOf(entry);
  if (flags === null) return null;
  const given = Array.isArray(entry) ? entry[1] : undefined;
  if (flags & BITS.method) {
    return {
      name,
      text: `${name}(...args: unknown[]): Promise<unknown>`,
      internal: isInner,
      words: { at },
    };
  }
  // A name with capital letters, which nobody wrote an attribute's name for, is never one in a page of HTML.
  const mayOpen = runtime.opensUnknown && (given !== undefined || name === name.toLowerCase());
  const reads =
    READERS.find(([bit]) => (flags & bit) !== 0)?.[1] ??
    (mayOpen && (flags & BITS.unknown) !== 0 ? 'custom' : null);
  const isState = (flags & BITS.state) !== 0;
  return {
    name,
    origin: 'declared',
    type: reads && reads !== 'custom' ? keyword(reads as 'string' | 'number' | 'boolean') : NO_TYPE,
    attribute: reads
      ? {
          // The compiler writes the attribute's name where it is another one.
          name: typeof given === 'string' && given !== '' ? given : name,
          reads,
          reflects: (flags & BITS.reflects) !== 0,
          ...(reads === 'boolean' && runtime.readsFalse ? { falseTexts: ['false'] } : {}),
        }
      : false,
    ...(runtime.adopts ? { adopted: true as const } : {}),
    internal: isState || isInner,
    state: isState,
    writable: true,
    words: { at },
  };
}

/** `this.name = makeEvent(this, "event", 7)`, or without the number where all events of a package are alike. */
function emittersOf(context: LayerContext, isCompiled: boolean): ContractEvent[] {
  const body = constructorOf(context.layer.node)?.body;
  if (!body) return [];
  const events: ContractEvent[] = [];
  walk(body, (given) => {
    const node = given.type === 'AssignmentExpression' ? given.right : null;
    if (node?.type !== 'CallExpression') return true;
    const [host, name] = node.arguments;
    if (host?.type !== 'ThisExpression' || name?.type !== 'Literal' || typeof name.value !== 'string')
      return true;
    const flags = flagsMade(node, context, isCompiled);
    if (flags) events.push(offeredEvent(name.value, context.at(node), flags));
    return true;
  });
  return events;
}

/** The flags of the events that a call makes an emitter for; null where it makes none. */
function flagsMade(node: Ast.CallExpression, context: LayerContext, isCompiled: boolean): Flags | null {
  const [, , number, ...others] = node.arguments;
  if (number?.type === 'Literal' && typeof number.value === 'number') {
    const bits = number.value;
    const has = (bit: number) => (bits & bit) !== 0;
    return {
      bubbles: has(EVENT_BITS.bubbles),
      composed: has(EVENT_BITS.composed),
      cancelable: has(EVENT_BITS.cancelable),
    };
  }
  if (number || others.length > 0) return null;
  const made = callableOf(node.callee, context.scope);
  // A runtime that is another package's may not be there to be read; with it all flags are on unless a number says so.
  if (!made) return isCompiled && MAKER.test(originalName(node, context.scope)) ? EVERY_FLAG : null;
  const result = returned(made.node);
  if (result?.type !== 'ObjectExpression' || !entryOf(result, 'emit')) return null;
  const scope = { ...made.scope, bindings: calledWith(made, node.arguments, context.scope) };
  const is = (flag: keyof Flags) => entriesNamed(flag, made).some((value) => fold(value, scope) === true);
  return { bubbles: is('bubbles'), composed: is('composed'), cancelable: is('cancelable') };
}

/** What a function gives a member of this name in the objects that it writes. */
function entriesNamed(name: string, { node }: Callable): Ast.Node[] {
  const found: Ast.Node[] = [];
  walk(node, (inner) => {
    if (inner.type === 'Property' && inner.key.type === 'Identifier' && inner.key.name === name)
      found.push(inner.value);
    return true;
  });
  return found;
}
