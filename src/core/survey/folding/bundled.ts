/**
 * What modules hold under a name: those that are imported as namespaces, and those in a bundle's table. Bundlers put each into
 * a function and hand it its exports, and what loads the others by their keys: `{ 665: (module, exports, load) => { load.d(exports, { Pier: () => Pier }); } }`, which
 * another one asks for as `const pier = load(665)`, and uses as `pier.Pier`.
 */

import type { Module } from '../modules/modules.js';
import { functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import type { Bound, FunctionNode, Scope } from './functions.js';
import { askedMember, isFunction, keyText, returned, unwrap } from './functions.js';
import { heldBy } from './named.js';
import { givenBy, withLocals } from './scopes.js';

/** Through so many names a module is followed. */
const DEEPEST = 8;

/** How bundlers hand on what a module exports; looked for before anything else. */
const EXPORTING = /\.d\(\s*\w+\s*,\s*[{"']/;

/** `namespace.Pier`: what a module declares under that name, and the name; null where the object is no module. */
export function moduleMember(
  node: Ast.MemberExpression,
  scope: Scope,
): (Bound & { name: string | null }) | null {
  const { object } = node;
  const name = askedMember(node);
  if (name === null) return null;
  const { graph, module } = scope;
  const found = object.type === 'Identifier' ? graph.findMember(object.name, name, module) : null;
  if (found) {
    const given = givenBy(found.declaration);
    return given && { node: given, scope: { graph, module: found.module }, name: found.name };
  }
  const bundled = bundledMember(object, name, scope);
  return bundled && { ...bundled, name: null };
}

/** What a module of the bundle that holds the code exports under a name; null where the object is none of them. */
export function bundledMember(object: Ast.Node, name: string, scope: Scope): Bound | null {
  const { program, source } = scope.module;
  const modules = modulesIn(program, source);
  const made = modules && moduleBehind(object, scope, modules);
  const value = made && exportsOf(made, program).get(name);
  if (!value) return null;
  const around = functionsAround(value, program);
  return { node: value, scope: withLocals({ graph: scope.graph, module: scope.module }, around) };
}

/** The function of the module that an expression loads, also through names. */
function moduleBehind(expression: Ast.Node, scope: Scope, modules: Modules, depth = 0): FunctionNode | null {
  if (depth > DEEPEST) return null;
  const node = unwrap(expression);
  if (node.type === 'Identifier') {
    const held = heldBy(node.name, scope);
    // Keys are those of this bundle.
    if (!held || 'value' in held || held.scope.module !== scope.module) return null;
    return moduleBehind(held.node, held.scope, modules, depth + 1);
  }
  if (node.type !== 'CallExpression') return null;
  const [key, ...others] = node.arguments;
  if (key?.type !== 'Literal' || others.length > 0) return null;
  const made = modules.byKey.get(String(key.value));
  return made && loads(node, modules, scope) ? made : null;
}

/** Is it what loads modules that a call calls? One of them was handed it; outside of them it may go by any name. */
function loads({ callee }: Ast.CallExpression, modules: Modules, { module }: Scope): boolean {
  const holder = functionsAround(callee, module.program).find((one) => modules.all.has(one));
  return holder ? isNamed(callee, holder.params[2]) : callee.type === 'Identifier';
}

function isNamed(node: Ast.Node | undefined, by: Ast.Node | undefined): boolean {
  return node?.type === 'Identifier' && by?.type === 'Identifier' && node.name === by.name;
}

interface Modules {
  byKey: Map<string, FunctionNode>;
  all: Set<FunctionNode>;
}

const MODULES = new WeakMap<Ast.Program, Modules | null>();

/** Does a module hold others in a table? */
export function isBundle({ program, source }: Module): boolean {
  return modulesIn(program, source) !== null;
}

/** The modules of a bundle; null where the program is none. */
function modulesIn(program: Ast.Program, source: string): Modules | null {
  const known = MODULES.get(program);
  if (known !== undefined) return known;
  let modules: Modules | null = null;
  if (EXPORTING.test(source))
    walk(program, (node) => {
      const entries = tableOf(node);
      if (!entries?.some(([, one]) => exportsOf(one, program).size > 0)) return true;
      modules ??= { byKey: new Map(), all: new Set() };
      for (const [key, one] of entries) {
        modules.byKey.set(key, one);
        modules.all.add(one);
      }
      // One that is in a module of another table would be a bundle in a bundle.
      return false;
    });
  MODULES.set(program, modules);
  return modules;
}

/** The functions of a table by their keys, where it holds nothing else. */
function tableOf(node: Ast.Node): [string, FunctionNode][] | null {
  const entries = entriesOf(node);
  const functions = entries.flatMap(([key, value]): [string, FunctionNode][] =>
    key !== null && value && isFunction(value) && value.params.every((one) => one.type === 'Identifier')
      ? [[key, value]]
      : [],
  );
  return functions.length > 0 && functions.length === entries.length ? functions : null;
}

/** What a table holds by its keys: null where that cannot be told. A list may have holes. */
function entriesOf(node: Ast.Node): (readonly [string | null, Ast.Node | null])[] {
  if (node.type === 'ArrayExpression')
    return node.elements.flatMap((one, at) => (one ? [[String(at), one] as const] : []));
  if (node.type !== 'ObjectExpression') return [];
  return node.properties.map((one) => (one.type === 'Property' ? [keyOf(one.key), one.value] : [null, null]));
}

const keyOf = (key: Ast.Node) => (key.type === 'Literal' ? String(key.value) : keyText(key));

const EXPORTS = new WeakMap<FunctionNode, ReadonlyMap<string, Ast.Node>>();

/** What a module's function gives its exports, by name: `load.d(exports, ...)`. */
function exportsOf(node: FunctionNode, program: Ast.Program): ReadonlyMap<string, Ast.Node> {
  const known = EXPORTS.get(node);
  if (known) return known;
  const exported = new Map<string, Ast.Node>();
  const [, exports, load] = node.params;
  for (const {
    callee,
    arguments: [target, ...given],
  } of load ? within('call', node, program) : []) {
    if (callee.type !== 'MemberExpression' || keyText(callee.property) !== 'd') continue;
    if (!isNamed(callee.object, load) || !isNamed(target, exports)) continue;
    for (const [name, getter] of gettersIn(given)) {
      const value = isFunction(getter) ? returned(getter) : null;
      if (value) exported.set(name, value);
    }
  }
  EXPORTS.set(node, exported);
  return exported;
}

/** `{ Pier: () => Pier, ... }`, or one by one: `"Pier", function () { return Pier; }`. */
function gettersIn([given, getter]: readonly Ast.Argument[]): [string, Ast.Node][] {
  if (given?.type === 'Literal') return getter ? [[String(given.value), getter]] : [];
  if (given?.type !== 'ObjectExpression') return [];
  return given.properties.flatMap((one): [string, Ast.Node][] => {
    const key = one.type === 'Property' ? keyOf(one.key) : null;
    return one.type === 'Property' && key !== null ? [[key, one.value]] : [];
  });
}
