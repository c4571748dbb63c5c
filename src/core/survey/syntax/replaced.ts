/** Functions that put another in their own place when they are called first, which keeps what they made. */

import { walk } from './parse.js';
import type { FunctionNode } from './tree.js';

const REPLACED = new WeakMap<FunctionNode, string | null>();

/** The name of a function that gives that name something else: `function made() { made = () => kept; return made(); }`. */
export function replacedName(node: FunctionNode): string | null {
  if (node.type !== 'FunctionDeclaration' || !node.id || !node.body) return null;
  const known = REPLACED.get(node);
  if (known !== undefined) return known;
  const { name } = node.id;
  let isReplaced = false;
  walk(node.body, (one) => {
    isReplaced ||=
      one.type === 'AssignmentExpression' && one.left.type === 'Identifier' && one.left.name === name;
    return !isReplaced;
  });
  REPLACED.set(node, isReplaced ? name : null);
  return isReplaced ? name : null;
}
