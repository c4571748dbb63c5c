/** Decorators that register what they make of a class: what that adds is the element's, and the class keeps its name. */
import { describe, expect, test } from 'vitest';
import { surveyed } from '../support/memory.js';

const MORE =
  "constructor() { super(); this.attachShadow({ mode: 'open' }); } connectedCallback() { this.dispatchEvent(new Event('made')); } get late() { return 1; }";
const PIER =
  'class Pier extends HTMLElement { /** A deck. */ deck = 1; go() { this.dispatchEvent(new Event("go")); } }';
const MADE = `class Made extends Base { ${MORE} } customElements.define(tag, Made);`;

function shape(source: string, others: Record<string, string> = {}) {
  const { contract, findings } = surveyed({ 'a.ts': source, ...others });
  return {
    codes: findings.map((one) => one.code),
    components: contract.components.map((one) => ({
      tag: one.tag,
      class: [one.className, one.exportName],
      root: one.root,
      properties: one.properties.map((item) => [item.name, item.inheritedFrom].filter(Boolean).join(' of ')),
      events: one.events.map((item) => item.name).sort(),
    })),
  };
}

const WANTED = {
  codes: [],
  components: [
    {
      tag: 'pier-a',
      class: ['Pier', 'Pier'],
      root: 'open',
      properties: ['deck', 'late of Made'],
      events: ['go', 'made'],
    },
  ],
};

describe('a decorator that makes another class', () => {
  test.each([
    [
      'of a tag',
      `const pier = (tag) => (Base) => { ${MADE} return Made; }; @pier('pier-a') export ${PIER}`,
      {},
    ],
    [
      'in a module of its own, of options',
      `import { pier } from './made'; @pier({ tag: 'pier-a' }) export ${PIER}`,
      {
        'made.ts': `export function pier(options) { const { tag } = options; return (Base) => { ${MADE} }; }`,
      },
    ],
    [
      'of a tag or of options',
      `function pier(given) { const { tag, style = '' } = typeof given === 'string' ? { tag: given } : given; return function (Base) { ${MADE} }; } @pier('pier-a') export ${PIER}`,
      {},
    ],
    [
      'as compilers write it',
      `const pier = (tag) => (Base) => { ${MADE} return Made; }; let Pier = ${PIER}; Pier = __decorate([pier('pier-a')], Pier); export { Pier };`,
      {},
    ],
    [
      'called on the class',
      `const pier = (tag) => (Base) => { ${MADE} }; export ${PIER} pier('pier-a')(Pier);`,
      {},
    ],
  ])('%s', (_, source, others) => {
    const { codes, components } = shape(source, others);
    const properties = components.map((one) => ({ ...one, properties: one.properties.toSorted() }));
    expect({ codes, components: properties }).toEqual(WANTED);
  });

  test('a decorator that registers the class itself makes no other', () => {
    const source = `const pier = (tag) => (Base) => { class Unused extends Base { ${MORE} } customElements.define(tag, Base); };`;
    expect(shape(`${source} @pier('pier-a') export ${PIER}`).components).toEqual([
      { tag: 'pier-a', class: ['Pier', 'Pier'], root: 'none', properties: ['deck'], events: ['go'] },
    ]);
  });

  test('a tag that a function works out of what it is given is no fault', () => {
    const define = (tag: string) =>
      shape(
        `export function define(given) { const tag = ${tag}; class Own extends HTMLElement {} customElements.define(tag, Own); }`,
      ).codes;
    expect(define('given.tag')).toEqual([]);
    expect(define('given ? given.tag : given')).toEqual([]);
    expect(define('location.hash')).toEqual(['tag-not-constant']);
    const cycle = 'given2.tag; const given2 = given3.x; const given3 = tag.y;';
    expect(define(cycle)).toEqual(['tag-not-constant']);
  });
});

describe('a decorator that registers the class by another name than it is given', () => {
  const CALL = "const mark = (tag) => (Base) => { customElements.define('deep-' + tag, Base); };";
  const LIB = {
    'lib/decorators': 'export const element = (tag) => (Base) => customElements.define(tag, Base);',
  };
  const versioned = `import { element } from 'decorators';
    const VERSION = '-v7';
    function versioned(tag) { const full = tag + VERSION; return function (Base, context) { note('some-name')(Base);
      if (customElements.get(full)) return; return element(full)(Base, context); }; }
    function plain(tag) { return (Base) => element(tag)(Base); }
    const own = (tag) => { if (globalThis.plainNames) return plain(tag); return versioned(tag); };`;

  test.each([
    ['with a prefix', `${CALL} @mark('pier-a') ${PIER}`, 'deep-pier-a'],
    ['by a decorator that it calls', `${versioned} @versioned('pier-a') ${PIER}`, 'pier-a-v7'],
    ['by one of two that it leaves everything to', `${versioned} @own('pier-a') ${PIER}`, 'pier-a-v7'],
    ['or not', `${versioned} @plain('pier-a') ${PIER}`, 'pier-a'],
    [
      'or nobody knows',
      `import { mark } from 'nowhere'; const own = (tag) => mark(tag); @own('pier-a') ${PIER}`,
      'pier-a',
    ],
  ])('%s', (_, source, tag) => {
    expect(shape(source, LIB).components.map((one) => one.tag)).toEqual([tag]);
  });
});

describe('a decorator of another package', () => {
  const LIB = {
    'lib/marks': `import { property } from 'far';
      export const flag = (options) => (proto, name) => { property({ type: Boolean, reflect: true, updated() { options?.updated?.call(this); } })(proto, name); };
      export const told = (options) => (proto, name) => { note(proto); return property({ ...options, type: Number })(proto, name); };
      export const heard = (...given) => (proto, name) => { proto.constructor.addInitializer((one) => listen(one, given)); };`,
  };
  const told = (source: string) => {
    const [pier] = surveyed({ 'a.ts': `import { flag, told, heard } from 'marks';\n${source}`, ...LIB })
      .contract.components;
    return [
      ...(pier?.properties ?? []).map((one) => [one.name, one.attribute?.reads, one.attribute?.reflects]),
      ...(pier?.methods ?? []).map((one) => one.name),
    ];
  };
  const WANTED = [['open', 'boolean', true], ['rows', 'number', false], 'hear'];

  test('applies one of a third in its turn; what it makes of a method is no property', () => {
    const source = `class Pier extends HTMLElement { @flag({ blocks: true }) open; @told({ note: 'x' }) rows; @heard({ type: 'keydown', target: window }) hear() {} }
      customElements.define('pier-a', Pier);`;
    expect(told(source)).toEqual(WANTED);
  });

  test('as compilers write it', () => {
    const source = `class Pier extends HTMLElement { hear() {} }
      __decorate([flag({ blocks: true })], Pier.prototype, 'open', void 0);
      __decorate([told({ note: 'x' })], Pier.prototype, 'rows', void 0);
      __decorate([heard({ type: 'keydown', target: window })], Pier.prototype, 'hear', null);
      customElements.define('pier-a', Pier);`;
    expect(told(source)).toEqual(WANTED);
  });
});

describe('a decorator that works out what another one is given', () => {
  const attributesOf = (members: string, helpers: string) => {
    const source = `${helpers} class Pier extends HTMLElement { ${members} } customElements.define('pier-a', Pier);`;
    const [pier] = surveyed({ 'a.ts': `import { property } from 'far';\n${source}` }).contract.components;
    return pier?.properties.map((one) => [one.name, one.attribute?.name, one.attribute?.reads]);
  };

  test.each([
    [
      'step by step',
      'const own = (given) => (proto, name) => { const options = { type: Boolean, ...given }; if (given.plain) { options.attribute = name; } else options.attribute = `at-${name}`; return property(options)(proto, name); };',
    ],
    [
      'as minifiers write it',
      'function own(e){return(t,n)=>{const o={type:Boolean,...e};return o&&(o.attribute=n,!e.plain&&(o.attribute="at-"+n),property(o)(t,n))}}',
    ],
    [
      'in a choice of two',
      'function own(e){return(t,n)=>{const o={type:Boolean};e.plain?o.attribute=n:(o.attribute="at-"+n);property(o)(t,n)}}',
    ],
  ])('%s', (_, helpers) => {
    expect(attributesOf('@own({ plain: true }) open; @own({ plain: false }) lit;', helpers)).toEqual([
      ['open', 'open', 'boolean'],
      ['lit', 'at-lit', 'boolean'],
    ]);
  });

  test('in a function that it hands the member to', () => {
    const helpers = `const words = () => (proto, name) => { const made = { get() { return 1; }, set(value) {} };
      return name !== undefined ? legacy(made, proto, name) : standard(made, proto); };
      const legacy = (made, proto, name) => { const own = Object.defineProperty(proto, name, made); return property({ type: Object, attribute: 'pier-words' })(own, name); };
      const standard = (made) => ({ kind: 'method', made });`;
    expect(attributesOf('@words() labels;', helpers)).toEqual([['labels', 'pier-words', 'json']]);
  });

  test('of what nobody can tell, nothing is told', () => {
    const helpers =
      'function own(e){return(t,n)=>{const o={attribute:"deck"};location.hash&&(o.attribute="pier");property(o)(t,n)}}';
    expect(attributesOf('@own({}) deck;', helpers)?.map(([name]) => name)).toEqual(['deck']);
    const [[, attribute] = []] = attributesOf('@own({}) deck;', helpers) ?? [];
    expect(attribute).not.toBe('pier');
  });
});
