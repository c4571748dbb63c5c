/**
 * A contract with every item written once: elements of one family share most of theirs, and what is remembered of a
 * large package would be read slowly if each stood there for every element.
 */

import type { Component, Contract } from '../../core/contract/types.js';
import { ITEM_LISTS } from '../../core/contract/types.js';

/** Components whose lists name their items by number. */
export interface PackedContract extends Omit<Contract, 'components'> {
  components: Record<string, unknown>[];
  items: unknown[];
}

/** A contract to write down. */
export function packed(contract: Contract): PackedContract {
  const numbers = new Map<string, number>();
  const items: unknown[] = [];
  const numberOf = (item: unknown) => {
    const text = JSON.stringify(item);
    const known = numbers.get(text);
    if (known !== undefined) return known;
    numbers.set(text, items.length);
    return items.push(item) - 1;
  };
  const components = contract.components.map((one) => {
    const lists = ITEM_LISTS.map((list) => [list, one[list].map(numberOf)] as const);
    return { ...one, ...Object.fromEntries(lists) };
  });
  return { ...contract, components, items };
}

/** The contract that was packed; elements with the same item hold one object. */
export function unpacked({ items, components, ...contract }: PackedContract): Contract {
  const whole = components.map((one) => {
    const lists = ITEM_LISTS.map((list) => [list, (one[list] as number[]).map((number) => items[number])]);
    return { ...one, ...Object.fromEntries(lists) } as Component;
  });
  return { ...contract, components: whole };
}
