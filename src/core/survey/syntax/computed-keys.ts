/**
 * Keys of members that are more than a name. Compilers of decorators run what is to be run while a class is made in the
 * first key, which they make a computed one for that: `static get [(_deck = property(), "observedAttributes")]() {}`. The
 * name becomes a plain key again, and the rest a static block beside the member.
 */

import type { Ast } from './parse.js';
import { placeOf, statementOf } from './tree.js';

/** Can a text hold such a key at all? */
export const COMPUTED_KEYS = /\[\s*\(\s*[\w$]+\s*=/;

/** The body of a class without such keys, or null where it has none. */
export function withPlainKeys(node: Ast.Node): Ast.ClassBody | null {
  if (node.type !== 'ClassBody') return null;
  const body = node.body.map(apart);
  return body.some((one) => one.length > 1) ? { ...node, body: body.flat() } : null;
}

function apart(member: Ast.ClassElement): Ast.ClassElement[] {
  if (!('key' in member) || !('computed' in member) || !member.computed) return [member];
  const key = member.key.type === 'ParenthesizedExpression' ? member.key.expression : member.key;
  const name = key.type === 'SequenceExpression' ? key.expressions.at(-1) : undefined;
  if (key.type !== 'SequenceExpression' || name?.type !== 'Literal' || typeof name.value !== 'string')
    return [member];
  const body = key.expressions.slice(0, -1).map(statementOf);
  const block = { type: 'StaticBlock', body, ...placeOf(key) } as unknown as Ast.StaticBlock;
  return [{ ...member, key: name, computed: false }, block];
}
