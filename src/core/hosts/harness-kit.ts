/**
 * Measures a host from inside a browser page. Runs in the page, bundled together with the host itself; a host
 * supplies a driver, everything else is here.
 */

import type {
  Arrival,
  ArrivalText,
  Definition,
  Dispatch,
  Hearing,
  HostFacts,
  Kind,
  Target,
  ValueFacts,
} from './profile.js';
import {
  arrivalText,
  DEFINITIONS,
  DISPATCHES,
  EVENT_STYLES,
  KINDS,
  PLATFORM_EVENTS,
  TARGETS,
} from './profile.js';

/** What a driver mounts: one element with values, handlers and children. */
export interface View {
  tag: string;
  /** Values by name and form; a name that is missing was removed. */
  values: { form: string; name: string; value: unknown }[];
  handlers: { form: string; event: string; handler: (event: Event) => void }[];
  /** Text for the default slot, and by slot name. */
  children?: { slot: string; text: string }[];
  style?: Record<string, string>;
  ref?: (element: Element | null) => void;
}

export interface Mounted {
  update(view: View): void;
  unmount(): void;
}

/** How to drive one host: everything is done when a call returns, or when its promise resolves. */
export interface HostDriver {
  /** Forms of the host's syntax for values, ordinary first. */
  valueForms: readonly string[];
  /** Forms of the host's syntax for handlers, ordinary first. */
  handlerForms: readonly string[];
  mount(container: Element, view: View): Mounted;
}

/** Measures every fact of a profile. */
export async function measure(driver: HostDriver): Promise<HostFacts> {
  const values: HostFacts['values'] = {};
  for (const form of driver.valueForms) values[form] = measureValues(driver, form);
  const events: HostFacts['events'] = {};
  for (const form of driver.handlerForms) events[form] = measureEvents(driver, form);
  return { values, events, ...measureRest(driver) };
}

const NAMES: Record<Target, string> = {
  property: 'level',
  camelProperty: 'highMark',
  attribute: 'words',
  kebabAttribute: 'high-mark',
};

/** A value, and the other one of its kind that it changes into. `from` is what null and undefined come from. */
function samples(kind: Kind): { first: unknown; next: unknown; from?: unknown } {
  switch (kind) {
    case 'string':
      return { first: 'north', next: 'south' };
    case 'number':
      return { first: 3, next: 4 };
    case 'true':
      return { first: true, next: false };
    case 'false':
      return { first: false, next: true };
    case 'object':
      return { first: { level: 3 }, next: { level: 4 } };
    case 'array':
      return { first: [3], next: [4] };
    case 'function':
      return { first: () => 3, next: () => 4 };
    case 'null':
      return { first: null, next: null, from: 'north' };
    case 'undefined':
      return { first: undefined, next: undefined, from: 'north' };
  }
}

let counter = 0;

function freshTag(): string {
  counter += 1;
  return `suvet-probe-${counter}`;
}

/** Setter calls since they were last asked for. */
const calls = new WeakMap<Element, { name: string; value: unknown }[]>();

function defineProbe(tag: string): void {
  class Probe extends HTMLElement {
    static observedAttributes = ['level', 'high-mark', 'words'];
    get level(): unknown {
      return undefined;
    }
    set level(value: unknown) {
      note(this, 'level', value);
    }
    get highMark(): unknown {
      return undefined;
    }
    set highMark(value: unknown) {
      note(this, 'highMark', value);
    }
  }
  customElements.define(tag, Probe);
}

function note(element: Element, name: string, value: unknown): void {
  const list = calls.get(element) ?? [];
  list.push({ name, value });
  calls.set(element, list);
}

function measureValues(driver: HostDriver, form: string): ValueFacts {
  const facts = {} as ValueFacts;
  for (const target of TARGETS) {
    facts[target] = {} as ValueFacts[Target];
    for (const definition of DEFINITIONS) {
      const byKind = {} as ValueFacts[Target][Definition];
      for (const kind of KINDS) byKind[kind] = measureLife(driver, form, NAMES[target], definition, kind);
      facts[target][definition] = byKind;
    }
  }
  return facts;
}

function measureLife(driver: HostDriver, form: string, name: string, definition: Definition, kind: Kind) {
  const { first, next, from } = samples(kind);
  const life = (start: unknown) => startLife(driver, form, name, definition, start);
  const mounted = life(first);
  const mount = mounted.arrived(first, true);
  if (from !== undefined) {
    mounted.unmount();
    const other = life(from);
    other.arrived(from, true);
    const change = other.change(next);
    other.unmount();
    return { mount, change };
  }
  const change = mounted.change(next);
  const remove = mounted.remove(next);
  mounted.unmount();
  return { mount, change, remove };
}

function startLife(driver: HostDriver, form: string, name: string, definition: Definition, start: unknown) {
  const tag = freshTag();
  if (definition === 'before') defineProbe(tag);
  const container = document.body.appendChild(document.createElement('div'));
  const view = (value: unknown): View => ({ tag, values: [{ form, name, value }], handlers: [] });
  const mounted = driver.mount(container, view(start));
  const element = container.querySelector(tag);
  if (!element) throw new Error(`the host mounted no ${tag}`);
  if (definition === 'after') defineProbe(tag);
  let before = new Map<string, string>();
  const arrived = (given: unknown, atMount = false): ArrivalText => {
    const arrival = arrivalOf(element, name, given, before, atMount);
    calls.set(element, []);
    before = attributesOf(element);
    return arrivalText(arrival);
  };
  return {
    arrived,
    change(value: unknown) {
      mounted.update(view(value));
      return arrived(value);
    },
    remove(given: unknown) {
      mounted.update({ tag, values: [], handlers: [] });
      return arrived(given);
    },
    unmount() {
      mounted.unmount();
      container.remove();
    },
  };
}

function attributesOf(element: Element): Map<string, string> {
  return new Map([...element.attributes].map((one) => [one.name, one.value]));
}

function arrivalOf(
  element: Element,
  name: string,
  given: unknown,
  before: Map<string, string>,
  atMount: boolean,
): Arrival {
  const called = calls.get(element)?.at(-1);
  if (called) return { at: 'accessor', got: described(called.value, given) };
  const after = attributesOf(element);
  for (const attribute of new Set([...before.keys(), ...after.keys()])) {
    if (before.get(attribute) === after.get(attribute)) continue;
    const text = after.get(attribute);
    return {
      at: 'attribute',
      got: text === undefined ? 'absent' : JSON.stringify(text),
      name: attribute === name ? 'as-written' : 'lower-case',
    };
  }
  if (Object.hasOwn(element, name)) {
    const value = (element as unknown as Record<string, unknown>)[name];
    if (atMount || Object.is(value, given) || value === undefined || value === null) {
      return { at: 'own', got: described(value, given) };
    }
  }
  return { at: 'nowhere' };
}

function described(value: unknown, given: unknown): string {
  if (Object.is(value, given)) return 'same';
  return value === null || value === undefined ? String(value) : JSON.stringify(String(value));
}

const STYLED: Record<(typeof EVENT_STYLES)[number], string> = {
  lower: 'breach',
  kebab: 'tide-breach',
  camel: 'tideBreach',
  pascal: 'TideBreach',
  colon: 'tide:breach',
};

function measureEvents(driver: HostDriver, form: string): Record<string, Record<Dispatch, Hearing>> {
  const facts: Record<string, Record<Dispatch, Hearing>> = {};
  const names = [
    ...EVENT_STYLES.map((style) => [style, STYLED[style]] as const),
    ...PLATFORM_EVENTS.map((name) => [name, name] as const),
  ];
  for (const [key, name] of names) {
    const heard = {} as Record<Dispatch, Hearing>;
    for (const dispatch of DISPATCHES) heard[dispatch] = measureHearing(driver, form, name, dispatch);
    facts[key] = heard;
  }
  return facts;
}

function measureHearing(driver: HostDriver, form: string, event: string, dispatch: Dispatch): Hearing {
  const tag = freshTag();
  customElements.define(
    tag,
    class extends HTMLElement {
      inner = this.attachShadow({ mode: 'open' }).appendChild(document.createElement('p'));
    },
  );
  const container = document.body.appendChild(document.createElement('div'));
  const detail = { level: 4 };
  const seen: { by: number; intact: boolean }[] = [];
  const handler = (by: number) => (heard: Event) =>
    seen.push({ by, intact: (heard as CustomEvent).detail === detail });
  const view = (by: number): View => ({ tag, values: [], handlers: [{ form, event, handler: handler(by) }] });
  const mounted = driver.mount(container, view(1));
  const element = container.querySelector(tag) as (HTMLElement & { inner: Element }) | null;
  if (!element) throw new Error(`the host mounted no ${tag}`);
  const send = () => {
    const target = dispatch.startsWith('inside') ? element.inner : element;
    const made = new CustomEvent(event, {
      detail,
      bubbles: dispatch.includes('bubbles'),
      composed: dispatch.includes('composed'),
    });
    target.dispatchEvent(made);
    return seen.splice(0);
  };
  const first = send();
  mounted.update(view(2));
  const second = send();
  mounted.unmount();
  const last = send();
  container.remove();
  if (first.length === 0) return 'never';
  const faults = [
    first.length > 1 ? `heard ${first.length} times` : '',
    first.some((one) => !one.intact) ? 'detail lost' : '',
    second.length !== 1 || second[0]?.by !== 2 ? 'handler not exchanged' : '',
    last.length > 0 ? 'heard after unmount' : '',
  ].filter((fault) => fault !== '');
  return faults.length === 0 ? 'once' : `once, ${faults.join(', ')}`;
}

function measureRest(driver: HostDriver): Pick<HostFacts, 'slots' | 'ref' | 'customProperty' | 'part'> {
  const tag = freshTag();
  customElements.define(
    tag,
    class extends HTMLElement {
      constructor() {
        super();
        this.attachShadow({ mode: 'open' }).innerHTML =
          '<slot></slot><slot name="legend"></slot><p part="scale" style="outline-color: var(--tide-ink)"></p>';
      }
    },
  );
  const style = document.head.appendChild(document.createElement('style'));
  style.textContent = `${tag}::part(scale) { color: rgb(1, 2, 3); }`;
  const container = document.body.appendChild(document.createElement('div'));
  let referred: Element | null = null;
  const mounted = driver.mount(container, {
    tag,
    values: [],
    handlers: [],
    children: [
      { slot: '', text: 'default text' },
      { slot: 'legend', text: 'legend text' },
    ],
    style: { '--tide-ink': 'rgb(4, 5, 6)' },
    ref: (element) => {
      referred = element ?? referred;
    },
  });
  const element = container.querySelector(tag);
  const root = element?.shadowRoot;
  const textIn = (selector: string) =>
    root
      ?.querySelector<HTMLSlotElement>(selector)
      ?.assignedNodes()
      .map((node) => node.textContent)
      .join('') ?? '';
  const scale = root?.querySelector('p');
  const computed = scale ? getComputedStyle(scale) : null;
  const facts = {
    slots: {
      default: textIn('slot:not([name])').includes('default text'),
      named: textIn('slot[name]').includes('legend text'),
    },
    ref: referred === element,
    customProperty: computed?.outlineColor === 'rgb(4, 5, 6)',
    part: computed?.color === 'rgb(1, 2, 3)',
  };
  mounted.unmount();
  container.remove();
  style.remove();
  return facts;
}
