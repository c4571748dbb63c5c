/** Facts about names: those that hosts or the platform treat in a way of their own. */

import type { ViewShape } from '../harness.js';
import type { ArrivalText, HostFacts, NamedKind } from '../profile.js';
import { arrivalText, NAMED_KINDS, targetOf } from '../profile.js';
import type { PageViews, Stand } from './page.js';
import { arrivalAt, defineNoting, faultOf, lastGiven, refusalOf, stand } from './page.js';
import { samplesOf } from './samples.js';
import { OWN_NAMES, SPECIAL_NAMES } from './special-names.js';

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
  defineNoting(tag, OWN_NAMES, [], lastGiven);
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

/** What is different from `values` under names of their own. */
export async function measureNames(
  page: PageViews,
  forms: readonly string[],
  values: HostFacts['values'],
): Promise<HostFacts['names']> {
  const facts: HostFacts['names'] = {};
  for (const form of forms) {
    const byName: HostFacts['names'][string] = {};
    for (const name of [...SPECIAL_NAMES, ...UNWILLING]) {
      const ordinary = values[form]?.[targetOf(name, true)].before;
      const byKind: Partial<Record<NamedKind, ArrivalText>> = {};
      for (const kind of NAMED_KINDS) {
        const arrival = await arrivalFor(page, form, name, samplesOf(kind).first);
        if (arrival !== ordinary?.[kind].mount) byKind[kind] = arrival;
      }
      if (Object.keys(byKind).length > 0) byName[name] = byKind;
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
