/**
 * What modules hold under a name: those that are imported as namespaces, and those in a bundle's table. Bundlers put each into
 * a function and hand it its exports, and what loads the others by their keys: `{ 665: (module, exports, load) => { load.d(exports, { Pier: () => Pier }); } }`, which
 * another one asks for as `const pier = load(665)`, and uses as `pier.Pier`.
 */

import type { Module } from '../modules/modules.js';
import { exportedMember, onlyAnnounces } from '../syntax/commonjs.js';
import { functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
import type { Bound, FunctionNode, Scope } from './functions.js';
import { askedMember, isFunction, keyText, returned, unwrap } from './functions.js';
import { heldBy } from './named.js';
import { givenBy, withLocals } from './scopes.js';

/** Through so many names a module is followed. */
const DEEPEST = 8;

/** How bundlers, and modules of the older kind, hand on what a module exports; looked for before anything else. */
const EXPORTING = /\.d\(\s*\w+\s*,\s*[{"']|["']__esModule["']/;

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
  const value = made && exportedBy(made, name, scope, modules);
  if (!value) return null;
  const around = functionsAround(value, program);
  return { node: value, scope: withLocals({ graph: scope.graph, module: scope.module }, around) };
}

/** What a module exports under a name, itself or from others that it passes on, which may pass on one another. */
function exportedBy(made: FunctionNode, name: string, scope: Scope, modules: Modules): Ast.Node | null {
  const asked = new Set([made]);
  for (const one of asked) {
    const { named, passedOn } = exportsOf(one, scope.module.program);
    const own = named.get(name);
    if (own) return own;
    for (const load of passedOn) {
      const other = moduleBehind(load, scope, modules);
      if (other) asked.add(other);
    }
  }
  return null;
}

/** The function of the module that an expression loads, also through names. */
function moduleBehind(expression: Ast.Node, scope: Scope, modules: Modules, depth = 0): FunctionNode | null {
  if (depth > DEEPEST) return null;
  const node = unwrap(expression);
  if (node.type === 'Identifier') {
    const own = holderOf(node, modules, scope);
    if (own && isNamed(node, own.params[1])) return own;
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
  const holder = holderOf(callee, modules, { module });
  return holder ? isNamed(callee, holder.params[2]) : callee.type === 'Identifier';
}

/** The function of the module that some code is in. */
function holderOf(
  node: Ast.Node,
  modules: Modules,
  { module }: Pick<Scope, 'module'>,
): FunctionNode | undefined {
  return functionsAround(node, module.program).find((one) => modules.all.has(one));
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
      if (!entries?.some(([, one]) => exportsAnything(one, program))) return true;
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

interface Exports {
  named: ReadonlyMap<string, Ast.Node>;
  /** What loads the modules that are passed on as a whole. */
  passedOn: readonly Ast.Node[];
}

const EXPORTS = new WeakMap<FunctionNode, Exports>();

function exportsAnything(node: FunctionNode, program: Ast.Program): boolean {
  const { named, passedOn } = exportsOf(node, program);
  return named.size > 0 || passedOn.length > 0;
}

/** What a module's function gives its exports: `load.d(exports, ...)`, or, as modules of the older kind, piece by piece. */
function exportsOf(node: FunctionNode, program: Ast.Program): Exports {
  const known = EXPORTS.get(node);
  if (known) return known;
  const named = new Map<string, Ast.Node>();
  const passedOn: Ast.Node[] = [];
  const [, exports, load] = node.params;
  const calls = exports ? within('call', node, program) : [];
  for (const { callee, arguments: given } of load ? calls : []) {
    const [target, ...others] = given;
    if (callee.type !== 'MemberExpression' || keyText(callee.property) !== 'd') continue;
    if (!isNamed(callee.object, load) || !isNamed(target, exports)) continue;
    for (const [name, getter] of gettersIn(others)) add(name, getter);
  }
  if (exports?.type === 'Identifier' && calls.some((one) => isMarked(one, exports))) readOlder(exports.name);
  const found = { named, passedOn };
  EXPORTS.set(node, found);
  return found;

  function add(name: string, getter: Ast.Node): void {
    const value = isFunction(getter) ? returned(getter) : null;
    if (value && !named.has(name)) named.set(name, value);
  }

  /** `exports.Pier = ...`, `Object.defineProperty(exports, "Pier", { get })`, `passOn(load(665), exports)` */
  function readOlder(holder: string): void {
    walk(node, (inner) => {
      if (inner.type === 'AssignmentExpression') {
        const name = exportedMember(inner.left, holder);
        if (name !== null && !onlyAnnounces(inner.right, holder) && !named.has(name))
          named.set(name, inner.right);
      } else if (inner.type === 'CallExpression') {
        const [first, second, third] = inner.arguments;
        const getter = entryOf(third, 'get');
        if (isNamed(first, exports) && second?.type === 'Literal' && getter)
          add(String(second.value), getter);
        const isLoaded = first?.type === 'CallExpression' && isNamed(first.callee, load);
        if (isLoaded && inner.arguments.length === 2 && isNamed(second, exports)) passedOn.push(first);
      }
      return true;
    });
  }
}

/** `Object.defineProperty(exports, "__esModule", ...)`: what compilers leave in what was a module of the standard. */
function isMarked({ arguments: [target, name] }: Ast.CallExpression, exports: Ast.Node | undefined): boolean {
  return isNamed(target, exports) && name?.type === 'Literal' && name.value === '__esModule';
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
