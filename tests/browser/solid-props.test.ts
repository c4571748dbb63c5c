/** What wrappers owe to Solid alone: props are fixed when a component is made, unless they are spread from a signal. */
import { afterAll, beforeAll, expect, test } from 'vitest';
import { browser } from '../support/engine.js';
import { folder, put } from '../support/run.js';
import { bundleConsumer, TRIED, wrapPanel } from '../support/wrapped.js';

const VIEW = `import { createSignal } from 'solid-js';
import { CrewPanel } from './wrappers/index.js';
export const [given, give] = createSignal<object>({ watches: ['a'] });
export const Spread = () => <CrewPanel {...given()} />;
export const Plain = () => <CrewPanel watches={given().watches} legend={given().legend} />;
`;

/** Shows a view, then gives it each of these props in turn; tells what the panel is like after each. */
const RUN = `import './crew-panel.js';
import * as views from './view.tsx';
globalThis.run = async (name, steps) => {
  const heard = [];
  const container = document.body.appendChild(document.createElement('div'));
  const app = await mounter.mount(views[name], container, {});
  const panel = container.querySelector('crew-panel');
  const seen = [];
  for (const step of steps) {
    views.give({ ...step, ...(step.hears ? { onWatchPick: (event) => heard.push(event.detail.index) } : {}) });
    await new Promise((done) => setTimeout(done));
    panel.pick(seen.length);
    const attributes = Object.fromEntries([...panel.attributes].map((one) => [one.name, one.value]));
    seen.push({ watches: panel.watches, attributes, text: panel.textContent, heard: heard.splice(0) });
  }
  await app.unmount();
  return seen;
};`;

const open = browser();
const solid = TRIED.find((one) => one.host === 'solid@1');
let script: string;

const place = folder({}, (end) => afterAll(end));
beforeAll(async () => {
  if (!solid) throw new Error('solid@1 is not tried');
  await wrapPanel(place, { ...solid, check: null });
  put(place, { 'view.tsx': VIEW });
  script = await bundleConsumer(place, solid, { server: false, entry: RUN });
});

test('spread from a signal, names come and go with their values', async () => {
  const page = await open(script);
  const steps = [
    { watches: ['a'] },
    { watches: ['b'], legend: 'more', class: 'wide', 'data-deck': '2', rowCount: 3, hears: true },
    { watches: ['b'], children: 'words', class: 'narrow' },
  ];
  expect(await page.evaluate(`run('Spread', ${JSON.stringify(steps)})`)).toEqual([
    { watches: ['a'], attributes: {}, text: '', heard: [] },
    {
      watches: ['b'],
      attributes: { 'row-count': '3', class: 'wide', 'data-deck': '2' },
      text: 'more',
      heard: [1],
    },
    { watches: ['b'], attributes: { class: 'narrow' }, text: 'words', heard: [] },
  ]);
  expect(page.console).toEqual([]);
});

test('written out, a slot that is given later fills, and empties', async () => {
  const page = await open(script);
  const steps = [{ watches: ['a'] }, { watches: ['a'], legend: 'more' }, { watches: ['c'] }];
  const seen = await page.evaluate<{ text: string; watches: string[] }[]>(
    `run('Plain', ${JSON.stringify(steps)})`,
  );
  expect(seen.map((one) => [one.text, one.watches])).toEqual([
    ['', ['a']],
    ['more', ['a']],
    ['', ['c']],
  ]);
});
