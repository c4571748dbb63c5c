/** Mixins that a list holds, and functions that make a class of a table. */
import { describe, expect, test } from 'vitest';
import { attributesOf } from '../../dist/core/contract/types.js';
import { componentIn, surveyed } from '../support/memory.js';

const names = (list: readonly { name: string }[]) => list.map((one) => one.name).sort();

const MIXINS = `
  const Deck = (Base) => class extends Base {
    static get observedAttributes() { return [...(Base.observedAttributes || []), 'deck']; }
    set deck(value) {} };
  const Rail = ({ rail }) => (Base) => class extends Base { get rail() { return rail; } set rail(value) {} };
  const make = ({ berth }) => { class Made extends HTMLElement { get berth() { return berth; } set berth(value) {} } return Made; };`;

describe('mixins put together by a function', () => {
  test.each([
    [
      'over the list',
      'const compose = (...all) => (base) => all.reduceRight((made, mixin) => mixin(made), base);',
    ],
    [
      'turned round, in a function with statements, where some may be missing',
      `const compose = (...all) => function (base) {
        return all.filter(Boolean).reverse().reduce((made, mixin) => { return mixin ? mixin(made) : made; }, base); };`,
    ],
  ])('%s', (_, compose) => {
    const pier = componentIn(`${MIXINS} ${compose}
      customElements.define('line-pier', compose(Deck, Rail({ rail: 2 }))(class extends HTMLElement { set own(value) {} }));`);
    expect(names(pier.properties)).toEqual(['deck', 'own', 'rail']);
    expect(names(attributesOf(pier))).toEqual(['deck']);
  });

  test('a call that makes the class they are given, and mixins that are put together themselves', () => {
    const pier = componentIn(`${MIXINS}
      const compose = (...all) => (base) => all.reduceRight((made, mixin) => mixin(made), base);
      const Both = (options) => compose(Rail(options), Deck);
      const Pier = compose((Base) => class extends Base { set own(value) {} }, Both({ rail: 1 }))(make({ berth: 3 }));
      customElements.define('line-pier', Pier);`);
    expect(names(pier.properties)).toEqual(['berth', 'deck', 'own', 'rail']);
  });

  test('the class first in the list', () => {
    const pier = componentIn(`${MIXINS}
      const mix = (...all) => all.reduce((made, mixin) => mixin(made));
      customElements.define('line-pier', class extends mix(make({ berth: 1 }), Deck) {});`);
    expect(names(pier.properties)).toEqual(['berth', 'deck']);
  });

  test('a list that nobody can tell ends the chain, and is said', () => {
    const { contract } = surveyed({
      'a.js': `${MIXINS} import { all } from 'nowhere';
        customElements.define('line-pier', all.reduce((made, mixin) => mixin(made), class extends HTMLElement { set own(value) {} }));`,
    });
    expect(contract.components.map((one) => names(one.properties))).toEqual([['own']]);
  });
});

/** A package whose function makes a class of what an element does and a table of its properties. */
const KIT = `
  function attributesIn(table) {
    const found = new Map();
    for (const [name, one] of Object.entries(table)) if (one.attribute) found.set(one.attribute, name);
    return found;
  }
  function addAccessors(Made, table) {
    for (const name of Object.keys(table))
      Object.defineProperty(Made.prototype, name, { get() { return this.held[name]; }, set(value) { this.held[name] = value; } });
  }
  export const describe = (table) => Object.freeze(table);
  export function makeElement(setUp, table) {
    const byAttribute = attributesIn(table);
    const observed = Array.from(byAttribute.keys());
    class Made extends HTMLElement {
      static { this.observedAttributes = observed; }
      constructor() { super(); setUp(this); }
      attributeChangedCallback(name, before, value) { this[byAttribute.get(name)] = value; }
    }
    addAccessors(Made, table);
    return Made;
  }`;

describe('classes that a function of another package makes of a table', () => {
  const { contract } = surveyed({
    'lib/kit': KIT,
    'a.js': `import { describe, makeElement } from 'kit';
      const piers = describe({
        berths: { default: 4, attribute: 'data-berths', type: 'number' },
        moored: { default: null, attribute: 'moored', type: 'json' },
        crane: { default: null, attribute: false, type: 'json' },
      });
      const quays = describe({ deck: { default: 'upper', attribute: 'deck', type: 'string' } });
      const mindPier = (pier) => { pier.dispatchEvent(new Event('moor')); };
      const mindQuay = () => {};
      const PierBase = makeElement(mindPier, piers);
      const QuayBase = makeElement(mindQuay, quays);
      customElements.define('line-pier', class extends PierBase {});
      customElements.define('line-quay', class extends QuayBase {});`,
  });
  const [pier, quay] = contract.components;

  test('have its properties, with the attributes that are observed', () => {
    expect(pier?.properties.map(({ name, attribute }) => [name, attribute?.name, attribute?.reads])).toEqual([
      ['berths', 'data-berths', 'number'],
      ['moored', 'moored', 'json'],
      ['crane', undefined, undefined],
    ]);
    expect(pier?.properties.map(({ type, default: initial }) => [type.text, initial])).toEqual([
      ['number', '4'],
      ['unknown', undefined],
      ['unknown', undefined],
    ]);
    expect(pier?.attributes).toEqual([]);
  });

  test('are told apart by what each was made of', () => {
    expect(quay?.properties.map((one) => one.name)).toEqual(['deck']);
    expect([pier, quay].map((one) => one?.events.map((event) => event.name))).toEqual([['moor'], []]);
  });
});

test('what declarations say of generic types is not taken for the members of an element', () => {
  const { contract } = surveyed({
    'lib/kit.js': KIT,
    'lib/kit.d.ts': `interface Signal<T> { /** @deprecated */ value: T; /** How many. */ berths: T }
      export declare function createSignal<T>(value: T): Signal<T>;
      export declare function makeElement(setUp: (host: HTMLElement) => void, table: object): typeof HTMLElement;`,
    'a.js': `import { makeElement } from './lib/kit.js';
      const table = { value: { default: 'upper', attribute: 'value', type: 'string' } };
      customElements.define('line-pier', class extends makeElement(() => {}, table) {});`,
  });
  expect(contract.components[0]?.properties.map((one) => [one.name, one.type.text, one.deprecated])).toEqual([
    ['value', 'string', undefined],
  ]);
});
