/** Classes as compilers leave them for engines without classes, held against the same classes as they were written. */
import ts from 'typescript';
import { expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { attributesOf } from '../../dist/core/contract/types.js';
import { parseModule } from '../../dist/core/survey/syntax/parse.js';
import { restore } from '../../dist/core/survey/syntax/restoring.js';
import { componentIn, surveyed } from '../support/memory.js';

const SOURCE = `
import { html, LitElement } from 'lit';
import { customElement, property } from 'lit/decorators.js';
/** Where ferries land. */
@customElement('pier-a')
export class Pier extends LitElement {
  static styles = 1;
  /** Which deck. */
  @property({ type: Number }) deck = 1;
  @property({ attribute: 'low-tide' }) lowTide = 'never';
  /** Opens it. */
  open(wide = 2) {
    this.dispatchEvent(new CustomEvent('opened', { bubbles: true }));
    setTimeout(() => this.dispatchEvent(new CustomEvent('opened-late')), wide);
  }
  render() { return html\`<slot name="mid"></slot>\`; }
}
export class Quay extends HTMLElement {
  static get observedAttributes() { return ['rows', ...Quay.more]; }
  static more = ['cols'];
  rows = 4;
  list = [1];
  get cols() { return 1; }
  set cols(value) {}
  attributeChangedCallback() {}
  connectedCallback() { [1].forEach(() => { this.dispatchEvent(new Event('seen')); }); }
}
customElements.define('pier-q', Quay);
`;

function compiled(options: ts.CompilerOptions): string {
  const compilerOptions = { module: ts.ModuleKind.ESNext, removeComments: false, ...options };
  return ts.transpileModule(SOURCE, { compilerOptions }).outputText;
}

function offers(component: Component) {
  const sorted = (list: readonly { name: string }[]) => list.map((one) => one.name).sort();
  return {
    tag: component.tag,
    className: component.className,
    description: component.description,
    properties: component.properties.map((one) => [one.name, one.type.text, one.default]).sort(),
    attributes: sorted(attributesOf(component)),
    events: sorted(component.events),
    slots: sorted(component.slots),
    methods: sorted(component.methods),
  };
}

const OLD = { target: ts.ScriptTarget.ES5, ignoreDeprecations: '5.0' };
test.each([
  ['ES5, helpers inside', { ...OLD, experimentalDecorators: true }],
  ['ES5, helpers imported', { ...OLD, experimentalDecorators: true, importHelpers: true }],
  ['ES2015, decorators as the standard has them', { target: ts.ScriptTarget.ES2015, importHelpers: true }],
  ['ES2022, decorators as the standard has them', { target: ts.ScriptTarget.ES2022 }],
])('compiled for %s', (_name, options) => {
  const written = surveyed({ 'a.ts': SOURCE }).contract.components.map(offers);
  expect(written.map((one) => one.attributes)).toEqual([
    ['deck', 'low-tide'],
    ['cols', 'rows'],
  ]);
  expect(surveyed({ 'a.js': compiled(options) }).contract.components.map(offers)).toEqual(written);
});

test('accessors that standard decorators have, with the values they start with', () => {
  const source = SOURCE.replaceAll(') deck', ') accessor deck').replaceAll(') lowTide', ') accessor lowTide');
  for (const target of [ts.ScriptTarget.ES2015, ts.ScriptTarget.ES2022]) {
    const { outputText } = ts.transpileModule(source, { compilerOptions: { target, importHelpers: true } });
    expect(offers(componentIn(outputText)).properties).toEqual([
      ['deck', 'number', '1'],
      ['lowTide', 'string', "'never'"],
    ]);
  }
});

/** As another compiler writes it, with a base that engines cannot extend as it is. */
const LISTED = `
  function _inherits(a, b) { a.prototype = Object.create(b && b.prototype); }
  var Pier = /*#__PURE__*/function (_HTMLElement) {
    _inherits(Pier, _HTMLElement);
    var _super = _createSuper(Pier);
    function Pier() {
      var _this;
      _classCallCheck(this, Pier);
      _this = _super.call(this);
      _defineProperty(_assertThisInitialized(_this), "deck", 1);
      _this.rows = [];
      return _this;
    }
    _createClass(Pier, [{
      key: "lowTide",
      get: function get() { return 1; },
      set: function set(value) {}
    }, {
      key: "open",
      value: function () {
        var _open = _asyncToGenerator(function* () {});
        function open(wide) { return _open.apply(this, arguments); }
        return open;
      }()
    }, {
      key: "sail",
      value: function sail() {
        var _this2 = this;
        setTimeout(function () { _this2.dispatchEvent(new Event('sailed')); });
        others.forEach(function (_this2) { _this2.dispatchEvent(new Event('not-mine', { bubbles: true, composed: true })); });
      }
    }], [{
      key: "observedAttributes",
      get: function get() { return ["low-tide"]; }
    }]);
    return Pier;
  }( /*#__PURE__*/_wrapNativeSuper(HTMLElement));
  customElements.define('pier-a', Pier);`;

test('a class whose members a helper is handed in lists', () => {
  const found = offers(componentIn(LISTED));
  expect(found).toMatchObject({ className: 'Pier', attributes: ['low-tide'], methods: ['open', 'sail'] });
  expect(found.properties).toEqual([
    ['deck', 'number', '1'],
    ['lowTide', 'string', undefined],
    ['rows', 'unknown[]', '[]'],
  ]);
  expect(componentIn(LISTED).events.map((one) => [one.name, one.origin])).toEqual([
    ['sailed', 'element'],
    ['not-mine', 'inside'],
  ]);
});

test('the same after a minifier, with the class above inlined and the list returned', () => {
  const source = `import{_ as s,a as l,b as n,c as k,d as m,B as d,property as f,c as e}from"./x.js";
    var x=function(a){s(c,d);var i=k(c);function c(){var o;return n(this,c),o=i.call.apply(i,[this].concat(a)),m(l(o),"deck",1),m(l(o),"rows",[]),o}return l(c,[{key:"open",value:function(){}}]),c}();
    e([f()],x.prototype,"deck",void 0);customElements.define("pier-a",x);`;
  const found = offers(componentIn(source));
  expect(found).toMatchObject({ methods: ['open'], attributes: ['deck'] });
  expect(found.properties.map(([name]) => name)).toEqual(['deck']);
});

test('a function that is called at once, and has members of its own only, stays one', () => {
  const kinds = (source: string) => {
    const { program } = parseModule('a.js', source);
    restore(program, `_inherits(; ${source}`);
    return program.body.flatMap((one) =>
      one.type === 'VariableDeclaration' ? one.declarations.map(({ init }) => init?.type) : [],
    );
  };
  const source = `var mix = function () { function mix(base) { return base; } mix.done = 1; return mix; }();
    var Pier = function () { function Pier() {} Pier.prototype.open = function () {}; return Pier; }();`;
  expect(kinds(source)).toEqual(['CallExpression', 'ClassExpression']);
});

/** As a compiler of decorators describes a class to its helper. */
const DESCRIBED = `
  import { customElement, property } from 'somewhere';
  const prefix = 'pier';
  /** Where ferries land. */
  let Pier = _decorate([customElement(\`\${prefix}-a\`)], function (_initialize, _Base) {
    class Pier extends _Base { constructor(...args) { super(...args); _initialize(this); } }
    return { F: Pier, d: [
      { kind: "field", decorators: [property({ type: Number })], key: "deck", value() { return 1; } },
      { kind: "field", decorators: [property({ attribute: 'low-tide' })], key: "lowTide", value: void 0 },
      { kind: "method", key: "open", value: function open(wide) { this.dispatchEvent(new Event('opened')); } },
      { kind: "get", static: true, key: "more", value: function () { return ['rows']; } },
      { kind: "field", static: true, key: "styles", value() { return sheet; } },
    ] };
  }, HTMLElement);`;

test('a class that is described to a helper, member by member', () => {
  const found = offers(componentIn(DESCRIBED));
  expect(found).toEqual({
    tag: 'pier-a',
    className: 'Pier',
    description: 'Where ferries land.',
    properties: [
      ['deck', 'number', '1'],
      ['lowTide', 'string', undefined],
    ],
    attributes: ['deck', 'low-tide'],
    events: ['opened'],
    slots: [],
    methods: ['open'],
  });
});

test('the same after a minifier', () => {
  const source = `import{customElement as k,property as y}from"somewhere";let M=t([k("pier-a")],(function(e,t){return{F:class extends t{constructor(...t){super(...t),e(this)}},d:[{kind:"field",decorators:[y({type:Boolean,reflect:!0})],key:"late",value:()=>!1},{kind:"field",static:!0,key:"styles",value:()=>T},{kind:"get",static:!0,key:"eventPicked",value:function(){return"picked"}}]}}),HTMLElement);export{M as Pier};`;
  const component = componentIn(source);
  expect(component).toMatchObject({ tag: 'pier-a', className: 'Pier', exportName: 'Pier' });
  expect(component.properties.map((one) => [one.name, one.default, one.attribute?.reflects])).toEqual([
    ['late', 'false', true],
  ]);
});

test('the same where the class goes by another name in what fills it', () => {
  const pier = componentIn(`var Pier = function (Above) {
    inherit(Dial, Above);
    var made, list;
    function Dial() { return made.call(this) || this; }
    return made = Dial, (list = [{ key: "deck", get: function () { return this.kept; }, set: function (value) { this.kept = value; } }]) && fill(made.prototype, list), Object.defineProperty(made, "prototype", { writable: false }), Dial;
  }(wrapNative(HTMLElement)); customElements.define('pier-a', Pier);`);
  expect(pier.properties).toMatchObject([{ name: 'deck', readonly: false }]);
});
