/** The elements that are measured: each notes what is set, written or read, and tells where a value ended up. */

import { kebabCase } from '../../emit/names.js';
import type { Arrival } from '../profile.js';

interface Calls {
  calls: { name: string; value: unknown }[];
  attributes: Map<string, string>;
  /** What was given last, by name. */
  last: Map<string, unknown>;
}

/** What an accessor was given last, as most of them give it back. */
export function lastGiven(element: Element, name: string): unknown {
  return callsOf(element).last.get(name);
}

const watched = new WeakMap<Element, Calls>();

function callsOf(element: Element): Calls {
  let calls = watched.get(element);
  if (!calls) {
    calls = { calls: [], attributes: new Map(), last: new Map() };
    watched.set(element, calls);
  }
  return calls;
}

/** Defines an element whose accessors of these names note every value they are set to, and give what `holds` says. */
export function defineNoting(
  tag: string,
  names: readonly string[],
  observed: readonly string[] = [],
  holds: (element: Element, name: string) => unknown = () => undefined,
): void {
  if (customElements.get(tag)) return;
  const made = class extends HTMLElement {
    static observedAttributes = observed;
  };
  for (const name of names) {
    Object.defineProperty(made.prototype, name, {
      configurable: true,
      enumerable: true,
      get(this: Element) {
        return holds(this, name);
      },
      set(this: Element, value: unknown) {
        const seen = callsOf(this);
        seen.calls.push({ name, value });
        seen.last.set(name, value);
      },
    });
  }
  customElements.define(tag, made);
}

/** Takes the attributes an element has for known, but for those of a name: they count as news still. */
export function passOver(element: Element, name: string): void {
  const known = [...element.attributes].filter((one) => one.name !== name.toLowerCase());
  callsOf(element).attributes = new Map(known.map((one) => [one.name, one.value]));
}

/**
 * Where a value ended up that was written for a name since the last look at the element; `given` is the value.
 * The element was made by `defineNoting`, or is not defined.
 */
export function arrivalAt(element: Element, name: string, given: unknown, isFirst: boolean): Arrival {
  const seen = callsOf(element);
  const called = seen.calls.filter((one) => one.name === name).at(-1);
  seen.calls = [];
  const written = attributeArrival(element, name);
  if (called) return { at: 'accessor', got: described(called.value, given) };
  if (written) return written;
  if (Object.hasOwn(element, name)) {
    const value = (element as unknown as Record<string, unknown>)[name];
    const isNews = isFirst || Object.is(value, given) || value === undefined || value === null;
    if (isNews) return { at: 'own', got: described(value, given) };
  }
  return { at: 'nowhere' };
}

/** The first attribute that became another one since the last look. */
function attributeArrival(element: Element, name: string): Arrival | null {
  const seen = callsOf(element);
  const before = seen.attributes;
  const after = new Map([...element.attributes].map((one) => [one.name, one.value]));
  seen.attributes = after;
  for (const attribute of new Set([...before.keys(), ...after.keys()])) {
    if (before.get(attribute) === after.get(attribute)) continue;
    const text = after.get(attribute);
    return {
      at: 'attribute',
      got: text === undefined ? 'absent' : JSON.stringify(text),
      name: attributeName(attribute, name),
    };
  }
  return null;
}

function attributeName(attribute: string, name: string): NonNullable<Arrival['name']> {
  if (attribute === name) return 'as-written';
  return attribute === name.toLowerCase() ? 'lower-case' : 'other';
}

function described(value: unknown, given: unknown): string {
  if (Object.is(value, given)) return 'same';
  const isPlain = value === null || ['undefined', 'number', 'boolean'].includes(typeof value);
  return isPlain ? String(value) : JSON.stringify(String(value));
}

/** What a field holds that nobody has set. */
const UNSET = {};

/** Defines an element that is made so. */
export function defineMade(tag: string, make: (element: HTMLElement) => void): void {
  if (customElements.get(tag)) return;
  customElements.define(
    tag,
    class extends HTMLElement {
      constructor() {
        super();
        make(this);
      }
    },
  );
}

/** Defines an element with own fields of these names, for which its class has no accessors. */
export function defineFields(tag: string, names: readonly string[]): void {
  defineMade(tag, (element) =>
    Object.assign(element, Object.fromEntries(names.map((name) => [name, UNSET]))),
  );
}

/** As arrivalAt, for an element that was made by `defineFields`; to set the field is to reach the property. */
export function fieldArrival(element: Element, name: string, given: unknown): Arrival {
  const fields = element as unknown as Record<string, unknown>;
  const held = fields[name];
  fields[name] = UNSET;
  if (held !== UNSET) return { at: 'accessor', got: described(held, given) };
  return attributeArrival(element, name) ?? { at: 'nowhere' };
}

/** Defines an element with properties of these names that keep their text in an attribute, with hyphens. */
export function defineReflecting(tag: string, names: readonly string[]): void {
  if (customElements.get(tag)) return;
  defineNoting(tag, names);
  const { prototype } = customElements.get(tag) as CustomElementConstructor;
  for (const name of names) {
    const attribute = kebabCase(name);
    const noted = Object.getOwnPropertyDescriptor(prototype, name)?.set;
    Object.defineProperty(prototype, name, {
      configurable: true,
      enumerable: true,
      get(this: Element) {
        return this.getAttribute(attribute);
      },
      set(this: Element, value: unknown) {
        noted?.call(this, value);
        if (value === null || value === undefined) this.removeAttribute(attribute);
        else this.setAttribute(attribute, String(value));
      },
    });
  }
}

/** As arrivalAt, for an element that was made by `defineReflecting`: what its property holds in the end. */
export function reflectedArrival(element: Element, name: string, given: unknown, isFirst: boolean): Arrival {
  const arrival = arrivalAt(element, name, given, isFirst);
  if (arrival.at !== 'accessor') return arrival;
  return { at: 'accessor', got: described((element as unknown as Record<string, unknown>)[name], given) };
}
