/** Class chains: a component's class, the mixins applied to it and the classes above it, down to the platform. */

import { fold } from './fold.js';
import { UNKNOWN } from './folded.js';
import type { Bound, Scope } from './functions.js';
import { bindParameters, functionOf, localDeclarations, staticValue, unwrap } from './functions.js';
import type { Module, ModuleGraph } from './modules.js';
import type { Ast } from './parse.js';
import { walk } from './parse.js';

/** One class of a chain, with the place it was written in. */
export interface Layer {
  node: Ast.Class;
  module: Module;
  /** What names of an enclosing mixin function are bound to. */
  bindings: ReadonlyMap<string, Bound>;
  /** The class's own name, or that of the mixin that makes it. */
  name: string | null;
  /** Written in the surveyed material, as against a package it depends on. */
  own: boolean;
}

export interface ClassChain {
  /** The component's own class first, the one nearest the platform last. */
  layers: Layer[];
  /** The platform class at the end, such as `HTMLElement`, or null when the chain leads out of reach. */
  platform: string | null;
  /** The expression where the chain could not be followed further. */
  lost: { module: Module; node: Ast.Node } | null;
}

interface Step {
  node: Ast.Node;
  scope: Scope;
  name: string | null;
}

const LONGEST = 64;

/** Follows the `extends` clauses from a class. Cycles and overlong chains end as lost. */
export function chainOf(start: Step, graph: ModuleGraph): ClassChain {
  const layers: Layer[] = [];
  const seen = new Set<string>();
  let step: Step = start;
  while (layers.length < LONGEST) {
    const resolved = resolveClass(step, graph);
    if ('platform' in resolved) return { layers, platform: resolved.platform, lost: null };
    if ('lost' in resolved) return { layers, platform: null, lost: resolved.lost };
    const { node, scope, name } = resolved;
    const key = `${scope.module.path}:${node.start}:${bindingsKey(scope.bindings)}`;
    if (seen.has(key)) return { layers, platform: null, lost: { module: scope.module, node } };
    seen.add(key);
    layers.push({
      node,
      module: scope.module,
      bindings: scope.bindings ?? new Map(),
      name: node.id?.name ?? name,
      own: graph.isOwn(scope.module),
    });
    if (!node.superClass) return { layers, platform: null, lost: null };
    step = { node: node.superClass, scope, name: null };
  }
  return { layers, platform: null, lost: { module: start.scope.module, node: start.node } };
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
      return last ? { node: last, scope, name } : null;
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
  if (!found) return platformClass(name, scope);
  const inner: Scope = { graph, module: found.module };
  if (found.declaration.kind === 'class')
    return { node: found.declaration.node, scope: inner, name: found.name };
  if (found.declaration.kind === 'variable' && found.declaration.init) {
    return { node: found.declaration.init, scope: inner, name: found.name };
  }
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
  const declaration = scope.module.declarations.get(holder);
  if (declaration?.kind === 'namespace') {
    const target = graph.resolve(declaration.specifier, scope.module);
    const found = target && graph.findExport(node.property.name, target);
    if (found?.declaration.kind !== 'class') return null;
    return { node: found.declaration.node, scope: { graph, module: found.module }, name: found.name };
  }
  return /^(window|globalThis|self)$/.test(holder) ? platformClass(node.property.name, scope) : null;
}

/** A call in an extends clause: a mixin. Steps into the class that the called function makes. */
function followCall(node: Ast.CallExpression, scope: Scope, graph: ModuleGraph): Step | null {
  const callee = unwrap(node.callee);
  if (callee.type !== 'Identifier') return null;
  const bound = scope.bindings?.get(callee.name);
  const found = bound ? null : graph.find(callee.name, scope.module);
  const made = bound
    ? functionOf({
        module: bound.scope.module,
        name: callee.name,
        declaration: { kind: 'variable', init: bound.node as Ast.Expression, type: null },
      })
    : found && functionOf(found);
  if (!made) return null;
  const bindings = bindParameters(made.node, node.arguments, scope);
  const inner: Scope = { graph, module: made.module, bindings };
  const result = classMadeBy(made.node, inner);
  return result && { node: result, scope: inner, name: found?.name ?? callee.name };
}

/** The class (or the expression for one) that a function returns, with the function's locals bound. */
function classMadeBy(node: Ast.Function | Ast.ArrowFunctionExpression, scope: Scope): Ast.Node | null {
  const locals = localDeclarations(node);
  const bindings = scope.bindings as Map<string, Bound>;
  for (const [name, declaration] of locals) {
    if (declaration.kind === 'class') bindings.set(name, { node: declaration.node, scope });
    if (declaration.kind === 'variable' && declaration.init) {
      bindings.set(name, { node: declaration.init, scope });
    }
  }
  if (node.body && node.body.type !== 'BlockStatement') return unwrap(node.body as Ast.Node);
  let result: Ast.Node | null = null;
  if (node.body) {
    walk(node.body, (inner) => {
      if (inner.type === 'ReturnStatement' && inner.argument) result ??= unwrap(inner.argument);
      return !isClass(inner) && !isFunction(inner);
    });
  }
  return result;
}

/** The scope in which expressions inside a class of the chain are folded: knows `super.x` and `this.x`. */
export function scopeOf(layer: Layer, chain: ClassChain, graph: ModuleGraph): Scope {
  const index = chain.layers.indexOf(layer);
  const staticFrom = (first: number, name: string) => {
    for (const one of chain.layers.slice(first)) {
      const value = staticValue(one.node, name);
      if (value) return fold(value, scopeOf(one, chain, graph));
    }
    return chain.lost ? UNKNOWN : undefined;
  };
  return {
    graph,
    module: layer.module,
    bindings: layer.bindings,
    above: (name) => staticFrom(index + 1, name),
    own: (name) => staticFrom(index, name),
  };
}

export function isClass(node: Ast.Node): node is Ast.Class {
  return node.type === 'ClassDeclaration' || node.type === 'ClassExpression';
}

export function isFunction(node: Ast.Node): node is Ast.Function | Ast.ArrowFunctionExpression {
  return (
    node.type === 'FunctionDeclaration' ||
    node.type === 'FunctionExpression' ||
    node.type === 'ArrowFunctionExpression'
  );
}

/** Tells apart the same class made with other arguments of its mixin. */
export function bindingsKey(bindings: ReadonlyMap<string, Bound> | undefined): string {
  return [...(bindings ?? [])]
    .map(([name, { node, scope }]) => `${name}@${scope.module.path}:${node.start}`)
    .join();
}
