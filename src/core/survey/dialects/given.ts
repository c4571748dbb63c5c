/**
 * Attributes listed in what a class is registered with: `TheClass.define({ name: 'a-b', attributes: ['size',
 * { property: 'isOn', attribute: 'on', mode: 'boolean' }] })`, or in what its decorator is given. Each makes a property.
 */

import { decoratorsOf } from '../classes/decorations.js';
import type { Dialect, LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { asString, isFoldedObject } from '../folding/folded.js';
import { entryOf } from '../syntax/tree.js';
import { isInnerName } from '../types/docs.js';
import { attributeCaseOf, readOptions } from './options.js';

export const given: Dialect = {
  name: 'given',
  read(context) {
    const attributeCase = attributeCaseOf(context.chain);
    return {
      properties: listsOf(context).flatMap((list) =>
        list.flatMap((one): PropertyEvidence[] => {
          const name = isFoldedObject(one) ? asString(one.object.get('property') ?? null) : asString(one);
          if (name === null) return [];
          const read = readOptions(name, isFoldedObject(one) ? one : undefined, attributeCase);
          return [
            {
              name,
              origin: 'declared',
              attribute: read.attribute,
              ...(read.type ? { type: read.type } : {}),
              internal: isInnerName(name),
              writable: true,
              words: {},
            },
          ];
        }),
      ),
    };
  },
};

/** The lists of attributes that the calls which register the class are handed. */
function listsOf({ layer, scope, graph }: LayerContext): Folded[][] {
  const calls = [...(layer.made ? [layer.made] : []), ...decoratorsOf(layer, scope, graph)];
  return calls.flatMap(({ node, scope: inner }) => {
    if (node.type !== 'CallExpression') return [];
    return node.arguments.flatMap((argument) => {
      const written = entryOf(argument, 'attributes');
      const description = argument.type === 'Identifier' ? fold(argument, inner) : null;
      const list = written
        ? fold(written, inner)
        : isFoldedObject(description) && description.object.get('attributes');
      return Array.isArray(list) ? [list] : [];
    });
  });
}
