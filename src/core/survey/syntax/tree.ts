/** Nodes of the syntax tree: the entries of an object, the expressions of a statement, and nodes that stand in no source. */

import type { Ast } from './parse.js';

/** Makes a node of the tree another one, in its place. */
export function become(node: Ast.Node, other: object): void {
  const record = node as unknown as Record<string, unknown>;
  for (const key of Object.keys(record)) delete record[key];
  Object.assign(record, other);
}

export type FunctionNode = Ast.Function | Ast.ArrowFunctionExpression;

/** A function that is written as an expression. */
export function isFunctionExpression(node: Ast.Node): node is FunctionNode {
  return node.type === 'FunctionExpression' || node.type === 'ArrowFunctionExpression';
}

/** Any function, also a declared one; methods are the functions of their members. */
export function isFunction(node: Ast.Node): node is FunctionNode {
  return node.type === 'FunctionDeclaration' || isFunctionExpression(node);
}

/** Is it this name, and nothing more? */
export function isNamed(node: Ast.Node | null | undefined, name: string): boolean {
  return node?.type === 'Identifier' && node.name === name;
}

export function isThis(node: Ast.Node | null | undefined): boolean {
  return node?.type === 'ThisExpression';
}

/** `TheClass.prototype`, `this.prototype` */
export function isPrototype(node: Ast.Node | null | undefined): node is Ast.MemberExpression {
  if (node?.type !== 'MemberExpression' || node.computed) return false;
  return node.property.type === 'Identifier' && node.property.name === 'prototype';
}

/** Kept from users by a modifier: `private`, `protected`. */
export function isInaccessible(member: Ast.Node): boolean {
  const access = 'accessibility' in member ? member.accessibility : null;
  return access === 'private' || access === 'protected';
}

export function placeOf({ start, end }: { start: number; end: number }) {
  return { start, end };
}

/** The value of a key that is written out in an object; null where there is none. */
export function entryOf(node: Ast.Node | null | undefined, name: string): Ast.Node | null {
  if (node?.type !== 'ObjectExpression') return null;
  for (const one of node.properties) {
    if (one.type !== 'Property' || one.computed) continue;
    const { key } = one;
    const written = key.type === 'Identifier' ? key.name : key.type === 'Literal' ? key.value : null;
    if (written === name) return one.value;
  }
  return null;
}

/**
 * The expressions that a statement consists of, or returns: those of a sequence one by one, also where a minifier put
 * it into the condition of what follows. None in other statements.
 */
export function expressionsOf(statement: Ast.Node): Ast.Node[] {
  const whole =
    statement.type === 'ExpressionStatement'
      ? statement.expression
      : statement.type === 'ReturnStatement'
        ? statement.argument
        : statement.type === 'IfStatement' && statement.test.type === 'SequenceExpression'
          ? statement.test
          : null;
  if (!whole) return [];
  return whole.type === 'SequenceExpression' ? whole.expressions : [whole];
}

/**
 * The expressions that minifiers put together in one, in order: those of a sequence, and what is only worked out under a
 * condition, `isThere && (Base = Element)`, `isThere ? Base = Element : ...`.
 */
export function partsOf(expression: Ast.Node): { node: Ast.Node; isConditional: boolean }[] {
  const found: { node: Ast.Node; isConditional: boolean }[] = [];
  // Without recursion: conditions stand in one another by the thousand.
  const open = [{ node: expression, isConditional: false }];
  for (let one = open.pop(); one; one = open.pop()) {
    const parts = partsIn(one.node);
    if (parts.length === 0) found.push(one);
    const isConditional = one.isConditional || one.node.type !== 'SequenceExpression';
    open.push(...parts.toReversed().map((node) => ({ node, isConditional })));
  }
  return found;
}

function partsIn(node: Ast.Node): readonly Ast.Node[] {
  if (node.type === 'SequenceExpression') return node.expressions;
  if (node.type === 'LogicalExpression') return node.operator === '&&' ? [node.right] : [];
  return node.type === 'ConditionalExpression' ? [node.consequent, node.alternate] : [];
}

/** The arrow function that is called where it is written, without arguments: `(() => ...)()`; null for all else. */
export function arrowCalled(node: Ast.Node): Ast.ArrowFunctionExpression | null {
  if (node.type !== 'CallExpression' || node.arguments.length > 0) return null;
  return node.callee.type === 'ArrowFunctionExpression' ? node.callee : null;
}

/** A statement of its own for an expression that is none; others as they are. */
export function statementOf(part: Ast.Node): Ast.Statement {
  const statement = /Statement$|Declaration$/.test(part.type)
    ? part
    : { type: 'ExpressionStatement', expression: part, directive: null, ...placeOf(part) };
  return statement as Ast.Statement;
}

/** A class that is made of the parts given, in the place of what stands for it. */
export function classNode(
  place: Ast.Span,
  given: {
    id?: Ast.Class['id'];
    superClass?: Ast.Node | null;
    decorators?: object[];
    members?: object[];
  } = {},
): Ast.Class {
  const { id = null, superClass = null, decorators = [], members = [] } = given;
  const body = { type: 'ClassBody', body: members, ...placeOf(place) };
  const node = {
    type: 'ClassExpression',
    decorators,
    id,
    superClass,
    implements: [],
    body,
    ...placeOf(place),
  };
  return node as unknown as Ast.Class;
}

/** A member of such a class: `rest` says of which type it is, and what it holds. */
export function memberNode(place: Ast.Span, name: string, rest: object): { start: number } {
  const isName = /^[\w$]+$/.test(name);
  const key = isName
    ? { type: 'Identifier', name, ...placeOf(place) }
    : { type: 'Literal', value: name, raw: JSON.stringify(name), ...placeOf(place) };
  const member = { decorators: [], key, computed: false, static: false, ...rest, ...placeOf(place) };
  return member;
}

/** `null`, `undefined` or `void 0`, as it is written. */
export function isNothing(node: Ast.Node): boolean {
  if (node.type === 'Literal') return node.value === null;
  if (node.type === 'UnaryExpression') return node.operator === 'void';
  return node.type === 'Identifier' && node.name === 'undefined';
}

/** `harbour.plan.Berth` in its parts, as a type or as an expression; null for what is no such name. */
export function pathOf(node: Ast.Node): string[] | null {
  const parts: string[] = [];
  let rest = node;
  while (parts.length < LONGEST_PATH) {
    if (rest.type === 'Identifier') return [rest.name, ...parts];
    const [left, right] =
      rest.type === 'TSQualifiedName'
        ? [rest.left, rest.right]
        : rest.type === 'MemberExpression' && !rest.computed
          ? [rest.object, rest.property]
          : [];
    if (!left || right?.type !== 'Identifier') return null;
    parts.unshift(right.name);
    rest = left;
  }
  return null;
}

/** More parts no name has. */
const LONGEST_PATH = 20;
