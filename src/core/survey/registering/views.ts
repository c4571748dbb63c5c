/**
 * Elements without a class in sight: a call that is given a tag and, with it, a table of properties, a function that
 * renders, or both: `customElement('a-b', { size: 1 }, view)`.
 */

import type { Registration } from '../../contract/types.js';
import { chainOf } from '../classes/classes.js';
import { callableOf } from '../folding/callables.js';
import type { Callable, FunctionNode, Scope } from '../folding/functions.js';
import { calledName, originalName, unwrap } from '../folding/functions.js';
import { topLevelValue } from '../folding/named.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { tagsGiven } from './element-names.js';
import type { Finding } from './registering.js';
import { DEFINING_NAME, isDefine, isTagLiteral } from './registering.js';

/** What such a call registers; nothing where it is none. */
export function viewCall(
  node: Ast.CallExpression,
  around: readonly FunctionNode[],
  scope: Scope,
  registers: Registration,
): Finding[] {
  const at = node.arguments.findIndex(isTagLiteral);
  const tag = node.arguments[at];
  const others = node.arguments.filter((one) => one !== tag);
  if (!tag || !others.some((one) => isTable(one, scope) || callableOf(one, scope) !== null)) return [];
  if (!isMaker(unwrap(node.callee), at, around.length === 0, scope)) return [];
  if (others.some((one) => chainOf({ node: one, scope, name: null }, scope.graph).layers.length > 0))
    return [];
  return tagsGiven(tag, scope).map((name) => ({ tag: name, node, scope, place: node, registers }));
}

/** An object that is written out, or the name of one. */
export function isTable(expression: Ast.Node, scope: Scope): boolean {
  const node = unwrap(expression);
  if (node.type === 'ObjectExpression') return true;
  if (node.type !== 'Identifier') return false;
  const bound = scope.bindings?.get(node.name);
  if (bound) return bound.node !== node && isTable(bound.node, bound.scope);
  const given = topLevelValue(node.name, scope);
  return given !== null && unwrap(given.node).type === 'ObjectExpression';
}

/**
 * Named for it, or a function of the material that takes the tag to the registry. At the top of a module a looser name
 * will do; elsewhere `createElement('a-b', { size: 1 })` and its kin make use of elements.
 */
function isMaker(callee: Ast.Node, at: number, isOutermost: boolean, scope: Scope): boolean {
  if (callee.type !== 'Identifier') return false;
  if (callsNothing(callee, scope)) return false;
  const called = callableOf(callee, scope);
  if (called && takesTagAt(called) === at) return true;
  const test = isOutermost ? LOOSE_NAME : DEFINING_NAME;
  const isNamed = [calledName(callee), originalName(callee, scope)].some((name) => test.test(name));
  return isNamed && (called === null || mentionsElements(called));
}

/** Is there a word of elements in a function? One that defines something else has no need for it. */
function mentionsElements({ node, scope }: Callable): boolean {
  return /element|component|\btag/i.test(scope.module.source.slice(node.start, node.end));
}

/**
 * A function of the material that calls nothing registers nothing, whatever its name: it may put a description together,
 * or keep what it is given.
 */
export function callsNothing(callee: Ast.Node, scope: Scope): boolean {
  const called = callee.type === 'Identifier' ? callableOf(callee, scope) : null;
  return called !== null && within('call', called.node, called.scope.module.program).length === 0;
}

const LOOSE_NAME =
  /^(?!create|get|find|query|use|render|mount|wait|has|is).*(?:element|component|define|register)/i;
/** So many functions may stand between the call and the registry. */
const MOST_BETWEEN = 3;
/** What was found of a function, by how many it may still lead through. */
const TAKEN = new WeakMap<FunctionNode, Map<number, number>>();

/** Which parameter of a function ends as the tag in a call of the registry, directly or through others; -1 for none. */
function takesTagAt({ node, scope }: Callable, between = MOST_BETWEEN): number {
  const known = TAKEN.get(node) ?? new Map<number, number>();
  TAKEN.set(node, known);
  const before = known.get(between);
  if (before !== undefined) return before;
  const names = node.params.map((one) => (one.type === 'Identifier' ? one.name : null));
  const indexOf = (given: Ast.Node | undefined) =>
    given?.type === 'Identifier' ? names.indexOf(given.name) : -1;
  const text = scope.module.source.slice(node.start, node.end);
  // The registry may be handed over, or kept under a name that a minifier gave it.
  const defines = (call: Ast.CallExpression) =>
    isDefine(call) || (calledName(call.callee) === 'define' && text.includes('customElements'));
  const tagIn = (call: Ast.CallExpression) => {
    if (defines(call)) return indexOf(call.arguments[0]);
    if (between === 0 || !call.arguments.some((one) => indexOf(one) >= 0)) return -1;
    const called = call.callee.type === 'Identifier' ? callableOf(call.callee, scope) : null;
    return called ? indexOf(call.arguments[takesTagAt(called, between - 1)]) : -1;
  };
  let found = -1;
  for (const call of within('call', node, scope.module.program)) {
    found = tagIn(call);
    if (found >= 0) break;
  }
  known.set(between, found);
  return found;
}
