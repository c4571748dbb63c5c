/** Makes crossings. */

import { camelCase } from '../emit/names.js';
import type { Crossing, Outcome, Tried } from './types.js';

/** A crossing of these parts. */
export function item(
  kind: Crossing['kind'],
  name: string,
  type: string,
  outcome: Outcome,
  syntax: string | null,
  reason: string | null,
  conditions: string[] = [],
  tried: Tried | null = null,
): Crossing {
  return { kind, name, type, outcome, syntax, reason, tried, conditions };
}

/** A name to stand in for the user's expression. */
export function expressionFor(name: string): string {
  return camelCase(name);
}
