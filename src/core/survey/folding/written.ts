/** Objects that are written out somewhere, behind the names and calls that lead there, and what they hold. */

import type { Ast } from '../syntax/parse.js';
import { callableOf } from './callables.js';
import { fold } from './fold.js';
import { asString } from './folded.js';
import type { Bound, Scope } from './functions.js';
import { keyText, returned, unwrap } from './functions.js';
import { heldBy } from './named.js';
import { calledWith, withLocals } from './scopes.js';

/** Through so many names and calls an object is followed. */
const DEEPEST = 8;

/** An object as it is written, and where its values are looked up. */
export interface Written {
  node: Ast.ObjectExpression;
  scope: Scope;
}

/** The object that an expression leads to: through names, a function that returns one, one that is handed it alone. */
export function writtenObject(expression: Ast.Node, scope: Scope, depth = 0): Written | null {
  if (depth > DEEPEST) return null;
  const node = unwrap(expression);
  if (node.type === 'ObjectExpression') return { node, scope };
  if (node.type === 'Identifier') {
    const held = heldBy(node.name, scope);
    return held && !('value' in held) ? writtenObject(held.node, held.scope, depth + 1) : null;
  }
  if (node.type !== 'CallExpression') return null;
  const called = callableOf(node.callee, scope);
  const result = called && returned(called.node);
  if (result) {
    const bindings = calledWith(called, node.arguments, scope);
    const inner = withLocals({ ...called.scope, bindings }, [called.node]);
    const made = writtenObject(result, inner, depth + 1);
    if (made) return made;
  }
  const [only, ...others] = node.arguments;
  return only && others.length === 0 ? writtenObject(only, scope, depth + 1) : null;
}

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

/** The expression that such an object holds under a name; null where it says nothing of it. */
export function writtenMember({ node, scope }: Written, name: string): Bound | null {
  const found = node.properties.findLast(
    (one) => one.type === 'Property' && !one.computed && keyText(one.key) === name,
  );
  return found?.type === 'Property' ? { node: found.value as Ast.Node, scope } : null;
}

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
