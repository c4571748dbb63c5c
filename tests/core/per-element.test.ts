/** Tables that a base class works attributes out of, and accessors that it gives each element for them. */
import { describe, expect, test } from 'vitest';
import { attributesOf } from '../../dist/core/contract/types.js';
import { componentIn, surveyed } from '../support/memory.js';

const BASE_BODY = `
  static isRich(name) {
    if (!this.asProperties) return false;
    const types = this.types;
    if (!types[name] || /^on|content/.test(name)) return false;
    return (isList(types[name]) ? types[name] : [types[name]]).some((one) => one === Object || one === Array);
  }
  static get observedAttributes() {
    return Object.keys(this.types || {}).filter((name) => !/^on|content/.test(name) && !this.isRich(name)).map(hyphens);
  }
  constructor() { super(); this.prepare(); }
  prepare() {
    Object.keys(this.constructor.types).forEach((name) => {
      if (this.constructor.isRich(name))
        Object.defineProperty(this, name, { get: () => this.held[name], set: (value) => { this.held[name] = value; } });
    });
  }
  createRenderRoot() {
    if (this.constructor.inPage) return this;
    return this.attachShadow({ mode: 'open' });
  }`;
const HELPERS = `
  const isList = (one) => Object.prototype.toString.call(one) === '[object Array]';
  const hyphens = (text) => text.replace(/\\B([A-Z])/g, '-$1').toLowerCase();`;
const WRITTEN = `${HELPERS} export class Base extends HTMLElement { static asProperties = true; ${BASE_BODY} }`;

/** As a minifier leaves what a compiler made for engines without classes, with the helper's body in place of its call. */
const MINIFIED = `
  function r(e, t) { for (var n = 0; n < t.length; n++) Object.defineProperty(e, t[n].key, t[n]); }
  function y(e) { return e.replace(/\\B([A-Z])/g, "-$1").toLowerCase(); }
  function h(e) { return Object.prototype.toString.call(e) === "[object Array]"; }
  var ee = /*#__PURE__*/ function (n) {
    function o() { var e; return (e = n.call(this) || this).prepare(), e; }
    s(o, n), o.isRich = function (e) {
      if (!this.asProperties) return !1;
      var t = this.types;
      return !(!t[e] || /^on|content/.test(e)) && (h(t[e]) ? t[e] : [t[e]]).some(function (e) { return e === Object || e === Array; });
    };
    var i, a, c, u = o.prototype;
    return u.prepare = function () {
      var e = this;
      Object.keys(this.constructor.types).forEach(function (t) {
        e.constructor.isRich(t) && Object.defineProperty(e, t, { get: function () { return e.held[t]; }, set: function (n) { e.held[t] = n; } });
      });
    }, u.createRenderRoot = function () { return this.constructor.inPage ? this : this.attachShadow({ mode: "open" }); },
    i = o, c = [{ key: "observedAttributes", get: function () {
      var e = this;
      return Object.keys(this.types || {}).filter(function (t) { return !/^on|content/.test(t) && !e.isRich(t); }).map(y);
    } }], (a = [{ key: "ref", get: function () {} }]) && r(i.prototype, a), c && r(i, c), Object.defineProperty(i, "prototype", { writable: !1 }), i;
  }(/*#__PURE__*/ l(HTMLElement));
  ee.asProperties = !0;
  export { ee as Base };`;

const PIER = `import { Base } from 'base';
  class Pier extends Base {}
  Object.assign(Pier, {});
  define(Pier, 'types', {
    rowCount: Number, isOpen: Boolean, label: [String, Number], berths: Array, plan: [String, Object], onPick: Function, content: Object,
  });
  customElements.define('pier-a', Pier);
  class Quay extends Base { static types = { berths: Object }; static inPage = true; }
  customElements.define('quay-a', Quay);`;

describe.each([
  ['as it is written', WRITTEN],
  ['compiled and minified', MINIFIED],
])('a base class of another package with tables of types, %s', (_name, base) => {
  const [pier, quay] = surveyed({ 'a.js': PIER, 'lib/base': base }).contract.components;

  test('attributes are those that the list is worked out to', () => {
    expect(attributesOf(pier as never).map((one) => [one.name, one.reads])).toEqual([
      ['row-count', 'number'],
      ['is-open', 'boolean'],
      ['label', 'string'],
    ]);
    expect(pier?.notes).toEqual([]);
  });

  test('what the constructor defines by the table is a property, of the type that stands there', () => {
    const offered = pier?.properties.map((one) => [one.name, one.type.text, one.readonly, one.field]);
    expect(offered).toEqual([
      ['berths', 'unknown[]', false, undefined],
      ['plan', 'string | object', false, undefined],
    ]);
    expect(quay?.properties.map((one) => [one.name, one.type.text])).toEqual([['berths', 'object']]);
  });

  test('where it renders is what the class says of itself', () => {
    expect([pier?.root, quay?.root]).toEqual(['open', 'none']);
  });
});

describe('a class that a function makes of a description', () => {
  const MAKE = `export const make = (described) => {
    const lists = { observed: [] };
    for (const key in described.props ?? {}) lists.observed.push(key.toLowerCase());
    return class extends HTMLElement {
      static observedAttributes = lists.observed;
      constructor() {
        super();
        this.attachShadow({ mode: 'open' }).innerHTML = described.template ?? '';
        const held = { ...described.props, ...described.others };
        const before = {};
        for (const key in held) {
          if (key === 'secret') continue;
          if (this[key] !== undefined) before[key] = this[key];
          Object.defineProperty(this, key, { configurable: true, get: () => held[key], set: (value) => { held[key] = value; } });
        }
        for (const key in before) this[key] = before[key];
        Object.defineProperty(this, 'inner', { get: () => held });
      }
    };
  };`;
  const source = `import { make } from './make.js';
    const template = '<slot name="rail"></slot><p part="deck"></p>';
    class Pier extends make({ template, props: { label: 'north', maxRows: 3, open: false }, others: { secret: 1 } }) {}
    customElements.define('pier-a', Pier);`;
  const pier = surveyed({ 'a.js': source, 'make.js': MAKE }).contract.components[0];

  test('properties with what they hold at first, each with its attribute, taken over when it is defined late', () => {
    const offered = pier?.properties.map((one) => [
      one.name,
      one.default,
      one.attribute?.name,
      one.adopted,
      one.readonly,
    ]);
    expect(offered).toEqual([
      ['label', '"north"', 'label', true, false],
      ['maxRows', '3', 'maxrows', true, false],
      ['open', 'false', 'open', true, false],
      ['inner', undefined, undefined, undefined, true],
    ]);
  });

  test("its template is the element's", () => {
    expect(pier?.slots.map((one) => one.name)).toEqual(['rail']);
    expect(pier?.cssParts.map((one) => one.name)).toEqual(['deck']);
  });
});

test('accessors by a list that nobody knows, or in a class of another package by a name of its own, are not told', () => {
  const pier = componentIn(
    `import { Base } from 'base';
     class Pier extends Base { constructor() { super(); for (const one of fetched()) Object.defineProperty(this, one, { get() { return 1; } }); } }
     customElements.define('pier-a', Pier);`,
    {
      'lib/base': `export class Base extends HTMLElement { constructor() { super(); Object.defineProperty(this, 'ref', { get: () => 1 }); } }`,
    },
  );
  expect(pier.properties).toEqual([]);
});

test('a function among the members of an object defines accessors of a class that it is given, with their attributes', () => {
  const util = `const util = {};
    util.camel = (text) => text.toLowerCase().replace(/-([a-z])/g, (all, letter) => letter.toUpperCase());
    util.defineFlags = (made, names) => { names.forEach((name) => {
      const key = util.camel(name);
      Object.defineProperty(made.prototype, key, {
        get() { return this.hasAttribute(name); },
        set(value) { if (value) this.setAttribute(name, ''); else this.removeAttribute(name); },
      });
    }); };
    export default util;`;
  const source = `import util from './util.js';
    class Pier extends HTMLElement {}
    util.defineFlags(Pier, ['low-tide', 'open']);
    customElements.define('pier-a', Pier);`;
  const [pier] = surveyed({ 'a.js': source, 'util.js': util }).contract.components;
  const offered = pier?.properties.map((one) => [one.name, one.type.text, one.readonly, one.attribute]);
  expect(offered).toEqual([
    ['lowTide', 'boolean', false, { name: 'low-tide', reads: 'boolean', reflects: true }],
    ['open', 'boolean', false, { name: 'open', reads: 'boolean', reflects: true }],
  ]);
});

test('what descriptors in a constructor say: a value makes a field, no setter makes it read only', () => {
  const pier = componentIn(`class Pier extends HTMLElement {
    constructor() {
      super();
      Object.defineProperty(this, 'deck', { enumerable: true, configurable: true, writable: true, value: 1 });
      ['form', 'size'].forEach((key) => {
        Object.defineProperty(this, key, { get: () => this.inner[key], set: ['form'].indexOf(key) === -1 ? (value) => { this.inner[key] = value; } : undefined });
      });
    }
  }
  customElements.define('pier-a', Pier);`);
  const offered = pier.properties.map((one) => [one.name, one.default, one.readonly, one.field]).sort();
  expect(offered).toEqual([
    ['deck', '1', false, true],
    ['form', undefined, true, undefined],
    ['size', undefined, false, undefined],
  ]);
});

test('events by names that the class keeps in static members, also where a class below has others', () => {
  const source = `class Pier extends HTMLElement {
    static get eventOpened() { return 'pier-opened'; }
    open() { this.dispatchEvent(new CustomEvent(this.constructor.eventOpened, { bubbles: true, detail: { deck: 1 } })); }
  }
  class Quay extends Pier { static get eventOpened() { return 'quay-opened'; } }
  customElements.define('pier-a', Pier); customElements.define('quay-a', Quay);`;
  const told = surveyed({ 'a.js': source }).contract.components.map(({ tag, events }) => [
    tag,
    events.map((one) => [one.name, one.bubbles, one.detail.text]),
  ]);
  expect(told).toEqual([
    ['pier-a', [['pier-opened', true, '{ deck: number }']]],
    ['quay-a', [['quay-opened', true, '{ deck: number }']]],
  ]);
});

test.each(['Pier', 'Quay'])(
  'a class that has elements of its own, and others below it, whichever is told first: %s',
  (first) => {
    const source = `class Pier extends HTMLElement {
    static table = ['deck'];
    constructor() { super(); this.constructor.table.forEach((key) => Object.defineProperty(this, key, { get: () => 1, set: () => {} })); }
  }
  class Quay extends Pier { static table = ['berth']; }
  const all = { Pier, Quay };
  customElements.define('${first.toLowerCase()}-a', ${first});
  customElements.define('${first === 'Pier' ? 'quay' : 'pier'}-b', ${first === 'Pier' ? 'Quay' : 'Pier'});`;
    const told = surveyed({ 'a.js': source }).contract.components.map((one) => [
      one.className,
      one.properties.map((each) => each.name),
    ]);
    expect(Object.fromEntries(told as [string, string[]][])).toEqual({ Pier: ['deck'], Quay: ['berth'] });
  },
);

describe('accessors that a function defines on the element it is handed', () => {
  const HELPERS = `
    const reflectText = (element, attribute, name = attribute) => {
      Object.defineProperty(element, name, { enumerable: true,
        get() { const value = this.getAttribute(attribute); return value === null ? '' : value; },
        set(value) { this.setAttribute(attribute, value); } });
    };
    export function reflectFlag(element, attribute) {
      Object.defineProperty(element, attribute, {
        get() { return this.hasAttribute(attribute); },
        set(on) { if (on) this.setAttribute(attribute, ''); else this.removeAttribute(attribute); } });
    }
    function keep(element, name, value) { Object.defineProperty(element, name, { value, writable: true }); }`;
  const shape = (source: string) =>
    componentIn(source).properties.map(({ name, attribute }) => [name, attribute?.name, attribute?.reads]);

  test('of which each has its name and its attribute', () => {
    expect(
      shape(`${HELPERS} const MODE = 'mode';
        customElements.define('line-pier', class extends HTMLElement {
          static get observedAttributes() { return [MODE, 'deck-name', 'open']; }
          constructor() { super(); reflectText(this, MODE); reflectText(this, 'deck-name', 'deckName'); reflectFlag(this, 'open');
            keep(this, 'berths', 3); }
        });`),
    ).toEqual([
      ['berths', undefined, undefined],
      ['mode', 'mode', 'string'],
      ['deckName', 'deck-name', 'string'],
      ['open', 'open', 'boolean'],
    ]);
  });

  test('in a loop, where a name is handed over that nobody can tell', () => {
    expect(
      shape(`${HELPERS} customElements.define('line-pier', class extends HTMLElement {
        constructor() { super(); for (const name of ['deck', 'rail']) reflectText(this, name); reflectText(this, location.hash); }
      });`),
    ).toEqual([
      ['deck', 'deck', 'string'],
      ['rail', 'rail', 'string'],
    ]);
  });
});

test.each([
  ['in a loop', 'for (const name of Object.keys(Pier.starts)) this.define(name);'],
  ['for each name of a list', 'Object.keys(Pier.starts).forEach((name) => this.define(name));'],
  ['by what is called for each name', 'Object.keys(Pier.starts).forEach(this.define, this);'],
  [
    'by what was bound before, of what a list is made into',
    'this.define = this.define.bind(this); Object.keys(Pier.starts).map(this.define);',
  ],
  ['by what is bound there', 'Object.keys(Pier.starts).map(this.define.bind(this));'],
])('accessors that a method defines which is handed their names, %s', (_, calls) => {
  const pier = componentIn(`class Pier extends HTMLElement {
    static get starts() { return { deck: 1, berth: 'x' }; }
    static get observedAttributes() { return Object.keys(Pier.starts); }
    constructor() { super(); ${calls} }
    define(name) {
      Object.defineProperty(this, name, { get: () => this.getAttribute(name), set: (value) => { this.setAttribute(name, value); } });
    }
  } customElements.define('pier-a', Pier);`);
  expect(pier.properties.map((one) => [one.name, one.attribute?.name])).toEqual([
    ['deck', 'deck'],
    ['berth', 'berth'],
  ]);
});

test('what every element has is there already', () => {
  const { properties } = componentIn(`class Base extends HTMLElement {
      connectedCallback() {
        for (const name of this.constructor.observedAttributes)
          name in this || Object.defineProperty(this, name, { get() { return this.getAttribute(name); }, set(value) { this.setAttribute(name, value); } });
      } }
    customElements.define('line-pier', class extends Base { static observedAttributes = ['hidden', 'deck', 'title']; });`);
  expect(properties.map((one) => one.name)).toEqual(['deck']);
});
