/** Narrowing and counting crossings, for every view of them. */

import type { Crossing, HostCrossings, Outcome } from './types.js';

export const OUTCOMES: readonly Outcome[] = ['plain', 'marked', 'bridge', 'broken'];

/** The words that narrow a map, other than `losses`. */
export const NARROWING = [...OUTCOMES, 'property', 'attribute', 'event', 'slot', 'method', 'style'] as const;

/** Only the items that one of the words names; everything when there are no words. Components without items go. */
export function narrowed(hosts: readonly HostCrossings[], words: readonly string[]): HostCrossings[] {
  if (words.length === 0) return [...hosts];
  return hosts.map((host) => ({
    ...host,
    components: host.components
      .map((one) => ({
        ...one,
        items: one.items.filter((item) => words.some((word) => matches(item, word))),
      }))
      .filter((one) => one.items.length > 0),
  }));
}

function matches(item: Crossing, word: string): boolean {
  if (word === 'losses') return item.outcome !== 'plain';
  return item.outcome === word || item.kind === word || (word === 'style' && item.kind.startsWith('css'));
}

/** How many items have each outcome. */
export function countOutcomes(items: readonly Crossing[]): Record<Outcome, number> {
  const counts: Record<Outcome, number> = { plain: 0, marked: 0, bridge: 0, broken: 0 };
  for (const item of items) counts[item.outcome] += 1;
  return counts;
}
