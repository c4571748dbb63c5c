/** What names in an expression stand for, as far as that can be told without working anything out. */

import type { Ast } from '../syntax/parse.js';
import type { Bound, Scope } from './functions.js';
import { askedMember, unwrap } from './functions.js';
import { givenBy } from './scopes.js';

/** Is this the name by which the class around extends the one above? */
export function isExtended(name: string, { extended, bindings }: Scope): boolean {
  return extended?.name === name && bindings?.get(name) === extended.bound;
}

/** The length of a list that is written out, whatever its items are worth. */
export function lengthOf(node: Ast.Node, scope: Scope): number | null {
  const list = node.type === 'Identifier' ? scope.bindings?.get(node.name)?.node : node;
  if (list?.type !== 'ArrayExpression') return null;
  return list.elements.some((one) => one?.type === 'SpreadElement') ? null : list.elements.length;
}

/** The expression that a variable of the top level is given, and where it stands; null for any other name. */
export function topLevelValue(name: string, scope: Scope): Bound | null {
  const found = scope.graph.find(name, scope.module);
  const isVariable = found?.declaration.kind === 'variable' || found?.declaration.kind === 'member';
  const given = isVariable ? givenBy(found.declaration) : null;
  return given && found && { node: given, scope: { graph: scope.graph, module: found.module } };
}

/** What a name is bound to, or a variable of the top level is given. */
export function heldBy(name: string, scope: Scope): Bound | null {
  return scope.bindings?.get(name) ?? topLevelValue(name, scope);
}

/** The member of a global object that goes by another name, `const keys = Object.keys`; null for all else. */
export function globalMember(node: Ast.Node, scope: Scope): { object: Ast.Node; name: string } | null {
  const held = node.type === 'Identifier' ? heldBy(node.name, scope) : null;
  const member = held && !('value' in held) ? unwrap(held.node) : null;
  if (!held || member?.type !== 'MemberExpression' || member.object.type !== 'Identifier') return null;
  const { name: holder } = member.object;
  const name = askedMember(member);
  const isGlobal = !held.scope.bindings?.has(holder) && !held.scope.module.declarations.has(holder);
  return name !== null && isGlobal ? { object: member.object, name } : null;
}

/** What a name is given at the top level where that is a literal, as patterns are; else the expression itself. */
export function constantBehind(node: Ast.Node, scope: Scope): Ast.Node {
  if (node.type !== 'Identifier' || scope.bindings?.has(node.name)) return node;
  const given = topLevelValue(node.name, scope)?.node;
  return given?.type === 'Literal' ? given : node;
}
