/** Facts about values where a property is of another make: an own field, or one that holds something by itself. */

import type { ViewShape } from '../harness.js';
import type { HostFacts, Kind, Life, MadeTarget, Make } from '../profile.js';
import { KINDS, MADE_TARGETS, MAKES } from '../profile.js';
import { newsIn } from './differences.js';
import {
  arrivalAt,
  defineFields,
  defineNoting,
  defineReflecting,
  fieldArrival,
  reflectedArrival,
} from './elements.js';
import type { PageViews } from './page.js';
import { lifeOf, type Measured, TARGET_NAMES, ValueLife } from './values.js';

/** What a property holds that has a value of its own. */
const HELD: Partial<Record<Make, unknown>> = { string: 'moored', number: 7, boolean: true };

const NAMES = MADE_TARGETS.map((one) => TARGET_NAMES[one]);

const keyOf = (form: string, make: Make, target: MadeTarget) => `makes/${form}/${make}/${target}`;

export function makeShapes(forms: readonly string[]): Record<string, ViewShape> {
  const shapes: Record<string, ViewShape> = {};
  for (const form of forms) {
    for (const make of MAKES) {
      for (const target of MADE_TARGETS) {
        const tag = `suvet-make-${Object.keys(shapes).length}`;
        const values = [{ form, name: TARGET_NAMES[target] }];
        shapes[keyOf(form, make, target)] = { tag, values, handlers: [] };
      }
    }
  }
  return shapes;
}

function madeAs(make: Make): Measured {
  if (make === 'field') return { before: (tag) => defineFields(tag, NAMES), arrival: fieldArrival };
  if (make === 'reflected')
    return { before: (tag) => defineReflecting(tag, NAMES), arrival: reflectedArrival };
  return { before: (tag) => defineNoting(tag, NAMES, [], () => HELD[make]), arrival: arrivalAt };
}

/** The kinds of value that a property of this make is given: an attribute keeps nothing but text. */
function kindsFor(make: Make): readonly Kind[] {
  return make === 'reflected' ? ['string', 'empty', 'null'] : KINDS;
}

/** What is different from `values` where the element is defined before the host mounts it. */
export async function measureMakes(
  page: PageViews,
  forms: readonly string[],
  values: HostFacts['values'],
): Promise<HostFacts['makes']> {
  const facts: HostFacts['makes'] = {};
  for (const form of forms) {
    for (const make of MAKES) {
      for (const target of MADE_TARGETS) {
        const key = keyOf(form, make, target);
        const news = await newsOf(page, key, make, target, values[form]?.[target].before);
        if (Object.keys(news).length > 0)
          facts[form] = { ...facts[form], [make]: { ...facts[form]?.[make], [target]: news } };
      }
    }
  }
  return facts;
}

async function newsOf(
  page: PageViews,
  key: string,
  make: Make,
  target: MadeTarget,
  ordinary: Record<Kind, Life> | undefined,
): Promise<Partial<Record<Kind, Life>>> {
  const byKind: Partial<Record<Kind, Life>> = {};
  for (const kind of kindsFor(make)) {
    const life = await lifeOf(kind, () => new ValueLife(page, key, TARGET_NAMES[target], madeAs(make)));
    // What such a property makes of undefined is its own affair.
    if (make === 'reflected') delete life.remove;
    const news = newsIn(life, ordinary?.[kind]);
    if (news) byKind[kind] = news;
  }
  return byKind;
}
