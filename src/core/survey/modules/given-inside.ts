/**
 * Values that variables of the top level are given inside other expressions. Minifiers put the statements of a function
 * before what it is called for: `const Pier = mixin((Base = Element, class extends Base { ... })); var Base;`.
 */

import type { Ast } from '../syntax/parse.js';

/** The value of each name that is given exactly one so; functions, conditions and lists are not looked into. */
export function givenInside(statements: readonly Ast.Node[]): Map<string, Ast.Expression> {
  const given = new Map<string, Ast.Expression>();
  const again = new Set<string>();
  // Without recursion: calls may stand in one another by the thousand.
  const open = [...statements].reverse();
  for (let node = open.pop(); node; node = open.pop()) {
    if (node.type === 'AssignmentExpression' && node.operator === '=' && node.left.type === 'Identifier') {
      const { name } = node.left;
      if (given.has(name)) again.add(name);
      given.set(name, node.right);
    }
    for (const part of partsOf(node).reverse()) open.push(part);
  }
  for (const name of again) given.delete(name);
  return given;
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
      return [node.right];
    case 'SequenceExpression':
      return [...node.expressions];
    case 'CallExpression':
    case 'NewExpression':
      return [node.callee, ...node.arguments];
    default:
      return [];
  }
}
