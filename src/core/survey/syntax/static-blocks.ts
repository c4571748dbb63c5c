/** The static blocks of classes, as they are written and as compilers leave them. */

import type { Ast } from './parse.js';
import { arrowCalled, statementOf } from './tree.js';

/**
 * The statements of a member that is there to be run: `static { ... }`, and what compilers make of it for engines that
 * have private members, but no such blocks: `static #_ = this.name = value`, `static #_ = (() => { ... })()`, and
 * `static #_ = run = () => { ... }` where the function is called after the class. Null for others.
 */
export function blockOf(member: Ast.ClassElement): readonly Ast.Statement[] | null {
  if (member.type === 'StaticBlock') return member.body;
  if (member.type !== 'PropertyDefinition' || !member.static || !member.value) return null;
  if (member.key.type !== 'PrivateIdentifier') return null;
  const known = BLOCKS.get(member);
  if (known) return known;
  const statements = statementsOf(member.value);
  BLOCKS.set(member, statements);
  return statements;
}

const BLOCKS = new WeakMap<Ast.Node, readonly Ast.Statement[]>();

function arrowGiven(value: Ast.Expression): Ast.ArrowFunctionExpression | null {
  const isGiven = value.type === 'AssignmentExpression' && value.left.type === 'Identifier';
  return isGiven && value.right.type === 'ArrowFunctionExpression' ? value.right : null;
}

function statementsOf(value: Ast.Expression): readonly Ast.Statement[] {
  const body = (arrowCalled(value) ?? arrowGiven(value))?.body;
  return body?.type === 'BlockStatement' ? body.body : [statementOf(body ?? value)];
}
