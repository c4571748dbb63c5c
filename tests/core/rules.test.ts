/** The rules: one row a use of an element, with what is said about it in each host. */
import { describe, expect, test } from 'vitest';
import { openHost } from '../../dist/shell/hosts.js';
import { check } from '../../src/core/check/index.js';
import { componentIn } from '../support/memory.js';
import { usesIn } from '../support/uses.js';

const PIER = componentIn(`
/**
 * A pier.
 * @slot legend - Colours.
 */
class Pier extends HTMLElement {
  static observedAttributes = ['deck', 'max-rows', 'open', 'level'];
  deck: string = '';
  maxRows: number = 3;
  open: boolean = false;
  rows: string[] = [];
  format: (at: Date) => string;
  get level(): 'low' | 'high' { return this.getAttribute('level') }
  set level(v: 'low' | 'high') { this.setAttribute('level', v) }
  attributeChangedCallback(name: string, _: string, value: string) {
    if (name === 'deck') this.deck = value;
    if (name === 'max-rows') this.maxRows = Number(value);
    if (name === 'open') this.open = value !== null;
  }
  go() {
    this.dispatchEvent(new CustomEvent('pier-pick', { detail: { at: 1 }, bubbles: true, composed: true }));
    this.shadowRoot.firstChild.dispatchEvent(new CustomEvent('pier-in', { bubbles: true }));
    this.attachShadow({ mode: 'open' }).innerHTML = '<slot name="legend"></slot><slot></slot>';
  }
}
customElements.define('tide-pier', Pier);`);

/** `code: the thing it is about`, a finding a line. */
function said(host: string, text: string, isLoaded = true): string[] {
  const version = openHost(host, '/');
  const source = { file: host === 'html' ? 'a.html' : 'a.tsx', text };
  const findings = check({
    components: [PIER],
    packageName: '@quay/kit',
    files: [
      { source, uses: usesIn(version.host, source.file, source.text), version, isLoaded: () => isLoaded },
    ],
  });
  return findings.map((one) => `${one.level} ${one.code} ${one.message.split(':')[0]}`);
}

const jsx = (host: string, markup: string) => said(host, `export const View = () => ${markup};`);

type Row = [use: string, findings: string[]];

function rows(host: string, list: Row[], write: (use: string) => string[]): void {
  describe(host, () => {
    test.each(list)('%s', (use, expected) => {
      expect(write(use)).toEqual(expected);
    });
  });
}

const EVERY_REACT: Row[] = [
  ['<tide-pier deck="upper" max-rows={3} />', []],
  ['<tide-pier class="x" id="y" style={{ color: "red" }} data-a="1" aria-label="z" key="k" />', []],
  ['<tide-peer deck="upper" />', ['error unknown-tag tide-peer']],
  ['<tide-pier decks="upper" />', ['error unknown-name decks']],
  ['<tide-pier level="middle" />', ['error invalid-value level']],
  ['<tide-pier level="high" />', []],
  ['<tide-pier><b slot="legend">x</b></tide-pier>', []],
  ['<tide-pier><b slot="legends">x</b></tide-pier>', ['error unknown-slot slot "legends"']],
  ['<other-thing deck="upper" />', []],
  ['<div decks="upper" />', []],
];

for (const version of ['16', '17', '18', '19']) {
  rows(`react@${version}`, EVERY_REACT, (use) => jsx(`react@${version}`, use));
}

rows(
  'react@18',
  [
    ['<tide-pier rows={["a"]} />', ['error lost-value rows']],
    ['<tide-pier rows={list} />', ['error lost-value rows']],
    ['<tide-pier format={(at) => String(at)} />', ['error lost-value format']],
    ['<tide-pier open={true} />', []],
    ['<tide-pier open={false} />', ['error lost-value open']],
    ['<tide-pier onPierPick={() => 1} />', ['error dead-handler onPierPick']],
    ['<tide-pier onPierIn={() => 1} />', ['error trapped-event pier-in']],
    ['<tide-pier ref={(one) => one?.addEventListener("pier-pick", f)} />', []],
    ['<tide-pier {...props} />', []],
  ],
  (use) => jsx('react@18', use),
);

rows(
  'react@19',
  [
    ['<tide-pier rows={["a"]} format={(at) => String(at)} open={true} />', []],
    ['<tide-pier onpier-pick={() => 1} />', []],
    ['<tide-pier onpier-in={() => 1} />', ['error trapped-event pier-in']],
  ],
  (use) => jsx('react@19', use),
);

rows(
  'html',
  [
    ['<tide-pier deck="upper" max-rows="3" open level="low" hidden></tide-pier>', []],
    ['<tide-pier maxrows="3"></tide-pier>', ['error lost-value maxRows']],
    ['<tide-pier max-rows="many"></tide-pier>', ['error lost-value maxRows']],
    ['<tide-pier rows="[1]"></tide-pier>', ['error lost-value rows']],
    ['<tide-peer></tide-peer>', ['error unknown-tag tide-peer']],
    ['<tide-pier><i slot="legnd"></i></tide-pier>', ['error unknown-slot slot "legnd"']],
    [
      "<tide-pier id=p></tide-pier><script>document.querySelector('tide-pier').addEventListener('pier-pik', f)</script>",
      ['error unknown-event pier-pik'],
    ],
    [
      "<tide-pier id=p></tide-pier><script>document.querySelector('tide-pier').row = []</script>",
      ['error unknown-name row'],
    ],
    ["<tide-pier id=p></tide-pier><script>document.querySelector('tide-pier').rows = []</script>", []],
    ['<p>tide-pier <!-- <tide-peer> --></p>', []],
  ],
  (use) => said('html', use),
);

test('a tag whose module nobody imports is told once a file', () => {
  const uses = '<tide-pier deck="a"></tide-pier><tide-pier deck="b"></tide-pier>';
  expect(said('html', uses, false)).toEqual([expect.stringMatching(/module-not-imported tide-pier$/)]);
});

test.each([
  ['react@18', 'rows={[1]}', 'suvet wrap --host react@18'],
  ['react@18', 'decks="a"', 'Write deck'],
  ['react@18', 'onPierPick={f}', 'suvet wrap --host react@18'],
  ['react@19', 'onPierPick={f}', 'onpier-pick'],
])('in %s, the cure for %s names what to write', (host, attribute, cure) => {
  const version = openHost(host, '/');
  const source = { file: 'a.tsx', text: `export const View = () => <tide-pier ${attribute} />;` };
  const [finding] = check({
    components: [PIER],
    packageName: null,
    files: [{ source, uses: usesIn(version.host, source.file, source.text), version, isLoaded: () => true }],
  });
  expect(finding?.cure).toContain(cure);
  const { line, column } = finding?.place ?? { line: 0, column: 0 };
  expect(source.text.split('\n')[line - 1]?.slice(column - 1)).toMatch(
    new RegExp(`^${attribute.split('=')[0]}`),
  );
});

test('a file that cannot be parsed is a finding, and the rest of it is still read', () => {
  expect(said('react@18', 'const a = <tide-pier decks="x" />;\nconst = 3;')).toContain(
    'error source-syntax a.tsx',
  );
});
