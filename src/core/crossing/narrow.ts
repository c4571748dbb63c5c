/** Narrowing and counting crossings, for every view of them. */

import type { Crossing, HostCrossings, Outcome } from './types.js';

export const OUTCOMES: readonly Outcome[] = ['plain', 'marked', 'bridge', 'broken'];

/** The words that narrow a map, other than `losses`. */
export const NARROWING = [
  ...OUTCOMES,
  'property',
  'attribute',
  'event',
  'pair',
  'slot',
  'method',
  'style',
] as const;

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

/** Weights of what is not plain: what cannot cross at all weighs more than any code that has to be generated. */
const DAMAGE: Record<Outcome, number> = { plain: 0, marked: 1, bridge: 10, broken: 100 };

/** The same crossings, the worst first: hosts by all their items, components by theirs, then items. */
export function byDamage(hosts: readonly HostCrossings[]): HostCrossings[] {
  const weight = (items: readonly Crossing[]) => items.reduce((sum, one) => sum + DAMAGE[one.outcome], 0);
  const worstFirst = <T>(list: readonly T[], of: (one: T) => number) =>
    [...list].sort((a, b) => of(b) - of(a));
  const sorted = hosts.map((host) => ({
    ...host,
    components: worstFirst(
      host.components.map((one) => ({
        ...one,
        items: worstFirst(one.items, (item) => DAMAGE[item.outcome]),
      })),
      (one) => weight(one.items),
    ),
  }));
  return worstFirst(sorted, (host) => weight(host.components.flatMap((one) => one.items)));
}

/** How many items have each outcome. */
export function countOutcomes(items: readonly Crossing[]): Record<Outcome, number> {
  const counts: Record<Outcome, number> = { plain: 0, marked: 0, bridge: 0, broken: 0 };
  for (const item of items) counts[item.outcome] += 1;
  return counts;
}

/** A line of the overview: how many items of a component have each outcome in a host. */
export interface OverviewLine {
  /** Null for all components together. */
  tag: string | null;
  host: string;
  counts: Record<Outcome, number>;
}

/** Every host with all components together, if there are several, then every component in every host that shows it. */
export function overviewOf(hosts: readonly HostCrossings[]): OverviewLine[] {
  const byTag = new Map<string, OverviewLine[]>();
  const together = hosts.map(({ host, components }) => {
    const all = countOutcomes([]);
    for (const { tag, items } of components) {
      const counts = countOutcomes(items);
      for (const outcome of OUTCOMES) all[outcome] += counts[outcome];
      const lines = byTag.get(tag) ?? [];
      byTag.set(tag, lines);
      lines.push({ tag, host, counts });
    }
    return { tag: null, host, counts: all };
  });
  return [...(byTag.size > 1 ? together : []), ...[...byTag.values()].flat()];
}
