import { nearest } from '../../findings/nearest.js';
import type { Rule } from '../rule.js';

/** Content for a slot that the component does not have is not shown at all. */
export const unknownSlot: Rule = {
  code: 'unknown-slot',
  level: 'error',
  check({ use, component }) {
    if (!component || component.root === 'none') return [];
    const names = component.slots.map((one) => one.name).filter((name) => name !== '');
    return use.items
      .filter((item) => item.kind === 'slot' && item.name !== '' && !names.includes(item.name))
      .map((item) => {
        const near = nearest(item.name, names);
        const known = names.length > 0 ? `It has: ${names.join(', ')}.` : 'It has no named slot.';
        return {
          range: item.range,
          message: `slot "${item.name}": ${component.tag} has no such slot, so this content is not shown.`,
          cure: near ? `Write slot="${near}".` : known,
        };
      });
  },
};
