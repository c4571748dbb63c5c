/**
 * Components of a framework that a function exports as elements: inputs are their properties, outputs their events.
 * Decorated members (`@Input() deck`), fields that a call makes (`deck = input(1)`, `picked = output<Pick>()`), and the
 * table that a compiler makes of both (`define({ inputs: { deck: [1, 'deck'] }, outputs: { picked: 'picked' } })`).
 * The function that exports them writes attributes with hyphens, and its events stay where they are sent.
 */

import type { AttributeReader, ContractEvent, TypeInfo } from '../../contract/types.js';
import { aboutClass } from '../classes/about.js';
import { decoratorsOf, memberDecorations } from '../classes/decorations.js';
import { COMPILED_COMPONENT } from '../classes/exported.js';
import { offeredEvent } from '../evidence/declared-events.js';
import type { Dialect, LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import { asString, isFoldedObject } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import { calledName, originalName, staticValue, unwrap } from '../folding/functions.js';
import { keyName } from '../folding/literals.js';
import type { TableEntry } from '../folding/tables.js';
import { tableEntries } from '../folding/tables.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
import { isInternal, wordsOf } from '../types/docs.js';
import { typeOf } from '../types/types.js';
import { typeOfValue } from '../types/values.js';
import { memberType } from './members.js';

/** One input or output, by the name of its member. */
interface Port {
  kind: 'input' | 'output' | 'model';
  member: string;
  /** The name that users know it by. */
  alias: string;
  /** The name of the function that makes a value of an attribute's text. */
  transform: string | null;
}

export const inputs: Dialect = {
  name: 'inputs',
  read(context) {
    const properties = new Map<string, PropertyEvidence>();
    const events = new Map<string, ContractEvent>();
    for (const port of [...decoratedPorts(context), ...madePorts(context), ...compiledPorts(context)]) {
      const { kind, member } = port;
      if (kind !== 'output' && !properties.has(member)) properties.set(member, propertyOf(port, context));
      const event = kind === 'input' ? null : eventOf(port, context);
      if (event && !events.has(event.name)) events.set(event.name, event);
    }
    return {
      properties: [...properties.values()],
      events: [...events.values()],
      root: isShadowed(context) ? 'open' : 'none',
    };
  },
};

/** Functions that the framework has for it. */
const READERS: ReadonlyMap<string, AttributeReader> = new Map([
  ['booleanAttribute', 'boolean'],
  ['numberAttribute', 'number'],
]);

function propertyOf({ member, alias, transform }: Port, context: LayerContext): PropertyEvidence {
  const node = memberNamed(member, context);
  const doc = node && context.doc(node);
  const type = node && typeOfInput(node, context);
  const reads = transform === null ? 'string' : (READERS.get(transform) ?? 'custom');
  return {
    name: member,
    origin: 'declared',
    ...(type ? { type } : {}),
    attribute: { name: hyphenated(alias), reads, reflects: false },
    internal: doc ? isInternal(doc) : false,
    writable: true,
    words: { ...(doc ? wordsOf(doc) : {}), at: context.at(node ?? context.layer.node) },
  };
}

/** As the function that exports them writes it, each capital apart: `configURL` as `config-u-r-l`. */
function hyphenated(name: string): string {
  return name.replaceAll(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
}

function eventOf({ kind, member, alias }: Port, context: LayerContext): ContractEvent {
  const node = memberNamed(member, context);
  const doc = node && context.doc(node);
  const given = node && givenType(node);
  const detail = given ? typeOf(given, context.layer.module, context.graph) : null;
  return offeredEvent(kind === 'model' ? `${alias}Change` : alias, context.at(node ?? context.layer.node), {
    bubbles: false,
    composed: false,
    ...(detail ? { detail } : {}),
    ...(doc ? wordsOf(doc) : {}),
  });
}

/** The type of an input: that of the member, or of the value that a call holds, by its argument. */
function typeOfInput(node: Ast.ClassElement, context: LayerContext): TypeInfo | undefined {
  const made = node.type === 'PropertyDefinition' && node.value ? portCall(node.value, context.scope) : null;
  if (!made) return memberType(node, context);
  const given = givenType(node);
  if (given) return typeOf(given, context.layer.module, context.graph);
  const [first] = made.isRequired ? [] : made.call.arguments;
  return first ? typeOfValue(first, context.scope) : undefined;
}

/** The type between the angle brackets of `new Emitter<Pick>()`, `output<Pick>()`, or of what the member is said to be. */
function givenType(node: Ast.ClassElement): Ast.TSType | null {
  if (node.type !== 'PropertyDefinition') return null;
  const value = node.value && unwrap(node.value);
  const isMade = value?.type === 'NewExpression' || value?.type === 'CallExpression';
  const written = isMade ? value.typeArguments?.params[0] : null;
  const said = node.typeAnnotation?.typeAnnotation;
  return written ?? (said?.type === 'TSTypeReference' ? (said.typeArguments?.params[0] ?? null) : null);
}

function memberNamed(name: string, { layer, scope }: LayerContext): Ast.ClassElement | null {
  const found = layer.node.body.body.find(
    (one) => 'key' in one && keyName(one.key, one.computed, (key) => fold(key, scope)) === name,
  );
  return found ?? null;
}

/** `@Input() deck`, `@Output('picked') pick`, also as compilers write them. */
function decoratedPorts(context: LayerContext): Port[] {
  const { layer, scope, graph } = context;
  const written = layer.node.body.body.flatMap((member) => {
    if (!('decorators' in member) || !('key' in member)) return [];
    const name = keyName(member.key, member.computed, (key) => fold(key, scope));
    const decorators = member.decorators.map((one) => one.expression as Ast.Node);
    return name === null ? [] : [{ name, decorators, scope }];
  });
  const compiled = aboutClass(layer, scope, graph).flatMap((about) =>
    memberDecorations(about).map((one) => ({ ...one, scope: about.scope })),
  );
  return [...written, ...compiled].flatMap(({ name, decorators, scope: inner }) =>
    decorators.flatMap((one): Port[] => {
      const node = unwrap(one);
      const kind = originalName(node, inner).toLowerCase();
      if (node.type !== 'CallExpression' || (kind !== 'input' && kind !== 'output')) return [];
      const [given] = node.arguments;
      return [portOf(kind, name, given, inner)];
    }),
  );
}

interface PortCall {
  kind: Port['kind'];
  call: Ast.CallExpression;
  isRequired: boolean;
}

/** `input(1)`, `input.required<string>()`, `model()`, `output<Pick>()` */
function portCall(expression: Ast.Node, scope: Scope): PortCall | null {
  const call = unwrap(expression);
  if (call.type !== 'CallExpression') return null;
  const callee = unwrap(call.callee);
  const isRequired =
    callee.type === 'MemberExpression' &&
    callee.property.type === 'Identifier' &&
    callee.property.name === 'required';
  const kind = originalName(isRequired ? callee.object : callee, scope);
  return kind === 'input' || kind === 'model' || kind === 'output' ? { kind, call, isRequired } : null;
}

function madePorts({ layer, scope }: LayerContext): Port[] {
  return layer.node.body.body.flatMap((member): Port[] => {
    if (member.type !== 'PropertyDefinition' || member.static || !member.value) return [];
    const name = keyName(member.key, member.computed, (key) => fold(key, scope));
    const made = portCall(member.value, scope);
    if (name === null || !made) return [];
    const options = made.call.arguments[made.isRequired || made.kind === 'output' ? 0 : 1];
    return [portOf(made.kind, name, options, scope)];
  });
}

/** What is said of an input or output: another name, in text or as `alias`, and a function that reads attributes. */
function portOf(kind: Port['kind'], member: string, options: Ast.Node | undefined, scope: Scope): Port {
  const value = options ? fold(options, scope) : null;
  const alias = isFoldedObject(value) ? (value.object.get('alias') ?? null) : value;
  const transform = options ? entryOf(unwrap(options), 'transform') : null;
  return {
    kind,
    member,
    alias: asString(alias) ?? member,
    transform: transform && originalName(transform, scope),
  };
}

/** The tables in `static member = define({ inputs: { ... }, outputs: { ... } })`. */
function compiledPorts(context: LayerContext): Port[] {
  return toldOf(context).flatMap(({ node, scope }) =>
    (['input', 'output'] as const).flatMap((kind) => {
      const table = entryOf(node, `${kind}s`);
      return table ? tableEntries(table, scope).map((entry) => compiledPort(kind, entry, scope)) : [];
    }),
  );
}

/** What a decorator of the class is given, and what a compiler makes of it: the argument of a call in a static member. */
function toldOf({ layer, scope, graph }: LayerContext): { node: Ast.Node; scope: Scope }[] {
  const statics = layer.node.body.body.flatMap((member) =>
    member.type === 'PropertyDefinition' && member.static && member.value
      ? [{ node: unwrap(member.value), scope }]
      : [],
  );
  const compiled = staticValue(layer.node, COMPILED_COMPONENT, layer.module);
  const apart = compiled ? [{ node: unwrap(compiled), scope }] : [];
  return [...decoratorsOf(layer, scope, graph), ...statics, ...apart].flatMap(({ node, scope: inner }) =>
    node.type === 'CallExpression' ? node.arguments.map((one) => ({ node: unwrap(one), scope: inner })) : [],
  );
}

/** An entry is the name for users, a list with it (after a number of flags), or an object that tells it. */
function compiledPort(kind: 'input' | 'output', { name, value, node }: TableEntry, scope: Scope): Port {
  const listed = Array.isArray(value) ? (value.find((one) => typeof one === 'string') ?? null) : value;
  const told = isFoldedObject(listed) ? (listed.object.get('publicName') ?? null) : listed;
  const list = unwrap(node.value);
  const last = list.type === 'ArrayExpression' ? list.elements.at(-1) : null;
  const isFunction = last?.type === 'Identifier' || last?.type === 'MemberExpression';
  return {
    kind,
    member: name,
    alias: asString(told) ?? name,
    transform: isFunction ? originalName(last, scope) : null,
  };
}

/** What `encapsulation` is where a component has a shadow root: a member of that name, for which compilers write a number. */
const SHADOWED = { member: 'ShadowDom', compiled: 3 };

function isShadowed(context: LayerContext): boolean {
  return toldOf(context).some(({ node, scope }) => {
    const kind = entryOf(node, 'encapsulation');
    return kind !== null && (calledName(kind) === SHADOWED.member || fold(kind, scope) === SHADOWED.compiled);
  });
}
