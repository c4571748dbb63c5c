/** What minifiers and bundlers leave of decorated classes, class by class: names say nothing there, forms do. */
import { expect, test } from 'vitest';
import { attributesOf } from '../../dist/core/contract/types.js';
import { survey } from '../../dist/core/survey/index.js';
import { many, timesAsLong } from '../support/growth.js';
import { componentIn, reader, surveyed } from '../support/memory.js';

const HELPER = 'function d(a, b, c, e) { return e; }\n';
/** The machinery of reactive elements, as a bundle holds it. */
const MACHINERY =
  HELPER +
  `class B extends HTMLElement { static createProperty(n, o) {} static get observedAttributes() { return this.finalize(), [...this.all.keys()]; } }
   function p(o) { return (e, n) => "object" == typeof n ? o : ((t, e, n) => { e.constructor.createProperty(n, t); })(o, e, n); }
   const m = (t, e, n) => { e.constructor.createProperty(n, t); }, h = (o) => (e, n) => n ? m(o, e, n) : o;
   function q(s) { return (e, n) => ({ get() { return this.renderRoot?.querySelector(s); } }); }\n`;

function offers(source: string, others: Record<string, string> = {}) {
  const component = componentIn(source, others);
  const names = (list: readonly { name: string }[]) =>
    list
      .map((one) => one.name)
      .sort()
      .join(' ');
  return {
    properties: names(component.properties),
    attributes: names(attributesOf(component)),
    events: names(component.events),
  };
}

test('a decorator is known by what it does with the member', () => {
  const source = `${MACHINERY}class Pier extends B {} d([p()], Pier.prototype, "deck", 2); d([h()], Pier.prototype, "rows", 2); d([q("#x")], Pier.prototype, "inner", 2); customElements.define('pier-a', Pier);`;
  expect(offers(source)).toMatchObject({ properties: 'deck rows', attributes: 'deck rows' });
});

test('a class is registered by the name that it gives itself while it is made', () => {
  const source = `var Pier_1; function registerOne(one, ...others) { for (const other of others) other.register(); customElements.define(one.tagName, one); }
    let Pier = class Pier extends HTMLElement { static { Pier_1 = this; } static { this.tagName = 'pier-a'; } static register() { registerOne(Pier_1); } };
    Pier = Pier_1 = d([mark], Pier); export { Pier };`;
  expect(componentIn(source)).toMatchObject({
    tag: 'pier-a',
    registers: 'by-call',
    registeredBy: 'Pier.register',
  });
});

test.each([
  ['one after another', "static { this.observedAttributes = ['deck'], this.formAssociated = !0; }"],
  [
    'as private members',
    "static #_ = this.observedAttributes = ['deck']; static #t = this.formAssociated = !0;",
  ],
  [
    'as a private member that a function gives',
    "static #_ = (() => { this.observedAttributes = ['deck']; this.formAssociated = !0; })();",
  ],
  [
    'as a private member that holds a function for later',
    "static #_ = run = () => { this.observedAttributes = ['deck']; this.formAssociated = !0; };",
  ],
  [
    'in front of the name of a member',
    "static get [(_deck = {}, 'observedAttributes')]() { return ['deck']; } static { this.formAssociated = true; }",
  ],
])('statements of a static block: %s', (_, block) => {
  const source = `var run, _deck; class Pier extends HTMLElement { ${block} } run(); customElements.define('pier-a', Pier);`;
  expect(componentIn(source)).toMatchObject({ attributes: [{ name: 'deck' }], formAssociated: true });
});

test('what a mixin adds is said to come from the name that it is exported under', () => {
  const component = componentIn(
    "import { Late } from './late.js'; class Pier extends Late(HTMLElement) {} customElements.define('pier-a', Pier);",
    {
      'late.js':
        'function m(t) { class r extends t { static properties = { late: { type: Boolean } }; } return r; } export { m as Late };',
    },
  );
  expect(component.properties).toMatchObject([{ name: 'late', inheritedFrom: 'Late' }]);
  const bundled = componentIn(
    "import { late_default } from './late.js'; class Pier extends late_default(HTMLElement) {} customElements.define('pier-a', Pier);",
    {
      'late.js':
        'var Late = (above) => class extends above { static properties = { late: { type: Boolean } }; }; var late_default = Late; export { late_default };',
    },
  );
  expect(bundled.properties).toMatchObject([{ name: 'late', inheritedFrom: 'Late' }]);
});

test('HTMLElement as a package passes it on is the global one', () => {
  const { notes } = componentIn(
    "import { HTMLElement } from 'runtime/client'; customElements.define('pier-a', class extends HTMLElement {});",
  );
  expect(notes).toEqual([]);
  const there = componentIn(
    "import { HTMLElement } from 'runtime/client.js'; customElements.define('pier-a', class extends HTMLElement {});",
    { 'lib/runtime/client.js': 'const H = page.HTMLElement || class {}; export { H as HTMLElement };' },
  );
  expect(there.notes).toEqual([]);
  const inChunk = componentIn(
    "import { B } from './chunk.js'; customElements.define('pier-a', class extends B {});",
    {
      'chunk.js':
        "const A = typeof window != 'undefined' ? window : {}; const B = A.HTMLElement || class {}; export { B };",
    },
  );
  expect(inChunk.notes).toEqual([]);
  const lost = componentIn(
    "import { HTMLElement } from './gone.js'; customElements.define('pier-a', class extends HTMLElement {});",
  );
  expect(lost.notes.map((one) => one.code)).toEqual(['base-class-unknown']);
});

test('a function that a module takes out of another’s runtime registers by its old name', () => {
  const { contract } = surveyed({
    'runtime.js':
      "import { make } from 'elsewhere'; const e = make({}), { customElement: l, paths: m } = e; export { l as c, m as p };",
    'a.js':
      "import { c as h, p } from './runtime.js';\nclass X extends HTMLElement {}\nh('pier-a', X);\np('pier-b', X);",
  });
  expect(contract.components.map((one) => one.tag)).toEqual(['pier-a']);
});

test('a class that a function keeps for itself is decorated there; other calls with lists decorate nothing', () => {
  const tags = (source: string) => surveyed({ 'a.js': source }).contract.components.map((one) => one.tag);
  const decorated = `import { tag } from 'kit'; var o; class i {}
    (function (t) { let i = class extends HTMLElement {}; i = d([(0, tag)("pier-a")], i), t.ELEMENT = i; })(o || (o = {}));`;
  expect(tags(HELPER + decorated)).toEqual(['pier-a']);
  const called =
    'class Cell { set(value) { value = this.chain("cell-changing", [this, value], null, value); } }';
  expect(tags(`${called} customElements.define('pier-a', class extends HTMLElement {});`)).toEqual([
    'pier-a',
  ]);
});

test.each([
  ['classes handed over one by one', '(...all) { for (const one of all)', '}', 'Pier, Quay'],
  ['classes in a list', '(all) { all.forEach((one) =>', ')}', '[Pier, Quay]'],
])('a function that registers %s', (_, before, after, given) => {
  const source = `function defineAll${before} customElements.define(one.tagName, one)${after}
    class Pier extends HTMLElement { static { this.tagName = 'pier-a'; } } class Quay extends HTMLElement { static tagName = 'pier-q'; }
    defineAll(${given});`;
  const { contract, findings } = surveyed({ 'a.js': source });
  expect(contract.components.map((one) => `${one.tag} ${one.registers}`)).toEqual([
    'pier-a on-import',
    'pier-q on-import',
  ]);
  expect(findings).toEqual([]);
});

test('decorations that a mixin returns together with the class', () => {
  const source = `import { property as o } from 'somewhere'; ${HELPER}
    function m(e) { class r extends e {} return d([o({ type: Boolean })], r.prototype, "late", void 0), d([o()], r.prototype, "place", null), r; }
    class Pier extends m(HTMLElement) {} customElements.define('pier-a', Pier);`;
  expect(offers(source)).toMatchObject({ properties: 'late place', attributes: 'late place' });
});

test('a descriptor without a value is another class’s where a prototype is named', () => {
  const source = `import { property as o } from 'somewhere'; ${HELPER}
    class Base extends HTMLElement {} class Quay extends Base {} class Pier extends Base {}
    Quay.root = { ...Base.root }, d([o({ type: Boolean })], Quay.prototype, "tidal", null);
    customElements.define('pier-a', Pier); customElements.define('pier-q', Quay);`;
  const tags = surveyed({ 'a.ts': source }).contract.components;
  expect(tags.map((one) => `${one.tag} ${one.properties.map((item) => item.name)}`)).toEqual([
    'pier-a ',
    'pier-q tidal',
  ]);
});

test('lists of decorators in local names that an import goes by, too', () => {
  const source = `import { Other as n, property as m, apply as u } from 'somewhere';
    const mixin = (e) => (() => { let t = e, n, a, r = []; return class extends t { static {
      n = [m({ attribute: 'deck-no' })], a = [m({ type: Boolean })],
      u(this, null, n, { kind: \`accessor\`, name: \`deck\`, static: !1, private: !1 }, r),
      u(this, null, a, { kind: \`accessor\`, name: \`late\`, static: !1, private: !1 }, r) } }; })();
    class Pier extends mixin(HTMLElement) {} customElements.define('pier-a', Pier);`;
  expect(offers(source)).toMatchObject({ properties: 'deck late', attributes: 'deck-no late' });
});

test('a decorator of the project’s own that works its options out of the member’s name and type', () => {
  const source = `import { flagged, internalProperty as inner } from './own.js'; ${HELPER}
    class Pier extends HTMLElement {}
    d([flagged({ type: Boolean })], Pier.prototype, "lowTide", void 0); d([flagged({ type: Array })], Pier.prototype, "allRows", void 0);
    d([inner({ type: Number })], Pier.prototype, "openRow", void 0); customElements.define('pier-a', Pier);`;
  const own = `import { property as prop } from 'somewhere';
    const kebab = (text) => text.replace(/[A-Z]/g, (one) => '-' + one.toLowerCase());
    function optionsOf(key, options) { const type = options ? options.type : options; switch (type) {
      case Array: return Object.assign({ attribute: false }, options);
      case Boolean: case Number: return Object.assign({ attribute: kebab(key) }, options);
      default: return options; } }
    export function flagged(options) { return (proto, name) => (check(proto), prop(optionsOf(name, options))(proto, name)); }
    export function internalProperty(options) { return (proto, name) => { const all = optionsOf(name, options); return prop(all)(proto, name); }; }`;
  expect(offers(source, { 'own.js': own })).toMatchObject({
    properties: 'allRows lowTide',
    attributes: 'low-tide open-row',
  });
});

test('a property that one class makes observable and another gives an attribute has it', () => {
  const source = `import { attr, observable } from 'somewhere'; ${HELPER}
    class Named {} d([attr({ attribute: 'aria-label' })], Named.prototype, "label", void 0);
    class Pier extends HTMLElement {} d([observable], Pier.prototype, "label", void 0); d([observable], Pier.prototype, "rows", void 0);
    applyMixins(Pier, Named); customElements.define('pier-a', Pier);
    function applyMixins(to, ...all) { for (const one of all) for (const name of Object.getOwnPropertyNames(one.prototype)) Object.defineProperty(to.prototype, name, Object.getOwnPropertyDescriptor(one.prototype, name)); }`;
  expect(offers(source)).toMatchObject({ properties: 'label rows', attributes: 'aria-label' });
});

test('a property table in its compiled form', () => {
  const source = `class Pier extends HTMLElement { static { this.properties = { label: 1, late: [7, {}, { reflect: true, type: Boolean }], rows: [0, {}, { attribute: false }], inner: [16, {}, { state: true }] }; } } customElement('pier-a', Pier);
    import { c as customElement } from 'somewhere';`;
  expect(offers(source)).toMatchObject({ properties: 'label late rows', attributes: 'label late' });
});

test('a list that adds to the one above is no way of making properties', () => {
  const source = `class Base extends HTMLElement { static get observedAttributes() { return [...super.observedAttributes, ...this.checks.flatMap((one) => one.names)]; } get form() { return null; } }
    class Pier extends Base {} customElements.define('pier-a', Pier);`;
  expect(offers(source).properties).toBe('form');
});

test('decorations of a class under a name that it is given later', () => {
  const source = `import { property as a } from 'somewhere'; ${HELPER} const x = class x extends HTMLElement {}; let Pier = x;
    d([a({ type: Boolean })], Pier.prototype, "lowTide"); customElements.define('pier-a', Pier);`;
  expect(offers(source)).toMatchObject({ properties: 'lowTide', attributes: 'lowtide' });
});

test('a table that takes in that of another class, and a helper that is imported under another name', () => {
  const files = {
    'a.js':
      "import { defineSafely as o } from 'somewhere'; import { Quay } from './quay.js'; class Pier extends HTMLElement { static get properties() { return { ...super.properties, ...Quay.properties, deck: { type: String } }; } } o('pier-a', Pier), o('pier-q', Quay);",
    'quay.js':
      'export class Quay extends HTMLElement { static get properties() { return { rows: { type: Array } }; } }',
  };
  expect(
    surveyed(files).contract.components.map((one) => `${one.tag} ${one.properties.map((item) => item.name)}`),
  ).toEqual(['pier-a rows,deck', 'pier-q rows']);
});

test('descriptors that a loop over constants fills', () => {
  const source = `const KEYS = ['deck', 'rows']; const all = {}; class Pier extends HTMLElement {}
    for (const key of KEYS) { all[key] = { get() { return this.held[key]; }, set(value) { this.held[key] = value; } }; }
    Object.defineProperties(Pier.prototype, all); customElements.define('pier-a', Pier);`;
  expect(offers(source).properties).toBe('deck rows');
});

test('behaviours in lists of lists', () => {
  const source = `import { make } from 'somewhere'; const A = { properties: { pressed: { type: Boolean, notify: true } } }; const B = [A, { properties: { active: Boolean } }];
    const C = [B, A]; const D = [C, B]; make({ is: 'pier-a', behaviors: [D], properties: { deck: String } });`;
  expect(offers(source)).toMatchObject({ properties: 'active deck pressed', events: 'pressed-changed' });
});

test('a base name with a hyphen takes the prefix that its words show', () => {
  const source = `import { Base } from 'somewhere'; class Field extends HTMLElement {} Field.compose = (one) => one;
    /** Generates <pier-text-field>. */ export const field = Field.compose({ baseName: 'text-field', template: 1 });`;
  expect(componentIn(source).tag).toBe('pier-text-field');
});

test('the class goes by the name it is exported under, and so do its declarations', () => {
  const files = {
    'chunk.js':
      'var _Pier = class _Pier extends HTMLElement { constructor() { super(); this.deck = 1; this.hidden = 2; } }; var Pier = _Pier; class x extends Pier { constructor() { super(); this.rows = []; } } export { Pier, x as Quay };',
    'pier.js':
      "import { Pier, Quay } from './chunk.js'; export { Pier as default, Quay } from './chunk.js'; customElements.define('pier-a', Pier); customElements.define('pier-q', Quay);",
    'pier.d.ts':
      '/** Where ferries land. */ export declare class Pier extends HTMLElement { /** Which deck. */ deck: number; private hidden; } export declare class Quay extends Pier { rows: string[]; }',
  };
  const { contract } = survey({
    paths: ['chunk.js', 'pier.js'],
    reader: { ...reader(files), declarations: () => ['pier.d.ts'] },
    package: null,
    publicPath: (path) => path,
  });
  const [pier, quay] = contract.components;
  expect(pier).toMatchObject({
    className: 'Pier',
    exportName: 'default',
    description: 'Where ferries land.',
  });
  expect(pier?.properties).toMatchObject([{ name: 'deck', description: 'Which deck.' }]);
  expect(quay).toMatchObject({ className: 'Quay', exportName: 'Quay' });
  expect(quay?.properties).toMatchObject([
    { name: 'deck', inheritedFrom: 'Pier' },
    { name: 'rows', type: { text: 'string[]' } },
  ]);
});

test('a module of its own is taken rather than one that holds all together', () => {
  const each = ['a', 'b', 'c', 'd'].map((one) => [`pier-${one}`, `Pier${one.toUpperCase()}`]);
  const all = each
    .map(([tag, name]) => `class ${name} extends HTMLElement {} customElements.define('${tag}', ${name});`)
    .join('\n');
  const files = Object.fromEntries(
    each.map(([tag, name]) => [
      `${tag}.js`,
      `export class ${name} extends HTMLElement { deck = 1; } customElements.define('${tag}', ${name});`,
    ]),
  );
  const { components } = surveyed({ 'all.js': all, ...files }).contract;
  expect(components.map((one) => one.at)).toEqual(each.map(([tag]) => expect.stringContaining(`${tag}.js`)));
});

test('tables of members: kept as text, without members, and of a class that has no name of its own', () => {
  const files = {
    'loader.js': `import { start } from './run.js';\n\nstart(JSON.parse("[[\\"chunk\\",[[1,\\"pier-late\\",{\\"rowCount\\":[2,\\"row-count\\"],\\"rows\\":[16],\\"allRows\\":[16]}]]]]"));`,
    'run.js':
      'export function start(all) { class Host extends HTMLElement { static get observedAttributes() { return all.filter((one) => one & 31); } } }',
    'chunk.js':
      'const Late = class { constructor() { this.rowCount = 1; } get el() { return this; } }; export { Late as pier_late };',
    'bare.js':
      "import { proxy } from 'somewhere'; let Bare = class extends HTMLElement { get el() { return this; } }; Bare = proxy(Bare, [4, 'pier-bare']); customElements.define('pier-bare', Bare);",
    'plain.js':
      "import { proxy } from 'somewhere'; let Plain = class extends HTMLElement { get el() { return this; } }; Plain = proxy(Plain, [1, 'pier-plain', { deck: [1] }]); customElements.define('pier-plain', Plain);",
  };
  const offered = surveyed(files).contract.components.map((one) => [
    one.tag,
    one.properties.map((item) => item.name),
    attributesOf(one).map((item) => item.name),
  ]);
  expect(offered.sort()).toEqual([
    ['pier-bare', [], []],
    ['pier-late', ['rowCount', 'rows', 'allRows'], ['row-count', 'rows']],
    ['pier-plain', ['deck'], ['deck']],
  ]);
  const late = surveyed(files).contract.components.find((one) => one.tag === 'pier-late');
  expect(late?.properties[0]?.at).toBe('loader.js:3');
  expect(late?.properties.some((one) => one.adopted)).toBe(false);
  // The constructor sets what another object has: the element's own values are taken over all the same.
  const taking =
    'if (element.hasOwnProperty(name)) { const value = element[name]; delete element[name]; element[name] = value; }';
  const adopting = { ...files, 'run.js': `${files['run.js']} function meet(element, name) { ${taking} }` };
  const met = surveyed(adopting).contract.components.find((one) => one.tag === 'pier-late');
  expect(met?.properties.map((one) => one.adopted)).toEqual([true, true, true]);
});

test('an import that registers is taken rather than a call that waits, and a class rather than what wraps it', () => {
  const files = {
    'index.js': "import { Pier } from './pier.js'; Pier.register();",
    'pier.js':
      "import { Kit } from './kit.js'; export class Pier extends HTMLElement { static register(name = 'pier-a') { Kit.prototype.registerComponent(name, Pier); } }",
    'a-wrapper.js':
      "import { wrap } from 'somewhere'; class Empty extends HTMLElement {} export const Wrapped = wrap({ tagName: 'pier-q', elementClass: Empty });",
    'quay.js': "class Quay extends HTMLElement { deck = 1; } customElements.define('pier-q', Quay);",
    'kit.js':
      'export class Kit { registerComponent(name, one) { if (!customElements.get(name)) customElements.define(name, class extends one {}); } }',
  };
  const found = surveyed(files).contract.components.map(
    (one) => `${one.tag} ${one.registers} ${one.module} ${one.properties.map((item) => item.name)}`,
  );
  expect(found.sort()).toEqual(['pier-a on-import ./index.js ', 'pier-q on-import ./quay.js deck']);
});

test('a base class that is made of a description', () => {
  const files = {
    'make.js': `export const make = (options) => { class Made extends HTMLElement { static observedAttributes = Object.keys(options.props).map((one) => one.toLowerCase()); } return Made; };
      export const useProps = (props) => props;`,
    'a.js':
      "import { make, useProps } from './make.js'; const props = useProps({ deckNo: 1, kind: ['low', 'high'], $inner: '' }); class Pier extends make({ props, events: { pick: Event } }) {} customElements.define('pier-a', Pier);",
  };
  const [pier] = surveyed(files).contract.components;
  expect(pier?.properties.map((one) => [one.name, one.attribute?.name])).toEqual([
    ['deckNo', 'deckno'],
    ['kind', 'kind'],
  ]);
  expect(pier?.events.map((one) => one.name)).toEqual(['pick']);
});

test('attributes for every setter, as a base class finds them', () => {
  const source = `const Marshalling = (Base) => class extends Base { static get observedAttributes() { return namesIn(this); } };
    function namesIn(one) { return Object.getOwnPropertyNames(one.prototype).filter((name) => true).map((name) => name.replace(/([A-Z])/g, '-$1').toLowerCase()); }
    class Pier extends Marshalling(HTMLElement) { get lowTide() { return 1; } set lowTide(v) {} get total() { return 2; } set _inner(v) {} set ariaLabel(v) {} rows = []; }
    customElements.define('pier-a', Pier);`;
  expect(offers(source)).toMatchObject({
    properties: 'ariaLabel lowTide rows total',
    attributes: 'aria-label low-tide',
  });
});

const SYSTEM = `import { system } from 'somewhere'; class Base extends HTMLElement { static compose(one) { return () => one; } }`;

test('base names that are registered with a prefix, at once and through a helper', () => {
  const files = {
    'base.js': `${SYSTEM} export { Base }; export const registerLamp = (baseName, Lamp) => {
      const made = Lamp.compose({ baseName, template: 1 }); system.get().withPrefix('pier').register(made()); };`,
    'gauge.js': `import { Base } from './base.js'; import { system } from 'somewhere'; class Gauge extends Base { static observedAttributes = ['depth']; }
      export const gauge = Gauge.compose({ baseName: 'tide-gauge', template: 1 }); system.get().withPrefix('pier').register(gauge());`,
    'lamp.js': `import { Base, registerLamp } from './base.js'; class Lamp extends Base {} registerLamp('signal-lamp', Lamp);`,
    'dial.js': `import { Base } from './base.js'; class Dial extends Base {} export const dial = Dial.compose({ baseName: 'dial', template: 1 });`,
    'all.js': `import { dial } from './dial.js'; import { system } from 'somewhere'; export function all() { system.withPrefix('quay').register(dial); }`,
  };
  const { contract, findings } = surveyed(files);
  expect(contract.components.map((one) => `${one.tag} ${one.className} ${one.registers}`)).toEqual([
    'pier-signal-lamp Lamp on-import',
    'pier-tide-gauge Gauge on-import',
    'quay-dial Dial by-call',
  ]);
  expect(contract.components.map((one) => attributesOf(one).length)).toEqual([0, 1, 0]);
  expect(findings).toEqual([]);
});

test('a class that is made by functions which look at their arguments as a list', () => {
  const made = `function make(view) {
      let options = arguments.length > 1 && arguments[1] !== undefined ? arguments[1] : {};
      const { attributes = [] } = options;
      class Made extends HTMLElement { static observedAttributes = (() => ['props', ...attributes])(); }
      return Made;
    }
    export function define(tag, view) {
      let options = arguments.length > 2 && arguments[2] !== undefined ? arguments[2] : {};
      customElements.define(tag, make(view, options));
    }`;
  const files = {
    'made.js': made,
    'a.js': `import { define } from './made.js'; const attributes = ['low-tide']; define('pier-a', () => 1, { attributes, shadow: true });`,
    'b.js': `import { define } from './made.js'; define('pier-b', () => 1, { attributes: ['deck'] });`,
    'c.js': `import { define } from './made.js'; define('pier-c', () => 1);`,
  };
  const { contract, findings } = surveyed(files);
  expect(contract.components.map((one) => attributesOf(one).map((item) => item.name))).toEqual([
    ['props', 'low-tide'],
    ['props', 'deck'],
    ['props'],
  ]);
  expect(findings).toEqual([]);
});

test('classes and functions that are members of an object', () => {
  const files = {
    'held.js': `const Held = { Pier: class {}, define(tag, element) { customElements.define(tag, element); } };
      if (typeof HTMLElement !== 'undefined') { Held.Pier = class extends HTMLElement { static observedAttributes = ['deck']; }; }
      export const Pier = Held.Pier; export const define = Held.define; export { Held };`,
    'a.js': `import { Pier, define } from './held.js'; define('pier-a', Pier);`,
    'b.js': `import { Held } from './held.js'; Held.define('pier-b', Held.Pier);`,
  };
  const { contract } = surveyed(files);
  expect(contract.components.map((one) => [one.tag, ...attributesOf(one).map((item) => item.name)])).toEqual([
    ['pier-a', 'deck'],
    ['pier-b', 'deck'],
  ]);
});

test('a class that standard decorators describe, as a minifier leaves it', () => {
  const source = `import{__esDecorate as e,__runInitializers as a}from"tslib";import{LitElement as n}from"lit";import{customElement as l,property as s}from"lit/decorators.js";
    let k=(()=>{var r;let C,z,A=[],B=[],O=[l("pier-a")],N=[],D=n;return z=class extends D{constructor(){super(...arguments),r.set(this,(a(this,N),a(this,A,"low")))}get tide(){return t(this,r,"f")}set tide(x){i(this,r,x,"f")}},r=new WeakMap,(()=>{let q;q=[s({type:String})],e(z,null,q,{kind:"accessor",name:"tide",static:!1},A,B),e(null,C={value:z},O,{kind:"class",name:z.name},null,N),z=C.value})(),z})();export{k as Pier};`;
  const component = componentIn(source);
  expect(component).toMatchObject({ tag: 'pier-a', className: 'Pier', exportName: 'Pier' });
  expect(component.properties.map((one) => [one.name, one.default, one.attribute?.name])).toEqual([
    ['tide', '"low"', 'tide'],
  ]);
});

test('what a constructor sets in one expression', () => {
  const source = `class A extends HTMLElement{constructor(){super(),this.deck=1,this.rows=[],this._own=2}}customElements.define("pier-a",A);`;
  expect(offers(source).properties).toBe('deck rows');
});

test('but none of these where others are declared, unless they are, too', () => {
  const source = `import { property as p } from 'somewhere'; ${HELPER}
    class A extends HTMLElement{constructor(){super(),this.deck=()=>1,this.rows=[]}}d([p()],A.prototype,"deck",2);customElements.define("pier-a",A);`;
  expect(offers(source).properties).toBe('deck');
});

test('a property that was state in the class above, and is declared for users', () => {
  const source = `import { property as p } from 'somewhere'; ${HELPER} class B extends HTMLElement {} d([p({ type: Boolean, state: true })], B.prototype, "late", void 0);
    d([p({ state: true })], B.prototype, "inner", void 0);
    class A extends B {} d([p({ type: Boolean, state: false })], A.prototype, "late", void 0); customElements.define("pier-a", A);`;
  expect(offers(source)).toMatchObject({ properties: 'late', attributes: 'late' });
});

test('a class inside another sends its own events', () => {
  const source = `class Pier extends HTMLElement { connectedCallback() { const later = 1; this.dispatchEvent(new Event('moored'));
      this.helper = class { tell() { this.dispatchEvent(new Event('told')); this.fire('fired'); } }; } } customElements.define('pier-a', Pier);`;
  expect(offers(source).events).toBe('moored');
});

test('an event whose name is taken out of a table', () => {
  const source = `const NAMES = { SEEK: 'seek-request' }; class Pier extends HTMLElement { go() { const { SEEK } = NAMES; this.dispatchEvent(new Event(SEEK)); } }
    customElements.define('pier-a', Pier);`;
  expect(offers(source).events).toBe('seek-request');
});

test.each([
  [
    'calls that are followed',
    (count: number) =>
      `${many(4000, (at) => `var n${at} = ${at};`)} function pick(a) { if (u1) a = v1; if (u2) a = v2; if (u3) a = v3; if (u4) a = v4; return a; }
       ${many(count, (at) => `help(_t${at}, { kind: pick("m"), name: pick("n${at}") }, _d${at});`)} class Pier extends HTMLElement {}`,
  ],
  [
    'calls in functions of their own',
    (count: number) =>
      `${many(4000, (at) => `var n${at} = ${at};`)} ${many(count, (at) => `function f${at}(a) { var b = a; return help(b, n${at}); }`)} class Pier extends HTMLElement {}`,
  ],
  [
    'nodes that events are sent to',
    (count: number) =>
      `${many(4000, (at) => `function g${at}(a) { var z${at} = a; return z${at}; }`)}
       class Pier extends HTMLElement { go() { ${many(count, (at) => `c${at}.dispatchEvent(new Event('e${at}'));`)} } }`,
  ],
])('%s are not each paid for with the size of the function around them', (_name, inner) => {
  const source = (count: number) =>
    `(function () { ${inner(count)} customElements.define('pier-a', Pier); })();`;
  expect(timesAsLong(source(400), source(5), 8)).toBeLessThan(8);
});

test.each([
  [
    'elements with classes above them',
    (at: number) => `class P${at} extends Base {} customElements.define('pier-${at}', P${at});`,
  ],
  ['calls of what may be a private member', (at: number) => `n${at}.go(f(${at}), 'n');`.repeat(20)],
])('%s cost as much each in a function that holds much', (_name, one) => {
  const source = (size: number) => `(function () {
    ${many(size, (at) => `var n${at} = ${at}, w${at} = new WeakMap();`)}
    class Base extends HTMLElement { static get observedAttributes() { return ['deck']; } } customElements.define('pier-a', Base);
    ${many(60, one)} })();`;
  expect(timesAsLong(source(800), source(80), 5)).toBeLessThan(5);
});

test('declarations in one rule cost as much each where they are many', () => {
  const source = (count: number) => `class Pier extends HTMLElement { constructor() { super();
    this.innerHTML = \`<style>:host { ${many(count, (at) => `--n${at}: 1px;`)} }</style>\`; } } customElements.define('pier-a', Pier);`;
  expect(timesAsLong(source(20_000), source(5000), 10)).toBeLessThan(10);
});

test('an element that a framework in the bundle makes of a description', () => {
  const source = `const make = (view, t = HTMLElement) => { const { props: a } = t; class f extends HTMLElement {
        static get observedAttributes() { const { props: c } = this; const { prototype: m } = this; for (const g in c) fill(m, g); return Object.keys(list); } }
      return f; };
    const shared = { deck: { type: Number, value: 1 } };
    const pier = make(() => h('slot', { name: 'mid' }), { props: { ...shared, lowTide: Boolean } }); customElements.define('pier-a', pier);
    const wrap = (e, t) => { class i extends Machine { constructor(r) { super(e, r); } } return i; }; class Machine extends HTMLElement {}
    const filled = (e, t) => { for (const [k, v] of t) e[k] = v; return e; };
    const quay = { name: 'Quay', props: { berth: { type: String, default: null } } };
    const done = filled(quay, [['render', 1]]), made = wrap(done); customElements.define('pier-q', made, { shadowRoot: !1 });`;
  const { contract } = surveyed({ 'a.js': source });
  expect(contract.components.map((one) => [one.tag, ...one.properties.map((item) => item.name)])).toEqual([
    ['pier-a', 'deck', 'lowTide'],
    ['pier-q', 'berth'],
  ]);
});

test('what is done under a condition takes the place of nothing', () => {
  const source = `class A extends HTMLElement {} A.observedAttributes = ['deck']; if (debug) { A.observedAttributes = ['debug']; }
    customElements.define('pier-a', A);`;
  expect(offers(source).attributes).toBe('deck');
});

test('an enum that is filled in one expression', () => {
  const source = `let s; const d = ((s = {}).DECK = "deck", s.LATE = "late", s); class A extends HTMLElement { static get observedAttributes() { return [d.DECK, d.LATE]; } }
    customElements.define('pier-a', A);`;
  expect(offers(source).attributes).toBe('deck late');
});

test('options that compilers spread by a helper', () => {
  const source = `import { property as e } from 'somewhere'; ${HELPER} const r = (o) => e(__spreadProps(__spreadValues({}, o), { state: true, attribute: false }));
    const n = (o) => e(_objectSpread(_objectSpread({}, o), {}, { reflect: true }));
    class A extends HTMLElement {} d([r()], A.prototype, "inner", 2); d([n({ attribute: 'deck-no' })], A.prototype, "deck", 2); customElements.define('pier-a', A);`;
  expect(offers(source)).toMatchObject({ properties: 'deck', attributes: 'deck-no' });
});

test('a helper whose name ends in what it does', () => {
  const files = {
    'a.js': `import { customElementsDefine } from './define.js'; import { NAME } from './name.js'; class A extends HTMLElement {} customElementsDefine(NAME, A);`,
    'define.js':
      'export function customElementsDefine(tag, base) { window.customElements.define(tag, base); }',
    'name.js': `export const NAME = 'pier-a';`,
  };
  expect(surveyed(files).contract.components.map((one) => one.tag)).toEqual(['pier-a']);
});

test('decorators of a project’s own that make the member and have its attribute observed', () => {
  const source = `${HELPER} const kebab = (text) => text.replace(/[A-Z]/g, (one) => '-' + one.toLowerCase());
    function Told(any) { return function (proto, key) { const attr = kebab(key); if (proto.watch) proto.watch(attr);
      Object.defineProperty(proto, key, { get() { return this.hasAttribute(attr); }, set(value) {} }); }; }
    function Alias(name) { return (proto, key) => { Object.defineProperty(proto, name, { get() { return this[key]; } }); }; }
    function Says() { return (proto, key) => { Object.defineProperty(proto, key, { set(text) { speak(text); } }); }; }
    const Plain = (e, t) => { Object.defineProperty(e, t, {}); var n = e.constructor, s = t.toLocaleLowerCase(); n.names[s] = 1, n.told[s] = t; };
    class Base extends HTMLElement { static get observedAttributes() { return [...Base.list, ...Object.keys(Base.names)]; } watch(name) { Base.list.push(name); } }
    Base.list = []; Base.names = {}; class A extends Base {}
    d([Told(), Alias('lowtide')], A.prototype, "lowTide", void 0); d([Plain], A.prototype, "deckNo", void 0); d([Plain], A.prototype, "_own", void 0);
    d([Says()], A.prototype, "spoken", void 0); customElements.define('pier-a', A);`;
  const { properties } = componentIn(source);
  expect(
    properties.map((one) => [one.name, one.readonly, one.attribute?.name, one.attribute?.reads]),
  ).toEqual([
    ['lowTide', false, 'low-tide', 'boolean'],
    ['lowtide', true, undefined, undefined],
    ['deckNo', false, 'deckno', 'string'],
  ]);
  expect(offers(source).attributes).toBe('deckno low-tide');
});

test('such attributes go by what the class makes of the members that are listed', () => {
  const source = `${HELPER} const kebab = (text) => text.replace(/([a-z])([A-Z])/g, '$1-$2').toLowerCase();
    const Told = () => (proto, key) => { proto.constructor.told || (proto.constructor.told = {}); proto.constructor.told[key] = null;
      Object.defineProperty(proto, key, { get() { return this.kept[key]; }, set(value) {} }); };
    const named = (given) => (above) => { var made; const all = ((made = class extends above { static get observedAttributes() { return Object.keys(this.told || {}).map((one) => kebab(one)); } }).ready = !1, made);
      return customElements.get(given.tag) || customElements.define(given.tag, all), all; };
    let A = class extends HTMLElement {}; d([Told()], A.prototype, "lowTide", void 0); A = d([named({ tag: 'pier-a' })], A);`;
  expect(offers(source)).toMatchObject({ properties: 'lowTide', attributes: 'low-tide' });
});

test('attributes with capital letters, which no page of HTML has', () => {
  const { properties, attributes, notes } = componentIn(`class A extends HTMLElement {
    static get observedAttributes() { return ['lowTide', 'deckNo', 'berthNo', 'open']; }
    get deckNo() { return this.getAttribute('deckNo'); } set deckNo(value) { this.setAttribute('deckNo', value); }
    get lowTide() { return this.kept; } set lowTide(value) { this.kept = value; }
    attributeChangedCallback(name, before, now) { this[name] = now; } } customElements.define('pier-a', A);`);
  // Code that asks for one finds the one in small letters.
  expect(properties.map(({ name, attribute }) => [name, attribute?.name])).toEqual([
    ['deckNo', 'deckNo'],
    ['lowTide', undefined],
  ]);
  expect(attributes.map((one) => one.name)).toEqual(['open']);
  expect(notes.map(({ code, message }) => [code, message.split(':')[0]])).toEqual([
    ['attribute-never-told', 'lowTide'],
    ['attribute-never-told', 'berthNo'],
  ]);
  const declared = `${MACHINERY}class Pier extends B {} d([p({ attribute: 'deckNo' })], Pier.prototype, "deck", 2); customElements.define('pier-a', Pier);`;
  expect(componentIn(declared).properties).toMatchObject([{ name: 'deck', attribute: null }]);
});

test.each([
  ['another class than it is put on', 'class Made extends above {}', 'Made'],
  ['that class, which goes by a name', '', '(made = class extends above {}, made.ready = 1, made)'],
  ['that class, which is given members at once', '', '((made = class extends above {}).ready = 1, made)'],
  ['the class that it is put on', '', 'above'],
])('a decorator registers %s, by another tag than it is given', (_, before, made) => {
  const source = `const named = (tag) => function (above) { var made; const full = tag + '-deep'; ${before} customElements.define(full, ${made}); };
    let Pier = class extends HTMLElement { get deck() { return 1; } }; Pier = d([named('pier-a')], Pier);`;
  expect(componentIn(HELPER + source)).toMatchObject({ tag: 'pier-a-deep', properties: [{ name: 'deck' }] });
});

test.each([
  [
    '(b = (a = globalThis == null ? void 0 : globalThis.customElements) == null ? void 0 : a.define) == null || b.call(a, TAG);',
  ],
  [
    '(b = (a = globalThis === null || globalThis === void 0 ? void 0 : globalThis.customElements) === null || a === void 0 ? void 0 : a.define) === null || b === void 0 ? void 0 : b.call(a, TAG);',
  ],
  [
    'null === (b = null === (a = globalThis.customElements) || void 0 === a ? void 0 : a.define) || void 0 === b || b.call(a, TAG);',
  ],
])('a call of what may not be there, as for engines without the sign: %s', (code) => {
  const source = `var a, b; class Pier extends HTMLElement {} ${code.replace('TAG', "'pier-a', Pier")}`;
  expect(componentIn(source).tag).toBe('pier-a');
  // What is asked for is not what is called.
  const other = source.replace(/b\.call/, 'c.call');
  expect(surveyed({ 'a.js': other }).contract.components).toEqual([]);
});

test('options that a decorator spreads by helpers, whatever these are called', () => {
  const helpers = `var D = Object.defineProperty, P = Object.defineProperties, O = Object.getOwnPropertyDescriptors, H = Object.prototype.hasOwnProperty,
    s = (one, key, value) => key in one ? D(one, key, { value }) : one[key] = value,
    v = (one, two) => { for (var key in two || (two = {})) H.call(two, key) && s(one, key, two[key]); return one; }, w = (one, two) => P(one, O(two));\n`;
  const source = `${MACHINERY}${helpers}function k(o) { return p(w(v({}, o), { state: !0 })); }
    class Pier extends B {} d([p({ type: Number })], Pier.prototype, "deck", 2); d([k()], Pier.prototype, "kept", 2); customElements.define('pier-a', Pier);`;
  expect(offers(source)).toMatchObject({ properties: 'deck', attributes: 'deck' });
});

test.each([
  ['any text stands for true', 'return !!value;', undefined],
  ['the text "false" does not', "return value != null && value !== 'false';", ['false']],
])('flags by their mode, where %s', (_, body, falseTexts) => {
  const source = `${HELPER}const flags = { toView(value) { return value ? '' : null; }, fromView(value) { ${body} } };
    function Z(given, name) { let one; function set(proto, key) { one.property = key; lists(proto.constructor).push(one); } if (arguments.length > 1) { one = {}; set(given, name); return; } one = given || {}; return set; }
    class Pier extends HTMLElement {} Z(Pier.prototype, "deckNo"); Z({ mode: "boolean" })(Pier.prototype, "wide"); other(Pier.prototype, "rows"); customElements.define('pier-a', Pier);`;
  const { properties } = componentIn(source);
  expect(properties.map(({ name, attribute }) => [name, attribute?.name])).toEqual([
    ['deckNo', 'deckno'],
    ['wide', 'wide'],
  ]);
  expect(properties[1]?.attribute?.falseTexts).toEqual(falseTexts);
});
