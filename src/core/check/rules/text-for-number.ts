import { isSetToText, itemMeant, textIn, textWords } from '../meant.js';
import type { Rule } from '../rule.js';
import { crossingOf, cureFor, withNumber } from '../rule.js';

/** A text that sets a property which holds a number: whether it becomes one is up to the element. */
export const textForNumber: Rule = {
  code: 'text-for-number',
  level: 'warning',
  check(context) {
    const { use, component, version } = context;
    if (!component) return [];
    return use.items.flatMap((item) => {
      const meant = item.kind === 'value' ? itemMeant(item, component) : null;
      if (!meant || meant.readonly || !isSetToText(item, meant, version.profile)) return [];
      if (textIn(meant) !== 'number') return [];
      return [
        {
          range: item.range,
          message: `${meant.name}: ${version.label} sets it to ${textWords(item)}, and its type is ${meant.type.text}; what adds to it puts texts side by side.`,
          cure: withNumber(cureFor(crossingOf(context, [meant.kind], meant.name), context), item, meant.name),
        },
      ];
    });
  },
};
