/** What the code claims beside what the running element shows, item by item. */

import { plainDefault } from '../../contract/defaults.js';
import { readsAsTrue } from '../../contract/flags.js';
import { isGlobalProperty } from '../../contract/platform.js';
import type { AttributeReader, Component, ContractProperty } from '../../contract/types.js';
import { attributesOf } from '../../contract/types.js';
import type { ReadTexts, SeenComponent, SeenMember } from './seen.js';
import { TRIED_TEXTS } from './seen.js';

/**
 * `agrees`: both have it. `code-only`: the code says so, the element does not show it. `live-only`: the element
 * shows it, the code was not read that way. `differs`: both have it, but not alike.
 */
export type LiveOutcome = 'agrees' | 'code-only' | 'live-only' | 'differs';

export interface LiveItem {
  kind: 'element' | 'attribute' | 'property' | 'slot' | 'part';
  name: string;
  outcome: LiveOutcome;
  /** What is different, in words. */
  detail?: string;
}

export interface LiveComparison {
  tag: string;
  /** What kept the element from being looked at in full; null when nothing did. */
  error: string | null;
  items: LiveItem[];
}

/**
 * Compares contracts with what a page saw. `inner` are the properties, by tag, that the contracts leave out since they are
 * not for users. Slots and parts that only the code has are left out: a fresh element
 * need not render everything it can. Of components that only types tell of, a page has none to look at.
 */
export function compareLive(
  components: readonly Component[],
  seen: readonly SeenComponent[],
  inner: ReadonlyMap<string, readonly string[]> = new Map(),
): LiveComparison[] {
  const live = new Map(seen.map((one) => [one.tag, one]));
  const asked = components.filter((one) => !one.typesOnly || live.has(one.tag));
  const compared = asked.map((component) => {
    const one = live.get(component.tag);
    live.delete(component.tag);
    return one ? compareOne(component, one, inner.get(component.tag) ?? []) : notRegistered(component);
  });
  const others = [...live.values()].map(
    ({ tag }): LiveComparison => ({
      tag,
      error: null,
      items: [{ kind: 'element', name: tag, outcome: 'live-only' }],
    }),
  );
  return [...compared, ...others];
}

function notRegistered({ tag, registers, registeredBy }: Component): LiveComparison {
  const isExpected = registers === 'on-import' || registeredBy !== undefined;
  const detail = !isExpected
    ? 'it is registered by a call of the host'
    : registeredBy === undefined
      ? 'loading the module does not register it'
      : `calling ${registeredBy}() does not register it`;
  const outcome = isExpected ? 'code-only' : 'agrees';
  return { tag, error: null, items: [{ kind: 'element', name: tag, outcome, detail }] };
}

function compareOne(component: Component, seen: SeenComponent, inner: readonly string[]): LiveComparison {
  const items: LiveItem[] = [];
  const element = elementDifference(component, seen);
  items.push({
    kind: 'element',
    name: component.tag,
    outcome: element === null ? 'agrees' : 'differs',
    ...(element === null ? {} : { detail: element }),
  });
  addNames(
    items,
    'attribute',
    attributesOf(component).map((one) => one.name.toLowerCase()),
    // In a page of HTML no attribute has capital letters: the element is never told of such a name.
    [
      ...seen.observed.filter((one) => one === one.toLowerCase() && isPublic(one)),
      ...driving(component, seen),
    ],
  );
  addProperties(items, component, seen, inner);
  const fresh = (names: readonly string[], known: readonly { name: string }[], kind: 'slot' | 'part') => {
    const claimed = new Set(known.map((one) => one.name));
    for (const name of names) items.push({ kind, name, outcome: claimed.has(name) ? 'agrees' : 'live-only' });
  };
  fresh(seen.slots, component.slots, 'slot');
  fresh(seen.parts, component.cssParts, 'part');
  return { tag: component.tag, error: seen.error, items };
}

/** The attributes that a property was seen to follow: its value may live there without being observed. */
function driving({ properties }: Component, { reads, held }: SeenComponent): string[] {
  return properties.flatMap(({ name, attribute }) => {
    const texts = attribute && reads[attribute.name];
    if (!texts) return [];
    const values = new Set(TRIED_TEXTS.map((text) => texts[text]));
    return values.size > 1 || !values.has(held.made[name]) ? [attribute.name.toLowerCase()] : [];
  });
}

function elementDifference(component: Component, seen: SeenComponent): string | null {
  if (component.extendsTag !== seen.extendsTag)
    return `it extends ${seen.extendsTag ?? 'no built-in element'}`;
  if (component.formAssociated !== seen.formAssociated)
    return seen.formAssociated ? 'it takes part in forms' : 'it takes no part in forms';
  return seen.root !== null && component.root !== seen.root ? `its root is ${seen.root}` : null;
}

function addNames(
  items: LiveItem[],
  kind: LiveItem['kind'],
  claimed: readonly string[],
  shown: readonly string[],
): void {
  const [said, seen] = [new Set(claimed), new Set(shown)];
  for (const name of said) items.push({ kind, name, outcome: seen.has(name) ? 'agrees' : 'code-only' });
  for (const name of seen) if (!said.has(name)) items.push({ kind, name, outcome: 'live-only' });
}

function addProperties(
  items: LiveItem[],
  component: Component,
  seen: SeenComponent,
  inner: readonly string[],
): void {
  const accessors = new Map(seen.accessors.map((one) => [one.name, one]));
  const others = new Set([...seen.fields, ...seen.elsewhere]);
  const leftOut = new Set([...seen.state, ...inner]);
  for (const property of component.properties) {
    const { name } = property;
    const accessor = accessors.get(name);
    const isShown = accessor !== undefined || others.has(name) || isGlobalProperty(name);
    // Of an element that cannot be made, nobody sees the fields.
    if (!isShown && seen.error !== null) continue;
    const detail =
      propertyDifference(property, accessor, seen) ??
      defaultDifference(property, seen) ??
      readerDifference(property, seen);
    items.push({
      kind: 'property',
      name,
      outcome: detail !== null ? 'differs' : isShown ? 'agrees' : 'code-only',
      ...(detail === null ? {} : { detail }),
    });
  }
  const claimed = new Set([...component.properties, ...component.methods].map((one) => one.name));
  for (const name of accessors.keys()) {
    if (claimed.has(name) || leftOut.has(name) || !isPublic(name)) continue;
    items.push({ kind: 'property', name, outcome: 'live-only' });
  }
}

function propertyDifference(
  { name, readonly, field }: ContractProperty,
  accessor: SeenMember | undefined,
  seen: SeenComponent,
): string | null {
  if (accessor) {
    if (!readonly && !accessor.writable) return 'it cannot be assigned';
    return field ? 'its class has an accessor for it' : null;
  }
  const isField = seen.fields.includes(name) && !seen.elsewhere.includes(name);
  return isField && !field && !readonly ? 'it is an own field of the element' : null;
}

/** What it holds at first, where the code says something else: as it is made, or once it stands in the page. */
function defaultDifference(property: ContractProperty, { held }: SeenComponent): string | null {
  const { name } = property;
  const said = plainDefault(property.default);
  const [made, shown] = [held.made[name], held.shown[name]];
  const start = made ?? shown;
  if (said === null || start === undefined || said === made || said === shown) return null;
  return `it starts with ${start}`;
}

/** How the text of its attribute is read, where that is another way than the code was read to do. */
function readerDifference({ name, attribute }: ContractProperty, seen: SeenComponent): string | null {
  const texts = attribute && seen.reads[attribute.name];
  if (!attribute || !texts || attribute.reads === 'custom') return null;
  const reader = readerShown(texts, seen.held.made[name]);
  if (reader === null) return null;
  if (reader !== attribute.reads) return READER_WORDS[reader];
  const other =
    reader === 'boolean' && TRIED_TEXTS.find((text) => texts[text] !== String(readsAsTrue(attribute, text)));
  return typeof other === 'string'
    ? `its attribute reads the text ${JSON.stringify(other)} as ${texts[other]}`
    : null;
}

/** A way of reading that texts give away. */
type ShownReader = Exclude<AttributeReader, 'custom'>;

const READER_WORDS: Record<ShownReader, string> = {
  string: 'its attribute is read as a text',
  number: 'its attribute is read as a number',
  boolean: 'its attribute is read as true or false',
  json: 'its attribute is read as JSON',
};

/** The reader that makes these values of the texts; null where the property shows nothing of them. */
function readerShown(texts: ReadTexts, before: string | undefined): ShownReader | null {
  const isUnmoved = new Set(TRIED_TEXTS.map((text) => texts[text])).size === 1;
  if (TRIED_TEXTS.every((text) => texts[text] === 'true' || texts[text] === 'false'))
    return isUnmoved && texts.north === before ? null : 'boolean';
  if (isUnmoved) return null;
  // Of a word a reader of numbers makes NaN, also where it first takes what looks like JSON as such.
  if (texts['[3]'] === 'list' && texts['3'] === '3' && texts.north !== 'NaN') return 'json';
  if (texts['3'] === '3') return texts.north === 'NaN' || texts.north === 'null' ? 'number' : null;
  return TRIED_TEXTS.every((text) => texts[text] === JSON.stringify(text)) ? 'string' : null;
}

function isPublic(name: string): boolean {
  return !/^[_#$]/.test(name);
}
