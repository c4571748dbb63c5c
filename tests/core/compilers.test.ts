/** What compilers make of a source must read like the source: decorators, fields, enums, static members. */
import { createRequire } from 'node:module';
import { transformSync } from 'esbuild';
import ts from 'typescript';
import { describe, expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { attributesOf } from '../../dist/core/contract/types.js';
import { surveyed } from '../support/memory.js';

const OLD = `import { Base, html } from 'kit'; import { element, property, state, query } from 'kit/decorators';
enum Mark { High = 'high', Low = 'low' }
const TAG = 'pier' + '-board';
@element(TAG)
export class PierBoard extends Base {
  static override shadowRootOptions = { delegatesFocus: true };
  static formAssociated = true;
  @property({ type: Array, attribute: false }) rows: string[] = [];
  @property({ type: Number, attribute: 'max-rows', reflect: true }) maxRows = 3;
  @property({ type: Boolean }) compact = false;
  @property() mark: Mark = Mark.High;
  @state() private open = false;
  #count = 0;
  @property({ attribute: 'high-mark', converter: { fromAttribute: Number } })
  get highMark(): number { return this.#count; }
  set highMark(value: number) { this.#count = value; }
  #tell(): void { this.dispatchEvent(new CustomEvent('pier-tell', { detail: { at: 1 }, bubbles: true, composed: true })); }
  private pick(name: string): void { this.dispatchEvent(new Event(name, { cancelable: true })); }
  refresh(): void { this.#tell(); this.pick(Mark.Low); }
  override render() { return html\`<h2 part="head"><slot name="title"></slot></h2><slot></slot>\`; }
}`;

/** The same with standard decorators, which stand on accessors. */
const STANDARD = OLD.replaceAll(/(@property\([^\n]*\)) (\w+)(:? ?\S* = )/g, '$1 accessor $2$3').replace(
  '@state() private open',
  '@state() private accessor open',
);

const target = ts.ScriptTarget;
function tsc(source: string, options: ts.CompilerOptions): string {
  const compilerOptions = { module: ts.ModuleKind.ESNext, ...options };
  return ts.transpileModule(source, { compilerOptions, fileName: 'a.ts' }).outputText;
}
function esbuild(source: string, old: boolean, minify = false): string {
  const compilerOptions = { experimentalDecorators: old, useDefineForClassFields: !old };
  return transformSync(source, { loader: 'ts', target: 'es2021', minify, tsconfigRaw: { compilerOptions } })
    .code;
}
/** Compilers without types of their own. */
const require = createRequire(import.meta.url);
function babel(source: string, version: string, minify = false): string {
  const plain = transformSync(source, { loader: 'ts', target: 'esnext' }).code;
  const plugins = [
    [
      require('@babel/plugin-proposal-decorators'),
      { version, ...(version < '2022' ? { decoratorsBeforeExport: true } : {}) },
    ],
  ];
  const { code } = require('@babel/core').transformSync(plain, {
    babelrc: false,
    configFile: false,
    plugins,
  });
  return minify ? transformSync(code, { minify: true, format: 'esm' }).code : code;
}

const COMPILED: [string, string][] = [
  ['tsc, old decorators, ES2022', tsc(OLD, { target: target.ES2022, experimentalDecorators: true })],
  ['tsc, old decorators, ES2021', tsc(OLD, { target: target.ES2021, experimentalDecorators: true })],
  [
    'tsc, old decorators, ES5',
    tsc(OLD, { target: target.ES5, experimentalDecorators: true, downlevelIteration: true }),
  ],
  [
    'tsc, old decorators, defined fields',
    tsc(OLD, { target: target.ES2022, experimentalDecorators: true, useDefineForClassFields: true }),
  ],
  ['tsc, standard decorators, ES2022', tsc(STANDARD, { target: target.ES2022 })],
  ['tsc, standard decorators, ES2021', tsc(STANDARD, { target: target.ES2021 })],
  ['esbuild, old decorators', esbuild(OLD, true)],
  ['esbuild, standard decorators', esbuild(STANDARD, false)],
  ['esbuild, old decorators, minified', esbuild(OLD, true, true)],
  ...['2023-11', '2023-05', '2023-01', '2021-12'].flatMap((version): [string, string][] => [
    [`babel, standard decorators, ${version}`, babel(STANDARD, version)],
    [`babel, standard decorators, ${version}, minified`, babel(STANDARD, version, true)],
  ]),
];

function shape(component: Component | undefined) {
  if (!component) return null;
  return {
    tag: component.tag,
    registers: component.registers,
    formAssociated: component.formAssociated,
    delegatesFocus: component.delegatesFocus,
    properties: component.properties.map((one) => one.name).sort(),
    attributes: attributesOf(component)
      .map((one) => `${one.name} ${one.reads}`)
      .sort(),
    reflected: component.properties.filter((one) => one.attribute?.reflects).map((one) => one.name),
    events: component.events
      .map((one) => `${one.name} ${one.bubbles} ${one.composed} ${one.cancelable} ${one.eventType}`)
      .sort(),
    slots: component.slots.map((one) => one.name).sort(),
    parts: component.cssParts.map((one) => one.name),
  };
}

const WANTED = {
  tag: 'pier-board',
  registers: 'on-import',
  formAssociated: true,
  delegatesFocus: true,
  properties: ['compact', 'highMark', 'mark', 'maxRows', 'rows'],
  attributes: ['compact boolean', 'high-mark custom', 'mark string', 'max-rows number'],
  reflected: ['maxRows'],
  events: ['low false false true Event', 'pier-tell true true false CustomEvent'],
  slots: ['', 'title'],
  parts: ['head'],
};

test('the source itself', () => {
  expect(shape(surveyed({ 'a.ts': OLD }).contract.components[0])).toEqual(WANTED);
  expect(shape(surveyed({ 'a.ts': STANDARD }).contract.components[0])).toEqual(WANTED);
});

test.each(COMPILED)('%s', (_, code) => {
  expect(shape(surveyed({ 'a.js': code }).contract.components[0]), code).toEqual(WANTED);
});

describe('private members', () => {
  const source = `
class PierGate extends HTMLElement {
  #disabled = false; #rows = 1; #crew = 'none';
  get disabled() { return this.#disabled; }
  set disabled(value) { this.#disabled = value; }
  get rowCount() { return this.#rows; }
  set rowCount(value) { this.#rows = value; this.#tell('rows'); }
  get crew() { return this.#crew; }
  static get observedAttributes() { return ['disabled', 'row-count']; }
  constructor() { super(); this.#start(); }
  #start() { this.#draw(this.attachShadow({ mode: 'open', delegatesFocus: true })); }
  #draw(root) { root.innerHTML = '<slot name="legend"></slot><b part="mark"></b>'; }
  #tell(what) { this.dispatchEvent(new CustomEvent('gate-' + what, { bubbles: true })); }
  attributeChangedCallback(name, before, value) { this.#take(name, value); }
  #take(name, value) {
    if (name === 'disabled') this.disabled = value !== null && value !== 'false';
    if (name === 'row-count') this.rowCount = Number(value);
  }
}
customElements.define('pier-gate', PierGate);`;
  /** As Babel has them: the holders come first, and functions are declared. */
  const declared = `
var _brand = /*#__PURE__*/ new WeakSet(), _disabled = /*#__PURE__*/ new WeakMap(), _rows = new WeakMap(), _crew = new WeakMap();
class PierGate extends HTMLElement {
  constructor() { super(); initMethods(this, _brand); initField(this, _disabled, false); initField(this, _rows, 1); initField(this, _crew, 'none'); brand(_brand, this, _start).call(this); }
  get disabled() { return read(_disabled, this); }
  set disabled(value) { write(_disabled, this, value); }
  get rowCount() { return read(_rows, this); }
  set rowCount(value) { write(_rows, this, value); brand(_brand, this, _tell).call(this, 'rows'); }
  get crew() { return read(_crew, this); }
  static get observedAttributes() { return ['disabled', 'row-count']; }
  attributeChangedCallback(name, before, value) { brand(_brand, this, _take).call(this, name, value); }
}
function _start() { brand(_brand, this, _draw).call(this, this.attachShadow({ mode: 'open', delegatesFocus: true })); }
function _draw(root) { root.innerHTML = '<slot name="legend"></slot><b part="mark"></b>'; }
function _tell(what) { this.dispatchEvent(new CustomEvent('gate-' + what, { bubbles: true })); }
function _take(name, value) {
  if (name === 'disabled') this.disabled = value !== null && value !== 'false';
  if (name === 'row-count') this.rowCount = Number(value);
}
customElements.define('pier-gate', PierGate);`;
  const minified = (code: string) => transformSync(code, { minify: true, format: 'esm' }).code;
  const older = tsc(source, { target: target.ES2021 });
  const FORMS: [string, string][] = [
    ['by tsc', older],
    ['by tsc, minified', minified(older)],
    ['by esbuild', transformSync(source, { target: 'es2021' }).code],
    ['by esbuild, minified', transformSync(source, { target: 'es2021', minify: true }).code],
    ['declared', declared],
    ['declared, minified', minified(declared)],
    ['in a bundle, minified', transformSync(older, { minify: true, format: 'iife' }).code],
  ];
  const told = (code: string) => {
    const [pier] = surveyed({ 'a.js': code }).contract.components;
    if (!pier) throw new Error('no component');
    const { root, delegatesFocus, events, slots, cssParts } = pier;
    const properties = pier.properties.map(({ name, readonly, default: start, attribute }) => ({
      name,
      readonly,
      start: start?.replaceAll('"', "'"),
      attribute: attribute && [attribute.name, attribute.reads],
    }));
    const names = [events, slots, cssParts].map((list) => list.map((one) => one.name));
    return { root, delegatesFocus, properties, names };
  };

  test.each(FORMS)('read as they were written: %s', (_, code) => {
    expect(code).not.toContain('#disabled');
    expect(told(code)).toEqual(told(source));
    expect(told(code)).toMatchObject({ root: 'open', names: [['gate-rows'], ['legend'], ['mark']] });
  });

  test('however many classes and functions go by the same few names', () => {
    const gate = (tag: string, more: string) => `(() => {
      var n, s, g;
      class Gate extends HTMLElement { constructor() { super(); add(this, s); call(this, s, g).call(this); } }
      n = new WeakMap(), s = new WeakSet(), g = function () { ${more} };
      customElements.define('${tag}', Gate);
    })();`;
    const send = (name: string) => `this.dispatchEvent(new CustomEvent('${name}'));`;
    const code = `${gate('pier-a', send('gate-a'))} ${gate('pier-b', send('gate-b'))}
      const other = () => { const g = function () { ${send('gate-c')} }; return g; };`;
    const { components } = surveyed({ 'a.js': code }).contract;
    expect(components.map((one) => [one.tag, one.events.map(({ name }) => name)])).toEqual([
      ['pier-a', ['gate-a']],
      ['pier-b', ['gate-b']],
    ]);
  });

  test('names with a mark inside stay apart', () => {
    const plain = `class PierGate extends HTMLElement { #high_mark = 1; #mark = 'low';
      get high() { return this.#high_mark; } get mark() { return this.#mark; } }
      customElements.define('pier-gate', PierGate);`;
    for (const code of [
      transformSync(plain, { target: 'es2021' }).code,
      tsc(plain, { target: target.ES2021 }),
    ])
      expect(told(code)).toEqual(told(plain));
  });

  test('what shares a name with a holder is no private member', () => {
    const code = `var n = new WeakMap(), s = new WeakSet(), load = function () { this.attachShadow({ mode: 'open' }); };
      const send = (one, name) => one.dispatchEvent(new CustomEvent(name));
      class Pier extends HTMLElement {
        go(n) { send(this, n); load.call(this); }
        connectedCallback() { this.go('gate-open'); const n = 'gate-close'; send(this, n); }
      }
      customElements.define('pier-gate', Pier);`;
    const { root, names } = told(code);
    expect([root, names[0]?.sort()]).toEqual(['none', ['gate-close', 'gate-open']]);
  });
});

test.each([
  [
    'concatenated',
    `root.innerHTML = '<b part="deck" '.concat(this.open ? 'open' : '', '><slot name="legend" title=').concat(this.title, '></slot></b>');`,
  ],
  [
    'with a tag',
    `var texts; root.append(html(texts || (texts = made(['<b part="deck" ?open=', '><slot name="legend" title=', '></slot></b>'])), this.open, this.title));`,
  ],
  [
    'with a tag, by a list of what it was written as',
    `var texts; root.append(html(texts || (texts = taggedTemplate(['<b part="deck" ?open=', '><slot name="legend" title=', '></slot></b>'], ['', '', ''])), this.open, this.title));`,
  ],
])('templates for engines without: %s', (_, fill) => {
  const [pier] = surveyed({
    'a.js': `const taggedTemplate = (list) => list, made = taggedTemplate;
      class Pier extends HTMLElement { connectedCallback() { const root = this.attachShadow({ mode: 'open' }); ${fill} } }
      customElements.define('pier-a', Pier);`,
  }).contract.components;
  expect([pier?.cssParts, pier?.slots].map((list) => list?.map((one) => one.name))).toEqual([
    ['deck'],
    ['legend'],
  ]);
});

test('lists that are taken apart by a helper, as for engines without', () => {
  const code = tsc(
    `const NAMES = Object.entries({ A: 'Depth', B: 'Side' }).reduce((all, [key, name]) => { all[key] = name.toLowerCase(); return all; }, {});
     class Base extends HTMLElement { static get observedAttributes() { return [NAMES.A]; } }
     class Pier extends Base { static get observedAttributes() { return [...super.observedAttributes, NAMES.B]; } }
     customElements.define('pier-a', Pier);`,
    { target: target.ES5, downlevelIteration: true },
  );
  const [pier] = surveyed({ 'a.js': code }).contract.components;
  expect(pier && attributesOf(pier).map((one) => one.name)).toEqual(['depth', 'side']);
});
