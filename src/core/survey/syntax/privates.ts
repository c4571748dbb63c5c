/**
 * Private members as compilers write them for engines without: a map that has each element's value, a set of the elements,
 * and functions beside the class, which helpers are handed along with the element: `get(this, values, "f")`,
 * `method(this, all, load).call(this, url)`. They become what they were: `this.#values`, `this.#load(url)`. What a helper
 * is called, minifiers decide.
 */

import { within } from './find.js';
import type { Ast, Program } from './parse.js';
import { childrenOf, walk } from './parse.js';
import { become, isFunctionExpression, isThis, placeOf } from './tree.js';

/** Can a text hold such members at all? */
export const PRIVATES = /\bnew Weak(?:Map|Set)\b/;

type FunctionNode = Ast.Function | Ast.ArrowFunctionExpression;

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

/** Where a name is given a map or a set of elements. */
interface Holder {
  kind: 'map' | 'set';
  at: number[];
}

interface Members {
  holders: Map<string, Holder>;
  functions: Map<string, FunctionNode>;
}

/** Restores all private members of a module. */
export function restorePrivates(program: Program): void {
  const members = membersIn(program);
  if (members.holders.size > 0) visit(program, new Set());

  function visit(node: Ast.Node, hidden: ReadonlySet<string>): void {
    const own = isFunction(node) ? hiddenBy(node, members) : [];
    const inner = own.length === 0 ? hidden : new Set([...hidden, ...own]);
    if (node.type === 'CallExpression') {
      const restored = methodCall(node, members, inner, program) ?? fieldAccess(node, members, inner);
      if (restored) become(node, restored);
    }
    for (const child of childrenOf(node)) visit(child, inner);
  }
}

function membersIn(program: Program): Members {
  const holders = new Map<string, Holder>();
  const functions = new Map<string, FunctionNode>();
  const take = (name: string, value: Ast.Node) => {
    if (isFunctionExpression(value)) functions.set(name, value);
    const kind = holderKind(value);
    if (!kind) return;
    const known = holders.get(name);
    if (known) known.at.push(value.start);
    else holders.set(name, { kind, at: [value.start] });
  };
  walk(program, (node) => {
    if (node.type === 'AssignmentExpression' && node.operator === '=' && node.left.type === 'Identifier')
      take(node.left.name, node.right);
    if (node.type === 'VariableDeclarator' && node.id.type === 'Identifier' && node.init)
      take(node.id.name, node.init);
    if (node.type === 'FunctionDeclaration' && node.id && !functions.has(node.id.name))
      functions.set(node.id.name, node);
    return true;
  });
  return { holders, functions };
}

/** `new WeakMap()`, `new WeakSet()` */
function holderKind(value: Ast.Node): Holder['kind'] | null {
  if (value.type !== 'NewExpression' || value.callee.type !== 'Identifier') return null;
  if (value.callee.name === 'WeakMap') return 'map';
  return value.callee.name === 'WeakSet' ? 'set' : null;
}

function isFunction(node: Ast.Node): node is FunctionNode {
  return node.type === 'FunctionDeclaration' || isFunctionExpression(node);
}

/** Names of holders that a function has something else for: a parameter, or a variable. */
function hiddenBy(node: FunctionNode, { holders }: Members): string[] {
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
  const isOutside = (at: number) => at < node.start || at > node.end;
  return names.filter((name) => holders.get(name)?.at.every(isOutside));
}

/** `method(this, all, load).call(this, url)` */
function methodCall(
  node: Ast.CallExpression,
  { holders, functions }: Members,
  hidden: ReadonlySet<string>,
  program: Program,
): object | null {
  const { callee, arguments: args } = node;
  if (callee.type !== 'MemberExpression' || callee.object.type !== 'CallExpression') return null;
  if (callee.property.type !== 'Identifier' || callee.property.name !== 'call' || !isThis(args[0]))
    return null;
  const given = callee.object.arguments;
  const names = given.flatMap((one) => (one.type === 'Identifier' && !hidden.has(one.name) ? one.name : []));
  const made = functions.get(names.at(-1) ?? '');
  if (!made || !given.some(isThis) || holders.get(names[0] ?? '')?.kind !== 'set') return null;
  const method = thisMember(callee.object, names.at(-1) ?? '');
  FUNCTIONS.set(method.property, { node: made, program });
  return { ...node, callee: method, arguments: args.slice(1) };
}

/** `get(this, values, "f")`, `set(this, values, 1, "f")`, `values.get(this)`, `values.set(this, 1)` */
function fieldAccess(
  node: Ast.CallExpression,
  { holders }: Members,
  hidden: ReadonlySet<string>,
): object | null {
  const { callee, arguments: args } = node;
  const isMap = (one: Ast.Node | undefined): one is Ast.IdentifierReference =>
    one?.type === 'Identifier' && !hidden.has(one.name) && holders.get(one.name)?.kind === 'map';
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
  const own = /^_(?:[A-Za-z][A-Za-z0-9$]*_)?(\w+)$/.exec(name)?.[1] ?? name;
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
