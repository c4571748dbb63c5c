/** What functions put on `this`, or on a class, as those do that work something out once and keep it. */

import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { isNothing } from '../syntax/tree.js';
import type { Folded } from './folded.js';
import { UNKNOWN } from './folded.js';
import type { Bound, Scope } from './functions.js';
import { calledName, isFunction, unwrap } from './functions.js';
import { foldLogical } from './operators.js';

type Inner = (node: Ast.Node) => Folded;

/**
 * The name under which a scope knows what a member of `this` or of a class was given: no name of a variable has a dot.
 * Null for any other expression.
 */
export function keptName(expression: Ast.Node, { bindings }: Scope): string | null {
  const node = unwrap(expression);
  if (node.type !== 'MemberExpression') return null;
  const { object, property, computed } = node;
  const holder =
    object.type === 'ThisExpression'
      ? 'this'
      : object.type === 'Identifier' && !bindings?.has(object.name)
        ? object.name
        : null;
  if (holder === null) return null;
  if (property.type === 'PrivateIdentifier') return `${holder}.#${property.name}`;
  if (property.type !== 'Identifier') return null;
  // A constant: what goes by the name of a variable of the function may be another member each time.
  if (computed) return bindings?.has(property.name) ? null : `${holder}.[${property.name}]`;
  return `${holder}.${property.name}`;
}

/** What such a member was given on the way; null where nothing was. */
export function keptBefore(node: Ast.MemberExpression, scope: Scope): Bound | null {
  if (!scope.bindings || scope.bindings.size === 0) return null;
  const name = keptName(node, scope);
  return name === null ? null : (scope.bindings.get(name) ?? null);
}

/** `target = value`; `target ||= value` gives a member that is not known yet the value. */
export function foldAssigned(
  { operator, left, right }: Ast.AssignmentExpression,
  scope: Scope,
  inner: Inner,
): Folded {
  if (operator === '=') return inner(right);
  if (operator !== '||=' && operator !== '??=') return UNKNOWN;
  const before = inner(left);
  const isNew = before === UNKNOWN && keptName(left, scope) !== null;
  return foldLogical(operator === '||=' ? '||' : '??', isNew ? undefined : before, () => inner(right));
}

/** The left side of an operator; in `this.list || (this.list = value)` one that is not known yet is not there yet. */
export function leftOf({ left, right, operator }: Ast.LogicalExpression, scope: Scope, inner: Inner): Folded {
  const value = inner(left);
  const given = unwrap(right);
  if (value !== UNKNOWN || operator === '&&' || given.type !== 'AssignmentExpression') return value;
  const name = keptName(left, scope);
  return name !== null && name === keptName(given.left, scope) ? undefined : value;
}

/**
 * The members that a way gives what is asked for before it is taken, as in `if (!this.list) { this.list = [] }`: they
 * are not there when it is asked for the first time.
 */
export function keptLater({ test, consequent }: Ast.IfStatement, scope: Scope): Ast.Node[] {
  const asked = new Set(askedFor(test, scope));
  if (asked.size === 0) return [];
  const found: Ast.Node[] = [];
  walk(consequent, (node) => {
    if (node.type === 'AssignmentExpression') {
      const name = keptName(node.left, scope);
      if (name !== null && asked.has(name)) found.push(node.left);
    }
    return !isFunction(node);
  });
  return found;
}

/** The members that a test takes to be missing: `!this.list`, `this.list === undefined`, also as a part of it. */
function askedFor(expression: Ast.Node, scope: Scope): string[] {
  const test = unwrap(expression);
  const names = (...nodes: Ast.Node[]) => nodes.flatMap((one) => keptName(one, scope) ?? []);
  if (test.type === 'LogicalExpression' && test.operator === '&&')
    return [...askedFor(test.left, scope), ...askedFor(test.right, scope)];
  if (test.type === 'UnaryExpression' && test.operator === '!') {
    const asked = unwrap(test.argument);
    return asked.type === 'CallExpression' ? askedByName(asked) : names(asked);
  }
  if (test.type !== 'BinaryExpression' || !/^===?$/.test(test.operator)) return [];
  return isNothing(test.right) ? names(test.left) : isNothing(test.left) ? names(test.right) : [];
}

/** `this.hasOwnProperty('list')`, `Object.hasOwn(this, 'list')`: the member of `this` that is asked for. */
function askedByName({ callee, arguments: given }: Ast.CallExpression): string[] {
  if (!/^hasOwn/.test(calledName(callee)) && !/^call$/.test(calledName(callee))) return [];
  return given.flatMap((one) =>
    one.type === 'Literal' && typeof one.value === 'string' ? [`this.${one.value}`] : [],
  );
}
