/** Pairs: a property and an event that together make a two-way value. */

import type { ContractPair } from '../contract/types.js';
import type { PairFact, VersionProfile } from '../hosts/profile.js';
import { expressionFor, item } from './item.js';
import type { Crossing, HostVersion } from './types.js';

/** A pair crosses by the host's shorthand, or written out as its property and its event. */
export function pairCrossing(pair: ContractPair, items: readonly Crossing[], version: HostVersion): Crossing {
  const { property, event } = pair;
  const type = `${property} with ${event}`;
  const shorthand = version.host.syntax.pairForms?.find(
    (form) => pairFactOf(pair, form.id, version.profile) === 'both ways',
  );
  if (shorthand) {
    const code = shorthand.write(property, expressionFor(property));
    const tried = { form: shorthand.id, name: property, late: true };
    return item('pair', property, type, 'plain', code, null, [], tried);
  }
  const sides = items.filter(
    (one) => one.name === (one.kind === 'property' ? property : one.kind === 'event' ? event : null),
  );
  const lost = sides.find((one) => one.outcome === 'broken') ?? sides.find((one) => one.outcome === 'bridge');
  if (lost) return item('pair', property, type, lost.outcome, null, lost.reason);
  const written = sides.map((one) => one.syntax).join(' ');
  const reason = `${version.label} has no shorthand that knows ${property} with ${event}`;
  const conditions = [...new Set(sides.flatMap((one) => one.conditions))];
  return item('pair', property, type, 'marked', written, reason, conditions);
}

/** What a shorthand carries of a pair: as measured, or as measured of a pair whose names are formed alike. */
export function pairFactOf(
  { property, event }: ContractPair,
  form: string,
  profile: VersionProfile,
): PairFact | undefined {
  const facts = profile.pairs[form] ?? {};
  const alike = [`${property}-change`, `${property}Change`, `update:${property}`].indexOf(event);
  const key = alike < 0 ? '' : `level ${['level-change', 'levelChange', 'update:level'][alike]}`;
  // With the space between, no key is the name of what every object has.
  return facts[`${property} ${event}`] ?? facts[key];
}
