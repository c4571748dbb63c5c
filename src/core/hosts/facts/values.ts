/** Facts about values: where each kind of value ends up, written in each form for each kind of name. */

import type { ViewShape } from '../harness.js';
import type { ArrivalText, Definition, HostFacts, Kind, Step, Target, ValueFacts } from '../profile.js';
import { arrivalText, DEFINITIONS, KINDS, TARGETS } from '../profile.js';
import type { PageViews, Stand } from './page.js';
import { arrivalAt, defineNoting, faultOf, refusalOf, stand } from './page.js';
import { samplesOf } from './samples.js';

/** The name that stands for each target. */
export const TARGET_NAMES: Record<Target, string> = {
  property: 'level',
  camelProperty: 'highMark',
  attribute: 'words',
  kebabAttribute: 'high-mark',
};

const ACCESSORS = ['level', 'highMark'];
const OBSERVED = ['level', 'high-mark', 'words'];

const isChanged = (kind: Kind) => samplesOf(kind).from !== undefined;

/** Key of the view for one life; elements that are defined later need a tag each. */
function keyOf(form: string, target: Target, definition: Definition, kind: Kind, life = ''): string {
  const start = `values/${form}/${target}/${definition}`;
  return definition === 'after' ? `${start}/${kind}${life}` : start;
}

export function valueShapes(forms: readonly string[]): Record<string, ViewShape> {
  const shapes: Record<string, ViewShape> = {};
  const add = (key: string, form: string, target: Target) => {
    shapes[key] ??= {
      tag: `suvet-value-${Object.keys(shapes).length}`,
      values: [{ form, name: TARGET_NAMES[target] }],
      handlers: [],
    };
  };
  for (const form of forms) {
    for (const target of TARGETS) {
      for (const definition of DEFINITIONS) {
        for (const kind of KINDS) {
          add(keyOf(form, target, definition, kind), form, target);
          if (isChanged(kind)) add(keyOf(form, target, definition, kind, '-from'), form, target);
        }
      }
    }
  }
  return shapes;
}

export async function measureValues(page: PageViews, forms: readonly string[]): Promise<HostFacts['values']> {
  const facts: HostFacts['values'] = {};
  for (const form of forms) {
    const byTarget = {} as ValueFacts;
    for (const target of TARGETS) {
      const byDefinition = {} as ValueFacts[Target];
      for (const definition of DEFINITIONS) {
        const byKind = {} as ValueFacts[Target][Definition];
        for (const kind of KINDS) byKind[kind] = await lifeOf(page, form, target, definition, kind);
        byDefinition[definition] = byKind;
      }
      byTarget[target] = byDefinition;
    }
    facts[form] = byTarget;
  }
  return facts;
}

type Life = Partial<Record<Step, ArrivalText>>;

async function lifeOf(
  page: PageViews,
  form: string,
  target: Target,
  definition: Definition,
  kind: Kind,
): Promise<Life> {
  const { first, next, from } = samplesOf(kind);
  const name = TARGET_NAMES[target];
  const live = (key: string) => new ValueLife(page, key, name, definition);
  const life = live(keyOf(form, target, definition, kind));
  const mount = await life.mount(first);
  if (from !== undefined) {
    await life.end();
    const other = live(keyOf(form, target, definition, kind, '-from'));
    await other.mount(from);
    const change = await other.change(next);
    const back = kind === 'empty' || kind === 'nan' ? { remove: await other.change(undefined, next) } : {};
    await other.end();
    return { mount, change, ...back };
  }
  const change = await life.change(next);
  const remove = await life.change(undefined, next);
  await life.end();
  return { mount, change, remove };
}

/** The life of one value on one element. */
class ValueLife {
  #stand: Stand | null = null;
  readonly #page: PageViews;
  readonly #key: string;
  readonly #name: string;
  readonly #definition: Definition;
  constructor(page: PageViews, key: string, name: string, definition: Definition) {
    this.#page = page;
    this.#key = key;
    this.#name = name;
    this.#definition = definition;
  }

  async mount(value: unknown): Promise<ArrivalText> {
    const [page, key, definition] = [this.#page, this.#key, this.#definition];
    if (refusalOf(page, key) !== null) return 'refused';
    const tag = page.shapes[key]?.tag ?? '';
    if (definition === 'before') defineNoting(tag, ACCESSORS, OBSERVED);
    const fault = await faultOf(async () => {
      this.#stand = await stand(page, key, { values: [value] });
    });
    if (definition === 'after') defineNoting(tag, ACCESSORS, OBSERVED);
    if (this.#stand === null || fault !== null) return 'error';
    return arrivalText(arrivalAt(this.#stand.element, this.#name, value, true));
  }

  /** `given` is what arrivals are compared with, where it is not the value itself. */
  async change(value: unknown, given: unknown = value): Promise<ArrivalText> {
    const standing = this.#stand;
    if (!standing) return refusalOf(this.#page, this.#key) === null ? 'error' : 'refused';
    const fault = await faultOf(() => standing.update({ values: [value] }));
    return fault === null ? arrivalText(arrivalAt(standing.element, this.#name, given, false)) : 'error';
  }

  async end(): Promise<void> {
    await faultOf(() => this.#stand?.end());
  }
}
