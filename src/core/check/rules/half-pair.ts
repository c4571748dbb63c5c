import { pairFactOf } from '../../crossing/pairs.js';
import type { PairFact } from '../../hosts/profile.js';
import type { Rule } from '../rule.js';
import { crossingOf, cureFor } from '../rule.js';

/** A two-way shorthand of the host on a property whose changes it does not carry both ways. */
export const halfPair: Rule = {
  code: 'half-pair',
  level: 'error',
  check(context) {
    const { use, component, version } = context;
    if (!component) return [];
    return use.items.flatMap((item) => {
      const isProperty = component.properties.some((one) => one.name === item.name);
      if (item.kind !== 'pair' || !isProperty) return [];
      const pair = component.pairs.find((one) => one.property === item.name);
      const why = pair
        ? lossOf(pairFactOf(pair, item.form, version.profile), pair.event, version.label)
        : `${component.tag} has no event that tells of its changes, so nothing comes back`;
      if (why === null) return [];
      const cure = cureFor(crossingOf(context, [pair ? 'pair' : 'property'], item.name), context);
      return [{ range: item.range, message: `${item.name}: ${why}.`, cure }];
    });
  },
};

/** What the shorthand loses, or null when it carries the pair, or nobody measured it. */
function lossOf(fact: PairFact | undefined, event: string, label: string): string | null {
  switch (fact) {
    case 'in only':
      return `${label} sets it, but does not hear "${event}" here, so no change comes back`;
    case 'out only':
      return `${label} hears its changes, but never sets it`;
    case 'neither':
      return `${label} neither sets it nor hears "${event}" here`;
    case 'refused':
      return `${label} does not compile this on an element`;
    case 'error':
      return `${label} throws here`;
    default:
      return null;
  }
}
