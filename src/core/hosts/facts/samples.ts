/** Sample values of every kind, and what attributes show for them. */

import type { Kind } from '../../contract/kinds.js';

/** A value, and the other one of its kind that it changes into. `from` is what null and undefined come from. */
export interface Samples {
  first: unknown;
  next: unknown;
  from?: unknown;
}

/** Fresh samples: rich values are new ones at every call. */
export function samplesOf(kind: Kind): Samples {
  switch (kind) {
    case 'string':
      return { first: 'north', next: 'south' };
    case 'empty':
      return { first: '', next: '', from: 'north' };
    case 'number':
      return { first: 3, next: 4 };
    case 'nan':
      return { first: Number.NaN, next: Number.NaN, from: 3 };
    case 'true':
      return { first: true, next: false };
    case 'false':
      return { first: false, next: true };
    case 'object':
      return { first: { level: 3 }, next: { level: 4 } };
    case 'array':
      return { first: [3], next: [4] };
    case 'date':
      return { first: new Date(0), next: new Date(86_400_000) };
    case 'function':
      return { first: () => 3, next: () => 4 };
    case 'symbol':
      return { first: Symbol('north'), next: Symbol('south') };
    case 'null':
      return { first: null, next: null, from: 'north' };
    case 'undefined':
      return { first: undefined, next: undefined, from: 'north' };
  }
}
