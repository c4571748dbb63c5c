/**
 * Values that variables of the top level, and members of what they hold, are given inside other expressions. Compilers of
 * decorators hand a class over in one, and minifiers put the statements of a function before what it is called for:
 * `const Pier = mixin((Base = Element, class extends Base { ... })); var Base;`.
 */

import type { Ast } from '../syntax/parse.js';

export interface GivenInside {
  /** By name. */
  values: Map<string, Ast.Expression>;
  /** By `name.member`. */
  members: Map<string, Ast.Expression>;
}

/** What each name, and each member, is given that is given something once; functions, lists and what hangs on a condition are not looked into. */
export function givenInside(statements: readonly Ast.Node[]): GivenInside {
  const given: GivenInside = { values: new Map(), members: new Map() };
  const again = new Set<string>();
  const give = (map: Map<string, Ast.Expression>, name: string, value: Ast.Expression) => {
    if (map.has(name)) again.add(name);
    map.set(name, value);
  };
  // Without recursion: calls may stand in one another by the thousand.
  const open = [...statements].reverse();
  for (let node = open.pop(); node; node = open.pop()) {
    const member = memberGiven(node);
    if (member) give(given.members, `${member.holder}.${member.member}`, member.value);
    if (node.type === 'AssignmentExpression' && node.operator === '=' && node.left.type === 'Identifier')
      give(given.values, node.left.name, node.right);
    for (const part of partsOf(node).reverse()) open.push(part);
  }
  for (const name of again) for (const map of [given.values, given.members]) map.delete(name);
  return given;
}

/** `Pier.deck = 1`, also `(Pier = class { ... }).deck = 1`, and `define(Pier, "deck", 1)` as compilers write it. */
export function memberGiven(
  node: Ast.Node,
): { holder: string; member: string; value: Ast.Expression } | null {
  if (node.type === 'CallExpression') {
    const [object, key, value] = node.arguments;
    const holder = object && heldName(object);
    const isMember = key?.type === 'Literal' && typeof key.value === 'string';
    if (!holder || !isMember || !value || value.type === 'SpreadElement') return null;
    return { holder, member: String(key.value), value };
  }
  if (node.type !== 'AssignmentExpression' || node.operator !== '=') return null;
  const { left, right } = node;
  if (left.type !== 'MemberExpression' || left.computed || left.property.type !== 'Identifier') return null;
  const holder = heldName(left.object);
  return holder === null ? null : { holder, member: left.property.name, value: right };
}

function heldName(node: Ast.Node): string | null {
  let inner = node;
  while (inner.type === 'ParenthesizedExpression') inner = inner.expression;
  if (inner.type === 'AssignmentExpression' && inner.operator === '=') inner = inner.left;
  return inner.type === 'Identifier' ? inner.name : null;
}

/** The expressions that are worked out along with a node, whatever becomes of it. */
function partsOf(node: Ast.Node): Ast.Node[] {
  switch (node.type) {
    case 'ExpressionStatement':
    case 'ParenthesizedExpression':
      return [node.expression];
    case 'ExportNamedDeclaration':
    case 'ExportDefaultDeclaration':
      return node.declaration ? [node.declaration] : [];
    case 'VariableDeclaration':
      return node.declarations.flatMap((one) => one.init ?? []);
    case 'ClassDeclaration':
    case 'ClassExpression':
      return node.superClass ? [node.superClass] : [];
    case 'AssignmentExpression':
      return [node.left, node.right];
    case 'MemberExpression':
      return [node.object];
    case 'LogicalExpression':
      return [node.left];
    case 'ConditionalExpression':
      return [node.test];
    case 'SequenceExpression':
      return [...node.expressions];
    case 'CallExpression':
    case 'NewExpression':
      return [node.callee, ...node.arguments];
    default:
      return [];
  }
}
