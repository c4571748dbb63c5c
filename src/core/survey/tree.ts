/** Small things about nodes of the syntax tree: their place, the entries of an object, one in the place of another. */

import type { Ast } from './parse.js';

/** Makes a node of the tree another one, in its place. */
export function become(node: Ast.Node, other: object): void {
  const record = node as unknown as Record<string, unknown>;
  for (const key of Object.keys(record)) delete record[key];
  Object.assign(record, other);
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
