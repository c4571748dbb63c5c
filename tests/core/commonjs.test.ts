/** Modules written for older loaders: what they import, export and register. */
import { describe, expect, test } from 'vitest';
import { componentIn, graphOf, surveyed } from '../support/memory.js';

const BASE = {
  'lib/base': `export class Base extends HTMLElement { static get observedAttributes() { return ['deck']; } }
    export const prefix = 'pier';
    export default class Whole extends Base {}`,
};
const observed = (source: string, others: Record<string, string> = BASE) =>
  componentIn(source, others).attributes.map((one) => one.name);

describe('what is required', () => {
  test.each([
    ['as a whole', `const base_1 = require('base'); class Quay extends base_1.Base {}`],
    ['one by one', `const { Base: Above } = require('base'); class Quay extends Above {}`],
    [
      'beside other variables',
      `var one = 1, base = require("base"), two = 2; class Quay extends base.Base {}`,
    ],
    [
      'through a helper',
      `const base_1 = tslib_1.__importStar(require('base')); class Quay extends base_1.Base {}`,
    ],
    [
      'as the default',
      `const base_1 = __importDefault(require('base')); class Quay extends base_1.default {}`,
    ],
    ['as the default, by itself', `const Whole = require('base'); class Quay extends Whole {}`],
  ])('%s', (_, source) => {
    expect(observed(`${source} customElements.define('pier-q', Quay);`)).toEqual(['deck']);
  });

  test('a constant', () => {
    const source = `const b = require('base'); exports.Quay = class Quay extends HTMLElement {}; customElements.define(\`\${b.prefix}-q\`, exports.Quay);`;
    const quay = componentIn(source, BASE);
    expect([quay.tag, quay.className, quay.exportName]).toEqual(['pier-q', 'Quay', 'Quay']);
  });
});

test('members decorated on what is exported', () => {
  const quay = componentIn(`'use strict';
    exports.Quay = void 0;
    const lit_1 = require('lit');
    exports.Quay = class Quay extends lit_1.LitElement { render() { return (0, lit_1.html)\`<slot name="rail"></slot>\`; } };
    __decorate([(0, lit_1.property)({ type: Number })], exports.Quay.prototype, "berths", void 0);
    exports.Quay = __decorate([(0, lit_1.customElement)('pier-q')], exports.Quay);`);
  expect([quay.tag, quay.className, quay.exportName]).toEqual(['pier-q', 'Quay', 'Quay']);
  expect(quay.properties.map((one) => one.name)).toEqual(['berths']);
  expect(quay.slots.map((one) => one.name)).toEqual(['rail']);
});

describe('what is exported', () => {
  const OWN = {
    'b.ts': `class Quay extends HTMLElement { static observedAttributes = ['deck'] } exports.Quay = Quay; exports.default = class extends Quay {};`,
    'c.ts': `Object.defineProperty(exports, '__esModule', { value: true }); var b_1 = require('./b.ts'); Object.defineProperty(exports, 'Quay', { enumerable: true, get: function () { return b_1.Quay; } });`,
    'd.ts': `__exportStar(require('./c.ts'), exports);`,
    'e.ts': `class Quay extends HTMLElement { static observedAttributes = ['deck'] } module.exports = { Quay };`,
    'g.ts': `class Quay extends HTMLElement { static observedAttributes = ['deck'] } exports.Other = 1, exports.Quay = Quay, exports.__esModule = !0;`,
    'f.ts': `class Quay extends HTMLElement { static observedAttributes = ['deck'] } module.exports = Quay;`,
  };
  test.each([
    ['by name', `import { Quay } from './b.ts';`],
    ['as the default', `import Quay from './b.ts';`],
    ['by a getter, from elsewhere', `import { Quay } from './c.ts';`],
    ['all of another', `import { Quay } from './d.ts';`],
    ['in an object', `import { Quay } from './e.ts';`],
    ['with others in one statement', `import { Quay } from './g.ts';`],
    ['as the whole', `import Quay from './f.ts';`],
  ])('%s', (_, source) => {
    const { contract } = surveyed({ ...OWN, 'a.ts': `${source} customElements.define('pier-q', Quay);` });
    expect(contract.components.map((one) => one.attributes.map((item) => item.name))).toEqual([['deck']]);
  });
});

describe('the function that bundlers put around a module for loaders of every kind', () => {
  const INNER = `class Quay extends base.Base {} customElements.define('pier-q', Quay); out.Quay = Quay;`;
  test.each([
    [
      'with exports',
      `(function (global, factory) { typeof exports === 'object' && typeof module !== 'undefined' ? factory(exports, require('base')) : typeof define === 'function' && define.amd ? define(['exports', 'base'], factory) : factory(global.Kit = {}, global.base); })(this, (function (out, base) { 'use strict'; ${INNER} }));`,
    ],
    [
      'minified',
      `!function(e,t){"object"==typeof exports&&"undefined"!=typeof module?t(exports,require("base")):"function"==typeof define&&define.amd?define(["exports","base"],t):t((e=e||self).Kit={},e.base)}(this,(function(out,base){"use strict";${INNER}}));`,
    ],
  ])('%s', (_, source) => {
    const quay = componentIn(source, BASE);
    expect([quay.tag, quay.exportName]).toEqual(['pier-q', 'Quay']);
    expect(quay.attributes.map((one) => one.name)).toEqual(['deck']);
  });
});

test('a module of the standard is left as it is', () => {
  const source = `import { x } from './b.ts'; exports.Quay = 1; const fs = require('fs');`;
  const module = graphOf({ 'a.ts': source }).load('a.ts');
  expect(module?.program.body.map((one) => one.type)).toEqual([
    'ImportDeclaration',
    'ExpressionStatement',
    'VariableDeclaration',
  ]);
});
