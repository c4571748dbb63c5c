/** What statements of a function change: names that it has bound, members of what these hold, elements that code is tried out on. */

import type { Ast } from '../syntax/parse.js';
import type { Bindings } from './bindings.js';
import { triedBehind } from './element.js';
import { fieldName } from './fields.js';
import type { Folded } from './folded.js';
import { isFoldedObject, UNKNOWN } from './folded.js';
import type { Bound, Scope } from './functions.js';
import { boundTo } from './functions.js';
import { keptBefore, keptName } from './kept.js';

/** A run of a function, by what it has bound. */
export interface Running {
  scope: Scope & { bindings: Bindings<Bound> };
}

const LONGEST_LIST = 2_000;

/** The methods of lists and sets that change them. */
const CHANGING: ReadonlySet<string> = new Set(['push', 'unshift', 'add', 'delete']);

/** `list.push(...)`, `map.set(...)`, `name = value` and `object.key = value`; all else is taken to change nothing that matters. */
export function runExpression(node: Ast.Node, run: Running, value: (node: Ast.Node) => Folded): void {
  if (node.type === 'AssignmentExpression') {
    const { left, operator } = node;
    if (operator === '=' && giveToElement(left, () => value(node.right), run, value)) return;
    const isName = left.type === 'Identifier' && run.scope.bindings.has(left.name);
    if (isName || keptName(left, run.scope) !== null) keep(left, value(node), run);
    else if (left.type === 'MemberExpression' && operator === '=')
      putInto(left.object, memberKey(left, value), value(node.right), run, value);
    return;
  }
  if (node.type === 'UpdateExpression') {
    const before = isHeld(node.argument, run) ? value(node.argument) : UNKNOWN;
    const step = node.operator === '++' ? 1 : -1;
    keep(node.argument, typeof before === 'number' ? before + step : UNKNOWN, run);
    return;
  }
  if (node.type !== 'CallExpression') return;
  // What an element that is tried out is handed to, or does itself, may give it something.
  if (run.scope.trial) value(node);
  if (node.callee.type !== 'MemberExpression') return;
  const { object, property } = node.callee;
  if (property.type !== 'Identifier') return;
  const [first, second] = node.arguments;
  if (property.name === 'set' && first && second) putInto(object, value(first), value(second), run, value);
  if (property.name === 'defineProperty') defineIn(node.arguments, run, value);
  if (!CHANGING.has(property.name)) return;
  const member = object.type === 'MemberExpression' && !isHeld(object, run) ? object : null;
  const before = isHeld(member?.object ?? object, run) ? value(object) : UNKNOWN;
  if (!Array.isArray(before)) return;
  if (property.name === 'delete') {
    const gone = first ? value(first) : UNKNOWN;
    if (!member)
      keep(
        object,
        before.filter((one) => one !== gone),
        run,
      );
    return;
  }
  const items = node.arguments.flatMap<Folded>((one) => {
    if (one.type !== 'SpreadElement') return [value(one)];
    const spread = value(one.argument);
    return Array.isArray(spread) ? spread : [UNKNOWN];
  });
  const after = before.length + items.length > LONGEST_LIST ? UNKNOWN : [...before, ...items];
  if (member) putInto(member.object, memberKey(member, value), after, run, value);
  else keep(object, after, run);
}

/** `this.name = value` on an element that code is tried out on; false for other targets. */
function giveToElement(
  target: Ast.Node,
  given: () => Folded,
  { scope }: Running,
  value: (node: Ast.Node) => Folded,
): boolean {
  if (target.type !== 'MemberExpression') return false;
  const element = triedBehind(target.object, scope);
  const name = element && (target.computed ? value(target.property) : fieldName(target.property));
  if (!element || typeof name !== 'string') return false;
  element.give(name, given());
  return true;
}

/** `Object.defineProperty(object, key, { value })` */
function defineIn(given: readonly Ast.Node[], run: Running, value: (node: Ast.Node) => Folded): void {
  const [object, key, description] = given;
  const described = description && value(description);
  if (!object || !key || !described || !isFoldedObject(described) || !described.object.has('value')) return;
  putInto(object, value(key), described.object.get('value'), run, value);
}

/** Does an expression stand for what the function itself has bound or kept? */
function isHeld(node: Ast.Node, { scope }: Running): boolean {
  if (node.type === 'Identifier') return scope.bindings.has(node.name);
  return node.type === 'MemberExpression' && keptBefore(node, scope) !== null;
}

/** Gives a name of the function, or a member of `this`, another value. */
export function keep(target: Ast.Node, value: Folded, { scope }: Running): void {
  const name = target.type === 'Identifier' ? target.name : keptName(target, scope);
  if (name !== null) scope.bindings.set(name, boundTo(value, scope));
}

function memberKey({ property, computed }: Ast.MemberExpression, value: (node: Ast.Node) => Folded): Folded {
  return computed ? value(property) : property.type === 'Identifier' ? property.name : UNKNOWN;
}

/** `object.key = value` and `map.set(key, value)`, on what the function holds. */
function putInto(
  holder: Ast.Node,
  key: Folded,
  given: Folded,
  run: Running,
  value: (node: Ast.Node) => Folded,
): void {
  const before = isHeld(holder, run) ? value(holder) : UNKNOWN;
  if (!isFoldedObject(before) || (typeof key !== 'string' && typeof key !== 'number')) return;
  keep(holder, { object: new Map([...before.object, [String(key), given]]) }, run);
}
