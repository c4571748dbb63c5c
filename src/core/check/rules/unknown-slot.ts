import { hasGaps } from '../../contract/types.js';
import { nearest } from '../../findings/nearest.js';
import type { Rule, RuleContext } from '../rule.js';

/** Content for a slot that the component does not have is not shown at all. */
export const unknownSlot: Rule = {
  code: 'unknown-slot',
  level: 'error',
  check(context) {
    const { use, component } = context;
    // What an element renders, type declarations do not tell.
    if (!component || component.root === 'none' || component.typesOnly) return [];
    const names = component.slots.map((one) => one.name).filter((name) => name !== '');
    return use.items
      .filter((item) => item.kind === 'slot' && item.name !== '' && !isKnown(item.name, context))
      .flatMap((item) => {
        const near = nearest(item.name, names);
        // What a base class renders that nobody could read is not known.
        if (near === null && hasGaps(component)) return [];
        const known = names.length > 0 ? `It has: ${names.join(', ')}.` : 'It has no named slot.';
        return {
          range: item.range,
          message: `slot "${item.name}": ${component.tag} has no such slot, so this content is not shown.`,
          cure: near ? `Write slot="${near}".` : known,
        };
      });
  },
};

/** A slot of the component, or one that it may come to have; or another element of the package takes what is there. */
function isKnown(name: string, { component, components }: RuleContext): boolean {
  return (
    component?.slots.some((one) => one.name === name) ||
    component?.slotPatterns?.some((one) => isLike(name, one.split('*'))) ||
    components.some((one) => one.asks?.slots.includes(name))
  );
}

/** Does a name begin and end as a pattern does, whose parts are given, and hold what is between in that order? */
function isLike(name: string, parts: readonly string[]): boolean {
  const [first = '', ...rest] = parts;
  const last = rest.pop() ?? '';
  let at = first.length;
  if (!name.startsWith(first) || !name.endsWith(last)) return false;
  for (const part of rest) {
    const found = name.indexOf(part, at);
    if (found < 0) return false;
    at = found + part.length;
  }
  return at + last.length <= name.length;
}
