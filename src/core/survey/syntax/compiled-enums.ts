/** Enums as compilers write them: `(function (Mark) { Mark["High"] = "high"; })(Mark || (Mark = {}))`. */

import type { Ast } from './parse.js';

/** The object that a compiled enum fills, or null when a call is no such thing. */
export function enumMembers(node: Ast.CallExpression): Ast.Expression | null {
  const { callee } = node;
  if (callee.type !== 'FunctionExpression' && callee.type !== 'ArrowFunctionExpression') return null;
  const [parameter] = callee.params;
  if (parameter?.type !== 'Identifier' || !callee.body) return null;
  const properties: Ast.Node[] = [];
  for (const expression of expressionsOf(callee.body)) {
    if (expression.type === 'Identifier' && expression.name === parameter.name) continue;
    if (expression.type !== 'AssignmentExpression') return null;
    const { left, right } = expression;
    if (left.type !== 'MemberExpression' || left.object.type !== 'Identifier') return null;
    if (left.object.name !== parameter.name) return null;
    // `Mark[Mark["High"] = 0] = "High"` names a number both ways.
    const inner = left.property.type === 'AssignmentExpression' ? left.property : null;
    const target = inner?.left.type === 'MemberExpression' ? inner.left : left;
    const { start, end } = expression;
    properties.push({
      type: 'Property',
      kind: 'init',
      key: target.property,
      value: inner ? inner.right : right,
      computed: target.computed,
      method: false,
      shorthand: false,
      start,
      end,
    } as unknown as Ast.Node);
  }
  if (properties.length === 0) return null;
  return {
    type: 'ObjectExpression',
    properties,
    start: node.start,
    end: node.end,
  } as unknown as Ast.Expression;
}

/** The expressions a function's body consists of, those of a return and of sequences among them. */
function expressionsOf(body: Ast.Node): Ast.Node[] {
  switch (body.type) {
    case 'BlockStatement':
      return body.body.flatMap(expressionsOf);
    case 'ExpressionStatement':
      return expressionsOf(body.expression);
    case 'ReturnStatement':
      return body.argument ? expressionsOf(body.argument) : [];
    case 'SequenceExpression':
      return body.expressions.flatMap(expressionsOf);
    default:
      return [body];
  }
}
