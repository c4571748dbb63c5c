/** What is known after a way of which nobody knows whether it is taken. */

import type { Bindings } from './bindings.js';
import type { Running } from './changing.js';
import type { Folded, FoldedObject } from './folded.js';
import { isFoldedObject, UNKNOWN } from './folded.js';
import type { Bound } from './functions.js';
import { boundTo } from './functions.js';

/** What a way changes of what was known before it. */
export function changedIn(bindings: Bindings<Bound>, run: Running): [string, Bound][] {
  return [...bindings.own()].filter(([name]) => run.scope.bindings.has(name) || name.includes('.'));
}

/** A name that one way changes. */
export function makeUncertain(name: string, changed: Bound, run: Running): void {
  const known = run.scope.bindings.get(name);
  const either =
    known && 'value' in known && 'value' in changed ? eitherOf(known.value, changed.value) : UNKNOWN;
  run.scope.bindings.set(name, boundTo(either, run.scope));
}

/** Either of two values: a list may hold the items of both, an object has both's members; anything else may be anything. */
function eitherOf(one: Folded, other: Folded): Folded {
  if (one === other) return one;
  if (Array.isArray(one) && Array.isArray(other)) return [...new Set<Folded>([...one, ...other, UNKNOWN])];
  if (!isFoldedObject(one) || !isFoldedObject(other)) return UNKNOWN;
  const names = new Set([...one.object.keys(), ...other.object.keys()]);
  const heldIn = ({ object }: FoldedObject, name: string) => (object.has(name) ? object.get(name) : UNKNOWN);
  return {
    object: new Map([...names].map((name) => [name, eitherOf(heldIn(one, name), heldIn(other, name))])),
  };
}
