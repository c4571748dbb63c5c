/** Facts about lists: whether elements keep what they were given when their order changes. */

import type { ViewShape } from '../harness.js';
import type { HostFacts } from '../profile.js';
import type { PageViews } from './page.js';
import { refusalOf, stand } from './page.js';

const LIST = 'lists/keyed';

export function listShapes(valueForm: string, handlerForm: string): Record<string, ViewShape> {
  return {
    [LIST]: {
      tag: 'suvet-list-0',
      values: [{ form: valueForm, name: 'word' }],
      handlers: [{ form: handlerForm, event: 'click' }],
      listed: true,
    },
  };
}

/** Reverses a list of three, and takes its first away. */
export async function measureLists(page: PageViews): Promise<HostFacts['list']> {
  if (refusalOf(page, LIST) !== null)
    return { keepsElements: false, keepsValues: false, keepsHandlers: false };
  const tag = page.shapes[LIST]?.tag ?? '';
  if (!customElements.get(tag)) {
    customElements.define(
      tag,
      class extends HTMLElement {
        held: unknown = undefined;
        get word(): unknown {
          return this.held ?? this.getAttribute('word');
        }
        set word(value: unknown) {
          this.held = value;
        }
      },
    );
  }
  const heard: string[] = [];
  // The same item stands for the same key all along, for hosts that go by identity.
  const items = new Map(
    ['a', 'b', 'c'].map((key) => [key, { key, values: [key], handlers: [() => void heard.push(key)] }]),
  );
  const listOf = (keys: string) => ({ items: [...keys].flatMap((key) => items.get(key) ?? []) });
  const at = await stand(page, LIST, listOf('abc'));
  const elements = () => [...at.container.querySelectorAll<HTMLElement & { word: unknown }>(tag)];
  const [a, b, c] = elements();
  await at.update(listOf('cba'));
  const turned = elements();
  await at.update(listOf('ba'));
  const left = elements();
  for (const element of left) element.click();
  const facts = {
    keepsElements: turned[0] === c && turned[1] === b && turned[2] === a && left[0] === b && left[1] === a,
    keepsValues: left.map((one) => one.word).join() === 'b,a',
    keepsHandlers: heard.join() === 'b,a',
  };
  await at.end();
  return facts;
}
