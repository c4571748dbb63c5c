/** What declarations apart from the code say: of an element by its tag, of a mixin by its type; and what compilers observe. */
import { expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { attributesOf, freeAttributes } from '../../dist/core/contract/types.js';
import { surveyed } from '../support/memory.js';

const only = (files: Record<string, string>): Component => {
  const [component] = surveyed(files).contract.components;
  if (!component) throw new Error('no component');
  return component;
};

const MADE = `import { P as p, E as e } from './lib.js';
  const t = p(class extends HTMLElement {
    constructor() { super(); this.sail = e(this, "sail", 7); }
    set(x) {}
  }, [1, "pier-a", { mode: [1], berths: [16], loud: [4], turn: [64], held: [32] }, void 0, { berths: ["b"], held: ["h"], lateBerth: ["l"], other: ["o"] }]);
  customElements.define("pier-a", t);`;

const MAP = `export namespace Components {
    interface PierA {
      /** How fast.
       * @default 'fast' */
      "mode": | 'slow'
        | 'fast';
      /** @deprecated use rows */
      "berths"?: { deck: string }[];
      /** Turns it. */
      "turn": (by: number) => Promise<void>;
      "unheard": string;
    }
  }
  declare global {
    interface HTMLPierAElementEventMap { "sail": { at: string }; }
    /** A place to land. Rarely full. */
    interface HTMLPierAElement extends Components.PierA, HTMLElement {
      addEventListener<K extends keyof HTMLPierAElementEventMap>(type: K, listener: (this: HTMLPierAElement, ev: PierACustomEvent<HTMLPierAElementEventMap[K]>) => any): void;
    }
    interface HTMLElementTagNameMap { "pier-a": HTMLPierAElement; }
  }
  export interface PierACustomEvent<T> extends CustomEvent<T> { detail: T; target: HTMLPierAElement; }`;

test('types and words by the tag, where a compiler renamed the class', () => {
  const pier = only({ 'a.js': MADE, 'types/components.d.ts': MAP });
  const bare = only({ 'a.js': MADE });
  const told = (one: Component) =>
    one.properties.map(({ name, type, default: initial, description, deprecated }) =>
      [name, type.text, initial, description, deprecated].filter((it) => it !== undefined).join(' / '),
    );
  expect(told(bare)).toEqual(['mode / string', 'berths / unknown', 'loud / boolean']);
  expect(told(pier)).toEqual([
    "mode / 'slow' | 'fast' / 'fast' / How fast.",
    'berths / { deck: string }[] / use rows',
    'loud / boolean',
  ]);
  expect(pier.properties[0]?.type.schema).toEqual({ enum: ['slow', 'fast'] });
  expect(pier.methods.map((one) => `${one.text} ${one.description}`)).toEqual([
    'turn(by: number): Promise<void> Turns it.',
  ]);
  expect(pier.events.map((one) => [one.name, one.detail.text, one.declared])).toEqual([
    ['sail', '{ at: string }', true],
  ]);
  expect([pier.summary, bare.summary]).toEqual(['A place to land.', undefined]);
});

test('a class that is declared by its name is told by that', () => {
  const code = 'export class Pier extends HTMLElement { deck = "a"; } customElements.define("pier-a", Pier);';
  const map = 'interface Other { deck: number } interface HTMLElementTagNameMap { "pier-a": Other }';
  const types = 'export declare class Pier extends HTMLElement { deck: "a" | "b"; }';
  const typed = (files: Record<string, string>) => only({ 'a.js': code, ...files }).properties[0]?.type.text;
  expect(typed({ 'a.d.ts': types, 'map.d.ts': map })).toBe('"a" | "b"');
  expect(typed({ 'map.d.ts': map })).toBe('number');
  // Source has its types with it.
  expect(surveyed({ 'a.ts': code, 'map.d.ts': map }).contract.components[0]?.properties[0]?.type.text).toBe(
    'string',
  );
});

test('an attribute observed for watchers only is told, and written by nobody', () => {
  const pier = only({ 'a.js': MADE });
  expect(pier.attributes).toEqual([
    { name: 'berths', reads: 'string', watched: true, at: 'a.js:5' },
    { name: 'held', reads: 'string', watched: true, at: 'a.js:5' },
    { name: 'other', reads: 'string', at: 'a.js:5' },
  ]);
  expect(attributesOf(pier).map((one) => one.name)).toEqual(['mode', 'loud', 'berths', 'held', 'other']);
  expect(freeAttributes(pier).map((one) => one.name)).toEqual(['other']);
});

test('a mixin whose type says in place what it adds', () => {
  const pier = only({
    'late.js':
      'export const Late = (S) => class extends S { late = true; inner = 1; get tip() { return ""; } };',
    'late.d.ts': `import type { Tip } from './tip';
      export declare const Late: <T>(base: T) => { new (...args: any[]): { late: boolean; get tip(): Tip; #x: 1; }; at: Tip } & T;
      export declare function Other<T>(base: T): T & Constructor<{ inner: number }>;`,
    'tip.d.ts': 'export interface Tip { inner: string }',
    'a.js': `import { Late } from './late.js'; customElements.define('pier-a', class extends Late(HTMLElement) {});`,
  });
  expect(pier.properties.map((one) => `${one.name}: ${one.type.text}`)).toEqual([
    'late: boolean',
    'tip: Tip',
  ]);
});

test('a base that hands on the list of the class below offers its members', () => {
  const pier = (list: string) =>
    only({
      'a.js': `class Base extends HTMLElement { static get observedAttributes() { return ${list}; } get deck() { return 1; } }
        class Pier extends Base { static get attributes() { return ['rows']; } get rows() { return this.getAttribute('rows'); } set rows(x) { this.setAttribute('rows', x); } }
        customElements.define('pier-a', Pier);`,
    });
  expect(pier('this.attributes').properties.map((one) => one.name)).toEqual(['deck', 'rows']);
  expect(pier('Object.keys(this.properties)').properties.map((one) => one.name)).toEqual(['rows']);
});

test('a class that a bundler put beside those that declarations tell of is not told by theirs', () => {
  const { contract } = surveyed({
    'a.js': `const t = class extends HTMLElement { get color() { return ""; } set color(x) {} }; customElements.define('pier-icon', t);
      class e extends HTMLElement { open = true; hidden_ = 1; } customElements.define('pier-a', e); export { e as Pier };`,
    'a.d.ts': `declare class Pier extends HTMLElement { open: boolean; }
      export default function show(): Pier; export { Pier };`,
  });
  expect(contract.components.map((one) => [one.tag, ...one.properties.map(({ name }) => name)])).toEqual([
    ['pier-a', 'open'],
    ['pier-icon', 'color'],
  ]);
});

test('what a class above keeps to itself is offered by one below that has words for it', () => {
  const pier = (words: string) =>
    only({
      'a.js': `class Base extends HTMLElement { /** @private */ set theme(x) { this.x = x; } }
        class Pier extends Base { ${words} set theme(x) { this.y = x; } get theme() { return this.y; } }
        customElements.define('pier-a', Pier);`,
    }).properties.map((one) => one.name);
  expect(pier('/** The theme. */')).toEqual(['theme']);
  expect(pier('')).toEqual([]);
  expect(pier('/** The theme.\n * @private */')).toEqual([]);
});
