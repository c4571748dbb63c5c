/** What an expression says of the element that it runs for: the names of its tag, and what it is an instance of. */

import { isGlobalProperty } from '../../contract/platform.js';
import type { Ast } from '../syntax/parse.js';
import type { Folded } from './folded.js';
import { UNKNOWN } from './folded.js';
import type { Callable, Scope, Trial } from './functions.js';

const LONGEST = 12;

/** `this.localName`, `this.tagName`, also where `this` was handed on: the name of the tag. Null for anything else. */
export function tagUnder(property: string, object: Ast.Node, scope: Scope): string | null {
  if (property !== 'localName' && property !== 'tagName' && property !== 'nodeName') return null;
  const { element } = whereThis(object, scope) ?? {};
  if (!element) return null;
  element.asked = true;
  // Documents of HTML give these two in capitals.
  return property === 'localName' ? element.tag : element.tag.toUpperCase();
}

/** The scope in which a name stands for `this`, which may have been handed on; null for anything else. */
function whereThis(object: Ast.Node, scope: Scope): Scope | null {
  let [node, place] = [object, scope];
  for (let count = 0; count < LONGEST && node.type === 'Identifier'; count += 1) {
    const bound = place.bindings?.get(node.name);
    if (!bound || 'value' in bound) return null;
    [node, place] = [bound.node, bound.scope];
  }
  return node.type === 'ThisExpression' ? place : null;
}

/** The element that code is tried out on, where an expression stands for it. */
export function triedBehind(node: Ast.Node, scope: Scope): Trial | null {
  return scope.trial ? (whereThis(node, scope)?.trial ?? null) : null;
}

/** What a call on an element that code is tried out on gives: its attribute's text. Null for other calls. */
export function askedInTrial(
  { object }: Ast.MemberExpression,
  method: string,
  name: () => Folded,
  scope: Scope,
): { value: Folded } | null {
  if (method !== 'getAttribute' && method !== 'hasAttribute') return null;
  const trial = triedBehind(object, scope);
  const asked = trial && name();
  if (!trial || typeof asked !== 'string') return null;
  const text = trial.texts.get(asked) ?? null;
  return { value: method === 'getAttribute' ? text : text !== null };
}

/** What a member of the element that code is tried out on holds; undefined where that is not known, or nothing is tried. */
export function heldInTrial(node: Ast.Node, name: string, scope: Scope): Folded {
  return triedBehind(node, scope)?.held(name);
}

/** A method of the element that code is tried out on; null for other functions. */
export function methodInTrial(callee: Ast.Node, scope: Scope): Callable | null {
  if (callee.type !== 'MemberExpression' || callee.computed) return null;
  return triedBehind(callee.object, scope)?.methods(callee.property) ?? null;
}

const ABOVE_ELEMENTS: ReadonlySet<string> = new Set(['EventTarget', 'Node', 'Element', 'HTMLElement']);
const BESIDE_ELEMENTS: ReadonlySet<string> = new Set([
  'Window',
  'Document',
  'ShadowRoot',
  'DocumentFragment',
  'Text',
]);

/** Whether an element is an instance of one of the platform's classes; null where that cannot be told. */
export function isInstance(className: string): boolean | null {
  return ABOVE_ELEMENTS.has(className) ? true : BESIDE_ELEMENTS.has(className) ? false : null;
}

/** `name in this`, where `this` is an element: it has what every element has; of anything else nobody knows. */
export function isIn(name: Folded, holder: Ast.Node, { asClass }: Scope): true | typeof UNKNOWN {
  const isElement = holder.type === 'ThisExpression' && !asClass;
  return isElement && typeof name === 'string' && isGlobalProperty(name) ? true : UNKNOWN;
}
