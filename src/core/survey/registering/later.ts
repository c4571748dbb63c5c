/**
 * Functions that register when they are called, and that another function makes of what it is given:
 * `export const definePier = makeDefine('pier-a', Pier)`.
 */

import { callableOf, returnedFunction } from '../folding/callables.js';
import type { Callable, Scope } from '../folding/functions.js';
import { localDeclarations, unwrap } from '../folding/functions.js';
import { calledWith, withLocals } from '../folding/scopes.js';
import { functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { describedBefore } from './descriptions.js';
import { registeredIn } from './helpers.js';
import type { Finding } from './registering.js';

/** So many functions may stand, one inside the other, between the call and the registry. */
const MOST_BETWEEN = 3;

/** What a function registers that a top-level call gives back: when users call it, or at once where it is called there. */
export function madeForLater(node: Ast.CallExpression, scope: Scope): Finding[] {
  const callee = unwrap(node.callee);
  const isCalled = callee.type === 'CallExpression';
  const made = returnedFunction(isCalled ? callee : node, scope);
  if (!made) return [];
  const bindings = calledWith(made, isCalled ? node.arguments : [], scope, isCalled);
  const found = registeredBelow(
    { node: made.node, scope: { ...made.scope, bindings } },
    node,
    scope,
    MOST_BETWEEN,
  );
  return isCalled ? found : found.map((one) => ({ ...one, registers: 'by-call', later: made }));
}

/** What a function registers itself, or by way of one that is declared in it. */
function registeredBelow(made: Callable, node: Ast.CallExpression, scope: Scope, between: number): Finding[] {
  const { program } = made.scope.module;
  const inner = withLocals(made.scope, [made.node]);
  const calls = within('call', made.node, program);
  const found = [
    ...registeredIn(made, node, scope, 'on-import'),
    ...calls.flatMap((one) =>
      describedBefore(one, made.scope, inner).map(
        (each): Finding => ({ ...each, place: node, registers: 'on-import' }),
      ),
    ),
  ];
  if (found.length > 0 || between === 0) return found;
  return calls.flatMap((one) => {
    const callee = unwrap(one.callee);
    const isLocal = callee.type === 'Identifier' && localDeclarations(made.node).has(callee.name);
    if (!isLocal || functionsAround(one, program).at(-1) !== made.node) return [];
    const next = callableOf(callee, inner);
    if (!next || next.node === made.node) return [];
    const bindings = calledWith(next, one.arguments, inner);
    return registeredBelow({ ...next, scope: { ...next.scope, bindings } }, node, scope, between - 1);
  });
}
