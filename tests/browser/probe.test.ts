/** Probing: what the map expects of the demo's components happens in every host; and what a probe says of strangers. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeAll, describe, expect, test } from 'vitest';
import type { ProbeResult } from '../../dist/core/probe/result.js';
import { expectHonest, expectNoneWrong } from '../support/honest.js';
import { DEMO, folder, json, PROJECT, suvet } from '../support/run.js';

/** The hosts that the demo does not probe; of the others its own test says the same. */
const NOT_IN_DEMO = ['react@16', 'preact@10', 'vue@2.7', 'solid@1'];
const IN_DEMO = ['react@18', 'react@19', 'vue@3', 'svelte@5', 'angular@20', 'html'];

const hostsOf = (names: readonly string[]) => names.flatMap((name) => ['--host', name]);

describe('honesty', () => {
  let ofDemo: ProbeResult['cells'];
  /** Names and makes of properties that hosts treat in ways of their own. */
  let ofNames: ProbeResult['cells'];
  beforeAll(async () => {
    const probed = async (hosts: readonly string[], ...more: string[]) => {
      const sources = ['-c', join(PROJECT, 'tests/fixtures/names'), ...more];
      return json<ProbeResult>(await suvet(['probe', ...sources, ...hostsOf(hosts), '--json'])).cells;
    };
    const others = await probed(NOT_IN_DEMO, '-c', join(DEMO, 'elements'));
    const isOfNames = (cell: ProbeResult['cells'][number]) => /^deck-(names|flags)$/.test(cell.tag);
    ofDemo = others.filter((cell) => !isOfNames(cell));
    ofNames = [...others.filter(isOfNames), ...(await probed(IN_DEMO))];
  }, 240_000);

  test('no prediction about the demo is wrong, in any host', () => expectHonest(ofDemo, NOT_IN_DEMO));

  test('nor about names that hosts treat in ways of their own', () => {
    expectNoneWrong(ofNames);
    const names = ofNames.filter((one) => one.tag === 'deck-names');
    const losing = names.filter((one) => one.trials.some((trial) => trial.happened === 'lost'));
    expect(losing.map((one) => one.host).sort()).toEqual([
      'angular@20',
      'preact@10',
      'react@16',
      'react@18',
      'react@19',
      'svelte@5',
      'vue@3',
    ]);
    expect(names.flatMap((one) => one.trials).length).toBeGreaterThan(190);
  });

  test('written without a text, a flag is off for elements that wait for a word', () => {
    const lostFlags = (host: string) =>
      ofNames
        .find((one) => one.tag === 'deck-flags' && one.host === host)
        ?.trials.filter((one) => [one.happened, one.late?.happened].includes('lost'))
        .map((one) => one.name);
    expect(['react@18', 'react@19', 'html'].map(lostFlags)).toEqual([
      [],
      ['open', 'flat', 'slim', 'level'],
      [],
    ]);
  });
});

/** A contract that is wrong about its component, and a component that breaks its page. */
const STRANGERS = {
  'package.json': '{ "name": "strangers", "version": "1.0.0", "type": "module" }',
  'quay.js': `
    class Quay extends HTMLElement {
      static observedAttributes = ['level'];
      #level = 1;
      get level() { return this.#level }
      set level(value) { this.#level = Number(value) }
      attributeChangedCallback(name, before, text) { this.level = Number(text) }
      get bent() { return 'always' }
      set bent(value) {}
      get sunk() { return 1 }
      set sunk(value) { throw new Error('sunk') }
    }
    customElements.define('pier-quay', Quay);`,
  'jam.js': `
    class Jam extends HTMLElement {
      get level() { return 1 }
      set level(value) { while (true); }
    }
    customElements.define('pier-jam', Jam);`,
  'zone.js': `
    class Zone extends HTMLElement { word = ''; }
    customElements.define('pier-zone', Zone);`,
};

describe('strangers', () => {
  test('what a page cannot tell is said to be so, and a page that hangs costs its own cell', async () => {
    const root = folder(STRANGERS);
    const ran = await suvet(['probe', '-c', root, '--host', 'html', '--json'], PROJECT, {
      SUVET_CELL_LIMIT: '2000',
    });
    const cells = json<ProbeResult>(ran).cells;
    expect(cells.map((one) => [one.tag, one.error])).toEqual([
      ['pier-jam', 'the page did not answer within 2 s'],
      ['pier-quay', null],
      ['pier-zone', null],
    ]);
    expect(ran.code).toBe(1);
    const quay = cells.find((one) => one.tag === 'pier-quay');
    const outcome = (name: string) => quay?.trials.find((one) => one.name === name)?.happened;
    expect(outcome('level')).toBe('crosses');
    expect(outcome('bent')).toBe('untold');
    // What the element throws by itself is no fault of the host.
    expect(outcome('sunk')).toBe('untold');
  });

  test('what waits for a call is called by the module that is to be imported', async () => {
    const cwd = folder({
      'node_modules/kit/package.json':
        '{ "name": "kit", "version": "1.0.0", "type": "module", "exports": { "./*.js": "./parts/*.js" } }',
      'node_modules/kit/parts/pier-late.js': "export { d as define } from '../chunk-1a2b3c4d.js';",
      'node_modules/kit/chunk-1a2b3c4d.js': `class Late extends HTMLElement { get level() { return this.held; } set level(value) { this.held = value; } }
        function d() { if (!customElements.get('pier-late')) customElements.define('pier-late', Late); }
        export { d };`,
    });
    const ran = await suvet(['probe', '-c', 'npm:kit', '--host', 'html', '--json'], cwd);
    const [cell] = json<ProbeResult>(ran).cells;
    expect(cell).toMatchObject({ tag: 'pier-late', error: null });
    expect(cell?.trials.map((one) => `${one.name} ${one.happened}`)).toContain('level crosses');
  });

  test('a wrong contract is found out', async () => {
    const root = folder(STRANGERS);
    const contract = json<{ components: { properties: { name: string }[] }[] }>(
      await suvet(['survey', root, '--json']),
    );
    expect(contract.components.length).toBe(3);
    const wrong = folder({
      'package.json': '{ "name": "wrong", "version": "1.0.0", "type": "module" }',
      'quay.js': STRANGERS['quay.js'].replace('this.level =', 'if (this.isMoored) this.level ='),
    });
    const ran = await suvet(['probe', '-c', wrong, '--host', 'react@18'], PROJECT);
    expect(ran.code).toBe(1);
    expect(ran.stdout).toMatch(/pier-quay in react@18, chromium {2}level: expected crosses, happened lost/);
    expect(ran.stderr).toBe('');
  });
});

test('parts together are the whole, in every format', async () => {
  const root = folder();
  const parts: string[] = [];
  for (const part of ['1/2', '2/2']) {
    const ran = await suvet([
      'probe',
      '-c',
      join(DEMO, 'elements'),
      '--host',
      'html',
      '--shard',
      part,
      '--json',
    ]);
    const result = json<ProbeResult>(ran);
    expect(result.shard).toBe(part);
    expect(result.cells).toHaveLength(3);
    const file = join(root, `${part.replace('/', '-')}.json`);
    writeFileSync(file, ran.stdout);
    parts.push('--merge', file);
  }
  const whole = json<ProbeResult>(await suvet(['probe', ...parts, '--json']));
  expect(whole.cells).toHaveLength(6);
  expect(whole.shard).toBeNull();
  const junit = await suvet(['probe', ...parts, '--format', 'junit']);
  const items = whole.cells.reduce((sum, one) => sum + one.trials.length, 0);
  expect(junit.stdout).toContain(`tests="${items}" failures="0" errors="0"`);
  const page = await suvet(['probe', ...parts, '--format', 'html']);
  expect(page.stdout).toMatch(/^<!doctype html>[\s\S]*crossing-notice[\s\S]*<\/html>\n$/);
  expect(page.stdout).not.toMatch(/src=|href="(?!#)/);
  const text = await suvet(['probe', ...parts]);
  expect(text.stdout).toContain('6 cells: ');
});

describe('bad requests', () => {
  test.each<[string, string[], string]>([
    ['an unknown engine', ['--engine', 'lynx'], 'no-such-engine'],
    ['no part', ['--shard', '3/2'], 'no-such-shard'],
    ['a host that is not installed', ['--host', 'vue@1'], 'host-missing'],
    ['a file that is no probe', ['--merge', join(PROJECT, 'package.json')], 'probe-invalid'],
    ['a file that is not there', ['--merge', 'nowhere.json'], 'no-such-source'],
  ])('%s', async (_, args, code) => {
    const ran = await suvet(['probe', '-c', join(DEMO, 'elements'), ...hostsOf(['html']), ...args, '--json']);
    expect(json(ran)).toMatchObject({ error: { code } });
    expect(ran.code).toBe(code === 'host-missing' ? 3 : 2);
  });
});
