/** Class chains: a component's class, the mixins applied to it and the classes above it, down to the platform. */

import { Bindings } from '../folding/bindings.js';
import { classNamed } from '../folding/class-named.js';
import { foldStaticMember } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { UNKNOWN } from '../folding/folded.js';
import type { Bound, Scope } from '../folding/functions.js';
import { keyText, staticMethod } from '../folding/functions.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { classNode } from '../syntax/tree.js';
import { appliedClasses } from './applied.js';
import { ownNameOf } from './class-names.js';
import type { Amendment, Step } from './class-steps.js';
import { LONGEST, resolveClass } from './class-steps.js';
import type { ClassChain, Layer } from './layers.js';
import { isClass, makesProperties } from './layers.js';

/**
 * Follows the `extends` clauses from a class. A mixin that is applied again with the same options adds nothing: it
 * stands where it was applied first, which is below. Cycles and overlong chains end as lost.
 */
export function chainOf(start: Step, graph: ModuleGraph): ClassChain {
  const layers: Layer[] = [];
  const applied = new Map<string, Layer>();
  let step: Step = start;
  for (let count = 0; count < LONGEST; count += 1) {
    const resolved = resolveClass(step, graph);
    const amended = resolved.amendments.map((one) => layerOfAmendment(one, graph));
    if (layers.length > 0) for (const one of amended) addLayer(one, layers, applied);
    if ('platform' in resolved) return { layers, platform: resolved.platform, lost: null };
    if ('lost' in resolved) return { layers, platform: null, lost: resolved.lost };
    const { node, scope } = resolved;
    const rest = layers.length > 0 && !scope.bindings?.size ? restFrom(resolved, graph) : null;
    if (rest) {
      for (const layer of rest.layers) addLayer(layer, layers, applied);
      return { layers, platform: rest.platform, lost: rest.lost };
    }
    const layer = layerOf(resolved, graph);
    // The component's own class is read whole, whatever it does, and so is one that a function makes for it.
    if (layers.length === 0)
      layer.own = graph.isOwn(layer.module) || (layer.bindings.size > 0 && graph.isOwn(start.scope.module));
    const isFirst = layers.length === 0;
    if (addLayer(layer, layers, applied)) addApplied(layer, scope, layers, graph);
    if (isFirst) for (const one of amended) addLayer(one, layers, applied);
    if (!node.superClass) return { layers, platform: null, lost: null };
    step = { node: node.superClass, scope, name: null };
  }
  return { layers, platform: null, lost: { module: start.scope.module, node: start.node } };
}

/** Adds a layer, in the place of what was the same above it; false where that is so. */
function addLayer(layer: Layer, layers: Layer[], applied: Map<string, Layer>): boolean {
  const key = `${layer.module.path}:${layer.node.start}:${writtenKey(layer)}`;
  const before = applied.get(key);
  const at = before ? layers.indexOf(before) : -1;
  // A cycle leads back to where it began.
  if (at === 0) return false;
  if (at > 0) layers.splice(at, 1);
  applied.set(key, layer);
  layers.push(layer);
  return at < 0;
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
    const next: Layer = { ...layerOf(mixed, graph), copied: true };
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
    name: ownNameOf(node, scope.module) ?? name ?? node.id?.name ?? null,
    own: graph.isOwn(scope.module) && !makesProperties(node),
  };
}

/** What a function adds to a class, in the place of a class below that. */
function layerOfAmendment({ node, parameter, scope, name }: Amendment, graph: ModuleGraph): Layer {
  return {
    node: classNode({ start: node.start, end: node.start }),
    module: scope.module,
    bindings: scope.bindings ?? new Map(),
    name,
    own: graph.isOwn(scope.module),
    amends: { node, parameter },
  };
}

/** The chain of an element that a call makes out of a description: one class, empty, in the place of the call. */
export function chainOfBuilt(
  call: Ast.Node,
  scope: Scope,
  name: string | null,
  graph: ModuleGraph,
): ClassChain {
  const layer: Layer = {
    node: classNode(call),
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
  const { superClass } = layer.node;
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
    ownMethod: (name) => {
      for (const one of chain.layers.slice(index)) {
        const node = staticMethod(one.node, name);
        if (node) return { node, scope: scopeOf(one, chain, graph) };
      }
      return null;
    },
    ...(superClass?.type === 'Identifier'
      ? { extended: { name: superClass.name, bound: layer.bindings.get(superClass.name) } }
      : {}),
  };
}

/**
 * Tells apart a mixin that is given other options: by the values written out in its call, or handed on by it, and by the
 * classes that it is given beside the one to extend.
 */
export function writtenKey({ bindings, node: { superClass } }: Layer): string {
  const varying = Bindings.varying(bindings);
  const extended = new Set<string>();
  if (superClass && varying.size > 0)
    walk(superClass, (node) => node.type !== 'Identifier' || extended.add(node.name).size === 0);
  const above = new Set([...extended].map((name) => bindings.get(name)?.node));
  return [...varying]
    .filter(([name]) => !extended.has(name))
    .flatMap(([name, bound]) => writtenAt(bound, above).map((place) => `${name}@${place}`))
    .join();
}

/** The places of the values that an expression hands on; `above` is what stands for classes to extend. */
function writtenAt({ node, scope }: Bound, above: ReadonlySet<Ast.Node | undefined>, depth = 0): string[] {
  if (above.has(node)) return [];
  const place = `${scope.module.path}:${node.start}`;
  if (node.type === 'Literal' || node.type === 'ObjectExpression' || isClass(node)) return [place];
  if (depth > MOST_HANDS) return [];
  if (node.type === 'MemberExpression' && node.object.type === 'Identifier')
    return writtenAt({ node: node.object, scope }, above, depth + 1).map(
      (one) => `${one}.${keyText(node.property)}`,
    );
  if (node.type === 'ArrayExpression')
    return node.elements.flatMap((one) => (one ? writtenAt({ node: one, scope }, above, depth + 1) : []));
  // What is worked out inside a function may come from any of its arguments.
  const bound = scope.bindings?.get(node.type === 'Identifier' ? node.name : 'arguments');
  if (bound) return writtenAt(bound, above, depth + 1);
  if (node.type !== 'Identifier') return [place];
  const given = classNamed(node, scope);
  if (given) return [`${given.scope.module.path}:${given.node.start}`];
  const found = scope.graph.find(node.name, scope.module);
  return found ? [`${found.module.path}:${found.name}`] : [];
}

/** So often a value is handed on from one function to the next. */
const MOST_HANDS = 6;
