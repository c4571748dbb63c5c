/** The demo: copies the demo data, and proves its wrapped application in a browser. */

import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ProbeResult } from '../core/probe/result.js';
import type { Proof } from '../core/report/html.js';
import type { Surveyed } from './contracts/survey.js';
import { launchChromium } from './engines/chromium.js';
import { usageError } from './files/error.js';
import { OWN_ROOT, ownPath } from './files/own.js';
import type { OpenedHost } from './packages/hosts.js';
import { bundle } from './pages/bundle.js';
import { probeAll } from './probe.js';

const DEMO = ownPath('demo');
const OWN_PACKAGES = ownPath('node_modules/');

/** Copies the demo data into a folder: the given one, which must be empty or new, else a fresh temporary one. */
export function layOutDemo(keep: string | null): string {
  if (keep && existsSync(keep) && readdirSync(keep).length > 0) {
    throw usageError(
      'folder-not-empty',
      `${keep} holds files already.`,
      'Name a folder that is new or empty: --keep DIR',
    );
  }
  const folder = keep ?? mkdtempSync(join(tmpdir(), 'suvet-demo-'));
  mkdirSync(join(folder, 'node_modules/@merrow'), { recursive: true });
  cpSync(DEMO, folder, { recursive: true, filter: (path) => !path.includes('node_modules') });
  symlinkSync('../../elements', join(folder, 'node_modules/@merrow/deck-elements'), 'dir');
  if (existsSync(join(OWN_PACKAGES, 'lit')))
    symlinkSync(join(OWN_PACKAGES, 'lit'), join(folder, 'node_modules/lit'), 'dir');
  return folder;
}

/** Runs the control room with its generated wrappers in Chromium and reports what arrived. */
export async function proveDemo(folder: string, picture: string): Promise<{ engine: string; rows: Proof[] }> {
  const script = await bundle({
    entry: {
      text: "import '@merrow/deck-elements'; import './wrapped.tsx';",
      folder: join(folder, 'apps/console/src'),
    },
    alias: existsSync(join(OWN_PACKAGES, 'react-18'))
      ? { react: 'react-18', 'react-dom': 'react-dom-18' }
      : {},
    packageFolders: [OWN_PACKAGES],
  });
  const engine = await launchChromium();
  try {
    const page = await engine.open(PAGE);
    await page.addScript(script);
    // Where the page did not come up there is nothing to ask: every answer is missing then, which the rows show.
    const seen = await page
      .evaluate<Record<string, string>>(QUESTIONS)
      .catch(() => ({}) as Record<string, string>);
    await page.screenshot(picture);
    const errors = page.console.filter((line) => line.type === 'error' || line.type === 'uncaught').length;
    const rows = EXPECTED.map(([key, what, expected]) => ({
      what,
      expected,
      happened: seen[key] ?? 'nothing',
    }));
    rows.push({ what: 'errors on the console', expected: '0', happened: String(errors) });
    return { engine: `${engine.name} ${engine.version}`, rows };
  } finally {
    await engine.close();
  }
}

/** Probes the demo's components in these hosts, as they are installed with Suvet's source, in Chromium. */
export function measureDemo(surveyed: Surveyed, hosts: readonly OpenedHost[]): Promise<ProbeResult> {
  return probeAll({
    surveyed,
    components: surveyed.contract.components,
    hosts,
    engines: ['chromium'],
    folders: [OWN_ROOT],
    shard: null,
    pictures: null,
    onCell: () => {},
  });
}

const PAGE = `<!doctype html><meta charset="utf-8"><title>Merrow control room</title>
<style>body{font:16px/1.5 system-ui,sans-serif;max-width:46rem;margin:2rem auto}main{display:grid;gap:2rem}</style>
<body><div id="console"></div>`;

/** What every application of the demo shows once its wrappers work: by key, in words, and as it has to be. */
export const EXPECTED: readonly [key: string, what: string, expected: string][] = [
  ['rows', 'sailing-board.sailings: a list, shown as rows', '2 rows'],
  ['format', 'sailing-board.formatTime: a function, used for each row', '06:40 h'],
  ['maxRows', 'sailing-board.maxRows: a number', 'number 4'],
  ['bars', 'tide-gauge.readings: a list, shown as bars', '3 bars, 1 over the mark'],
  ['party', 'fare-quote.party: an object', '2 adults, 1 children, 4.2 m'],
  ['heading', 'sailing-board: content in the slot heading', 'North quay'],
  ['breach', 'tide-breach: heard with its level', 'breach 3.4'],
  ['picked', 'sailing-pick: heard with the chosen sailing', 'picked s2'],
  ['fare', 'fare-quote: what is typed comes back as its value', 'fare 310'],
];

/** Asked in the page: reads what the elements show, clicks a row, types a fare, and reads what the host made of it. */
export const QUESTIONS = `(async () => {
  const next = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
  const find = (selector) => document.querySelector(selector);
  await next(); await next();
  const board = find('sailing-board'), gauge = find('tide-gauge'), quote = find('fare-quote');
  const rows = [...board.shadowRoot.querySelectorAll('button')];
  const bars = [...gauge.shadowRoot.querySelectorAll('li')];
  const words = quote.shadowRoot.querySelector('span').textContent;
  const slotted = board.shadowRoot.querySelector('slot[name=heading]').assignedElements()[0];
  rows[1]?.click();
  const input = quote.shadowRoot.querySelector('input');
  input.value = '310';
  input.dispatchEvent(new InputEvent('input', { bubbles: true, composed: true }));
  await next(); await next();
  const output = find('output').textContent;
  const part = (name) => output.split(', ').find((one) => one.startsWith(name)) ?? 'nothing';
  return {
    rows: rows.length + ' rows',
    format: rows[0]?.querySelector('time')?.textContent ?? '',
    maxRows: typeof board.maxRows + ' ' + board.maxRows,
    bars: bars.length + ' bars, ' + bars.filter((bar) => bar.className === 'over').length + ' over the mark',
    party: words.replace(/^[^,]*, /, ''),
    heading: slotted?.textContent ?? '',
    breach: part('breach'), picked: part('picked'), fare: part('fare'),
  };
})()`;
