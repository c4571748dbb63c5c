/** What the call that makes an element says of it: a description, or a framework's class that it exports. */

import type { Component } from '../contract/types.js';
import { attributesOf } from '../contract/types.js';
import type { Entrance } from './assemble.js';
import { assemble } from './assemble.js';
import { chainOf, chainOfBuilt } from './classes/classes.js';
import { isComponentClass } from './classes/exported.js';
import type { ClassChain } from './classes/layers.js';
import { callableOf, insideOf } from './folding/callables.js';
import type { FunctionNode, Scope } from './folding/functions.js';
import { returned, unwrap } from './folding/functions.js';
import { heldBy } from './folding/named.js';
import type { ModuleGraph } from './modules/modules.js';
import type { Registered } from './registering/registrations.js';
import type { Ast } from './syntax/parse.js';

/**
 * What is read of an element's class, and what the call that makes it says. Where a description knows all of its
 * attributes it tells more of them than the class does, which is the same for every description:
 * `make(view, { props: { size: Number } })`. Of a framework's class, its inputs and outputs are all there is:
 * `make(Pier, { injector })`.
 */
export function withMaking(
  read: Component,
  one: Registered,
  chain: ClassChain,
  graph: ModuleGraph,
  entrance: Entrance,
): Component {
  const [own] = chain.layers;
  const isMade = own !== undefined && own.bindings.size > 0;
  const isElement = chain.platform !== null || chain.lost !== null;
  if (!own || (!own.built && !isMade && isElement)) return read;
  const node = unwrap(one.node);
  const written = node.type === 'CallExpression' ? { node, scope: one.scope } : callMaking(node, one.scope);
  const call = one.called ?? written;
  if (!call) return read;
  const component = chainOfExported(call.node, call.scope, graph);
  const exported = component && assemble(one, component, graph, entrance);
  // One that is known as such may have neither inputs nor outputs.
  const isComponent = component?.layers.some(({ node, module }) => isComponentClass(node, module)) === true;
  // The module's export is the component, not the element's class.
  if (exported && (isComponent || exported.properties.length + exported.events.length > 0))
    return { ...exported, exportName: null, server: read.server };
  if (!isMade) return read;
  const knowsAll = (component: Component) => {
    const known = new Set(attributesOf(component).map((item) => item.name));
    return component.properties.length > 0 && attributesOf(read).every((item) => known.has(item.name));
  };
  const all = callsMaking(call).map((made) =>
    assemble(one, chainOfBuilt(made.node, made.scope, null, graph), graph, entrance),
  );
  const described = all.find(knowsAll);
  const [first] = all;
  if (!described) return one.called && first ? { ...read, ...shownBy(first, read) } : read;
  const { properties, attributes, methods, pairs } = described;
  return {
    ...read,
    ...shownBy(described, read),
    properties: withOthers(properties, read.properties, methods),
    attributes,
    methods: withOthers(methods, read.methods),
    pairs,
  };
}

/** What is sent and rendered by what the call is given, and by the class. */
function shownBy(described: Component, read: Component) {
  return {
    // A call may refuse the root that the class attaches otherwise.
    root: described.root === 'none' ? described.root : read.root,
    events: withOthers(described.events, read.events),
    slots: withOthers(described.slots, read.slots),
    cssParts: withOthers(described.cssParts, read.cssParts),
    cssProperties: withOthers(described.cssProperties, read.cssProperties),
    cssStates: withOthers(described.cssStates, read.cssStates),
    ...(described.unobserved || read.unobserved
      ? { unobserved: withOthers(described.unobserved ?? [], read.unobserved ?? []) }
      : {}),
  };
}

/** A call, and where what it is given is looked up. */
export interface Making {
  node: Ast.CallExpression;
  scope: Scope;
}

/** The call that a name stands for: `const TideClock = make(view, { ... })`, or what a function is handed. */
export function callMaking(node: Ast.Node, scope: Scope, depth = 0): Making | null {
  const given = node.type === 'Identifier' && depth < DEEPEST ? heldBy(node.name, scope) : null;
  if (!given || 'value' in given) return null;
  const call = unwrap(given.node);
  return call.type === 'CallExpression'
    ? { node: call, scope: given.scope }
    : callMaking(call, given.scope, depth + 1);
}

/** Through so many names what is handed on is followed. */
const DEEPEST = 8;

/** A call, and those that the function makes which it calls: `const share = (held) => make(view, { props: ... })`. */
function callsMaking(call: Making): Making[] {
  const calls = [call];
  for (const { node, scope } of calls) {
    if (calls.length > DEEPEST) break;
    const called = callableOf(node.callee, scope);
    const result = called && handedBack(called.node);
    if (!called || !result) continue;
    const made = unwrap(result);
    const inside = insideOf(called, node, scope);
    const next = made.type === 'CallExpression' ? { node: made, scope: inside } : callMaking(made, inside);
    if (next) calls.push(next);
  }
  return calls;
}

/** What a function gives back; `(made.fallback = held, made)` is its last. */
function handedBack(node: FunctionNode): Ast.Node | null {
  const result = returned(node);
  return result?.type === 'SequenceExpression' ? (result.expressions.at(-1) ?? null) : result;
}

/** The chain of a class that a call is given and that is no element: a component of a framework. */
function chainOfExported(call: Ast.CallExpression, scope: Scope, graph: ModuleGraph): ClassChain | null {
  for (const given of call.arguments) {
    if (given.type !== 'Identifier') continue;
    const { layers, platform, lost } = chainOf({ node: given, scope, name: null }, graph);
    if (layers.length === 0 || platform !== null || lost !== null) continue;
    return { layers: layers.map((layer) => ({ ...layer, exported: true as const })), platform, lost };
  }
  return null;
}

/** Items, and those others whose names are not taken yet. */
function withOthers<Item extends { name: string }>(
  items: readonly Item[],
  others: readonly Item[],
  taken: readonly { name: string }[] = [],
): Item[] {
  const names = new Set([...items, ...taken].map((item) => item.name));
  return [...items, ...others.filter((item) => !names.has(item.name))];
}
