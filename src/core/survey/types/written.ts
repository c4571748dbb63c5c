/** Types as they are written. */

import type { JsonSchema } from '../../contract/types.js';
import type { Ast } from '../syntax/parse.js';
import { parseType } from '../syntax/parse.js';

/** What the braces of a doc comment hold, as TypeScript: `?T`, `T=` and `*` are read as doc comments mean them. */
export function plainType(text: string): string {
  return text
    .replace(/=$/, '')
    .replace(/^\?\s*(.+)$/, '$1 | null')
    .replace(/^!/, '')
    .replace(/^\*$/, 'unknown');
}

/** The text of a type in the braces of a doc comment as TypeScript; null for what is none. */
export function typeText(text: string): string | null {
  const parsed = parseType(plainType(text));
  return parsed && textOf(parsed.node as Ast.TSType, parsed.source);
}

/** Does a type name what it is made of, instead of saying what it is? */
export function isWorkedOut(node: Ast.TSType): boolean {
  if (node.type === 'TSTypeReference' && node.typeName.type === 'Identifier')
    return /^(?:Extract|Exclude)$/.test(node.typeName.name);
  return /^TS(?:TemplateLiteralType|IndexedAccessType|TypeOperator|TypeQuery)$/.test(node.type);
}

/** `'car'`, `3`, `-1`, `true` */
export function literalSchema(literal: Ast.TSLiteral): JsonSchema | null {
  if (literal.type === 'Literal' && literal.value !== null) {
    const { value } = literal;
    if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean')
      return { const: value };
  }
  if (literal.type === 'UnaryExpression' && literal.operator === '-' && literal.argument.type === 'Literal') {
    return { const: -Number(literal.argument.value) };
  }
  return literal.type === 'TemplateLiteral' ? { type: 'string' } : null;
}

/** A type in one line, without comments, and without the sign that may stand before the first of several. */
export function textOf(node: Ast.TSType, source: string): string {
  const text = source.slice(node.start, node.end).replaceAll(COMMENTS, '$1');
  return text
    .replaceAll(/\s+/g, ' ')
    .trim()
    .replace(/^[|&] /, '');
}

/** Texts are matched to be kept: one may hold what would begin a comment, as `'image/*'` does. */
const COMMENTS = /('(?:\\.|[^'\\])*'|"(?:\\.|[^"\\])*"|`(?:\\.|[^`\\])*`)|\/\*[\s\S]*?\*\/|\/\/[^\n]*/g;
