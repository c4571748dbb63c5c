/** What code makes of attributes: accessors that read and write them, and how their text becomes a value. */

import type { AttributeReader, Sign } from '../../contract/types.js';
import type { AttributeSeen } from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { asString } from '../folding/folded.js';
import type { Callable, FunctionNode, Scope, Trial } from '../folding/functions.js';
import { calledName, isFunction, localDeclarations } from '../folding/functions.js';
import { runsOf } from '../folding/runs.js';
import { calledWith, parameterNames, withLocals } from '../folding/scopes.js';
import { calledBehind } from '../folding/written.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { isThis } from '../syntax/tree.js';
import { type Reading, readingBySamples, readingOf } from './converters.js';

/** How an expression over an attribute's text turns it into a value. */
export function readerOf(node: Ast.Node, valueName: string | null): AttributeReader {
  let reader: AttributeReader | null = null;
  walk(node, (inner) => {
    if (inner.type === 'CallExpression') reader ??= readerOfCall(inner);
    if (inner.type === 'UnaryExpression' && inner.operator === '+') reader ??= 'number';
    if (inner.type === 'BinaryExpression' && /^!==?$/.test(inner.operator) && isNull(inner.right))
      reader ??= 'boolean';
    return reader === null;
  });
  if (reader) return reader;
  if (node.type === 'Identifier') return node.name === valueName ? 'string' : 'custom';
  if (node.type === 'LogicalExpression') return readerOf(node.left, valueName);
  if (node.type === 'ConditionalExpression') return readerOf(node.alternate, valueName);
  return node.type === 'TSAsExpression' || node.type === 'TSNonNullExpression'
    ? readerOf(node.expression, valueName)
    : 'custom';
}

function readerOfCall(node: Ast.CallExpression): AttributeReader | null {
  const { callee } = node;
  if (callee.type === 'Identifier') {
    return GLOBAL_READERS.get(callee.name) ?? 'custom';
  }
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return null;
  const { name } = callee.property;
  if (name === 'parse') return 'json';
  if (name === 'parseInt' || name === 'parseFloat') return 'number';
  if (name === 'hasAttribute') return 'boolean';
  return name === 'getAttribute' ? null : 'custom';
}

function isNull(node: Ast.Node): boolean {
  return node.type === 'Literal' && node.value === null;
}

type At = (node: { start: number }) => string;

/** The methods of the element, by their names. */
type Methods = (name: Ast.IdentifierName | Ast.PrivateIdentifier) => Callable | null;

/** A getter or a setter, and where what it names is looked up. */
export interface Accessor {
  property: string;
  node: FunctionNode;
  scope: Scope;
  at: At;
  /** Missing where nothing is known of the class around. */
  methods?: Methods;
  /** Made for each of several names: for some of them, conditions in it do not hold. */
  isMade?: true;
  /** An element to try it out on, which has these texts in its attributes. */
  tried?: (texts: Trial['texts']) => { run(called: Callable): Folded };
}

/** `get name() { return this.getAttribute('name') }`: the attribute is where the value lives. */
export function readByGetter(getter: Accessor): AttributeSeen[] {
  const { property, node, at } = getter;
  const calls = callsOfAccessor(getter);
  const read = new Set(calls.flatMap((one) => (one.method === 'getAttribute' ? [one.name] : [])));
  return calls.flatMap(({ method, name, call, through }): AttributeSeen[] => {
    // Where the text is read as well, whether there is any is but asked before.
    const isPresence = method === 'hasAttribute' && !read.has(name);
    if (!isPresence && method !== 'getAttribute') return [];
    const made = () =>
      getterReader(node, calls, getter.scope) ?? (through && getterReader(through, [], null));
    const reading =
      readByTrial(getter, name) ??
      (isPresence ? { reads: 'boolean' as const } : (made() ?? { reads: 'string' as const }));
    return [{ name, property, ...reading, reflects: true, observed: true, lasting: true, at: at(call) }];
  });
}

/** How a getter reads one of the attributes that it asks for, tried out on an element that has no other. */
function readByTrial({ node, scope, tried }: Accessor, name: string): Reading | null {
  if (!tried) return null;
  return readingBySamples((text) => tried(new Map([[name, text]])).run({ node, scope }), name);
}

/** What a function makes of the text that it reads, other than by calls that are known; null where that is nothing. */
function getterReader(
  node: FunctionNode,
  known: readonly AttributeCall[],
  scope: Scope | null,
): Reading | null {
  let reader: AttributeReader | null = null;
  let followed: Reading | null = null;
  const ofKnown = new Set<Ast.Node>(known.filter((one) => one.through !== null).map((one) => one.call));
  const isAboutText = textIn(node, ofKnown);
  const look = (inner: Ast.Node): boolean => {
    // Whether there is a text at all is asked before it is read.
    if (inner.type === 'IfStatement' || inner.type === 'ConditionalExpression') {
      for (const part of [inner.consequent, inner.alternate]) if (part) walk(part, look);
      const isAnswer = inner.consequent.type === 'Literal' && typeof inner.consequent.value === 'boolean';
      if (inner.type === 'IfStatement' || !isAnswer) return false;
    }
    if (
      inner.type === 'CallExpression' &&
      !ofKnown.has(inner) &&
      calledName(inner.callee) !== 'hasAttribute' &&
      isAboutText(inner)
    ) {
      followed ??= scope && readingOfCall(inner, scope);
      reader ??= followed?.reads ?? readerOfCall(inner);
    }
    if (inner.type === 'UnaryExpression' && inner.operator === '+') reader ??= 'number';
    if (inner.type === 'BinaryExpression' && /^!==?$/.test(inner.operator) && isNull(inner.right))
      reader ??= 'boolean';
    return reader === null;
  };
  if (node.body) walk(node.body, look);
  if (followed) return followed;
  return reader && { reads: reader === 'json' && givesText(node) ? 'custom' : reader };
}

/** What a function that is handed the text makes of it; null where it cannot be followed. */
function readingOfCall({ callee }: Ast.CallExpression, scope: Scope): Reading | null {
  const called = calledBehind(callee, scope);
  if (!called) return null;
  const code = callableOf(called.node, called.scope);
  if (code) return readingOf(code);
  const reads = called.node === callee ? undefined : GLOBAL_READERS.get(calledName(called.node));
  return reads ? { reads } : null;
}

/** Functions of the language that read a text, where they are handed on by their names. */
const GLOBAL_READERS: ReadonlyMap<string, AttributeReader> = new Map([
  ['Number', 'number'],
  ['parseInt', 'number'],
  ['parseFloat', 'number'],
  ['Boolean', 'boolean'],
  ['String', 'string'],
]);

/**
 * Tells whether a call in a function is about the text that it reads: handed it, or one of the variables that hold
 * something of it, or called on such.
 */
function textIn({ body }: FunctionNode, known: ReadonlySet<Ast.Node>): (call: Ast.CallExpression) => boolean {
  const names = new Set<string>();
  const holds = (part: Ast.Node | null): boolean => {
    let found = false;
    if (part)
      walk(part, (one) => {
        found ||= known.has(one) || (one.type === 'Identifier' && names.has(one.name));
        found ||= one.type === 'CallExpression' && calledName(one.callee) === 'getAttribute';
        return !found;
      });
    return found;
  };
  if (body)
    walk(body, (one) => {
      if (one.type === 'VariableDeclarator' && holds(one.init))
        for (const name of parameterNames(one.id)) names.add(name);
      if (one.type === 'AssignmentExpression' && one.left.type === 'Identifier' && holds(one.right))
        names.add(one.left.name);
      return true;
    });
  return ({ callee, arguments: args }) =>
    args.some(holds) || (callee.type === 'MemberExpression' && holds(callee.object));
}

/** Does a function also give back the text as it is: `if (text.startsWith('{')) return JSON.parse(text); return text;`? */
function givesText(node: FunctionNode): boolean {
  const locals = localDeclarations(node);
  let gives = false;
  const isText = (one: Ast.Node | null) =>
    one?.type === 'CallExpression' && calledName(one.callee) === 'getAttribute';
  const isGiven = (one: Ast.Node): boolean => {
    const declaration = one.type === 'Identifier' ? locals.get(one.name) : undefined;
    return isText(one) || (declaration?.kind === 'variable' && isText(declaration.init));
  };
  if (node.body)
    walk(node.body, (inner) => {
      if (inner.type === 'ReturnStatement' && inner.argument) gives ||= isGiven(inner.argument);
      return !isFunction(inner);
    });
  return gives;
}

/** `set name(value) { this.setAttribute('name', value) }`: the property is reflected. */
export function writtenBySetter(setter: Accessor): AttributeSeen[] {
  const { property, at } = setter;
  return callsOfAccessor(setter).flatMap(({ method, name, call }): AttributeSeen[] => {
    if (method !== 'setAttribute' && method !== 'toggleAttribute') return [];
    const reads = method === 'toggleAttribute' ? { reads: 'boolean' as const } : {};
    return [{ name, property, ...reads, reflects: true, observed: false, at: at(call) }];
  });
}

function callsOfAccessor({ node, scope, isMade, methods = () => null }: Accessor): AttributeCall[] {
  const inner = isMade ? withLocals(scope, [node]) : scope;
  const calls = attributeCalls(node, inner, { methods, left: MOST });
  return isMade ? calls.filter(({ call }) => runsOf(node, call, scope).length > 0) : calls;
}

/** The attributes that a class reads of its element, itself or by way of functions that it hands the element to. */
export function attributesRead(node: Ast.Class, scope: Scope, at: At): Sign[] {
  const following: Following = { methods: () => null, left: MOST, any: true };
  return within('call', node.body, scope.module.program).flatMap((call): Sign[] => {
    const { callee, arguments: args } = call;
    if (callee.type === 'MemberExpression') {
      const isRead = READING.test(calledName(callee)) && callee.object.type === 'ThisExpression';
      const name = isRead && args[0] ? asString(fold(args[0], scope)) : null;
      return name === null ? [] : [{ name, at: at(call) }];
    }
    const handed = following.left > 0 ? handedTo(call, isThis, scope, following.methods) : null;
    if (!handed) return [];
    following.left -= 1;
    const { called, element } = handed;
    const inner = { ...called.scope, bindings: calledWith(called, args, scope) };
    return attributeCalls(called.node, inner, following, element, 1).flatMap(({ method, name }) =>
      READING.test(method) ? [{ name, at: at(call) }] : [],
    );
  });
}

/** Methods of elements that read an attribute. */
export const READING = /^(?:get|has)Attribute$/;

/** A call that names an attribute of the element. */
interface AttributeCall {
  method: string;
  name: string;
  /** Where that stands in the function that was asked about. */
  call: Ast.CallExpression;
  /** The function that does it for that one, which is handed the element and the name. */
  through: FunctionNode | null;
}

/** How many functions hand an element on to each other, and how many calls of such are followed in all. */
const DEEPEST = 3;
const MOST = 200;

/** What following calls needs, and how many more may be. */
interface Following {
  methods: Methods;
  left: number;
  /** Whatever is read counts, also at another time and by whom the element is handed to. */
  any?: true;
}

/**
 * The calls on the element itself that name an attribute. `element` is the name that a function knows the element by,
 * null where that is `this`.
 */
function attributeCalls(
  node: FunctionNode,
  scope: Scope,
  following: Following,
  element: string | null = null,
  depth = 0,
): AttributeCall[] {
  const found: AttributeCall[] = [];
  if (!node.body) return found;
  const isElement = (one: Ast.Node | undefined) =>
    element === null ? one?.type === 'ThisExpression' : one?.type === 'Identifier' && one.name === element;
  const names = new Set(node.params.flatMap(parameterNames));
  walk(node.body, (inner) => {
    // What a function inside does, it does at another time.
    if (isFunction(inner)) return following.any === true;
    if (inner.type !== 'CallExpression') return true;
    const { callee, arguments: args } = inner;
    const [argument] = args;
    const isOwn = callee.type === 'MemberExpression' && isElement(callee.object);
    if (isOwn && callee.property.type === 'Identifier' && ATTRIBUTE_METHOD.test(callee.property.name)) {
      // One that a function names by itself is its own affair, and not what the value lives in.
      const isHanded =
        following.any || depth === 0 || (argument?.type === 'Identifier' && names.has(argument.name));
      const name = argument && isHanded ? asString(fold(argument, scope)) : null;
      if (name !== null) found.push({ method: callee.property.name, name, call: inner, through: null });
      return true;
    }
    if (depth === DEEPEST || !argument || following.left === 0) return true;
    const handed = handedTo(inner, isElement, scope, following.methods);
    if (!handed) return true;
    following.left -= 1;
    const { called } = handed;
    const inside = { ...called.scope, bindings: calledWith(called, args, scope) };
    for (const one of attributeCalls(called.node, inside, following, handed.element, depth + 1))
      found.push({ ...one, call: inner, through: one.through ?? called.node });
    return true;
  });
  return found;
}

/** The function that a call hands the element to, with the name it has there; or the method of the element's that is called. */
function handedTo(
  { callee, arguments: args }: Ast.CallExpression,
  isElement: (node: Ast.Node | undefined) => boolean,
  scope: Scope,
  methods: Methods,
): { called: Callable; element: string | null } | null {
  const at = args.findIndex(isElement);
  if (at >= 0) {
    const called = callableOf(callee, scope);
    const element = parameterName(called?.node.params[at]);
    return called && element !== null ? { called, element } : null;
  }
  if (callee.type !== 'MemberExpression' || callee.computed || !isElement(callee.object)) return null;
  const called = methods(callee.property);
  return called && { called, element: null };
}

const ATTRIBUTE_METHOD = /^(?:get|set|has|toggle|remove)Attribute$/;

function parameterName(parameter: Ast.Node | undefined): string | null {
  const name = parameter?.type === 'AssignmentPattern' ? parameter.left : parameter;
  return name?.type === 'Identifier' ? name.name : null;
}
