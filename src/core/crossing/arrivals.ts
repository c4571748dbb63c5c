/** Which measured facts hold for a writing: those of its very name, of the make of the property, or of names like it. */

import type { AttributeLink, ReadAttribute } from '../contract/types.js';
import { kebabCase } from '../emit/names.js';
import { PLATFORM_NAMES, specialNameOf } from '../hosts/facts/special-names.js';
import type {
  Arrival,
  ArrivalText,
  Kind,
  Life,
  Make,
  NamedKind,
  Step,
  Target,
  VersionProfile,
} from '../hosts/profile.js';
import { readArrival, STEPS } from '../hosts/profile.js';

/** A name written in the host in one of its forms, meant for one item. */
export interface Writing {
  form: string;
  name: string;
  target: Target;
  /** The attribute that carries the item, if it has one. */
  attribute: (ReadAttribute & Partial<AttributeLink>) | null;
  /** Written under the attribute's name, as against the property's. */
  isAttribute: boolean;
  /** The attribute's name is that of another property, too. */
  isShared?: boolean;
  /** The element takes over a value that was set before its class was defined. */
  isAdopted: boolean;
  /** The property is an own field of the element, for which its class has no accessor. */
  isField?: boolean;
  /** Nobody tells whether an attribute carries it, where none is known: what the host writes as text may get there. */
  isUntold?: boolean;
  /** What the property holds where nothing is written, as code; nothing where that is not known. */
  initial?: string | undefined;
  kinds: readonly Kind[];
  /** The kinds of value that the property may hold at the time; those that are written where left out. */
  holds?: readonly Kind[];
}

/** What of a writing tells where its value goes. */
export type PropertyWriting = Pick<
  Writing,
  'form' | 'name' | 'target' | 'isAttribute' | 'isShared' | 'isField'
>;

/** Where a value goes at a step of its life. */
export interface Told {
  /** Whether the element was defined before the host mounted it, or only afterwards. */
  definition: 'before' | 'after';
  step: Step;
  arrival: Arrival;
  /** It was measured for the very name that is written. */
  isNamed: boolean;
}

/**
 * Where a value of this kind goes, step by step: more than once at a step where that depends on what the property
 * holds at the time.
 */
export function arrivalsOf(writing: Writing, kind: Kind, profile: VersionProfile): Told[] {
  const facts = profile.values[writing.form]?.[writing.target];
  if (!facts) return [];
  const told: Told[] = [];
  const add = (definition: Told['definition'], step: Step, text: ArrivalText, isNamed: boolean) =>
    told.push({ definition, step, arrival: readArrival(text), isNamed });
  const named = namedLife(writing, kind, profile);
  for (const step of STEPS) {
    const ordinary = facts.before[kind][step];
    if (ordinary === undefined) continue;
    const text = named?.[step];
    if (text !== undefined) add('before', step, text, true);
    else
      for (const one of textsAsMade(writing, kind, step, ordinary, profile)) add('before', step, one, false);
  }
  const late = lateLife(writing, kind, profile);
  if (late === null && isWritten(named, writing, kind, profile)) return told;
  for (const step of late === null ? STEPS : (['mount'] as const)) {
    const ordinary = facts.after[kind][step];
    if (ordinary !== undefined) add('after', step, late?.[step] ?? ordinary, late?.[step] !== undefined);
  }
  return told;
}

/**
 * What holds under a name of the platform's as long as the element is not defined: its attribute is written, and the
 * element reads that in the end; what comes later reaches the element's own setter. Null for all else.
 */
function lateLife({ form, name, attribute }: Writing, kind: Kind, profile: VersionProfile): Life | null {
  const late = profile.platform.after[form];
  const stand = standFor(kind);
  const isWritten = attribute?.name === name && stand !== null && stand !== 'object' && stand !== 'function';
  return isWritten && late && PLATFORM_NAMES.includes(name) ? (late[name]?.[stand] ?? {}) : null;
}

/**
 * Does it go the same way whether the element is defined or not: to an attribute in place of the property, or to a
 * property that every element has?
 */
function isWritten(named: Life | null, writing: Writing, kind: Kind, profile: VersionProfile): boolean {
  if (named !== null && writing.isAttribute) return true;
  const text =
    named === null && writing.isField ? textAsMade('field', writing, kind, 'mount', profile) : named?.mount;
  return text !== undefined && readArrival(text).at === 'attribute';
}

/**
 * What is different under a name that hosts or the platform treat in a way of their own; null where what holds for
 * names of its spelling holds for this one.
 */
function namedLife(
  { form, name, isAttribute, isShared }: PropertyWriting,
  kind: Kind,
  profile: VersionProfile,
): Life | null {
  const special = specialNameOf(name);
  const stand = standFor(kind);
  if (stand === null) return null;
  const own = special === null ? undefined : profile.names[form]?.[special]?.[stand];
  if (!isAttribute || isShared) return own ?? null;
  const platform = profile.platform.before[form];
  if (platform && Object.hasOwn(platform, name)) return platform[name]?.[stand] ?? null;
  // The measured element has a property of the name: of a mere attribute this tells only whether it gets through.
  const isStopped = own?.mount !== undefined && STOPPED.includes(readArrival(own.mount).at);
  return isStopped ? own : null;
}

const STOPPED: readonly Arrival['at'][] = ['nowhere', 'error', 'refused'];

/** The kind of value that was measured in the place of another under special names; null where none was. */
export function standFor(kind: Kind): NamedKind | null {
  return STANDS[kind] ?? null;
}

const STANDS: Partial<Record<Kind, NamedKind>> = {
  string: 'string',
  empty: 'string',
  number: 'number',
  nan: 'number',
  true: 'true',
  false: 'false',
  object: 'object',
  array: 'object',
  date: 'object',
  function: 'function',
};

/** Where a value goes in properties of this make: one text for each that is different. */
function textsAsMade(
  writing: Writing,
  kind: Kind,
  step: Step,
  ordinary: ArrivalText,
  profile: VersionProfile,
): ArrivalText[] {
  const as = (make: Make) => textAsMade(make, writing, kind, step, profile);
  const field = writing.isField ? as('field') : undefined;
  if (field !== undefined) return [field];
  if (isReflected(writing) && REFLECTED.includes(kind)) return [as('reflected') ?? ordinary];
  const held = new Set((writing.holds ?? writing.kinds).flatMap((one) => HELD[one] ?? []));
  // Where any text may stand beside a number, no text at all is seldom what follows one.
  if (kind === 'empty' && held.size > 1) return [ordinary];
  return held.size === 0 ? [ordinary] : [...new Set([...held].map((make) => as(make) ?? ordinary))];
}

/** The kinds of value that were measured with properties that keep their text in an attribute. */
const REFLECTED: readonly Kind[] = ['string', 'empty', 'null'];

/** Does the property keep its text in an attribute of its own name? */
function isReflected({ name, attribute }: Writing): boolean {
  return attribute?.reflects === true && attribute.reads === 'string' && attribute.name === kebabCase(name);
}

function textAsMade(
  make: Make,
  { form, target, isAttribute }: PropertyWriting,
  kind: Kind,
  step: Step,
  profile: VersionProfile,
): ArrivalText | undefined {
  const isMade = !isAttribute && (target === 'property' || target === 'camelProperty');
  return isMade ? profile.makes[form]?.[make]?.[target]?.[kind]?.[step] : undefined;
}

/** The make of a property that holds a value of this kind. */
const HELD: Partial<Record<Kind, Make>> = {
  string: 'string',
  empty: 'string',
  number: 'number',
  nan: 'number',
  true: 'boolean',
  false: 'boolean',
};

/** Does a string that is written so reach the property's setter as it is? */
export function setsText(writing: PropertyWriting, profile: VersionProfile): boolean {
  const text =
    namedLife(writing, 'string', profile)?.mount ??
    (writing.isField ? textAsMade('field', writing, 'string', 'mount', profile) : undefined) ??
    profile.values[writing.form]?.[writing.target].before.string.mount;
  if (text === undefined) return false;
  const { at, got } = readArrival(text);
  return at === 'accessor' && got === 'same';
}
