/** What the doc comments of classes say of properties and attributes: `@prop {number} most - How many there are.` */

import type { ContractAttribute, ContractProperty } from '../../contract/types.js';
import type { Layer } from '../classes/layers.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Doc } from '../types/docs.js';
import { namedTag } from '../types/docs.js';
import { typeOfText } from '../types/types.js';
import { rank } from './join-properties.js';

const OF_PROPERTIES = ['property', 'prop'];
const OF_ATTRIBUTES = ['attribute', 'attr'];

interface Said {
  description?: string;
  fallback?: string;
  type: string | null;
  layer: Layer;
}

/**
 * Properties and attributes with what the tags of classes say of them where nothing else does. `documented` are the
 * classes and their doc comments, the nearest last.
 */
export function withMemberTags(
  { properties, attributes }: { properties: ContractProperty[]; attributes: ContractAttribute[] },
  documented: readonly { layer: Layer; doc: Doc }[],
  graph: ModuleGraph,
): { properties: ContractProperty[]; attributes: ContractAttribute[] } {
  const ofProperties = saidIn(documented, OF_PROPERTIES);
  const ofAttributes = saidIn(documented, OF_ATTRIBUTES);
  if (ofProperties.size + ofAttributes.size === 0) return { properties, attributes };
  return {
    properties: properties.map((one) => {
      const said = ofProperties.get(one.name) ?? (one.attribute && ofAttributes.get(one.attribute.name));
      if (!said) return one;
      const initial = one.default ?? said.fallback;
      const isUntold = rank(one.type) === 0 && said.type !== null && ofProperties.has(one.name);
      return {
        ...one,
        ...(isUntold ? { type: typeOfText(said.type ?? '', said.layer.module, graph) } : {}),
        ...(initial === undefined ? {} : { default: initial }),
        ...described(one.description ?? said.description),
      };
    }),
    attributes: attributes.map((one) => ({
      ...one,
      ...described(one.description ?? ofAttributes.get(one.name)?.description),
    })),
  };
}

const described = (description: string | undefined) => (description === undefined ? {} : { description });

function saidIn(
  documented: readonly { layer: Layer; doc: Doc }[],
  tags: readonly string[],
): Map<string, Said> {
  const said = new Map<string, Said>();
  for (const { layer, doc } of documented) {
    for (const tag of doc.tags) {
      if (!tags.includes(tag.tag)) continue;
      const { name, description, fallback } = namedTag(tag);
      said.set(name, {
        ...described(description),
        ...(fallback === undefined ? {} : { fallback }),
        type: tag.type,
        layer,
      });
    }
  }
  return said;
}
