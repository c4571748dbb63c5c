/** What wrappers do to have their element defined: import it, call what registers it, or register its class. */
import { join } from 'node:path';
import { afterAll, expect, test } from 'vitest';
import { bundle } from '../../dist/shell/pages/bundle.js';
import { browser } from '../support/engine.js';
import { folder, PROJECT, suvet } from '../support/run.js';

const open = browser();

const SIGNS = {
  'signs/import.js':
    "export class A extends HTMLElement { list = []; } customElements.define('pier-import', A);",
  'signs/call.js':
    "export class B extends HTMLElement { list = []; } export function start() { customElements.define('pier-call', B); }",
  'signs/own.js':
    "export class C extends HTMLElement { list = []; static define(tag = 'pier-own') { customElements.define(tag, this); } }",
  'signs/bare.js': '/** @customElement pier-bare */ export class D extends HTMLElement { list = []; }',
};

/** Two of each, so that what is called once for all is not called again. */
const RUN = `import { createElement } from 'react';
import { createRoot } from 'react-dom/client';
import * as wrappers from './wrappers/index.js';
const names = ['PierImport', 'PierCall', 'PierOwn', 'PierBare'];
globalThis.run = async () => {
  const failed = [];
  addEventListener('unhandledrejection', (event) => failed.push(String(event.reason)));
  const list = [1];
  const before = names.map((name) => customElements.get(name.replace('Pier', 'pier-').toLowerCase()) !== undefined);
  const all = [...names, ...names].map((name, key) => createElement(wrappers[name], { key, list }));
  createRoot(document.body.appendChild(document.createElement('div'))).render(all);
  await Promise.all(names.map((name) => customElements.whenDefined(name.replace('Pier', 'pier-').toLowerCase())));
  await new Promise((done) => setTimeout(done, 50));
  const elements = [...document.querySelectorAll('div > *')];
  return { before, given: elements.filter((one) => one.list === list).length, failed };
};`;

test.each([
  ['lazy', false],
  ['eager', true],
])('%s', async (style, isThereAtOnce) => {
  const place = folder({ ...SIGNS, 'run.js': RUN }, (end) => afterAll(end));
  const args = ['wrap', '-c', 'signs', '--host', 'react@18', '--out', 'wrappers', '--import', style];
  const made = await suvet(args, place);
  expect(made.stdout).not.toContain('Defined by the application');
  const script = await bundle({
    entry: join(place, 'run.js'),
    alias: { react: 'react-18', 'react-dom': 'react-dom-18' },
    packageFolders: [join(PROJECT, 'node_modules')],
  });
  const page = await open(script);
  expect(await page.evaluate('run()')).toEqual({
    before: Array(4).fill(isThereAtOnce),
    given: 8,
    failed: [],
  });
});
