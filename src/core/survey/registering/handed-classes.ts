/**
 * Classes that a function is handed to be registered, without a tag: `controller(TheClass)`, `@controller`,
 * `TheBase.add(TheClass)`. The function makes the tag out of the class, and hands both on until they reach the registry.
 */

import { writtenOut } from '../classes/decorations.js';
import { Bindings } from '../folding/bindings.js';
import { callableOf, staticMethodOf } from '../folding/callables.js';
import { classNamed } from '../folding/class-named.js';
import type { Bound, Callable, Scope } from '../folding/functions.js';
import { constructorOf, isFunction, unwrap } from '../folding/functions.js';
import { calledWith, withLocals } from '../folding/scopes.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { tagsGiven } from './element-names.js';
import type { Finding } from './registering.js';
import { isDefine } from './registering.js';

/** So many functions may stand between the call and the registry. */
const MOST_BETWEEN = 4;

/**
 * What a decorator registers that is given no tag: `@controller`, or what minifiers make of `@controller('a-b')`, of which
 * they write the function out, `(tag = 'a-b', (one) => customElements.define(tag, one))`.
 */
export function decoratedClass(
  decorator: Ast.Node,
  target: Ast.Node,
  scope: Scope,
  place: Ast.Node,
): Finding[] {
  const made = decorator.type === 'Identifier' ? decorator : writtenOut(decorator);
  if (!made) return [];
  const before = decorator.type === 'SequenceExpression' ? decorator.expressions : [];
  const given = before.flatMap((one): [string, Bound][] =>
    one.type === 'AssignmentExpression' && one.left.type === 'Identifier'
      ? [[one.left.name, { node: one.right, scope }]]
      : [],
  );
  const inner = given.length > 0 ? { ...scope, bindings: new Bindings(scope.bindings, given) } : scope;
  return handedClass(made, [target as Ast.Argument], target, inner, place).map((one) => ({ ...one, scope }));
}

/** What a function registers that is called with `args`, the class `target` among them. */
export function handedClass(
  callee: Ast.Node,
  args: readonly Ast.Argument[],
  target: Ast.Node,
  scope: Scope,
  place: Ast.Node,
): Finding[] {
  const called = callableOf(callee, scope) ?? staticMethodOf(callee, scope);
  const at = args.indexOf(target as Ast.Argument);
  if (!called || at < 0) return [];
  const tags = tagsBy(called, args, at, scope, MOST_BETWEEN);
  return tags.map((tag) => ({ tag, node: target, scope, place, registers: 'on-import' }));
}

/** The tags under which a function registers the class that it is handed as one of its arguments. */
function tagsBy(
  called: Callable,
  args: readonly Ast.Argument[],
  at: number,
  scope: Scope,
  between: number,
): string[] {
  const { node } = called;
  const { program } = called.scope.module;
  const parameter = node.params[at];
  if (parameter?.type !== 'Identifier' || between === 0) return [];
  const isClass = (one: Ast.Node | undefined) => one?.type === 'Identifier' && one.name === parameter.name;
  const inner = () => withLocals({ ...called.scope, bindings: calledWith(called, args, scope) }, [node]);
  for (const call of within('call', node, program)) {
    const [first, second] = call.arguments;
    if (isDefine(call) && first && isClass(second && unwrap(second))) return tagsGiven(first, inner());
  }
  for (const kind of ['call', 'new'] as const) {
    for (const call of within(kind, node, program)) {
      const index = call.arguments.findIndex(isClass);
      const callee = unwrap(call.callee);
      if (index < 0 || (callee.type !== 'Identifier' && !isFunction(callee))) continue;
      const next = kind === 'new' ? constructorNamed(callee, called.scope) : callableOf(callee, called.scope);
      const tags =
        next && next.node !== node ? tagsBy(next, call.arguments, index, inner(), between - 1) : [];
      if (tags.length > 0) return tags;
    }
  }
  return [];
}

function constructorNamed(callee: Ast.Node, scope: Scope): Callable | null {
  const place = classNamed(callee, scope);
  const node = place && constructorOf(place.node);
  return place && node ? { node, scope: place.scope } : null;
}
