/** Facts about values: where each kind of value ends up, written in each form for each kind of name. */

import type { ViewShape } from '../harness.js';
import type {
  Arrival,
  ArrivalText,
  Definition,
  HostFacts,
  Kind,
  Life,
  Target,
  ValueFacts,
} from '../profile.js';
import { arrivalText, DEFINITIONS, KINDS, TARGETS } from '../profile.js';
import { arrivalAt, defineNoting } from './elements.js';
import type { PageViews, Stand } from './page.js';
import { faultOf, refusalOf, stand } from './page.js';
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
        for (const kind of KINDS) {
          byKind[kind] = await lifeOf(kind, (life) => {
            const key = keyOf(form, target, definition, kind, life);
            return new ValueLife(page, key, TARGET_NAMES[target], noting(definition));
          });
        }
        byDefinition[definition] = byKind;
      }
      byTarget[target] = byDefinition;
    }
    facts[form] = byTarget;
  }
  return facts;
}

/** The element that a value's life is measured on. */
export interface Measured {
  /** Defines the element before, and after, the host mounts it. */
  before?(tag: string): void;
  after?(tag: string): void;
  /** Where a value ended up that was written since the last look. */
  arrival(element: HTMLElement, name: string, given: unknown, isFirst: boolean): Arrival;
}

function noting(definition: Definition): Measured {
  const define = (tag: string) => defineNoting(tag, ACCESSORS, OBSERVED);
  return { ...(definition === 'never' ? {} : { [definition]: define }), arrival: arrivalAt };
}

/** The beginning of such a life. */
export async function mountOf(kind: Kind, live: () => ValueLife): Promise<Pick<Life, 'mount'>> {
  const life = live();
  const mount = await life.mount(samplesOf(kind).first);
  await life.end();
  return { mount };
}

/** The life of a value of this kind; what comes from null or undefined takes another element beside. */
export async function lifeOf(kind: Kind, live: (life: '' | '-from') => ValueLife): Promise<Life> {
  const { first, next, from } = samplesOf(kind);
  const life = live('');
  const mount = await life.mount(first);
  if (from !== undefined) {
    await life.end();
    const other = live('-from');
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
export class ValueLife {
  #stand: Stand | null = null;
  readonly #page: PageViews;
  readonly #key: string;
  readonly #name: string;
  readonly #measured: Measured;
  constructor(page: PageViews, key: string, name: string, measured: Measured) {
    this.#page = page;
    this.#key = key;
    this.#name = name;
    this.#measured = measured;
  }

  async mount(value: unknown): Promise<ArrivalText> {
    const [page, key, measured] = [this.#page, this.#key, this.#measured];
    if (refusalOf(page, key) !== null) return 'refused';
    const tag = page.shapes[key]?.tag ?? '';
    measured.before?.(tag);
    const fault = await faultOf(async () => {
      this.#stand = await stand(page, key, { values: [value] });
    });
    measured.after?.(tag);
    if (this.#stand === null || fault !== null) return 'error';
    return arrivalText(measured.arrival(this.#stand.element, this.#name, value, true));
  }

  /** `given` is what arrivals are compared with, where it is not the value itself. */
  async change(value: unknown, given: unknown = value): Promise<ArrivalText> {
    const standing = this.#stand;
    if (!standing) return refusalOf(this.#page, this.#key) === null ? 'error' : 'refused';
    const fault = await faultOf(() => standing.update({ values: [value] }));
    if (fault !== null) return 'error';
    return arrivalText(this.#measured.arrival(standing.element, this.#name, given, false));
  }

  async end(): Promise<void> {
    await faultOf(() => this.#stand?.end());
  }
}
