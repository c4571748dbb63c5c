/** `this` in code for older engines: the names that functions inside functions reach it by. */

import type { Ast } from './parse.js';
import { childrenOf, walk } from './parse.js';
import { become, expressionsOf, isThis, placeOf } from './tree.js';

/** A statement of a body, or the expressions in its place; the last one that is returned still is. */
export function partsOf(statement: Ast.Node): Ast.Node[] {
  const expressions = expressionsOf(statement);
  if (statement.type !== 'ReturnStatement') return expressions.length > 0 ? expressions : [statement];
  const last = { ...statement, argument: expressions.at(-1) ?? null } as Ast.ReturnStatement;
  return [...expressions.slice(0, -1), last];
}

/** `var _this = this`, and what a constructor returns in the end: made by a call with `this`, or by `Reflect.construct`. */
export function namesOfThis({ body }: Ast.Function): Set<string> {
  const names = new Set<string>();
  if (!body) return names;
  walk(body, (node) => {
    if (isFunction(node)) return false;
    if (node.type === 'VariableDeclarator' && node.id.type === 'Identifier' && isThis(node.init))
      names.add(node.id.name);
    return true;
  });
  for (const part of body.body.flatMap(partsOf))
    if (
      part.type === 'ReturnStatement' &&
      part.argument?.type === 'Identifier' &&
      isBuilderOf(body, part.argument)
    )
      names.add(part.argument.name);
  return names;
}

/** `_this = above.call(this) || this`: is a name given what a call with `this` made? */
function isBuilderOf(body: Ast.Node, { name }: { name: string }): boolean {
  let found = false;
  walk(body, (node) => {
    if (found || isFunction(node)) return false;
    const [target, value] =
      node.type === 'AssignmentExpression'
        ? [node.left, node.right]
        : node.type === 'VariableDeclarator'
          ? [node.id, node.init]
          : [null, null];
    if (target?.type === 'Identifier' && target.name === name && value) found = handsThis(value);
    return true;
  });
  return found;
}

function handsThis(value: Ast.Node): boolean {
  if (value.type === 'LogicalExpression') return isThis(value.right) || handsThis(value.right);
  if (value.type !== 'CallExpression') return false;
  if (isReflectConstruct(value)) return true;
  return value.arguments.some(
    (one) =>
      isThis(one) ||
      (one.type === 'ArrayExpression' && one.elements.some((item) => isThis(item))) ||
      (one.type === 'CallExpression' && handsThis(one)) ||
      (one.type === 'CallExpression' &&
        one.callee.type === 'MemberExpression' &&
        one.callee.object.type === 'ArrayExpression' &&
        one.callee.object.elements.some((item) => isThis(item))),
  );
}

/** A call of the platform's `Reflect.construct`. */
export function isReflectConstruct({ callee }: Ast.CallExpression): boolean {
  if (callee.type !== 'MemberExpression' || callee.object.type !== 'Identifier') return false;
  const { property } = callee;
  return callee.object.name === 'Reflect' && property.type === 'Identifier' && property.name === 'construct';
}

function isFunction(node: Ast.Node): node is Ast.Function {
  return node.type === 'FunctionExpression' || node.type === 'FunctionDeclaration';
}

/** Makes references to some names `this`, but not in functions that have such a name of their own. */
export function restoreThis(node: Ast.Node, names: ReadonlySet<string>): void {
  if (node.type === 'Identifier') {
    if (names.has(node.name)) become(node, { type: 'ThisExpression', ...placeOf(node) });
    return;
  }
  if (isFunction(node)) {
    const free = new Set([...names].filter((name) => !declares(node, name)));
    if (free.size > 0 && node.body) restoreThis(node.body, free);
    return;
  }
  if (node.type === 'CallExpression') assertThis(node, names);
  for (const child of referencesIn(node)) restoreThis(child, names);
}

/** `define(assertThis(_this), "name", value)` is about `this`, as `define(this, "name", value)` is. */
function assertThis({ arguments: args }: Ast.CallExpression, names: ReadonlySet<string>): void {
  const [holder, key] = args;
  if (args.length !== 3 || holder?.type !== 'CallExpression' || key?.type !== 'Literal') return;
  const [only] = holder.arguments;
  if (holder.arguments.length === 1 && only?.type === 'Identifier' && names.has(only.name))
    become(holder, { type: 'ThisExpression', ...placeOf(holder) });
}

function declares({ params, body }: Ast.Function, name: string): boolean {
  let found = false;
  const look = (node: Ast.Node) =>
    walk(node, (inner) => {
      if (inner.type === 'Identifier') found ||= inner.name === name;
      return !found;
    });
  for (const one of params) look(one);
  if (!body) return found;
  walk(body, (inner) => {
    if (found || isFunction(inner)) return false;
    if (inner.type === 'VariableDeclarator') look(inner.id);
    return true;
  });
  return found;
}

/** The children of a node in which a name stands for what it is bound to. */
function referencesIn(node: Ast.Node): Ast.Node[] {
  switch (node.type) {
    case 'MemberExpression':
      return node.computed ? [node.object, node.property] : [node.object];
    case 'Property':
      return node.computed ? [node.key, node.value] : [node.value];
    case 'VariableDeclarator':
      return node.init ? [node.init] : [];
    case 'AssignmentExpression':
      return node.left.type === 'Identifier' ? [node.right] : [node.left, node.right];
    default:
      return childrenOf(node);
  }
}
