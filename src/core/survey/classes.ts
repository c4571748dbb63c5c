/** Class chains: a component's class, the mixins applied to it and the classes above it, down to the platform. */

import { appliedClasses } from './applied.js';
import { fold, foldStaticMember } from './fold.js';
import type { Folded } from './folded.js';
import { UNKNOWN } from './folded.js';
import type { Bound, FunctionNode, Scope } from './functions.js';
import { callableOf, calledWith, givenBy, isFunction, localDeclarations, unwrap } from './functions.js';
import type { ClassChain, Layer } from './layers.js';
import { isClass, makesProperties } from './layers.js';
import type { Found, Module, ModuleGraph } from './modules.js';
import type { Ast } from './parse.js';
import { walk } from './parse.js';

interface Step {
  node: Ast.Node;
  scope: Scope;
  name: string | null;
}

const LONGEST = 400;

/**
 * Follows the `extends` clauses from a class. A mixin that is applied again with the same options adds nothing.
 * Cycles and overlong chains end as lost.
 */
export function chainOf(start: Step, graph: ModuleGraph): ClassChain {
  const layers: Layer[] = [];
  const applied = new Set<string>();
  let step: Step = start;
  for (let count = 0; count < LONGEST; count += 1) {
    const resolved = resolveClass(step, graph);
    if ('platform' in resolved) return { layers, platform: resolved.platform, lost: null };
    if ('lost' in resolved) return { layers, platform: null, lost: resolved.lost };
    const { node, scope } = resolved;
    const rest = layers.length > 0 && !scope.bindings?.size ? restFrom(resolved, graph) : null;
    if (rest) {
      for (const layer of rest.layers) addLayer(layer, layers, applied);
      return { layers, platform: rest.platform, lost: rest.lost };
    }
    const layer = layerOf(resolved, graph);
    // The component's own class is read whole, whatever it does.
    if (layers.length === 0) layer.own = graph.isOwn(layer.module);
    if (addLayer(layer, layers, applied)) addApplied(layer, scope, layers, graph);
    if (!node.superClass) return { layers, platform: null, lost: null };
    step = { node: node.superClass, scope, name: null };
  }
  return { layers, platform: null, lost: { module: start.scope.module, node: start.node } };
}

/** Adds a layer unless it is there already. */
function addLayer(layer: Layer, layers: Layer[], applied: Set<string>): boolean {
  const key = `${layer.module.path}:${layer.node.start}:${writtenKey(layer.bindings)}`;
  if (applied.has(key)) return false;
  applied.add(key);
  layers.push(layer);
  return true;
}

/** Chains from classes that stand by themselves, by class: many components share them. */
const RESTS = new WeakMap<Ast.Class, ClassChain | 'open'>();

/** The chain from a class on that has others below it; null while it is being worked out, which ends cycles. */
function restFrom(resolved: Step & { node: Ast.Class }, graph: ModuleGraph): ClassChain | null {
  const known = RESTS.get(resolved.node);
  if (known) return known === 'open' ? null : known;
  RESTS.set(resolved.node, 'open');
  const chain = chainOf(resolved, graph);
  const [first, ...others] = chain.layers;
  const rest = first ? { ...chain, layers: [layerOf(resolved, graph), ...others] } : chain;
  RESTS.set(resolved.node, rest);
  return rest;
}

/** The classes that are copied onto one, and those that are copied onto them. */
function addApplied(layer: Layer, scope: Scope, layers: Layer[], graph: ModuleGraph): void {
  for (const other of appliedClasses(layer, scope, graph)) {
    const mixed = resolveClass(other, graph);
    if (!('name' in mixed) || layers.some((one) => one.node === mixed.node)) continue;
    const next = layerOf(mixed, graph);
    layers.push(next);
    addApplied(next, mixed.scope, layers, graph);
  }
}

function layerOf(
  { node, scope, name }: { node: Ast.Class; scope: Scope; name: string | null },
  graph: ModuleGraph,
): Layer {
  return {
    node,
    module: scope.module,
    bindings: scope.bindings ?? new Map(),
    name: node.id?.name ?? name,
    own: graph.isOwn(scope.module) && !makesProperties(node),
  };
}

type Resolved =
  | { node: Ast.Class; scope: Scope; name: string | null }
  | { platform: string }
  | { lost: { module: Module; node: Ast.Node } };

function resolveClass(step: Step, graph: ModuleGraph): Resolved {
  let { node, scope, name } = step;
  for (let count = 0; count < LONGEST; count += 1) {
    node = unwrap(node);
    const next = followOnce(node, scope, name, graph);
    if (!next) return { lost: { module: scope.module, node } };
    if ('platform' in next) return next;
    if (isClass(next.node) && next.node === node) return { node: next.node, scope, name };
    ({ node, scope, name } = next);
  }
  return { lost: { module: scope.module, node } };
}

function followOnce(
  node: Ast.Node,
  scope: Scope,
  name: string | null,
  graph: ModuleGraph,
): Step | { platform: string } | null {
  switch (node.type) {
    case 'ClassDeclaration':
    case 'ClassExpression':
      return { node, scope, name };
    case 'Identifier':
      return followName(node.name, scope, graph);
    case 'MemberExpression':
      return followMember(node, scope, graph);
    case 'CallExpression':
      return followCall(node, scope, graph);
    case 'AssignmentExpression':
      return { node: node.right, scope, name };
    case 'SequenceExpression': {
      const last = node.expressions.at(-1);
      // `(one = class { ... }, more, one)`
      const given = node.expressions.find(
        (one) =>
          one.type === 'AssignmentExpression' &&
          one.left.type === 'Identifier' &&
          last?.type === 'Identifier' &&
          one.left.name === last.name,
      );
      return last ? { node: given ?? last, scope, name } : null;
    }
    case 'LogicalExpression':
      return { node: node.left, scope, name };
    case 'ConditionalExpression': {
      const test = fold(node.test, scope);
      return { node: test !== UNKNOWN && !test ? node.alternate : node.consequent, scope, name };
    }
    default:
      return null;
  }
}

function followName(name: string, scope: Scope, graph: ModuleGraph): Step | { platform: string } | null {
  const bound = scope.bindings?.get(name);
  if (bound) return { node: bound.node, scope: bound.scope, name };
  const found = graph.find(name, scope.module);
  return found ? stepInto(found, graph) : platformClass(name, scope);
}

function stepInto(found: Found, graph: ModuleGraph): Step | null {
  const inner: Scope = { graph, module: found.module };
  if (found.declaration.kind === 'class')
    return { node: found.declaration.node, scope: inner, name: found.name };
  if (found.declaration.kind === 'variable' && found.declaration.init)
    return { node: found.declaration.init, scope: inner, name: found.name };
  return null;
}

/** A global element class: an undeclared name in the form of the DOM's interfaces for elements. */
function platformClass(name: string, scope: Scope): { platform: string } | null {
  const isGlobal = !scope.module.declarations.has(name);
  return isGlobal && /^(HTML|SVG|MathML)[A-Za-z]*Element$/.test(name) ? { platform: name } : null;
}

function followMember(node: Ast.MemberExpression, scope: Scope, graph: ModuleGraph) {
  if (node.object.type !== 'Identifier' || node.property.type !== 'Identifier' || node.computed) return null;
  const { name: holder } = node.object;
  const found = graph.findMember(holder, node.property.name, scope.module);
  if (found) return stepInto(found, graph);
  return /^(window|globalThis|self)$/.test(holder) ? platformClass(node.property.name, scope) : null;
}

/**
 * A call in an extends clause: a mixin. Steps into the class that the called function makes. Where the function
 * is out of reach, or does something else, the chain goes on with the class it was given, if there is one.
 */
function followCall(node: Ast.CallExpression, scope: Scope, graph: ModuleGraph): Step | null {
  const callee = unwrap(node.callee);
  const made = callableOf(callee, scope);
  if (made) {
    const bindings = calledWith(made, node.arguments, scope);
    const inner: Scope = { graph, module: made.scope.module, bindings };
    const result = classMadeBy(made.node, inner);
    if (result) return { node: result, scope: inner, name: calledName(callee) };
  }
  return givenClass(node, callee, scope, graph);
}

function calledName(node: Ast.Node): string | null {
  if (node.type === 'Identifier') return node.name;
  if (node.type === 'CallExpression') return calledName(unwrap(node.callee));
  return node.type === 'MemberExpression' && node.property.type === 'Identifier' ? node.property.name : null;
}

/**
 * The class among the arguments of a call, with the mixins among them applied to it, as helpers that put mixins
 * together do: `compose(Base, One, Two)`, `compose(One, Two)(Base)`, `mix(Base).with(One, Two)`.
 */
function givenClass(
  node: Ast.CallExpression,
  callee: Ast.Node,
  scope: Scope,
  graph: ModuleGraph,
): Step | null {
  const earlier =
    callee.type === 'CallExpression'
      ? callee.arguments
      : callee.type === 'MemberExpression' && callee.object.type === 'CallExpression'
        ? callee.object.arguments
        : [];
  const given = [...earlier, ...node.arguments].filter((one) => one.type !== 'SpreadElement');
  const base = given.find((one) => leadsToClass(one, scope, graph));
  if (!base) return null;
  const mixins = given.filter((one) => one !== base && isMixin(one, scope));
  const [outermost] = mixins;
  if (!outermost) return { node: base, scope, name: null };
  const applied = mixins.reduceRight<Ast.Node>(
    (inner, mixin) =>
      ({
        type: 'CallExpression',
        callee: mixin,
        arguments: [inner],
        optional: false,
        start: node.start,
        end: node.end,
      }) as unknown as Ast.Node,
    base,
  );
  return { node: applied, scope, name: null };
}

function leadsToClass(node: Ast.Node, scope: Scope, graph: ModuleGraph): boolean {
  const inner = unwrap(node);
  if (isClass(inner)) return true;
  if (inner.type === 'CallExpression') return inner.arguments.some((one) => leadsToClass(one, scope, graph));
  if (inner.type !== 'Identifier' && inner.type !== 'MemberExpression') return false;
  let step: Step | { platform: string } | null = followOnce(inner, scope, null, graph);
  for (let count = 0; step && count < LONGEST; count += 1) {
    if ('platform' in step || isClass(step.node)) return true;
    const next = unwrap(step.node);
    if (next.type === 'CallExpression') return leadsToClass(next, step.scope, graph);
    step = followOnce(next, step.scope, null, graph);
  }
  return false;
}

function isMixin(node: Ast.Node, scope: Scope): boolean {
  const made = callableOf(node, scope);
  return made !== null && classMadeBy(made.node, { ...made.scope, bindings: new Map() }) !== null;
}

/** The class (or the expression for one) that a function returns, with the function's locals bound. */
function classMadeBy(node: FunctionNode, scope: Scope): Ast.Node | null {
  const bindings = scope.bindings as Map<string, Bound>;
  for (const [name, declaration] of localDeclarations(node)) {
    const given = declaration.kind === 'function' ? null : givenBy(declaration);
    if (given) bindings.set(name, { node: given, scope });
  }
  if (node.body && node.body.type !== 'BlockStatement') return classLike(node.body);
  const results: Ast.Node[] = [];
  if (node.body) {
    walk(node.body, (inner) => {
      if (inner.type === 'ReturnStatement' && inner.argument) {
        const result = classLike(inner.argument);
        if (result) results.push(result);
      }
      return !isClass(inner) && !isFunction(inner);
    });
  }
  // An early return of what was given (`if (isServer) return base`) is not what the mixin is for.
  const parameters = new Set(node.params.flatMap((one) => (one.type === 'Identifier' ? [one.name] : [])));
  const isGiven = (one: Ast.Node) => one.type === 'Identifier' && parameters.has(one.name);
  return results.findLast((one) => !isGiven(one)) ?? results[0] ?? null;
}

function classLike(node: Ast.Node): Ast.Node | null {
  const inner = unwrap(node);
  const kinds = [
    'ClassDeclaration',
    'ClassExpression',
    'Identifier',
    'CallExpression',
    'AssignmentExpression',
    'SequenceExpression',
    'ConditionalExpression',
    'LogicalExpression',
  ];
  return kinds.includes(inner.type) ? inner : null;
}

/** The chain of an element that a call makes out of a description: one class, empty, in the place of the call. */
export function chainOfBuilt(
  call: Ast.Node,
  scope: Scope,
  name: string | null,
  graph: ModuleGraph,
): ClassChain {
  const { start, end } = call;
  const body = { type: 'ClassBody', body: [], start, end };
  const node = { type: 'ClassExpression', id: null, superClass: null, decorators: [], body, start, end };
  const layer: Layer = {
    node: node as unknown as Ast.Class,
    module: scope.module,
    bindings: new Map(),
    name,
    own: graph.isOwn(scope.module),
    built: { node: call, scope },
  };
  return { layers: [layer], platform: 'HTMLElement', lost: null };
}

/** The scope in which expressions inside a class of the chain are folded: knows `super.x` and `this.x`. */
export function scopeOf(layer: Layer, chain: ClassChain, graph: ModuleGraph): Scope {
  const index = chain.layers.indexOf(layer);
  const staticFrom = (first: number, name: string, depth: number): Folded => {
    for (const one of chain.layers.slice(first)) {
      const value = foldStaticMember(one.node, name, scopeOf(one, chain, graph), depth + 1);
      if (value !== undefined) return value;
    }
    // Neither HTMLElement nor a class without a superclass has any such member.
    return chain.lost ? UNKNOWN : undefined;
  };
  return {
    graph,
    module: layer.module,
    bindings: layer.bindings,
    above: (name, depth) => staticFrom(index + 1, name, depth),
    own: (name, depth) => staticFrom(index, name, depth),
  };
}

/** Tells apart a mixin that is given other options: by the values written out in its call, or handed on by it. */
export function writtenKey(bindings: ReadonlyMap<string, Bound> | undefined): string {
  return [...(bindings ?? [])]
    .flatMap(([name, bound]) => writtenAt(bound).map((place) => `${name}@${place}`))
    .join();
}

/** The places of the values that an expression hands on. */
function writtenAt({ node, scope }: Bound, depth = 0): string[] {
  if (node.type === 'Literal' || node.type === 'ObjectExpression')
    return [`${scope.module.path}:${node.start}`];
  if (depth > MOST_HANDS) return [];
  if (node.type === 'ArrayExpression')
    return node.elements.flatMap((one) => (one ? writtenAt({ node: one, scope }, depth + 1) : []));
  // What is worked out inside a function may come from any of its arguments.
  const bound = scope.bindings?.get(node.type === 'Identifier' ? node.name : 'arguments');
  return bound ? writtenAt(bound, depth + 1) : [];
}

/** So often a value is handed on from one function to the next. */
const MOST_HANDS = 6;
