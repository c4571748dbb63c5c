/** Wrappers for Vue 2.7 check the types of their props themselves, since Vue's own check costs more than the rest. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { folder, suvet } from '../support/run.js';
import { bundleConsumer, TRIED } from '../support/wrapped.js';

const PANEL = `
/** A panel of the pier. */
class PierPanel extends HTMLElement {
  /** @type {string[]} */ rows = [];
  /** @type {number} */ most = 3;
  /** @type {string} */ pier = '';
  /** @type {{ deck: number }} */ place = { deck: 1 };
  /** @type {(row: string) => string} */ format = (row) => row;
  /** @type {string | number} */ berth = '';
  /** @type {boolean | number} */ night = false;
  /** @type {boolean} */ open = false;
  /** @type {unknown} */ note = null;
}
customElements.define('pier-panel', PierPanel);`;

interface Shown {
  warnings: string[];
  types: Record<string, unknown>;
}
type Show = (props: object) => Promise<Shown>;

let show: Show;
beforeAll(async () => {
  const tried = TRIED.find((one) => one.host === 'vue@2.7');
  if (!tried) throw new Error('no such host');
  const place = folder({ 'panel/pier-panel.js': PANEL }, (end) => afterAll(end));
  await suvet(['wrap', '-c', 'panel', '--host', 'vue@2.7', '--out', 'out', '--all'], place);
  const entry = `import Vue from 'vue';
    import { PierPanel } from './out/pier-panel';
    export async function show(props) {
      const warnings = [];
      Vue.config.warnHandler = (message) => warnings.push(message);
      await print({ render: (h) => h(PierPanel, { props }) }, {});
      const declared = Object.entries(PierPanel.props ?? PierPanel.options.props);
      return { warnings, types: Object.fromEntries(declared.map(([name, { type }]) => [name, type])) };
    }`;
  const module = join(place, 'show.mjs');
  writeFileSync(module, await bundleConsumer(place, tried, { server: true, entry }));
  show = ((await import(pathToFileURL(module).href)) as { show: Show }).show;
});

test('what is of its type, and what is not given, warns of nothing', async () => {
  const given = {
    rows: ['a'],
    most: 2,
    pier: 'North',
    place: { deck: 2 },
    format: async () => '',
    berth: 4,
    night: true,
    open: '',
    note: Symbol('any'),
  };
  expect((await show(given)).warnings).toEqual([]);
  expect((await show({ berth: 'B', rows: undefined, place: null })).warnings).toEqual([]);
  expect((await show({})).warnings).toEqual([]);
});

test.each([
  ['rows', { length: 1 }],
  ['most', '2'],
  ['pier', 2],
  ['place', ['deck']],
  ['format', 'upper'],
  ['berth', true],
  ['night', 'yes'],
  ['open', 'yes'],
])('%s is warned of where it is of another type', async (name, value) => {
  const { warnings } = await show({ [name]: value });
  expect(warnings).toHaveLength(1);
  expect(warnings[0]).toContain(`for prop "${name}"`);
});

test('Vue is left no type to look at, but where it makes a boolean of a bare attribute', async () => {
  const { types } = await show({});
  const { night, ...others } = types;
  expect(night).toEqual([Boolean, Number]);
  expect(Object.values(others)).toEqual(Object.keys(others).map(() => []));
});
