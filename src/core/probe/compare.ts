/** Tells whether an element shows a value: beside one that plain DOM calls gave the same. Runs in a page. */

import { flagText, readsAsTrue } from '../contract/flags.js';
import type { ReadAttribute } from '../contract/types.js';
import { turn } from '../hosts/turn.js';
import type { Trial } from './plan.js';
import type { Happened } from './result.js';
import type { Sample } from './samples.js';

export type Live = HTMLElement & Record<string, unknown>;

export interface Told {
  happened: Happened;
  what: string | null;
}

export const CROSSES: Told = { happened: 'crosses', what: null };
export const lost = (what: string): Told => ({ happened: 'lost', what });
export const untold = (what: string): Told => ({ happened: 'untold', what });

/** The value of a sample. Functions, dates and symbols are made anew at every call. */
export function sampleValue(sample: Sample): unknown {
  if ('json' in sample) return structuredClone(sample.json);
  switch (sample.make) {
    case 'function':
      return () => sample.turn;
    case 'date':
      return new Date(sample.turn * 86_400_000);
    case 'symbol':
      return Symbol(String(sample.turn));
    case 'undefined':
      return undefined;
  }
}

/** What an element is held against. */
interface Control {
  given: Live;
  /** Given the same: where the two show something else, what an element shows tells nothing. */
  twin: Live;
}

/** Elements of the same kind that plain DOM calls give the same values, two of each, and one that gets nothing. */
export class Controls {
  readonly #trial: Trial;
  readonly #place = document.body.appendChild(document.createElement('div'));
  readonly #controls: Control[];
  readonly #untouched: Live;

  constructor(trial: Trial, values: readonly unknown[]) {
    this.#trial = trial;
    const given = (value: unknown) => {
      const made = this.#make();
      if (trial.kind === 'attribute' && trial.attribute) writeAttribute(made, trial.attribute, value);
      else made[trial.name] = value;
      return made;
    };
    this.#controls = values.map((value) => ({ given: given(value), twin: given(value) }));
    this.#untouched = this.#make();
  }

  #make(): Live {
    const { is, tag } = this.#trial.view;
    return this.#place.appendChild(document.createElement(tag, is ? { is } : undefined)) as unknown as Live;
  }

  get all(): readonly Live[] {
    return [...this.#controls.flatMap(({ given, twin }) => [given, twin]), this.#untouched];
  }

  /** What an element shows of the value with this number. */
  told(element: Live, index: number): Told {
    const control = this.#controls[index];
    return control ? toldBy(this.#trial, element, control, this.#untouched) : untold('no value');
  }

  end(): void {
    this.#place.remove();
  }
}

function toldBy(trial: Trial, element: Live, { given, twin }: Control, untouched: Live): Told {
  const { name } = trial;
  if (trial.kind === 'attribute') {
    const [seen, wanted] = [element.getAttribute(name), given.getAttribute(name)];
    return seen === wanted || isReadAlike(seen, wanted, trial.attribute)
      ? CROSSES
      : lost(`the attribute is ${shown(seen)}, not ${shown(wanted)}`);
  }
  // An element that has an own property in front of its setter shows the value, but knows nothing of it.
  if (Object.hasOwn(element, name) && !Object.hasOwn(given, name))
    return lost('an own property hides the setter');
  if (!isSame(given[name], untouched[name])) {
    if (!has(trial, element, given[name])) return lost(`the element has ${shown(element[name])}`);
    return CROSSES;
  }
  const [seen, wanted, again, plain] = [element, given, twin, untouched].map(rendered);
  if (wanted !== plain && wanted === again)
    return seen === wanted ? CROSSES : lost('the element shows something else');
  return has(trial, element, given[name])
    ? untold('the element shows nothing of it')
    : lost(`the element has ${shown(element[name])}`);
}

/**
 * Has the element this value? Undefined is nothing, as null is; and a flag whose attribute is not there is off, also
 * where its property holds nothing.
 */
function has({ name, attribute }: Trial, element: Live, value: unknown): boolean {
  const held = element[name] ?? null;
  if (isSame(held, value ?? null)) return true;
  const isFlag = attribute?.reads === 'boolean' && value === false;
  return isFlag && held === null && !element.hasAttribute(attribute.name);
}

/** Of a flag only the presence of its attribute counts; of JSON, what it stands for. */
function isReadAlike(seen: string | null, wanted: string | null, attribute: ReadAttribute | null): boolean {
  if (attribute?.reads === 'boolean') return readsAsTrue(attribute, seen) === readsAsTrue(attribute, wanted);
  if (seen === null || wanted === null || attribute?.reads !== 'json') return false;
  try {
    return isSame(JSON.parse(seen), JSON.parse(wanted));
  } catch {
    return false;
  }
}

function writeAttribute(element: Element, attribute: ReadAttribute, value: unknown): void {
  const { name, reads } = attribute;
  const flag = reads === 'boolean' && typeof value === 'boolean' ? flagText(attribute, value) : undefined;
  const text = flag === undefined ? (reads === 'json' ? JSON.stringify(value) : String(value)) : flag;
  if (value === null || value === undefined || text === null) element.removeAttribute(name);
  else element.setAttribute(name, text);
}

/** Waits until elements have taken in what they were given: their own promise, and some turns of the event loop. */
export async function settle(...elements: Live[]): Promise<void> {
  for (const element of elements) {
    const { updateComplete } = element;
    if (updateComplete instanceof Promise) await updateComplete.catch(() => {});
  }
  for (let turns = 0; turns < 2; turns += 1) await turn();
}

function rendered(element: Element): string {
  return element.shadowRoot?.innerHTML ?? element.innerHTML;
}

export function isSame(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (a instanceof Node || b instanceof Node) return false;
  if (a instanceof Date && b instanceof Date) return a.getTime() === b.getTime();
  const [ofA, ofB] = [Object.entries(a), Object.entries(b)];
  return (
    Array.isArray(a) === Array.isArray(b) &&
    ofA.length === ofB.length &&
    ofA.every(([key, value]) => isSame(value, (b as Record<string, unknown>)[key]))
  );
}

export function shown(value: unknown): string {
  if (typeof value === 'string')
    return JSON.stringify(value.length > 40 ? `${value.slice(0, 37)}...` : value);
  if (typeof value === 'function') return 'a function';
  if (typeof value === 'object' && value !== null)
    return Array.isArray(value) ? `a list of ${value.length}` : 'an object';
  return String(value);
}
