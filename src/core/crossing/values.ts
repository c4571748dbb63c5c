/** Does a value arrive? One way of writing a property or attribute, judged against the measured facts. */

import { startsOtherwise } from '../contract/defaults.js';
import { readsAsTrue } from '../contract/flags.js';
import type { ReadAttribute } from '../contract/types.js';
import { samplesOf } from '../hosts/facts/samples.js';
import type { Arrival, Kind, Step, VersionProfile } from '../hosts/profile.js';
import { readArrival } from '../hosts/profile.js';
import { arrivalsOf, standFor, type Told, type Writing } from './arrivals.js';

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
  /** What removing the value in the host leaves, as code, and where; null where it leaves nothing. */
  leaves: { value: string; in: 'property' | 'attribute' } | null;
}

/** Judges one writing by the facts of one host version. */
export function judge(writing: Writing, profile: VersionProfile): Verdict {
  const verdict: Verdict = { losses: [], lateLosses: [], serverLosses: [], leaves: null };
  if (!profile.values[writing.form]?.[writing.target])
    return {
      ...verdict,
      losses: [{ step: 'mount', kind: 'object', what: 'has no such syntax' }],
    };
  for (const kind of writing.kinds) {
    addServerLoss(verdict, writing, kind, profile);
    for (const told of arrivalsOf(writing, kind, profile)) addArrival(verdict, told, writing, kind);
  }
  return verdict;
}

function addArrival(
  verdict: Verdict,
  { definition, step, arrival, isNamed }: Told,
  writing: Writing,
  kind: Kind,
): void {
  // Taken over, an own property is gone, and the accessor gets what comes after it.
  if (definition === 'after' && arrival.at === 'own' && writing.isAdopted) return;
  if (step === 'remove' && definition === 'before') {
    const left = leftBy(arrival, isNamed);
    if (left) verdict.leaves ??= left;
    if (left?.in === 'attribute') return;
  }
  const isOther = writing.isShared && (arrival.at === 'accessor' || arrival.at === 'own');
  const loss = isNamed ? lossOfName : lossOf;
  const what = isOther ? `sets the property "${writing.name}" instead` : loss(arrival, kind, step, writing);
  if (what !== null) verdict[definition === 'before' ? 'losses' : 'lateLosses'].push({ step, kind, what });
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

/** What removing leaves; a host that sets a property of the platform to nothing may leave a text in its attribute. */
function leftBy({ at, got }: Arrival, isNamed: boolean): Verdict['leaves'] {
  if (got === undefined || got === 'same') return null;
  if (at === 'accessor' || at === 'own') return { value: got, in: 'property' };
  return at === 'attribute' && isNamed && got !== 'absent' ? { value: got, in: 'attribute' } : null;
}

/** What is lost of a value under a name that hosts or the platform treat in a way of their own. */
function lossOfName(arrival: Arrival, kind: Kind, step: Step, writing: Writing): string | null {
  const isHandler = /^on/.test(writing.name);
  if (arrival.at === 'error' && isHandler) return 'throws at a name that begins with "on"';
  if (arrival.at === 'nowhere' && step === 'mount' && kind !== 'false')
    return isHandler && kind === 'function'
      ? 'takes it for the handler of an event'
      : 'keeps this name for itself';
  const stand = standFor(kind) ?? kind;
  const what = lossOf(arrival, stand, step, writing);
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
      return lossOfNothing(kind, step, writing);
    case 'attribute':
      return lossInAttribute(arrival, kind, step, writing);
    case 'error':
      return `throws when it is given ${KIND_WORDS[kind]}`;
    case 'refused':
      return 'does not compile this';
  }
}

function lossOfNothing(kind: Kind, step: Step, writing: Writing): string | null {
  if (step === 'remove') return null;
  const value = sampleOf(kind, step);
  const isNothing = value === false || value === null || value === undefined;
  return isNothing ? lossOfLeavingOut(kind, step, writing) : `drops ${KIND_WORDS[kind]}`;
}

/** What is lost where nothing is written in place of a value: the element is as it starts. */
function lossOfLeavingOut(kind: Kind, step: Step, { initial }: Writing): string | null {
  return step === 'mount' && startsOtherwise(kind, initial)
    ? `leaves ${KIND_WORDS[kind]} out, and the element keeps its default, ${initial}`
    : null;
}

function lossInAttribute(arrival: Arrival, kind: Kind, step: Step, writing: Writing): string | null {
  const { name, attribute, isUntold } = writing;
  const written = arrival.name === 'lower-case' ? name.toLowerCase() : arrival.name === 'other' ? '' : name;
  const text =
    arrival.got === undefined || arrival.got === 'absent' ? null : (JSON.parse(arrival.got) as string);
  if (step === 'remove' && text === null) return null;
  const left = text === null ? lossOfLeavingOut(kind, step, writing) : null;
  if (left !== null) return left;
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
  return reads(attribute, text, value) ? null : (richLoss(kind) ?? readingLoss(attribute, text, value));
}

/** Does the attribute's reader make the value out of the text? */
function reads(attribute: Omit<ReadAttribute, 'name'>, text: string | null, value: unknown): boolean {
  switch (attribute.reads) {
    case 'boolean':
      return readsAsTrue(attribute, text) === value;
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

function readingLoss(attribute: Omit<ReadAttribute, 'name'>, text: string | null, value: unknown): string {
  const isFlag = attribute.reads === 'boolean';
  const outcome = isFlag ? `, which reads as ${readsAsTrue(attribute, text)}` : '';
  if (text === null) return `takes its attribute away${outcome}`;
  const shown = `writes ${typeof value === 'object' ? 'it' : String(value)} as the text ${JSON.stringify(shortened(text))}`;
  return shown + outcome;
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
