/**
 * Events that are passed on: a listener dispatches anew what it heard, under the type that it heard it by
 * (`new Event(event.type, event)`). Which types these are is told by where it listens.
 */

import { alternatives } from '../folding/alternatives.js';
import type { FunctionNode, Named, Scope } from '../folding/functions.js';
import { unwrap } from '../folding/functions.js';
import { runsOf } from '../folding/runs.js';
import { withLocals } from '../folding/scopes.js';
import { classAround, functionsAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import type { Listening } from './listening.js';
import { callsOf, eventAsked, listeningWith } from './listening.js';

/** Through so many names an event is followed back to the function that is handed it, and from that through so many others. */
const DEEPEST = 5;
const MOST_FUNCTIONS = 50;

/** The types that an expression such as `event.type` may be worth in a listener; empty for anything else. */
export function typesPassedOn(expression: Ast.Node, scope: Scope): string[] {
  const event = eventAsked(expression, 'type');
  return event ? [...new Set(heardAs(event, scope))] : [];
}

/** The types of the events that a name stands for, which is a parameter of a listener or is handed on by one. */
function heardAs(name: Ast.Node, scope: Scope, depth = 0): string[] {
  const node = unwrap(name);
  if (node.type !== 'Identifier' || depth > DEEPEST) return [];
  const bound = scope.bindings?.get(node.name);
  if (bound) return 'value' in bound ? [] : heardAs(bound.node, bound.scope, depth + 1);
  return heardUnder(node, scope, new Set());
}

/** The same of a name that is a parameter of a function around it, which counts as the one at `index` where that is given. */
function heardUnder(
  node: Named,
  scope: Scope,
  seen: Set<FunctionNode>,
  index: number | null = null,
): string[] {
  const around = functionsAround(node, scope.module.program);
  const handler = around.findLast((one) => parameterAt(one, node.name) >= 0);
  if (!handler || seen.has(handler) || seen.size >= MOST_FUNCTIONS) return [];
  seen.add(handler);
  return heardBy(handler, index ?? parameterAt(handler, node.name), scope, seen);
}

function parameterAt({ params }: FunctionNode, name: string): number {
  return params.findIndex((one) => one.type === 'Identifier' && one.name === name);
}

/** The types of what a function is handed in one of its parameters: as a listener, or by listeners that call it. */
function heardBy(handler: FunctionNode, index: number, scope: Scope, seen: Set<FunctionNode>): string[] {
  const listening = index === 0 ? listeningWith(handler, scope.module) : [];
  return [
    ...listening.flatMap((one) => typesOf(one, scope)),
    ...callsOf(handler, scope.module).flatMap((one) => handedOn(one.arguments[index], scope, seen)),
  ];
}

/** The event that a listener hands to another function: as it is, or out of the context that it was handed. */
function handedOn(argument: Ast.Node | undefined, scope: Scope, seen: Set<FunctionNode>): string[] {
  const context = argument ? eventAsked(argument, 'event') : null;
  const name = context ?? (argument && unwrap(argument));
  return name?.type === 'Identifier' ? heardUnder(name, scope, seen, context ? 0 : null) : [];
}

function typesOf({ type, at }: Listening, scope: Scope): string[] {
  if (typeof type === 'string') return [type];
  if (type.type === 'Literal') return typeof type.value === 'string' ? [type.value] : [];
  const { program } = scope.module;
  const first = classAround(at, program)?.start ?? 0;
  const [root, ...inner] = functionsAround(at, program).filter((one) => one.start >= first);
  if (!root) return alternatives(type, scope);
  return runsOf(root, at, scope).flatMap((run) => alternatives(type, withLocals(run, inner)));
}
