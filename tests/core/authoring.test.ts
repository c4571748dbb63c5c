/** Ways of authoring an element: one row a way, with what it offers. */
import { describe, expect, test } from 'vitest';
import { attributesOf } from '../../dist/core/contract/types.js';
import { componentIn, surveyed } from '../support/memory.js';

type Row = [way: string, source: string, offers: string, others?: Record<string, string>];

/** `tag: properties | attributes | events`, a component a line. */
function offered(source: string, others: Record<string, string> = {}, file = 'a.ts'): string {
  return surveyed({ [file]: source, ...others })
    .contract.components.map((one) => {
      const names = (list: readonly { name: string }[]) =>
        list
          .map((item) => item.name)
          .sort()
          .join(' ');
      const registers = one.registers === 'on-import' ? '' : ` (${one.registers})`;
      return `${one.tag}${registers}: ${names(one.properties)} | ${names(attributesOf(one))} | ${names(one.events)}`;
    })
    .join('\n');
}

function rows(title: string, list: Row[]): void {
  describe(title, () => {
    test.each(list)('%s', (_, source, offers, others) => {
      expect(offered(source, others)).toBe(offers);
    });
  });
}

const PIER = 'class Pier extends HTMLElement {}';

rows('registering', [
  ['a constant tag', `const T = 'pier-a'; ${PIER} customElements.define(T, Pier);`, 'pier-a:  |  | '],
  [
    'a class with an interface of its name behind it',
    `export class Pier extends HTMLElement { level = 1; } export interface Pier extends Mixed {} interface Mixed { deck: string }
    customElements.define('pier-a', Pier);`,
    'pier-a: level |  | ',
  ],
  [
    'listeners that are kept in a list are no decorators, and a parameter is no class of its name',
    `const KEY = Symbol('k'); ${PIER} customElements.define('pier-a', Pier); class k {}
    class Tool { constructor(view, k) { own([view.on('pier-pick', () => 1), view.on('pier-drop', this.drop)], KEY); this.registerIncoming('pier-tap', k, () => 1); } }`,
    'pier-a:  |  | ',
  ],
  [
    'tests for names, names of events and modules of loaders are no tags',
    `${PIER} customElements.define('pier-a', Pier); const isPier = named('pier-b'); export const f = (one) => isPier(one);
    if (typeof define === 'function' && define.amd) define('big-pier', [], function () { return f; });
    class Props { listen() { var prop = 'pier-props'; var all = ['change:'.concat(prop), this.listen]; this.off.apply(this, all); } }`,
    'pier-a:  |  | ',
  ],
  [
    'a worker registers nothing',
    `${PIER} customElements.define('pier-a', Pier);`,
    'pier-a:  |  | ',
    { 'chart.worker-1f3a.js': `${PIER} customElements.define('pier-b', Pier);` },
  ],
  [
    'an anonymous class',
    `customElements.define('pier-a', class extends HTMLElement { pick() { this.dispatchEvent(new Event('pick')) } });`,
    'pier-a:  |  | pick',
  ],
  [
    'two tags',
    `${PIER} customElements.define('pier-a', Pier); customElements.define('pier-b', class extends Pier {});`,
    'pier-a:  |  | \npier-b:  |  | ',
  ],
  [
    'a customised built-in',
    `class Go extends HTMLButtonElement { static observedAttributes = ['where'] } customElements.define('pier-go', Go, { extends: 'button' });`,
    'pier-go:  | where | ',
  ],
  [
    'window.customElements behind a check',
    `${PIER} if (!window.customElements.get('pier-a')) window.customElements.define('pier-a', Pier);`,
    'pier-a:  |  | ',
  ],
  [
    'a loop over pairs',
    `${PIER} class Quay extends HTMLElement { set depth(v) {} } for (const [tag, one] of [['pier-a', Pier], ['pier-q', Quay]]) customElements.define(tag, one);`,
    'pier-a:  |  | \npier-q: depth |  | ',
  ],
  [
    'a loop over an object',
    `${PIER} class Quay extends HTMLElement {} const ALL = { 'pier-a': Pier, 'pier-q': Quay }; Object.entries(ALL).forEach(([tag, one]) => customElements.define(tag, one));`,
    'pier-a:  |  | \npier-q:  |  | ',
  ],
  [
    'a loop over classes that know their tag',
    `class Pier extends HTMLElement { static tag = 'pier-a' } class Quay extends HTMLElement { static tag = 'pier-q' } [Pier, Quay].forEach((one) => customElements.define(one.tag, one));`,
    'pier-a:  |  | \npier-q:  |  | ',
  ],
  [
    'a helper in another module',
    `import { register } from './register.js'; ${PIER} register('a', Pier);`,
    'pier-a:  |  | ',
    {
      'register.ts':
        "const PREFIX = 'pier'; export const register = (name: string, one: CustomElementConstructor) => { const tag = `${PREFIX}-${name}`; if (!customElements.get(tag)) customElements.define(tag, one); };",
    },
  ],
  [
    'a helper that asks an object for the prefix, called in functions that call one another',
    `import { register } from './register.js'; ${PIER} const registerPier = () => { register('a', Pier); };
      class Quay extends HTMLElement {} const registerQuay = () => { registerPier(); register('q', Quay); }; registerQuay();`,
    'pier-a:  |  | \npier-q:  |  | ',
    {
      'register.ts':
        "class Names { mark = ''; get prefix() { return this.mark ? `pier-${this.mark}` : 'pier'; } set(mark) { this.mark = mark; } } const names = new Names(); const tagOf = (name) => `${names.prefix}-${name}`; export const register = (name, made) => { const tag = tagOf(name); if (!customElements.get(tag)) customElements.define(tag, made); };",
    },
  ],
  [
    'a static method of its own',
    `class Pier extends HTMLElement { static define(tag = 'pier-a', registry = customElements) { registry.define(tag, this); return this; } } Pier.define();`,
    'pier-a:  |  | ',
  ],
  [
    'a static method of a base class',
    `class Base extends HTMLElement { static is = ''; static register() { customElements.define(this.is, this); } } class Pier extends Base { static is = 'pier-a' } Pier.register();`,
    'pier-a:  |  | ',
  ],
  [
    'a static method whose parameters may be left out',
    `class Base extends HTMLElement { static define(name, made, options) { if (name == null) name = this.baseName; if (made == null) { made = this; } if (this.elementRegistry.get(name)) return; this.elementRegistry.define(name, wrapped(made), options); } } Base.elementRegistry = window.customElements; function wrapped(made) { return class extends made {}; } class Pier extends Base { set deck(v) {} } Pier.baseName = 'pier-a'; class Quay extends Base {} Pier.define(); Quay.define('pier-q');`,
    'pier-a: deck |  | \npier-q:  |  | ',
  ],
  [
    'a static method whose parameters stand for the class when left out',
    `import { Base } from './base.js'; class Pier extends Base { set deck(v) {} } Pier.define('pier-a');`,
    'pier-a: deck |  | ',
    {
      'base.ts':
        'const registry = customElements; export class Base extends HTMLElement { static define(name, made = this, options = {}) { if (!registry.get(name)) registry.define(name, made, options); } }',
    },
  ],
  [
    'a helper that reads the tag off the class',
    `import { defineElement } from './define.js'; class Pier extends HTMLElement { static get is() { return 'pier-a' } } defineElement(Pier);`,
    'pier-a:  |  | ',
    { 'define.ts': 'export function defineElement(one) { customElements.define(one.is, one); }' },
  ],
  [
    'a helper out of reach',
    `import { defineElement } from 'kit'; ${PIER} defineElement('pier-a', Pier);`,
    'pier-a:  |  | ',
  ],
  [
    'by a call of the host',
    `${PIER} export function setUp() { customElements.define('pier-a', Pier); }`,
    'pier-a (by-call):  |  | ',
  ],
  [
    'a class decorator with an object',
    `import { component } from 'kit'; @component({ tag: 'pier-a', shadow: true }) class Pier extends HTMLElement {}`,
    'pier-a:  |  | ',
  ],
  [
    'a static block',
    `class Pier extends HTMLElement { static { customElements.define('pier-a', this); } }`,
    'pier-a:  |  | ',
  ],
]);

rows('exported for the host to register', [
  [
    'by a static tag',
    `export class Pier extends HTMLElement { static tag = 'pier-a'; set deck(v) {} }`,
    'pier-a (never): deck |  | ',
  ],
  [
    'by a doc comment',
    `/** @element pier-a */ export class Pier extends HTMLElement {}`,
    'pier-a (never):  |  | ',
  ],
  [
    'by the tag name map',
    `export class Pier extends HTMLElement {} declare global { interface HTMLElementTagNameMap { 'pier-a': Pier } }`,
    'pier-a (never):  |  | ',
  ],
  ['a base class without a tag', `export class Base extends HTMLElement {}`, ''],
]);

rows('class chains', [
  [
    'mixins of mixins',
    `const A = (S) => class extends S { set one(v) {} }; const B = (S) => class extends A(S) { static get observedAttributes() { return [...(super.observedAttributes ?? []), 'two'] } }; customElements.define('pier-a', class extends B(HTMLElement) {});`,
    'pier-a: one | two | ',
  ],
  [
    'a mixin behind a helper',
    `const once = (mixin) => (S) => { const made = mixin(S); return made; }; const Impl = (S) => class extends S { set one(v) {} }; const A = once(Impl); customElements.define('pier-a', class extends A(HTMLElement) {});`,
    'pier-a: one |  | ',
  ],
  [
    'a mixin with options',
    `const A = (options) => (S) => class extends S { static observedAttributes = [options.name] }; customElements.define('pier-a', class extends A({ name: 'deck' })(HTMLElement) {});`,
    'pier-a:  | deck | ',
  ],
  [
    'mixins put together by a helper out of reach',
    `import { mix } from 'kit'; const A = (S) => class extends S { set one(v) {} }; const B = (S) => class extends S { set two(v) {} }; customElements.define('pier-a', class extends mix(HTMLElement).with(A, B) {});`,
    'pier-a: one two |  | ',
  ],
  [
    'members copied from other classes',
    `class Aria { set label(v) {} } function apply(derived, ...bases) { for (const base of bases) for (const name of Object.getOwnPropertyNames(base.prototype)) Object.defineProperty(derived.prototype, name, Object.getOwnPropertyDescriptor(base.prototype, name)); } class Pier extends HTMLElement {} apply(Pier, Aria); customElements.define('pier-a', Pier);`,
    'pier-a: label |  | ',
  ],
  [
    'a list that takes the place of the one above',
    `class Base extends HTMLElement { static observedAttributes = ['old', 'kept'] } customElements.define('pier-a', class extends Base { static observedAttributes = ['kept'] });`,
    'pier-a:  | kept | ',
  ],
  [
    'a class that extends itself',
    `class A extends B {} class B extends A {} customElements.define('pier-a', A);`,
    'pier-a:  |  | ',
  ],
]);

rows('members given from outside', [
  [
    'Object.defineProperty in a loop',
    `class Pier extends HTMLElement {} for (const name of ['one', 'two']) Object.defineProperty(Pier.prototype, name, { get() { return 1 }, set(v) {} }); customElements.define('pier-a', Pier);`,
    'pier-a: one two |  | ',
  ],
  [
    'a static field assigned later',
    `class Pier extends HTMLElement {} Pier.observedAttributes = ['one']; customElements.define('pier-a', Pier);`,
    'pier-a:  | one | ',
  ],
  [
    "the base class's own call, in a function",
    `import { Base } from 'kit'; function set(one) { for (const p of ['ariaOne']) one.createProperty(p, { attribute: p.replace(/[A-Z]/g, (c) => '-' + c.toLowerCase()) }); } class Pier extends Base {} set(Pier); customElements.define('pier-a', Pier);`,
    'pier-a: ariaOne | aria-one | ',
  ],
  [
    'names of an enum',
    `enum Name { Deck = 'deck', Berth = 'berth' } class Pier extends HTMLElement { static get observedAttributes() { return Object.values(Name); } } customElements.define('pier-a', Pier);`,
    'pier-a:  | berth deck | ',
  ],
  [
    'a list filled in statements',
    `const MORE = ['b']; class Pier extends HTMLElement { static get observedAttributes() { const list = ['a']; for (const one of MORE) list.push('x-' + one); return list; } } customElements.define('pier-a', Pier);`,
    'pier-a:  | a x-b | ',
  ],
]);

rows('tables and decorators', [
  [
    'a table of options in kebab case',
    `import { Base } from 'kit'; class Pier extends Base { static get properties() { return { highMark: { type: Number, notify: true, reflectToAttribute: true }, total: { type: Number, readOnly: true }, _own: String } } } customElements.define('pier-a', Pier);`,
    'pier-a: highMark total | high-mark total | high-mark-changed',
  ],
  [
    'a table with a spread',
    `import { Base } from 'kit'; const SHARED = { deck: { type: String } }; class Pier extends Base { static properties = { ...SHARED, berth: { attribute: false }, open: { state: true } } } customElements.define('pier-a', Pier);`,
    'pier-a: berth deck | deck | ',
  ],
  [
    'a decorator of the project around another',
    `import { element, property } from 'kit'; import { flag } from './flag.js'; import { Base } from 'kit'; @element('pier-a') class Pier extends Base { @flag() open = false; @flag('is-late') late = false; }`,
    'pier-a: late open | is-late open | ',
    {
      'flag.ts':
        "import { property } from 'kit'; export const flag = (attribute?: string) => property({ type: Boolean, attribute });",
    },
  ],
  [
    'decorators without a call',
    `import { attr, observable, Base } from 'kit'; class Pier extends Base { @attr deck; @attr({ mode: 'boolean' }) open; @observable rows; } Pier.define({ name: 'pier-a', template: 1 });`,
    'pier-a: deck open rows | deck open | ',
  ],
  [
    'an event decorator',
    `import { Component, Prop, Event } from 'kit'; @Component({ tag: 'pier-a' }) class Pier { @Prop() deck: string; @Event({ bubbles: false }) pick: EventEmitter<string>; }`,
    'pier-a: deck | deck | pick',
  ],
]);

const KIT = "import { Base, element, property } from 'kit';";

rows('decorators as other compilers write them', [
  [
    'in variables, around a class in a sequence',
    `${KIT} var _dec, _dec2, _class, _class2, _descriptor; let Pier = (_dec = element('pier-a'), _dec2 = property({ type: Number, attribute: 'max-deck' }), _dec(_class = (_class2 = class Pier extends Base { constructor() { super(...arguments); _initializerDefineProperty(this, 'deck', _descriptor, this); } }, _descriptor = _applyDecoratedDescriptor(_class2.prototype, 'deck', [_dec2], { configurable: true, enumerable: true, writable: true, initializer: function () { return 1; } }), _class2)) || _class);`,
    'pier-a: deck | max-deck | ',
  ],
  [
    'in lists, in a static block',
    `${KIT} let _initProto, _initClass, _init_deck, _Pier; class Pier extends Base { static { [_init_deck, _initProto, _Pier, _initClass] = _applyDecs2305(this, [element('pier-a')], [[property({ type: Number, attribute: 'max-deck' }), 1, 'deck']]).e; } #a = _init_deck(this, 1); get deck() { return this.#a; } set deck(v) { this.#a = v; } } export { _Pier as Pier };`,
    'pier-a: deck | max-deck | ',
  ],
  [
    'under a name of their own',
    `${KIT} export class Pier extends Base { deck = 1; } _ts_decorate([property({ type: Number, attribute: 'max-deck' })], Pier.prototype, 'deck', void 0); Pier = _ts_decorate([element('pier-a')], Pier);`,
    'pier-a: deck | max-deck | ',
  ],
  [
    'given the prototype and a name',
    `${KIT} class Pier extends Base {} property({ type: Number, attribute: 'max-deck' })(Pier.prototype, 'deck'); element('pier-a')(Pier);`,
    'pier-a: deck | max-deck | ',
  ],
]);

test.each<[what: string, before: string, options: string, attributes: string]>([
  [
    'the keys of what it is given',
    'for (const key in options.props) state.list.push(key.toLowerCase());',
    '{ props: { deckName: 1, open: true } }',
    'deckname open',
  ],
  [
    'nothing where there are none',
    'for (const key in options.events) state.list.push(`on${key}`);',
    '{ label: 1 }',
    '',
  ],
  [
    'what it may not add',
    'for (const key in options.events) { if (key in HTMLElement.prototype) continue; state.list.push(`on${key}`); }',
    '{ events: { pick: 1 } }',
    'onpick',
  ],
])('a list that a function fills before it makes the class: %s', (_, before, options, attributes) => {
  const component = componentIn(`const make = (options) => {
      const state = { list: [] };
      ${before}
      return class extends HTMLElement { static observedAttributes = state.list; };
    };
    customElements.define('pier-a', make(${options}));`);
  expect(
    attributesOf(component)
      .map((one) => one.name)
      .join(' '),
  ).toBe(attributes);
});

test('tables that are put together from tables of the class, and of one above it', () => {
  const source = `import { Base } from 'kit'; class Middle extends Base { static get shared() { return { deck: { type: String } } } }
    class Pier extends Middle { static get own() { return { maxRows: { type: Number, attribute: 'max-rows' } } } static get properties() { return { ...this.shared, ...this.own, ...this.gone } } }
    customElements.define('pier-a', Pier);`;
  expect(offered(source)).toBe('pier-a: deck maxRows | deck max-rows | ');
});

test('a compiled decorator that is given a list of what its element needs', () => {
  const source = `import { element } from 'kit'; const NAME = 'pier-a'; let Pier = class Pier extends HTMLElement { set deck(value) {} };
    Pier = __decorate([ element({ name: NAME, needs: [Quay, Berth] }) ], Pier); export { Pier };`;
  expect(offered(source)).toBe('pier-a: deck |  | ');
});

test('a mixin that is applied again above a class takes nothing from the class below', () => {
  const source = `class Base extends HTMLElement { static get observedAttributes() { return this.names } static get names() { return [] } }
    const InWords = (above) => class extends above { static get names() { return [...above.names, 'words'] } set words(value) {} };
    class Pier extends InWords(Base) { static get names() { return [...super.names, 'deck'] } }
    class Bar extends InWords(Pier) { static get names() { return [...super.names, 'rows'] } }
    customElements.define('pier-bar', Bar); customElements.define('pier-x', Pier);`;
  expect(offered(source)).toBe('pier-bar: words | deck rows words | \npier-x: words | deck words | ');
});

test('a function that only keeps what it is given registers nothing, whatever it is called', () => {
  const source = `const effects = {}; const registerEffect = (name, effect) => { if (effects[name] != null) throw new Error(name); effects[name] = effect; };
    registerEffect('fade-in', { setUp() {}, run() {} }); class Pier extends HTMLElement {} customElements.define('pier-a', Pier);`;
  expect(offered(source)).toBe('pier-a:  |  | ');
});

rows('classes that static methods make', [
  [
    'of a class of its own, and of the class they are called on',
    `class Base extends HTMLElement { static wrap(tag) { class Wrapped extends Base {} Wrapped.wraps = tag; return Wrapped } static with(...more) { return class extends this { static observedAttributes = ['late', ...super.observedAttributes] } } static observedAttributes = ['deck'] } class Pier extends Base.wrap('button') { set rows(value) {} } class Quay extends Pier.with(1) {} customElements.define('pier-a', Pier); customElements.define('pier-q', Quay);`,
    'pier-a: rows | deck | \npier-q: rows | deck late | ',
  ],
  [
    'by a method that a class above has',
    `class Base extends HTMLElement { static make() { return class extends this { set deck(value) {} } } } class Middle extends Base { set rows(value) {} } customElements.define('pier-a', class extends Middle.make() {});`,
    'pier-a: deck rows |  | ',
  ],
]);

const READING = `function kebab(text) { return text.replace(/([a-z])([A-Z])/g, '$1-$2').toLowerCase(); }
const asText = (name) => ({ get() { return this.getAttribute(name) }, set(value) { this.setAttribute(name, value) } });
const asFlag = (name) => ({ get() { return this.hasAttribute(name) }, set(value) { this.toggleAttribute(name, value) } });
function asList(name) { return { get() { if (this.hasAttribute(name)) { const text = this.getAttribute(name); return JSON.parse(text); } }, set(value) { this.setAttribute(name, JSON.stringify(value)) } } }
function asNumber(name) { return { get() { return Number(this.getAttribute(name)) }, set(value) { this.setAttribute(name, value) } } }
function accessorFor(key, type) { const name = kebab(key); if (type === Number) return asNumber(name); if (type === Array) return asList(name); return type === Boolean ? asFlag(name) : asText(name); }
function attribute(type) { return (proto, key) => { Object.defineProperty(proto, key, accessorFor(key, type)); }; }`;

test('decorators whose accessors functions make: the attribute, and what it is read as', () => {
  const source = `${READING} class Pier extends HTMLElement { @attribute(String) deckName; @attribute(Boolean) isOpen; @attribute(Number) maxRows; @attribute(Array) berths; }
    customElements.define('pier-a', Pier);`;
  const [pier] = surveyed({ 'a.ts': source }).contract.components;
  expect(pier?.properties.map((one) => [one.name, one.attribute?.name, one.attribute?.reads])).toEqual([
    ['deckName', 'deck-name', 'string'],
    ['isOpen', 'is-open', 'boolean'],
    ['maxRows', 'max-rows', 'number'],
    ['berths', 'berths', 'json'],
  ]);
});

test('decorators that name their accessors, and reach the attribute through functions that know other elements, too', () => {
  const source = `const kebab = (text) => text.replace(/([a-z])([A-Z])/g, '$1-$2').toLowerCase();
    const nameOf = (name, isData) => (isData ? \`data-\${kebab(name)}\` : kebab(name));
    function read(one, name, other = null) { if (Array.isArray(one)) return read(one[0], name); if (!(one = found(one))) return null; const text = one.getAttribute(name); return text === null ? other : text; }
    function write(one, name, value) { one.setAttribute(name, value === true ? '' : value); }
    const attr = (config = {}) => (target, key) => {
      const name = nameOf(config.name || key, !!config.isData);
      function get() { const text = read(this, name); if (text === null && 'defaultValue' in config) return startOf(config.defaultValue, this); return text; }
      function set(value) { write(this, name, value); }
      Object.defineProperty(target, key, config.readonly ? { get } : { get, set });
    };
    class Base extends HTMLElement { @attr({ defaultValue: 'x' }) deckName; @attr({ name: 'ebb' }) low; @attr({ isData: true }) berth; }
    class Pier extends Base { static observedAttributes = ['tide']; @attr() tide; }
    customElements.define('pier-a', Pier);`;
  const [pier] = surveyed({ 'a.ts': source }).contract.components;
  expect(pier?.properties.map((one) => [one.name, one.attribute?.name, one.attribute?.reads])).toEqual([
    ['deckName', 'deck-name', 'string'],
    ['low', 'ebb', 'string'],
    ['berth', 'data-berth', 'string'],
    ['tide', 'tide', 'string'],
  ]);
});

test('decorators that are told among their options what to make of the text', () => {
  const source = `const asText = (text) => String(text !== null && text !== void 0 ? text : '');
    export const asFlag = (text) => text !== null && text !== 'false' && text !== '0';
    function asNumber(text, otherwise) { if (text === 0) return 0; const value = +(text || NaN); return isNaN(value) ? otherwise : value; }
    const asRatio = (text) => { const [wide, high] = text.split(':'); return wide / high; };
    const attr = (config = {}) => (target, key) => {
      function get() { const text = this.getAttribute(key); return (config.parse || asText)(text); }
      function set(value) { this.setAttribute(key, value); }
      Object.defineProperty(target, key, { get, set });
    };
    class Pier extends HTMLElement { @attr() deck; @attr({ parse: asFlag }) open; @attr({ parse: asNumber }) rows; @attr({ parse: asRatio }) plan; @attr({ parse: parseInt }) cols; }
    customElements.define('pier-a', Pier);`;
  const [pier] = surveyed({ 'a.ts': source }).contract.components;
  const told = pier?.properties.map(({ name, type, attribute }) => [
    name,
    type.text,
    attribute?.reads,
    attribute?.falseTexts?.[0],
  ]);
  expect(told).toEqual([
    ['deck', 'string', 'string', undefined],
    ['open', 'boolean', 'boolean', 'false'],
    ['rows', 'number', 'number', undefined],
    ['plan', 'unknown', 'custom', undefined],
    ['cols', 'number', 'number', undefined],
  ]);
});

rows('functions that add to the class they are given', [
  [
    'above the class, whatever is asked before, and above other mixins',
    `function Timed(Given) { if (!Given?.prototype) return Given; const before = find(Given);
      if (!before || before.isPlain) { Object.defineProperty(Given.prototype, 'hours', { get() { return 1 }, set(value) {} }); }
      return Given; }
    const Named = (Above) => class extends Above { static observedAttributes = ['deck']; };
    class Pier extends Named(Timed(HTMLElement)) { set rows(value) {} } customElements.define('pier-a', Pier);`,
    'pier-a: hours rows | deck | ',
  ],
  [
    'where the class is registered',
    `function Timed(Given) { Object.defineProperty(Given.prototype, 'hours', { set(value) {} }); return Given; }
    class Pier extends HTMLElement { set rows(value) {} } customElements.define('pier-a', Timed(Pier));`,
    'pier-a: hours rows |  | ',
  ],
]);

test('what is named after the tag is so for each component of a class', () => {
  const source = `class Base extends HTMLElement { go() { this.dispatchEvent(new Event(this.tagName.toLowerCase() + '-go')) } }
    customElements.define('pier-a', class extends Base {}); customElements.define('pier-b', class extends Base {});`;
  expect(offered(source)).toBe('pier-a:  |  | pier-a-go\npier-b:  |  | pier-b-go');
});

rows('component compilers', [
  [
    'a member table passed to a proxy',
    `const Pier = proxy(class extends HTMLElement { constructor() { super(); this.pick = makeEvent(this, 'pierPick', 7); } }, [1, 'pier-a', { deck: [513], maxRows: [2, 'max-rows'], rows: [16], open: [32], show: [64] }, [], undefined, { deck: ['x'], 'aria-label': ['y'] }]); export function define() { customElements.define('pier-a', Pier); }`,
    'pier-a (by-call): deck maxRows rows | aria-label deck max-rows | pierPick',
  ],
  [
    'a list of tags, each with its own case',
    `const Pier = class extends HTMLElement { set deck(v) {} }; const other = () => 1; export function define() { ['pier-a', 'pier-b'].forEach((tag) => { switch (tag) { case 'pier-a': customElements.define(tag, Pier); break; case 'pier-b': other(); break; } }); }`,
    'pier-a (by-call): deck |  | ',
  ],
  [
    'a table of elements loaded when needed',
    `start([['chunk', [[1, 'pier-a', { deck: [1], show: [64] }]]]]);`,
    'pier-a: deck | deck | ',
  ],
  [
    'a table of an element that listens, and has no members',
    `start([['chunk', [[1, 'pier-a', null, [[0, 'click', 'onClick']]], [1, 'pier-b', void 0, []], [1, 'pier-c', undefined, []]]]]);`,
    'pier-a:  |  | \npier-b:  |  | \npier-c:  |  | ',
  ],
  [
    'a table whose names mostly begin with an underscore, as their author writes what is offered',
    `start([['chunk', [[1, 'pier-a', { _deck: [1], _maxRows: [2, '_max-rows'], rows: [16], state: [32] }], [1, 'pier-b', { _deck: [1], rows: [2] }]]]]);`,
    'pier-a: _deck _maxRows rows | _deck _max-rows | \npier-b: rows | rows | ',
  ],
  [
    'a table of elements loaded when somebody asks for it',
    `export const load = (options) => start([['chunk', [[1, 'pier-a', { deck: [1], show: [64] }]]]], options);`,
    'pier-a (by-call): deck | deck | ',
  ],
  [
    'static descriptions',
    `class Pier { static get is() { return 'pier-a' } static get properties() { return { maxRows: { type: 'number', attribute: 'max-rows', reflect: true } } } static get events() { return [{ method: 'pick', name: 'pierPick', bubbles: true, cancelable: false, composed: true }] } } customElements.define(Pier.is, Pier);`,
    'pier-a: maxRows | max-rows | pierPick',
  ],
  [
    'a component wrapped with a table',
    `import { wrap } from 'kit'; import View from './view.js'; customElements.define('pier-a', wrap(View, { deck: { attribute: 'deck', type: 'String' }, rows: {} }, ['legend'], [], true));`,
    'pier-a: deck rows | deck rows | ',
  ],
]);

rows('elements without a class', [
  [
    'a constructor function whose members a minifier put into a condition',
    `function give(view, tag, names) { function Dial() { const self = Reflect.construct(HTMLElement, [], Dial); return self } if ((Dial.prototype = Object.create(HTMLElement.prototype)).constructor = Dial, names = names || view.observedAttributes || [], Dial.observedAttributes = names, names.forEach((one) => { Object.defineProperty(Dial.prototype, one, { get() { return 1 }, set(value) {} }) }), !customElements.get(tag)) return customElements.define(tag, Dial) } const shared = ['deck']; give(() => 1, 'pier-a', [...shared, 'low']);`,
    'pier-a: deck low | deck low | ',
  ],
  [
    'a class above that a function out of reach makes of a list',
    `import { component } from 'kit'; customElements.define('pier-a', class extends component(() => 1, { observedAttributes: ['deck', 'max-rows'], props: { not: 1 } }) {});`,
    'pier-a:  | deck max-rows | ',
  ],
  [
    'a description with a property table',
    `import { make } from 'kit'; const shared = { properties: { late: Boolean } }; make({ is: 'pier-a', behaviors: [shared], properties: { highMark: { type: Number, notify: true } }, show() { this.fire('pier-show', { at: 1 }); } });`,
    'pier-a: highMark late | high-mark late | high-mark-changed pier-show',
  ],
  [
    'a description with plain members',
    `import { define } from 'kit'; export default define({ tag: 'pier-a', deck: '', highMark: 3, total: { value: 0, reflect: true }, sum: (host) => host.total + 1, render: () => 1 });`,
    'pier-a: deck highMark sum total | deck high-mark total | ',
  ],
  [
    'options with props and emits',
    `import { defineCustom } from 'kit'; customElements.define('pier-a', defineCustom({ props: { highMark: Number, rows: { type: Array } }, emits: ['pick', 'update:rows'], setup() {} }));`,
    'pier-a: highMark rows | high-mark rows | pick',
  ],
  [
    'a function with a table beside it',
    `import { component } from 'kit'; function view({ deck }) { return deck; } view.props = { deck: String, maxRows: { type: Number, reflect: true } }; customElements.define('pier-a', component(view));`,
    'pier-a: deck maxRows | deck max-rows | ',
  ],
  [
    'a tag, defaults and a view',
    `import { customElement } from 'kit'; customElement('pier-a', { props: { deck: '' } }, (p) => p.deck);`,
    'pier-a: deck | deck | ',
  ],
]);
