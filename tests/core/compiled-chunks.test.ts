/** Bundles: what esbuild makes of a package of several modules must survey like the modules themselves. */
import { build } from 'esbuild';
import { expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { attributesOf } from '../../dist/core/contract/types.js';
import { surveyed } from '../support/memory.js';
import { folder } from '../support/run.js';

const FILES = {
  'base.ts':
    'export class Base extends HTMLElement { protected tell(name: string, detail: unknown) { this.dispatchEvent(new CustomEvent(name, { detail, bubbles: true, composed: true })); } }',
  'late.ts':
    'export const Late = (S: any) => class Late extends S { static get observedAttributes() { return [...(super.observedAttributes ?? []), "late"]; } get late() { return this.hasAttribute("late"); } set late(v: boolean) { this.toggleAttribute("late", v); } };',
  'names.ts': "export enum Name { Deck = 'deck', Berth = 'berth' } export const PREFIX = 'pier';",
  'sheet.ts': 'export const sheet = `:host { color: var(--pier-ink, #123) }`;',
  'board.ts':
    "import { Base } from './base'; import { Late } from './late'; import { Name, PREFIX } from './names'; import { sheet } from './sheet'; export class Board extends Late(Base) { static styles = sheet; static get observedAttributes() { return [...super.observedAttributes, ...Object.values(Name)]; } rows: string[] = []; #pick(at: string) { this.tell('board-pick', { at }); } show() { this.#pick('x'); this.root.innerHTML = '<slot name=\"legend\"></slot><b part=\"head\"></b>'; } } customElements.define(`${PREFIX}-board`, Board);",
  'sign.ts':
    "import { Base } from './base'; import { PREFIX } from './names'; class Sign extends Base { static observedAttributes = ['text']; text = ''; } if (!customElements.get(`${PREFIX}-sign`)) customElements.define(`${PREFIX}-sign`, Sign);",
};

function shape(components: readonly Component[]) {
  return components.map((one) => ({
    tag: one.tag,
    properties: one.properties.map((item) => item.name).sort(),
    attributes: attributesOf(one)
      .map((item) => `${item.name} ${item.reads}`)
      .sort(),
    events: one.events.map((item) => `${item.name} ${item.bubbles} ${item.composed}`),
    slots: one.slots.map((item) => item.name),
    parts: one.cssParts.map((item) => item.name),
    styles: one.cssProperties.map((item) => `${item.name} ${item.default}`),
  }));
}

const WANTED = [
  {
    tag: 'pier-board',
    properties: ['late', 'rows'],
    attributes: ['berth string', 'deck string', 'late boolean'],
    events: ['board-pick true true'],
    slots: ['legend'],
    parts: ['head'],
    styles: ['--pier-ink #123'],
  },
  {
    tag: 'pier-sign',
    properties: ['text'],
    attributes: ['text string'],
    events: [],
    slots: [],
    parts: [],
    styles: [],
  },
];

test('the modules themselves', () => {
  expect(shape(surveyed(FILES).contract.components)).toEqual(WANTED);
});

test.each<[string, { minify?: boolean; target: string; splitting?: boolean }]>([
  ['one bundle', { target: 'es2022' }],
  ['one bundle for older browsers', { target: 'es2019' }],
  ['chunks', { target: 'es2022', splitting: true }],
  ['minified', { target: 'es2022', minify: true }],
  ['minified chunks for older browsers', { target: 'es2020', minify: true, splitting: true }],
])('%s', async (_, options) => {
  const root = folder(FILES);
  const { outputFiles } = await build({
    ...options,
    entryPoints: options.splitting ? ['board.ts', 'sign.ts'] : { all: 'entry.ts' },
    stdin: undefined,
    absWorkingDir: root,
    bundle: true,
    format: 'esm',
    write: false,
    outdir: 'out',
    plugins: [
      {
        name: 'entry',
        setup(setup) {
          setup.onResolve({ filter: /^entry\.ts$/ }, () => ({ path: 'entry', namespace: 'entry' }));
          setup.onLoad({ filter: /.*/, namespace: 'entry' }, () => ({
            contents: "import './board'; import './sign';",
            resolveDir: root,
          }));
        },
      },
    ],
  });
  const files = Object.fromEntries(outputFiles.map((file) => [file.path.slice(root.length + 1), file.text]));
  expect(shape(surveyed(files).contract.components), JSON.stringify(files)).toEqual(WANTED);
});
