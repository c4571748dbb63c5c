/** What a server writes of a component: attributes in markup, and the rest for a script of the page. */

import { startsOtherwise } from '../../contract/defaults.js';
import { trappedBy } from '../../contract/events.js';
import { type FlagReading, isByPresence, readsAsTrue } from '../../contract/flags.js';
import { kindsOf } from '../../contract/kinds.js';
import type {
  Component,
  ContractProperty,
  ItemWords,
  ReadAttribute,
  TypeInfo,
} from '../../contract/types.js';
import { freeAttributes } from '../../contract/types.js';
import { freeName, pascalCase } from '../../emit/names.js';
import { firsts, isAttributeName, isPossibleKey } from './surface.js';
import type { WrapRequest } from './types.js';

/** What the values of an item are, as far as markup is concerned; a `word` is true or false, and written as that. */
export type MarkupValue = 'text' | 'number' | 'boolean' | 'word' | 'json' | 'function';

export interface MarkupItem {
  /** Of the property, or of the attribute that drives none. */
  name: string;
  /**
   * attribute: written into the tag. property: handed over by a script of the page. function: the page's own, handed
   * over by its name.
   */
  way: 'attribute' | 'property' | 'function';
  /** The attribute, or the property. */
  target: string;
  value: MarkupValue;
  type: TypeInfo;
  /** The texts that are allowed, where only some are. */
  choices: readonly string[] | null;
  item: ItemWords;
}

export interface MarkupSurface {
  component: Component;
  tag: string;
  name: string;
  /** Path of the element's module below the folder that pages load modules from; null where pages have it by themselves. */
  module: string | null;
  items: MarkupItem[];
  events: { event: string; item: ItemWords }[];
  slots: { slot: string; item: ItemWords }[];
}

/** The surfaces of components, each under a name that no other has, however file systems treat case. */
export function markupSurfacesOf(
  components: readonly Component[],
  { imports, specifiers }: Pick<WrapRequest, 'imports' | 'specifiers'>,
  takenNames: readonly string[],
): MarkupSurface[] {
  const names = new Set(takenNames.map((name) => name.toLowerCase()));
  return components.map((component) => {
    const wanted = pascalCase(component.tag);
    const lower = freeName(wanted.toLowerCase(), names);
    return {
      component,
      tag: component.tag,
      name: wanted + lower.slice(wanted.length),
      module: imports === 'none' ? null : (specifiers.get(component.tag) ?? null),
      items: itemsOf(component),
      events: firsts(component.events)
        .filter((one) => trappedBy(one, component) === null && isPossibleKey(one.name))
        .map((one) => ({ event: one.name, item: one })),
      slots: firsts(component.slots).map((one) => ({ slot: one.name, item: one })),
    };
  });
}

function itemsOf(component: Component): MarkupItem[] {
  const properties = firsts(component.properties).flatMap((one): MarkupItem[] => {
    const { name, type, attribute, readonly } = one;
    if (readonly || !isPossibleKey(name)) return [];
    const words = { name, type, choices: choicesOf(type), item: one };
    const value = attribute && isAttributeName(attribute.name) ? carried(one, attribute) : null;
    if (attribute && value) return [{ ...words, way: 'attribute', target: attribute.name, value }];
    const plain = valueOfType(type);
    if (plain === null) return [];
    const way = plain === 'function' ? ('function' as const) : ('property' as const);
    return [{ ...words, way, target: name, value: plain }];
  });
  const taken = new Set(properties.filter((one) => one.way === 'attribute').map((one) => one.target));
  const attributes = firsts(freeAttributes(component))
    .filter((one) => isAttributeName(one.name) && !taken.has(one.name))
    .map((one): MarkupItem => {
      const value = valueRead(one);
      const type = { text: { text: 'string', word: 'boolean' }[value as string] ?? value, schema: null };
      return { name: one.name, way: 'attribute', target: one.name, value, type, choices: null, item: one };
    });
  return [...properties, ...attributes];
}

/** What an attribute with this reader is written from; null where no text, or none at all, would be read back as a value. */
function carried(
  { type, default: initial }: Pick<ContractProperty, 'type' | 'default'>,
  attribute: ReadAttribute,
): MarkupValue | null {
  const value = valueOfType(type);
  if (attribute.reads === 'json') return value === null || value === 'function' ? null : 'json';
  const read = valueRead(attribute);
  if (value !== (read === 'word' ? 'boolean' : read)) return null;
  // What starts as true is false by a text only.
  if (read !== 'boolean' || !startsOtherwise('false', initial)) return read;
  return readsWords(attribute) ? 'word' : null;
}

/** What the attribute's text stands for, as far as it can be written without regard to what the element starts with. */
function valueRead(attribute: ReadAttribute): MarkupValue {
  const { reads } = attribute;
  if (reads === 'string' || reads === 'custom') return 'text';
  if (reads !== 'boolean' || isByPresence(attribute)) return reads;
  return readsWords(attribute) ? 'word' : 'text';
}

/** How a builder writes it: words as JSON has them. */
export function writtenAs({ value }: MarkupItem): Exclude<MarkupValue, 'word'> {
  return value === 'word' ? 'json' : value;
}

/** Are "true" and "false" read as what they say? */
function readsWords(flag: FlagReading): boolean {
  return readsAsTrue(flag, 'true') && !readsAsTrue(flag, 'false');
}

/** What JSON can hold of a type, or a function; null for other things that only scripts have. */
function valueOfType(type: TypeInfo): MarkupValue | null {
  const kinds = kindsOf(type).filter((kind) => kind !== 'null' && kind !== 'undefined');
  const all = (...of: string[]) => kinds.length > 0 && kinds.every((kind) => of.includes(kind));
  if (all('string', 'empty')) return 'text';
  if (all('number', 'nan')) return 'number';
  if (all('true', 'false')) return 'boolean';
  if (all('function')) return 'function';
  // A type that is known by its name alone may be anything: an element, a map, a function.
  const isKnown = type.schema !== null || all('array');
  return isKnown && !kinds.some((kind) => ['function', 'symbol', 'date'].includes(kind)) ? 'json' : null;
}

function choicesOf({ schema }: TypeInfo): readonly string[] | null {
  const values = schema && Array.isArray(schema.enum) ? schema.enum.filter((one) => one !== null) : [];
  const texts = values.filter((one) => typeof one === 'string');
  return texts.length > 0 && texts.length === values.length ? [...new Set(texts)] : null;
}

/** Name of the page's script, without its ending. */
export const BINDER_MODULE = 'binder';

/** The page's script, the same for every server. */
export const BINDER_TEXT = `/**
 * Gives elements of a page what their markup could not carry: properties, named in data-properties as JSON, and
 * functions registered here: handlers, named in data-events, and values, named in data-functions.
 */

const functions = new Map();
const bound = new WeakSet();
/** What is done once a function of a name is registered. */
const waiting = new Map();

/** Makes functions known by their names: register({ logBreach(event) { ... } }). */
export function register(named) {
  for (const [name, given] of Object.entries(named)) {
    functions.set(name, given);
    for (const done of waiting.get(name) ?? []) done(given);
    waiting.delete(name);
  }
}

function registered(name) {
  if (functions.has(name)) return functions.get(name);
  return new Promise((done) => waiting.set(name, [...(waiting.get(name) ?? []), done]));
}

/** Binds every element below a node; those that were bound before stay as they are. */
export function bind(root = document) {
  for (const element of root.querySelectorAll('[data-properties], [data-events], [data-functions]')) {
    if (bound.has(element)) continue;
    bound.add(element);
    listen(element, parsed(element.dataset.events));
    void assign(element, parsed(element.dataset.properties));
    for (const [name, known] of parsed(element.dataset.functions)) {
      void Promise.resolve(registered(known)).then((given) => assign(element, [[name, given]]));
    }
  }
}

function parsed(text) {
  return text === undefined ? [] : Object.entries(JSON.parse(text));
}

function listen(element, events) {
  for (const [event, name] of events) {
    element.addEventListener(event, (given) => functions.get(name)?.call(element, given));
  }
}

/** Values wait until the element is defined, so that they reach its own setters. */
async function assign(element, properties) {
  if (properties.length === 0) return;
  await customElements.whenDefined(element.getAttribute('is') ?? element.localName);
  customElements.upgrade(element);
  for (const [name, value] of properties) if (name !== '__proto__') element[name] = value;
}

if (document.readyState === 'loading') document.addEventListener('DOMContentLoaded', () => bind());
else bind();
`;
