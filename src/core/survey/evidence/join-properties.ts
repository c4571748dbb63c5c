/** Joins the evidence of a class chain about properties and attributes. */

import { type FlagReading, flagMarks } from '../../contract/flags.js';
import { globalAttributeReader, globalReader, isGlobalProperty } from '../../contract/platform.js';
import type {
  AttributeLink,
  AttributeReader,
  ContractAttribute,
  ContractProperty,
  ReadAttribute,
  TypeInfo,
} from '../../contract/types.js';
import { camelCase } from '../../emit/names.js';
import { inheritedFrom } from '../classes/class-names.js';
import type { Layer } from '../classes/layers.js';
import { addTo } from '../syntax/lists.js';
import { isInnerName } from '../types/docs.js';
import { keyword, NO_TYPE } from '../types/types.js';
import type { Adopting } from './adopting.js';
import type { AttributeSeen, LayerEvidence, PropertyEvidence } from './evidence.js';

export function joinProperties(
  evidence: readonly { layer: Layer; found: LayerEvidence[] }[],
  own: Layer | undefined,
  adopting: Adopting,
  methods: ReadonlySet<string>,
) {
  const joined = new Map<string, { evidence: PropertyEvidence; layer: Layer }>();
  const seen: AttributeSeen[] = [];
  /** What classes of other packages have accessors for. */
  const elsewhere = new Set<string>();
  for (const { layer, found } of evidence) {
    if (found.some((one) => one.attributes?.some((attribute) => attribute.replaces))) {
      for (const [index, one] of seen.entries())
        if (one.observed && !one.lasting) seen[index] = { ...one, observed: false };
    }
    const layerOwn = new Map<string, PropertyEvidence>();
    for (const one of found) {
      seen.push(...(one.attributes ?? []));
      for (const property of one.properties ?? []) {
        const before = layerOwn.get(property.name);
        layerOwn.set(property.name, before ? joinTwo(before, property) : property);
      }
    }
    for (const [name, property] of layerOwn) {
      if (!layer.own && property.origin === 'member') {
        if (property.made === 'accessor') elsewhere.add(name);
        continue;
      }
      const before = joined.get(name);
      joined.set(
        name,
        before
          ? { evidence: overridden(before.evidence, property), layer: before.layer }
          : { evidence: property, layer },
      );
    }
  }
  const untold = untoldIn(seen, joined);
  const told = seen.filter((one) => !untold.has(one.name));
  const hidden = [...joined.values()]
    .filter(({ evidence: one }) => one.internal && !one.state)
    .flatMap(attributeOfHidden)
    .filter((one) => !untold.has(one.name));
  // `initialValue` is not for users, but its attribute `value` is, and drives the property of that name.
  const driving = hidden
    .map((one) => ({ ...one, property: camelCase(one.name) }))
    .filter(({ property }) => isReactive(joined.get(property)?.evidence));
  const links = linkAttributes([...told.filter((one) => !one.watched), ...driving], joined);
  const isDeclaring = [...joined.values()].some(({ evidence: one }) => one.origin === 'declared');
  const properties = [...joined.values()]
    .filter(({ evidence: one }) => isOffered(one, isDeclaring, methods))
    .map(({ evidence: one, layer }) =>
      finishProperty(
        { ...one, ...(elsewhere.has(one.name) ? { made: 'accessor' } : {}), ...withoutUntold(one, untold) },
        links.get(one.name),
        layer === own ? null : layer,
        adopting,
      ),
    );
  const taken = new Set(properties.flatMap((one) => (one.attribute ? [one.attribute.name] : [])));
  const declared = [...joined.values()].flatMap(({ evidence: one }) =>
    one.origin === 'declared' ? one.name : [],
  );
  const attributes = freeAttributes([...told, ...hidden], taken);
  const offered = new Set(properties.map((one) => one.name));
  const inner = [...joined.keys(), ...elsewhere].filter((name) => !offered.has(name));
  return { properties, attributes, declared: new Set(declared), inner, untold };
}

/**
 * Attributes with capital letters, and where each is named: a page of HTML has none, so that the element is never told of
 * one that it observes. Code that asks for such an attribute finds the one in small letters.
 */
function untoldIn(
  seen: readonly AttributeSeen[],
  joined: ReadonlyMap<string, { evidence: PropertyEvidence }>,
): Map<string, string> {
  const named = seen.filter((one) => one.observed).map(({ name, at }) => ({ name, at }));
  for (const { evidence: one } of joined.values()) {
    if (one.attribute && one.attribute.name !== undefined)
      named.push({ name: one.attribute.name, at: one.words.at ?? '' });
  }
  const asked = new Set(seen.flatMap((one) => (one.lasting || one.reflects ? one.name : [])));
  return new Map(
    named.flatMap(({ name, at }) =>
      name === name.toLowerCase() || asked.has(name) ? [] : [[name, at] as const],
    ),
  );
}

function withoutUntold(
  { attribute }: PropertyEvidence,
  untold: ReadonlyMap<string, string>,
): Pick<PropertyEvidence, 'attribute'> {
  return attribute && untold.has(attribute.name ?? '') ? { attribute: false } : {};
}

/** Does anything happen when the property is set? */
function isReactive(one: PropertyEvidence | undefined): boolean {
  return one !== undefined && (one.made === 'accessor' || one.origin === 'declared');
}

/**
 * Where properties are declared, a field of which nothing is known but that it is set is none of them; nor is a method
 * that a constructor binds to its element.
 */
function isOffered(one: PropertyEvidence, isDeclaring: boolean, methods: ReadonlySet<string>): boolean {
  if (one.internal || (one.platforms && one.made === 'field' && one.origin === 'member')) return false;
  return one.origin === 'declared' || !(one.callback || (one.terse && isDeclaring) || isBound(one, methods));
}

/** `this.turn = this.turn.bind(this)`: what is assigned something else may be assigned by users, too. */
function isBound({ name, default: value }: PropertyEvidence, methods: ReadonlySet<string>): boolean {
  return methods.has(name) && value?.includes(`.${name}.bind(`) === true;
}

/** What a class says of a property of the class above: one that was state there is offered where it is declared so. */
function overridden(above: PropertyEvidence, own: PropertyEvidence): PropertyEvidence {
  // Only a class above can have declared what this one sets.
  if (own.stripped) return own.default === undefined ? above : { ...above, default: own.default };
  // A nearer class may say that what was any of several is one of them.
  const joined = joinTwo(above, own, (type) => Math.min(rank(type), 2));
  // Words for users make what was nobody's business above theirs.
  if (above.internal && !above.state && !own.internal && own.words.description)
    return { ...joined, internal: false };
  if (!above.state || own.origin !== 'declared' || own.internal) return joined;
  return { ...joined, internal: false, state: false, attribute: own.attribute ?? false };
}

/** Two pieces of evidence about one property; the second is nearer to the component. */
function joinTwo(
  first: PropertyEvidence,
  second: PropertyEvidence,
  says: (type: TypeInfo | undefined) => number = rank,
): PropertyEvidence {
  const type = says(second.type) >= says(first.type) ? (second.type ?? first.type) : first.type;
  const attribute =
    second.attribute === undefined ||
    first.attribute === undefined ||
    first.attribute === false ||
    second.attribute === false
      ? (second.attribute ?? first.attribute)
      : { ...readBy(first.attribute, second.attribute), ...second.attribute };
  return {
    ...first,
    ...second,
    origin: first.origin === 'declared' || second.origin === 'declared' ? 'declared' : 'member',
    ...(type ? { type } : {}),
    ...(attribute === undefined ? {} : { attribute }),
    ...((second.default ?? first.default) ? { default: second.default ?? first.default } : {}),
    ...madeOf(first, second),
    readonly: first.readonly === true || second.readonly === true,
    writable: first.writable === true || second.writable === true,
    internal: first.internal === true || second.internal === true,
    terse: first.terse === true && second.terse === true,
    platforms: first.platforms === true && second.platforms === true,
    state: first.state === true || second.state === true,
    words: {
      ...second.words,
      ...first.words,
      ...(second.words.description ? { description: second.words.description } : {}),
    },
  };
}

/** What a first piece of evidence says of an attribute, but for how it is read where the second says that. */
function readBy(first: Partial<AttributeLink>, second: Partial<AttributeLink>): Partial<AttributeLink> {
  if (second.reads === undefined) return first;
  const { falseTexts: _no, trueTexts: _yes, absentIsTrue: _absent, ...others } = first;
  return others;
}

/** An accessor anywhere in the chain may be what a field of a constructor sets. */
function madeOf(first: PropertyEvidence, second: PropertyEvidence): Pick<PropertyEvidence, 'made'> {
  const made =
    first.made === 'accessor' || second.made === 'accessor' ? 'accessor' : (first.made ?? second.made);
  return made ? { made } : {};
}

/** How much a type says: nothing, only its rough kind, the kind that a table or a value tells, or all of it. */
export function rank(type: TypeInfo | undefined): number {
  if (!type || type.text === 'unknown') return 0;
  if (['unknown[]', 'object', 'Function'].includes(type.text)) return 1;
  return ['string', 'number', 'boolean'].includes(type.text) ? 2 : 3;
}

interface Link {
  name: string;
  reads: AttributeReader | undefined;
  flag: FlagReading;
  /** An accessor that reads it is true at first, since the attribute is not there. */
  startsTrue: boolean;
  reflects: boolean;
  /** Code of the property itself reads or writes the attribute, as against one that has its name. */
  seen: boolean;
}

/** Which property each attribute handled by hand drives: as seen in the code, else by its name in camel case. */
function linkAttributes(
  seen: readonly AttributeSeen[],
  properties: ReadonlyMap<string, unknown>,
): Map<string, Link> {
  const links = new Map<string, Link>();
  const byName = new Map<string, AttributeSeen[]>();
  const inLowerCase = new Map([...properties.keys()].map((one) => [one.toLowerCase(), one]));
  for (const one of seen) {
    addTo(byName, one.name, one);
  }
  for (const [name, about] of byName) {
    if (!about.some((one) => one.observed)) continue;
    const explicit = about.map((one) => one.property).find((one) => one !== undefined && properties.has(one));
    const named = [camelCase(name), name].find((one) => properties.has(one)) ?? inLowerCase.get(name);
    const property = explicit ?? named;
    // An accessor may read several; the one of its own name is its attribute.
    if (property === undefined || (links.has(property) && named !== property)) continue;
    const readers = about.flatMap((one) => (one.reads ? [one.reads] : []));
    links.set(property, {
      name,
      reads: readers.find((one) => one !== 'custom') ?? readers[0],
      flag: about.map(flagMarks).find((one) => Object.keys(one).length > 0) ?? {},
      startsTrue: about.some((one) => one.lasting && one.absentIsTrue),
      reflects: about.some((one) => one.reflects),
      seen: explicit === property,
    });
  }
  return links;
}

function finishProperty(
  one: PropertyEvidence,
  link: Link | undefined,
  from: Layer | null,
  adopting: Adopting,
): ContractProperty {
  // An accessor may keep its value in an attribute of which a table of properties knows nothing.
  const declared = one.attribute === false && link?.seen ? undefined : one.attribute;
  // What a class takes over from all elements is as it is there, unless the class says otherwise.
  const platform = one.type ? null : globalReader(one.name);
  const said = declared === false ? undefined : declared;
  const reads = platform ?? said?.reads ?? link?.reads ?? one.reads ?? 'string';
  const attribute =
    declared === false || (declared === undefined && !link)
      ? null
      : {
          name: declared?.name ?? link?.name ?? one.name.toLowerCase(),
          reads,
          reflects: declared?.reflects ?? link?.reflects ?? false,
          ...flagMarks({ ...(declared ?? link?.flag), reads }),
        };
  const initial = one.default ?? one.said ?? (link?.startsTrue ? 'true' : undefined);
  return {
    name: one.name,
    type: saysKind(one.type) ? one.type : typeByReader(platform ?? attribute?.reads),
    ...(initial === undefined ? {} : { default: initial }),
    readonly: one.readonly === true || one.writable !== true,
    required: one.required === true,
    attribute,
    ...(one.adopted || adopting.names.has(one.name) || (adopting.declared && one.origin === 'declared')
      ? { adopted: true as const }
      : {}),
    ...(isField(one) && one.readonly !== true ? { field: true as const } : {}),
    ...one.words,
    ...(from ? inheritedFrom(from) : {}),
  };
}

/** Is it a field and nothing else? What every element has is an accessor further up. */
function isField({ name, made, origin }: PropertyEvidence): boolean {
  return made === 'field' && origin === 'member' && !isGlobalProperty(name);
}

/** The attribute of a property that is not for users still is one of the element's. */
function attributeOfHidden({ evidence: one }: { evidence: PropertyEvidence }): AttributeSeen[] {
  if (!one.attribute || one.origin !== 'declared') return [];
  const name = one.attribute.name ?? one.name.toLowerCase();
  if (isInnerName(name)) return [];
  const { reads } = one.attribute;
  return [
    {
      name,
      ...(reads ? { reads } : {}),
      ...flagMarks(one.attribute),
      observed: true,
      at: one.words.at ?? '',
    },
  ];
}

/** A compiler that is told no type takes that of the first value, which may be none. */
function saysKind(type: TypeInfo | undefined): type is TypeInfo {
  return type !== undefined && type.text !== 'undefined' && type.text !== 'null';
}

function typeByReader(reads: AttributeReader | undefined): TypeInfo {
  return reads === 'string' || reads === 'number' || reads === 'boolean' ? keyword(reads) : NO_TYPE;
}

function freeAttributes(seen: readonly AttributeSeen[], taken: ReadonlySet<string>): ContractAttribute[] {
  const attributes = new Map<string, ContractAttribute>();
  const read = new Map<string, ReadAttribute>();
  for (const { name, ...one } of seen)
    if (one.reads && (one.observed || !read.has(name))) read.set(name, { ...one, name, reads: one.reads });
  for (const one of seen) {
    if (taken.has(one.name) || !one.observed) continue;
    const how = read.get(one.name);
    const reads = globalAttributeReader(one.name) ?? how?.reads ?? 'string';
    attributes.set(one.name, {
      name: one.name,
      reads,
      ...flagMarks({ ...how, reads }),
      ...(one.watched ? { watched: true as const } : {}),
      at: one.at,
    });
  }
  return [...attributes.values()];
}
