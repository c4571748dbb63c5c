/**
 * Static fields that a compiler of decorators took out of a class, so that they are given to what the decorators make of
 * it: they are the fields of another class, whose key the first is, and which is made at once of what its constructor hands
 * up. `new class extends same { static [class Pier extends Base { ... }]; formAssociated = true; constructor() { super(made) } }`
 * becomes the first class with its static fields.
 */

import type { Ast } from './parse.js';

/** Can a text hold such a class at all? */
export const MOVED_STATICS = /\bnew\s+class\b/;

/** The class with the static fields that stand around it, or null where there is no such. */
export function withMovedStatics(node: Ast.Node): Ast.Class | null {
  if (node.type !== 'NewExpression' || node.arguments.length > 0) return null;
  if (node.callee.type !== 'ClassExpression') return null;
  const { body } = node.callee.body;
  const kept = body.map(classInKey).find((one) => one !== null);
  if (!kept) return null;
  const fields = body.flatMap((one) =>
    one.type === 'PropertyDefinition' && !one.static ? [{ ...one, static: true }] : [],
  );
  return { ...kept, body: { ...kept.body, body: [...kept.body.body, ...fields] } };
}

/** `static [class Pier extends Base { ... }];` */
function classInKey(member: Ast.ClassElement): Ast.Class | null {
  if (member.type !== 'PropertyDefinition' || !member.static || !member.computed || member.value) return null;
  return member.key.type === 'ClassExpression' ? member.key : null;
}
