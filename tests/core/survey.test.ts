/** Ways of authoring, one row each: what the contract must say of a small source. */
import { describe, expect, test } from 'vitest';
import { attributesOf } from '../../dist/core/contract/types.js';
import { importsIn } from '../../dist/core/survey/modules/imports.js';
import { componentIn, surveyed } from '../support/memory.js';

const LIB = {
  'lib/lit': `export class LitElement extends HTMLElement { renderRoot = null; updateComplete = 1; firstUpdated() {} refreshAll() {} createRenderRoot() { return this.attachShadow({ mode: 'open' }); } }
    export const html = String.raw, css = String.raw; export const property = (x) => x, customElement = (x) => x, state = (x) => x, query = (x) => x;`,
};

/** Properties as one line each: name, type, attribute with reader. */
function properties(source: string, others = {}): string[] {
  return componentIn(source, others).properties.map((one) => {
    const attribute = one.attribute
      ? ` @${one.attribute.name}/${one.attribute.reads}${one.attribute.reflects ? '/reflects' : ''}`
      : '';
    return `${one.name}: ${one.type.text}${one.readonly ? ' readonly' : ''}${attribute}`;
  });
}

const define = (name = 'X') => `customElements.define('pier-sign', ${name});`;

describe('properties and attributes', () => {
  test.each<[string, string, string[]]>([
    [
      'fields',
      `class X extends HTMLElement { level = 3; name: string | null = null; #hidden = 1; _own = 2; private old = 1; static s = 1 } ${define()}`,
      ['level: number', 'name: string | null'],
    ],
    [
      'accessors',
      `class X extends HTMLElement { get level(): number { return 1 } set level(v) {} get form(): string { return '' } } ${define()}`,
      ['level: number', 'form: string readonly'],
    ],
    [
      'constructor fields',
      `class X extends HTMLElement { constructor() { super(); /** @type {string[]} */ this.list = []; this._x = 1; } } ${define()}`,
      ['list: string[]'],
    ],
    [
      'attributes read in getters',
      `class X extends HTMLElement { static observedAttributes = ['open', 'max-rows']; get open() { return this.hasAttribute('open') } set open(v) { this.toggleAttribute('open', v) } get maxRows() { return Number(this.getAttribute('max-rows')) } set maxRows(v) {} } ${define()}`,
      ['open: boolean @open/boolean/reflects', 'maxRows: number @max-rows/number/reflects'],
    ],
    [
      'attributes read in the callback',
      `class X extends HTMLElement { static get observedAttributes() { return ['rows', 'data'] } rows = 1; data = {}; attributeChangedCallback(n, o, v) { switch (n) { case 'rows': this.rows = parseInt(v, 10); break; case 'data': this.data = JSON.parse(v) } } } ${define()}`,
      ['rows: number @rows/number', 'data: object @data/json'],
    ],
    [
      'decorated source',
      `import { LitElement, property, customElement, state } from 'lit'; @customElement('pier-sign') class X extends LitElement { @property({ type: Number, attribute: 'row-count', reflect: true }) rowCount = 1; @property() word?: string; @property({ attribute: false }) list: string[] = []; @property({ type: Boolean }) accessor open = false; @state() private seen = 1; @state() inner = 2 }`,
      [
        'rowCount: number @row-count/number/reflects',
        'word: string @word/string',
        'list: string[]',
        'open: boolean @open/boolean',
      ],
    ],
    [
      'decorated and compiled',
      `import { __decorate as d } from 'tslib'; import { LitElement, property, customElement, state } from 'lit'; let X = class X extends LitElement { constructor() { super(); this.rowCount = 1; this.inner = 2; } }; d([property({ type: Number })], X.prototype, "rowCount", void 0); d([state()], X.prototype, "inner", void 0); X = d([customElement('pier-sign')], X);`,
      ['rowCount: number @rowcount/number'],
    ],
    [
      'table as field',
      `import { LitElement } from 'lit'; class X extends LitElement { static properties = { list: { type: Array }, open: Boolean, inner: { state: true }, word: { converter: {} } }; } ${define()}`,
      ['list: unknown[] @list/json', 'open: boolean @open/boolean', 'word: unknown @word/custom'],
    ],
    [
      'table assigned',
      `import { LitElement } from 'lit'; class X extends LitElement {} X.properties = { open: { type: Boolean, reflect: true } }; ${define()}`,
      ['open: boolean @open/boolean/reflects'],
    ],
    [
      'base class',
      `class Base extends HTMLElement { level = 1 } class X extends Base { rows = 2 } ${define()}`,
      ['level: number', 'rows: number'],
    ],
    [
      'mixins',
      `const Sized = (base) => class extends base { static observedAttributes = ['size']; size = 's' }; function Named(B) { class N extends B { static get observedAttributes() { return [...super.observedAttributes, 'word'] } word = '' } return N; } class X extends Named(Sized(HTMLElement)) {} ${define()}`,
      ['size: string @size/string', 'word: string @word/string'],
    ],
    [
      'observed by constants',
      `const A = { open: 'open' } as const; class X extends HTMLElement { static observedAttributes = Object.values(A); get open(): boolean { return this.hasAttribute(A.open) } set open(v) {} } ${define()}`,
      ['open: boolean @open/boolean/reflects'],
    ],
    [
      'documented as internal',
      `class X extends HTMLElement { /** @internal */ a = 1; /** @protected */ b = 2; /** Shown. */ c = 3 } ${define()}`,
      ['c: number'],
    ],
  ])('%s', (_, source, expected) => {
    expect(properties(source, LIB)).toEqual(expected);
  });

  describe('a base class of another package', () => {
    const below = (attribute: boolean, registering = '') =>
      componentIn(`import { Base } from 'base'; class X extends Base { helper() {} own() {} } ${define()}`, {
        'lib/base': `export class Base extends HTMLElement {
            static properties = { ready: { type: Boolean, attribute: ${attribute} } };
            plumbing = 1;
            helper() { this.dispatchEvent(new Event('helped')); }
            more() { this.dispatchEvent(new Event('done')); }
          } ${registering}`,
      });
    const offer = ({ properties, methods, events }: ReturnType<typeof below>) => ({
      properties: properties.map((one) => `${one.name} from ${one.inheritedFrom}`),
      methods: methods.map((one) => one.name),
      events: events.map((one) => one.name),
    });

    test('keeps its members to itself where it has no attributes: what it declares is for users', () => {
      expect(offer(below(false))).toEqual({ properties: ['ready from Base'], methods: ['own'], events: [] });
    });

    test('is an element in its own right where it has: all that it offers, the element below offers', () => {
      expect(offer(below(true))).toEqual({
        properties: ['plumbing from Base', 'ready from Base'],
        methods: ['helper', 'more', 'own'],
        events: ['done'],
      });
    });

    test('or where its own package gives it a tag', () => {
      const registered = offer(below(false, "customElements.define('far-base', Base);"));
      expect(registered).toEqual(offer(below(true)));
      const beside = "class Other extends HTMLElement {} customElements.define('far-other', Other);";
      expect(offer(below(false, beside))).toEqual(offer(below(false)));
    });
  });

  test('what a constructor sets of all elements is none of its own, unless it says more', () => {
    const { properties } = componentIn(
      `class X extends HTMLElement { constructor() { super(); this.tabIndex = 0; this.mark = 1; /** Its name. */ this.title = 'x'; } } ${define()}`,
    );
    expect(properties.map((one) => one.name)).toEqual(['mark', 'title']);
  });

  test('an attribute of a property that is not for users drives the one of its own name', () => {
    const { properties, attributes } = componentIn(
      `class X extends HTMLElement { static properties = { initialDeck: { attribute: 'deck' }, mark: { attribute: false }, _mark: { attribute: 'mark', type: Boolean }, _free: { attribute: 'free' } };
        /** @internal */ initialDeck = ''; get deck() { return this.initialDeck; } set deck(value) {} } ${define()}`,
    );
    expect(properties.map((one) => [one.name, one.attribute?.name, one.attribute?.reads])).toEqual([
      ['deck', 'deck', 'string'],
      ['mark', 'mark', 'boolean'],
    ]);
    expect(attributes.map((one) => one.name)).toEqual(['free']);
  });

  test('an accessor keeps its attribute whatever a table says of it', () => {
    const { properties, attributes } = componentIn(
      `class X extends HTMLElement { static properties = { level: { attribute: false } };
        get level() { return this.getAttribute('level') ?? ''; }
        set level(value) { this.setAttribute('level', value); } } ${define()}`,
    );
    expect(properties).toMatchObject([
      { name: 'level', attribute: { name: 'level', reads: 'string', reflects: true } },
    ]);
    expect(attributes).toEqual([]);
  });

  test('an attribute without a property stands by itself', () => {
    expect(
      componentIn(`class X extends HTMLElement { static observedAttributes = ['pier'] } ${define()}`)
        .attributes,
    ).toMatchObject([{ name: 'pier', reads: 'string' }]);
  });

  test('type declarations beside a compiled module say what is public, and of which type', () => {
    const js = `export class X extends HTMLElement { constructor() { super(); this.level = null; this.inner = 1; } hide() {} show(to) {} } ${define()}`;
    const dts =
      'export declare class X extends HTMLElement { /** In metres. */ level: number | null; private inner; protected hide(): void; show(to: string): boolean; }';
    const { contract } = surveyed({ 'x.js': js, 'x.d.ts': dts });
    expect(contract.components[0]?.properties).toMatchObject([
      { name: 'level', type: { text: 'number | null' }, description: 'In metres.' },
    ]);
    expect(contract.components[0]?.methods).toMatchObject([
      { name: 'show', text: 'show(to: string): boolean' },
    ]);
  });
});

describe('events', () => {
  const event = (body: string, before = '') =>
    componentIn(
      `${before} class X extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }) } ${body} } ${define()}`,
    ).events;

  test.each<[string, string, object]>([
    [
      'in place',
      "go() { this.dispatchEvent(new CustomEvent('pier-go', { bubbles: true, detail: { at: 'x', n: 1 } })) }",
      {
        name: 'pier-go',
        bubbles: true,
        composed: false,
        origin: 'element',
        detail: { text: '{ at: string; n: number }' },
      },
    ],
    [
      'typed',
      "go() { this.dispatchEvent(new CustomEvent<{ at: Date }>('pier-go')) }",
      { detail: { text: '{ at: Date }' } },
    ],
    [
      'from inside',
      "go() { this.shadowRoot.querySelector('b').dispatchEvent(new Event('pier-go', { bubbles: true })) }",
      { origin: 'inside', eventType: 'Event' },
    ],
    [
      'by a constant',
      "go() { const made = new CustomEvent('pier-go', { composed: true }); this.dispatchEvent(made) }",
      { composed: true },
    ],
    [
      'by an emit method',
      "#emit(name: string, detail: unknown) { this.dispatchEvent(new CustomEvent(name, { detail, bubbles: true })) } go(at: string) { this.#emit('pier-go', { at }) }",
      { name: 'pier-go', bubbles: true, detail: { text: '{ at: string }' } },
    ],
    [
      'in an arrow function',
      "go() { setTimeout(() => this.dispatchEvent(new Event('pier-go'))) }",
      { origin: 'element' },
    ],
  ])('%s', (_, body, expected) => {
    expect(event(body)).toMatchObject([expected]);
  });

  test('by a helper function that is handed the element, and by an event class', () => {
    const helper = 'function emit(el, name) { el.dispatchEvent(new Event(name, { bubbles: true })) }';
    expect(event("go() { emit(this, 'pier-go') }", helper)).toMatchObject([
      { name: 'pier-go', origin: 'element', bubbles: true },
    ]);
    const made = "class Went extends Event { constructor() { super('pier-go', { composed: true }) } }";
    expect(event('go() { this.dispatchEvent(new Went()) }', made)).toMatchObject([
      { name: 'pier-go', eventType: 'Went', composed: true },
    ]);
  });

  test('on the page, not on the element: none of its own', () => {
    expect(
      event("go() { document.dispatchEvent(new Event('pier-go')); window.dispatchEvent(new Event('x-y')) }"),
    ).toEqual([]);
  });

  test('declared but never dispatched, and the other way round, are notes', () => {
    const { notes, events } = componentIn(
      `/** @fires {CustomEvent<number>} pier-come - It came (bubbles, composed). */ class X extends HTMLElement { go() { this.dispatchEvent(new Event('pier-go')) } } ${define()}`,
    );
    expect(events).toMatchObject([
      { name: 'pier-go', declared: false },
      { name: 'pier-come', dispatched: false, bubbles: true, composed: true, detail: { text: 'number' } },
    ]);
    expect(notes.map((note) => note.code).sort()).toEqual(['event-never-dispatched', 'event-not-declared']);
  });

  test('types come from an event map', () => {
    const map = "declare global { interface HTMLElementEventMap { 'pier-go': CustomEvent<'n' | 's'> } }";
    expect(event("go() { this.dispatchEvent(new CustomEvent('pier-go')) }", map)).toMatchObject([
      { declared: true, detail: { schema: { enum: ['n', 's'] } } },
    ]);
  });
});

describe('markup', () => {
  test('slots, parts, custom properties and states from templates, styles and doc comments', () => {
    const component = componentIn(
      `const STYLE = ':host { --_own: 1; color: var(--pier-ink, red); width: var(--_own) } :host(:state(wet)) {}';
      /** @slot footer - Last words. @csspart sign - All of it.
       * @cssprop [--pier-gap=2px] - Room. */
      class X extends HTMLElement { #i = this.attachInternals(); render() { this.#i.states.add('dry'); return \`<style>\${STYLE}</style><slot></slot><slot name="head"></slot><p part="one two"></p><x-y exportparts="in: out"></x-y>\` } } ${define()}`,
    );
    expect(component.slots.map((one) => one.name)).toEqual(['', 'head', 'footer']);
    expect(component.cssParts.map((one) => one.name)).toEqual(['one', 'two', 'out']);
    expect(component.cssProperties.map((one) => one.name)).toEqual(['--pier-ink', '--pier-gap']);
    expect(component.cssStates.map((one) => one.name)).toEqual(['wet', 'dry']);
  });
});

describe('registrations', () => {
  test.each<[string, string, object[]]>([
    [
      'prefix constant',
      "const P = 'pier'; class X extends HTMLElement {} customElements.define(`${P}-sign`, X)",
      [{ tag: 'pier-sign', registers: 'on-import' }],
    ],
    [
      'by a call',
      'class X extends HTMLElement {} export function setUp() { customElements.define("pier-sign", X) }',
      [{ registers: 'by-call' }],
    ],
    [
      'at once in a function',
      'class X extends HTMLElement {} (() => { customElements.define("pier-sign", X) })()',
      [{ registers: 'on-import' }],
    ],
    [
      'anonymous class',
      "customElements.define('pier-sign', class extends HTMLElement {})",
      [{ className: null }],
    ],
    [
      'customised built-in',
      "class X extends HTMLButtonElement {} customElements.define('pier-sign', X, { extends: 'button' })",
      [{ extendsTag: 'button' }],
    ],
    [
      'two tags',
      "class X extends HTMLElement {} customElements.define('pier-sign', X); customElements.define('pier-post', class extends X {})",
      [{ tag: 'pier-post' }, { tag: 'pier-sign' }],
    ],
    [
      'in a static block',
      "class X extends HTMLElement { static { customElements.define('pier-sign', this) } }",
      [{ className: 'X' }],
    ],
    [
      'in a function that is called by its name',
      'class X extends HTMLElement {} const start = () => { inner(); }; function inner() { customElements.define("pier-sign", X) } start();',
      [{ registers: 'on-import' }],
    ],
    [
      'in functions that call each other, one of them from outside',
      "class X extends HTMLElement {} class Y extends HTMLElement {} function one() { customElements.define('pier-one', X); two(); } function two() { customElements.define('pier-two', Y); one(); } two();",
      [{ registers: 'on-import' }, { registers: 'on-import' }],
    ],
    [
      'in functions that call each other, the other of them from outside',
      "class X extends HTMLElement {} class Y extends HTMLElement {} function one() { customElements.define('pier-one', X); two(); } function two() { customElements.define('pier-two', Y); one(); } one();",
      [{ registers: 'on-import' }, { registers: 'on-import' }],
    ],
    [
      'in functions that only call each other',
      "class X extends HTMLElement {} class Y extends HTMLElement {} function one() { customElements.define('pier-one', X); two(); } function two() { customElements.define('pier-two', Y); one(); }",
      [{ registers: 'by-call' }, { registers: 'by-call' }],
    ],
    [
      'in a function that only calls itself',
      'class X extends HTMLElement {} function start() { customElements.define("pier-sign", X); start(); }',
      [{ registers: 'by-call' }],
    ],
    ['no element name', "class X extends HTMLElement {} customElements.define('sign', X)", []],
    [
      "a framework's own selector",
      "import { Component } from 'frame'; @Component({ selector: 'pier-sign' }) class X {}",
      [],
    ],
    [
      'a selector of an element',
      "import { Component } from 'frame'; @Component({ selector: 'pier-sign' }) class X extends HTMLElement {}",
      [{ tag: 'pier-sign' }],
    ],
  ])('%s', (_, source, expected) => {
    expect(surveyed({ 'a.ts': source }).contract.components).toMatchObject(expected);
  });

  test('pairs', () => {
    const source = (members: string) => `class X extends HTMLElement { ${members} } ${define()}`;
    expect(componentIn(source("value = ''; go() { this.dispatchEvent(new Event('change')) }")).pairs).toEqual(
      [{ property: 'value', event: 'change', path: 'target.value' }],
    );
    expect(
      componentIn(
        source(
          "deck = ''; go(deck: string) { this.dispatchEvent(new CustomEvent('deck-changed', { detail: { deck } })) }",
        ),
      ).pairs,
    ).toEqual([{ property: 'deck', event: 'deck-changed', path: 'detail.deck' }]);
    expect(
      componentIn(source("deck = ''; go() { this.dispatchEvent(new CustomEvent('other')) }")).pairs,
    ).toEqual([]);
  });

  test('what is wrong with one file is a finding, and the others are surveyed', () => {
    const { contract, findings } = surveyed({
      'broken.ts': "class { customElements.define('a-b', ",
      'good.ts': `class X extends HTMLElement {} ${define()}`,
      'late.ts': 'class Y extends HTMLElement {} customElements.define(location.hash, Y)',
      'lost.ts': "import { Z } from './gone.js'; customElements.define('pier-lost', Z)",
      'twice.ts': `class W extends HTMLElement {} ${define('W')}`,
    });
    expect(contract.components.map((one) => one.tag)).toEqual(['pier-sign']);
    expect(findings.map((one) => `${one.place.file} ${one.code}`)).toEqual([
      'broken.ts source-syntax',
      'late.ts tag-not-constant',
      'lost.ts class-not-found',
      'twice.ts tag-registered-twice',
    ]);
  });

  test('cyclic imports, cyclic classes and cyclic mixins end', () => {
    const { contract } = surveyed({
      'a.ts':
        "import { B } from './b.js'; export class A extends B { a = 1 } customElements.define('pier-a', A);",
      'b.ts':
        "import { A } from './a.js'; export class B extends A { b = 1 } customElements.define('pier-b', B);",
      'm.ts':
        "const M = (base) => M(class extends base {}); customElements.define('pier-m', class extends M(HTMLElement) {});",
    });
    expect(contract.components.map((one) => one.tag)).toEqual(['pier-a', 'pier-b', 'pier-m']);
    expect(
      contract.components.every((one) => one.notes.some((note) => note.code === 'base-class-unknown')),
    ).toBe(true);
  });
});

test('a package that passes on the components of others says whose they are', () => {
  const files = {
    'index.js':
      "import 'pier-lamps'; export * from 'pier-lamps/wide.js'; export { quay } from 'pier-quay'; import 'pier-tools';",
    'lib/pier-lamps': 'customElements.define("pier-lamp", class extends HTMLElement {});',
    'lib/pier-lamps/wide.js': 'customElements.define("pier-wide", class extends HTMLElement {});',
    'lib/pier-quay': 'export class Quay extends HTMLElement {} customElements.define("pier-quay", Quay);',
    'lib/pier-tools': 'export const tools = 1;',
  };
  const { contract, findings } = surveyed(files);
  expect(contract.components).toEqual([]);
  expect(findings.map((one) => [one.code, one.place.file, one.message])).toEqual([
    [
      'components-elsewhere',
      'index.js',
      'No component is registered here; modules import those of pier-lamps, pier-quay.',
    ],
  ]);
  const own = { ...files, 'own.js': 'customElements.define("pier-own", class extends HTMLElement {});' };
  expect(surveyed(own).findings).toEqual([]);
});

test.each<[string, ReturnType<typeof importsIn>]>([
  ["import { a, b as c } from './a.js';", [{ specifier: './a.js', named: true }]],
  ['import\n{ a }\nfrom\n"a/b";', [{ specifier: 'a/b', named: true }]],
  [
    "import './a.js'; export * from '@a/b'",
    [
      { specifier: './a.js', named: false },
      { specifier: '@a/b', named: true },
    ],
  ],
  [
    'import{a}from"./a.js";import"./b.js"',
    [
      { specifier: './a.js', named: true },
      { specifier: './b.js', named: false },
    ],
  ],
  ["import('./late.js'); Array.from('abc'); importing 'x'", []],
])('imports seen in %s', (text, expected) => {
  expect(importsIn(text)).toEqual(expected);
});

test('a helper under another name than it was exported by defines all the same', () => {
  const { contract, findings } = surveyed({
    'helper.js':
      'function h(t) { p && !customElements.get(t.data.tag) ? customElements.define(t.data.tag, t) : m(t, customElements); } function m(t, n) { n.get(t.data.tag) || n.define(t.data.tag, t); } export { h as define };',
    'pier.js':
      "var b = class extends HTMLElement { static { this.data = { tag: 'pier-a' }; } }; export { b as Pier };",
    'define.js': "import { define as e } from './helper.js'; import { Pier as t } from './pier.js'; e(t);",
  });
  expect(contract.components.map((one) => [one.tag, one.registers])).toEqual([['pier-a', 'on-import']]);
  expect(findings).toEqual([]);
});

const LISTING = `class Base extends HTMLElement { static get observedAttributes() { return this.names; } static get names() { return []; } attributeChangedCallback() {} }
const Wide = (above) => class extends above { static get names() { return [...above.names, 'wide']; } };
const Tall = (above) => class extends above { static get names() { return [...above.names, 'tall']; } };`;

test.each([
  ['of its own', "class X extends Base { static get names() { return ['deck']; } }", 'deck'],
  ['of mixins', 'class X extends Tall(Wide(Base)) {}', 'wide tall'],
  [
    'of both',
    "class X extends Tall(Wide(Base)) { static get names() { return [...super.names, 'deck']; } }",
    'wide tall deck',
  ],
  [
    'by the name of the class above',
    "class W extends Wide(Base) {} class X extends W { static get names() { return [...W.names, 'deck']; } }",
    'wide deck',
  ],
  [
    'in place of those above',
    "class W extends Wide(Base) {} class X extends W { static get names() { return ['deck']; } }",
    'deck',
  ],
])('attributes listed by a class above, out of names %s', (_, source, expected) => {
  const other = "customElements.define('pier-other', class extends Wide(Base) {});";
  const { contract } = surveyed({ 'a.js': `${LISTING} ${other} ${source} ${define()}` });
  const found = contract.components.map((one) =>
    attributesOf(one)
      .map((item) => item.name)
      .join(' '),
  );
  expect(found).toEqual(['wide', expected]);
});

test.each([
  [
    'an if',
    "if (typeof window !== 'undefined') { class X extends HTMLElement { static observedAttributes = ['deck']; } customElements.define('pier-sign', X); }",
  ],
  [
    'an if inside one',
    "if (a) { if (!b) { class X extends HTMLElement { static observedAttributes = ['deck']; } customElements.define('pier-sign', X); } }",
  ],
  [
    'an else',
    "if (a) {} else { const X = class extends HTMLElement { static observedAttributes = ['deck']; }; customElements.define('pier-sign', X); }",
  ],
  [
    'a try',
    "try { class X extends HTMLElement { static observedAttributes = ['deck']; } customElements.define('pier-sign', X); } catch {}",
  ],
  [
    'a block',
    "{ class X extends HTMLElement { static observedAttributes = ['deck']; } customElements.define('pier-sign', X); }",
  ],
  [
    'an if in a function',
    "(() => { if (a) { class X extends HTMLElement { static observedAttributes = ['deck']; } customElements.define('pier-sign', X); } })();",
  ],
])('a class in %s', (_, source) => {
  const component = componentIn(source);
  expect([component.registers, attributesOf(component).map((one) => one.name)]).toEqual([
    'on-import',
    ['deck'],
  ]);
});

test('a name of the platform that a module declares itself, of what the platform has under it', () => {
  const source = `const HTMLElement = globalThis.HTMLElement || null; class X extends HTMLElement {} ${define()}`;
  const component = componentIn(source);
  expect([component.root, component.notes]).toEqual(['none', []]);
});

test.each([
  ['none', "static swap(node) { node.attachShadow({ mode: 'closed' }); }"],
  ['none', "swap() { const copy = document.createElement('div'); copy.attachShadow({ mode: 'open' }); }"],
  ['open', "draw() { const self = this; self.attachShadow({ mode: 'open' }); }"],
  ['open', "draw() { ((host) => host.attachShadow({ mode: 'open' }))(this); }"],
  ['closed', "draw() { [this].forEach(() => this.attachShadow({ mode: 'closed' })); }"],
])('root %s: %s', (root, body) => {
  expect(componentIn(`class X extends HTMLElement { ${body} } ${define()}`).root).toBe(root);
});

test.each([
  "typeof window !== 'undefined' && window.HTMLElement",
  "typeof window !== 'undefined' && (window === null || window === void 0 ? void 0 : window.HTMLElement)",
])('a base that may be left out where there is no page: %s', (base) => {
  const component = componentIn(`const Base = ${base}; class X extends Base {} ${define()}`);
  expect([component.root, component.notes]).toEqual(['none', []]);
});

test('what a helper sets on a class, in a function', () => {
  const source = `(() => { const Base = typeof window < 'u' && window.HTMLElement ? window.HTMLElement : Object;
    class B extends Base { static get observedAttributes() { return Object.keys(this.Props); } }
    class X extends B {} set(X, 'Props', { deck: 1, rows: 2 }); function set(o, k, v) { return o; } ${define()} })();`;
  expect(attributesOf(componentIn(source)).map((one) => one.name)).toEqual(['deck', 'rows']);
});
