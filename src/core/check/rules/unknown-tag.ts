import { distance } from 'fastest-levenshtein';
import { nearest } from '../../findings/nearest.js';
import type { Rule } from '../rule.js';

/** A tag that no component has, but nearly: with any other tag somebody else's package may be meant. */
export const unknownTag: Rule = {
  code: 'unknown-tag',
  level: 'error',
  check({ use, component, components }) {
    if (component) return [];
    const near = nearest(
      use.tag,
      components.map((one) => one.tag).filter((tag) => couldBeMeant(use.tag, tag)),
    );
    if (near === null) return [];
    return [
      {
        range: use.range,
        message: `${use.tag}: no component has this tag, so it stays an unknown element that does nothing.`,
        cure: `Write ${near}.`,
      },
    ];
  },
};

/** Packages tell themselves apart by the first word of their tags: with another one, another package is meant. */
function couldBeMeant(wrong: string, tag: string): boolean {
  const [first = ''] = wrong.split('-');
  const [theirs = ''] = tag.split('-');
  return distance(first, theirs) <= (first.length > 3 ? 2 : 0);
}
