/** Does a value arrive? One way of writing a property or attribute, judged against the measured facts. */

import type { AttributeLink, AttributeReader } from '../contract/types.js';
import type { Definition, Kind, Step, Target, VersionProfile } from '../hosts/profile.js';
import { DEFINITIONS, readArrival, STEPS } from '../hosts/profile.js';

/** A name written in the host in one of its forms, meant for one item. */
export interface Writing {
  form: string;
  name: string;
  target: Target;
  /** The attribute that carries the item, if it has one. */
  attribute: Pick<AttributeLink, 'name' | 'reads'> | null;
  kinds: readonly Kind[];
}

export interface Loss {
  definition: Definition;
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
  /** Removing the value in the host leaves `undefined` in the property. */
  leavesUndefined: boolean;
}

/** The target a name means: by its spelling, and by whether the element has a property of that name. */
export function targetOf(name: string, isProperty: boolean): Target {
  if (isProperty) return name === name.toLowerCase() ? 'property' : 'camelProperty';
  return name.includes('-') ? 'kebabAttribute' : 'attribute';
}

/** Judges one writing by the facts of one host version. */
export function judge(writing: Writing, profile: VersionProfile): Verdict {
  const verdict: Verdict = { losses: [], lateLosses: [], leavesUndefined: false };
  const facts = profile.values[writing.form]?.[writing.target];
  if (!facts)
    return {
      ...verdict,
      losses: [{ definition: 'before', step: 'mount', kind: 'object', what: 'has no such syntax' }],
    };
  for (const definition of DEFINITIONS) {
    for (const kind of writing.kinds) {
      for (const step of STEPS) {
        const text = facts[definition][kind][step];
        if (text === undefined) continue;
        const arrival = readArrival(text);
        if (step === 'remove')
          verdict.leavesUndefined ||= arrival.at !== 'attribute' && arrival.got === 'undefined';
        const what = lossOf(arrival, kind, step, writing);
        if (what !== null)
          verdict[definition === 'before' ? 'losses' : 'lateLosses'].push({ definition, step, kind, what });
      }
    }
  }
  return verdict;
}

/** The texts that attributes show for the sample values, by kind and step. */
const SAMPLES: Partial<Record<Kind, Partial<Record<Step, unknown>>>> = {
  string: { mount: 'north', change: 'south' },
  number: { mount: 3, change: 4 },
  object: { mount: { level: 3 }, change: { level: 4 } },
  array: { mount: [3], change: [4] },
  true: { mount: true, change: false },
  false: { mount: false, change: true },
};

/** What is lost of a value that ended up so, or null when it arrived. */
function lossOf(
  arrival: ReturnType<typeof readArrival>,
  kind: Kind,
  step: Step,
  writing: Writing,
): string | null {
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
  }
}

function lossOfNothing(kind: Kind, step: Step): string | null {
  if (step === 'remove') return null;
  const value = SAMPLES[kind]?.[step];
  if (value === false || value === undefined) return kind === 'function' ? 'drops a function' : null;
  return `drops ${kind === 'array' || kind === 'object' ? `an ${kind}` : `a ${kind}`}`;
}

function lossInAttribute(
  arrival: ReturnType<typeof readArrival>,
  kind: Kind,
  step: Step,
  { name, attribute }: Writing,
): string | null {
  const written = arrival.name === 'lower-case' ? name.toLowerCase() : name;
  const text =
    arrival.got === undefined || arrival.got === 'absent' ? null : (JSON.parse(arrival.got) as string);
  if (step === 'remove' && text === null) return null;
  const shown =
    text === null ? 'takes its attribute away' : `writes it as the text ${JSON.stringify(shortened(text))}`;
  if (!attribute) return text === null ? null : (richLoss(kind) ?? shown);
  if (attribute.name !== written)
    return `writes an attribute "${written}", which the component does not read`;
  const value = SAMPLES[kind]?.[step];
  if (value === undefined) return text === null ? null : shown;
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
