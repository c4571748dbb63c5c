/**
 * Calls of what may not be there, `registry?.define?.(tag, TheClass)`, as compilers write them for engines that do not know
 * the sign: `(_b = (_a = registry) == null ? void 0 : _a.define) == null ? void 0 : _b.call(_a, tag, TheClass)`. After the
 * optional chains of ECMAScript.
 */

import type { Ast } from './parse.js';
import { isNamed, isNothing } from './tree.js';

/** Looked for before anything else. */
export const OPTIONAL_CALLS = /(?:void 0\s*:|\|\|)\s*[\w$]+\.call\(/;

/** The call that a node was before; null for any other. */
export function optionalCall(node: Ast.Node): Ast.Node | null {
  const { asked, after } = askedFirst(node) ?? {};
  if (!asked || after?.type !== 'CallExpression' || after.callee.type !== 'MemberExpression') return null;
  const { object, property } = after.callee;
  const isCall = property.type === 'Identifier' && property.name === 'call' && !after.callee.computed;
  if (!isCall || !isNamed(object, asked.name)) return null;
  const [receiver, ...given] = after.arguments;
  if (!receiver || receiver.type === 'SpreadElement') return null;
  return { ...after, callee: plain(asked.value), arguments: given } as Ast.Node;
}

interface Asked {
  /** What goes on with the value. */
  name: string;
  value: Ast.Node;
}

/** What is asked whether it is there, and what is done after that; null where a node does something else. */
function askedFirst(node: Ast.Node): { asked: Asked | null; after: Ast.Node } | null {
  if (node.type === 'ConditionalExpression' && isNothing(node.consequent))
    return { asked: askedIn(node.test), after: node.alternate };
  if (node.type === 'LogicalExpression' && node.operator === '||')
    return { asked: askedIn(node.left), after: node.right };
  return null;
}

/** `(one = value) == null`, `(one = value) === null || one === void 0` */
function askedIn(test: Ast.Node): Asked | null {
  if (test.type === 'LogicalExpression' && test.operator === '||') {
    const asked = comparedIn(test.left);
    return asked && comparedIn(test.right)?.name === asked.name ? asked : null;
  }
  return comparedIn(test);
}

function comparedIn(node: Ast.Node): Asked | null {
  if (node.type !== 'BinaryExpression' || !/^===?$/.test(node.operator)) return null;
  const value = [node.left, node.right].find((one) => !isNothing(one));
  if (!value || (!isNothing(node.left) && !isNothing(node.right))) return null;
  return namedValue(value);
}

function namedValue(value: Ast.Node): Asked | null {
  const inner = value.type === 'ParenthesizedExpression' ? value.expression : value;
  if (inner.type === 'Identifier') return { name: inner.name, value: inner };
  const isKept =
    inner.type === 'AssignmentExpression' && inner.operator === '=' && inner.left.type === 'Identifier';
  return isKept ? { name: (inner.left as Ast.IdentifierReference).name, value: inner.right } : null;
}

/** What is called, without the names that a compiler gave to what stands on the way to it. */
function plain(node: Ast.Node): Ast.Node {
  if (node.type === 'ParenthesizedExpression') return plain(node.expression);
  if (node.type === 'AssignmentExpression') return namedValue(node) ? plain(node.right) : node;
  if (node.type === 'MemberExpression') return { ...node, object: plain(node.object) } as Ast.Node;
  const { asked, after } = askedFirst(node) ?? {};
  return asked && after?.type === 'MemberExpression' ? within(after, asked) : node;
}

/** The member with what is asked first in the place of its name. */
function within(node: Ast.MemberExpression, asked: Asked): Ast.Node {
  const { object } = node;
  if (isNamed(object, asked.name)) return { ...node, object: plain(asked.value) } as Ast.Node;
  return object.type === 'MemberExpression' ? ({ ...node, object: within(object, asked) } as Ast.Node) : node;
}
