/** The pieces of code that work for a component, and which expressions in them stand for its element. */

import type { ContractEvent } from '../../contract/types.js';
import { isClass } from '../classes/layers.js';
import { reachOf } from '../classes/reach.js';
import type { LayerContext } from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import type { ClassPlace } from '../folding/class-named.js';
import { classNamed } from '../folding/class-named.js';
import type { Callable, FunctionNode, Scope } from '../folding/functions.js';
import { constructorOf, isFunction } from '../folding/functions.js';
import { valuesOf } from '../folding/variable-values.js';
import type { Module } from '../modules/modules.js';
import { isWithin, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { isPrototype, isThis } from '../syntax/tree.js';

/** A piece of code, and which expressions in it stand for the component's element. */
export interface Place {
  range: { start: number; end: number };
  module: Module;
  scope: Scope;
  /** `around` are the functions around the expression. */
  host(receiver: Ast.Node, around: readonly FunctionNode[]): boolean;
  /** What of it never runs for the component. */
  idle?: readonly Ast.Node[];
  /** What it sends to nodes inside the element counts, too. */
  whole?: true;
}

/** The class body, the functions that belong to it, and the classes it hands itself to. */
export function placesOf(context: LayerContext, idle: readonly Ast.Node[]): Place[] {
  const { layer, graph } = context;
  const isView = layer.built !== undefined;
  const own: Pick<Place, 'host' | 'whole'> = { host: isView ? isHostOfView : isThis, whole: true };
  const { module, node, bindings } = layer;
  return [
    { range: node.body, module, scope: { ...context.scope, bindings }, idle, ...own },
    ...reachOf(layer, graph, idle).pieces.flatMap(({ node: range, module: from, apart }): Place[] =>
      isFunction(range) && !apart && (isView || range.type !== 'ArrowFunctionExpression')
        ? [
            {
              range,
              module: from,
              scope: { graph, module: from, ...elementOf(context) },
              idle: prototypesIn(range, from),
              ...own,
            },
          ]
        : [],
    ),
    ...helpersGivenTheElement(context, idle),
  ];
}

/** `Other.prototype = { ... }`: what a function has for objects of another kind, in which `this` is one of those. */
function prototypesIn(range: Ast.Node, { source }: Module): Ast.Node[] {
  const found: Ast.Node[] = [];
  if (!PROTOTYPE.test(source.slice(range.start, range.end))) return found;
  walk(range, (node) => {
    const isOne = node.type === 'AssignmentExpression' && isPrototype(node.left);
    if (isOne && node.right.type === 'ObjectExpression') found.push(node.right);
    return true;
  });
  return found;
}

const PROTOTYPE = /\.prototype\s*=/;

/** What `this` is in the functions that belong to a class. */
function elementOf({ scope }: LayerContext): Pick<Scope, 'element'> {
  return scope.element ? { element: scope.element } : {};
}

/** A view is handed its element: `props.$$host`, `element`, `({ element: name })`. */
function isHostOfView(receiver: Ast.Node, around: readonly FunctionNode[]): boolean {
  if (receiver.type === 'MemberExpression')
    return receiver.property.type === 'Identifier' && HOST_NAME.test(receiver.property.name);
  if (receiver.type !== 'Identifier') return isThis(receiver);
  return HOST_NAME.test(receiver.name) || around.some((one) => isHandedHost(one, receiver.name));
}

const HOST_NAME = /^\$*(?:host|element)$/;

/** `({ element: name })` among the parameters of a view. */
function isHandedHost({ params }: FunctionNode, name: string): boolean {
  return params.some(
    (one) =>
      one.type === 'ObjectPattern' &&
      one.properties.some(
        (entry) =>
          entry.type === 'Property' &&
          entry.key.type === 'Identifier' &&
          HOST_NAME.test(entry.key.name) &&
          entry.value.type === 'Identifier' &&
          entry.value.name === name,
      ),
  );
}

/**
 * Classes of the material that the class makes with itself as an argument, by functions that it calls or by other such
 * classes as well: what they keep of it is the element.
 */
function helpersGivenTheElement(context: LayerContext, idle: readonly Ast.Node[]): Place[] {
  const { module, node } = context.layer;
  const following: Following = { idle, places: [], seen: new Set([node]) };
  follow({ node, scope: { graph: context.graph, module } }, isThis, following, 1);
  return following.places;
}

/** Through so many classes and functions an element is handed on. */
const DEEPEST = 3;

interface Following {
  idle: readonly Ast.Node[];
  places: Place[];
  seen: Set<Ast.Node>;
}

function follow(
  { node, scope }: ClassPlace | Callable,
  isElement: (given: Ast.Node) => boolean,
  following: Following,
  depth: number,
): void {
  const { idle, places, seen } = following;
  const { graph, module } = scope;
  const made = within('new', node, module.program);
  const called = within('call', node, module.program);
  for (const one of [...made, ...called]) {
    const isHanded = one.callee.type === 'Identifier' && one.arguments.some(isElement);
    // What never runs is told of the class itself.
    if (!isHanded || (depth === 1 && isWithin(one, idle))) continue;
    const code = one.type === 'NewExpression' ? classNamed(one.callee, scope) : callableOf(one.callee, scope);
    if (!code || seen.has(code.node)) continue;
    // Of another package only what the class itself makes counts; what that goes on to is its own affair.
    const isAway = graph.isOwn(module) && !graph.isOwn(code.scope.module);
    if (isAway && (depth > 1 || !isClass(code.node))) continue;
    seen.add(code.node);
    const names = elementNames(code.node, one.arguments, isElement);
    const isNamed = (given: Ast.Node) => given.type === 'Identifier' && names.has(given.name);
    if (isClass(code.node))
      places.push({
        range: code.node.body,
        module: code.scope.module,
        scope: { graph, module: code.scope.module },
        host: isKeptElement,
      });
    if (depth < DEEPEST)
      follow(code, (given) => isNamed(given) || isKeptElement(given), following, depth + 1);
  }
}

/** The names that a function, or the constructor of a class, has for the element that it is given. */
function elementNames(
  node: Ast.Class | FunctionNode,
  given: readonly Ast.Node[],
  isElement: (given: Ast.Node) => boolean,
): Set<string> {
  const { params = [] } = (isClass(node) ? constructorOf(node) : node) ?? {};
  return new Set(
    params.flatMap((one, at) => {
      const argument = given[at];
      return one.type === 'Identifier' && argument && isElement(argument) ? [one.name] : [];
    }),
  );
}

/** `this.host`, by a name for what something belongs to. */
function isKeptElement(receiver: Ast.Node): boolean {
  return (
    receiver.type === 'MemberExpression' &&
    receiver.object.type === 'ThisExpression' &&
    receiver.property.type !== 'Literal' &&
    'name' in receiver.property &&
    /host|element|component|owner|parent/i.test(String(receiver.property.name))
  );
}

/** `this` is the component; a page global is none of its business (null); any other node stands inside. */
export function originOf(
  receiver: Ast.Node,
  place: Place,
  around: readonly FunctionNode[],
): ContractEvent['origin'] | null {
  if (place.host(receiver, around)) return 'element';
  if (receiver.type === 'Identifier') {
    const named = around.findLast(
      (one) => hasParameter(one, receiver.name) || hasAlias(one, receiver.name, place),
    );
    if (named && !hasParameter(named, receiver.name)) return 'element';
    if (['window', 'document', 'globalThis', 'self'].includes(receiver.name)) return null;
  }
  return place.whole ? 'inside' : null;
}

function hasParameter({ params }: FunctionNode, name: string): boolean {
  return params.some((one) => one.type === 'Identifier' && one.name === name);
}

/** `const self = this;` */
function hasAlias(node: FunctionNode, name: string, place: Place): boolean {
  return valuesOf(name, node).some((value) => place.host(value, []));
}
