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

const EXPRESSIONS = new Map<string, string>();

/** A name to stand in for the user's expression; made once for all components and hosts. */
export function expressionFor(name: string): string {
  const known = EXPRESSIONS.get(name);
  if (known !== undefined) return known;
  const made = camelCase(name);
  EXPRESSIONS.set(name, made);
  return made;
}
