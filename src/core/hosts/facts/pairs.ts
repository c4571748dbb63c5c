/** Facts about pairs: what the host's two-way shorthand makes of a property and an event. */

import type { ViewShape } from '../harness.js';
import type { HostFacts, PairFact } from '../profile.js';
import { turn } from '../turn.js';
import type { PageViews, Stand } from './page.js';
import { faultOf, refusalOf, stand } from './page.js';

/** Pairs that components have, by the names they go by. */
export const PAIRS = [
  ['value', 'input'],
  ['value', 'change'],
  ['checked', 'change'],
  ['open', 'toggle'],
  ['level', 'level-change'],
  ['level', 'levelChange'],
  ['level', 'update:level'],
] as const;

const keyOf = (form: string, property: string, event: string) => `pairs/${form}/${property}/${event}`;

export function pairShapes(forms: readonly string[]): Record<string, ViewShape> {
  const shapes: Record<string, ViewShape> = {};
  for (const form of forms) {
    for (const [property, event] of PAIRS) {
      const tag = `suvet-pair-${Object.keys(shapes).length}`;
      shapes[keyOf(form, property, event)] = {
        tag,
        values: [],
        handlers: [],
        pair: { form, property, event },
      };
    }
  }
  return shapes;
}

export async function measurePairs(page: PageViews, forms: readonly string[]): Promise<HostFacts['pairs']> {
  const facts: HostFacts['pairs'] = {};
  for (const form of forms) {
    const byPair: Record<string, PairFact> = {};
    for (const [property, event] of PAIRS)
      byPair[`${property} ${event}`] = await pairOf(page, form, property, event);
    facts[form] = byPair;
  }
  return facts;
}

type Holding = HTMLElement & Record<string, unknown>;

function defineHolding(tag: string, property: string): void {
  if (customElements.get(tag)) return;
  const made = class extends HTMLElement {};
  const held = new WeakMap<Element, unknown>();
  Object.defineProperty(made.prototype, property, {
    get(this: Element) {
      return held.get(this);
    },
    set(this: Element, value: unknown) {
      held.set(this, value);
    },
  });
  customElements.define(tag, made);
}

async function pairOf(page: PageViews, form: string, property: string, event: string): Promise<PairFact> {
  const key = keyOf(form, property, event);
  if (refusalOf(page, key) !== null) return 'refused';
  const tag = page.shapes[key]?.tag ?? '';
  defineHolding(tag, property);
  const [start, next] = property === 'checked' || property === 'open' ? [true, false] : ['north', 'south'];
  let back: unknown = start;
  const model = {
    get value() {
      return back;
    },
    set value(value) {
      back = value;
    },
  };
  let standing: Stand | null = null;
  const fault = await faultOf(async () => {
    standing = await stand(page, key, { model });
  });
  const at = standing as Stand | null;
  if (at === null || fault !== null) return 'error';
  const element = at.element as Holding;
  const isIn = element[property] === start;
  element[property] = next;
  const trouble = await faultOf(() => {
    element.dispatchEvent(new CustomEvent(event, { bubbles: true, composed: true, detail: next }));
  });
  await turn();
  const isOut = trouble === null && back === next;
  await faultOf(() => at.end());
  if (isIn && isOut) return 'both ways';
  return isIn ? 'in only' : isOut ? 'out only' : 'neither';
}
