/**
 * Components of a framework that a function gives to the registry: the function in the module itself, in a library, and
 * in a minified bundle. What is found must be the same.
 */
import { transformSync } from 'esbuild';
import { describe, expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { surveyed } from '../support/memory.js';

/** One line a component: its properties with attributes, readers, events, slots and methods. */
function told({ tag, registers, root, properties, attributes, events, slots, methods }: Component): string {
  const names = (list: readonly { name: string }[]) => list.map((one) => one.name || '""').join(' ');
  const items = properties.map(({ name, attribute: own }) =>
    own ? `${name}@${own.name}:${own.reads}` : name,
  );
  const parts = [items.join(' '), names(attributes), names(events), names(slots), names(methods)];
  return [tag, registers, root, ...parts].join(' | ');
}

function everywhere(kit: string, name: string, use: string): string[][] {
  const whole = `${kit}\n${use}`;
  const forms: Record<string, string>[] = [
    { 'a.js': whole },
    { 'a.js': `import { ${name} } from 'kit.js'; ${use}`, 'lib/kit.js': `${kit}\nexport { ${name} };` },
    { 'a.js': transformSync(whole, { minify: true, format: 'iife' }).code },
  ];
  return forms.map((files) => surveyed(files).contract.components.map(told));
}

const CONSTRUCTED = `
function registerView(view, tag, names, options) {
  function Made() {
    const self = Reflect.construct(HTMLElement, [], Made);
    self._view = view;
    self._root = options && options.shadow ? self.attachShadow({ mode: options.mode || 'open' }) : self;
    return self;
  }
  Made.prototype = Object.create(HTMLElement.prototype);
  Made.prototype.constructor = Made;
  Made.prototype.attributeChangedCallback = function (name, before, after) { this._show(name, after); };
  names = names || view.observedAttributes || Object.keys(view.propTypes || {});
  Made.observedAttributes = names;
  names.forEach((name) => {
    Object.defineProperty(Made.prototype, name, {
      get() { return this._props[name]; },
      set(value) { this._props[name] = value; this.setAttribute(name, value); },
    });
  });
  return customElements.define(tag || view.tagName || view.name, Made);
}`;

describe('a constructor function that makes its element by Reflect.construct', () => {
  test.each([
    [
      'names and options',
      `function Pier() {} registerView(Pier, 'pier-a', ['deck', 'low-tide'], { shadow: true });`,
      'open',
    ],
    [
      'names that the view has',
      `function Pier() {} Pier.observedAttributes = ['deck', 'low-tide']; registerView(Pier, 'pier-a');`,
      'none',
    ],
    [
      'types for names',
      `function Pier() {} Pier.propTypes = { deck: 1, 'low-tide': 2 }; registerView(Pier, 'pier-a');`,
      'none',
    ],
    [
      'a function called at once',
      `function start(tag = 'pier-a') { registerView(() => 1, tag, [...NAMES]); } const NAMES = ['deck', 'low-tide']; start();`,
      'none',
    ],
  ])('%s', (_, use, root) => {
    for (const found of everywhere(CONSTRUCTED, 'registerView', use)) {
      expect(found).toHaveLength(1);
      expect(found[0]).toMatch(/^pier-a .*\bdeck\b.*\blow-tide\b/);
      expect(found[0]?.split(' | ')[2]).toBe(root);
    }
  });

  test('what it defines is a property, driven by an attribute', () => {
    const use = `function Pier() {} registerView(Pier, 'pier-a', ['deck', 'low-tide'], { shadow: true });`;
    const [own, , minified] = everywhere(CONSTRUCTED, 'registerView', use);
    expect(own).toEqual([
      'pier-a | on-import | open | deck@deck:string low-tide@low-tide:string |  |  |  | ',
    ]);
    expect(minified).toEqual(own);
  });

  test('a tag that the view has', () => {
    const use = `const Pier = () => 1; Pier.tagName = 'pier-a'; Pier.observedAttributes = ['deck']; registerView(Pier);`;
    const [own, imported] = everywhere(CONSTRUCTED, 'registerView', use);
    expect(own).toEqual(['pier-a | on-import | none | deck@deck:string |  |  |  | ']);
    expect(imported).toHaveLength(1);
  });

  test('one that makes an element of something else is none', () => {
    const source = `function Made() { return Reflect.construct(Array, [], Other); } function Other() {} customElements.define('pier-a', Made);`;
    const { contract, findings } = surveyed({ 'a.js': source });
    expect(contract.components).toEqual([]);
    expect(findings.map((one) => one.code)).toEqual(['class-not-found']);
  });
});

const TABLED = `
function registerView(tag, table, view) {
  if (arguments.length === 2) { view = table; table = {}; }
  return keep(tag, table)(wrap(view));
}
const wrap = (view) => (values, options) => view(values, options);
function keep(tag, table = {}, { registry = window.customElements } = {}) {
  return (view) => { const Made = make(HTMLElement, table); Made.prototype.view = view; registry.define(tag, Made); return Made; };
}
function make(Base, table) {
  const keys = Object.keys(table);
  return class extends Base { get _root() { return this.shadowRoot || this.attachShadow({ mode: 'open' }); } static get observedAttributes() { return keys.map((key) => dash(key)); } };
}
const dash = (text) => text.replace(/[A-Z]/g, (one) => '-' + one.toLowerCase());`;

describe('a tag, a table of what properties start with, and a view', () => {
  const expected =
    'pier-a | on-import | open | deck@deck:json lowTide@low-tide:string rows@rows:json |  | picked |  | ';
  test.each([
    [
      'written out',
      `registerView('pier-a', { deck: 1, lowTide: 'never', rows: null }, (props, { element }) => { element.dispatchEvent(new CustomEvent('picked')); });`,
    ],
    [
      'by names',
      `const table = { deck: 1, lowTide: 'never', rows: null }; const view = (props, { element: self }) => { self.dispatchEvent(new CustomEvent('picked')); }; registerView('pier-a', table, view);`,
    ],
    [
      'in a function that is called',
      `const start = () => { typeof window > 'u' || registerView('pier-a', { deck: 1, lowTide: 'never', rows: null }, function (props, { element }) { element.dispatchEvent(new CustomEvent('picked')); }); }; start();`,
    ],
  ])('%s', (_, use) => {
    expect(everywhere(TABLED, 'registerView', use)).toEqual([[expected], [expected], [expected]]);
  });

  test('in a function that nobody calls, it waits for a call', () => {
    const use = `export const start = () => { registerView('pier-a', { deck: 1 }, () => 1); };`;
    const [own] = surveyed({ 'a.js': `${TABLED}${use}` }).contract.components;
    expect(own?.registers).toBe('by-call');
  });

  test.each(['createElement', 'useElement', 'h'])('%s makes use of elements', (name) => {
    const source = `import { ${name} } from 'kit'; export const view = () => ${name}('pier-a', { deck: 1 }, () => 1); ${name}('pier-b', { deck: 1 }); customElements.define('pier-c', class extends HTMLElement {});`;
    expect(surveyed({ 'a.js': source }).contract.components.map((one) => one.tag)).toEqual(['pier-c']);
  });

  test('how far a function stands from the registry is asked anew for each call', () => {
    const chain = `function f0(t, p, v) { f1(t, p, v); } function f1(t, p, v) { f2(t, p, v); } function f2(t, p, v) { f3(t, p, v); }
      function f3(t, p, v) { f4(t, p, v); } function f4(t, p, v) { customElements.define(t, wrap(p, v)); }`;
    const tags = (use: string) =>
      surveyed({ 'a.js': `${chain} ${use}` }).contract.components.map((one) => one.tag);
    const near = "f1('pier-near', { deck: 1 }, () => 1);";
    expect(tags(near)).toEqual(['pier-near']);
    expect(tags(`f0('pier-far', { deck: 1 }, () => 1); ${near}`)).toEqual(['pier-near']);
  });

  test('a function that takes no tag to the registry makes nothing', () => {
    const source = `function log(tag, table, view) { console.log(tag, table, view); } log('pier-a', { deck: 1 }, () => 1); customElements.define('pier-b', class extends HTMLElement {});`;
    expect(surveyed({ 'a.js': source }).contract.components.map((one) => one.tag)).toEqual(['pier-b']);
  });
});

const TYPED = `
const readers = { string: (text) => text, number: (text) => parseFloat(text), boolean: (text) => /^[ty1-9]/i.test(text) };
function make(view, options) {
  const names = Array.isArray(options.props) ? options.props : Object.keys(options.props);
  const attributes = {};
  for (const name of names) attributes[name.toLowerCase()] = name;
  class Made extends HTMLElement {
    static get observedAttributes() { return Object.keys(attributes); }
    container;
    attributeChangedCallback(name, before, after) { this.values[attributes[name]] = readers[options.props[name]](after); }
  }
  for (const name of names) Object.defineProperty(Made.prototype, name, { get() { return this.values[name]; }, set(value) { this.values[name] = value; } });
  return Made;
}`;

test('types of properties, named in text, and handlers for events', () => {
  const use = `function Pier() {} customElements.define('pier-a', make(Pier, { props: { deck: 'number', low: 'string', open: 'boolean', rows: 'json', pick: 'function' }, events: { onChange: {} } }));`;
  const expected =
    'pier-a | on-import | none | deck@deck:number low@low:string open@open:custom rows@rows:json pick@pick:custom container |  | change |  | ';
  for (const [found] of everywhere(TYPED, 'make', use)) expect(found).toMatch(expected);
});

const LISTED = `
class Base extends HTMLElement {
  constructor(view, slots, root) { super(); this._view = view; this._slots = slots; if (root) this.attachShadow(root); }
  attributeChangedCallback(name, before, after) { this.values[name] = after; }
}
function make(view, table, slots, exported, root) {
  let Made = class extends Base {
    constructor() { super(view, slots, root); this._table = table; }
    static get observedAttributes() { return Object.keys(table).map((key) => (table[key].attribute || key).toLowerCase()); }
  };
  Object.keys(table).forEach((name) => { Object.defineProperty(Made.prototype, name, { get() { return this.values[name]; }, set(value) { this.values[name] = value; } }); });
  exported.forEach((name) => { Object.defineProperty(Made.prototype, name, { get() { return this.made?.[name]; } }); });
  return Made;
}`;

test('lists of slots and of what may be called stand beside the table', () => {
  const use = `function Pier(anchor, props) { props.$$host.dispatchEvent(new CustomEvent('picked')); }
    customElements.define('pier-a', make(Pier, { lowTide: { attribute: 'low-tide', type: 'Number', reflect: true }, deck: {} }, ['default', 'legend'], ['refresh'], { mode: 'open' }));`;
  const [, , minified] = everywhere(LISTED, 'make', use);
  for (const [found] of everywhere(LISTED, 'make', use)) {
    expect(found).toMatch(/lowTide@low-tide:number deck@deck:string/);
    expect(found).toMatch(/ \| picked \| "" legend \| refresh$/);
  }
  expect(minified).toHaveLength(1);
});

test('the element goes by a name of its own in a view, and in what that calls', () => {
  const use = `function Pier(anchor, props) {
      const instance = props.$$host, other = props.near;
      const tell = (name, detail) => { tick().then(() => { instance?.dispatchEvent(new CustomEvent(name, { detail })); }); };
      const whisper = (name) => { other.dispatchEvent(new CustomEvent(name)); };
      function moor() { tell('moored', { berth: 3 }); whisper('hidden'); }
      return { moor };
    }
    customElements.define('pier-a', make(Pier, { deck: {} }, ['default'], ['moor'], { mode: 'open' }));`;
  for (const [found] of everywhere(LISTED, 'make', use)) expect(found).toMatch(/ \| moored \| "" \| moor$/);
});

test.each([
  [
    'a property under a name with a hyphen',
    `class Quay {} const all = _defineProperty({}, 'aria-quay', Quay); Object.defineProperty(Quay, 'data-quay', { get() {} });`,
  ],
  [
    'something else under one',
    `const shapes = {}; const registerShape = (name, shape) => { shapes[name] = Object.assign({ name }, shape); }; (function () { registerShape('round-pier', { sides: 0 }); })();`,
  ],
])('a function that defines %s registers nothing', (_, source) => {
  const { contract } = surveyed({
    'a.ts': `${source} customElements.define('pier-a', class extends HTMLElement {});`,
  });
  expect(contract.components.map((one) => one.tag)).toEqual(['pier-a']);
});

test('a function that calls nothing registers nothing, whatever it is called', () => {
  const source = `const defineParts = (name, type, parts) => ({ name, type, parts }); class Pier extends HTMLElement {} export const pier = defineParts('pier-item', Pier, []); customElements.define('pier-a', Pier);`;
  expect(surveyed({ 'a.js': source }).contract.components.map((one) => one.tag)).toEqual(['pier-a']);
});

describe('components of a framework, of which a function makes elements', () => {
  const give = `import { make } from 'frame'; customElements.define('pier-a', make(Pier, { injector: 1 }));`;
  const expected =
    'pier-a | on-import | none | deck@deck:string lowTide@tide-mark:number open@open:boolean rows@rows:string |  | picked closed rowsChange |  | ';
  test.each([
    [
      'decorated members and fields that calls make',
      `import { Component, Input, Output, EventEmitter, input, model, output, booleanAttribute, numberAttribute } from 'frame';
       @Component({ selector: 'pier-inner', template: '<slot></slot>' })
       export class Pier {
         @Input() deck = 'north'; @Input({ alias: 'tideMark', transform: numberAttribute }) lowTide = 3;
         @Output() picked = new EventEmitter<{ id: number }>(); @Output('closed') shut = new EventEmitter<void>();
         open = input(false, { transform: booleanAttribute }); rows = model<string[]>([]); seen = 1; look() {} @HostListener('x') y() {} }`,
    ],
    [
      'fields that calls make',
      `import * as frame from 'frame'; import { input, model, output, booleanAttribute, numberAttribute } from 'frame';
       export class Pier { deck = input.required<string>(); lowTide = input(3, { alias: 'tideMark', transform: numberAttribute });
         open = input(false, { transform: booleanAttribute }); picked = output<{ id: number }>(); shut = output({ alias: 'closed' }); rows = model<string[]>([]); }`,
    ],
    [
      'the table of a compiler',
      `import { booleanAttribute, define, numberAttribute } from 'frame';
       export class Pier { constructor() { this.deck = 'north'; } static made = define({ type: Pier, selectors: [['pier-inner']],
         inputs: { deck: 'deck', lowTide: [2, 'tideMark', 'lowTide', numberAttribute], open: [1, 'open', 'open', booleanAttribute], rows: [1, 'rows'] },
         outputs: { picked: 'picked', shut: 'closed', rows: 'rowsChange' } }); }`,
    ],
  ])('%s', (_, source) => {
    const [found] = surveyed({ 'a.ts': `${source}\n${give}` }).contract.components.map(told);
    expect(found?.split(' | ').map((part) => part.split(' ').sort())).toEqual(
      expected.split(' | ').map((part) => part.split(' ').sort()),
    );
  });

  test.each([
    [
      'decorated',
      '@Component({ encapsulation: Kinds.ShadowDom }) export class Pier { deck = input(1); }',
      'open',
    ],
    [
      'decorated otherwise',
      '@Component({ encapsulation: Kinds.None }) export class Pier { deck = input(1); }',
      'none',
    ],
    [
      'compiled',
      "export class Pier { static made = define({ inputs: { deck: 'deck' }, encapsulation: 3 }); }",
      'open',
    ],
    [
      'compiled otherwise',
      "export class Pier { static made = define({ inputs: { deck: 'deck' }, encapsulation: 2 }); }",
      'none',
    ],
  ])('the root that a component asks for, %s', (_, source, root) => {
    const [component] = surveyed({
      'a.ts': `import { Component, Kinds, input } from 'frame'; ${source} ${give}`,
    }).contract.components;
    expect(component).toMatchObject({ root, exportName: null, properties: [{ name: 'deck' }] });
  });

  /** What makes the elements, where it is at hand: in a bundle, or in the framework's package. */
  const maker = `class Passing extends HTMLElement { subscription = null; }
    function make(component, config) {
      const inputs = config.injector.get(component).inputs;
      class Made extends Passing { static observedAttributes = Object.keys(inputs); injector; constructor() { super(); this.injector = config.injector; } }
      inputs.forEach(({ name }) => Object.defineProperty(Made.prototype, name, { get() { return this.values[name]; } }));
      return Made;
    }`;

  test.each([
    [
      'decorated',
      `@Component({ selector: 'pier-inner' }) class Pier { @Input() deck = 1; @Output() picked = 1; }`,
    ],
    [
      'compiled',
      `const Pier = (() => { class e { static { this.ɵcmp = define({ type: e, inputs: { deck: 'deck' }, outputs: { picked: 'picked' } }); } } return e; })();`,
    ],
    [
      'compiled for engines with private members, but no blocks',
      `const Pier = (() => { class e { static #_ = this.ɵfac = () => new e(); static #t = this.ɵcmp = define({ type: e, inputs: { deck: 'deck' }, outputs: { picked: 'picked' } }); } return e; })();`,
    ],
    [
      'compiled for engines without blocks',
      `class Pier {} Pier.ɵcmp = define({ type: Pier, inputs: { deck: 'deck' }, outputs: { picked: 'picked' } });`,
    ],
  ])('are found through the function that makes them: %s', (_, source) => {
    const define = `customElements.define('pier-a', make(Pier, { injector: 1 }));
      @Component({ selector: 'quay-inner' }) class Quay { tide = 1; service; }
      customElements.define('pier-b', make(Quay, { injector: 1 }));`;
    const imports = `import { Component, Input, Output, define } from 'frame';`;
    for (const files of [
      { 'a.ts': `${imports} ${maker} ${source} ${define}` },
      {
        'a.ts': `${imports} import { make } from './make.js'; ${source} ${define}`,
        'make.ts': `${maker} export { make };`,
      },
    ]) {
      const found = surveyed(files as Record<string, string>).contract.components.map(told);
      expect(found).toEqual([
        'pier-a | on-import | none | deck@deck:string |  | picked |  | ',
        'pier-b | on-import | none |  |  |  |  | ',
      ]);
    }
  });

  test('a mixin that is applied to one is a mixin', () => {
    const source = `import { Component, Input } from 'frame'; @Component({ selector: 'pier-inner' }) class Pier extends HTMLElement { @Input() deck = 1; }
      const deep = (Base) => class extends Base { get depth() { return 1; } };
      customElements.define('pier-a', deep(Pier));`;
    const [found] = surveyed({ 'a.ts': source }).contract.components;
    expect(found?.properties.map((one) => one.name).sort()).toEqual(['deck', 'depth']);
  });

  test('types, details of events and the root', () => {
    const source = `import { Component, Output, input, EventEmitter, ViewEncapsulation } from 'frame';
      @Component({ selector: 'pier-inner', encapsulation: ViewEncapsulation.ShadowDom, template: '' })
      export class Pier { /** How wide. */ wide = input(2); name = input<string>(); mapURL = input<string>(); @Output() picked = new EventEmitter<{ id: number }>(); } ${give}`;
    const [component] = surveyed({ 'a.ts': source }).contract.components;
    expect(component).toMatchObject({
      root: 'open',
      className: 'Pier',
      properties: [
        { name: 'wide', type: { text: 'number' }, description: 'How wide.' },
        { name: 'name', type: { text: 'string' } },
        { name: 'mapURL', attribute: { name: 'map-u-r-l' } },
      ],
      events: [{ name: 'picked', detail: { text: '{ id: number }' }, bubbles: false, composed: false }],
    });
  });
});

test.each(['constructor', 'toString', '__proto__', 'hasOwnProperty'])(
  '%s is no type, and reads no attribute',
  (name) => {
    const named = `customElements.define('pier-a', make(view, { props: { deck: '${name}' } }));`;
    const read = `import { make } from 'frame'; class Pier { deck = input(1, { transform: ${name} }); } customElements.define('pier-a', make(Pier, {}));`;
    const typed = `class Pier extends HTMLElement { static properties = { deck: { type: ${name} } }; } customElements.define('pier-a', Pier);`;
    const readers = [named, read, typed].flatMap((source) =>
      surveyed({ 'a.js': source }).contract.components.flatMap((one) =>
        one.properties.map((item) => item.attribute?.reads),
      ),
    );
    expect(readers).toEqual(['string', 'custom', 'custom']);
  },
);
