/** Events by the DOM's own rules. */

import type { Component, ContractEvent } from './types.js';

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
