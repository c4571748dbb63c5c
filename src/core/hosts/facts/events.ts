/** Facts about events: what handlers hear, written in each form, of each style of name and way of dispatching. */

import type { ViewShape } from '../harness.js';
import type { Dispatch, EventStyle, Hearing, HostFacts } from '../profile.js';
import { DISPATCHES, EVENT_STYLES, PLATFORM_EVENTS } from '../profile.js';
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

export function eventShapes(forms: readonly string[]): Record<string, ViewShape> {
  const shapes: Record<string, ViewShape> = {};
  for (const form of forms) {
    for (const [key, event] of EVENTS) {
      const tag = `suvet-event-${Object.keys(shapes).length}`;
      shapes[keyOf(form, key)] = { tag, values: [], handlers: [{ form, event }] };
    }
  }
  return shapes;
}

export async function measureEvents(page: PageViews, forms: readonly string[]): Promise<HostFacts['events']> {
  const facts: HostFacts['events'] = {};
  for (const form of forms) {
    const byName: Record<string, Record<Dispatch, Hearing>> = {};
    for (const [key, event] of EVENTS) {
      const byDispatch = {} as Record<Dispatch, Hearing>;
      for (const dispatch of DISPATCHES)
        byDispatch[dispatch] = await hearingOf(page, keyOf(form, key), event, dispatch);
      byName[key] = byDispatch;
    }
    facts[form] = byName;
  }
  return facts;
}

type Shadowed = HTMLElement & { inner: Element };

function defineShadowed(tag: string): void {
  if (customElements.get(tag)) return;
  customElements.define(
    tag,
    class extends HTMLElement {
      inner = this.attachShadow({ mode: 'open' }).appendChild(document.createElement('p'));
    },
  );
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
  defineShadowed(page.shapes[key]?.tag ?? '');
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
