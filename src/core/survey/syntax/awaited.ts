/**
 * Async functions as compilers write them for engines without: a helper is handed what the function is called with, and
 * its statements as a generator, `helper(this, [tag], void 0, function* (name) { yield load(name); })`. Each such call
 * becomes one of the async function it stands for: `(async (name) => { yield load(name); })(tag)`.
 */

import type { Ast } from './parse.js';
import { isNothing, isThis } from './tree.js';

/** Can a text hold such a call at all? */
export const AWAITED = /\bfunction\s*\*\s*\(/;

/** The call that such a call stands for, or null. */
export function awaitedCall(node: Ast.Node): Ast.CallExpression | null {
  if (node.type !== 'CallExpression' || node.arguments.length !== 4) return null;
  const [self, given, , body] = node.arguments;
  if (!self || !given || body?.type !== 'FunctionExpression' || !body.generator || body.id) return null;
  if (!(isThis(self) || isNothing(self))) return null;
  const list = isNothing(given) ? [] : given.type === 'ArrayExpression' ? given.elements : null;
  if (!list?.every((one) => one !== null)) return null;
  const made = { ...body, type: 'ArrowFunctionExpression', async: true, generator: false, expression: false };
  return { ...node, callee: made, arguments: list } as unknown as Ast.CallExpression;
}
