/** Components that are used as tags: what their users write there, and of which types it is. */

import type { Component, ContractEvent, ItemWords } from '../contract/types.js';
import { typeScriptOf } from '../emit/typescript.js';
import { eventType } from '../hosts/wrapping/surface.js';
import type { TagAttribute } from '../hosts/wrapping/types.js';
import type { Crossing } from './types.js';

/** Types of what is written in place of the value itself, by the form it is written in. */
const FORM_TYPES: Readonly<Record<string, string>> = { presence: "''", json: 'string' };

/** The attributes that host code writes for the items of a component, in the forms that carry them. */
export function tagAttributes(component: Component, items: readonly Crossing[]): TagAttribute[] {
  return items.flatMap((one) => {
    const isValue = one.kind === 'property' || one.kind === 'attribute';
    if (one.syntax === null || one.tried === null || !(isValue || one.kind === 'event')) return [];
    const written = /^[^\s={}"'`]+(?==)/.exec(one.syntax)?.[0];
    const { item, type } = isValue ? valueItem(component, one) : eventItem(component, one);
    if (written === undefined || item === undefined) return [];
    const { name, form } = one.tried;
    const words = { name: one.name, ...wordsOf(item) };
    return [
      {
        kind: isValue ? ('value' as const) : ('event' as const),
        name,
        written,
        item: words,
        type: FORM_TYPES[form] ?? type,
      },
    ];
  });
}

function wordsOf({ description, deprecated }: ItemWords): ItemWords {
  return {
    ...(description === undefined ? {} : { description }),
    ...(deprecated === undefined ? {} : { deprecated }),
  };
}

function valueItem(component: Component, { kind, name }: Crossing): { item?: ItemWords; type: string } {
  if (kind === 'attribute') {
    const item = component.attributes.find((one) => one.name === name);
    const reads = item?.reads;
    return { ...(item ? { item } : {}), type: reads === 'number' || reads === 'boolean' ? reads : 'string' };
  }
  const item = component.properties.find((one) => one.name === name);
  return { ...(item ? { item } : {}), type: item ? typeScriptOf(item.type) : 'unknown' };
}

function eventItem(component: Component, { name }: Crossing): { item?: ItemWords; type: string } {
  const item = component.events.find((one) => one.name === name);
  return { ...(item ? { item } : {}), type: `(event: ${eventType(item as ContractEvent)}) => void` };
}
