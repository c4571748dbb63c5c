/**
 * Elements that a call makes of a view, with lists beside the table of its properties:
 * `make(view, { size: { type: 'Number' } }, ['legend'], ['refresh'], { mode: 'open' })` names its slots and what it
 * lets others call, in this order, as component compilers write it.
 */

import type { Dialect, LayerContext } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import { isFoldedObject } from '../folding/folded.js';

export const listed: Dialect = {
  name: 'listed',
  read(context) {
    const [slots, exported] = listsIn(context);
    if (!slots || !exported) return {};
    const at = context.at(context.layer.node);
    return {
      slots: slots.map((name) => ({ name: name === 'default' ? '' : name, at })),
      methods: exported.map((name) => ({ name, text: `${name}(): unknown`, words: { at } })),
    };
  },
};

/** The two lists of names that follow a table; nothing where they do not stand so. */
function listsIn({ layer: { built } }: LayerContext): string[][] {
  if (built?.node.type !== 'CallExpression') return [];
  const values = built.node.arguments.map((one) => fold(one, built.scope));
  const at = values.findIndex((one) => isFoldedObject(one));
  if (at < 0) return [];
  return values
    .slice(at + 1, at + 3)
    .flatMap((one) => (Array.isArray(one) && one.every(isName) ? [one] : []));
}

function isName(value: unknown): value is string {
  return typeof value === 'string';
}
