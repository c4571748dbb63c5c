/** Tries the items of one component in a page, against the same element handled by plain DOM calls. */

import type { Stand } from '../hosts/facts/page.js';
import { faultOf, stand } from '../hosts/facts/page.js';
import type { Mounter, ViewInput, ViewShape } from '../hosts/harness.js';
import { turn } from '../hosts/turn.js';
import type { Trial } from './plan.js';
import type { Happened, TrialResult } from './result.js';
import type { Sample } from './samples.js';

export interface ProbePage {
  mounter: Mounter;
  shapes: Readonly<Record<string, ViewShape>>;
  views: Readonly<Record<string, unknown>>;
}

interface Told {
  happened: Happened;
  what: string | null;
}

type Live = HTMLElement & Record<string, unknown>;

const CROSSES: Told = { happened: 'crosses', what: null };
const lost = (what: string): Told => ({ happened: 'lost', what });
const untold = (what: string): Told => ({ happened: 'untold', what });

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

/**
 * Runs all trials of a component. `keyOf` names the view of a trial; `load` brings in the component's module, after
 * the views that wait for the definition are up.
 */
export async function probe(
  page: ProbePage,
  trials: readonly Trial[],
  keys: readonly string[],
  load: () => Promise<void>,
): Promise<TrialResult[]> {
  const waiting = await mountWaiting(page, trials, keys);
  await load();
  await settle();
  const results: TrialResult[] = [];
  for (const [at, trial] of trials.entries()) {
    const key = keys[at] ?? '';
    const late = trial.late === null ? null : await lateTold(trial, waiting[at] ?? []);
    const told = await toldOf(page, key, trial);
    const { kind, name, expected } = trial;
    results.push({
      kind,
      name,
      expected,
      ...told,
      late: late && trial.late ? { expected: trial.late, ...late } : null,
    });
  }
  return results;
}

/** An element that waits for its class, for each value. */
type Waiting = { at: Stand; value: unknown }[];

async function mountWaiting(
  page: ProbePage,
  trials: readonly Trial[],
  keys: readonly string[],
): Promise<Waiting[]> {
  const waiting: Waiting[] = [];
  for (const [index, trial] of trials.entries()) {
    const mounted: Waiting = [];
    const isUndefined = customElements.get(trial.view.is ?? trial.view.tag) === undefined;
    for (const sample of trial.late !== null && isUndefined ? trial.samples : []) {
      const value = sampleValue(sample);
      await faultOf(async () => {
        mounted.push({ at: await stand(page, keys[index] ?? '', { values: [value] }), value });
      });
    }
    waiting.push(mounted);
  }
  return waiting;
}

async function lateTold(trial: Trial, waiting: Waiting): Promise<Told> {
  let told = untold('the element was defined already');
  for (const { at, value } of waiting) {
    const one = await compare(trial, at.element as Live, value);
    if (told.happened !== 'lost' && one.happened !== 'untold') told = one;
    await faultOf(() => at.end());
  }
  return told;
}

async function toldOf(page: ProbePage, key: string, trial: Trial): Promise<Told> {
  const view = page.views[key];
  if (typeof view === 'object' && view !== null && 'refused' in view) {
    return lost(`the host does not compile it: ${(view as { refused: string }).refused}`);
  }
  let told: Told = untold('the host did not come up');
  const fault = await faultOf(async () => {
    told = await TRIALS[trial.kind](page, key, trial);
  });
  return fault === null ? told : lost(`the host throws: ${fault}`);
}

type Try = (page: ProbePage, key: string, trial: Trial) => Promise<Told>;

const TRIALS: Record<Trial['kind'], Try> = {
  property: (page, key, trial) =>
    trial.samples.length === 0 ? tryReference(page, key, trial) : tryValues(page, key, trial),
  attribute: tryValues,
  event: tryEvent,
  pair: tryPair,
  slot: trySlot,
  method: tryReference,
  cssProperty: tryCustomProperty,
  cssPart: async () => untold('a style sheet of the page reaches it by itself'),
  cssState: async () => untold('a style sheet of the page reaches it by itself'),
};

/** Mounts with each value, and changes to the next one. */
async function tryValues(page: ProbePage, key: string, trial: Trial): Promise<Told> {
  let isTold = false;
  for (const [index, sample] of trial.samples.entries()) {
    const next = trial.samples[(index + 1) % trial.samples.length] ?? sample;
    const [first, second] = [sampleValue(sample), sampleValue(next)];
    const at = await stand(page, key, { values: [first] });
    const mounted = await compare(trial, at.element as Live, first);
    await at.update({ values: [second] });
    const changed = await compare(trial, at.element as Live, second);
    await at.end();
    if (mounted.happened === 'lost') return lost(`when it is mounted ${mounted.what}`);
    if (changed.happened === 'lost') return lost(`when it changes ${changed.what}`);
    isTold ||= mounted.happened === 'crosses' || changed.happened === 'crosses';
  }
  return isTold ? CROSSES : untold('the element shows nothing of it');
}

/** Compares an element with one that plain DOM calls gave the same value, and with one that got nothing. */
async function compare(trial: Trial, element: Live, value: unknown): Promise<Told> {
  const given = control(trial, element, value);
  const untouched = control(trial, element);
  await settle(element, given, untouched);
  const told = toldBy(trial, element, given, untouched);
  given.parentElement?.remove();
  untouched.parentElement?.remove();
  return told;
}

function toldBy(trial: Trial, element: Live, given: Live, untouched: Live): Told {
  const { name } = trial;
  if (trial.kind === 'attribute') {
    const [seen, wanted] = [element.getAttribute(name), given.getAttribute(name)];
    return seen === wanted ? CROSSES : lost(`the attribute is ${shown(seen)}, not ${shown(wanted)}`);
  }
  // An element that has an own property in front of its setter shows the value, but knows nothing of it.
  if (Object.hasOwn(element, name) && !Object.hasOwn(given, name))
    return lost('an own property hides the setter');
  if (!isSame(given[name], untouched[name])) {
    if (!isSame(element[name], given[name])) return lost(`the element has ${shown(element[name])}`);
    return CROSSES;
  }
  const [seen, wanted, plain] = [element, given, untouched].map(rendered);
  if (wanted !== plain) return seen === wanted ? CROSSES : lost('the element shows something else');
  return isSame(element[name], given[name])
    ? untold('the element shows nothing of it')
    : lost(`the element has ${shown(element[name])}`);
}

/** An element of the same kind, beside the host's, that has the value by a plain DOM call. */
function control(trial: Trial, like: Live, ...value: [] | [unknown]): Live {
  const { is, tag } = trial.view;
  const place = document.body.appendChild(document.createElement('div'));
  const made = document.createElement(tag, is ? { is } : undefined) as unknown as Live;
  place.appendChild(made);
  if (value.length === 1) {
    const [given] = value;
    if (trial.kind === 'attribute' && trial.attribute) writeAttribute(made, trial.attribute, given);
    else made[trial.name] = given;
  }
  made.className = like.className;
  return made;
}

function writeAttribute(
  element: Element,
  { name, reads }: NonNullable<Trial['attribute']>,
  value: unknown,
): void {
  if (value === null || value === undefined || (reads === 'boolean' && value === false))
    element.removeAttribute(name);
  else if (reads === 'boolean') element.setAttribute(name, '');
  else element.setAttribute(name, reads === 'json' ? JSON.stringify(value) : String(value));
}

async function tryEvent(page: ProbePage, key: string, trial: Trial): Promise<Told> {
  const { event } = trial;
  if (!event) return untold('no event');
  const heard: Event[] = [];
  const at = await stand(page, key, { handlers: [(one) => heard.push(one)] });
  await settle(at.element as Live);
  heard.length = 0;
  const [sample] = trial.samples;
  const detail = sample ? sampleValue(sample) : null;
  const { name, inside, ...flags } = event;
  const root = at.element.shadowRoot ?? at.element;
  const place = inside ? (root.firstElementChild ?? null) : at.element;
  if (!place) {
    await at.end();
    return untold('its shadow tree cannot be reached');
  }
  place.dispatchEvent(new CustomEvent(name, { detail, ...flags }));
  const given = heard.splice(0) as CustomEvent[];
  await at.end();
  if (given.length === 0) return lost('it is not heard');
  if (given.length > 1) return lost(`it is heard ${given.length} times`);
  // Without a detail of its own there is nothing to lose.
  return !sample || given[0]?.detail === detail ? CROSSES : lost('its detail is lost');
}

async function tryPair(page: ProbePage, key: string, trial: Trial): Promise<Told> {
  const { pair } = trial.view;
  const [first, second] = trial.samples.map(sampleValue);
  if (!pair || first === undefined) return untold('no value to try it with');
  let held = first;
  const model = {
    get value() {
      return held;
    },
    set value(value) {
      held = value;
    },
  };
  const at = await stand(page, key, { model });
  const element = at.element as Live;
  await settle(element);
  const isIn = isSame(element[pair.property], first);
  element[pair.property] = second;
  await settle(element);
  element.dispatchEvent(new CustomEvent(pair.event, { bubbles: true, composed: true }));
  await turn();
  const back = model.value;
  await at.end();
  if (!isIn) return lost(`the element has ${shown(element[pair.property])}`);
  return isSame(back, second) ? CROSSES : lost(`the host gets ${shown(back)} back`);
}

async function trySlot(page: ProbePage, key: string, trial: Trial): Promise<Told> {
  const text = 'words from the host';
  const at = await stand(page, key, { text });
  await settle(at.element as Live);
  const { name } = trial;
  const content = [...at.element.childNodes].filter((node) => node.textContent?.includes(text));
  const isThere = content.some((node) =>
    name === ''
      ? !(node instanceof Element && node.slot !== '')
      : node instanceof Element && node.slot === name,
  );
  const slot = at.element.shadowRoot?.querySelector<HTMLSlotElement>(
    name === '' ? 'slot:not([name])' : `slot[name=${JSON.stringify(name)}]`,
  );
  const isAssigned = !slot || slot.assignedNodes().some((node) => content.includes(node as ChildNode));
  const isInLight = at.element.shadowRoot === null && at.element.textContent?.includes(text) === true;
  await at.end();
  return (isThere && isAssigned) || isInLight ? CROSSES : lost('the content is not in the slot');
}

async function tryReference(page: ProbePage, key: string, trial: Trial): Promise<Told> {
  const given: (Element | null)[] = [];
  const at = await stand(page, key, { refer: (element) => given.push(element) });
  const element = at.element as Live;
  const isElement = given.some((one) => one === element);
  const isThere = trial.kind === 'method' ? typeof element[trial.name] === 'function' : trial.name in element;
  await at.end();
  if (!isElement) return lost('the reference is not the element');
  return isThere ? CROSSES : untold(`the element has no ${trial.name}`);
}

async function tryCustomProperty(page: ProbePage, key: string, trial: Trial): Promise<Told> {
  const input: ViewInput = { className: 'probed', ink: '7px' };
  const at = await stand(page, key, input);
  const seen = getComputedStyle(at.element).getPropertyValue(trial.name).trim();
  await at.end();
  return seen === '7px' ? CROSSES : lost(`the element computes ${shown(seen)}`);
}

/** Waits until elements have taken in what they were given: their own promise, and some turns of the event loop. */
async function settle(...elements: Live[]): Promise<void> {
  for (const element of elements) {
    const { updateComplete } = element;
    if (updateComplete instanceof Promise) await updateComplete.catch(() => {});
  }
  for (let turns = 0; turns < 2; turns += 1) await turn();
}

function rendered(element: Element): string {
  return element.shadowRoot?.innerHTML ?? element.innerHTML;
}

function isSame(a: unknown, b: unknown): boolean {
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

function shown(value: unknown): string {
  if (typeof value === 'string')
    return JSON.stringify(value.length > 40 ? `${value.slice(0, 37)}...` : value);
  if (typeof value === 'function') return 'a function';
  if (typeof value === 'object' && value !== null)
    return Array.isArray(value) ? `a list of ${value.length}` : 'an object';
  return String(value);
}

/** Mounts a view with these values, and leaves it there to be looked at. */
export async function show(page: ProbePage, key: string, samples: readonly Sample[]): Promise<void> {
  const at = await stand(page, key, { values: samples.map(sampleValue) });
  await settle(at.element as Live);
}
