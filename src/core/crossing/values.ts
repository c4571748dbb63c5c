/** Does a value arrive? One way of writing a property or attribute, judged against the measured facts. */

import type { AttributeLink, AttributeReader } from '../contract/types.js';
import { kebabCase } from '../emit/names.js';
import { samplesOf } from '../hosts/facts/samples.js';
import { specialNameOf } from '../hosts/facts/special-names.js';
import type {
  Arrival,
  ArrivalText,
  Kind,
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
  attribute:
    | Pick<AttributeLink, 'name' | 'reads'>
    | Pick<AttributeLink, 'name' | 'reads' | 'reflects'>
    | null;
  /** Written under the attribute's name, as against the property's. */
  isAttribute: boolean;
  /** The element takes over a value that was set before its class was defined. */
  isAdopted: boolean;
  /** The property is an own field of the element, for which its class has no accessor. */
  isField?: boolean;
  /** Nobody tells whether an attribute carries it, where none is known: what the host writes as text may get there. */
  isUntold?: boolean;
  kinds: readonly Kind[];
  /** The kinds of value that the property may hold at the time; those that are written where left out. */
  holds?: readonly Kind[];
}

/** What of a writing tells where its value goes. */
export type PropertyWriting = Pick<Writing, 'form' | 'name' | 'target' | 'isAttribute' | 'isField'>;

export interface Loss {
  step: Step;
  kind: Kind;
  /** What happens to the value, in words that follow the host's name. */
  what: string;
}

export interface Verdict {
  /** Losses when the element is defined before the host mounts it: the writing does not carry. */
  losses: Loss[];
  /** Losses only when it is defined afterwards. */
  lateLosses: Loss[];
  /** Losses only when a page takes over what the host's server printed, until the value changes. */
  serverLosses: Loss[];
  /** What removing the value in the host leaves in the property, as code; null where it leaves nothing. */
  leaves: string | null;
}

/** Judges one writing by the facts of one host version. */
export function judge(writing: Writing, profile: VersionProfile): Verdict {
  const verdict: Verdict = { losses: [], lateLosses: [], serverLosses: [], leaves: null };
  const facts = profile.values[writing.form]?.[writing.target];
  if (!facts)
    return {
      ...verdict,
      losses: [{ step: 'mount', kind: 'object', what: 'has no such syntax' }],
    };
  for (const kind of writing.kinds) {
    const named = namedArrival(writing, kind, profile);
    if (named) addNameLoss(verdict, named, writing, kind);
    addServerLoss(verdict, writing, kind, profile);
    for (const definition of ['before', 'after'] as const) {
      for (const step of STEPS) {
        const ordinary = facts[definition][kind][step];
        if (ordinary === undefined || (named && isToldByName(named, definition, step))) continue;
        if (definition === 'after' && isWritten(writing, kind, profile)) continue;
        const texts =
          definition === 'before' ? textsAsMade(writing, kind, step, ordinary, profile) : [ordinary];
        for (const text of texts) addArrival(verdict, readArrival(text), writing, definition, kind, step);
      }
    }
  }
  return verdict;
}

function addArrival(
  verdict: Verdict,
  arrival: Arrival,
  writing: Writing,
  definition: 'before' | 'after',
  kind: Kind,
  step: Step,
): void {
  // Taken over, an own property is gone, and the accessor gets what comes after it.
  if (definition === 'after' && arrival.at === 'own' && writing.isAdopted) return;
  const isLeft = definition === 'before' && (arrival.at === 'accessor' || arrival.at === 'own');
  if (step === 'remove' && isLeft && arrival.got !== 'same') verdict.leaves ??= arrival.got ?? null;
  const what = lossOf(arrival, kind, step, writing);
  if (what !== null) verdict[definition === 'before' ? 'losses' : 'lateLosses'].push({ step, kind, what });
}

/** Is what is known of a name all there is to know? An attribute is written whether the element is defined or not. */
function isToldByName({ at }: Arrival, definition: 'before' | 'after', step: Step): boolean {
  return at === 'attribute' || (definition === 'before' && step !== 'remove');
}

/** Does a field get its value by an attribute? That is written whether the element is defined or not. */
function isWritten(writing: Writing, kind: Kind, profile: VersionProfile): boolean {
  const text = writing.isField ? textAsMade('field', writing, kind, 'mount', profile) : undefined;
  return text !== undefined && readArrival(text).at === 'attribute';
}

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
  const isKept = attribute !== null && 'reflects' in attribute && attribute.reflects;
  return isKept && attribute.reads === 'string' && attribute.name === kebabCase(name);
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
    (writing.isField ? textAsMade('field', writing, 'string', 'mount', profile) : undefined) ??
    profile.values[writing.form]?.[writing.target].before.string.mount;
  const arrival = namedArrival(writing, 'string', profile) ?? (text === undefined ? null : readArrival(text));
  return arrival?.at === 'accessor' && arrival.got === 'same';
}

const KIND_WORDS: Record<Kind, string> = {
  string: 'a string',
  empty: 'an empty string',
  number: 'a number',
  nan: 'NaN',
  true: 'true',
  false: 'false',
  object: 'an object',
  array: 'an array',
  date: 'a date',
  function: 'a function',
  symbol: 'a symbol',
  null: 'null',
  undefined: 'undefined',
};

/**
 * Where a value goes at mount under a name that hosts or the platform treat in a way of their own; null where what
 * holds for names of its spelling holds for this one.
 */
function namedArrival(writing: PropertyWriting, kind: Kind, profile: VersionProfile): Arrival | null {
  const special = specialNameOf(writing.name);
  const stand = STANDS[kind];
  const text = special === null || !stand ? undefined : profile.names[writing.form]?.[special]?.[stand];
  if (text === undefined) return null;
  const arrival = readArrival(text);
  // The measured element has a property of the name: of a mere attribute this tells only whether it gets through.
  return writing.isAttribute && !isStopped(arrival) ? null : arrival;
}

/** The kind of value that was measured in the place of another under special names. */
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

function isStopped({ at }: Arrival): boolean {
  return at === 'nowhere' || at === 'error' || at === 'refused';
}

function addNameLoss(verdict: Verdict, arrival: Arrival, writing: Writing, kind: Kind): void {
  const what = lossOfName(arrival, writing, kind);
  if (what !== null) verdict.losses.push({ step: 'mount', kind, what });
}

function lossOfName(arrival: Arrival, writing: Writing, kind: Kind): string | null {
  const isHandler = /^on/.test(writing.name);
  if (arrival.at === 'error' && isHandler) return 'throws at a name that begins with "on"';
  if (arrival.at === 'nowhere' && kind !== 'false')
    return isHandler && kind === 'function'
      ? 'takes it for the handler of an event'
      : 'keeps this name for itself';
  const stand = STANDS[kind] ?? kind;
  const what = lossOf(arrival, stand, 'mount', writing);
  // What is lost of one rich value is lost of any, but not in the same words.
  const isText = what !== null && arrival.at === 'attribute' && stand === 'object';
  return isText ? (richLoss(kind) ?? 'would write it as text') : what;
}

/** What is lost of a property when a page takes over what the server printed. */
function addServerLoss(verdict: Verdict, writing: Writing, kind: Kind, profile: VersionProfile): void {
  const facts = profile.server?.takeover[writing.form]?.[kind].plain;
  if (!facts || writing.isAttribute) return;
  const arrival = readArrival(facts.value);
  // Markup has one attribute for a name, as the element reads it.
  const isRead = arrival.at === 'attribute' && writing.attribute?.name === writing.name.toLowerCase();
  const what =
    arrival.at === 'attribute' && !isRead
      ? 'leaves it in the markup'
      : lossOf(arrival, kind, 'mount', writing);
  if (what !== null) verdict.serverLosses.push({ step: 'mount', kind, what });
}

/** The sample value behind a fact. */
function sampleOf(kind: Kind, step: Step): unknown {
  const { first, next } = samplesOf(kind);
  return step === 'mount' ? first : next;
}

/** What is lost of a value that ended up so, or null when it arrived. */
function lossOf(arrival: Arrival, kind: Kind, step: Step, writing: Writing): string | null {
  switch (arrival.at) {
    case 'accessor':
      if (arrival.got === 'same' || step === 'remove') return null;
      return `sets it to ${arrival.got}${kind === 'null' ? ' in place of null' : ''}`;
    case 'own':
      return 'puts an own property in front of the setter, so the element never sees it';
    case 'nowhere':
      return lossOfNothing(kind, step);
    case 'attribute':
      return lossInAttribute(arrival, kind, step, writing);
    case 'error':
      return `throws when it is given ${KIND_WORDS[kind]}`;
    case 'refused':
      return 'does not compile this';
  }
}

function lossOfNothing(kind: Kind, step: Step): string | null {
  if (step === 'remove') return null;
  const value = sampleOf(kind, step);
  return value === false || value === null || value === undefined ? null : `drops ${KIND_WORDS[kind]}`;
}

function lossInAttribute(
  arrival: Arrival,
  kind: Kind,
  step: Step,
  { name, attribute, isUntold }: Writing,
): string | null {
  const written = arrival.name === 'lower-case' ? name.toLowerCase() : arrival.name === 'other' ? '' : name;
  const text =
    arrival.got === undefined || arrival.got === 'absent' ? null : (JSON.parse(arrival.got) as string);
  if (step === 'remove' && text === null) return null;
  if (!attribute) {
    if (text === null) return null;
    return richLoss(kind) ?? (isUntold ? null : 'writes an attribute, and none is known to set it');
  }
  const shown =
    text === null ? 'takes its attribute away' : `writes it as the text ${JSON.stringify(shortened(text))}`;
  if (attribute.name !== written)
    return `writes an attribute "${written}", which the component does not read`;
  const value = step === 'remove' ? undefined : sampleOf(kind, step);
  if (value === undefined || value === null) return text === null ? null : shown;
  return reads(attribute.reads, text, value)
    ? null
    : (richLoss(kind) ?? readingLoss(attribute.reads, text, value));
}

/** Does this reader make the value out of the text? */
function reads(reader: AttributeReader, text: string | null, value: unknown): boolean {
  switch (reader) {
    case 'boolean':
      return (text !== null) === value;
    case 'number':
      return typeof value === 'number' && text !== null && Number(text) === value;
    case 'json':
      return text !== null && sameJson(text, value);
    case 'string':
      return text === value;
    case 'custom':
      return (typeof value === 'string' || typeof value === 'number') && text === String(value);
  }
}

/** What String() makes of values that no text can stand for. */
function richLoss(kind: Kind): string | null {
  if (kind === 'object') return 'would write it as the text "[object Object]"';
  return kind === 'array' ? 'would write it as text, its items joined by commas' : null;
}

function readingLoss(reader: AttributeReader, text: string | null, value: unknown): string {
  if (text === null) return 'takes its attribute away';
  const shown = `writes ${typeof value === 'object' ? 'it' : String(value)} as the text ${JSON.stringify(shortened(text))}`;
  return reader === 'boolean' ? `${shown}, which reads as true` : shown;
}

function sameJson(text: string, value: unknown): boolean {
  try {
    return JSON.stringify(JSON.parse(text)) === JSON.stringify(value);
  } catch {
    return false;
  }
}

function shortened(text: string): string {
  return text.length > 40 ? `${text.slice(0, 37)}...` : text;
}
