/**
 * Classes that describe themselves in static members, as component compilers write them for other compilers, or for their
 * own run-time code, to read: `static get events()` and `static get methods()` with an entry for each. A class that
 * extends nothing and tells its tag is no element itself: all of its element is told so, its properties and its root, too.
 */

import type { AttributeReader, ContractEvent } from '../../contract/types.js';
import { offeredEvent } from '../evidence/declared-events.js';
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
import { staticGetter, staticValue } from '../folding/functions.js';
import { tableEntries } from '../folding/tables.js';
import type { Ast } from '../syntax/parse.js';
import { isInnerName } from '../types/docs.js';
import { keyword, NO_TYPE, typeOfText } from '../types/types.js';

export const described: Dialect = {
  name: 'described',
  read(context) {
    const { node } = context.layer;
    const events = eventsOf(context);
    const methods = methodsOf(context);
    if (!isHosted(node)) {
      const isDescribed = events.length + methods.length > 0 && !node.superClass;
      return { events, methods, ...(isDescribed ? { whole: true } : {}) };
    }
    const members = membersOf(context);
    const kind = foldStaticMember(node, 'encapsulation', context.scope, 0);
    return {
      events,
      methods: [...methods, ...members.methods],
      properties: members.properties,
      whole: true,
      root: kind === 'shadow' ? 'open' : 'none',
    };
  },
};

/** A class without a base that tells a tag, and more of the element that a compiler's run-time code makes for it. */
export function isHosted(node: Ast.Class): boolean {
  const tells = (name: string) => staticGetter(node, name) !== null;
  return !node.superClass && tells('is') && TOLD.some(tells);
}

const TOLD = ['properties', 'encapsulation', 'events', 'host', 'style'];

/** The properties of such a class; earlier versions of its compiler tell of methods among them. */
function membersOf(context: LayerContext): { properties: PropertyEvidence[]; methods: MethodEvidence[] } {
  const { node, module } = context.layer;
  const table = staticValue(node, 'properties', module);
  const properties: PropertyEvidence[] = [];
  const methods: MethodEvidence[] = [];
  for (const { name, value, node: entry } of table ? tableEntries(table, context.scope) : []) {
    const said = isFoldedObject(value) ? value.object : new Map<string, Folded>();
    const words = { ...wordsIn(said), at: context.at(entry) };
    if (said.get('method') === true)
      methods.push({ name, text: `${name}(...args: unknown[]): Promise<unknown>`, words });
    else properties.push({ ...propertyOf(name, said, context), words });
  }
  return { properties, methods };
}

function listOf(name: string, context: LayerContext): Folded | undefined {
  const { node } = context.layer;
  return staticValue(node, name, context.layer.module)
    ? foldStaticMember(node, name, context.scope, 0)
    : undefined;
}

function eventsOf(context: LayerContext): ContractEvent[] {
  const list = listOf('events', context);
  const entries: [string | null, Folded][] = Array.isArray(list)
    ? list.map((one) => [null, one])
    : isFoldedObject(list ?? null)
      ? [...(list as { object: Map<string, Folded> }).object]
      : [];
  return entries.flatMap(([key, entry]): ContractEvent[] => {
    if (typeof entry === 'string') return [eventOf(entry, new Map(), context)];
    if (!isFoldedObject(entry)) return [];
    const name = asString(entry.object.get('name') ?? null) ?? key;
    const isDescribed = ['bubbles', 'composed', 'cancelable', 'detail'].some((flag) =>
      entry.object.has(flag),
    );
    return name && (isDescribed || key === null) ? [eventOf(name, entry.object, context)] : [];
  });
}

function eventOf(name: string, entry: Said, context: LayerContext): ContractEvent {
  const detail = original(entry);
  return offeredEvent(name, context.at(context.layer.node), {
    detail: detail ? typeOfText(detail, context.layer.module, context.graph) : NO_TYPE,
    bubbles: entry.get('bubbles') === true,
    composed: entry.get('composed') === true,
    cancelable: entry.get('cancelable') === true,
    ...wordsIn(entry),
  });
}

function methodsOf(context: LayerContext): MethodEvidence[] {
  const list = listOf('methods', context);
  if (!isFoldedObject(list ?? null)) return [];
  return [...(list as { object: Map<string, Folded> }).object].flatMap(([name, entry]) => {
    if (!isFoldedObject(entry)) return [];
    const complex = entry.object.get('complexType') ?? null;
    const signature = isFoldedObject(complex) ? asString(complex.object.get('signature') ?? null) : null;
    return [
      {
        name,
        text: signature
          ? `${name}${signature.replace('=>', ':').replace(') :', '):')}`
          : `${name}(): unknown`,
        words: { ...wordsIn(entry.object), at: context.at(context.layer.node) },
      },
    ];
  });
}

/** What a compiler says of a member; later versions of it have other names for the same. */
type Said = ReadonlyMap<string, Folded>;

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

/** The type as its author wrote it: `complexType.original`. */
function original(entry: Said): string | null {
  const complex = entry.get('complexType') ?? null;
  return isFoldedObject(complex) ? asString(complex.object.get('original') ?? null) : null;
}

/** The words an entry carries: `docs.text`. */
function wordsIn(entry: Said): { description?: string } {
  const docs = entry.get('docs') ?? null;
  const description = isFoldedObject(docs) ? asString(docs.object.get('text') ?? null) : null;
  return description ? { description } : {};
}
