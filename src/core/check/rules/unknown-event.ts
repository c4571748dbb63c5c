import { nearest } from '../../findings/nearest.js';
import { PLATFORM_EVENTS } from '../../hosts/profile.js';
import type { Rule } from '../rule.js';
import { eventMeant, handlerNames } from '../rule.js';

/** A handler for an event that the component does not send, but nearly: others may come from within its content. */
export const unknownEvent: Rule = {
  code: 'unknown-event',
  level: 'error',
  check(context) {
    const { use, component } = context;
    if (!component) return [];
    return use.items.flatMap((item) => {
      if (item.kind !== 'handler' || eventMeant(item, context)) return [];
      // A property of that name is what is meant.
      if (/^on/.test(item.name) && component.properties.some((one) => one.name === item.name)) return [];
      if (PLATFORM_EVENTS.some((event) => handlerNames(item, event, context).includes(item.name))) return [];
      const candidates = component.events.flatMap((event) => handlerNames(item, event.name, context));
      const near = nearest(item.name, candidates);
      if (near === null) return [];
      return [
        {
          range: item.range,
          message: `${item.name}: ${component.tag} sends no such event, so this handler never runs.`,
          cure: `Write ${near}.`,
        },
      ];
    });
  },
};
