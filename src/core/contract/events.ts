/** Events by the DOM's own rules. */

import type { Component, ContractEvent, ContractProperty } from './types.js';

/** Why an event of this component can never be heard on the element, by the DOM's own rules; null when it can. */
export function trappedBy(event: ContractEvent, component: Component): string | null {
  if (event.origin === 'element') return null;
  if (component.root === 'none') {
    return event.bubbles ? null : 'it is dispatched on a node inside the element and does not bubble';
  }
  return event.composed
    ? null
    : 'it is dispatched inside the shadow tree without composed, so it never leaves it';
}

/** Names of the properties of a component: every event is looked for among them, in every host. */
const NAMES = new WeakMap<readonly ContractProperty[], ReadonlySet<string>>();

/** Has the element a property for the event's handler, as HTML's own have `onclick` (HTML 8.1.8.1)? */
export function hasOwnHandler({ name }: ContractEvent, { properties }: Component): boolean {
  const names = NAMES.get(properties) ?? new Set(properties.map((one) => one.name));
  NAMES.set(properties, names);
  return names.has(handlerProperty(name));
}

/** The event whose handler this property is; null for any other property. */
export function eventHandledBy({ name }: ContractProperty, { events }: Component): ContractEvent | null {
  if (!name.startsWith('on')) return null;
  return events.find((event) => name === handlerProperty(event.name)) ?? null;
}

const handlerProperty = (event: string) => `on${event.toLowerCase()}`;
