/**
 * Classes that extend nothing, and for which the run-time code of a component compiler makes the elements: they say of
 * themselves, in static members, by which tag, with which members and events, and whether with a shadow root.
 */

import type { AttributeReader } from '../../contract/types.js';
import { isHosted } from '../classes/exported.js';
import type {
  AttributeEvidence,
  Dialect,
  LayerContext,
  MethodEvidence,
  PropertyEvidence,
} from '../evidence/evidence.js';
import { foldStaticMember } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { asString, isFoldedObject, isReference } from '../folding/folded.js';
import { staticValue } from '../folding/functions.js';
import { tableEntries } from '../folding/tables.js';
import { isInnerName } from '../types/docs.js';
import { keyword, NO_TYPE, typeOfText } from '../types/types.js';
import { original, text } from './described.js';

export const hosted: Dialect = {
  name: 'hosted',
  read(context) {
    const { node, module } = context.layer;
    if (!isHosted(node)) return {};
    const table = staticValue(node, 'properties', module);
    const properties: PropertyEvidence[] = [];
    const methods: MethodEvidence[] = [];
    for (const { name, value, node: entry } of table ? tableEntries(table, context.scope) : []) {
      const said = isFoldedObject(value) ? value.object : new Map<string, Folded>();
      const words = { at: context.at(entry) };
      if (said.get('method') === true)
        methods.push({ name, text: `${name}(...args: unknown[]): Promise<unknown>`, words });
      else properties.push({ ...propertyOf(name, said, context), words: { ...wordsIn(said), ...words } });
    }
    const kind = foldStaticMember(node, 'encapsulation', context.scope, 0);
    return { properties, methods, whole: true, root: kind === 'shadow' ? 'open' : 'none' };
  },
};

/** What a compiler says of a member; later versions of it have other names for the same. */
type Said = ReadonlyMap<string, Folded>;

function wordsIn(said: Said): { description?: string } {
  const description = text(said);
  return description ? { description } : {};
}

const READERS = new Map<string, 'string' | 'number' | 'boolean'>([
  ['string', 'string'],
  ['number', 'number'],
  ['boolean', 'boolean'],
]);

function propertyOf(
  name: string,
  said: Said,
  { layer, graph }: LayerContext,
): Omit<PropertyEvidence, 'words'> {
  const given = said.get('type') ?? null;
  const reads = READERS.get((isReference(given) ? given.reference : (asString(given) ?? '')).toLowerCase());
  const written = original(said);
  const attribute = asString(said.get('attr') ?? said.get('attribute') ?? null);
  // What is the class's own business has no attribute: its state, its element, and what it gets from others.
  const internal = attribute === null && [...OWN].some((key) => said.has(key));
  return {
    name,
    origin: 'declared',
    type: written ? typeOfText(written, layer.module, graph) : reads ? keyword(reads) : NO_TYPE,
    attribute: attribute === null ? false : attributeOf(attribute, reads ?? 'custom', said),
    internal: internal || isInnerName(name),
    state: internal,
    writable: true,
  };
}

const OWN: ReadonlySet<string> = new Set(['state', 'elementRef', 'context', 'connect']);

function attributeOf(name: string, reads: AttributeReader, said: Said): AttributeEvidence {
  return {
    name,
    reads,
    reflects: said.get('reflectToAttr') === true || said.get('reflect') === true,
    ...(reads === 'boolean' ? { falseTexts: ['false'] } : {}),
  };
}
