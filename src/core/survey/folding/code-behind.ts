/** Functions that folded objects have under names by which others call them with a text: `fromAttribute`. */

import type { Ast } from '../syntax/parse.js';
import { callableOf } from './callables.js';
import type { Folded, Reference } from './folded.js';
import { isReference } from './folded.js';
import type { Callable, Scope } from './functions.js';

const CODE = new WeakMap<Reference, Callable>();

/** A reference to a function that can be called. */
export function referenceTo(name: string, code: Callable): Reference {
  const reference = { reference: name };
  CODE.set(reference, code);
  return reference;
}

/** The function behind such a reference; null for anything else. */
export function codeBehind(value: Folded): Callable | null {
  return isReference(value) ? (CODE.get(value) ?? null) : null;
}

/** The function that a table or an option holds, in code that is tried out. */
export function codeIn(node: Ast.MemberExpression, scope: Scope): Reference | null {
  const behind = scope.trial?.called(node, scope);
  const code = behind && behind.node !== node ? callableOf(behind.node, behind.scope) : null;
  return code ? referenceTo('function', code) : null;
}
