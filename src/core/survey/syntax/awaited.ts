/**
 * Async functions as compilers write them for engines without: a helper is handed what the function is called with, and
 * its statements as a generator, `helper(this, [tag], void 0, function* (name) { yield load(name); })`, also without the
 * third; or the generator alone, which what the helper gives is called for: `helper(function* (name) { ... })(tag)`. Each
 * such call becomes one of the async function it stands for: `(async (name) => { yield load(name); })(tag)`.
 */

import type { Ast } from './parse.js';
import { isNothing, isThis } from './tree.js';

/** Can a text hold such a call at all? */
export const AWAITED = /\bfunction\s*\*\s*\(/;

/** The call that such a call stands for, or null. */
export function awaitedCall(node: Ast.Node): Ast.CallExpression | null {
  if (node.type !== 'CallExpression') return null;
  const handed = handedOver(node) ?? calledFor(node);
  if (!handed) return null;
  const [body, given] = handed;
  const made = { ...body, type: 'ArrowFunctionExpression', async: true, generator: false, expression: false };
  return { ...node, callee: made, arguments: given } as unknown as Ast.CallExpression;
}

type Handed = [body: Ast.Function, given: readonly Ast.Node[]];

/** `helper(this, [tag], void 0, function* (name) { ... })` */
function handedOver({ arguments: args }: Ast.CallExpression): Handed | null {
  if (args.length < 3 || args.length > 4) return null;
  const [self, given] = args;
  const body = generatorIn(args.at(-1));
  if (!self || !given || !body || !(isThis(self) || isNothing(self))) return null;
  const list = isNothing(given) ? [] : given.type === 'ArrayExpression' ? given.elements : null;
  return list?.every((one) => one !== null) ? [body, list] : null;
}

/** `helper(function* (name) { ... })(tag)` */
function calledFor({ callee, arguments: args }: Ast.CallExpression): Handed | null {
  if (callee.type !== 'CallExpression' || callee.arguments.length !== 1) return null;
  const body = generatorIn(callee.arguments[0]);
  return body && [body, args];
}

function generatorIn(node: Ast.Node | undefined): Ast.Function | null {
  return node?.type === 'FunctionExpression' && node.generator && !node.id ? node : null;
}
