/** Facts about names: those that hosts or the platform treat in a way of their own. */

import type { ViewShape } from '../harness.js';
import type { ArrivalText, HostFacts } from '../profile.js';
import { arrivalText } from '../profile.js';
import type { PageViews, Stand } from './page.js';
import { arrivalAt, defineNoting, faultOf, refusalOf, stand } from './page.js';
import { samplesOf } from './samples.js';

/** Members that the platform gives every element: the measured element has no accessor of its own for them. */
const GLOBAL_NAMES = ['id', 'slot', 'innerHTML', 'textContent'];

/** Members of the measured element, some in place of those that the platform gives every element. */
const OWN_NAMES = [
  'title',
  'hidden',
  'lang',
  'dir',
  'draggable',
  'tabIndex',
  'class',
  'className',
  'style',
  'key',
  'ref',
  'is',
  'children',
  'for',
  'htmlFor',
  'value',
  'checked',
  'selected',
  'disabled',
  'type',
  'name',
  'data',
  'href',
  'src',
  'defaultValue',
  'defaultChecked',
  'multiple',
  'readonly',
  'autofocus',
  'data-level',
  'aria-label',
  'onReady',
  'onready',
  'on-ready',
];

export const SPECIAL_NAMES: readonly string[] = [...GLOBAL_NAMES, ...OWN_NAMES];

/** Kinds of value that are written for special names: text, presence, and what no text can stand for. */
export const NAMED_KINDS = ['string', 'true', 'object'] as const;

const keyOf = (form: string, name: string) => `names/${form}/${name}`;

/** Properties that cannot be set. */
export const UNWILLING = ['readOnlyLevel', 'throwingLevel'] as const;

export function nameShapes(forms: readonly string[]): Record<string, ViewShape> {
  const shapes: Record<string, ViewShape> = {};
  for (const form of forms) {
    for (const name of [...SPECIAL_NAMES, ...UNWILLING]) {
      const tag = `suvet-name-${Object.keys(shapes).length}`;
      shapes[keyOf(form, name)] = { tag, values: [{ form, name }], handlers: [] };
    }
  }
  return shapes;
}

function defineFor(tag: string): void {
  if (customElements.get(tag)) return;
  defineNoting(tag, OWN_NAMES);
  const { prototype } = customElements.get(tag) as CustomElementConstructor;
  Object.defineProperty(prototype, 'readOnlyLevel', { configurable: true, get: () => undefined });
  Object.defineProperty(prototype, 'throwingLevel', {
    configurable: true,
    get: () => undefined,
    set() {
      throw new RangeError('no such level');
    },
  });
}

export async function measureNames(page: PageViews, forms: readonly string[]): Promise<HostFacts['names']> {
  const facts: HostFacts['names'] = {};
  for (const form of forms) {
    const byName: HostFacts['names'][string] = {};
    for (const name of [...SPECIAL_NAMES, ...UNWILLING]) {
      const byKind = {} as Record<(typeof NAMED_KINDS)[number], ArrivalText>;
      for (const kind of NAMED_KINDS)
        byKind[kind] = await arrivalFor(page, form, name, samplesOf(kind).first);
      byName[name] = byKind;
    }
    facts[form] = byName;
  }
  return facts;
}

async function arrivalFor(page: PageViews, form: string, name: string, value: unknown): Promise<ArrivalText> {
  const key = keyOf(form, name);
  if (refusalOf(page, key) !== null) return 'refused';
  defineFor(page.shapes[key]?.tag ?? '');
  let standing: Stand | null = null;
  const fault = await faultOf(async () => {
    standing = await stand(page, key, { values: [value] });
  });
  const at = standing as Stand | null;
  if (at === null || fault !== null) {
    await faultOf(() => at?.end());
    return 'error';
  }
  const arrival = arrivalText(arrivalAt(at.element, name, value, true));
  await faultOf(() => at.end());
  return arrival;
}
