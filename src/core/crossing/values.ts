/** Does a value arrive? One way of writing a property or attribute, judged against the measured facts. */

import { isRich } from '../contract/kinds.js';
import type { AttributeLink, AttributeReader } from '../contract/types.js';
import { samplesOf } from '../hosts/facts/samples.js';
import { specialNameOf } from '../hosts/facts/special-names.js';
import type { Arrival, Kind, NamedKind, Step, Target, VersionProfile } from '../hosts/profile.js';
import { readArrival, STEPS } from '../hosts/profile.js';

/** A name written in the host in one of its forms, meant for one item. */
export interface Writing {
  form: string;
  name: string;
  target: Target;
  /** The attribute that carries the item, if it has one. */
  attribute: Pick<AttributeLink, 'name' | 'reads'> | null;
  /** Written under the attribute's name, as against the property's. */
  isAttribute: boolean;
  /** The element takes over a value that was set before its class was defined. */
  isAdopted: boolean;
  /** Nobody tells whether an attribute carries it, where none is known: what the host writes as text may get there. */
  isUntold?: boolean;
  kinds: readonly Kind[];
}

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

/** The target a name means: by its spelling, and by whether the element has a property of that name. */
export function targetOf(name: string, isProperty: boolean): Target {
  if (isProperty) return name === name.toLowerCase() ? 'property' : 'camelProperty';
  return name.includes('-') ? 'kebabAttribute' : 'attribute';
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
    addNameLoss(verdict, writing, kind, profile);
    addServerLoss(verdict, writing, kind, profile);
    for (const definition of ['before', 'after'] as const) {
      for (const step of STEPS) {
        const text = facts[definition][kind][step];
        if (text === undefined) continue;
        const arrival = readArrival(text);
        // Taken over, an own property is gone, and the accessor gets what comes after it.
        if (definition === 'after' && arrival.at === 'own' && writing.isAdopted) continue;
        const isLeft = arrival.at === 'accessor' || arrival.at === 'own';
        if (step === 'remove' && isLeft && arrival.got !== 'same') verdict.leaves ??= arrival.got ?? null;
        const what = lossOf(arrival, kind, step, writing);
        if (what !== null)
          verdict[definition === 'before' ? 'losses' : 'lateLosses'].push({ step, kind, what });
      }
    }
  }
  return verdict;
}

/** Does a string that is written so reach the property's setter as it is? */
export function setsText(
  { form, target }: Pick<Writing, 'form' | 'target'>,
  profile: VersionProfile,
): boolean {
  const text = profile.values[form]?.[target].before.string.mount;
  if (text === undefined) return false;
  const { at, got } = readArrival(text);
  return at === 'accessor' && got === 'same';
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

/** What hosts and the platform make of some names, whatever else holds for names of their kind. */
function addNameLoss(verdict: Verdict, writing: Writing, kind: Kind, profile: VersionProfile): void {
  const special = specialNameOf(writing.name);
  const facts = special === null ? undefined : profile.names[writing.form]?.[special];
  if (!facts || kind === 'null' || kind === 'undefined') return;
  const stand = namedKindOf(kind);
  const arrival = readArrival(facts[stand]);
  // The measured element has a property of the name: of a mere attribute this tells only whether it gets through.
  const isStopped = arrival.at === 'nowhere' || arrival.at === 'error' || arrival.at === 'refused';
  if (writing.isAttribute && !isStopped) return;
  const what =
    arrival.at === 'nowhere' || arrival.at === 'error'
      ? lossOfName(arrival, writing, kind, profile)
      : lossOf(arrival, stand, 'mount', writing);
  if (what !== null) verdict.losses.push({ step: 'mount', kind, what });
}

function namedKindOf(kind: Kind): NamedKind {
  if (kind === 'true' || kind === 'false') return 'true';
  if (kind === 'function') return 'function';
  return isRich([kind]) ? 'object' : 'string';
}

/** Why a value gets nowhere under a name, where it would under others. */
function lossOfName(arrival: Arrival, writing: Writing, kind: Kind, profile: VersionProfile): string | null {
  const isHandler = /^on/.test(writing.name);
  if (arrival.at === 'error')
    return isHandler ? 'throws at a name that begins with "on"' : lossOf(arrival, kind, 'mount', writing);
  if (!isHandler || kind !== 'function') return 'keeps this name for itself';
  const isAlwaysLost = profile.values[writing.form]?.[writing.target].before.function.mount === 'nowhere';
  return isAlwaysLost ? null : 'takes it for the handler of an event';
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
      return `sets it to ${arrival.got}`;
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
