/** What is put into `new Set(...)` and `new Map(...)`, and what an object or a map gives when it is asked. */

import type { Ast } from '../syntax/parse.js';
import type { Folded, FoldedObject } from './folded.js';
import { isFoldedObject, UNKNOWN } from './folded.js';

/** A set is a list, a map with names for keys an object. */
export function foldNew(node: Ast.NewExpression, inner: (node: Ast.Node) => Folded): Folded {
  const kind = node.callee.type === 'Identifier' ? node.callee.name : '';
  if (kind !== 'Set' && kind !== 'Map') return UNKNOWN;
  const [first] = node.arguments;
  const given = first ? inner(first) : [];
  if (kind === 'Set') return Array.isArray(given) ? [...new Set(given)] : UNKNOWN;
  return mapOf(given ?? []);
}

function mapOf(given: Folded): Folded {
  if (!Array.isArray(given)) return isFoldedObject(given) ? given : UNKNOWN;
  const object = new Map<string, Folded>();
  for (const entry of given) {
    const [key, value] = Array.isArray(entry) ? entry : [];
    if (typeof key !== 'string') return UNKNOWN;
    object.set(key, value);
  }
  return { object };
}

/** The entries of an object, as `Object.entries` gives them, or a map that is looped over. */
export function entriesOf({ object }: FoldedObject): Folded[] {
  return [...object].map(([name, value]) => [name, value]);
}

const LONGEST = 1_000;

/** What `Array.from` makes of a map, or of an object with a length. */
export function listFrom(holder: FoldedObject): Folded {
  if (!holder.object.has('length')) return entriesOf(holder);
  const length = holder.object.get('length');
  const isKnown = typeof length === 'number' && length >= 0 && length <= LONGEST;
  return isKnown ? new Array<Folded>(Math.floor(length)).fill(undefined) : UNKNOWN;
}

/** A method of a map, or one that every object has; null where the object may have one of its own. */
export function foldObjectMethod(method: string, holder: FoldedObject, [first]: Folded[]): Folded | null {
  const { object } = holder;
  if (method === 'hasOwnProperty' || method === 'has')
    return typeof first === 'string' ? object.has(first) : null;
  if (object.has(method)) return null;
  switch (method) {
    case 'get':
      return typeof first === 'string' ? object.get(first) : null;
    case 'keys':
      return [...object.keys()];
    case 'values':
      return [...object.values()];
    case 'entries':
      return entriesOf(holder);
    default:
      return null;
  }
}
