/** Elements that a function of another package makes or registers: what it is given, and what it makes of that. */
import { transformSync } from 'esbuild';
import { describe, expect, test } from 'vitest';
import { attributesOf } from '../../dist/core/contract/types.js';
import { componentIn, surveyed } from '../support/memory.js';

const names = (list: readonly { name: string }[]) => list.map((one) => one.name).sort();

/** A package that makes an element of a function, its tag and the names of its properties. */
const MAKER = {
  'lib/make': `export default function make(view, tag, names, options) {
    function Made() { const self = Reflect.construct(HTMLElement, [], Made); if (options) self.attachShadow({ mode: 'open' }); return self; }
    Made.prototype = Object.create(HTMLElement.prototype);
    names = names || view.observed || [];
    Made.observedAttributes = names;
    names.forEach((name) => Object.defineProperty(Made.prototype, name, { get() { return this.held[name]; }, set(value) { this.held[name] = value; } }));
    customElements.define(tag || view.tag, Made);
    return Made;
  }`,
};

describe('a function of another package that makes an element of a view', () => {
  const source = `import make from 'make';
    const Pier = ({ deck }) => h('div', { part: 'deck' }, deck, h('slot'), h('slot', { name: 'rail' }));
    make(Pier, 'pier-a', ['deck', 'max-berths'], { shadow: true });`;

  test('has the properties that it was given, each with its attribute', () => {
    const pier = componentIn(source, MAKER);
    expect(names(pier.properties)).toEqual(['deck', 'max-berths']);
    expect(names(attributesOf(pier))).toEqual(['deck', 'max-berths']);
  });

  test('shows what the view renders', () => {
    const pier = componentIn(source, MAKER);
    expect(names(pier.slots)).toEqual(['', 'rail']);
    expect(names(pier.cssParts)).toEqual(['deck']);
  });

  test('accessors of names written in the function are its own affair', () => {
    const pier = componentIn(`import make from 'make';\nconst Pier = () => null;\nmake(Pier, 'pier-a');`, {
      'lib/make': `export default function make(view, tag) {
        class Made extends HTMLElement {}
        Object.defineProperty(Made.prototype, 'inner', { get() { return view; } });
        customElements.define(tag, Made);
      }`,
    });
    expect(pier.properties).toEqual([]);
  });
});

test('a class that a readable function keeps under a name is no element by that', () => {
  const source = `class Pier extends HTMLElement { static kept = new Map(); static defineMode(name, mode) { Pier.kept.set(name, mode); } }
    class Ebb { get level() { return 1; } }
    Pier.defineMode('low-ebb', Ebb);
    customElements.define('pier-a', Pier);`;
  expect(surveyed({ 'a.js': source }).contract.components.map((one) => one.tag)).toEqual(['pier-a']);
});

test.each([
  ['config => define(config.tag, make(config.view))', 'list.forEach(', ');'],
  ['define(entry.tag, make(entry.view));', 'for (const entry of list) ', ''],
  ["define('pier-a', make(entry.view));", 'const entry = { view: Deck }; ', ''],
])('a description that an object holds: %s', (call, before, after) => {
  const pier =
    componentIn(`class Base extends HTMLElement { constructor(view) { super(); Object.keys(view.props).forEach((key) => Object.defineProperty(this, key, { get() { return this.held[key]; } })); } }
    function make(view) { const kept = view; class Made extends Base { constructor() { super(kept); } } Made.view = kept; return Made; }
    const define = (tag, made) => customElements.define(tag, made);
    const Deck = { name: 'Deck', props: { rows: Number, isOpen: { type: Boolean } }, emits: ['pick'], beforeMount() {}, updated() {}, provide() {}, reset() {} };
    const list = [{ tag: 'pier-a', view: Deck }];
    ${before}${call}${after}`);
  expect(names(pier.properties)).toEqual(['isOpen', 'rows']);
  expect(names(pier.events)).toEqual(['pick']);
  expect(names(pier.methods)).toEqual(['reset']);
});

test('what has a name with a hyphen, and nothing that elements have, is no element', () => {
  const tags = (code: string, others = {}) =>
    surveyed({ 'a.js': code, ...others }).contract.components.map((one) => one.tag);
  expect(
    tags("import { define } from 'kit'; define({ name: 'pier-a', group: 'block', parts: [] });"),
  ).toEqual([]);
  expect(
    tags("import { define } from 'kit'; define({ name: 'pier-a', template: '<slot></slot>' });"),
  ).toEqual(['pier-a']);
  const node = { 'node.js': 'export class Node { static create(given) { return new Node(given); } }' };
  const code =
    "import { Node } from './node.js'; export const a = Node.create({ name: 'pier-a', group: 'x' });";
  expect(tags(code, node)).toEqual([]);
});

test('a class that is handed over together with a framework becomes that framework’s', () => {
  const source = (framework: string) => `import { make } from 'make';
    import * as Host from '${framework}';
    class Pier extends HTMLElement {}
    export const Made = make({ tagName: 'pier-a', elementClass: Pier, host: Host });`;
  const tags = (text: string) => surveyed({ 'a.js': text }).contract.components.map((one) => one.tag);
  expect(tags(source('react'))).toEqual([]);
  expect(tags(source('./host.js'))).toEqual(['pier-a']);
});

describe('what has to be called', () => {
  const DEFINE = "customElements.define('pier-a', Pier)";
  test.each<[string, string, string | undefined]>([
    ['a function', `export function start() { ${DEFINE}; }`, 'start'],
    ['under the name it is exported by', `const go = () => { ${DEFINE}; }; export { go as start };`, 'start'],
    ['with options that may be left out', `export function start(options = {}) { ${DEFINE}; }`, 'start'],
    [
      'with what is not used, or handed on to a function that does without',
      `const run = (options = {}) => options; export const start = async (page, options) => { run(options); ${DEFINE}; };`,
      'start',
    ],
    [
      'none that asks for something',
      `export function start(registry) { registry.prepare(); ${DEFINE}; }`,
      undefined,
    ],
    [
      'none that hands on what another asks for',
      `const run = (options) => options.mode; export function start(options) { run(options); ${DEFINE}; }`,
      undefined,
    ],
    ['none that is kept', `function start() { ${DEFINE}; } export const started = [start];`, undefined],
    [
      'none whose function is called later',
      `export function start() { return () => { ${DEFINE}; }; }`,
      undefined,
    ],
    [
      'one that goes through a list',
      `export function start() { ['pier-a'].forEach((tag) => { customElements.define(tag, Pier); }); }`,
      'start',
    ],
  ])('%s', (_, code, expected) => {
    const pier = componentIn(`export class Pier extends HTMLElement {}\n${code}`);
    expect([pier.registers, pier.registeredBy]).toEqual(['by-call', expected]);
  });

  test.each([
    ['export declare function start(options?: object): void;', 'start'],
    ['export declare function start(options: object): void;', undefined],
  ])('what is not used is given all the same where its type asks for it: %s', (types, expected) => {
    const { contract } = surveyed({
      'a.js': `class Pier extends HTMLElement {} export function start(options) { ${DEFINE}; }`,
      'a.d.ts': types,
    });
    expect(contract.components.map((one) => one.registeredBy)).toEqual([expected]);
    const typed = componentIn(
      `class Pier extends HTMLElement {} export function start(options: object) { ${DEFINE}; }`,
    );
    expect(typed.registeredBy).toBe(undefined);
  });

  test('a static method of the class', () => {
    const pier = componentIn(
      "export class Pier extends HTMLElement { static define(tag = 'pier-a') { customElements.define(tag, this); } }",
    );
    expect([pier.registers, pier.registeredBy]).toEqual(['by-call', 'Pier.define']);
  });

  test('a static method of a class that is no element', () => {
    const kit = 'static start(scope = document) { this.more(scope); customElements.define("pier-a", Pier); }';
    const source = (kept: string) =>
      `class Pier extends HTMLElement {} class Kit { ${kit} } class Other { static start() {} } export { ${kept}, Pier };`;
    expect(componentIn(source('Kit as Harbour')).registeredBy).toBe('Harbour.start');
    expect(componentIn(source('Other')).registeredBy).toBe(undefined);
  });

  const BASE = `class Base extends HTMLElement { static register(tag) { tag = tag || this.is; if (customElements.get(tag)) return; customElements.define(tag, this); } }
    Base.is = '';`;
  test.each([
    ['of a class above', BASE, "static is = 'pier-a';", 'by-call', 'Pier.register'],
    [
      'that registers others before',
      `${BASE} class Rail extends Base {}`,
      "static is = 'pier-a'; static register() { Rail.register(); super.register(); }",
      'by-call',
      'Pier.register',
    ],
    [
      'that does something else',
      BASE,
      "static is = 'pier-a'; static register(list) { list.push(this); }",
      'never',
      undefined,
    ],
    [
      'that needs more than the one it goes on to',
      BASE,
      "static is = 'pier-a'; static register(list) { list.push(this); super.register(); }",
      'never',
      undefined,
    ],
    [
      'that calls what it is given',
      'class Base extends HTMLElement { static register(ready) { customElements.define(this.is, this); ready(); } }',
      "static is = 'pier-a';",
      'never',
      undefined,
    ],
    [
      'that asks for a registry',
      'class Base extends HTMLElement { static register(registry) { registry.define(this.is, this); } }',
      "static is = 'pier-a';",
      'never',
      undefined,
    ],
    [
      'for which a tag has to be given',
      'class Base extends HTMLElement { static register(tag) { customElements.define(tag, this); } }',
      "static is = 'pier-a';",
      'never',
      undefined,
    ],
    [
      'that its type asks a tag for',
      'class Base extends HTMLElement { static register(tag: string) { customElements.define(tag || this.is, this); } }',
      "static is = 'pier-a';",
      'never',
      undefined,
    ],
    [
      'that is for its own use',
      'class Base extends HTMLElement { static _register() { customElements.define(this.is, this); } }',
      "static is = 'pier-a';",
      'never',
      undefined,
    ],
  ])('a static method %s', (_, base, members, registers, by) => {
    const pier = componentIn(`${base} export class Pier extends Base { ${members} }`);
    expect([pier.tag, pier.registers, pier.registeredBy]).toEqual(['pier-a', registers, by]);
    const twice = componentIn(
      `${base} let Pier = Pier_1 = class Pier extends Base { ${members} }; var Pier_1; Pier = Pier_1 = __decorate([named('Pier')], Pier); export { Pier };`,
    );
    expect([twice.tag, twice.registers, twice.registeredBy]).toEqual(['pier-a', registers, by]);
  });

  test.each([
    ['setTimeout(start, 0)', 'on-import'],
    ["addEventListener('load', start)", 'on-import'],
    ['export const later = () => setTimeout(start, 0)', 'by-call'],
  ])('a function that is handed on: %s', (code, registers) => {
    const pier = componentIn(
      `class Pier extends HTMLElement {} function start() { customElements.define('pier-a', Pier); } ${code};`,
    );
    expect(pier.registers).toBe(registers);
  });

  test.each([
    ['a function that registers each of a list', 'registerAll([Pier], { more: true });', 'on-import'],
    ['one that looks at each', 'lookAt([Pier]);', 'never'],
    ['one that gives back what registers', 'later(Pier);', 'by-call'],
    ['nothing, beside another class', 'registerAll([Quay], {});', 'never'],
  ])('a class that says its tag and is handed to %s', (_, call, registers) => {
    const pier = componentIn(
      `const defineOnce = (tag, made) => { if (!customElements.get(tag)) customElements.define(tag, made); };
       const registerAll = (list, more) => { list.forEach((given) => { const made = given instanceof HTMLElement ? given.constructor : given; const { tagName } = made; if (more.more) defineOnce(tagName, made); }); };
       const later = (given) => () => customElements.define(given.tagName, given);
       const lookAt = (list) => list.forEach((one) => console.log(one.tagName));
       class Quay extends HTMLElement {}
       class Pier extends HTMLElement { static get tagName() { return 'pier-a'; } }
       ${call}
       export default Pier;`,
    );
    expect([pier.tag, pier.registers]).toEqual(['pier-a', registers]);
  });

  test('nothing in a table of modules that a bundler loads at once', () => {
    const pier = componentIn(
      '!function(t){t[0]()}([function(){ class Pier extends HTMLElement {} customElements.define("pier-a", Pier) }]);',
    );
    expect([pier.registers, pier.registeredBy]).toEqual(['on-import', undefined]);
  });
});

test('of two modules that register the same, the one of its own name is taken', () => {
  const element = (tag: string) => `class X extends HTMLElement {} customElements.define('${tag}', X);`;
  const { contract } = surveyed({
    'all.js': `{ ${element('pier-a')} } { ${element('pier-b')} }`,
    'b.js': element('pier-b'),
    'c.js': element('pier-a'),
  });
  expect(contract.components.map((one) => `${one.tag} ${one.module}`)).toEqual([
    'pier-a ./all.js',
    'pier-b ./b.js',
  ]);
});

test('a description tells more than what the function goes on to do with it', () => {
  const pier = componentIn(
    `import { define, html } from 'make';
     export default define({
       tag: 'pier-a', berths: 2, free: ({ berths }) => berths > 0,
       render: () => html\`<slot name="rail"></slot>\`,
     });`,
    {
      'lib/make': `export const html = () => null;
        function compile(parts, Made) { Made = class extends HTMLElement {}; for (const key of Object.keys(parts)) Object.defineProperty(Made.prototype, key, { get() {} }); return Made; }
        export function define(parts) { if (!parts.tag) throw TypeError(); customElements.define(parts.tag, compile(parts)); return parts; }`,
    },
  );
  expect(names(pier.properties)).toEqual(['berths', 'free']);
  expect(names(pier.slots)).toEqual(['rail']);
  // A default export has no name.
  expect(pier.className).toBeNull();
});

describe('a class that is handed over', () => {
  const KIT = {
    'lib/kit': `const dash = (text) => String(typeof text === 'symbol' ? text.description : text).replace(/([A-Z]($|[a-z]))/g, '-$1').replace(/^-/, '').toLowerCase();
      function register(given, name) { const tag = name || dash(given.name).replace(/-element$/, ''); window.customElements.define(tag, given); return given; }
      class Keeper { constructor(given, name) { this.given = given; register(given, name); } }
      export function keep(given) { new Keeper(given); }
      export class Base extends HTMLElement {
        static tagOf(name) { return name.match(/[A-Z][a-z]*/g).join('-').toLowerCase(); }
        static add(given, tag) { if (!tag) tag = Base.tagOf(given.name); customElements.define(tag, given); }
        static put(tag) { if (customElements.get(tag)) return; customElements.define(tag, this); }
        static view(tag, template, given) { given.template = template; customElements.define(tag, given); }
      }
      export function look(given) { console.log(given.name); }`,
  };
  test.each([
    [
      'to a function',
      `import { keep } from 'kit';\nclass QuaySideElement extends HTMLElement {}\nkeep(QuaySideElement);`,
      'quay-side',
    ],
    [
      'to a decorator',
      `import { keep } from 'kit';\n@keep\nexport class QuaySideElement extends HTMLElement {}`,
      'quay-side',
    ],
    [
      'to a compiled decorator',
      `import { keep } from 'kit'; import { help } from 'tslib'; let QuaySideElement = class QuaySideElement extends HTMLElement {}; QuaySideElement = __decorate([keep], QuaySideElement);`,
      'quay-side',
    ],
    [
      'to a static method',
      `import { Base } from 'kit';\nclass QuaySide extends Base {}\nBase.add(QuaySide);`,
      'quay-side',
    ],
    [
      'to a static method, with its tag',
      `import { Base } from 'kit';\nclass Quay extends Base {}\nBase.add(Quay, 'pier-q');`,
      'pier-q',
    ],
    [
      'by a static method of its own',
      `import { Base } from 'kit';\nclass Quay extends Base {}\nQuay.put('pier-q');`,
      'pier-q',
    ],
  ])('%s', (_, source, tag) => {
    const { contract, findings } = surveyed({ 'a.ts': source, ...KIT });
    expect(findings).toEqual([]);
    expect(contract.components.map((one) => one.tag)).toEqual([tag]);
  });

  test('what is handed over beside it belongs to it', () => {
    const source = `import { Base } from 'kit';\nclass Quay extends Base {}\nBase.view('pier-q', '<slot name="rail"></slot>', Quay);`;
    const quay = componentIn(source, KIT);
    expect(quay.className).toBe('Quay');
    expect(names(quay.slots)).toEqual(['rail']);
  });

  test('a function that takes it nowhere registers nothing', () => {
    const source = `import { look } from 'kit';\nclass QuaySide extends HTMLElement {}\nlook(QuaySide);`;
    expect(surveyed({ 'a.ts': source, ...KIT }).contract.components).toEqual([]);
  });

  test('a decorator whose module puts something before the names of attributes', () => {
    const quay = componentIn(
      `import { attr } from 'kit'; class Quay extends HTMLElement { @attr mostBerths = 2; } customElements.define('pier-q', Quay);`,
      {
        'lib/kit': `const kept = new Map();
          export function attr(proto, key) { kept.set(proto, [...(kept.get(proto) ?? []), key]); }
          export function observe(given) { const prefix = given.prefix ?? 'data-'; Object.defineProperty(given, 'observedAttributes', { get: () => kept.get(given.prototype).map((key) => prefix + key) }); }`,
      },
    );
    expect(quay.properties.map((one) => [one.name, one.attribute?.name])).toEqual([
      ['mostBerths', 'data-most-berths'],
    ]);
  });
});

test('a static method of a mixin makes accessors of a table and registers', () => {
  const quay = componentIn(`
    const kebab = (text) => text.replace(/[A-Z]/g, (one) => '-' + one.toLowerCase());
    const Tabled = (Base) => class extends Base {
      static table = {};
      static get observedAttributes() { return Object.keys(this.table).map(kebab); }
      static setUp(tag) {
        for (const [name, type] of Object.entries(this.table)) {
          const attribute = kebab(name);
          Object.defineProperty(this.prototype, name, { get() { return this.getAttribute(attribute); }, set(value) { this.setAttribute(attribute, value); } });
        }
        customElements.define(tag, this);
      }
    };
    class Quay extends Tabled(HTMLElement) { static table = { mostBerths: Number, deck: String }; }
    Quay.setUp('pier-q');`);
  expect(quay.properties.map((one) => [one.name, one.attribute?.name])).toEqual([
    ['mostBerths', 'most-berths'],
    ['deck', 'deck'],
  ]);
});

describe('attributes listed where a class is registered', () => {
  const LISTED = `attributes: ['deck', { property: 'mostBerths', attribute: 'most-berths' }, { property: 'isOpen', mode: 'boolean' }]`;
  const expected = [
    ['deck', 'deck', 'string'],
    ['isOpen', 'isopen', 'boolean'],
    ['mostBerths', 'most-berths', 'string'],
  ];
  test.each([
    [
      'in a description',
      `class Quay extends HTMLElement {} Quay.define({ name: 'pier-q', template: view, ${LISTED} });`,
    ],
    [
      'in one beside the class',
      `class Base extends HTMLElement {} class Quay extends Base {} Base.define(Quay, { name: 'pier-q', template: view, ${LISTED} });`,
    ],
    [
      'in what a decorator is given',
      `@customElement({ name: 'pier-q', ${LISTED} }) class Quay extends HTMLElement {}`,
    ],
  ])('%s', (_, source) => {
    const quay = componentIn(source);
    expect(quay.className).toBe('Quay');
    const told = quay.properties.map((one) => [one.name, one.attribute?.name, one.attribute?.reads]);
    expect(told.sort()).toEqual(expected);
  });
});

test('a key of an object names nothing', () => {
  const quay = componentIn(`
    const template = html\`<slot name="other"></slot>\`;
    class Quay extends HTMLElement {}
    Quay.define({ name: 'pier-q', template: html\`<slot name="rail"></slot>\` });`);
  expect(names(quay.slots)).toEqual(['rail']);
});

test('what is done where another class is made is done to that', () => {
  const { contract } = surveyed({
    'a.ts': `
      class Base extends HTMLElement { static get observedAttributes() { return []; } }
      let Quay = (() => {
        let _classSuper = Base;
        return _a = class Quay extends _classSuper {}, (() => { _deck = [property({ type: String })]; __esDecorate(_a, null, _deck, { kind: 'accessor', name: 'deck', static: false }); })(), _a;
      })();
      class Mole extends Base {}
      customElements.define('pier-m', Mole);`,
  });
  expect(contract.components.map((one) => [one.tag, names(one.properties)])).toEqual([['pier-m', []]]);
});

test('where a list above cannot be told, the names after it can', () => {
  const quay = componentIn(
    `import Base from 'far'; class Quay extends Base { static get observedAttributes() { return Base.observedAttributes.concat(['deck']); } } customElements.define('pier-q', Quay);`,
  );
  expect(names(attributesOf(quay))).toEqual(['deck']);
  expect(quay.notes.map((one) => one.code)).toEqual(['base-class-unknown']);
});

test('a base class within reach tells how it writes attributes, whatever options stand beside', () => {
  const source = (text: string) => `
    class Base extends HTMLElement { static createProperty() {} static attributeNameForProperty(name) { return ${text}; } }
    class Quay extends Base { static get properties() { return { mostBerths: { type: Number, notify: true } }; } }
    customElements.define('pier-q', Quay);`;
  const attributes = (text: string) => names(attributesOf(componentIn(source(text))));
  expect(attributes('name.toLowerCase()')).toEqual(['mostberths']);
  expect(attributes('camelToDash(name)')).toEqual(['most-berths']);
});

test('a table in a function, entry by entry', () => {
  const { contract } = surveyed({
    'a.ts': `class Quay extends HTMLElement {} class Mole extends HTMLElement {}
      function start() {
        const parts = { 'pier-q': Quay, 'pier-m': Mole };
        Object.entries(parts).forEach(([name, part]) => customElements.define(name, part));
      }
      start();`,
  });
  expect(contract.components.map((one) => [one.tag, one.className])).toEqual([
    ['pier-m', 'Mole'],
    ['pier-q', 'Quay'],
  ]);
});

test('a table of what properties start with may say more of some, also where the view is given later', () => {
  const pier = componentIn(
    `import { register } from 'far'; register('pier-a', { deck: 'low', isOpen: { value: false, attribute: 'opened', reflect: true } })((props) => null);`,
  );
  expect(pier.properties.map((one) => [one.name, one.attribute?.name, one.attribute?.reflects])).toEqual([
    ['deck', 'deck', false],
    ['isOpen', 'opened', true],
  ]);
});

describe('a mixin that is handed behaviours', () => {
  const FAR = { 'lib/far': `export const mix = (parts, Base) => make({}, Base, parts);` };
  const source = (list: string) => `import { mix } from 'far';
    const Lit = { properties: { isLit: { type: Boolean } }, light() {} };
    const Both = [Lit, { properties: { deck: String } }];
    class Pier extends mix(${list}, HTMLElement) {}
    customElements.define('pier-a', Pier);`;
  test.each([
    ['one', '[Lit]', ['is-lit']],
    ['lists of them', '[Both]', ['deck', 'is-lit']],
    ['a list of anything else', '[1, Pier]', []],
  ])('%s', (_, list, attributes) => {
    expect(names(attributesOf(componentIn(source(list), FAR)))).toEqual(attributes);
  });
});

test('attributes of classes that make all properties at once have hyphens', () => {
  const quay = componentIn(`
    class Base extends HTMLElement { static createProperties(all) {} static finalize() {} }
    class Quay extends Base { static get properties() { return { mostBerths: Number }; } }
    customElements.define('pier-q', Quay);`);
  expect(names(attributesOf(quay))).toEqual(['most-berths']);
});

test('a list that one of two ways returns is told, and that there may be others', () => {
  const quay = componentIn(`
    import { isOld } from 'far';
    class Quay extends HTMLElement { static get observedAttributes() { if (isOld) { this.kept = []; return this.kept; } else { return ['deck']; } } }
    customElements.define('pier-q', Quay);`);
  expect(names(quay.attributes)).toEqual(['deck']);
  expect(quay.notes.map((one) => one.code)).toContain('attributes-not-constant');
});

describe('a description that another package makes a class of, step by step', () => {
  const FAR = {
    'lib/far': `import { Class } from './class.js';
      export const Element = function (info) { let made; if (typeof info === 'function') { made = info; } else { made = Element.Class(info); } customElements.define(made.is, made); return made; };
      Element.Class = Class;`,
    'lib/class.js': `class Above extends HTMLElement {
        static get observedAttributes() { return ['awake']; }
        fire(type, detail, options) { const sent = new Event(type, { bubbles: true }); sent.detail = detail; const node = options.node || this; wrap(node).dispatchEvent(sent); }
        sleep() {}
      }
      function generate(info, Base) { class Generated extends Base { info() { return info; } } return Generated; }
      export const Class = function (info, mixin) { let made = mixin ? mixin(Above) : Above; made = generate(info, made); made.is = info.is; return made; };`,
  };
  const pier = componentIn(
    `import { Element } from 'far'; Element({ is: 'pier-a', properties: { deck: String }, moor() { this.fire('moored', 1); } });`,
    FAR,
  );

  test('has what it describes, and the attributes of the classes that are made for it', () => {
    expect(names(pier.properties)).toEqual(['deck']);
    expect(names(attributesOf(pier))).toEqual(['awake', 'deck']);
  });

  test('has no members of those', () => {
    expect(names(pier.methods)).toEqual(['moor']);
    expect(pier.className).toBeNull();
  });

  test('what a method of those sends in a way of its own goes by its name', () => {
    expect(pier.events.map((one) => [one.name, one.bubbles])).toEqual([['moored', true]]);
  });
});

test('one class under two tags, with other attributes for each', () => {
  const { contract } = surveyed({
    'a.ts': `class Quay extends HTMLElement {}
      Quay.define({ name: 'pier-a', attributes: ['deck'] });
      Quay.define({ name: 'pier-b', attributes: ['rail'] });`,
  });
  expect(contract.components.map((one) => names(one.properties))).toEqual([['deck'], ['rail']]);
});

test('a function of another package that writes names with hyphens', () => {
  const source = `import { make } from 'far'; class Quay extends make({ props: { mostBerths: { default: 2 } } }) {} customElements.define('pier-q', Quay);`;
  const attributes = (helper: string) =>
    names(
      attributesOf(
        componentIn(source, {
          'lib/far': `import ${helper} from 'names'; export function make({ props }) { class Made extends HTMLElement {} Made.observedAttributes = Object.keys(props).map((name) => ${helper}(name)); return Made; }`,
        }),
      ),
    );
  expect(attributes('kebabCase')).toEqual(['most-berths']);
  expect(attributes('lower')).toEqual(['mostberths']);
});

test('a loop over a map', () => {
  const { contract } = surveyed({
    'a.ts': `import KINDS from './b.js'; for (const [kind] of KINDS) { const tag = \`pier-\${kind}\`; customElements.define(tag, class extends HTMLElement {}); }`,
    'b.ts': `export default new Map([['a', 1], ['b', 2]]);`,
  });
  expect(contract.components.map((one) => one.tag)).toEqual(['pier-a', 'pier-b']);
});

test('a table that takes in that of another class, with what stands above that', () => {
  const quay = componentIn(`
    const Coloured = (Base) => class extends Base { static get properties() { return { ...super.properties, hue: { type: String } }; } };
    class Pier extends Coloured(HTMLElement) { static get properties() { return { ...super.properties, deck: { type: String } }; } }
    class Quay extends HTMLElement { static get properties() { return { ...super.properties, ...Pier.properties, rail: { type: String } }; } }
    customElements.define('pier-q', Quay);`);
  expect(names(quay.properties)).toEqual(['deck', 'hue', 'rail']);
});

describe('a function that makes an element of a class it is given beside the base', () => {
  const KIT = {
    'kit.js': `const LIST = Symbol();
      const kebab = (name) => name.replace(/[A-Z]/g, (one) => '-' + one.toLowerCase());
      export function host(Base, Part) {
        class Hosted extends Base {
          static get observedAttributes() {
            if (!this[LIST] && Part.starts) {
              const map = new Map();
              for (const name of Object.keys(Part.starts)) {
                const given = this.attrs?.[name];
                if (given === false) continue;
                map.set(given ?? kebab(name), name);
              }
              this[LIST] = map;
            }
            return this[LIST] ? [...this[LIST].keys()] : [];
          }
        }
        give(Hosted, Part);
        return Hosted;
      }
      function give(Made, Part) {
        const shown = Made.prototype;
        if (Part.starts) for (const name of Object.keys(Part.starts)) Object.defineProperty(shown, name, {
          get() { return this.part[name]; }, set(value) { this.part[name] = value; } });
      }`,
  };
  const elements = (source: string) => {
    const { components } = surveyed({
      'a.js': `import { host } from './kit.js';\n${source}`,
      ...KIT,
    }).contract;
    return components.map((one) => [
      one.tag,
      one.properties.map(({ name, type, attribute }) => `${name}: ${type.text} ${attribute?.name ?? '-'}`),
      one.attributes.map(({ name }) => name),
    ]);
  };

  test('has the properties and attributes of that class, of each class its own', () => {
    expect(
      elements(`class Quay { static starts = { maxBerths: 4 }; }
        class Pier extends Quay { static starts = { ...super.starts, isOpen: false, deckName: 'north', inner: null }; }
        class Bare {}
        customElements.define('quay-a', class extends host(HTMLElement, Quay) {});
        customElements.define('pier-a', class extends host(HTMLElement, Pier) { static attrs = { deckName: 'deck', inner: false }; });
        customElements.define('bare-a', class extends host(HTMLElement, Bare) {});`),
    ).toEqual([
      ['bare-a', [], []],
      [
        'pier-a',
        ['maxBerths: number max-berths', 'isOpen: boolean is-open', 'deckName: string -', 'inner: unknown -'],
        ['deck'],
      ],
      ['quay-a', ['maxBerths: number max-berths'], []],
    ]);
  });
});

describe('a function that registers, and that another function makes', () => {
  const registrations = (source: string, others: Record<string, string> = {}) =>
    surveyed({ 'a.js': source, ...others }).contract.components.map(
      ({ tag, className, registers, registeredBy }) => [tag, className, registers, registeredBy],
    );
  const PIER = 'class Pier extends HTMLElement {}';
  const MAKE =
    'const make = (name, kind) => (prefix = "line") => customElements.define(`${prefix}-${name}`, kind);';

  test.each<[string, string, [registers: string, by: string | undefined]]>([
    [
      'waits for users to call it',
      'export const registerPier = make("pier", Pier);',
      ['by-call', 'registerPier'],
    ],
    [
      'that is not exported cannot be called',
      'const registerPier = make("pier", Pier);',
      ['by-call', undefined],
    ],
    [
      'and is called by its name',
      'const registerPier = make("pier", Pier); registerPier();',
      ['on-import', undefined],
    ],
    ['and is called where it is made', 'make("pier", Pier)("line");', ['on-import', undefined]],
  ])('%s', (_name, code, [registers, by]) => {
    expect(registrations(`${MAKE} ${PIER} ${code}`)).toEqual([['line-pier', 'Pier', registers, by]]);
  });

  test('one that cannot do without what it is given is no call for users', () => {
    const code =
      'const make = (kind) => (options) => customElements.define("line-pier", kind, options.of); export const definePier = make(Pier);';
    expect(registrations(`${PIER} ${code}`)).toEqual([['line-pier', 'Pier', 'by-call', undefined]]);
  });

  test('nor is one that stands in a module of its own', () => {
    const kit =
      'export const makeDefine = (kind) => (options) => customElements.define("line-pier", kind, options.of);';
    const code = `import { makeDefine } from './kit.js'; ${PIER} export const definePier = makeDefine(Pier);`;
    expect(registrations(code, { 'kit.js': kit })).toEqual([['line-pier', 'Pier', 'by-call', undefined]]);
  });

  test('of a description, in a module of its own, by way of one inside it that takes in others', () => {
    const kit = `import { Definition } from 'far';
      export const describe = (name, type, template, others, options) => ({ name, type, template, others, options });
      export const createRegisterFunction = (given) => (prefix = 'line') => {
        const register = (one) => {
          let type = one.type;
          for (const other of one.others) register(other);
          Definition.compose(type, { ...one.options, template: one.template, name: prefix + "-" + one.name }).define();
        };
        register(given);
      };`;
    const code = `import { createRegisterFunction, describe } from './kit.js';
      import { Base } from 'far';
      class Pier extends Base {}
      class Quay extends Base {}
      const pier = describe('pier', Pier, '<slot></slot>', []);
      const quay = describe('quay', Quay, '<slot name="rail"></slot>', [pier]);
      export const registerQuay = createRegisterFunction(quay);
      export const registerPier = createRegisterFunction(pier);`;
    expect(registrations(code, { 'kit.js': kit })).toEqual([
      ['line-pier', 'Pier', 'by-call', 'registerPier'],
      ['line-quay', 'Quay', 'by-call', 'registerQuay'],
    ]);
  });

  test.each([
    ['at once', 'Definition.compose(Pier, given).define();', 'on-import', undefined],
    ['when called', 'export function add() { Definition.compose(Pier, given).define(); }', 'by-call', 'add'],
  ])('what is made of a class and a description, and defined, %s', (_name, code, registers, by) => {
    const source = `import { Definition } from 'far'; ${PIER} const given = { name: 'line-pier', template: '<slot></slot>' }; ${code}`;
    expect(registrations(source)).toEqual([['line-pier', 'Pier', registers, by]]);
  });

  test('decorators called on a prototype in a loop over names', () => {
    const source = `import { attr } from 'far'; const NAMES = ['tideLevel', 'deckName'];
      const kebab = (name) => name.replace(/[A-Z]/g, (one) => '-' + one.toLowerCase());
      const Marks = (Base) => { class Made extends Base {}
        for (const name of NAMES) attr({ attribute: kebab(name) })(Made.prototype, name);
        return Made; };
      customElements.define('line-pier', class extends Marks(HTMLElement) {});`;
    const pier = componentIn(source);
    expect(pier.properties.map(({ name, attribute }) => [name, attribute?.name])).toEqual([
      ['tideLevel', 'tide-level'],
      ['deckName', 'deck-name'],
    ]);
  });
});

describe('members that static code gives a prototype, one for each of a list', () => {
  const made = (list: string, loop: string, more = '') => `import { namesOf } from 'nowhere';
    function Media(Base, tag) {
      const like = globalThis.document?.createElement?.(tag);
      const names = ${list};
      return class Made extends Base {
        static #isDefined = false;
        static #define() {
          if (this.#isDefined) return;
          this.#isDefined = true;
          const texts = new Set(this.observedAttributes);
          texts.delete('muted');
          ${loop}
        }
        static get observedAttributes() { Made.#define(); return ['loop', 'poster', 'muted']; }
        ${more}
      };
    }
    customElements.define('pier-a', class Pier extends Media(HTMLElement, 'video') {});`;
  const ACCESSOR =
    'for (const name of names) Object.defineProperty(this.prototype, name, { get() { return this.held[name]; } });';
  const PLATFORMS = `(() => { const all = [];
    for (let at = Object.getPrototypeOf(like); at && at !== HTMLElement.prototype; at = Object.getPrototypeOf(at)) all.push(...Object.getOwnPropertyNames(at));
    return all; })()`;
  const PASSED_ON = `for (const name of names) {
    if (name in this.prototype) continue;
    if (typeof like[name] === 'function') this.prototype[name] = function (...args) { return this.inner[name](...args); };
    else {
      const config = { get() { const text = name.toLowerCase(); if (texts.has(text)) return this.getAttribute(text); return this.inner[name]; } };
      if (name !== name.toUpperCase()) config.set = function (value) { this.inner[name] = value; };
      Object.defineProperty(this.prototype, name, config);
    }
  }`;

  test.each([
    ['names that the page gives', 'namesOf(location)', [], ['members-not-constant']],
    ['names that are written', "['deck', 'rows']", ['deck', 'rows'], []],
  ])('accessors of %s', (_, list, names, codes) => {
    const { properties, notes } = componentIn(made(list, ACCESSOR));
    expect(properties.map((one) => one.name)).toEqual(names);
    expect(notes.map((one) => one.code)).toEqual(codes);
  });

  test('descriptors that a function makes, and functions alone', () => {
    const described = `const describe = (name) => ({ get() { return this.getAttribute(name); }, set(value) { this.setAttribute(name, value); } });
      for (const name of names) Object.defineProperty(this.prototype, name, describe(name));`;
    const { properties } = componentIn(made("['deck', 'rows']", described));
    expect(properties.map(({ name, attribute }) => `${name} ${attribute?.name}`)).toEqual([
      'deck deck',
      'rows rows',
    ]);
    const { methods } = componentIn(
      made("['dock', 'sail']", 'for (const name of names) this.prototype[name] = function () {};'),
    );
    expect(methods.map((one) => one.name)).toEqual(['dock', 'sail']);
  });

  test('what an element of the platform has is passed on to it, with the types that it has there', () => {
    const { properties, methods } = componentIn(
      made(PLATFORMS, PASSED_ON, 'get poster() { return 1; } load() {}'),
    );
    const told = new Map(
      properties.map(({ name, type, attribute, readonly }) => [
        name,
        [
          type.text,
          attribute ? `${attribute.name} ${attribute.reads}` : '',
          readonly ? 'read only' : '',
        ].join('|'),
      ]),
    );
    expect(
      ['loop', 'muted', 'volume', 'paused', 'HAVE_METADATA', 'srcObject'].map((one) => told.get(one)),
    ).toEqual([
      'boolean|loop boolean|',
      'boolean|muted boolean|',
      'number||',
      'boolean||read only',
      '1||read only',
      'MediaProvider | null||',
    ]);
    expect(['title', 'constructor', 'play'].filter((one) => told.has(one))).toEqual([]);
    const texts = methods.map((one) => one.text);
    expect(texts).toContain('canPlayType(type: string): CanPlayTypeResult');
    expect(texts.filter((one) => one.startsWith('load('))).toEqual(['load(): unknown']);
  });
});

describe('a function that makes an element of a view, and hands what it is told to the class above', () => {
  const kit = `const keysOf = Object.keys;
    let Frame;
    if (typeof HTMLElement === 'function') {
      Frame = class extends HTMLElement {
        constructor(view, slots, isShadowed) { super(); this.held = {}; this.view = view; if (isShadowed) this.attachShadow({ mode: 'open' }); }
        get drawn() { return 1; }
        addEventListener(type, listener, options) { this.heard = type; super.addEventListener(type, listener, options); }
      };
    }
    export function makeElement(View, table, slots, isShadowed, extend) {
      let Made = class extends Frame {
        constructor() { super(View, slots, isShadowed); this.table = table; }
        static get observedAttributes() { return keysOf(table).map((key) => (table[key].attribute || key).toLowerCase()); }
      };
      Object.keys(table).forEach((key) => Object.defineProperty(Made.prototype, key, { get() { return this.held[key]; }, set(value) { this.held[key] = value; } }));
      if (extend) { Made = extend(Made); }
      View.element = Made;
      return Made;
    }`;
  const use = `class Deck {} class Rail {}
    customElements.define('pier-deck', makeElement(Deck, { level: {}, night: { type: 'Boolean' } }, [], true));
    customElements.define('pier-rail', makeElement(Rail, { mark: {} }, [], false, (Base) => {
      var Inner;
      Inner = class extends Base { constructor() { super(); this.inner = this.attachInternals(); } reset() {} };
      Inner.formAssociated = true;
      return Inner;
    }));`;
  const whole = `${kit.replace('export ', '')}\n${use}`;

  test.each<[form: string, files: Record<string, string>]>([
    ['in a library', { 'a.js': `import { makeElement } from 'kit.js'; ${use}`, 'lib/kit.js': kit }],
    ['in the same file', { 'a.js': whole }],
    ['minified', { 'a.js': transformSync(whole, { minify: true, format: 'iife' }).code }],
    [
      'in two files, minified',
      {
        'a.js': transformSync(`import { makeElement } from './kit.js'; ${use}`, { minify: true }).code,
        'kit.js': transformSync(kit, { minify: true, format: 'esm' }).code,
      },
    ],
  ])('%s', (_, files) => {
    const told = surveyed(files).contract.components.map((one) =>
      [
        one.tag,
        one.root,
        one.formAssociated,
        names(attributesOf(one)),
        names(one.methods),
        one.notes.length,
      ].join(' '),
    );
    expect(told).toEqual(['pier-deck open false level,night  0', 'pier-rail none true mark reset 0']);
  });
});

test.each([
  ['', 'open'],
  [', { shadowRoot: false }', 'none'],
  [', { shadowRoot: true, nonce: 1 }', 'open'],
])('a description with options%s: its root is %s', (options, root) => {
  const files = {
    'lib/frame.js': `class Frame extends HTMLElement {
        constructor(view) { super(); if (view.shadowRoot !== false) this.attachShadow({ mode: 'open' }); }
      }
      export function define(view, options) {
        const whole = Object.assign({}, view, options);
        return class extends Frame { constructor() { super(whole); } static get observedAttributes() { return Object.keys(view.props); } };
      }`,
  };
  const source = `import { define } from 'frame.js';
    customElements.define('pier-a', define({ props: { deck: Number } }${options}));`;
  expect(componentIn(source, files)).toMatchObject({ root, properties: [{ name: 'deck' }] });
});

test.each([
  ['by a function it takes out', '{ expose: open }', 'open'],
  ['by its context', 'context', 'context.expose'],
])('what a component exposes %s can be called, or read', (_, parameter, call) => {
  const source = `import { define } from 'frame';
    const Deck = { props: { level: Number }, setup(props, ${parameter}) {
      /** Asks anew. */
      async function refresh(at: number): Promise<void> {}
      const inner = (step = 1) => step;
      ${call}({ refresh, move: inner, isOpen: ref(true) });
      show({ hidden: 1 });
      return () => null;
    } };
    customElements.define('pier-a', define(Deck));`;
  const { methods, properties } = componentIn(source);
  expect(methods.map((one) => [one.text, one.description])).toEqual([
    ['refresh(at: number): Promise<void>', 'Asks anew.'],
    ['move(step = 1): unknown', undefined],
  ]);
  expect(properties.map((one) => [one.name, one.readonly])).toEqual([
    ['level', false],
    ['isOpen', true],
  ]);
});

test('classes without a base, for which run-time code makes elements by what they say of themselves', () => {
  const { contract } = surveyed({
    'a.js': `class Pier { open() {} render() { return h('div', null, h('slot', { name: 'mid' })); }
        static get is() { return 'pier-a'; } static get encapsulation() { return 'shadow'; }
        static get properties() { return { deckNo: { type: Number, attr: 'deck-no', reflectToAttr: true }, wide: { type: "Boolean", attr: 'wide' },
          rows: { type: "Any", attr: 'rows' }, kept: { state: true }, el: { elementRef: true }, moor: { method: true } }; }
        static get events() { return [{ name: 'landed', method: 'landed', bubbles: true, cancelable: true, composed: true }]; } }
      class Gate { static get is() { return 'gate-a'; } static get style() { return ''; } }
      class Plain { static get is() { return 'plain-a'; } }
      export { Pier, Gate, Plain };`,
  });
  expect(contract.components.map(({ tag, registers, root }) => [tag, registers, root])).toEqual([
    ['gate-a', 'never', 'none'],
    ['pier-a', 'never', 'open'],
  ]);
  const [, pier] = contract.components;
  expect(pier).toMatchObject({
    properties: [
      {
        name: 'deckNo',
        type: { text: 'number' },
        attribute: { name: 'deck-no', reads: 'number', reflects: true },
      },
      { name: 'wide', type: { text: 'boolean' }, attribute: { name: 'wide', falseTexts: ['false'] } },
      { name: 'rows', attribute: { name: 'rows', reads: 'custom' } },
    ],
    methods: [{ name: 'moor' }],
    events: [{ name: 'landed', bubbles: true, composed: true, cancelable: true }],
    slots: [{ name: 'mid' }],
    attributes: [],
  });
});

const VIEWS = `export default function register(View, tag, names, options) {
  function Made() { const one = Reflect.construct(HTMLElement, [], Made); if (options && options.shadow) one.attachShadow({ mode: 'open' }); return one; }
  (Made.prototype = Object.create(HTMLElement.prototype)).constructor = Made;
  names = names || View.observedAttributes || []; Made.observedAttributes = names;
  names.forEach(function (name) { Object.defineProperty(Made.prototype, name, { get: function () { return this.kept[name]; }, set: function (value) {} }); });
  customElements.define(tag || View.tagName || View.name, Made); return Made; }`;

test('views that a function makes elements of, whatever it is imported as', () => {
  const { contract } = surveyed({
    'a.js': `import t from './views.js'; function a({ deck }) { return h('b', { part: 'deck' }, deck); } t(a, "pier-a", ["deck"], { shadow: !0 });
      var r = ({ wide }) => h('b', null, wide); r.tagName = "gate-a"; r.observedAttributes = ["wide"]; t(r);`,
    'views.js': VIEWS,
  });
  expect(contract.components.map((one) => [one.tag, ...one.properties.map(({ name }) => name)])).toEqual([
    ['gate-a', 'wide'],
    ['pier-a', 'deck'],
  ]);
});

test('a view handed to what another package makes a class with, in a call that is registered', () => {
  const [pier] = surveyed({
    'a.js': `import { component } from 'views.js'; function Pier() { this.dispatchEvent(new CustomEvent('landed')); return html\`<slot name="mid"></slot>\`; }
      Pier.observedAttributes = ['deck']; customElements.define('pier-a', component(Pier));`,
    'lib/views.js': `export function component(view) { return class extends HTMLElement { static get observedAttributes() { return view.observedAttributes; }
      constructor() { super(); this.attachShadow({ mode: 'open' }); this.kept = new Kept(view, this); } }; }
      class Kept { constructor(view, host) { this.view = view; this.host = host; } }`,
  }).contract.components;
  expect(pier).toMatchObject({
    root: 'open',
    attributes: [{ name: 'deck' }],
    events: [{ name: 'landed' }],
    slots: [{ name: 'mid' }],
  });
});

test('what is rendered into the element itself needs no root', () => {
  const rooted = (key: string) =>
    surveyed({
      'a.js': `import { define } from 'kit'; define({ tag: 'pier-a', size: 0, ${key}: () => view });`,
    }).contract.components[0]?.root;
  expect([rooted('content'), rooted('render')]).toEqual(['none', 'open']);
});

test('a helper of another package is known by the name it was exported under', () => {
  const [pier] = surveyed({
    'a.js': `import { fireEvent as n } from 'kit'; class Pier extends HTMLElement { go() { n(this, 'landed'); } } customElements.define('pier-a', Pier);`,
  }).contract.components;
  expect(pier?.events).toMatchObject([{ name: 'landed' }]);
});

test('a list of behaviours that goes by a name', () => {
  const [pier] = surveyed({
    'a.js': `import { mixed } from 'kit'; const Pressed = { properties: { pressed: { type: Boolean } }, press() {} }; const All = [Pressed, { properties: { toggles: { type: Boolean } } }];
      class Pier extends mixed(All, HTMLElement) {} customElements.define('pier-a', Pier);`,
  }).contract.components;
  expect(pier?.properties.map((one) => one.name).sort()).toEqual(['pressed', 'toggles']);
});
