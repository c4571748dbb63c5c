/** Words and types that stand away from the code they are about: in declarations, tags, decorators and aliases. */
import { describe, expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { surveyed } from '../support/memory.js';

/** The one component of a compiled module, with its declarations and other files beside it. */
function compiled(script: string, declarations: string, others: Record<string, string> = {}): Component {
  const { contract } = surveyed({
    'pier.js': script,
    ...(declarations ? { 'pier.d.ts': declarations } : {}),
    ...others,
  });
  expect(contract.components).toHaveLength(1);
  return contract.components[0] as Component;
}

const PIER = 'class Pier extends HTMLElement {}';
const DEFINED = "customElements.define('pier-a', Pier);";

describe('what a class is for', () => {
  test.each<[what: string, comment: string, description: string | undefined, summary: string | undefined]>([
    [
      'a tag for classes',
      ' * @classdesc Where ships lie. Mostly.',
      'Where ships lie. Mostly.',
      'Where ships lie.',
    ],
    [
      'words behind the mark of a class, in paragraphs under headings',
      ' * @class\n * ### Overview\n *\n * Where ships\n * lie. Mostly.\n * @since 2.0',
      '### Overview\n\nWhere ships lie. Mostly.',
      'Where ships lie.',
    ],
    ['a name behind the mark of a class', ' * @class Pier', undefined, undefined],
    [
      'lists and blocks of code keep their lines',
      ' * Keys:\n * - Enter opens,\n *   and closes\n * - Escape\n *\n * ```html\n * <pier-a>\n *   deck\n * </pier-a>\n * ```\n * That\n * is all.',
      'Keys:\n- Enter opens, and closes\n- Escape\n\n```html\n<pier-a>\n  deck\n</pier-a>\n```\nThat is all.',
      'Keys: - Enter opens, and closes - Escape',
    ],
  ])('%s', (_, comment, description, summary) => {
    const component = compiled(`/**\n${comment}\n */\n${PIER}\n${DEFINED}`, '');
    expect([component.description, component.summary]).toEqual([description, summary]);
  });
});

describe('members by their declarations', () => {
  test('one half of an accessor says what the other is for', () => {
    const component = compiled(
      `class Pier extends HTMLElement { set deck(v) { this._deck = v; } get deck() { return this._deck; } } ${DEFINED}`,
      'export declare class Pier extends HTMLElement {\n/**\n * Where it lies.\n * @default `"north"`\n */\nset deck(value: string);\nget deck(): string; }',
    );
    expect(component.properties).toMatchObject([
      { name: 'deck', description: 'Where it lies.', default: '"north"', type: { text: 'string' } },
    ]);
  });

  test('what a mixin adds is declared by an interface elsewhere, and by what that extends', () => {
    const component = compiled(
      `import { Berthed } from './berthed.js'; class Pier extends Berthed(HTMLElement) {} ${DEFINED}`,
      '',
      {
        'berthed.js':
          'export const Berthed = (S) => class extends S { get berths() { return this._b; } set berths(v) { this._b = v; } clear() {} };',
        'berthed.d.ts':
          "import type { BerthedInterface } from './types.js'; type Made<T> = new () => T; export declare function Berthed<T extends Made<HTMLElement>>(S: T): Made<BerthedInterface> & T;",
        'types.d.ts':
          'declare class Base {\n/** Empties it. */\nclear(): void; } export interface BerthedInterface extends Base {\n/** How many there are. */\nberths: number; }',
      },
    );
    expect(component.properties).toMatchObject([
      { name: 'berths', type: { text: 'number' }, description: 'How many there are.' },
    ]);
    expect(component.methods).toMatchObject([{ name: 'clear', description: 'Empties it.' }]);
  });

  test('a mixin that a bundler left in a chunk goes by its export, and its values by what decorators are run on', () => {
    const component = compiled(
      `import { run, apply, property } from 'kit';
      const V = (e) => (() => { let t = e, n, r = [], i = []; return class extends t {
        static { n = [property({ type: Boolean })], apply(this, null, n, { kind: 'accessor', name: 'open' }, r, i); }
        #e; get open() { return this.#e; } set open(e) { this.#e = e; }
        constructor() { super(), this.#e = run(this, r, !1); }
        get place() { return this.p.q; }
      }; })();
      class Pier extends V(HTMLElement) {} ${DEFINED} export { V as Opening };`,
      '',
      {
        'mixins/opening.d.ts':
          'export declare class OpeningType { accessor open: boolean; get place(): string; } export declare const Opening: <T extends new () => HTMLElement>(S: T) => (new () => OpeningType) & T;',
      },
    );
    expect(component.properties.map((one) => [one.name, one.type.text, one.default])).toEqual([
      ['open', 'boolean', 'false'],
      ['place', 'string', undefined],
    ]);
  });

  test('the values of an enum as text', () => {
    const component = compiled(
      `class Pier extends HTMLElement { deck = 'Upper'; } ${DEFINED}`,
      'declare enum Deck { Upper = "Upper", Car = "Car" } type Side = "a" | "b"; export declare class Pier extends HTMLElement { deck: `${Deck}`; side: `to-${Side}`; other: `x${string}`; }',
    );
    expect(component.properties[0]?.type).toEqual({
      text: "'Upper' | 'Car'",
      schema: { enum: ['Upper', 'Car'] },
    });
  });

  test('comments inside a type are left out, texts that look like them are not', () => {
    const component = compiled(
      `class Pier extends HTMLElement { accept = ''; place = null; } ${DEFINED}`,
      "export declare class Pier extends HTMLElement { accept: /* all */ 'image/*' | '*/*'; place: { at: string; // where\n url: 'http://a' }; }",
    );
    expect(component.properties.map((one) => one.type.text)).toEqual([
      "'image/*' | '*/*'",
      "{ at: string; url: 'http://a' }",
    ]);
  });

  test('lines for tools do not part a comment from its member; others do', () => {
    const component = compiled(
      `class Pier extends HTMLElement {
        /** First. */
        // @ts-expect-error
        // eslint-disable-next-line
        one = 1;
        /** Of nothing that is left. */
        // one more
        two = 2;
      } ${DEFINED}`,
      '',
    );
    expect(component.properties.map((one) => one.description)).toEqual(['First.', undefined]);
  });

  test('a method that overrides another without a word does what is said of that', () => {
    const component = compiled(
      `class Base extends HTMLElement {
        /** Empties it. @deprecated Leave it. */
        clear() {}
        /** Fills it. */
        fill() {}
      }
      class Pier extends Base { clear() { super.clear(); }
        /** Fills it twice. */
        fill() {} } ${DEFINED}`,
      '',
    );
    expect(component.methods.map((one) => [one.name, one.description, one.inheritedFrom])).toEqual([
      ['clear', 'Empties it. @deprecated Leave it.', undefined],
      ['fill', 'Fills it twice.', undefined],
    ]);
  });
});

test.each<[what: string, method: string, text: string]>([
  [
    'types and a result',
    '/** @param {Date} from\n * @returns {boolean} */ go(from) {}',
    'go(from: Date): boolean',
  ],
  [
    'what may be left out',
    '/** @param {Date} [from] - When.\n * @param {?string=} to */ go(from, to) {}',
    'go(from?: Date, to?: string | null): unknown',
  ],
  [
    'what may be left out before what may not',
    '/** @param {Date=} from\n * @param {string} to */ go(from, to) {}',
    'go(from: Date | undefined, to: string): unknown',
  ],
  [
    'a value of its own',
    "/** @param {string} to */ async go(to = 'x') {}",
    'go(to?: string): Promise<unknown>',
  ],
  [
    'one of several',
    '/** @param {*} to */ go(from, to, ...rest) {}',
    'go(from, to: unknown, ...rest): unknown',
  ],
  [
    'no type at all',
    '/** @param {} to\n * @param {a b} from\n * @returns {(} */ go(to, from) {}',
    'go(to, from): unknown',
  ],
])('a method without annotations by its comment: %s', (_, method, text) => {
  const { methods } = compiled(`class Pier extends HTMLElement { ${method} } ${DEFINED}`, '');
  expect(methods.map((one) => one.text)).toEqual([text]);
});

describe('defaults', () => {
  test.each<[written: string, told: string | undefined]>([
    ['!0', 'true'],
    ['1e4', '10000'],
    ['void 0', undefined],
    ['undefined', undefined],
    ['Deck.Car', "'car'"],
    ['LENGTH', '12'],
    ['a', undefined],
    ['-1', '-1'],
    ["'north'", "'north'"],
    ['`north`', "'north'"],
    ['[a, 1]', '[a, 1]'],
    ['LONG', `'${'deck '.repeat(15)}d...`],
  ])('%s is told as %s', (written, told) => {
    const before = `const Deck = { Car: 'car' }; const LENGTH = 12; const a = () => 1; const LONG = '${'deck '.repeat(40)}';`;
    const component = compiled(
      `${before} class Pier extends HTMLElement { constructor() { super(); this.held = ${written}; } } ${DEFINED}`,
      '',
    );
    expect(component.properties.map((one) => [one.name, one.default])).toEqual([['held', told]]);
  });

  test('a comment says them only where the code does not', () => {
    const component = compiled(
      `class Pier extends HTMLElement {
        /** @default 'south' */
        deck = 'north';
        /** @defaultValue 3 */
        set most(v) { this.m = v; }
        /** @default undefined */
        set least(v) { this.l = v; }
        /** @default - */
        set other(v) { this.o = v; }
        /** @default none */
        set shape(v) { this.s = v; }
        /** @default 8 */
        get last() { return this.x; } set last(v) { this.x = v; }
      } ${DEFINED}`,
      '',
    );
    expect(component.properties.map((one) => [one.name, one.default])).toEqual([
      ['deck', "'north'"],
      ['most', '3'],
      ['least', undefined],
      ['other', undefined],
      ['shape', 'none'],
      ['last', '8'],
    ]);
  });

  test('an object at first may later have another shape, unless its type says so', () => {
    const [script, typed] = ['pier.js', 'pier.ts'].map(
      (name) =>
        surveyed({ [name]: `class Pier extends HTMLElement { state = { kind: 'waiting' }; } ${DEFINED}` })
          .contract.components[0]?.properties[0]?.type.text,
    );
    expect([script, typed]).toEqual(['object', '{ kind: string }']);
  });

  test('what is listened to under a name is no field of that name', () => {
    const component = compiled(
      `class Pier extends HTMLElement { constructor() { super(); listen(this, 'shut', this.onShut); set(this, 'deck', 'car'); } onShut() {} } ${DEFINED}`,
      '',
    );
    expect(component.properties.map((one) => one.name)).toEqual(['deck']);
  });
});

test('tags of a class say what its members are for, where nothing nearer does', () => {
  const component = compiled(
    `/**
     * @prop {string[]} rows - What is listed.
     * @property {number} [most=3] - How many at most.
     * @attr {boolean} open - Whether it shows.
     * @attribute berth - Where it lies.
     */
    class Pier extends HTMLElement {
      static observedAttributes = ['open', 'berth'];
      set rows(v) { this.r = v; }
      /** Of all. */
      set most(v) { this.m = v; }
      get open() { return this.hasAttribute('open'); } set open(v) { this.toggleAttribute('open', v); }
      attributeChangedCallback() {}
    } ${DEFINED}`,
    '',
  );
  const described = component.properties.map((one) => [
    one.name,
    one.type.text,
    one.default,
    one.description,
  ]);
  expect(described).toEqual([
    ['rows', 'string[]', undefined, 'What is listed.'],
    ['most', 'number', '3', 'Of all.'],
    ['open', 'boolean', undefined, 'Whether it shows.'],
  ]);
  expect(component.attributes).toMatchObject([{ name: 'berth', description: 'Where it lies.' }]);
});

test('what a class of another package declares is typed by the declarations beside it', () => {
  const component = compiled(
    `import { Anchored } from 'far.js'; class Pier extends Anchored(HTMLElement) {} ${DEFINED}`,
    '',
    {
      'lib/far.js':
        "import { property, decorate } from 'kit'; export const Anchored = (S) => { class Anchor extends S { other = 1; inner = 2; } decorate([property()], Anchor.prototype, 'target', void 0); return Anchor; };",
      'lib/far.d.ts':
        "export declare class AnchorInterface {\n/** Where it opens. */\ntarget?: '_blank' | '_self'; other: number; } export declare const Anchored: <T>(S: T) => AnchorInterface & T;",
    },
  );
  expect(component.properties).toMatchObject([
    { name: 'other', type: { text: 'number' } },
    { name: 'target', description: 'Where it opens.', type: { schema: { enum: ['_blank', '_self'] } } },
  ]);
});

describe('events', () => {
  const DECORATED = `import { event, decorate } from 'kit';
    let Pier = class Pier extends HTMLElement { shut() { this.send('close-inner'); } send(name) { this.dispatchEvent(new CustomEvent(name)); } };
    Pier = decorate([
      element('pier-a')
      /**
       * Sent when a ship
       * has made fast.
       * @since 2.0
       */
      ,
      event("berth-change", { bubbles: true })
      /**
       * @private
       */
      ,
      event("close-inner"),
      event("shut")
    ], Pier); customElements.define('pier-a', Pier);`;

  test('a comment before a compiled decorator is about its event; a private one is none for users', () => {
    const { events } = compiled(DECORATED, '');
    expect(events.map((one) => [one.name, one.description, one.since])).toEqual([
      ['berth-change', 'Sent when a ship has made fast.', '2.0'],
      ['shut', undefined, undefined],
    ]);
  });

  test('a field without a value says what each event carries', () => {
    const { events, properties } = compiled(
      DECORATED,
      'interface Change { berth: number } export declare class Pier extends HTMLElement { eventDetails: Base["eventDetails"] & { "berth-change": Change; shut: void }; }',
    );
    expect(events.map((one) => [one.name, one.detail.text, one.detail.schema])).toEqual([
      [
        'berth-change',
        'Change',
        { type: 'object', properties: { berth: { type: 'number' } }, required: ['berth'] },
      ],
      ['shut', 'null', { type: 'null' }],
    ]);
    expect(properties).toEqual([]);
  });

  test('what only has such a type is a member like any other', () => {
    const { contract } = surveyed({
      'pier.ts': `class Pier extends HTMLElement { event!: { title: string }; lastEvent?: { at: number }; eventMap = { shut: 1 }; } ${DEFINED}`,
    });
    const names = contract.components[0]?.properties.map((one) => one.name);
    expect(names).toEqual(['event', 'lastEvent', 'eventMap']);
  });

  test('in source as well, where the comment of the class stays its own', () => {
    const { contract } = surveyed({
      'pier.ts': `import { event, element } from 'kit';
        /** Where ships lie. */
        @event('berth-change')
        /** It is shut. */
        @event('shut')
        @element('pier-a')
        export class Pier extends HTMLElement { eventDetails!: { 'berth-change': number; shut: void }; }
        customElements.define('pier-a', Pier);`,
    });
    const [component] = contract.components;
    expect(component?.description).toBe('Where ships lie.');
    expect(component?.properties).toEqual([]);
    expect(component?.events.map((one) => [one.name, one.description, one.detail.text])).toEqual([
      ['berth-change', undefined, 'number'],
      ['shut', 'It is shut.', 'null'],
    ]);
  });

  test.each<[what: string, declared: string, eventType: string, detail: string, named?: string]>([
    ['an alias', 'export type Shut = CustomEvent<{ berth: number }>;', 'CustomEvent', '{ berth: number }'],
    ['an alias of an alias', 'type A = CustomEvent<string>; export type Shut = A;', 'CustomEvent', 'string'],
    [
      'an alias with a parameter',
      'export type Shut<T = string> = CustomEvent<{ of: T }>;',
      'CustomEvent',
      '{ of: T }',
    ],
    ['another target', 'export type Shut = Event & { target: HTMLElement };', 'Event', 'null'],
    ['an interface', 'export interface Shut extends CustomEvent<number> {}', 'CustomEvent', 'number'],
    ['a class', 'export declare class Shut extends CustomEvent<number> {}', 'Shut', 'number'],
    [
      'a class below one',
      'declare class A extends Event {} export declare class Shut extends A {}',
      'Shut',
      'null',
    ],
    ['one that leads in a circle', 'export type Shut = Shut;', 'Shut', 'null'],
    [
      'an alias that is given the detail',
      'export type Shut<T> = CustomEvent<T>;',
      'CustomEvent',
      'number',
      'Shut<number>',
    ],
    [
      'a class that is given the detail',
      'export declare class Shut<T> extends CustomEvent<T> {}',
      'Shut',
      'number',
      'Shut<number>',
    ],
  ])('the type of an event through %s', (_, declared, eventType, detail, named = 'Shut') => {
    const { events } = compiled(
      `class Pier extends HTMLElement { shut() { this.dispatchEvent(new CustomEvent('shut', { detail: this.x })); } } ${DEFINED}`,
      `import type { Shut } from "./shut.js"; export interface PierEventMap { shut: ${named} } export declare class Pier extends HTMLElement { shut(): void; }`,
      { 'shut.d.ts': declared },
    );
    expect(events.map((one) => [one.eventType, one.detail.text])).toEqual([[eventType, detail]]);
  });

  test('a class that a minifier left without a name goes by its export, or by the class above', () => {
    const { events } = compiled(
      `import { ShutEvent as s } from './shut.js'; class o extends Event {}
       class Pier extends HTMLElement { shut() { this.dispatchEvent(new s('shut')); this.dispatchEvent(new o('open')); } } ${DEFINED}`,
      '',
      {
        'shut.js':
          'class t extends Event { constructor(n) { super(n, { bubbles: true }); } } export { t as ShutEvent };',
      },
    );
    expect(events.map((one) => [one.name, one.eventType, one.bubbles])).toEqual([
      ['shut', 'ShutEvent', true],
      ['open', 'Event', false],
    ]);
  });
});

test('a member that holds what is slotted says what the slot is for, in source and by declarations', () => {
  const inSource = surveyed({
    'pier.ts': `import { slot } from 'kit'; class Pier extends HTMLElement {
      /** Ships that lie here. */
      @slot({ default: true }) ships!: HTMLElement[];
      constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<slot></slot><slot name="sign"></slot>'; }
    } ${DEFINED}`,
  }).contract.components[0];
  expect(inSource?.slots.map((one) => [one.name, one.description])).toEqual([
    ['', 'Ships that lie here.'],
    ['sign', undefined],
  ]);
  const { slots } = compiled(
    `import { slot, decorate } from 'kit'; class Pier extends HTMLElement {} decorate([slot()], Pier.prototype, "sign", void 0); ${DEFINED}`,
    'export declare class Pier extends HTMLElement {\n/** What it is called. */\nsign: HTMLElement[]; }',
  );
  expect(slots.map((one) => [one.name, one.description])).toEqual([['sign', 'What it is called.']]);
});
