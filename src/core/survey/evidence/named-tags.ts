/** What the doc comments of classes say of items that are known by name: `@slot legend - Explains the colours.` */

import type { ContractNamed, ItemWords } from '../../contract/types.js';
import type { Module } from '../modules/modules.js';
import type { Doc } from '../types/docs.js';
import { isWordForUnnamed, namedTag } from '../types/docs.js';
import { placeIn } from './evidence.js';

/** A class with its doc comment, and what is said of items that come from there. */
export interface Documented {
  doc: Doc;
  module: Module;
  inherited: ItemWords;
}

/** Adds what the doc comments of a component's classes say of named items, and the items only they name. */
export function withTags(
  found: ContractNamed[],
  documented: readonly Documented[],
  tags: string[],
): ContractNamed[] {
  const named = new Map(found.map((one) => [one.name, one]));
  for (const { doc, module, inherited } of documented) {
    for (const tag of doc.tags.filter((one) => tags.includes(one.tag))) {
      const read = namedTag(tag);
      const name = tag.tag === 'slot' && /^[-:]?$/.test(read.name) ? '' : read.name;
      if (name === '' && tag.tag !== 'slot') continue;
      const unnamed = tag.tag === 'slot' && read.description === undefined && /\s/.test(tag.text);
      const key = unnamed || (tag.tag === 'slot' && !named.has(name) && isWordForUnnamed(name)) ? '' : name;
      const before = named.get(key);
      // What the code takes instead is the truth, whatever is said of it.
      const fallback = before?.default ?? read.fallback;
      named.set(key, {
        ...(before ?? { name: key, ...inherited, at: placeIn(module, tag) }),
        ...(read.description ? { description: read.description } : {}),
        ...(fallback ? { default: fallback } : {}),
        declared: true,
      });
    }
  }
  return [...named.values()];
}
