/** What belongs to which element in files that hold several, as bundlers and compilers put them together. */
import { expect, test } from 'vitest';
import { survey } from '../../dist/core/survey/index.js';
import { componentIn, reader, surveyed } from '../support/memory.js';

/** Parts, slots and custom properties of each element. */
function looks(source: string, others: Record<string, string> = {}) {
  const files = { 'a.js': source, ...others };
  const { contract } = survey({
    paths: ['a.js'],
    reader: reader(files),
    package: null,
    publicPath: (path) => `./${path}`,
  });
  return Object.fromEntries(
    contract.components.map((one) => [
      one.tag,
      [one.cssParts, one.slots, one.cssProperties]
        .flat()
        .map(({ name }) => name)
        .sort()
        .join(' '),
    ]),
  );
}

const PIER = `class Pier extends HTMLElement {
  connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = \`<style>\${SHEET}</style><b part="deck"></b>\`; }
}`;
const GATE = `class Gate extends HTMLElement {
  static get observedAttributes() { return ['wide']; }
  connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = '<slot name="bar"></slot>'; }
}`;
const DEFINED = "customElements.define('pier-a', Pier); customElements.define('gate-a', Gate);";
const EACH = { 'pier-a': '--deck-ink deck', 'gate-a': 'bar' };

test.each([
  [
    'a function that is called at once',
    `(() => { var SHEET = 'b { color: var(--deck-ink) }'; ${PIER} ${GATE} ${DEFINED} })();`,
  ],
  [
    'a table of modules',
    `var table = {
       1: (module, exports, load) => { load.d(exports, { SHEET: () => SHEET }); const SHEET = 'b { color: var(--deck-ink) }'; },
       2: (module, exports, load) => { var sheets = load(1); ${PIER.replace('SHEET', 'sheets.SHEET')} customElements.define('pier-a', Pier); },
       3: (module, exports, load) => { ${GATE} customElements.define('gate-a', Gate); },
     };
     function load(key) { const module = { exports: {} }; table[key](module, module.exports, load); return module.exports; }
     load(2); load(3);`,
  ],
  [
    'a table of modules, by what these export without a name',
    `var table = {
       1: (module, exports, load) => { load.d(exports, { "default": () => made }); const SHEET = 'b { color: var(--deck-ink) }'; ${PIER} const made = Pier; },
       2: (module, exports, load) => { var base = load(1); class Own extends base["default"] {} customElements.define('pier-a', Own); },
       3: (module, exports, load) => { ${GATE} customElements.define('gate-a', Gate); },
     };
     function load(key) { const module = { exports: {} }; table[key](module, module.exports, load); return module.exports; }
     load(2); load(3);`,
  ],
  [
    'a table of modules of the older kind',
    `var table = {
       1: (module, exports) => { Object.defineProperty(exports, "__esModule", { value: true }); exports.SHEET = exports.OTHER = void 0; exports.SHEET = 'b { color: var(--deck-ink) }'; exports.OTHER = 1; },
       2: (module, exports, load) => { Object.defineProperty(exports, "__esModule", { value: true }); passOn(load(5), exports); passOn(load(1), exports); },
       3: (module, exports, load) => { var sheets = load(4); ${PIER.replace('SHEET', 'sheets.KEPT')} customElements.define('pier-a', Pier); },
       4: (module, exports, load) => { Object.defineProperty(exports, "__esModule", { value: true }); var all = load(2); Object.defineProperty(exports, "KEPT", { enumerable: true, get: function () { return all.SHEET; } }); },
       5: (module, exports, load) => { Object.defineProperty(exports, "__esModule", { value: true }); passOn(load(2), exports); ${GATE} customElements.define('gate-a', Gate); },
     };
     function passOn(from, to) { for (const key in from) if (!(key in to)) to[key] = from[key]; }
     function load(key) { const module = { exports: {} }; table[key](module, module.exports, load); return module.exports; }
     load(3); load(5);`,
  ],
  [
    'variables of two names',
    `const SHEET = 'b { color: var(--deck-ink) }'; let Pier_1; let Pier = Pier_1 = ${PIER};
     class Gate extends HTMLElement { connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = '<slot name="bar"></slot>'; this.isPier = this.firstChild instanceof Pier; } }
     ${DEFINED}`,
  ],
])('elements in %s have what they name', (_, source) => {
  expect(looks(source)).toEqual(EACH);
});

test('what another module holds under a namespace belongs to the element that takes it', () => {
  const source = `import * as views from './views.js';
    class Pier extends HTMLElement { connectedCallback() { this.append(views.deck(this.level), views['rope']()); } }
    ${GATE} ${DEFINED}`;
  const views = `export function deck(level) { return html\`<b part="deck" style="color: var(--deck-ink)">\${level}</b>\`; }
    export const rope = () => html\`<i part="rope"></i>\`; export const mast = () => html\`<i part="mast"></i>\`;`;
  expect(looks(source, { 'views.js': views })).toEqual({ 'pier-a': '--deck-ink deck rope', 'gate-a': 'bar' });
});

test('names inside a class that stand for something else lead nowhere', () => {
  // Minifiers give parameters, methods and functions the names of what stands around.
  const source = `const e = \`b { color: var(--deck-ink) }\`; function render() { return '<i part="inner"></i>'; }
    class Pier extends HTMLElement {
      connectedCallback() { this.render(render()); }
      render(html) { this.attachShadow({ mode: 'open' }).innerHTML = \`<style>\${e}</style><b part="deck"></b>\${html}\`; }
    }
    class Gate extends HTMLElement {
      connectedCallback() { this.render(); this.names.map((e) => e.trim()); this.fill({ e: 1 }, this.e); }
      render() { this.attachShadow({ mode: 'open' }).innerHTML = '<slot name="bar"></slot>'; }
      fill = function render(list) { const { e } = list; return e; };
    }
    ${DEFINED}`;
  expect(looks(source)).toEqual({ 'pier-a': '--deck-ink deck inner', 'gate-a': 'bar' });
});

test.each([
  [
    'by its own name',
    'register(taken = (kept = class Pier extends Base {}, kept.styles = sheet, mark(kept.prototype), kept)) || taken;',
  ],
  [
    'inside the call',
    'register(((kept = class extends Base {}).styles = sheet, mark((taken = kept).prototype), taken));',
  ],
  [
    'by a helper',
    'register(taken = (kept = class extends Base {}, give(kept, "styles", sheet), kept)) || taken;',
  ],
])('what a class is given in the expression that it is decorated in: %s', (_, code) => {
  const component = componentIn(
    `import { customElement } from 'maker'; let kept, taken; const sheet = css\`:host { color: var(--deck-ink); }\`;
     class Base extends HTMLElement { static get observedAttributes() { return ['wide']; } }
     const register = customElement('pier-a'); ${code}`,
  );
  expect(component.cssProperties).toMatchObject([{ name: '--deck-ink' }]);
});

test('lists of texts that a function makes when it is called first', () => {
  const made = (name: string, texts: string) =>
    `function ${name}() { var data = taggedTemplate([${texts}]); ${name} = function () { return data; }; return data; }`;
  const source = `${made('one', `'<b part="deck" ?open=', '><slot name="legend"></slot></b>'`)}
    (function () { ${made('two', `'<i part="rope"></i>'`)} })(); (function () { ${made('two', `'<i part="mast"></i>'`)} })();
    class Pier extends HTMLElement { connectedCallback() { this.append(html(one(), this.open), html(two())); } }
    customElements.define('pier-a', Pier);`;
  // Two functions of one name tell nothing.
  expect(looks(source)).toEqual({ 'pier-a': 'deck legend' });
});

test('a sheet behind a namespace is read without its module', () => {
  const { contract } = surveyed({
    'a.js': `import * as sheet from './sheet.css.js'; ${PIER.replace('SHEET', 'sheet.text')} customElements.define('pier-a', Pier);`,
    'sheet.css.js': 'export const text = css`b { color: var(--deck-ink); }`;',
  });
  expect(contract.components[0]?.cssProperties).toMatchObject([{ name: '--deck-ink', at: 'sheet.css.js:1' }]);
});

test('two classes of one name, which a bundler set apart', () => {
  const pier = (local: string, tag: string, member: string) =>
    `let ${local} = class Pier extends Base { render() { return html\`<b part="${member}"></b>\`; } };
     decorate([property({ type: Boolean })], ${local}.prototype, '${member}', void 0); ${local}.level = '${member}';
     ${local} = decorate([customElement('${tag}')], ${local});`;
  const { contract } = surveyed({
    'a.js': `import { Base, customElement, property } from 'maker';
      ${pier('Pier$1', 'pier-a', 'wide')} ${pier('Pier', 'pier-b', 'deep')} export { Pier$1 as First, Pier as Second };`,
    'lib/maker': `export class Base extends HTMLElement { static createProperty() {} }
      export const property = (o) => (t, n) => t.constructor.createProperty(n, o);
      export const customElement = (tag) => (one) => customElements.define(tag, one);`,
  });
  const told = contract.components.map((one) => [
    one.tag,
    one.exportName,
    one.properties.map(({ name }) => name),
  ]);
  expect(told).toEqual([
    ['pier-a', 'First', ['wide']],
    ['pier-b', 'Second', ['deep']],
  ]);
});

const MAKER = "import { Base as t, customElement as d, property as p } from 'maker'; ";
const HELP = 'function (t, n, e, o) { for (let at = t.length - 1; at >= 0; at--) t[at](n, e); return n; }';

test.each([
  [
    'given back by its decorator',
    `${MAKER} var so = ${HELP}; var fo = function (t) { function n() { return t.apply(this, arguments) || this; }
       return lo(n, t), n.prototype.reset = function () {}, so([p({ type: Boolean })], n.prototype, 'wide', void 0), n = so([d('pier-a')], n); }(t), n = 1; export { fo as Pier };`,
  ],
  [
    'given back to nobody',
    `${MAKER} var so = ${HELP}; !function (t) { function n() { return t.apply(this, arguments) || this; }
       lo(n, t), n.prototype.reset = function () {}, so([p({ type: Boolean })], n.prototype, 'wide', void 0), n = so([d('pier-a')], n); }(t);`,
  ],
  [
    'with a method that is made before it',
    `${MAKER} var so = ${HELP}; var fo = function (t) { function n() { return t.apply(this, arguments) || this; } var e;
       return lo(n, t), fill(n, [{ key: 'reset', value: (e = wait(function () {}), function () { return e.apply(this, arguments); }) }]); }(t);
       so([p({ type: Boolean })], fo.prototype, 'wide', void 0), fo = so([d('pier-a')], fo); export { fo as Pier };`,
  ],
  [
    'by a helper that is written where it is called',
    `${MAKER} class n extends t { reset() {} } !${HELP}([p({ type: Boolean })], n.prototype, 'wide', void 0);
       customElements.define('pier-a', n); export { n as Pier };`,
  ],
])('a class as minifiers leave it: %s', (_, source) => {
  const component = componentIn('import "./b.js";', {
    'b.js': source,
    'lib/maker': `export class Base extends HTMLElement { static createProperty() {} }
      export const property = (o) => (t, n) => t.constructor.createProperty(n, o);
      export const customElement = (tag) => (one) => customElements.define(tag, one);`,
  });
  expect(component).toMatchObject({
    tag: 'pier-a',
    properties: [{ name: 'wide' }],
    methods: [{ name: 'reset' }],
  });
});

test.each([
  ['at the top level', (body: string) => body],
  ['in a function that is called at once', (body: string) => `(function () { 'use strict'; ${body} })();`],
  [
    'in a module of a table',
    (body: string) =>
      `var table = { 1: (module, exports, load) => { ${body} } };
       function load(key) { const module = { exports: {} }; table[key](module, module.exports, load); return module.exports; }
       load(1);`,
  ],
])('a class by the other name that compilers give one which names itself, %s', (_, around) => {
  const help = `var so = (t, n, e) => { for (let at = t.length - 1; at >= 0; at--) t[at](n, e); };
    function p(o) { return (n, e) => { n.constructor.createProperty(e, o); }; }`;
  const base = `class Base extends HTMLElement { static createProperty(name, options) { this.all.set(name, options); } }`;
  const classes = `const _Pier = class _Pier extends Base {}; _Pier.formAssociated = true; let Pier = _Pier, Last = Pier;
    so([p({ type: Boolean, reflect: true })], Pier.prototype, 'wide');
    customElements.define('pier-a', Last);`;
  const pier = componentIn(around(`${help} ${base} ${classes}`));
  expect(pier.formAssociated).toBe(true);
  expect(pier.properties.map((one) => [one.name, one.attribute?.name, one.attribute?.reflects])).toEqual([
    ['wide', 'wide', true],
  ]);
});

test.each([
  ['at the top level', (body: string) => body],
  ['in a function', (body: string) => `(function () { ${body} })();`],
])('what a class is made with, given in front of it, %s', (_, around) => {
  const { attributes } = componentIn(
    around(`var view, table; const made = (view = 1, table = { deck: {}, rows: {} }, class extends HTMLElement {
      static get observedAttributes() { return Object.keys(table); } }); customElements.define('pier-a', made);`),
  );
  expect(attributes.map((one) => one.name)).toEqual(['deck', 'rows']);
});

test('names with hyphens are written by the base class that makes them, not by what else is in the bundle', () => {
  const base = (body: string) =>
    `class Base extends HTMLElement { static createProperty() {} static get observedAttributes() { return this.names.map((one) => ${body}); } }
     class Pier extends Base { static properties = { deckLevel: { type: Number } }; } customElements.define('pier-a', Pier);`;
  const filler = `/* ${'-'.repeat(100_000)} */ function camelToDash(name) { return name; }`;
  const attribute = (source: string) => componentIn(source).properties.map((one) => one.attribute?.name);
  expect(attribute(`${filler} ${base('one.toLowerCase()')}`)).toEqual(['decklevel']);
  expect(attribute(`${filler} ${base('camelToDash(one)')}`)).toEqual(['deck-level']);
});

test('the first rule of a sheet that is a module may be one for the element', () => {
  const { contract } = surveyed({
    'a.ts': `import { sheet } from './a.css'; class Pier extends HTMLElement { static styles = [sheet]; } customElements.define('pier-a', Pier);`,
    'a.css.ts':
      "import { css } from 'maker';\n/** The sheet. */\nexport const sheet = css`\n:host { --deck: 1px; }\n`;",
  });
  expect(contract.components[0]?.cssProperties).toMatchObject([{ name: '--deck' }]);
});

test('a bundle for development, whose modules are texts that are evaluated', () => {
  const modules = [
    `exports.SHEET = 'b { color: var(--deck-ink) }';\n// of the deck`,
    `const sheets = load("./a.ts");\n${PIER.replace('SHEET', 'sheets.SHEET')}\n// registered\ncustomElements.define("pier-a", Pier);`,
    `${GATE}\r\ncustomElements.define('gate-a', Gate);`,
  ].map(
    (code, at) =>
      `Object.defineProperty(exports, "__esModule", { value: true });\n${code}\n//# sourceURL=webpack:///./${'abc'[at]}.ts?`,
  );
  const source = `var table = {
    "./a.ts": (module, exports) => { eval(${JSON.stringify(modules[0])}); },
    "./b.ts": (module, exports, load) => { eval(load.ts(${JSON.stringify(modules[1])})); },
    "./c.ts": (module, exports, load) => { eval(${JSON.stringify(modules[2])}); },
  };
  function load(key) { const module = { exports: {} }; table[key](module, module.exports, load); return module.exports; }
  load("./b.ts"); load("./c.ts");`;
  expect(looks(source)).toEqual(EACH);
  const { contract } = surveyed({ 'a.js': source });
  // Places are those of the file as it is.
  expect(contract.components.map(({ tag, at }) => `${tag} ${at}`)).toEqual([
    'gate-a a.js:4',
    'pier-a a.js:3',
  ]);
});

test('a text that is evaluated, and is no module, stays what it is', () => {
  const source = `eval("customElements.define('gate-a', class extends HTMLElement {})"); eval("no code: ' //# sourceURL=x"); ${PIER.replace('SHEET', '1')} customElements.define('pier-a', Pier);`;
  expect(Object.keys(looks(source))).toEqual(['pier-a']);
});
