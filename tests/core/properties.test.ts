/** Properties and attributes: what is public, of which type, driven by which attribute. */
import { describe, expect, test } from 'vitest';
import type { FlagReading } from '../../dist/core/contract/flags.js';
import type { Component } from '../../dist/core/contract/types.js';
import { attributesOf } from '../../dist/core/contract/types.js';
import { componentIn, surveyed } from '../support/memory.js';

/** `/false` where that text is off, `/only yes` where nothing else is on, `/absent` where it is on without one. */
function flagShown({ falseTexts, trueTexts, absentIsTrue }: FlagReading): string {
  return [
    falseTexts ? `/${falseTexts}` : '',
    trueTexts ? `/only ${trueTexts}` : '',
    absentIsTrue ? '/absent' : '',
  ].join('');
}

/** `name: type = default [readonly] @attribute/reader[/reflects]`, a property a line, then free attributes. */
function told(component: Component): string[] {
  return [
    ...component.properties.map((one) => {
      const link = one.attribute;
      return [
        `${one.name}: ${one.type.text}`,
        one.default === undefined ? '' : ` = ${one.default}`,
        one.readonly ? ' readonly' : '',
        link ? ` @${link.name}/${link.reads}${flagShown(link)}${link.reflects ? '/reflects' : ''}` : '',
        one.adopted ? ' adopted' : '',
        one.inheritedFrom ? ` <${one.inheritedFrom}` : '',
      ].join('');
    }),
    ...component.attributes.map((one) => `@${one.name}/${one.reads}${flagShown(one)}`),
  ];
}

function members(body: string, before = '', others: Record<string, string> = {}): string[] {
  return told(
    componentIn(
      `${before}\nclass Pier extends HTMLElement { ${body} }\ncustomElements.define('pier-a', Pier);`,
      others,
    ),
  );
}

type Row = [what: string, body: string, told: string[], before?: string, others?: Record<string, string>];

function rows(title: string, list: Row[]): void {
  describe(title, () => {
    test.each(list)('%s', (_, body, expected, before, others) => {
      expect(members(body, before, others)).toEqual(expected);
    });
  });
}

rows('members that every element has', [
  [
    "are of the platform's types where nothing else is said",
    'static properties = { tabIndex: { noAccessor: true }, hidden: {}, title: {} };',
    ['tabIndex: number @tabindex/number', 'hidden: boolean @hidden/boolean', 'title: string @title/string'],
  ],
  ['but for what a class says', 'hidden: string = "";', ['hidden: string = ""']],
]);

rows('members', [
  [
    'a field',
    'deck: string = "upper"; rows: number[] = [];',
    ['deck: string = "upper"', 'rows: number[] = []'],
  ],
  [
    'a field without a type',
    'open = false; count = 3; name = "x"; list = []; at = new Date();',
    [
      'open: boolean = false',
      'count: number = 3',
      'name: string = "x"',
      'list: unknown[] = []',
      'at: Date = new Date()',
    ],
  ],
  [
    'accessors',
    'get deck(): string { return "" } set deck(v: string) {} get total(): number { return 1 } set fare(v: number) {}',
    ['deck: string', 'total: number readonly', 'fare: number'],
  ],
  [
    'a field of the constructor',
    'constructor() { super(); /** @type {string | null} */ this.deck = null; this.open = false; this._own = 1; }',
    ['deck: string | null = null', 'open: boolean = false'],
  ],
  [
    'what is not for users',
    '#a = 1; _b = 2; private c = 3; protected d = 4; static e = 5; /** @internal */ f = 6; /** @private */ get g() { return 1 } declare h: string;',
    ['h: string'],
  ],
  [
    'a readonly field',
    'readonly deck: string = "x"; /** @readonly */ fare = 1;',
    ['deck: string = "x" readonly', 'fare: number = 1 readonly'],
  ],
  ['the names of the life cycle', 'connectedCallback() {} attributeChangedCallback() {} render() {}', []],
]);

rows('attributes handled by hand', [
  [
    'in a switch',
    "static observedAttributes = ['deck', 'max-rows', 'open', 'data']; deck: string; maxRows: number; open: boolean; data: object; attributeChangedCallback(name, _, value) { switch (name) { case 'deck': this.deck = value; break; case 'max-rows': this.maxRows = Number(value); break; case 'open': this.open = value !== null; break; case 'data': this.data = JSON.parse(value); } }",
    [
      'deck: string @deck/string',
      'maxRows: number @max-rows/number',
      'open: boolean @open/boolean',
      'data: object @data/json',
    ],
  ],
  [
    'in conditions',
    "static get observedAttributes() { return ['high'] } mark = 0; attributeChangedCallback(name, old, next) { if (name === 'high') this.mark = parseFloat(next); }",
    ['mark: number = 0 @high/number'],
  ],
  [
    'in accessors',
    "static observedAttributes = ['deck', 'open']; get deck() { return this.getAttribute('deck') } set deck(v) { this.setAttribute('deck', v) } get open() { return this.hasAttribute('open') } set open(v) { this.toggleAttribute('open', v) }",
    ['deck: string @deck/string/reflects', 'open: boolean @open/boolean/reflects'],
  ],
  [
    'in accessors, as flags by what they say',
    "get open() { return this.getAttribute('open') === 'true' } set open(v) {} get wide() { return this.getAttribute('wide') !== 'false' } set wide(v) {} get tall() { const text = this.getAttribute('tall'); return text === '' || text === 'tall' } set tall(v) {} get deck() { return this.text('deck') === 'yes' } set deck(v) {} text(name) { return this.getAttribute(name) }",
    [
      'open: boolean @open/boolean/only true/reflects',
      'wide: boolean = true @wide/boolean/false/absent/reflects',
      'tall: boolean @tall/boolean/only ,tall/reflects',
      'deck: boolean @deck/boolean/only yes/reflects',
    ],
  ],
  [
    'in accessors, as what is no flag of that name, or always the same',
    "get open() { return !this.hasAttribute('open') } set open(v) {} get deck() { return this.getAttribute('deck') ? true : true } set deck(v) {}",
    ['open: unknown @open/custom/reflects', 'deck: unknown @deck/custom/reflects'],
  ],
  [
    'as flags by what they say, with a property and without, and by what was worked out before',
    "static observedAttributes = ['open', 'low', 'rows']; open = false; #low; attributeChangedCallback(name, _, text) { const isOn = text === 'true'; if (name === 'open') this.open = isOn; if (name === 'low') this.#low = text !== 'false'; if (name === 'rows') this.#rows = Number(text); }",
    ['open: boolean = false @open/boolean/only true', '@low/boolean/false/absent', '@rows/number'],
  ],
  [
    'under names of a table, by functions of another, and by what accessors make of it',
    "static observedAttributes = ['max-rows', 'open', 'low', 'deck']; get rows() { return this.held } set rows(v) { this.held = v } get open() { return this._open ?? false } set open(v) { this._open = v } get low() { return this.#low } set low(v) { this.#low = parseInt(v) } get deck() { return this._deck } set deck(v) { if (v === this._deck) return; this._deck = v; this.draw() } attributeChangedCallback(name, old, text) { super.attributeChangedCallback?.(name, old, text); if (old === text) return; const key = NAMES[name] ?? name; const read = READERS[key]; this[key] = read ? read(text) : text; this.draw() } draw() {} #low = 3;",
    [
      'rows: number @max-rows/number',
      'open: boolean @open/boolean/false',
      'low: number = 3 @low/number',
      'deck: string @deck/string',
    ],
    "const NAMES = { 'max-rows': 'rows' }; const READERS = { rows: Number, open: (text) => text !== null && text !== 'false' };",
  ],
  [
    'by a method, and as JSON that is read where it is used',
    "static observedAttributes = ['level', 'plan', 'deck']; attributeChangedCallback(name, old, text) { if (name === 'plan') { this.plan = JSON.parse(text); return; } if (name === 'deck') this.keep(text.trim()); else this.take(name, text); } take(key, text) { this[key] = +text } keep(text) {}",
    ['@level/number', '@plan/json', '@deck/string'],
  ],
  [
    'attributes that are handed on to a part of the element, under the name of an accessor',
    "static observedAttributes = ['checked', 'rows', 'label']; get checked() { return this.input.checked } set checked(v) { this.input.checked = v } get rows() { return this.input.rows } set rows(v) { this.input.rows = v } attributeChangedCallback(name, old, text) { if (name === 'checked') this.input.checked = this.hasAttribute('checked'); if (name === 'rows') this.input.rows = Number(text); if (name === 'label') this.button.textContent = text; }",
    ['checked: boolean @checked/boolean', 'rows: number @rows/number', '@label/string'],
  ],
  [
    'without a property',
    "static observedAttributes = ['hint']; attributeChangedCallback() {}",
    ['@hint/string'],
  ],
  [
    'through functions that are handed the element and the name',
    "static observedAttributes = ['deck', 'open', 'level', 'plan']; get deck() { return textOf(this, NAMES.deck) } set deck(v) { write(this, NAMES.deck, v) } get open() { return isThere(this, 'open') } get level() { return numberOf(this, 'level') } get plan() { return JSON.parse(textOf(this, 'plan')) }",
    [
      'deck: string @deck/string/reflects',
      'open: boolean readonly @open/boolean/reflects',
      'level: number readonly @level/number/reflects',
      'plan: unknown readonly @plan/json/reflects',
    ],
    `import { textOf } from './attributes.js';
     const NAMES = { deck: 'deck' };
     const write = (element, name, value) => { if (value == null) element.removeAttribute(name); else element.setAttribute(name, value); };
     const isThere = (element, name) => has(element, name);
     const has = (element, name) => element.hasAttribute(name);
     const numberOf = (element, name) => { const text = element.getAttribute(name); return text !== null ? +text : undefined; };`,
    {
      'attributes.js':
        'export function textOf(el, name, otherwise = null) { let text; return (text = el.getAttribute(name)) != null ? text : otherwise; }',
    },
  ],
  [
    'through methods of the class',
    "static observedAttributes = ['deck']; get deck() { return this.textOf('deck') } textOf(name) { return this.getAttribute(name) ?? '' }",
    ['deck: string readonly @deck/string/reflects'],
  ],
  [
    'what a function asks for by itself is not the property',
    'get berth() { return near(this) }',
    ['berth: unknown readonly'],
    "const near = (element) => element.getAttribute('near');",
  ],
  [
    'a text that is asked for first, and one that stands for another',
    "get deck() { const text = this.getAttribute('deck'); if (text !== null) return text; return 'none' } get open() { return this.getAttribute('open') !== null ? true : false } get rows() { return this.getAttribute('rows') === null ? 10 : Number(this.getAttribute('rows')) }",
    [
      'deck: string readonly @deck/string/reflects',
      'open: boolean readonly @open/boolean/reflects',
      'rows: number readonly @rows/number/reflects',
    ],
  ],
  [
    'what a function inside reads is not the property',
    "get slots() { return { a: () => this.getAttribute('deck') } }",
    ['slots: unknown readonly'],
  ],
]);

rows('declared members', [
  [
    'readers by type',
    'static properties = { a: { type: String }, b: { type: Number }, c: { type: Boolean }, d: { type: Array }, e: { type: Object }, f: {}, g: { converter: X } }',
    [
      'a: string @a/string',
      'b: number @b/number',
      'c: boolean @c/boolean',
      'd: unknown[] @d/json',
      'e: object @e/json',
      'f: string @f/string',
      'g: unknown @g/custom',
    ],
  ],
  [
    'converters of its own, as what they make of texts',
    'static properties = { a: { type: Boolean, converter: flag }, b: { converter: { fromAttribute: (text) => text !== null } }, c: { type: Boolean, converter: { toAttribute: (on) => on ? "yes" : null } }, d: { converter: { fromAttribute(text) { if (text === null) return null; return text; } } }, e: { converter: { fromAttribute: (text) => Number(text) } }, f: { type: Array, converter: (text) => text.split(" ") }, g: { converter: made(flag) }, h: { type: Boolean, converter: { fromAttribute: (text) => text === "yes" } }, i: { type: Boolean, converter: { fromAttribute: (text) => held.get(text) } } }',
    [
      'a: boolean @a/boolean/false',
      'b: boolean @b/boolean',
      'c: boolean @c/boolean',
      'd: string @d/string',
      'e: number @e/number',
      'f: unknown[] @f/custom',
      'g: unknown @g/custom',
      'h: boolean @h/boolean/only yes',
      'i: boolean @i/custom',
    ],
    "import { flag } from './flag.js'; import { made, held } from 'elsewhere';",
    {
      'flag.ts':
        "const OFF = 'false'; export const flag = (text: string | null) => text !== null && text.toLowerCase() !== OFF;",
    },
  ],
  [
    'a converter of a property that is not for users, whose attribute is',
    "static properties = { _deck: { attribute: 'deck', converter: (text) => text !== null && text !== 'false' } }",
    ['@deck/boolean/false'],
  ],
  [
    'a mode in which the text "false" is false as well',
    "static properties = { open: { mode: 'boolean' }, deck: { mode: 'reflect' } }",
    ['open: boolean @open/boolean/false/reflects', 'deck: string @deck/string/reflects'],
  ],
  [
    'a bare type',
    'static properties = { deck: String, maxRows: Number }',
    ['deck: string @deck/string', 'maxRows: number @maxrows/number'],
  ],
  [
    'names of attributes',
    "static properties = { maxRows: { attribute: 'max-rows', reflect: true }, rows: { attribute: false } }",
    ['maxRows: string @max-rows/string/reflects', 'rows: unknown'],
  ],
  [
    'inner state, and a private property with an attribute',
    "static properties = { open: { state: true }, _deck: { attribute: 'deck' } }",
    ['@deck/string'],
  ],
  [
    'a table from another module',
    'static properties = { ...SHARED, open: { type: Boolean } }',
    ['deck: string @deck/string', 'open: boolean @open/boolean'],
    "import { SHARED } from './shared.js';",
    { 'shared.ts': 'export const SHARED = { deck: { type: String } };' },
  ],
]);

rows('options in a compiled form', [
  [
    'numbers, as the base class reads them',
    'static { this.properties = { deck: 1, isLate: 7, rows: [9, { useDefault: true }], plan: 0, open: 16, mark: 32 }; }',
    [
      'deck: string @deck/string',
      'isLate: boolean @is-late/boolean/reflects',
      'rows: number @rows/number',
      'plan: unknown',
      'mark: unknown readonly',
    ],
    `import { Maker } from 'somewhere'; const AS_ATTRIBUTE = 1 << 0;
     class HTMLElement extends Maker { static createProperty(name, options) {
       const flags = typeof options === 'number' ? options : Array.isArray(options) ? options[0] : 0;
       const rest = Array.isArray(options) ? options[1] : void 0;
       const all = { attribute: !!(flags & AS_ATTRIBUTE) && toKebab(name), reflect: !!(flags & 2), type: flags & 4 ? Boolean : flags & 8 ? Number : void 0, state: !!(flags & 16), readOnly: !!(flags & 32), ...rest, hasChanged(one) { return one; } };
       super.createProperty(name, all);
     } }
     const toKebab = (name) => name.replaceAll(/[A-Z]/g, (one) => '-' + one.toLowerCase());`,
  ],
]);

test('inherited items say from where, and the nearest declaration wins', () => {
  const component = componentIn(`
    const Late = (S) => class extends S { static properties = { late: { type: Boolean } } };
    class Base extends HTMLElement { /** Where. */ deck: string | number = 1; total = 2; }
    class Pier extends Late(Base) { deck: string = 'x'; }
    customElements.define('pier-a', Pier);`);
  expect(told(component)).toEqual([
    "deck: string = 'x' <Base",
    'total: number = 2 <Base',
    'late: boolean @late/boolean <Late',
  ]);
  expect(component.properties[0]?.description).toBe('Where.');
});

test('words: description, deprecated, since, default', () => {
  const component = componentIn(`class Pier extends HTMLElement {
    /**
     * Where it lies.
     *
     * In two paragraphs.
     * @deprecated Use berth.
     * @since 1.2
     */
    deck = 'x';
    /** @deprecated */
    old = 1;
  } customElements.define('pier-a', Pier);`);
  expect(component.properties).toMatchObject([
    {
      name: 'deck',
      description: 'Where it lies.\n\nIn two paragraphs.',
      deprecated: 'Use berth.',
      since: '1.2',
    },
    { name: 'old', deprecated: true },
  ]);
});

describe('type declarations beside compiled modules', () => {
  const code =
    "export class Pier extends HTMLElement { constructor() { super(); this.deck = 'x'; this.own = 1; this.inner = 2; } show(at) {} } customElements.define('pier-a', Pier);";

  test('they know what is public, and of which type', () => {
    const { contract } = surveyed({
      'a.js': code,
      'a.d.ts':
        "import { Deck } from './types.js'; /** A pier. @slot legend */ export declare class Pier extends HTMLElement { /** Where. */ deck: Deck; private own; show(at: Date): Promise<void>; }",
      'types.d.ts': "export type Deck = 'upper' | 'lower';",
    });
    const [pier] = contract.components;
    expect(pier && told(pier)).toEqual(["deck: Deck = 'x'"]);
    expect(pier?.properties[0]).toMatchObject({
      description: 'Where.',
      type: { schema: { enum: ['upper', 'lower'] } },
    });
    expect(pier?.methods.map((one) => one.text)).toEqual(['show(at: Date): Promise<void>']);
  });

  test.each([
    [
      'none of the class’s table, and leaves out nothing',
      'go(): void;',
      ['deck: string @deck/string', 'own: number = 1'],
    ],
    ['some of the table, and leaves out the others', 'deck: string;', ['deck: string @deck/string']],
  ])('what is declared by hand tells of %s', (_, declared, public_) => {
    const pier = componentIn("import './pier.js';", {
      'pier.js': `export class Pier extends Base { constructor() { super(); this.deck = ''; this.own = 1; }
        static get properties() { return { deck: { type: String } }; } } customElements.define('pier-a', Pier);`,
      'pier.d.ts': `export declare class Pier extends Base { ${declared} }`,
    });
    expect(told(pier).map((one) => one.replace(" = ''", ''))).toEqual(public_);
  });

  test('of a class that a mixin makes, under another name', () => {
    const { contract } = surveyed({
      'late.js':
        'export const Late = (S) => class LateElement extends S { get late() { return this.x } set late(v) {} };',
      'late.d.ts':
        'export interface LateAware { /** Behind time. */ late: Date | null; } export declare function Late<T>(base: T): T;',
      'a.js':
        "import { Late } from './late.js'; customElements.define('pier-a', class extends Late(HTMLElement) {});",
    });
    expect(contract.components[0]?.properties).toMatchObject([
      { name: 'late', description: 'Behind time.', type: { text: 'Date | null' } },
    ]);
  });

  test('what a class sets that another above it declares is that one’s', () => {
    const { contract } = surveyed({
      'base.js': "export class Base extends HTMLElement { constructor() { super(); this.size = 'm'; } }",
      'base.d.ts': "export declare class Base extends HTMLElement { size: 's' | 'm'; }",
      'a.js':
        "import { Base } from './base.js'; export class Pier extends Base { constructor() { super(); this.size = 's'; this.own = 1; } } customElements.define('pier-a', Pier);",
      'a.d.ts': 'export declare class Pier extends Base {}',
    });
    const [pier] = contract.components;
    expect(pier && told(pier)).toEqual(["size: 's' | 'm' = 's' <Base"]);
  });

  test('of a class in a function of its own, whose name was made short', () => {
    const { contract } = surveyed({
      'pure.js': `import { property as o, apply as u } from 'somewhere';
        class B extends HTMLElement { static define() { customElements.define(this.elementName, this); } }
        let T = (() => { let e = B, n, r = []; return class extends e { static {
          n = [o({ reflect: true })], u(this, null, n, { kind: \`accessor\`, name: \`deck\`, static: !1, private: !1 }, r) }
          static { this.elementName = \`pier-a\` } }; })();
        export { T as PierBoard };`,
      'a.js': "import { PierBoard as e } from './pure.js'; e.define();",
      'types/pier.d.ts': "export declare class PierBoard extends B { accessor deck: 'upper' | 'lower'; }",
    });
    const [pier] = contract.components;
    expect(pier && told(pier)).toEqual(["deck: 'upper' | 'lower' @deck/string/reflects"]);
  });

  test('of a class that a bundler moved into a chunk', () => {
    const { contract } = surveyed({
      'chunk-1.js': code.replaceAll('Pier', 'PierBoard'),
      'pier/pier-board.d.ts': 'export default class PierBoard extends HTMLElement { deck: string; }',
    });
    const [pier] = contract.components;
    expect(pier && told(pier)).toEqual(["deck: string = 'x'"]);
  });

  const DECLARED =
    "export default class PierBoard extends B { deck: 'upper' | 'lower'; protected get late(): boolean; }";
  const BOARD = `let f = class extends HTMLElement { deck = 'x'; get late() { return true; } }; customElements.define('pier-a', f); var g = f;`;

  test.each([
    [
      'a default export',
      'PierBoard.js',
      `${BOARD} class Other extends Array {} export { g as default };`,
      ["deck: 'upper' | 'lower' = 'x'"],
    ],
    [
      'a class that a chunk is there for',
      'PierBoard-B4Qj-CQN.js',
      `${BOARD} const n = 1; export { g as C, n as i };`,
      ["deck: 'upper' | 'lower' = 'x'"],
    ],
    [
      'but not one of several',
      'PierBoard-B4Qj-CQN.js',
      `${BOARD} class Other extends Array {} export { g as C, Other as O };`,
      ["deck: string = 'x'", 'late: unknown readonly'],
    ],
    [
      'nor one in a file whose name is no class',
      'board.js',
      `${BOARD} export { g as default };`,
      ["deck: string = 'x'", 'late: unknown readonly'],
    ],
  ])('of one that is known by the name of its file: %s', (_, path, source, expected) => {
    const { contract } = surveyed({ [path]: source, 'types/pier.d.ts': DECLARED });
    const [pier] = contract.components;
    expect(pier && told(pier)).toEqual(expected);
    expect(pier?.className).toBe(expected.length === 1 ? 'PierBoard' : 'f');
  });

  test('of a mixin in a chunk', () => {
    const { contract } = surveyed({
      'LateMixin-DSU3Qp0O.js':
        'const h = (e) => class extends e { late = true; get inner() { return 1; } }; export { h as L };',
      'a.js':
        "import { L } from './LateMixin-DSU3Qp0O.js'; customElements.define('pier-a', class extends L(HTMLElement) {});",
      'types/late.d.ts': `export declare class LateShape { late: 'yes' | boolean; protected get inner(): number; }
        export declare function LateMixin<T>(base: T): T & Constructor<LateShape>;`,
    });
    const [pier] = contract.components;
    expect(pier && told(pier)).toEqual(["late: 'yes' | boolean = true <LateMixin"]);
  });
});

test('a method that is bound to its element stays a method; what is declared is a property', () => {
  const pier = componentIn(`class Pier extends HTMLElement {
      static properties = { filter: { type: Function } };
      constructor() { super(); this.turn = this.turn.bind(this); this.format = plain; }
      turn() {}
      format() {}
      filter() {}
    }
    customElements.define('pier-a', Pier);`);
  expect(pier.properties.map((one) => one.name).sort()).toEqual(['filter', 'format']);
  expect(pier.methods.map((one) => one.name)).toEqual(['turn', 'format']);
});

test('a member whose name the prototype has, too', () => {
  expect(
    members(
      'constructor() { super() } toString() { return "" } hasOwnProperty(name: string) { return true } valueOf = 1;',
    ),
  ).toEqual(['valueOf: number = 1']);
});

test('an accessor with words for users is offered, though a decorator calls it state', () => {
  const source = `import { property, state, LitElement } from 'far';
    class Pier extends LitElement {
      /** What is written in it. */ get value() { return this.held; } @state() set value(text: string) { this.held = text; }
      /** @internal */ get inner() { return 1; } @state() set inner(text: number) {}
      get silent() { return 1; } @state() set silent(text: number) {}
      /** Only read. */ @state() get shown() { return 1; }
      /** A field. */ @state() field = 1;
      @property({ attribute: 'value' }) defaultValue = '';
    } customElements.define('pier-a', Pier);`;
  const { properties } = componentIn(source);
  expect(properties.map(({ name, attribute }) => [name, attribute?.name])).toEqual([
    ['value', undefined],
    ['defaultValue', 'value'],
  ]);
});

describe('attributes that an element reads without observing them', () => {
  const pier = componentIn(`
    const widthOf = (element) => element.getAttribute('wide');
    class Pier extends HTMLElement {
      static observedAttributes = ['deck'];
      deck = '';
      connectedCallback() {
        this.title = this.getAttribute('berth') + widthOf(this);
        this.addEventListener('click', () => this.hasAttribute('locked') && this.getAttribute('deck'));
        this.firstChild.getAttribute('inner');
        this.getAttribute('aria-label');
        this.setAttribute('written', '');
        this.attachShadow({ mode: 'open' }).innerHTML = '<style>:host([compact]:not([locked])) { margin: 0 } b[other] { margin: 0 }</style>';
      }
    } customElements.define('pier-a', Pier);`);

  test('are told apart by who reads them', () => {
    expect(pier.unobserved?.map(({ name, by }) => `${name} ${by}`)).toEqual([
      'berth code',
      'wide code',
      'locked code',
      'compact styles',
    ]);
    expect(attributesOf(pier).map(({ name }) => name)).toEqual(['deck']);
  });
});

test('of several attributes that an accessor reads, the one of its own name is its own', () => {
  const { properties, attributes } = componentIn(`class Pier extends HTMLElement {
      get keys() { const keys = this.getAttribute('keys'); return [keys.split(' '), this.getAttribute('many')]; }
      set keys(value) { this.setAttribute('keys', value); }
    } customElements.define('pier-a', Pier);`);
  expect(properties.map(({ name, attribute }) => [name, attribute?.name])).toEqual([['keys', 'keys']]);
  expect(attributes.map(({ name }) => name)).toEqual(['many']);
});

test.each([
  ["return JSON.parse(this.getAttribute('icon'));", 'json'],
  [
    "const text = this.getAttribute('icon'); if (text.startsWith('{')) { try { return JSON.parse(text); } catch {} } return text;",
    'custom',
  ],
])('a text that is JSON, or may be: %s', (body, reads) => {
  const pier = componentIn(
    `class Pier extends HTMLElement { get icon() { ${body} } set icon(value) {} } customElements.define('pier-a', Pier);`,
  );
  expect(pier.properties[0]?.attribute?.reads).toBe(reads);
});

test('what a decorator finds inside an element can only be read', () => {
  const { properties } = componentIn(`import { query, property } from 'far'; class Pier extends HTMLElement {
      @query('#deck') deckElement: HTMLElement; @property() deck = ''; } customElements.define('pier-a', Pier);`);
  expect(properties.map(({ name, readonly }) => [name, readonly])).toEqual([
    ['deckElement', true],
    ['deck', false],
  ]);
});

test('what an element asks others for, and slots that are named as it renders', () => {
  const pier = componentIn(`const HINT = 'hint'; class Pier extends HTMLElement {
      connectedCallback() {
        for (const option of this.children) if (option.hasAttribute(HINT) && option.getAttribute('aria-label')) this.getAttribute('own');
        this.querySelector(\`line-option[moored]:not([slot="rail"]) [slot='\${this.deck}']\`);
        this.attachShadow({ mode: 'open' }).innerHTML = \`<slot name="date-\${this.day}-icon"></slot><slot name="rail"></slot>\`;
      }
    } customElements.define('pier-a', Pier);`);
  expect(pier.asks).toEqual({ attributes: ['hint', 'moored'], slots: ['rail'] });
  expect(pier.slotPatterns).toEqual(['date-*-icon']);
  expect(pier.slots.map(({ name }) => name)).toEqual(['rail']);
});

describe('own fields, for which the class has no accessor', () => {
  const fields = (source: string, others: Record<string, string> = {}) =>
    componentIn(source, others)
      .properties.filter((one) => one.field)
      .map((one) => one.name);
  const named = (body: string, before = '') =>
    fields(`${before}\nclass Pier extends Base { ${body} } customElements.define('pier-a', Pier);`);
  const base = (body: string) => `class Base extends HTMLElement { ${body} }`;

  test.each<[string, string, string, string[]]>([
    ['a field', 'deck = 1;', base(''), ['deck']],
    ['what a constructor sets', 'constructor() { super(); this.deck = 1; }', base(''), ['deck']],
    ['an accessor', 'get deck() { return 1 } set deck(v) {}', base(''), []],
    ['an auto-accessor', 'accessor deck = 1;', base(''), []],
    [
      'what a constructor gives to an accessor',
      'constructor() { super(); this.deck = 1; }',
      base('set deck(v) {}'),
      [],
    ],
    [
      'what a constructor gives to one above',
      'set deck(v) {}',
      base('constructor() { super(); this.deck = 1; }'),
      [],
    ],
    ['a field of a class above', '', base('deck = 1;'), ['deck']],
    [
      'a declared one',
      'static properties = { deck: { type: Number } }; constructor() { super(); this.deck = 1; }',
      base(''),
      [],
    ],
    ['a decorated one', '@property() deck = 1; @kept() gate = 2;', base(''), []],
    ['what is only declared', 'declare deck: number;', base(''), []],
    ['what every element has', 'title = "a"; spellcheck = false;', base(''), []],
    ['what can only be read', 'readonly deck = 1;', base(''), []],
    [
      'where code could not be read',
      'constructor() { super(); this.deck = 1; }',
      "import { Base } from 'nowhere';",
      [],
    ],
  ])('%s', (_, body, before, expected) => expect(named(body, before)).toEqual(expected));

  test('a compiled decorator may make anything of a field', () => {
    const source = `class Pier extends HTMLElement { constructor() { super(); this.deck = 1; this.gate = 2; } }
      __decorate([kept()], Pier.prototype, 'deck', void 0);
      customElements.define('pier-a', Pier);`;
    expect(fields(source)).toEqual(['gate']);
  });

  test("an accessor of another package's class", () => {
    const source = `import { Base } from 'base.js';
      class Pier extends Base { constructor() { super(); this.deck = 1; this.gate = 2; } }
      customElements.define('pier-a', Pier);`;
    const others = {
      'lib/base.js': 'export class Base extends HTMLElement { get deck() {} set deck(v) {} }',
    };
    expect(fields(source, others)).toEqual(['gate']);
  });
});

const TABLE = '[1, "pier-a", { open: [4], rows: [2], deck: [1], low: [4] }]';
const SET = 'constructor() { super(); this.open = !0; this.deck = void 0; this.inner = 3; }';

test.each([
  [
    'with all of it',
    'export const proxy = (made, table) => { const read = (text, flags) => 4 & flags ? "false" !== text && ("" === text || !!text) : text; made.prototype.connectedCallback = function () { if (Object.prototype.hasOwnProperty.call(this, name)) { const kept = this[name]; delete this[name], this[name] = kept } }; return made };',
    [
      'open: boolean = true @open/boolean/false',
      'rows: number @rows/number adopted',
      'deck: string @deck/string',
      'low: boolean @low/boolean/false adopted',
    ],
  ],
  [
    'written out',
    'export function proxy(made, table) { function read(propValue, flags) { return propValue === "false" ? false : propValue === "" || !!propValue; } return made; }',
    [
      'open: boolean = true @open/boolean/false',
      'rows: number @rows/number',
      'deck: string @deck/string',
      'low: boolean @low/boolean/false',
    ],
  ],
  [
    'with none of it',
    'export const proxy = (made, table) => { if (made.name === "false") made.late = !!table; return made };',
    [
      'open: boolean = true @open/boolean',
      'rows: number @rows/number',
      'deck: string @deck/string',
      'low: boolean @low/boolean',
    ],
  ],
])('members that a compiler put into a table, and the code that runs them: %s', (_, runtime, expected) => {
  const pier = componentIn(
    `import { proxy } from './run.js'; const Pier = proxy(class extends HTMLElement { ${SET} }, ${TABLE}); customElements.define('pier-a', Pier);`,
    { 'run.ts': runtime },
  );
  expect(told(pier)).toEqual(expected);
});

test('flags of compiled elements whose run-time code is not there read "false" as false', () => {
  const pier = componentIn(
    `import { proxy } from 'runtime'; const Pier = proxy(class extends HTMLElement {}, [1, "pier-a", { open: [4] }]); customElements.define('pier-a', Pier);`,
  );
  expect(pier.properties[0]?.attribute?.falseTexts).toEqual(['false']);
});

test.each([
  [
    'readable',
    'if (isForm && typeof text === "string") { return text === "" || !!text; } else { return text === "false" ? false : text === "" || !!text; }',
    '',
    false,
  ],
  [
    'readable, as far in as it stands there',
    `if (isForm && typeof text === "string") {
            return text === "" || !!text;
          } else {
            return text === "false" ? false : text === "" || !!text;
          }`,
    '',
    false,
  ],
  ['short', 'return (isForm&&"string"==typeof text||"false"!==text)&&(""===text||!!text)', '', false],
  [
    'after the text of the attribute was read',
    'return (isForm&&"string"==typeof text||"false"!==text)&&(""===text||!!text)',
    'next=null!==next&&"false"!==next',
    true,
  ],
  [
    'the same, readable',
    'return (isForm&&"string"==typeof text||"false"!==text)&&(""===text||!!text)',
    'next = next === null || next === "false" ? false : true',
    true,
  ],
])(
  'flags of compiled elements that take part in forms are on by any text: %s',
  (_, body, before, readsFalse) => {
    const run = `export const proxy = (made, table) => { const read = (text, flags, isForm) => { if (4 & flags) { ${body} } return text }; made.prototype.attributeChangedCallback = (name, old, next) => { ${before} }; return made };`;
    const open = (flags: number) =>
      componentIn(
        `import { proxy } from './run.js'; const Pier = proxy(class extends HTMLElement {}, [${flags}, "pier-a", { open: [4] }]); customElements.define('pier-a', Pier);`,
        { 'run.ts': run },
      ).properties[0]?.attribute?.falseTexts?.[0];
    expect([open(1), open(1 + 64)]).toEqual(['false', readsFalse ? 'false' : undefined]);
  },
);

test('how a class below reads an attribute takes the place of how the one above did', () => {
  const flag = "converter: (text) => text !== null && text !== 'false'";
  const pier = componentIn(
    `class Above extends HTMLElement { static properties = { open: { type: Boolean, ${flag} }, low: { type: Boolean, ${flag} } } }
    class Pier extends Above { static properties = { open: { type: Boolean } } } customElements.define('pier-a', Pier);`,
  );
  expect(told(pier)).toEqual([
    'open: boolean @open/boolean <Above',
    'low: boolean @low/boolean/false <Above',
  ]);
});

test('constants under the name of a table are none; types as texts are', () => {
  const offers = (table: string) =>
    componentIn(
      `class Pier extends HTMLElement { static props = ${table}; } customElements.define('pier-a', Pier);`,
    ).properties.length;
  expect(offers("{ groupKey: 'pier-tabs', other: 'deck' }")).toBe(0);
  expect(offers("{ deck: 'string', rows: 'Number' }")).toBe(2);
  expect(offers("{ deck: 'north', rows: Number }")).toBe(2);
});

test('a table of another class, which spreads those of the mixins that it is made with, one over the other', () => {
  const source = `import { LitElement } from 'lit';
    const Tinted = (Above) => class extends Above { static get properties() { return { ...super.properties, tint: { type: String } }; } };
    const Sized = (Above) => class extends Above { static get properties() { return { ...super.properties, size: { type: Number } }; } };
    class Base extends Sized(Tinted(LitElement)) {}
    class Pier extends Base { static get properties() { return { ...super.properties, deck: { type: Boolean } }; } }
    class Quay extends LitElement { static get properties() { return { ...super.properties, ...Pier.properties, berth: { type: String } }; } }
    customElements.define('quay-a', Quay);`;
  const [quay] = surveyed({ 'a.js': source }).contract.components;
  expect(quay?.properties.map((one) => one.name).sort()).toEqual(['berth', 'deck', 'size', 'tint']);
});

describe('what an element takes from the context around it', () => {
  const kit = "import { consume, property, state } from 'kit'; import { fares } from './fares.js';";
  const names = (files: Record<string, string>) =>
    surveyed(files).contract.components[0]?.properties.map((one) => one.name);

  test('is not for users, unless it is declared as well', () => {
    const members = `@consume({ context: fares }) taken?: number[]; @consume({ context: fares }) @property() rows?: number[];
      @consume({ context: fares }) @state() kept?: number[]; @property() deck = 1;`;
    const source = `${kit} class Pier extends HTMLElement { ${members} } customElements.define('pier-a', Pier);`;
    expect(names({ 'a.ts': source })).toEqual(['rows', 'deck']);
  });

  test('nor is it where a compiler wrote the decorator, whatever declarations say', () => {
    const source = `${kit} export class Pier extends HTMLElement { deck = 1; }
      __decorate([consume({ context: fares, subscribe: true })], Pier.prototype, 'taken', void 0);
      __decorate([consume({ context: fares }), property()], Pier.prototype, 'rows', void 0);
      customElements.define('pier-a', Pier);`;
    const types =
      'export declare class Pier extends HTMLElement { taken?: number[]; rows?: number[]; deck: number; }';
    expect(names({ 'a.js': source, 'a.d.ts': types })).toEqual(['deck', 'rows']);
  });
});

test('what a decorator of which nothing is known makes is for users where declarations beside say so', () => {
  const source = `import { track } from 'kit'; let f = class extends HTMLElement { constructor() { super(); this.rows = 0; this.kept = 1; } };
    help([track()], f.prototype, 'rows', 2), help([track()], f.prototype, 'kept', 2); customElements.define('pier-a', f);`;
  const types = 'declare class Pier extends HTMLElement { rows: number; private kept; } export default Pier;';
  const offered = (files: Record<string, string>) =>
    surveyed(files).contract.components[0]?.properties.map((one) => `${one.name} ${one.readonly}`);
  expect(offered({ 'a.js': source })).toEqual([]);
  expect(offered({ 'a.js': source, 'a.d.ts': types })).toEqual(['rows false']);
});

test('what a component does with an attribute that all elements have leaves it what it is', () => {
  const { attributes } = componentIn(`class Pier extends HTMLElement {
    static observedAttributes = ['title', 'noted'];
    attributeChangedCallback(name, before, value) {
      if (name === 'title') this.isTitled = value !== null;
      if (name === 'noted') this.isNoted = value !== null;
    }
  }
  customElements.define('pier-a', Pier);`);
  expect(attributes.map((one) => [one.name, one.reads])).toEqual([
    ['title', 'string'],
    ['noted', 'boolean'],
  ]);
});

test('a member of every element, of which a class says nothing but the type', () => {
  const pier =
    componentIn(`class Pier extends HTMLElement { shadowRoot!: ShadowRoot; title!: string; deck!: number;
    /** The words above it. */ lang!: string; } customElements.define('pier-a', Pier);`);
  expect(pier.properties.map((one) => one.name)).toEqual(['deck', 'lang']);
});

test.each(['undefined', 'null'])('a declaration of the type %s says nothing of the kind', (none) => {
  const typed = (table: string) =>
    surveyed({
      'a.js': `class Pier extends HTMLElement { static properties = { deck: ${table} }; } customElements.define('pier-a', Pier); export { Pier };`,
      'a.d.ts': `declare global { interface HTMLElementTagNameMap { 'pier-a': Pier } } export declare class Pier extends HTMLElement { deck: ${none}; }`,
    }).contract.components[0]?.properties.map((one) => one.type.text);
  expect([typed('{ type: String }'), typed('{ attribute: false }')]).toEqual([['string'], ['unknown']]);
});
