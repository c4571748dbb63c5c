/** Tries the items of one component in a page, against the same element handled by plain DOM calls. */

import type { PageViews, Stand } from '../hosts/facts/page.js';
import { faultOf, refusalOf, stand } from '../hosts/facts/page.js';
import { turn } from '../hosts/turn.js';
import {
  Controls,
  CROSSES,
  isSame,
  type Live,
  lost,
  sampleValue,
  settle,
  shown,
  type Told,
  untold,
} from './compare.js';
import type { Trial } from './plan.js';
import type { TrialResult } from './result.js';
import type { Sample } from './samples.js';

/** The trials of a component, each with the key of its view. */
export type Planned = readonly { trial: Trial; key: string }[];

/** An element that waits for its class, for each value of a trial. */
type Waiting = { at: Stand; value: unknown }[];

/** Mounts, for every component that is not defined yet, the views that are to meet its class only later. */
export async function wait(
  page: PageViews,
  plans: Readonly<Record<string, Planned>>,
): Promise<Map<string, Waiting[]>> {
  const waiting = new Map<string, Waiting[]>();
  // Out of sight, so that the page does not lay out hundreds of elements again and again.
  const park = document.body.appendChild(document.createElement('div'));
  park.hidden = true;
  for (const [tag, plan] of Object.entries(plans)) {
    if (customElements.get(tag)) continue;
    const mounted: Waiting[] = [];
    for (const { trial, key } of plan)
      mounted.push(trial.late === null ? [] : await mountEach(page, key, trial, park));
    waiting.set(tag, mounted);
  }
  return waiting;
}

async function mountEach(page: PageViews, key: string, trial: Trial, park: Element): Promise<Waiting> {
  const mounted: Waiting = [];
  for (const sample of trial.samples) {
    const value = sampleValue(sample);
    await faultOf(async () => {
      const at = await stand(page, key, { values: [value] });
      park.append(at.container);
      mounted.push({ at, value });
    });
  }
  return mounted;
}

/**
 * Runs all trials of a component. `load` brings in its module; `waiting` are its views that were mounted before.
 * Nothing that was mounted is left afterwards.
 */
export async function probe(
  page: PageViews,
  plan: Planned,
  waiting: readonly Waiting[],
  load: () => Promise<void>,
): Promise<TrialResult[]> {
  await load();
  await settle();
  const results: TrialResult[] = [];
  for (const [at, { trial, key }] of plan.entries()) {
    const late = trial.late === null ? null : await lateTold(trial, waiting[at] ?? []);
    const before = new Set(document.body.children);
    const told = await toldOf(page, key, trial);
    for (const left of [...document.body.children])
      if (!before.has(left)) Element.prototype.remove.call(left);
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

async function lateTold(trial: Trial, waiting: Waiting): Promise<Told> {
  let tolds: Told[] = [];
  const fault = await faultOf(async () => {
    const controls = new Controls(
      trial,
      waiting.map((one) => one.value),
    );
    await settle(...controls.all);
    tolds = waiting.map(({ at }, index) => controls.told(at.element as Live, index));
    controls.end();
  });
  for (const { at } of waiting) await faultOf(() => at.end());
  // The host had its turn before: what throws now are the elements that it is compared with.
  return fault === null ? summedUp(tolds, 'the element was defined already') : untold(`${THROWS}: ${fault}`);
}

const THROWS = 'the element throws by itself';

/** Lost when anything is lost; crossing when anything can be told. */
function summedUp(tolds: readonly Told[], otherwise: string): Told {
  return (
    tolds.find((one) => one.happened === 'lost') ??
    tolds.find((one) => one.happened === 'crosses') ??
    untold(otherwise)
  );
}

async function toldOf(page: PageViews, key: string, trial: Trial): Promise<Told> {
  const refusal = refusalOf(page, key);
  if (refusal !== null) return lost(`the host does not compile it: ${refusal}`);
  let told: Told = untold('the host did not come up');
  const fault = await faultOf(async () => {
    told = await TRIALS[trial.kind](page, key, trial);
  });
  if (fault === null) return told;
  const own = await ownFault(trial);
  return own === null ? lost(`the host throws: ${fault}`) : untold(`${THROWS}: ${own}`);
}

/** What the element throws without any host, given the same by plain DOM calls; null when it does not. */
function ownFault(trial: Trial): Promise<string | null> {
  return faultOf(async () => {
    const controls = new Controls(trial, trial.samples.map(sampleValue));
    // What goes wrong while an element renders is its own, too.
    const rendered = await Promise.allSettled(controls.all.map((one) => one.updateComplete));
    await settle(...controls.all);
    controls.end();
    for (const one of rendered) if (one.status === 'rejected') throw one.reason;
  });
}

type Try = (page: PageViews, key: string, trial: Trial) => Promise<Told>;

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
async function tryValues(page: PageViews, key: string, trial: Trial): Promise<Told> {
  const values = trial.samples.map(sampleValue);
  const next = (index: number) => (index + 1) % values.length;
  const controls = new Controls(trial, values);
  const stands: Stand[] = [];
  for (const value of values) stands.push(await stand(page, key, { values: [value] }));
  const elements = stands.map((one) => one.element as Live);
  await settle(...controls.all, ...elements);
  const mounted = elements.map((element, index) =>
    during('when it is mounted', controls.told(element, index)),
  );
  for (const [index, at] of stands.entries()) await at.update({ values: [values[next(index)]] });
  await settle(...elements);
  const changed = elements.map((element, index) =>
    during('when it changes', controls.told(element, next(index))),
  );
  controls.end();
  for (const at of stands) await at.end();
  return summedUp([...mounted, ...changed], 'the element shows nothing of it');
}

function during(when: string, told: Told): Told {
  return told.happened === 'lost' ? lost(`${when} ${told.what}`) : told;
}

async function tryEvent(page: PageViews, key: string, trial: Trial): Promise<Told> {
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

async function tryPair(page: PageViews, key: string, trial: Trial): Promise<Told> {
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

async function trySlot(page: PageViews, key: string, trial: Trial): Promise<Told> {
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

async function tryReference(page: PageViews, key: string, trial: Trial): Promise<Told> {
  const given: (Element | null)[] = [];
  const at = await stand(page, key, { refer: (element) => given.push(element) });
  const element = at.element as Live;
  const isElement = given.some((one) => one === element);
  const isThere = trial.kind === 'method' ? typeof element[trial.name] === 'function' : trial.name in element;
  await at.end();
  if (!isElement) return lost('the reference is not the element');
  return isThere ? CROSSES : untold(`the element has no ${trial.name}`);
}

async function tryCustomProperty(page: PageViews, key: string, trial: Trial): Promise<Told> {
  const ink = await inkFor(trial);
  if (ink === null) return untold('the element takes no value for it from outside');
  const at = await stand(page, key, { className: 'probed', ink });
  const seen = getComputedStyle(at.element).getPropertyValue(trial.name).trim();
  await at.end();
  return seen === ink ? CROSSES : lost(`the element computes ${shown(seen)}`);
}

/** A value that an element takes for a custom property: one that is registered may take values of its sort only. */
async function inkFor({ view: { tag, is }, name }: Trial): Promise<string | null> {
  const element = document.createElement(tag, is ? { is } : undefined);
  document.body.append(element);
  // Elements may not be ready to leave before they have come up.
  await settle(element as Live);
  const taken = INKS.find((ink) => {
    element.style.setProperty(name, ink);
    return getComputedStyle(element).getPropertyValue(name).trim() === ink;
  });
  Element.prototype.remove.call(element);
  return taken ?? null;
}

/** A length, a colour, a number, a time, an angle, a percentage, a text (CSS Properties and Values API 1, 5). */
const INKS = ['7px', 'rgb(1, 2, 3)', '7', '7s', '7deg', '7%', '"seven"'];

/** Mounts a view with these values, to be looked at, ahead of all that waits; gives what takes it away. */
export async function show(
  page: PageViews,
  key: string,
  samples: readonly Sample[],
): Promise<() => Promise<void>> {
  const at = await stand(page, key, { values: samples.map(sampleValue) });
  document.body.prepend(at.container);
  await settle(at.element as Live);
  return () => at.end();
}
