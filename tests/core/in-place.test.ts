/** Functions that are called where they stand, as compilers and minifiers write them, and what other functions hand back. */
import { describe, expect, test } from 'vitest';
import { attributesOf } from '../../dist/core/contract/types.js';
import { componentIn, surveyed } from '../support/memory.js';

/** The attributes of each tag. */
function offered(source: string, others: Record<string, string> = {}) {
  const { contract, findings } = surveyed({ 'a.js': source, ...others });
  expect(findings).toEqual([]);
  return contract.components.map(
    (one) =>
      `${one.tag}: ${attributesOf(one)
        .map(({ name }) => name)
        .sort()}`,
  );
}

describe('a function that is called where it stands', () => {
  /** Registers what it is given; `NAMES` are the names of its parameters. */
  const helper = (given: string, handed: string) => `const one = ${given} => {
    customElements.get(e) || (function (t, n) {
      class Made extends HTMLElement {}
      Made.observedAttributes = n;
      customElements.define(t, Made);
    })${handed};
  };
  one({ tagName: 'quay-a', names: ['depth', 'side'] });
  one(Object.assign({}, globalThis.options, { tagName: 'quay-b', names: ['depth', 'side'].filter((x) => x !== 'side') }));`;

  test.each([
    ['its parameters are what it is handed', helper('({ tagName: e, names: o })', '(e, o)')],
    ['as are those that share a name with one outside', helper('({ tagName: e, names: t })', '(e, t)')],
    [
      'and those of one inside the other',
      helper('(e) => (({ tagName: e, names: n })', '(e, n)').replace(/\};\s+one\(/, '})(e);\none('),
    ],
  ])('%s', (_, source) => {
    expect(offered(source)).toEqual(['quay-a: depth,side', 'quay-b: depth']);
  });

  test('a class that the function around is handed is told where that is called', () => {
    const source = `const entry = (TheClass) => { ((tag, one) => customElements.define(tag, one))('quay-a', TheClass); };
      entry(class extends HTMLElement { static observedAttributes = ['depth']; });`;
    expect(offered(source)).toEqual(['quay-a: depth']);
  });
});

describe('async functions as compilers write them for engines without', () => {
  const helper =
    'const step = (self, given, kind, body) => new Promise((done) => done(body.apply(self, given || [])));';

  test.each([
    ['four things', 'step(void 0, [options], void 0, function* ({ tag, names }) {', '})'],
    ['three', 'step(null, [options], function* ({ tag, names }) {', '})'],
    ['the generator alone', 'step(function* ({ tag, names }) {', '})(options)'],
  ])('run as what they were, with what they are handed: of %s', (_, start, end) => {
    const source = `${helper}
      const add = (options) => ${start}
        yield import('./other.js');
        class Made extends HTMLElement { static observedAttributes = names; }
        customElements.define(tag, Made);
      ${end};
      add({ tag: 'quay-a', names: ['depth'] });
      add({ tag: 'quay-b', names: ['side'] });`;
    expect(offered(source)).toEqual(['quay-a: depth', 'quay-b: side']);
  });

  test('send events for the element whose method they stand in', () => {
    const pier = componentIn(`${helper}
      class Pier extends HTMLElement {
        load() { return step(this, void 0, void 0, function* () { yield fetch('/'); this.dispatchEvent(new Event('tide-load')); }); }
        moor() { var self = this; return step(function* () { yield fetch('/'); self.dispatchEvent(new Event('tide-moor')); })(); }
        pick(...given) { return step(this, [...given], void 0, function* (name) { this.dispatchEvent(new CustomEvent('tide-pick')); }); }
      }
      customElements.define('quay-pier', Pier);`);
    expect(pier.events.map((one) => one.name).sort()).toEqual(['tide-load', 'tide-moor', 'tide-pick']);
  });

  test.each([
    ['a generator that is not handed over so', 'step(this, 1, void 0, function* () { yield 1; })'],
    ['and one that is named', 'step(this, void 0, void 0, function* own() { yield 1; })'],
  ])('%s stays what it is', (_, call) => {
    const pier = componentIn(`${helper}
      class Pier extends HTMLElement { static get observedAttributes() { ${call}; return ['depth']; } }
      customElements.define('quay-pier', Pier);`);
    expect(attributesOf(pier).map((one) => one.name)).toEqual(['depth']);
  });
});

describe('decorators whose functions a minifier wrote out', () => {
  const source = (decorator: string) => `
    var d = function (all, target) { for (const one of all) target = one(target) || target; return target; };
    let v, Pier = class extends HTMLElement { static get observedAttributes() { return ['depth']; } };
    Pier = d([${decorator}], Pier);
    export { Pier };`;

  test.each([
    ['handed the tag before', `(v = 'quay-a', (t) => customElements.define(v, t))`],
    [
      'that call another',
      `(v = 'quay-a', (t) => 'function' == typeof t ? ((t, e) => (customElements.define(t, e), e))(v, t) : ((t, e) => ({ finisher(e) { customElements.define(t, e); } }))(v, t))`,
    ],
    [
      'with the tag in them',
      `(t) => 'function' == typeof t ? ((t, e) => (customElements.define(t, e), e))('quay-a', t) : t`,
    ],
  ])('%s', (_, decorator) => {
    expect(offered(source(decorator))).toEqual(['quay-a: depth']);
  });

  test('that register nothing', () => {
    expect(offered(source(`(v = 'quay-a', (t) => { t.label = v; })`))).toEqual([]);
  });
});

describe('what functions hand back', () => {
  /** As libraries of hooks do that share a value with the elements below. */
  const SHARING = {
    'lib/share': `const byComponent = (component) => (held) => {
      const Context = {
        Provider: class extends HTMLElement {
          set value(value) { this._value = value; }
          get value() { return this._value; }
        },
        Reader: component(() => null),
        held,
      };
      return Context;
    };
    function all(render) {
      const component = (view) => class extends HTMLElement { static observedAttributes = ['of']; draw() { render(view); } };
      const share = byComponent(component);
      return { component, share };
    }
    const { component, share } = all(console.log);
    export { component, share };`,
  };

  test.each([
    [
      'a class in an object, under a name',
      `const Tide = share(4);\ncustomElements.define('quay-a', Tide.Provider);\ncustomElements.define('quay-b', Tide.Reader);`,
    ],
    [
      'taken out of it',
      `const { Provider, Reader } = share(4);\ncustomElements.define('quay-a', Provider);\ncustomElements.define('quay-b', Reader);`,
    ],
    [
      'asked for at once',
      `customElements.define('quay-a', share(4).Provider);\ncustomElements.define('quay-b', share(4).Reader);`,
    ],
  ])('%s', (_, source) => {
    const { contract, findings } = surveyed({
      'a.js': `import { share } from 'share';\n${source}`,
      ...SHARING,
    });
    expect(findings).toEqual([]);
    const [provider, reader] = contract.components;
    expect(provider?.properties.map((one) => one.name)).toEqual(['value']);
    expect(reader?.attributes.map((one) => one.name)).toEqual(['of']);
  });

  test('an element that a function makes of what it describes has what is described there', () => {
    const make = `export function make(view, options) {
      return class extends HTMLElement {
        static get observedAttributes() { return Object.keys(this.all()); }
        static all() { return globalThis.read(options.props); }
      };
    }`;
    const tide = componentIn(
      `import { make } from 'make';
      const share = (held) => {
        const Made = make(() => null, { props: { value: { type: Object, value: () => held }, depth: Number } });
        return (Made.held = held), Made;
      };
      const Tide = share({ level: 3 });
      customElements.define('quay-a', Tide);`,
      { 'lib/make': make },
    );
    expect(tide.properties.map((one) => [one.name, one.type?.text])).toEqual([
      ['value', 'object'],
      ['depth', 'number'],
    ]);
  });
});

describe('modules in the table of a bundle', () => {
  /** A base, helpers and a table of names, each in a module of its own, as `exporting` writes them. */
  const bundle = (
    exporting: (module: string, name: string, local: string) => string,
    table: (modules: string[]) => string,
  ) => `(() => {
    var t = ${table([
      `(t, e, s) => { ${exporting('e', 'H', 'i')} class i extends HTMLElement { static low(all) { return all.map((one) => one.toLowerCase()); } set depth(value) { this._depth = value; } get depth() { return this._depth; } } }`,
      `function (t, e, s) { ${exporting('e', 'L', 'i')} ${exporting('e', 'send', 'n')} const i = ['Side', 'rail'], n = (one, name) => one.dispatchEvent(new CustomEvent(name)); }`,
      `(t, e, s) => { var i = s(0), n = s(1); class r extends i.H { static get observedAttributes() { return r.low(n.L); } open() { (0, n.send)(this, 'tide-open'); } } customElements.define('quay-a', r); }`,
    ])}, e = {};
    function s(i) { var n = e[i]; if (void 0 !== n) return n.exports; var r = (e[i] = { exports: {} }); return t[i](r, r.exports, s), r.exports; }
    s.d = (t, e) => { for (var i in e) Object.defineProperty(t, i, { enumerable: !0, get: e[i] }); };
    s(2);
  })();`;

  test.each([
    [
      'by keys, with all exports at once',
      bundle(
        (to, name, local) => `s.d(${to}, { ${name}: () => ${local} });`,
        (all) => `{ ${all.map((one, key) => `${key}: ${one}`).join()} }`,
      ),
    ],
    [
      'in a list, each export by itself',
      bundle(
        (to, name, local) => `s.d(${to}, "${name}", function () { return ${local}; });`,
        (all) => `[${all.join()}]`,
      ),
    ],
  ])('%s', (_, source) => {
    const pier = componentIn(source);
    expect(pier.notes.filter((one) => one.code !== 'event-not-declared')).toEqual([]);
    expect(pier.root).toBe('none');
    expect(attributesOf(pier).map((one) => one.name)).toEqual(['side', 'rail']);
    expect(pier.properties.map((one) => one.name)).toEqual(['depth']);
    expect(pier.events.map((one) => one.name)).toEqual(['tide-open']);
  });

  test.each([
    ['that is started runs', ', (load) => load(697)', 'on-import'],
    ['of which others are loaded waits', '', 'by-call'],
  ])('a file of a bundle %s', (_, start, registers) => {
    const source = `(self.chunks = self.chunks || []).push([[1], {
        697() { class Pier extends HTMLElement {} customElements.define('quay-a', Pier); } }${start}]);`;
    expect(componentIn(source).registers).toBe(registers);
  });

  test('what a module calls that is not what loads them gives none', () => {
    const source = bundle(
      (to, name, local) => `s.d(${to}, { ${name}: () => ${local} });`,
      (all) => `[${all.join()}]`,
    );
    const other = source.replace('n = s(1)', 'n = take(1)');
    expect(other).not.toBe(source);
    expect(attributesOf(componentIn(other))).toEqual([]);
    expect(componentIn(other).notes.map((one) => one.code)).toContain('attributes-not-constant');
  });

  test('what is no table of modules is none', () => {
    const pier = componentIn(`const t = { 0: (t, e, s) => { s.d(e, { H: () => 1 }); }, more: 2 };
      const load = (key) => t[key];
      class Pier extends HTMLElement { static observedAttributes = [load(0).H + '-a', 'rail']; }
      customElements.define('quay-a', Pier);`);
    expect(attributesOf(pier).map((one) => one.name)).toEqual(['rail']);
    expect(pier.notes.map((one) => one.code)).toEqual(['attributes-not-constant']);
  });
});

test('static methods of a class above, by the name of the module that holds it', () => {
  const pier = componentIn(
    `import * as base from './base.js';
    class Pier extends base.Shore { static observedAttributes = Pier.low(['Side']); }
    customElements.define('quay-a', Pier);`,
    {
      'base.js':
        'export class Shore extends HTMLElement { static low(all) { return all.map((one) => one.toLowerCase()); } }',
    },
  );
  expect(attributesOf(pier).map((one) => one.name)).toEqual(['side']);
});

describe('a class expression that calls itself by a name of its own', () => {
  const other = { 'other.js': "export class Base extends HTMLElement {} export const made = () => ['far'];" };
  const classOf = (own: string, names: string) => `import { Base as b, made as i } from './other.js';
    export const Quay = class ${own} extends HTMLElement {
      static tag = 'quay-a';
      static get names() { return ['depth']; }
      static get observedAttributes() { return ${names}; }
      static start() { customElements.get(${own}.tag) || customElements.define(${own}.tag, ${own}); }
    };
    Quay.start();`;

  test.each([
    ['is meant by it inside', classOf('Itself', "[...Itself.names, 'side']"), 'depth,side'],
    ['also where modules that it imports share it', classOf('i', "[...i.names, 'side']"), 'depth,side'],
    ['or a class', classOf('b', "[...b.names, 'side']"), 'depth,side'],
    ['but not where something inside has it', classOf('i', '((i) => i.map((one) => one))(i.names)'), 'depth'],
  ])('%s', (_, source, names) => {
    expect(offered(source, other)).toEqual([`quay-a: ${names}`]);
  });
});

describe('statements that a minifier put into an expression', () => {
  const registered = (source: string) => {
    const pier = componentIn(`${source} customElements.define('quay-a', Pier);`);
    expect(pier.notes).toEqual([]);
    return [
      pier.root,
      ...pier.properties.map((one) => one.name),
      ...attributesOf(pier).map((one) => one.name),
    ];
  };
  const base = `class Quay extends HTMLElement { static observedAttributes = ['depth']; get side() { return 1; } }`;
  const mixin = `const P = ((a) => { class e extends a { get rail() { return 1; } } return e; })`;

  test.each([
    ['before', `var M; ${base} ${mixin}((M = Quay, class extends M { get keel() { return 1; } }));`],
    ['behind', `${base} ${mixin}((M = Quay, class extends M { get keel() { return 1; } })); var M;`],
  ])('the class above is what a variable is given there, declared %s', (_, source) => {
    const found = registered(`${source} class Pier extends P {}`);
    expect(found.sort()).toEqual(['depth', 'keel', 'none', 'rail', 'side']);
  });

  test('what is given twice is known no longer', () => {
    const source = `let M; ${base} const P = one((M = HTMLElement, 1)), Q = one((M = Quay, 2)); class Pier extends M {}`;
    const pier = componentIn(`${source} customElements.define('quay-a', Pier);`);
    expect(pier.notes.map((one) => one.code)).toEqual(['base-class-unknown']);
  });

  test.each([
    ['(e, [t, a]) => (e[t] = a.toLowerCase(), e)', 'depth,side'],
    ["(e, [t, a]) => (t === 'B' ? (e[t] = a.toLowerCase(), e) : e)", 'side'],
  ])('what a function does before it gives what it gives: %s', (reducer, names) => {
    const source = `const all = Object.entries({ A: 'Depth', B: 'Side' }), o = all.reduce(${reducer}, {});
      class Pier extends HTMLElement { static observedAttributes = Object.values(o); } customElements.define('quay-a', Pier);`;
    expect(offered(source)).toEqual([`quay-a: ${names}`]);
  });

  test('a class is handed to a function that is called where it stands', () => {
    const setUp = `function (i) { for (const one of ['Side', 'rail']) { const low = one.toLowerCase(); Object.defineProperty(i.prototype, low, { get() { return 1; }, set(value) {} }); } }`;
    const source = `const make = (s) => { class e extends s {} return ${setUp}(e), e; }; class Pier extends make(HTMLElement) {}`;
    expect(registered(source)).toEqual(['none', 'side', 'rail']);
  });
});
