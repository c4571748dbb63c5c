/** Facts about content, references, classes and styles. */

import type { ViewShape } from '../harness.js';
import type { HostFacts } from '../profile.js';
import { defineMade } from './elements.js';
import type { PageViews } from './page.js';
import { faultOf, stand } from './page.js';

const CONTENT = 'content/slots';
const STYLED = 'content/styled';
const REFERRED = 'content/reference';
const BUILT_IN = 'content/built-in';

export function contentShapes(): Record<string, ViewShape> {
  return {
    [CONTENT]: { tag: 'suvet-content-0', values: [], handlers: [], content: true },
    [STYLED]: { tag: 'suvet-content-1', values: [], handlers: [], styled: '--tide-ink' },
    [REFERRED]: { tag: 'suvet-content-2', values: [], handlers: [], refers: true },
    [BUILT_IN]: { tag: 'button', values: [], handlers: [], is: 'suvet-built-in' },
  };
}

type ContentFacts = Pick<HostFacts, 'slots' | 'ref' | 'builtIn' | 'customProperty' | 'part' | 'classes'>;

export async function measureContent(page: PageViews): Promise<ContentFacts> {
  for (const key of [CONTENT, STYLED, REFERRED]) defineSlotted(page.shapes[key]?.tag ?? '');
  return {
    slots: await measureSlots(page),
    ref: await measureReference(page),
    builtIn: await measureBuiltIn(page),
    ...(await measureStyle(page)),
  };
}

function defineSlotted(tag: string): void {
  defineMade(tag, (element) => {
    element.attachShadow({ mode: 'open' }).innerHTML =
      '<slot></slot><slot name="legend"></slot><p part="scale" style="outline-color: var(--tide-ink)"></p>';
  });
}

async function measureSlots(page: PageViews): Promise<HostFacts['slots']> {
  const at = await stand(page, CONTENT, { text: 'first words', more: ['one'] });
  const textIn = (selector: string) =>
    (at.element.shadowRoot?.querySelector<HTMLSlotElement>(selector)?.assignedNodes() ?? [])
      .map((node) => node.textContent?.trim() ?? '')
      .filter((text) => text !== '')
      .join(' ');
  const before = textIn('slot:not([name])');
  const named = textIn('slot[name]');
  await at.update({ text: 'other words', more: ['two', 'three'] });
  const after = textIn('slot:not([name])');
  const namedAfter = textIn('slot[name]');
  await at.end();
  return {
    default: before.includes('first words'),
    named: named === 'first words',
    mixed: before === 'first words beside one',
    dynamic: after === 'other words beside two three' && namedAfter === 'other words',
  };
}

async function measureReference(page: PageViews): Promise<boolean> {
  const given: (Element | null)[] = [];
  const at = await stand(page, REFERRED, { refer: (element) => given.push(element) });
  const isElement = given[0] === at.element;
  await at.end();
  return isElement;
}

async function measureBuiltIn(page: PageViews): Promise<boolean> {
  const made = class extends HTMLButtonElement {};
  customElements.define(page.shapes[BUILT_IN]?.is ?? '', made, { extends: 'button' });
  let isMade = false;
  // A host that makes something else of the attribute comes up without the button.
  await faultOf(async () => {
    const at = await stand(page, BUILT_IN, {});
    isMade = at.element instanceof made;
    await at.end();
  });
  return isMade;
}

async function measureStyle(
  page: PageViews,
): Promise<Pick<HostFacts, 'customProperty' | 'part' | 'classes'>> {
  const tag = page.shapes[STYLED]?.tag ?? '';
  const style = document.head.appendChild(document.createElement('style'));
  style.textContent = `${tag}::part(scale) { color: rgb(1, 2, 3); }`;
  const at = await stand(page, STYLED, { className: 'north', ink: 'rgb(4, 5, 6)' });
  const scale = at.element.shadowRoot?.querySelector('p');
  const computed = () => (scale ? getComputedStyle(scale) : null);
  const part = computed()?.color === 'rgb(1, 2, 3)';
  const ink = computed()?.outlineColor === 'rgb(4, 5, 6)';
  const set = at.element.classList.contains('north');
  at.element.classList.add('own');
  at.element.style.setProperty('--own', '1');
  await at.update({ className: 'south', ink: 'rgb(7, 8, 9)' });
  const { classList } = at.element;
  const facts = {
    customProperty: ink && computed()?.outlineColor === 'rgb(7, 8, 9)',
    part,
    classes: {
      set: set && classList.contains('south') && !classList.contains('north'),
      keepsOwnClass: classList.contains('own'),
      keepsOwnStyle: at.element.style.getPropertyValue('--own') === '1',
    },
  };
  await at.end();
  style.remove();
  return facts;
}
