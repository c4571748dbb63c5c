/**
 * Private members as compilers write them for engines without: a map that has each element's value, a set of the elements,
 * and functions beside the class, which helpers are handed along with the element: `get(this, values, "f")`,
 * `method(this, all, load).call(this, url)`. They become what they were: `this.#values`, `this.#load(url)`. What a helper
 * is called, minifiers decide.
 */

import { within } from './find.js';
import { addTo } from './lists.js';
import type { Ast, Program } from './parse.js';
import { childrenOf, walk } from './parse.js';
import type { FunctionNode } from './tree.js';
import { become, isFunction, isThis, placeOf } from './tree.js';

/** Can a text hold such members at all? */
export const PRIVATES = /\bnew Weak(?:Map|Set)\b/;

const FUNCTIONS = new WeakMap<Ast.Node, { node: FunctionNode; program: Program }>();

/** The function beside the class that the restored name of a private method stands for, and where; null for any other. */
export function privateFunction(name: Ast.Node): { node: FunctionNode; program: Program } | null {
  return FUNCTIONS.get(name) ?? null;
}

/** The functions beside a class that code in a range calls as its private methods, also by way of one another. */
export function privateFunctionsIn(range: Ast.Span, program: Program): FunctionNode[] {
  const found = new Set<FunctionNode>();
  const open = [range];
  for (const span of open)
    for (const name of within('private', span, program)) {
      const node = privateFunction(name)?.node;
      if (!node || found.has(node)) continue;
      found.add(node);
      open.push(node);
    }
  return [...found];
}

/** What a name is given, and the code that knows it by that name. */
interface Given<Value> {
  value: Value;
  within: Ast.Span;
}

type Names<Value> = Map<string, Given<Value>[]>;

/** What is known where a node stands. */
interface Place {
  /** Maps and sets of elements. */
  holders: Names<'map' | 'set'>;
  functions: Names<FunctionNode>;
  /** The innermost function around it that declares the name of a holder. */
  declared: ReadonlyMap<string, Ast.Span>;
  program: Program;
}

/** Restores all private members of a module. */
export function restorePrivates(program: Program): void {
  const place: Place = { holders: new Map(), functions: new Map(), declared: new Map(), program };
  collect(program, program, place);
  if (place.holders.size > 0) visit(program, place);
}

function collect(node: Ast.Node, within: Ast.Span, place: Place): void {
  const [name, value] = givenIn(node);
  if (name !== null && value !== null) {
    const kind = holderKind(value);
    if (kind) addTo(place.holders, name, { value: kind, within });
    else if (isFunction(value)) addTo(place.functions, name, { value, within });
  }
  const inner = isFunction(node) ? node : within;
  for (const child of childrenOf(node)) collect(child, inner, place);
}

/** The name that a node gives a value. */
function givenIn(node: Ast.Node): [name: string | null, value: Ast.Node | null] {
  if (node.type === 'FunctionDeclaration') return [node.id?.name ?? null, node];
  const [target, value] =
    node.type === 'AssignmentExpression' && node.operator === '='
      ? [node.left, node.right]
      : node.type === 'VariableDeclarator'
        ? [node.id, node.init]
        : [null, null];
  return target?.type === 'Identifier' && value ? [target.name, value] : [null, null];
}

/** `new WeakMap()`, `new WeakSet()` */
function holderKind(node: Ast.Node): 'map' | 'set' | null {
  if (node.type !== 'NewExpression' || node.callee.type !== 'Identifier') return null;
  if (node.callee.name === 'WeakMap') return 'map';
  return node.callee.name === 'WeakSet' ? 'set' : null;
}

function visit(node: Ast.Node, place: Place): void {
  const own = isFunction(node) ? declaredBy(node, place.holders) : [];
  const inner =
    own.length === 0
      ? place
      : { ...place, declared: new Map([...place.declared, ...own.map((name) => [name, node] as const)]) };
  if (node.type === 'CallExpression') {
    const restored = methodCall(node, inner) ?? fieldAccess(node, inner);
    if (restored) become(node, restored);
  }
  for (const child of childrenOf(node)) visit(child, inner);
}

/** The names of holders that a function declares: parameters and variables. */
function declaredBy(node: FunctionNode, holders: Place['holders']): string[] {
  const names: string[] = [];
  const add = (one: Ast.Node) => {
    if (one.type === 'Identifier' && holders.has(one.name)) names.push(one.name);
    return true;
  };
  for (const parameter of node.params) walk(parameter, add);
  if (node.body)
    walk(node.body, (one) => {
      if (one.type === 'VariableDeclarator') walk(one.id, add);
      return !isFunction(one);
    });
  return names;
}

/** The holder that an expression names, where no function around it has something else by that name. */
function holderAt(node: Ast.Node | undefined, { holders, declared }: Place): 'map' | 'set' | null {
  if (node?.type !== 'Identifier' || !holders.has(node.name)) return null;
  return innermost(holders, node, declared.get(node.name)?.start);
}

type Named = { name: string } & Ast.Span;

/** What a name is given in the innermost code around it: minifiers give the same few to all functions. */
function innermost<Value>(names: Names<Value>, { name, start, end }: Named, from = 0): Value | null {
  let best: Given<Value> | null = null;
  for (const one of names.get(name) ?? []) {
    const { within } = one;
    const isAround = within.start >= from && within.start <= start && end <= within.end;
    if (isAround && within.start >= (best?.within.start ?? 0)) best = one;
  }
  return best?.value ?? null;
}

/** `method(this, all, load).call(this, url)` */
function methodCall(node: Ast.CallExpression, place: Place): object | null {
  const { callee, arguments: args } = node;
  if (callee.type !== 'MemberExpression' || callee.object.type !== 'CallExpression') return null;
  if (callee.property.type !== 'Identifier' || callee.property.name !== 'call' || !isThis(args[0]))
    return null;
  const handed = callee.object.arguments;
  const last = handed.at(-1);
  if (last?.type !== 'Identifier' || !handed.some(isThis)) return null;
  if (!handed.some((one) => holderAt(one, place) === 'set')) return null;
  const made = innermost(place.functions, last);
  if (!made) return null;
  const method = thisMember(callee.object, last.name);
  FUNCTIONS.set(method.property, { node: made, program: place.program });
  return { ...node, callee: method, arguments: args.slice(1) };
}

/** `get(this, values, "f")`, `set(this, values, 1, "f")`, `values.get(this)`, `values.set(this, 1)` */
function fieldAccess(node: Ast.CallExpression, place: Place): object | null {
  const { callee, arguments: args } = node;
  const isMap = (one: Ast.Node | undefined): one is Ast.IdentifierReference => holderAt(one, place) === 'map';
  if (callee.type === 'MemberExpression') {
    const [self, value] = args;
    const method = callee.property.type === 'Identifier' ? callee.property.name : '';
    if (callee.computed || !isMap(callee.object) || !isThis(self)) return null;
    if (method === 'get') return thisMember(node, callee.object.name);
    return method === 'set' && value ? assigned(node, callee.object.name, value) : null;
  }
  if (callee.type !== 'Identifier' && callee.type !== 'SequenceExpression') return null;
  const map = args.find(isMap);
  const [first, second, ...others] = args;
  if (!map || ![first, second].includes(map) || !(isThis(first) || isThis(second))) return null;
  const [value, mark] = others;
  if (!value || isMark(value)) return others.length < 2 ? thisMember(node, map.name) : null;
  return !mark || isMark(mark) ? assigned(node, map.name, value) : null;
}

/** What tells a helper that it is a field. */
function isMark(node: Ast.Node): boolean {
  return node.type === 'Literal' && node.value === 'f';
}

/** `this.#name` in the place of a node. The class and the mark that compilers put before a name are left out. */
function thisMember(node: Ast.Node, name: string) {
  const place = placeOf(node);
  const own = /^_(?:[A-Z][A-Za-z0-9$]*_)?(\w+)$/.exec(name)?.[1] ?? name;
  return {
    type: 'MemberExpression',
    object: { type: 'ThisExpression', ...place },
    property: { type: 'PrivateIdentifier', name: own, ...place } as unknown as Ast.PrivateIdentifier,
    computed: false,
    optional: false,
    ...place,
  };
}

function assigned(node: Ast.Node, name: string, right: Ast.Node) {
  return {
    type: 'AssignmentExpression',
    operator: '=',
    left: thisMember(node, name),
    right,
    ...placeOf(node),
  };
}
