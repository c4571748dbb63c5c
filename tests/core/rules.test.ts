/** The rules: one row a use of an element, with what is said about it in each host. */
import { describe, expect, test } from 'vitest';
import { check } from '../../dist/core/check/index.js';
import type { Component } from '../../dist/core/contract/types.js';
import { openHost } from '../../dist/shell/packages/hosts.js';
import { componentIn } from '../support/memory.js';
import { usesIn } from '../support/uses.js';

const PIER = componentIn(`
/**
 * A pier.
 * @slot legend - Colours.
 * @fires change - The value changed.
 */
class Pier extends HTMLElement {
  static observedAttributes = ['deck', 'max-rows', 'open', 'level', 'step', 'text', 'berth', 'sides'];
  static formAssociated = true;
  sides: string[] = [];
  get disabled(): boolean { return false } set disabled(v) {}
  deck: string = '';
  value: string = '';
  maxRows: number = 3;
  open: boolean = false;
  rows: string[] = [];
  limit: number | null = 3;
  depth: number | null = null;
  get piers(): string[] { return [] } set piers(v) {}
  get weight(): number { return 1 } set weight(v) {}
  step: number | 'any' = 1;
  start: string = '';
  get moored() { return this.getAttribute('berth') }
  get text(): string[] { return [] } set text(v: string[]) {}
  format: (at: Date) => string;
  onMark: (at: number) => string;
  get onTime(): boolean { return true } set onTime(v) {}
  onPierPicks: boolean = true;
  onmoor: (() => void) | null = null;
  get level(): 'low' | 'high' { return this.getAttribute('level') }
  set level(v: 'low' | 'high') { this.setAttribute('level', v) }
  attributeChangedCallback(name: string, _: string, value: string) {
    if (name === 'deck') this.deck = value;
    if (name === 'max-rows') this.maxRows = Number(value);
    if (name === 'open') this.open = value !== null;
    if (name === 'step') this.step = value;
    if (name === 'sides') this.sides = split(value);
    if (name === 'berth') this.moored = value;
    if (name === 'text') this.start = value;
  }
  go() {
    this.dispatchEvent(new CustomEvent('pier-pick', { detail: { at: 1 }, bubbles: true, composed: true }));
    this.dispatchEvent(new Event('change'));
    this.dispatchEvent(new Event('moor'));
    this.shadowRoot.firstChild.dispatchEvent(new CustomEvent('pier-in', { bubbles: true }));
    this.attachShadow({ mode: 'open' }).innerHTML = '<style>:host([compact]:not([open])) { margin: 0 }</style><slot name="legend"></slot><slot></slot>' + \`<slot name="day-\${this.day}-icon"></slot>\`;
    for (const other of this.children) if (other.hasAttribute('hint')) other.querySelector('[slot="hinted"]');
  }
}
customElements.define('tide-pier', Pier);`);

const ENDINGS: Record<string, string> = { html: 'html', vue: 'vue', svelte: 'svelte', angular: 'html' };

/** `code: the thing it is about`, a finding a line. */
function said(host: string, text: string, isLoaded = true): string[] {
  const version = openHost(host, '/');
  const source = { file: `a.${ENDINGS[version.host.name] ?? 'tsx'}`, text };
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
    ['<tide-pier deck={3} />', []],
    ['<tide-pier step={3} />', ['error lost-value step']],
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
    ['<tide-pier onMark={(at) => String(at)} />', ['error lost-value onMark']],
    ['<tide-pier onMark={format} onmoor={f} />', ['error lost-value onMark']],
    ['<tide-pier onMoor={f} />', ['error dead-handler onMoor']],
    // What may be a flag arrives.
    ['<tide-pier onTime={soon} />', []],
    ['<tide-pier onTime={() => 1} />', ['error lost-value onTime']],
    ['<tide-pier onPierPicks={f} />', []],
  ],
  (use) => jsx('react@19', use),
);

rows(
  'preact@10',
  [
    ['<tide-pier onMark={format} onMoor={f} />', ['error lost-value onMark']],
    ['<tide-pier onmoor={f} />', []],
  ],
  (use) => jsx('preact@10', use),
);

rows(
  'solid@1',
  [
    ['<tide-pier prop:onMark={format} onMoor={f} onmoor={f} on:moor={f} onpier-pick={f} />', []],
    ['<tide-pier onMark={format} />', ['error lost-value onMark']],
    ['<tide-pier onPierPick={f} />', ['error dead-handler onPierPick']],
  ],
  (use) => jsx('solid@1', use),
);

rows(
  'vue@3',
  [
    ['<tide-pier deck="upper" :max-rows="3" :rows="list" open :level="level" />', []],
    ['<tide-pier :decks="a" @pier-pick="f" @click="f" />', ['error unknown-name decks']],
    ['<tide-pier maxRows="3" />', ['warning text-for-number maxRows']],
    ['<tide-pier rows="a" format="b" />', ['error lost-value rows', 'error lost-value format']],
    ['<tide-pier :maxRows="3" open="" />', []],
    ['<tide-pier open="open" :deck="`a${b}`" />', []],
    ['<tide-pier open="false" />', ['error lost-value open']],
    ['<tide-pier :rows.attr="list" />', ['error lost-value rows']],
    ['<tide-pier :onMark="f" :onmoor="f" />', ['error lost-value onMark']],
    ['<tide-pier :limit="null" />', ['error lost-value limit']],
    ['<tide-pier :limit="limit" :depth="null" />', []],
    ['<tide-pier :onMark.prop="f" @moor="f" />', []],
    ['<tide-pier :inner-text.prop="a" :innerText.prop="a" .title="b" />', ['error unknown-name inner-text']],
    ['<tide-pier v-model="a" />', ['error half-pair value']],
    ['<tide-pier v-model.lazy="a" />', []],
    ['<tide-pier v-model:deck="a" />', ['error half-pair deck']],
    ['<tide-pier v-model:dekc="a" />', ['error unknown-name dekc']],
    ['<tide-pier @pierPick="f" />', ['error unknown-event pierPick']],
    ['<tide-pier @pier-in="f" />', ['error trapped-event pier-in']],
    ['<tide-pier><b slot="legends">x</b></tide-pier>', ['error unknown-slot slot "legends"']],
    ['<tide-peer />', ['error unknown-tag tide-peer']],
  ],
  (use) => said('vue@3', `<template>${use}</template>`),
);

rows(
  'vue@2.7',
  [
    ['<tide-pier deck="upper" :max-rows="3" @pier-pick="f" />', []],
    ['<tide-pier :rows="[1]" />', ['error lost-value rows']],
    ['<tide-pier :rows.prop="[1]" />', []],
    ['<tide-pier v-model.lazy="a" />', ['error half-pair value']],
  ],
  (use) => said('vue@2.7', `<template>${use}</template>`),
);

rows(
  'svelte@5',
  [
    ['<tide-pier deck="upper" max-rows={3} piers={list} open {level} onpier-pick={f}></tide-pier>', []],
    // An own field, for which the class has no accessor.
    ['<tide-pier rows={list}></tide-pier>', ['error lost-value rows']],
    [
      '<tide-pier decks="a" on:pier-pik={f}></tide-pier>',
      ['error unknown-name decks', 'error unknown-event on'],
    ],
    ['<tide-pier weight="3"></tide-pier>', ['warning text-for-number weight']],
    ['<tide-pier maxRows="3"></tide-pier>', ['error lost-value maxRows']],
    ['<tide-pier bind:value={a}></tide-pier>', ['error half-pair value']],
    [
      '<tide-pier onpier-in={f} onPierPick={f}></tide-pier>',
      ['error trapped-event pier-in', 'error unknown-event onPierPick'],
    ],
    ['<tide-pier level="middle"></tide-pier>', ['error invalid-value level']],
    ['<tide-pier onMark={f} onmoor={f}></tide-pier>', ['error lost-value onMark']],
  ],
  (use) => said('svelte@5', use),
);

rows(
  'angular@20',
  [
    ['<tide-pier deck="upper" max-rows="3" [rows]="list" open level="low" (pier-pick)="f($event)" />', []],
    // Directives take names, too: only what nearly is one of the element is wrong.
    ['<tide-pier [tooltip]="a" routerLink="b" [decks]="c" />', ['error unknown-name decks']],
    ['<tide-pier [max-rows]="3" />', ['error lost-value maxRows']],
    ['<tide-pier [attr.rows]="list" rows="a" />', ['error lost-value rows', 'error lost-value rows']],
    ['<tide-pier [attr.open]="false" open="false" />', ['error lost-value open', 'error lost-value open']],
    ['<tide-pier [(value)]="a" />', ['error half-pair value']],
    [
      '<tide-pier (pierPick)="f()" (pier-in)="f()" />',
      ['error unknown-event (pierPick)', 'error trapped-event pier-in'],
    ],
    ['<tide-pier [innerHTML]="a" [tabIndex]="1" />', []],
    ['<tide-pier [onMark]="f" (moor)="f()" />', ['error lost-value onMark']],
  ],
  (use) => said('angular@20', use),
);

test('a tag that the application makes a component of its own is left to the host', () => {
  const version = openHost('angular@20', '/');
  const text = '<tide-pier [decks]="1" />';
  const findings = (scope: string[] | undefined) => {
    const uses = usesIn(version.host, 'a.html', text);
    const used = uses.uses.map((use) => (scope ? { ...use, scope } : use));
    const file = { source: { file: 'a.html', text }, version, isLoaded: () => true };
    const adopted = [{ tag: 'tide-pier', component: 'Pier' }];
    const files = [{ ...file, uses: { ...uses, uses: used }, adopted }];
    return check({ components: [PIER], packageName: null, files }).map((one) => one.code);
  };
  expect(findings(undefined)).toEqual([]);
  expect(findings(['Pier', 'Other'])).toEqual([]);
  expect(findings(['Other'])).toEqual(['unknown-name']);
});

rows(
  'html',
  [
    ['<tide-pier deck="upper" max-rows="3" open level="low" hidden></tide-pier>', []],
    ['<tide-pier maxrows="3"></tide-pier>', ['error lost-value maxRows']],
    ['<tide-pier step="0.25"></tide-pier>', []],
    ['<tide-pier step="some"></tide-pier>', ['error invalid-value step']],
    ['<tide-pier level="{{ level }}" max-rows="<%= rows %>" open="${open}"></tide-pier>', []],
    ['<tide-pier rows="{{ rows }}"></tide-pier>', ['error lost-value rows']],
    ['<tide-pier @click="a" :deck="b" [rows]="c" (pick)="d" v-model="e" hx-get="/f" {{g}}></tide-pier>', []],
    ['<tide-pier berth="north"></tide-pier>', []],
    ['<tide-pier sides="a,b"></tide-pier>', []],
    ['<tide-pier disabled></tide-pier>', []],
    ['<tide-pier compact></tide-pier>', []],
    ['<tide-pier><b slot="{{ name }}"></b></tide-pier>', []],
    // Slots that are named as it renders, and what another element looks for.
    ['<tide-pier><b slot="day-3-icon"></b></tide-pier>', []],
    ['<tide-pier><b slot="day-icon"></b></tide-pier>', ['error unknown-slot slot "day-icon"']],
    ['<tide-pier hint><b slot="hinted"></b></tide-pier>', []],
    // The attribute of that name is another property's.
    ['<tide-pier text="a b"></tide-pier>', []],
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
  ['react@19', 'maxRows="3"', 'Write max-rows={3}'],
  ['react@19', 'maxRows="many"', 'Write max-rows={maxRows}'],
  ['solid@1', 'maxRows="3"', 'Write attr:max-rows={3}'],
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

/** The first thing that is said about a file. */
function firstFinding(component: Component, host: string, file: string, text: string) {
  const version = openHost(host, '/');
  const uses = usesIn(version.host, file, text);
  const files = [{ source: { file, text }, uses, version, isLoaded: () => true }];
  return check({ components: [component], packageName: null, files })[0];
}

test.each([
  ["setAttribute('deck', 'upper')", null],
  [
    "setAttribute('deck', null)",
    ['deck: setAttribute writes null as the text "null".', 'removeAttribute("deck")'],
  ],
  ["setAttribute('max-rows', 3)", null],
  ["setAttribute('max-rows', 'many')", ['"many" does not read as a number', 'Write a number.']],
  [
    "setAttribute('max-rows', [3])",
    ['a list as text, its items joined by commas', 'Set the property maxRows.'],
  ],
  ["setAttribute('open', 'false')", ['reads as true, whatever it says', 'Use removeAttribute("open").']],
  [
    "setAttribute('open', list.length > 1)",
    ['false as the text "false", which reads as true', 'toggleAttribute("open", value)'],
  ],
  ["setAttribute('open', '')", null],
  ["toggleAttribute('open', list.length > 1)", null],
  ["toggleAttribute('opne')", ['no such property or attribute', 'Write open.']],
  ["toggleAttribute('busy')", null],
  ["setAttribute('sides', ['bow'])", null],
  [
    "setAttribute('sides', { bow: 1 })",
    ['an object as the text "[object Object]"', 'Set the property sides.'],
  ],
  ["setAttribute('deck', () => 1)", ['a function as the text of its source', 'Set the property deck.']],
  ["setAttribute('deck', anything())", null],
])('what scripts write into attributes: %s', (call, wanted) => {
  const text = `const list = load(); const pier = document.querySelector('tide-pier'); pier.${call};`;
  const finding = firstFinding(PIER, 'react@18', 'a.tsx', text);
  expect(finding?.message ?? null).toEqual(wanted && expect.stringContaining(wanted[0] as string));
  if (wanted) expect(finding?.cure).toContain(wanted[1]);
});

const FLAGS = componentIn(`
class Flags extends HTMLElement {
  static properties = {
    open: { type: Boolean, value: true },
    low: { type: Boolean },
    lit: { type: Boolean, converter: (text) => text !== null && text !== 'false' },
    moored: { type: Boolean, converter: (text) => text === 'true' },
    awake: { type: Boolean, value: true, converter: (text) => text !== 'false' },
  };
}
customElements.define('tide-flags', Flags);`);

test.each([
  ["setAttribute('moored', '')", 'Write setAttribute("moored", "true").'],
  ["toggleAttribute('moored')", 'Write setAttribute("moored", "true").'],
  ["setAttribute('moored', true)", null],
  ["setAttribute('awake', false)", null],
  ["setAttribute('awake', 'False')", 'Write setAttribute("awake", "false").'],
  ["setAttribute('low', false)", 'Use removeAttribute("low").'],
  ["setAttribute('open', false)", 'Set the property open'],
])('flags that scripts write into attributes: %s', (call, cure) => {
  const text = `const one = document.querySelector('tide-flags'); one.${call};`;
  const finding = firstFinding(FLAGS, 'react@18', 'a.tsx', text);
  expect(finding?.cure ?? null).toEqual(cure && expect.stringContaining(cure));
});

test.each([
  ['react@18', 'open={false}', 'lost-value', 'suvet wrap --host react@18'],
  ['react@18', 'open="false"', 'lost-value', 'suvet wrap --host react@18'],
  ['react@18', 'low={false}', 'lost-value', 'Leave low out.'],
  ['react@18', 'low="false"', 'lost-value', 'Leave low out.'],
  ['react@18', 'lit={false}', undefined, undefined],
  ['react@18', 'lit="false"', undefined, undefined],
  ['react@18', 'lit="False"', 'lost-value', 'Leave lit out.'],
  ['react@18', 'moored={true}', undefined, undefined],
  ['react@18', 'moored', undefined, undefined],
  ['react@18', 'moored=""', 'lost-value', 'Write moored="true".'],
  ['react@18', 'awake={false}', undefined, undefined],
  ['react@19', 'open={false}', undefined, undefined],
  ['react@19', 'low="false"', 'lost-value', 'Write low={low}'],
  ['react@19', 'lit="false"', undefined, undefined],
  ['html', 'open="false"', 'lost-value', 'element.open = open'],
  ['html', 'low="false"', 'lost-value', 'Leave low out.'],
  ['html', 'lit="false"', undefined, undefined],
  ['html', 'moored', 'lost-value', 'Write moored="true".'],
  ['html', 'moored="TRUE"', 'lost-value', 'Write moored="true".'],
  ['html', 'moored="true"', undefined, undefined],
  ['html', 'moored="false"', undefined, undefined],
  ['html', 'moored="whenever"', undefined, undefined],
  ['html', 'awake="false"', undefined, undefined],
  ['html', 'awake="False"', 'lost-value', 'Write awake="false".'],
  ['html', 'awake', undefined, undefined],
  ['vue@2.7', ':open="false"', 'lost-value', ':open.prop="open"'],
  ['vue@2.7', ':low="false"', undefined, undefined],
])('flags by what they start as and what they read, in %s: %s', (host, attribute, code, cure) => {
  const ending = ENDINGS[openHost(host, '/').host.name] ?? 'tsx';
  const use = `<tide-flags ${attribute}></tide-flags>`;
  const text = { tsx: `export const V = () => ${use};`, vue: `<template>${use}</template>` }[ending] ?? use;
  const finding = firstFinding(FLAGS, host, `a.${ending}`, text);
  expect(finding?.code).toBe(code);
  if (cure !== undefined) expect(finding?.cure).toContain(cure);
});

test('of a component with gaps in its contract, only what nearly is one of its names is said to be wrong', () => {
  const rest =
    "static observedAttributes = ['deck']; go() { this.attachShadow({ mode: 'open' }).innerHTML = '<slot name=\"legend\"></slot>'; }";
  const [known, far] = ['HTMLElement', 'Far'].map((base) =>
    componentIn(
      `import { Far } from 'nowhere'; class Gap extends ${base} { ${rest} } customElements.define('pier-gap', Gap);`,
    ),
  );
  const code = (one: Component | undefined, markup: string) =>
    one && firstFinding(one, 'html', 'a.html', markup)?.code;
  const other = '<pier-gap berths="3"></pier-gap>';
  const slotted = '<pier-gap><b slot="rail">x</b></pier-gap>';
  const near = '<pier-gap decks="3"></pier-gap>';
  expect([code(known, other), code(far, other)]).toEqual(['unknown-name', undefined]);
  expect([code(known, slotted), code(far, slotted)]).toEqual(['unknown-slot', undefined]);
  expect([code(known, near), code(far, near)]).toEqual(['unknown-name', 'unknown-name']);
});
