/**
 * The names that an event may go by: those that an expression may be worth, also where it stands for each of a list in
 * turn, or is a variable that one way gives another value than another.
 */

import { alternatives } from '../folding/alternatives.js';
import { fold } from '../folding/fold.js';
import { asStrings } from '../folding/folded.js';
import type { Named, Scope } from '../folding/functions.js';
import { localDeclarations, unwrap } from '../folding/functions.js';
import { itemsOf, listRunOver, loopVariable } from '../folding/loops.js';
import { valuesOf } from '../folding/variable-values.js';
import { callsGiven, functionsAround, loopsAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { isNamed } from '../syntax/tree.js';

/** Through so many expressions names are followed, and so many there are at most. */
const MOST_SEEN = 100;
const MOST_NAMES = 64;

/** The names that an expression may be worth; empty when nothing tells. */
export function eventNames(expression: Ast.Node, scope: Scope): string[] {
  // What a variable holds at first may stand for nothing.
  return namesIn(expression, scope, new Set()).filter((one) => one !== '');
}

function namesIn(expression: Ast.Node, scope: Scope, seen: Set<Ast.Node>): string[] {
  const node = unwrap(expression);
  if (node.type !== 'Identifier') return alternatives(expression, scope);
  if (seen.has(node) || seen.size > MOST_SEEN) return [];
  seen.add(node);
  const given = valuesGiven(node, scope);
  if (given.length > 1) return union(given.map((one) => namesIn(one, scope, seen)));
  const bound = scope.bindings?.get(node.name);
  if (bound) return 'value' in bound ? alternatives(node, scope) : namesIn(bound.node, bound.scope, seen);
  const list = listBehind(node, scope);
  return list ? itemNames(list, scope, seen) : alternatives(node, scope);
}

/** The names in a list, which may be a variable of several lists. */
function itemNames(list: Ast.Node, scope: Scope, seen: Set<Ast.Node>): string[] {
  const node = unwrap(list);
  if (seen.has(node) || seen.size > MOST_SEEN) return [];
  seen.add(node);
  if (node.type === 'Identifier') {
    const given = valuesGiven(node, scope);
    const isKnown = given.length === 1 && scope.bindings?.has(node.name);
    if (given.length > 0 && !isKnown) return union(given.map((one) => itemNames(one, scope, seen)));
  }
  const items = itemsOf(node, scope) ?? [];
  return union(
    items.map((one) =>
      'value' in one
        ? typeof one.value === 'string'
          ? [one.value]
          : []
        : namesIn(one.node, one.scope, seen),
    ),
  );
}

/** May an argument name an event, or several? */
export function namesEvents(argument: Ast.Node, scope: Scope): boolean {
  const node = unwrap(argument);
  if (node.type === 'ArrayExpression') return (asStrings(fold(node, scope)) ?? []).length > 0;
  return node.type === 'Identifier' && eventNames(node, scope).length > 0;
}

/** The list that a name stands for each item of: in a loop, or in a function that is called for each. */
export function listBehind(node: Named, { module: { program } }: Scope): Ast.Node | null {
  const loop = loopsAround(node, program).findLast((one) => isNamed(loopVariable(one), node.name));
  const each = functionsAround(node, program).findLast((one) => isNamed(one.params[0], node.name));
  const call = each && (!loop || loop.start < each.start) ? callsGiven(each, program)[0] : undefined;
  if (!call) return loop && (!each || each.start < loop.start) ? loop.right : null;
  return listRunOver(call.callee);
}

/** What a variable of a function around is given, there or later; nothing for what is no variable of one. */
function valuesGiven(node: Named, { module: { program } }: Scope): readonly Ast.Node[] {
  const { name } = node;
  const holder = functionsAround(node, program).findLast(
    (one) => localDeclarations(one).has(name) || one.params.some((given) => isNamed(given, name)),
  );
  return holder && localDeclarations(holder).has(name) ? valuesOf(name, holder) : [];
}

function union(lists: readonly string[][]): string[] {
  return [...new Set(lists.flat())].slice(0, MOST_NAMES);
}
