/**
 * Templates as compilers write them for engines without: `"<b>".concat(name, "</b>")`, and for those with a tag its list of
 * texts, `html(object || (object = make(["<b>", "</b>"])), name)`.
 */

import type { Ast } from './parse.js';
import { placeOf } from './tree.js';

/** Can a text hold such a template at all? */
export const TEMPLATES = /["']\.concat\(|(?:templateobject|tagged_?template)/i;

/** The template that a call stands for, or null. */
export function templateBefore(node: Ast.Node): Ast.Node | null {
  if (node.type !== 'CallExpression') return null;
  return concatenated(node) ?? tagged(node);
}

/** `"<b>".concat(name, "</b>")`, also one call after the other. */
function concatenated(node: Ast.CallExpression): Ast.Node | null {
  const calls: Ast.CallExpression[] = [];
  let start: Ast.Node = node;
  for (let next = receiverOf(start); next; next = receiverOf(start)) {
    calls.push(start as Ast.CallExpression);
    start = next;
  }
  if (calls.length === 0 || !isText(start)) return null;
  const texts = [start.value];
  const expressions: Ast.Node[] = [];
  for (const one of calls.reverse().flatMap((call) => call.arguments)) {
    if (one.type === 'SpreadElement') return null;
    if (isText(one)) texts[expressions.length] = (texts[expressions.length] ?? '') + one.value;
    else {
      expressions.push(one);
      texts.push('');
    }
  }
  return templateOf(texts, expressions, node);
}

/** What `concat` is called on. */
function receiverOf(node: Ast.Node): Ast.Node | null {
  const callee = node.type === 'CallExpression' ? node.callee : null;
  if (callee?.type !== 'MemberExpression' || callee.computed) return null;
  return callee.property.type === 'Identifier' && callee.property.name === 'concat' ? callee.object : null;
}

/** `html(object || (object = make(["<b>", "</b>"], ["<b>", "</b>"])), name)` */
function tagged(node: Ast.CallExpression): Ast.Node | null {
  const [first, ...expressions] = node.arguments;
  const kept = first?.type === 'LogicalExpression' && first.operator === '||' ? first : null;
  const right = kept?.right.type === 'ParenthesizedExpression' ? kept.right.expression : kept?.right;
  if (kept?.left.type !== 'Identifier' || right?.type !== 'AssignmentExpression') return null;
  const made = right.right;
  const list = made.type === 'CallExpression' ? made.arguments[0] : undefined;
  if (list?.type !== 'ArrayExpression' || list.elements.length !== expressions.length + 1) return null;
  const texts = list.elements.flatMap((one) => (one && isText(one) ? [one.value] : []));
  if (texts.length !== list.elements.length) return null;
  return {
    type: 'TaggedTemplateExpression',
    tag: node.callee,
    quasi: templateOf(texts, expressions, first ?? node),
    ...placeOf(node),
  } as unknown as Ast.Node;
}

function isText(node: Ast.Node): node is Ast.StringLiteral {
  return node.type === 'Literal' && typeof node.value === 'string';
}

function templateOf(texts: readonly string[], expressions: readonly Ast.Node[], place: Ast.Span): Ast.Node {
  const quasis = texts.map((text, at) => ({
    type: 'TemplateElement',
    value: { cooked: text, raw: text },
    tail: at === texts.length - 1,
    ...placeOf(place),
  }));
  return { type: 'TemplateLiteral', quasis, expressions, ...placeOf(place) } as unknown as Ast.Node;
}
