import { trappedBy } from '../../contract/events.js';
import type { Rule } from '../rule.js';
import { eventMeant } from '../rule.js';

/** A handler for an event that never leaves the component. */
export const trappedEvent: Rule = {
  code: 'trapped-event',
  level: 'error',
  check(context) {
    const { use, component } = context;
    if (!component) return [];
    return use.items.flatMap((item) => {
      const event = item.kind === 'handler' ? eventMeant(item, context) : null;
      const why = event ? trappedBy(event, component) : null;
      if (!event || why === null) return [];
      const missing = component.root === 'none' ? 'bubbles: true' : 'composed: true';
      return [
        {
          range: item.range,
          message: `${event.name}: never reaches this handler, because ${why}.`,
          cure: `Have the component dispatch it with ${missing}${event.at ? ` (${event.at})` : ''}, or on itself.`,
        },
      ];
    });
  },
};
