/** Facts about events: what handlers hear, written in each form, of each style of name and way of dispatching. */

import type { ViewShape } from '../harness.js';
import type { Dispatch, EventStyle, Hearing, HostFacts } from '../profile.js';
import { DISPATCHES, EVENT_STYLES, PLATFORM_EVENTS } from '../profile.js';
import { newsIn } from './differences.js';
import type { PageViews, Stand } from './page.js';
import { faultOf, refusalOf, stand } from './page.js';

/** The event name that stands for each style. */
export const STYLED: Record<EventStyle, string> = {
  lower: 'breach',
  kebab: 'tide-breach',
  camel: 'tideBreach',
  pascal: 'TideBreach',
  colon: 'tide:breach',
  dot: 'tide.breach',
};

const EVENTS: readonly (readonly [key: string, event: string])[] = [
  ...EVENT_STYLES.map((style) => [style, STYLED[style]] as const),
  ...PLATFORM_EVENTS.map((name) => [name, name] as const),
];

const keyOf = (form: string, event: string) => `events/${form}/${event}`;

const ownKeyOf = (form: string, event: string) => `own handlers/${form}/${event}`;

export function eventShapes(forms: readonly string[]): Record<string, ViewShape> {
  const shapes: Record<string, ViewShape> = {};
  const add = (key: string, form: string, event: string) => {
    const tag = `suvet-event-${Object.keys(shapes).length}`;
    shapes[key] = { tag, values: [], handlers: [{ form, event }] };
  };
  for (const form of forms) {
    for (const [key, event] of EVENTS) add(keyOf(form, key), form, event);
    for (const style of EVENT_STYLES) add(ownKeyOf(form, style), form, STYLED[style]);
  }
  return shapes;
}

export async function measureEvents(page: PageViews, forms: readonly string[]): Promise<HostFacts['events']> {
  const facts: HostFacts['events'] = {};
  for (const form of forms) {
    const byName: HostFacts['events'][string] = {};
    for (const [key, event] of EVENTS) byName[key] = await hearingsOf(page, keyOf(form, key), event, false);
    facts[form] = byName;
  }
  return facts;
}

/** What is different from `events` where elements have a property for the event's handler. */
export async function measureOwnHandlers(
  page: PageViews,
  forms: readonly string[],
  events: HostFacts['events'],
): Promise<HostFacts['ownHandlers']> {
  const facts: HostFacts['ownHandlers'] = {};
  for (const form of forms) {
    for (const style of EVENT_STYLES) {
      const hearings = await hearingsOf(page, ownKeyOf(form, style), STYLED[style], true);
      const news = newsIn(hearings, events[form]?.[style]);
      if (news) facts[form] = { ...facts[form], [style]: news };
    }
  }
  return facts;
}

/** What handlers of a view hear of an event, whose element has a property for its handler or not. */
async function hearingsOf(
  page: PageViews,
  key: string,
  event: string,
  isOwn: boolean,
): Promise<Record<Dispatch, Hearing>> {
  const byDispatch = {} as Record<Dispatch, Hearing>;
  if (refusalOf(page, key) === null) defineShadowed(page.shapes[key]?.tag ?? '', isOwn ? event : null);
  for (const dispatch of DISPATCHES) byDispatch[dispatch] = await hearingOf(page, key, event, dispatch);
  return byDispatch;
}

type Shadowed = HTMLElement & { inner: Element };

/** Defines an element with a shadow tree, and with a property for handlers of an event, where one is given. */
function defineShadowed(tag: string, event: string | null): void {
  if (customElements.get(tag)) return;
  const made = class extends HTMLElement {
    inner = this.attachShadow({ mode: 'open' }).appendChild(document.createElement('p'));
  };
  if (event !== null) addHandlerProperty(made.prototype, event);
  customElements.define(tag, made);
}

/** A property that takes one handler of an event, and gives it back (HTML 8.1.8.1). */
function addHandlerProperty(prototype: HTMLElement, event: string): void {
  const handlers = new WeakMap<HTMLElement, EventListener>();
  Object.defineProperty(prototype, `on${event.toLowerCase()}`, {
    configurable: true,
    enumerable: true,
    get(this: HTMLElement) {
      return handlers.get(this) ?? null;
    },
    set(this: HTMLElement, given: unknown) {
      const before = handlers.get(this);
      if (before) this.removeEventListener(event, before);
      handlers.delete(this);
      if (typeof given !== 'function') return;
      handlers.set(this, given as EventListener);
      this.addEventListener(event, given as EventListener);
    },
  });
}

function send(element: Shadowed, event: string, dispatch: Dispatch, detail: unknown): CustomEvent {
  const made = new CustomEvent(event, {
    detail,
    bubbles: dispatch.includes('bubbles'),
    composed: dispatch.includes('composed'),
    cancelable: true,
  });
  (dispatch.startsWith('inside') ? element.inner : element).dispatchEvent(made);
  return made;
}

async function hearingOf(page: PageViews, key: string, event: string, dispatch: Dispatch): Promise<Hearing> {
  if (refusalOf(page, key) !== null) return 'refused';
  const detail = { level: 4 };
  const seen: { by: number; intact: boolean }[] = [];
  const handler = (by: number) => (heard: Event) => {
    const given = heard as CustomEvent;
    seen.push({ by, intact: given?.detail === detail });
  };
  let standing: Stand | null = null;
  const fault = await faultOf(async () => {
    standing = await stand(page, key, { handlers: [handler(1)] });
  });
  const at = standing as Stand | null;
  if (at === null || fault !== null) return 'error';
  const sent = () => {
    send(at.element as Shadowed, event, dispatch, detail);
    return seen.splice(0);
  };
  const first = sent();
  await at.update({ handlers: [handler(2)] });
  const second = sent();
  await at.end();
  const last = sent();
  if (first.length === 0) return 'never';
  const faults = [
    first.length > 1 ? `heard ${first.length} times` : '',
    first.some((one) => !one.intact) ? 'detail lost' : '',
    second.length !== 1 || second[0]?.by !== 2 ? 'handler not exchanged' : '',
    last.length > 0 ? 'heard after unmount' : '',
  ].filter((one) => one !== '');
  return faults.length === 0 ? 'once' : `once, ${faults.join(', ')}`;
}

/**
 * How a form's handlers live beside other listeners, told by the first style of event name that the form hears at
 * all; null for a form that hears none.
 */
export async function measureListening(
  page: PageViews,
  forms: readonly string[],
  heard: HostFacts['events'],
): Promise<HostFacts['listening']> {
  const facts: HostFacts['listening'] = {};
  for (const form of forms) {
    const found = EVENTS.find(([key]) => heard[form]?.[key]?.['element bubbles']?.startsWith('once'));
    facts[form] = found ? await listeningOf(page, keyOf(form, found[0]), found[1]) : null;
  }
  return facts;
}

async function listeningOf(page: PageViews, key: string, event: string) {
  const order: string[] = [];
  const handlers = [
    (heard: Event) => {
      order.push('handler');
      heard.preventDefault();
    },
  ];
  const one = await stand(page, key, { handlers });
  const other = await stand(page, key, { handlers: [() => order.push('other element')] });
  one.element.addEventListener(event, () => order.push('listener'));
  one.container.addEventListener(event, () => order.push('container'));
  const prevents = send(one.element as Shadowed, event, 'element bubbles', null).defaultPrevented;
  const first = order.splice(0);
  send(one.element as Shadowed, event, 'element bubbles', null);
  const again = order.filter((name) => name === 'handler').length === 1;
  await one.end();
  await other.end();
  return { prevents, again, order: first };
}
