/** Facts about names: those that hosts or the platform treat in a way of their own. */

import type { ViewShape } from '../harness.js';
import type { HostFacts, Life, NamedKind, NameFacts, Target, ValueFacts } from '../profile.js';
import { NAMED_KINDS, targetOf } from '../profile.js';
import { newsIn } from './differences.js';
import { arrivalAt, defineNoting, lastGiven } from './elements.js';
import type { PageViews } from './page.js';
import { OWN_NAMES, PLATFORM_NAMES, SPECIAL_NAMES } from './special-names.js';
import { lifeOf, type Measured, mountOf, ValueLife } from './values.js';

/** Properties that cannot be set. */
export const UNWILLING = ['readOnlyLevel', 'throwingLevel'] as const;

/** A set of names, and what has them: an element with properties of its own, or one with those of the platform. */
interface Names {
  key: string;
  names: readonly string[];
  definition: 'before' | 'after';
  /** Null where it stays undefined: then nothing is asked but what it is mounted with. */
  define: ((tag: string) => void) | null;
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

/**
 * An element that is not defined yet has the platform's members like any other, and none of its own that a value could
 * reach when it is: so it stays undefined here. By the next change it is defined, and has setters of its own.
 */
const LATE: Names = {
  ...PLATFORM,
  key: 'platform, late',
  definition: 'after',
  define: null,
};

const keyOf = ({ key }: Names, form: string, name: string) => `${key}/${form}/${name}`;

export function nameShapes(forms: readonly string[]): Record<string, ViewShape> {
  const shapes: Record<string, ViewShape> = {};
  for (const set of [OWN, PLATFORM, LATE]) {
    for (const form of forms) {
      for (const name of set.names) {
        const tag = `suvet-name-${Object.keys(shapes).length}`;
        shapes[keyOf(set, form, name)] = { tag, values: [{ form, name }], handlers: [] };
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
        const measured: Measured = {
          ...(set.define ? { [set.definition]: set.define } : {}),
          arrival: arrivalAt,
        };
        const live = () => new ValueLife(page, keyOf(set, form, name), name, measured);
        const life = set.define ? await lifeOf(kind, live) : await mountOf(kind, live);
        const news = newsIn(life, ordinary?.[kind]);
        if (news) byKind[kind] = news;
      }
      if (Object.keys(byKind).length > 0) byName[name] = byKind;
    }
    facts[form] = byName;
  }
  return facts;
}
