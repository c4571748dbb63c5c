/** Facts about names: those that hosts or the platform treat in a way of their own. */

import type { ViewShape } from '../harness.js';
import type { HostFacts, Life, NamedKind, NameFacts, Target, ValueFacts } from '../profile.js';
import { NAMED_KINDS, targetOf } from '../profile.js';
import { newsIn } from './differences.js';
import { arrivalAt, defineNoting, lastGiven } from './elements.js';
import type { PageViews } from './page.js';
import { OWN_NAMES, PLATFORM_NAMES, SPECIAL_NAMES } from './special-names.js';
import { lifeOf, type Measured, ValueLife } from './values.js';

/** Properties that cannot be set. */
export const UNWILLING = ['readOnlyLevel', 'throwingLevel'] as const;

/** A set of names, and what has them: an element with properties of its own, or one with those of the platform. */
interface Names {
  key: string;
  names: readonly string[];
  definition: 'before' | 'after';
  define(tag: string): void;
  kinds: readonly NamedKind[];
  /** The sort of name whose facts hold as long as nothing else is known. */
  target(name: string): Target;
}

const OWN: Names = {
  key: 'names',
  names: [...SPECIAL_NAMES, ...UNWILLING],
  definition: 'before',
  define: defineOwn,
  kinds: NAMED_KINDS,
  target: (name) => targetOf(name, true),
};

const PLATFORM: Names = {
  key: 'platform',
  names: PLATFORM_NAMES,
  definition: 'before',
  define: (tag) => defineNoting(tag, []),
  // Attributes are read as these.
  kinds: ['string', 'number', 'true', 'false'],
  target: (name) => targetOf(name, false),
};

const LATE: Names = { ...PLATFORM, key: 'platform, late', definition: 'after' };

/** Key of a view; elements that are defined later need a tag for each kind of value. */
function keyOf({ key, definition }: Names, form: string, name: string, kind: NamedKind): string {
  return definition === 'after' ? `${key}/${form}/${name}/${kind}` : `${key}/${form}/${name}`;
}

export function nameShapes(forms: readonly string[]): Record<string, ViewShape> {
  const shapes: Record<string, ViewShape> = {};
  for (const set of [OWN, PLATFORM, LATE]) {
    for (const form of forms) {
      for (const name of set.names) {
        for (const kind of set.kinds) {
          const tag = `suvet-name-${Object.keys(shapes).length}`;
          shapes[keyOf(set, form, name, kind)] ??= { tag, values: [{ form, name }], handlers: [] };
        }
      }
    }
  }
  return shapes;
}

function defineOwn(tag: string): void {
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

/** What is different from `values` under names of their own, and under the platform's. */
export async function measureNames(
  page: PageViews,
  forms: readonly string[],
  values: Record<string, ValueFacts>,
): Promise<Pick<HostFacts, 'names' | 'platform'>> {
  return {
    names: await measureSet(OWN, page, forms, values),
    platform: {
      before: await measureSet(PLATFORM, page, forms, values),
      after: await measureSet(LATE, page, forms, values),
    },
  };
}

async function measureSet(
  set: Names,
  page: PageViews,
  forms: readonly string[],
  values: Record<string, ValueFacts>,
): Promise<NameFacts> {
  const facts: NameFacts = {};
  for (const form of forms) {
    const byName: NameFacts[string] = {};
    for (const name of set.names) {
      const ordinary = values[form]?.[set.target(name)][set.definition];
      const byKind: Partial<Record<NamedKind, Life>> = {};
      for (const kind of set.kinds) {
        const measured: Measured = { [set.definition]: set.define, arrival: arrivalAt };
        const live = () => new ValueLife(page, keyOf(set, form, name, kind), name, measured);
        const { mount, ...later } = await lifeOf(kind, live);
        // An element that was defined in the meantime has setters of its own.
        const news = newsIn(set.definition === 'after' ? { mount } : { mount, ...later }, ordinary?.[kind]);
        if (news) byKind[kind] = news;
      }
      if (Object.keys(byKind).length > 0) byName[name] = byKind;
    }
    facts[form] = byName;
  }
  return facts;
}
