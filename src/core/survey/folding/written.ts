/** What objects that are written out somewhere hold, and what is called among that. */

import type { Ast } from '../syntax/parse.js';
import type { Written } from './callables.js';
import { writtenMember, writtenObject } from './callables.js';
import { fold } from './fold.js';
import { asString } from './folded.js';
import type { Bound, Scope } from './functions.js';
import { keyText, unwrap } from './functions.js';

/** Through so many of them one is followed. */
const DEEPEST = 8;

/** The names under which such an object holds anything, those it takes over from others among them. */
export function writtenNames({ node, scope }: Written, depth = 0): string[] {
  return node.properties.flatMap((one) => {
    if (one.type !== 'SpreadElement')
      return (one.computed ? foldedText(one.key, scope) : keyText(one.key)) ?? [];
    const other = depth > DEEPEST ? null : writtenObject(one.argument, scope);
    return other ? writtenNames(other, depth + 1) : [];
  });
}

const foldedText = (node: Ast.Node, scope: Scope) => asString(fold(node, scope));

/**
 * What is called: as it is written, among options (`options.parse`), in a table (`READERS[name]`), or in place of one that
 * is left out there. Null where such an object is not to be found.
 */
export function calledBehind(
  callee: Ast.Node,
  scope: Scope,
  depth = 0,
): Pick<Bound, 'node' | 'scope'> | null {
  const node = unwrap(callee);
  if (depth > DEEPEST) return null;
  if (node.type === 'LogicalExpression' && node.operator !== '&&')
    return calledBehind(node.left, scope, depth + 1) ?? calledBehind(node.right, scope, depth + 1);
  if (node.type === 'Identifier') {
    const bound = scope.bindings?.get(node.name);
    return bound && !('value' in bound) ? calledBehind(bound.node, bound.scope, depth + 1) : { node, scope };
  }
  if (node.type !== 'MemberExpression') return { node, scope };
  // It belongs to what is worked out already.
  const name = node.computed ? asString(fold(node.property, scope, 1)) : keyText(node.property);
  const object = name === null ? null : writtenObject(node.object, scope);
  return object && name !== null ? writtenMember(object, name) : null;
}
