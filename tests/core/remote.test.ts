/** Elements that hand on what they are given to another document: what the class above makes of the lists of each. */
import { transformSync } from 'esbuild';
import { expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { surveyed } from '../support/memory.js';

/** The class above all, cut down to what makes members of the lists. */
const KIT = `
export class RemoteBase extends HTMLElement {
  static slottable = true;
  static __finalized = true;
  static __observed = [];
  static get observedAttributes() { return this.finalize().__observed; }
  static finalize() {
    if (this.hasOwnProperty('__finalized')) return this;
    this.__finalized = true;
    const observed = new Set(this.slottable ? ['slot'] : []);
    for (const name of Object.keys(this.remoteProperties ?? {})) observed.add(hyphened(name));
    Object.defineProperties(this, { __observed: { value: [...observed] } });
    return this;
  }
}
export function makeRemote({ slots, properties, attributes, events, methods } = {}) {
  const Made = class extends RemoteBase {
    static remoteSlots = (() => slots)();
    static remoteProperties = (() => properties)();
    static remoteAttributes = (() => attributes)();
    static remoteEvents = (() => events)();
    static remoteMethods = (() => methods)();
  };
  return Made;
}
`;

const LISTS = {
  properties: `{ tideLevel: { type: Number }, night: { type: Boolean }, berths: { type: Array, attribute: false },
    mark: { attribute: 'data-mark', default: 'high' }, onPick: {} }`,
  attributes: `['legend']`,
  events: `{ tapped: { bubbles: true }, gone: { property: false } }`,
  methods: `['refresh']`,
  slots: `['crane']`,
};

const WRITTEN = `
class PierBoard extends RemoteBase {
  static get remoteProperties() { return ${LISTS.properties}; }
  static get remoteEvents() { return ${LISTS.events}; }
  static remoteAttributes = ${LISTS.attributes};
  static remoteMethods = ${LISTS.methods};
  static remoteSlots = ${LISTS.slots};
}
customElements.define('pier-board', PierBoard);`;

const MADE = `
const PierBoard = makeRemote({ properties: ${LISTS.properties}, events: ${LISTS.events}, attributes: ${LISTS.attributes},
  methods: ${LISTS.methods}, slots: ${LISTS.slots} });
customElements.define('pier-board', PierBoard);`;

const IMPORTED = "import { RemoteBase, makeRemote } from './kit.js';";
const minified = (code: string) => transformSync(code, { minify: true, format: 'iife' }).code;

function told({ properties, attributes, events, methods, slots }: Component): string[] {
  const names = (list: readonly { name: string }[]) => list.map((one) => one.name).join(' ');
  return [
    properties
      .map(({ name, type, default: initial, attribute }) =>
        [name, type.text, initial ?? '-', attribute ? `${attribute.name}:${attribute.reads}` : '-'].join(' '),
      )
      .join(', '),
    names(attributes),
    events.map((one) => `${one.name}${one.bubbles ? ' bubbles' : ''}`).join(', '),
    names(methods),
    names(slots),
  ];
}

test.each<[form: string, files: Record<string, string>]>([
  ['static members', { 'a.js': `${IMPORTED}${WRITTEN}`, 'kit.js': KIT }],
  ['a function that makes the class', { 'a.js': `${IMPORTED}${MADE}`, 'kit.js': KIT }],
  ['static members, minified', { 'a.js': minified(KIT.replaceAll('export ', '') + WRITTEN) }],
  ['a function that makes the class, minified', { 'a.js': minified(KIT.replaceAll('export ', '') + MADE) }],
])('%s', (_, files) => {
  const [component] = surveyed(files).contract.components;
  expect(component && told(component)).toEqual([
    'tideLevel number - tide-level:number, night boolean false night:boolean, berths unknown[] - -, ' +
      "mark unknown 'high' data-mark:string, onPick Function - -, ontapped Function | null - -",
    'slot legend',
    'pick, tapped bubbles, gone',
    'refresh',
    'crane',
  ]);
});

test('names alone take any value, and their attributes are texts', () => {
  const source = `${IMPORTED}
  class PierLamp extends RemoteBase { static remoteProperties = ['deckName', 'onOut']; static remoteEvents = ['lit']; }
  customElements.define('pier-lamp', PierLamp);`;
  const [component] = surveyed({ 'a.js': source, 'kit.js': KIT }).contract.components;
  expect(component && told(component)).toEqual([
    'deckName unknown - deck-name:string, onOut Function - -, onlit Function | null - -',
    'slot',
    'out, lit',
    '',
    '',
  ]);
});

test('what slottable says to classes that list nothing is their own affair', () => {
  const source = `class PierRope extends HTMLElement { static slottable = true; level = 1; }
  customElements.define('pier-rope', PierRope);`;
  const [component] = surveyed({ 'a.js': source }).contract.components;
  expect(component?.attributes).toEqual([]);
});
