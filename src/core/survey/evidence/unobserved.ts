/** Attributes that an element reads, or that its styles ask for, without observing them, and what it asks of others. */

import { isGlobalAttribute } from '../../contract/platform.js';
import type { Component, ContractNamed, UnobservedAttribute } from '../../contract/types.js';
import { attributesOf } from '../../contract/types.js';
import type { LayerEvidence } from './evidence.js';

/** What the classes of a component ask others for. */
export function askedIn(found: readonly LayerEvidence[]): Pick<Component, 'asks'> {
  const all = found.flatMap((one) => one.asks ?? []);
  if (all.length === 0) return {};
  const names = (of: 'attributes' | 'slots') => [...new Set(all.flatMap((one) => one[of]))].sort();
  return { asks: { attributes: names('attributes'), slots: names('slots') } };
}

/** Those that are none of the attributes known for others, and that not every element has. */
export function unobservedIn(
  found: readonly LayerEvidence[],
  styled: readonly ContractNamed[],
  known: Pick<Component, 'properties' | 'attributes'>,
): Pick<Component, 'unobserved'> {
  const names = new Set(attributesOf(known).map((one) => one.name));
  const all = [
    ...found
      .flatMap((one) => one.reads ?? [])
      .map(({ name, at }) => ({ name: name.toLowerCase(), at, by: 'code' as const })),
    ...styled.map(({ name, at = '' }) => ({ name, at, by: 'styles' as const })),
  ];
  const unobserved = new Map<string, UnobservedAttribute>();
  for (const one of all)
    if (!names.has(one.name) && !isGlobalAttribute(one.name) && !unobserved.has(one.name))
      unobserved.set(one.name, one);
  return unobserved.size > 0 ? { unobserved: [...unobserved.values()] } : {};
}
