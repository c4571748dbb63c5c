/** Slots, parts, CSS custom properties and states: one row a way of writing them. */
import { expect, test } from 'vitest';
import { rows } from '../support/markup-rows.js';
import { componentIn, surveyed } from '../support/memory.js';

rows('names in holes', [
  [
    'a parameter is not what else goes by its name',
    'render(e) { return e.map((n) => html`<slot name=${n.name}></slot><i part="${e.kind}"></i>`); }',
    ' |  |  | ',
    'class n {} class e { static kind = "x" }',
  ],
  [
    'what stands in the function around it',
    "render(at) { const kind = at > 1 ? 'late' : 'early'; return html`<i part=\"mark ${kind}\"></i>`; }",
    ' | mark late early |  | ',
  ],
  [
    'each of several, whatever one call hands over',
    "render() { return this.cell({ deck: 1 }) } cell(at) { const isFree = at.deck > 1; return html`<i part=\"cell${at.late ? ' late' : ''}${isFree ? ' free' : ''}\"></i>`; }",
    ' | cell late free |  | ',
  ],
]);

rows('slots and parts made by calls', [
  [
    'compiled JSX',
    `render() { return h("div", { part: "row" }, h("slot", { key: "k", name: "end" }), h("slot", null)) }`,
    'end * | row |  | ',
  ],
  [
    'the automatic runtime, with other components',
    `render() { return _jsxs(Frame, { part: 'frame', exportparts: 'title, top: edge', children: [_jsx('slot', {}), _jsx('slot', { name: this.low ? 'low' : 'high' })] }) }`,
    '* low high | frame title edge |  | ',
    "import { jsx as _jsx, jsxs as _jsxs } from 'somewhere'; import Frame from 'somewhere';",
  ],
  [
    'a template handed to a decorator',
    '',
    'legend | row |  | ',
    "import view from './view.js'; import { element } from 'somewhere';\n@element({ template: view })",
    {
      'view.js':
        'export default function view() { return jsx("p", { part: "row", children: jsx("slot", { name: "legend" }) }) }',
    },
  ],
  [
    'elements made by hand',
    `show() { const slot = document.createElement('slot'); slot.name = 'end'; const other = document.createElement('slot'); other.setAttribute('name', 'start'); this.root.append(slot, other, document.createElement('slot')); const row = document.createElement('p'); row.setAttribute('part', 'row'); row.part.add('late', 'low'); }`,
    'end start * | row late low |  | ',
  ],
  [
    'elements made by a function that is given their tag',
    `show() { this.root.append(tag('slot')); const late = tag('slot'); late.name = 'late'; this.root.append(late, mark('slot')) }`,
    '* late |  |  | ',
    'const tag = (name, attributes) => { const made = document.createElement(name); Object.assign(made, attributes); return made }; const mark = (word) => word + 1;',
  ],
  [
    'a slot that a helper names: by a word, and by what nobody tells',
    `show(name) { const late = tag('slot'); set(late, 'name', 'late'); const open = tag('slot'); name !== 'default' && set(open, 'name', name); this.root.append(late, open) }`,
    'late |  |  | ',
    'const tag = (name) => document.createElement(name); const set = (one, key, value) => one.setAttribute(key, value);',
  ],
  [
    'calls that only look so',
    `show() { this.log("slot", { name: 'x' }.name); mark('some text', { part: 'x' }); pick(Frame, { part: 'x' }); }`,
    ' |  |  | ',
  ],
]);

rows('slots and parts', [
  [
    'names that helper objects were given and keep',
    'header = new SlotHelper(this, `head${1}`); #footer; constructor() { super(), this.#footer = new Kept(this, "footer"); this.plain = new Kept(this); this.other = new Kept(this, this.id); } render() { return html`<slot name="${this.header.slotName}"></slot><slot name="${this.#footer.name}"></slot><slot name="${this.plain.name}"></slot><slot name="${this.other.name}"></slot><slot name="${this.gone.name}"></slot>`; }',
    'head1 footer low |  |  | ',
    'class SlotHelper { constructor(private host: HTMLElement, readonly slotName = "") {} } class Kept { constructor(host, name = "low") { this.host = host, this.name = name; } }',
  ],
  [
    'in a template',
    'render() { return html`<slot name="legend"></slot><slot></slot>` }',
    'legend * |  |  | ',
  ],
  [
    'in inner HTML',
    `show() { this.root.innerHTML = '<h2 part="head top"><slot name=x></slot></h2>' }`,
    'x | head top |  | ',
  ],
  [
    'in a constant template beside',
    'constructor() { super(); this.root.append(T.content.cloneNode(true)) }',
    '* | head |  | ',
    'const T = document.createElement(\'template\'); T.innerHTML = `<p part="head"><slot></slot></p>`;',
  ],
  [
    'in a function of another module',
    'render() { return view(this) }',
    'legend |  |  | ',
    "import { view } from './view.js';",
    { 'view.ts': 'export const view = (pier) => html`<slot name="legend"></slot>`;' },
  ],
  [
    'a name that is a constant',
    'render() { return html`<slot name=${LEGEND}></slot>` }',
    'legend |  |  | ',
    "const LEGEND = 'legend';",
  ],
  [
    'a name that depends',
    "render() { return html`<slot name=\"${this.low ? 'low' : 'high'}\"></slot>` }",
    'low high |  |  | ',
  ],
  ['a name that nobody knows', 'render() { return html`<slot name=${this.name}></slot>` }', ' |  |  | '],
  [
    'parts that depend',
    "render() { return html`<b part=\"mark ${this.low ? 'low' : ''}\"></b>` }",
    ' | mark low |  | ',
  ],
  [
    'a tag that depends',
    'render() { return html`<${this.tag} part="base"></${this.tag}>` }',
    ' | base |  | ',
  ],
  [
    'parts handed on',
    'render() { return html`<pier-b exportparts="mark, rail: side"></pier-b>` }',
    ' | mark side |  | ',
  ],
  ['a comparison is no tag', 'go(a, b) { return a <slot && b > 1 }', ' |  |  | ', 'const slot = 2;'],
]);

rows('custom properties', [
  [
    'read with a fallback',
    'static styles = css`:host { color: var(--pier-ink, #123) }`;',
    ' |  | --pier-ink | ',
  ],
  [
    'nested fallbacks',
    'static styles = css`a { color: var(--pier-ink, var(--line-ink, #123)) }`;',
    ' |  | --pier-ink --line-ink | ',
  ],
  [
    'set on the host',
    'static styles = css`:host { --pier-gap: 4px } a { gap: var(--pier-gap) }`;',
    ' |  | --pier-gap | ',
  ],
  [
    'set on the host when it is wide',
    'static styles = css`:host([wide]) { --pier-gap: 4px }`;',
    ' |  | --pier-gap | ',
  ],
  ['set inside only', 'static styles = css`.row { --gap: 4px } a { gap: var(--gap) }`;', ' |  |  | '],
  [
    'with the mark of what is private',
    'static styles = css`:host { --_gap: var(--pier-gap, 4px) }`;',
    ' |  | --pier-gap | ',
  ],
  ['in a comment', 'static styles = css`/* var(--old) */ a { color: red }`;', ' |  |  | '],
  [
    'in a sheet of its own',
    'static styles = [sheet];',
    ' |  | --pier-ink | ',
    "import { sheet } from './sheet.js';",
    { 'sheet.ts': 'export const sheet = css`a { color: var(--pier-ink) }`;' },
  ],
]);

rows('states', [
  ['added', "go() { this.internals.states.add('wet') }", ' |  |  | wet'],
  ['in a style', 'static styles = css`:host(:state(dry)) { color: red }`;', ' |  |  | dry'],
]);

test('slots and parts in JSX', () => {
  const { contract } = surveyed({
    'a.tsx':
      'class Pier extends HTMLElement { render() { return <div part="head"><slot name="legend" /></div>; } } customElements.define(\'pier-a\', Pier);',
  });
  expect(contract.components[0]?.slots.map((one) => one.name)).toEqual(['legend']);
  expect(contract.components[0]?.cssParts.map((one) => one.name)).toEqual(['head']);
});

test('fallbacks stand beside the custom property, cut to length', () => {
  const { cssProperties } = componentIn(
    `class Pier extends HTMLElement { static styles = css\`a { color: var(--ink, rgb(1, 2, 3)); font: var(--face,
      ${'x'.repeat(200)}) ; width: var(--plain) }\`; } customElements.define('pier-a', Pier);`,
  );
  expect(cssProperties.map((one) => [one.name, one.default?.slice(0, 12), one.default?.length])).toEqual([
    ['--ink', 'rgb(1, 2, 3)', 12],
    ['--face', 'xxxxxxxxxxxx', 80],
    ['--plain', undefined, undefined],
  ]);
});

test('of a package that declares its custom properties, the others are its own business', () => {
  const element = (name: string) =>
    `/** @cssprop --${name}-gap - Gap. */ class X extends HTMLElement { static styles = css\`a { gap: var(--${name}-gap); color: var(--theme-ink); border: var(--${name}-edge, 0) }\`; } customElements.define('pier-${name}', X);`;
  const names = ['a', 'b', 'c'];
  const { contract } = surveyed(Object.fromEntries(names.map((name) => [`${name}.ts`, element(name)])));
  expect(contract.components.map((one) => one.cssProperties.map((item) => item.name))).toEqual(
    names.map((name) => [`--${name}-gap`]),
  );
});

test('what doc comments say of slots, parts, properties and states', () => {
  const component = componentIn(`/**
   * A pier.
   * @slot - What stands on it.
   * @slot legend - Colours.
   * @csspart head - The top.
   * @cssprop [--pier-ink=#123] - Ink.
   * @cssproperty [--pier-gap = 2px 3px] - Room.
   * @cssstate wet - Under water.
   */
  class Pier extends HTMLElement {}
  customElements.define('pier-a', Pier);`);
  const said = (list: readonly { name: string; description?: string }[]) =>
    list.map((one) => `${one.name}: ${one.description}`);
  expect(said(component.slots)).toEqual([': What stands on it.', 'legend: Colours.']);
  expect(said(component.cssParts)).toEqual(['head: The top.']);
  expect(said(component.cssProperties)).toEqual(['--pier-ink: Ink.', '--pier-gap: Room.']);
  expect(component.cssProperties.map((one) => one.default)).toEqual(['#123', '2px 3px']);
  expect(said(component.cssStates)).toEqual(['wet: Under water.']);
  expect([...component.slots, ...component.cssParts].every((one) => one.declared)).toBe(true);
});

test('base classes declare named items for those below, which say so', () => {
  const { cssProperties, slots } = componentIn(
    "/**\n * @cssprop --pier-ink - Ink.\n * @slot legend - Colours.\n * @slot default - All else.\n */ class Base extends HTMLElement {} /** @slot legend - Marks. */ class Pier extends Base {} customElements.define('pier-a', Pier);",
  );
  expect(cssProperties).toMatchObject([
    { name: '--pier-ink', description: 'Ink.', inheritedFrom: 'Base', declared: true },
  ]);
  expect(slots).toMatchObject([
    { name: 'legend', description: 'Marks.' },
    { name: '', description: 'All else.' },
  ]);
});

test('names of slots and parts that a method is handed, call by call', () => {
  const { slots, cssParts } = componentIn(`class Pier extends HTMLElement {
      render() { return html\`\${this.lane('head', 'wide')} \${this.lane("foot")} \${[1].map(() => this.#row('row'))}\`; }
      lane(name, width = 'thin') { return html\`<div part="lane-\${name}"><slot name=\${name}></slot></div>\`; }
      #row = (name) => h('slot', { name });
    }
    customElements.define('pier-a', Pier);`);
  expect(slots.map((one) => one.name).sort()).toEqual(['foot', 'head', 'row']);
  expect(cssParts.map((one) => one.name).sort()).toEqual(['lane-foot', 'lane-head']);
});

test('the slot without a name by the words that some write for it', () => {
  const { slots } = componentIn(`/**
     * @slot unnamed - What is carried.
     * @slot end - What follows.
     */
    class Pier extends HTMLElement { render() { return html\`<slot></slot><slot name="end"></slot>\`; } }
    customElements.define('pier-a', Pier);`);
  expect(slots.map((one) => [one.name, one.description])).toEqual([
    ['', 'What is carried.'],
    ['end', 'What follows.'],
  ]);
});

test('the slot without a name, described below its tag', () => {
  const { slots } = componentIn(`/**
     * @slot
     *   The cargo of any kind.
     */
    class Pier extends HTMLElement { render() { return html\`<slot></slot>\`; } }
    customElements.define('pier-a', Pier);`);
  expect(slots.map((one) => [one.name, one.description])).toEqual([['', 'The cargo of any kind.']]);
});

test('what another class renders that stands in a function called at once is its own affair', () => {
  const source = `import { html } from 'lit';
    const Icon = (() => { let Inner = class extends HTMLElement { render() { return html\`<slot name="icon"></slot>\`; } }; return Inner; })();
    class Pier extends HTMLElement { static needs = [Icon]; render() { return html\`<slot name="deck"></slot>\`; } }
    customElements.define('pier-a', Pier);`;
  expect(componentIn(source).slots.map((one) => one.name)).toEqual(['deck']);
});

test('styles that are given to a class in the function it is made in', () => {
  const source = `import { css } from 'lit';
    const sheet = css\`:host { --pier-ink: red; color: var(--pier-ink); }\`;
    const Pier = (() => { let Made = class extends HTMLElement {}; Made.styles = [sheet]; return Made; })();
    customElements.define('pier-a', Pier);`;
  expect(componentIn(source).cssProperties.map((one) => one.name)).toEqual(['--pier-ink']);
});

test('names of parts that a function puts together, by what it is handed', () => {
  const { cssParts } = componentIn(
    "const partOf = (name, open) => `berth-${name}-${open ? 'open' : 'shut'}`; class Pier extends HTMLElement { draw({ open }) { return html`<b part=\"${partOf('row', open)}\"></b>`; } } customElements.define('pier-a', Pier);",
  );
  expect(cssParts.map((one) => one.name)).toEqual(['berth-row-open', 'berth-row-shut']);
});

test('what functions beside a class of another package write for its elements', () => {
  const { slots } = componentIn(
    "import { Base } from 'kit.js'; class Pier extends Base {} customElements.define('pier-a', Pier);",
    {
      'lib/kit.js':
        'function written() { return `<slot name="deck"></slot>`; } export class Base extends HTMLElement { static observedAttributes = ["rail"]; static write = this.wide ? null : written; draw() { this.shadowRoot.innerHTML = this.constructor.write(); } }',
    },
  );
  expect(slots.map((one) => one.name)).toEqual(['deck']);
});

test('what a class of another package renders, and is styled with, its elements have', () => {
  const component = componentIn(
    "import { Base } from 'kit.js'; class Pier extends Base {} customElements.define('pier-a', Pier);",
    {
      'lib/kit.js':
        'export class Base extends HTMLElement { render() { return html`<style>b { color: var(--kit-ink); width: var(--kit-${size}); margin: var(--kit-gap-) }</style><slot name="deck"></slot><b part="rail"></b>`; } sail() { this.dispatchEvent(new Event("sail")); } }',
    },
  );
  expect(
    [component.slots, component.cssParts, component.cssProperties].map((list) => list.map((one) => one.name)),
  ).toEqual([['deck'], ['rail'], ['--kit-ink']]);
});
