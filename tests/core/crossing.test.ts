import { describe, expect, test } from 'vitest';
import { crossingsOf } from '../../src/core/crossing/index.js';
import { countOutcomes, narrowed } from '../../src/core/crossing/narrow.js';
import { arrivalText, readArrival } from '../../src/core/hosts/profile.js';
import { openHost } from '../../src/shell/hosts.js';
import { componentIn } from '../support/memory.js';

const SOURCE = `
/** @slot legend - x */
class X extends HTMLElement {
  static observedAttributes = ['rows', 'max-rows', 'open', 'word', 'data', 'pier', 'maybe'];
  attributeChangedCallback(n: string, o: string, v: string) {
    switch (n) {
      case 'rows': this.rows = Number(v); break;
      case 'max-rows': this.maxRows = Number(v); break;
      case 'data': this.data = JSON.parse(v); break;
      case 'word': this.word = v; break;
      case 'maybe': this.maybe = v;
    }
  }
  constructor() { super(); this.attachShadow({ mode: 'open' }) }
  list: string[] = []; rows: number = 1; maxRows: number = 1; word: string = ''; data: object = {}; bare: string = ''; maybe: string | null = null;
  format: () => void = () => {};
  get open(): boolean { return this.hasAttribute('open') } set open(v) {}
  get size(): number { return 1 }
  go() {
    this.dispatchEvent(new CustomEvent('pier-go', { detail: 1 }));
    this.dispatchEvent(new Event('input', { bubbles: true }));
    this.dispatchEvent(new Event('change', { bubbles: true }));
    this.shadowRoot.firstChild.dispatchEvent(new Event('pier-in', { bubbles: true }));
  }
}
customElements.define('pier-sign', X);`;

const component = componentIn(SOURCE);

function outcome(host: string, name: string): string {
  const items = crossingsOf(component, openHost(host, '/')).items;
  const item = items.find((one) => one.name === name);
  return item ? [item.outcome, item.syntax ?? item.reason, ...item.conditions].join(' | ') : 'no such item';
}

const LATE = 'only when the element is defined before react@19 mounts it';
const LEFT = 'removing it leaves undefined in the property';

describe('outcomes', () => {
  test.each<[string, string, string]>([
    ['react@18', 'list', 'bridge | react@18 would write it as text, its items joined by commas'],
    ['react@18', 'rows', 'plain | rows={rows}'],
    ['react@18', 'maxRows', 'plain | max-rows={maxRows}'],
    ['react@18', 'word', 'plain | word={word}'],
    ['react@18', 'maybe', 'plain | maybe={maybe}'],
    ['react@18', 'bare', 'bridge | react@18 writes it as the text "north"'],
    ['react@18', 'open', "marked | open={open ? '' : undefined}"],
    ['react@18', 'data', 'marked | data={JSON.stringify(data)}'],
    ['react@18', 'format', 'bridge | react@18 drops a function'],
    ['react@18', 'pier', 'plain | pier={pier}'],
    ['react@18', 'size', 'plain | ref.current.size'],
    ['react@18', 'pier-go', 'bridge | react@18 has no syntax that hears this event'],
    ['react@18', 'input', 'plain | onInput={onInput}'],
    ['react@18', 'change', 'bridge | react@18 has no syntax that hears this event'],
    [
      'react@18',
      'pier-in',
      'broken | it is dispatched inside the shadow tree without composed, so it never leaves it',
    ],
    ['react@18', 'legend', 'plain | <div slot="legend">'],
    ['react@19', 'list', `plain | list={list} | ${LATE} | ${LEFT}`],
    ['react@19', 'maxRows', 'plain | max-rows={maxRows}'],
    ['react@19', 'open', `plain | open={open} | ${LEFT}`],
    ['react@19', 'pier-go', 'marked | onpier-go={onPierGo}'],
    ['react@19', 'change', 'plain | onChange={onChange}'],
    [
      'react@19',
      'pier-in',
      'broken | it is dispatched inside the shadow tree without composed, so it never leaves it',
    ],
    ['html', 'list', 'marked | element.list = list | only once the element is defined'],
    ['html', 'word', 'plain | word="..."'],
    ['html', 'pier-go', "marked | element.addEventListener('pier-go', onPierGo)"],
    ['html', 'input', 'plain | oninput="onInput(event)"'],
  ])('%s %s', (host, name, expected) => {
    expect(outcome(host, name)).toBe(expected);
  });
});

test('narrowing keeps what is asked for, and counts add up', () => {
  const host = openHost('react@18', '/');
  const all = [{ host: host.label, profile: '', components: [crossingsOf(component, host)] }];
  const losses = narrowed(all, ['losses'])[0]?.components[0]?.items ?? [];
  expect(losses.every((one) => one.outcome !== 'plain')).toBe(true);
  expect(narrowed(all, ['event'])[0]?.components[0]?.items.map((one) => one.name)).toEqual([
    'pier-go',
    'input',
    'change',
    'pier-in',
  ]);
  const counts = countOutcomes(all[0]?.components[0]?.items ?? []);
  expect(counts.plain + counts.marked + counts.bridge + counts.broken).toBe(
    all[0]?.components[0]?.items.length,
  );
  expect(counts.marked + counts.bridge + counts.broken).toBe(losses.length);
});

test.each(['accessor same', 'attribute "a b"', 'lower-case attribute absent', 'own undefined', 'nowhere'])(
  'arrival %s reads back',
  (text) => {
    expect(arrivalText(readArrival(text))).toBe(text);
  },
);
