/** The map as users ask for it: hosts named or found, narrowed, sorted, in every format. */
import { join } from 'node:path';
import { parse } from 'parse5';
import { describe, expect, test } from 'vitest';
import type { Crossing, HostCrossings } from '../../dist/core/crossing/types.js';
import { validatorFor } from '../../dist/shell/files/schemas.js';
import { DEMO, folder, json, suvet } from '../support/run.js';

const ELEMENTS = ['-c', join(DEMO, 'elements')];
const map = (args: string[], cwd?: string) => suvet(['map', ...ELEMENTS, ...args], cwd);

interface Map {
  hosts: HostCrossings[];
}
const itemsOf = ({ hosts }: Map): Crossing[] =>
  hosts.flatMap((host) => host.components.flatMap((one) => one.items));

/** A project whose package file names these. */
const project = (manifest: object, more: Record<string, string> = {}) =>
  folder({ 'package.json': JSON.stringify(manifest), ...more });

describe('hosts', () => {
  const labels = async (args: string[], cwd: string) =>
    json<Map>(await map([...args, '--json'], cwd)).hosts.map((host) => host.host);

  test('are those that are named, each once', async () => {
    const given = ['--host', 'vue@3', '--host', 'html', '--host', 'vue@3'];
    expect(await labels(given, project({ dependencies: { react: '^18.0.0' } }))).toEqual(['vue@3', 'html']);
  });

  test('else those of suvet.json', async () => {
    const workspace = { hosts: [{ path: '.', host: 'solid@1' }] };
    const files = { 'suvet.json': JSON.stringify(workspace) };
    expect(await labels([], project({ dependencies: { react: '^18.0.0' } }, files))).toEqual(['solid@1']);
  });

  test('else those of the package file, in the versions of the lockfile', async () => {
    const lock = { packages: { 'node_modules/react': { version: '17.0.2' } } };
    const wanted = { dependencies: { react: '>=16' }, devDependencies: { svelte: '^5.1.0' } };
    expect(await labels([], project(wanted, { 'package-lock.json': JSON.stringify(lock) }))).toEqual([
      'react@17',
      'svelte@5',
    ]);
  });

  test('that were never measured borrow the facts of the nearest, which is said', async () => {
    const ran = await map(['crossing-notice', '--host', 'react@99'], project({}));
    expect(ran.code).toBe(0);
    expect(ran.stderr).toContain('react@99: was never measured; the facts of react@19 stand in for it.');
    expect((await map(['--host', 'react@99', '--quiet'], project({}))).stderr).toBe('');
  });
});

describe('narrowing', () => {
  const found = async (...args: string[]) => {
    const ran = await map([...args, '--host', 'react@18', '--host', 'html', '--json']);
    return json<Map>(ran);
  };

  test('to losses leaves nothing that is plain, and no component without items', async () => {
    const result = await found('--only', 'losses');
    const outcomes = new Set(itemsOf(result).map((one) => one.outcome));
    expect([...outcomes].sort()).toEqual(['bridge', 'broken', 'marked']);
    expect(result.hosts.flatMap((host) => host.components).every((one) => one.items.length > 0)).toBe(true);
  });

  test.each<[string[], (item: Crossing) => boolean]>([
    [['--only', 'event'], (item) => item.kind === 'event'],
    [['--only', 'bridge'], (item) => item.outcome === 'bridge'],
    [['--only', 'slot,method'], (item) => item.kind === 'slot' || item.kind === 'method'],
    [['--only', 'slot', '--only', 'method'], (item) => item.kind === 'slot' || item.kind === 'method'],
    [['--only', 'style'], (item) => item.kind.startsWith('css')],
  ])('%j', async (args, is) => {
    const [all, some] = [itemsOf(await found()), itemsOf(await found(...args))];
    expect(some).toEqual(all.filter(is));
    expect(some.length).toBeGreaterThan(0);
  });

  test('to components', async () => {
    const result = await found('tide-gauge', 'berth-plan');
    const tags = result.hosts.map((host) => host.components.map((one) => one.tag));
    expect(tags).toEqual([
      ['tide-gauge', 'berth-plan'],
      ['tide-gauge', 'berth-plan'],
    ]);
  });
});

test('by damage the worst host, component and item come first', async () => {
  const hosts = ['html', 'vue@3', 'react@18'].flatMap((host) => ['--host', host]);
  const result = json<Map>(await map([...hosts, '--sort', 'damage', '--json']));
  const weights = { plain: 0, marked: 1, bridge: 10, broken: 100 };
  const weight = (items: readonly Crossing[]) => items.reduce((sum, one) => sum + weights[one.outcome], 0);
  const falling = (all: number[]) => all.every((one, index) => index === 0 || one <= (all[index - 1] ?? 0));
  expect(falling(result.hosts.map((host) => weight(host.components.flatMap((one) => one.items))))).toBe(true);
  for (const { components } of result.hosts) {
    expect(falling(components.map((one) => weight(one.items)))).toBe(true);
    for (const { items } of components) expect(falling(items.map((one) => weights[one.outcome]))).toBe(true);
  }
  expect(result.hosts[0]?.host).toBe('react@18');
});

describe('formats', () => {
  const args = ['tide-gauge', 'deck-picker', '--host', 'react@18', '--host', 'vue@3'];

  test('JSON, by its schema, either way it is asked for', async () => {
    const ran = await map([...args, '--format', 'json']);
    const validate = await validatorFor('crossings');
    expect(validate(json(ran)) || validate.errors).toBe(true);
    expect((await map([...args, '--json'])).stdout).toBe(ran.stdout);
  });

  test('text: the overview counts what the items below it say', async () => {
    const { stdout } = await map(args);
    const lines = stdout.split('\n');
    const [, plain, marked, bridge, broken] =
      /^tide-gauge +react@18 +(\d+|-) +(\d+|-) +(\d+|-) +(\d+|-)$/m.exec(stdout) ?? [];
    const from = lines.lastIndexOf(
      'tide-gauge',
      lines.indexOf('Crossings of @merrow/deck-elements 1.4.0 into vue@3'),
    );
    const items = lines.slice(from + 1, lines.indexOf('', from));
    const counted = (outcome: string) =>
      items.filter((line) => new RegExp(`^ {2}\\S.* ${outcome} `).test(`${line} `)).length;
    expect([plain, marked, bridge, broken].map((one) => (one === '-' ? 0 : Number(one)))).toEqual(
      ['plain', 'marked', 'bridge', 'broken'].map(counted),
    );
    expect(lines.every((line) => line.length <= 100)).toBe(true);
    expect(lines.at(-2)).toBe('Next: suvet wrap --host react@18 --out src/elements');
  });

  test('text on a narrow terminal wraps the last column alone', async () => {
    const { stdout } = await suvet(['map', ...ELEMENTS, 'deck-picker', '--host', 'react@18'], undefined, {
      COLUMNS: '70',
    });
    const lines = stdout.split('\n');
    expect(Math.max(...lines.map((line) => line.length))).toBeLessThanOrEqual(70);
    expect(stdout).toMatch(/^ {2}decks +string\[\] +bridge {2}react@18/m);
  });

  test('Markdown: tables of as many cells as their heads', async () => {
    const { stdout } = await map([...args, '--format', 'markdown']);
    const tables = stdout.split('\n\n').filter((part) => part.startsWith('|'));
    expect(tables).toHaveLength(5);
    const cellsOf = (line: string) => line.replaceAll('\\|', '').split('|').length;
    for (const table of tables) {
      const [head = '', ...rows] = table.trim().split('\n');
      expect(rows.map(cellsOf)).toEqual(rows.map(() => cellsOf(head)));
    }
  });

  test('HTML: one page without a fault, that refers to nothing else', async () => {
    const { stdout } = await map([...args, '--format', 'html']);
    const faults: string[] = [];
    parse(`${stdout}`, { onParseError: (error) => faults.push(error.code) });
    expect(faults).toEqual([]);
    expect(stdout).not.toMatch(/\b(src|href)="(?!#)|@import|url\(/);
    for (const word of ['tide-gauge', 'deck-picker', 'react@18', 'vue@3']) expect(stdout).toContain(word);
    const ids = [...stdout.matchAll(/ id="([^"]+)"/g)].map((one) => one[1]);
    for (const [, id] of stdout.matchAll(/href="#([^"]+)"/g)) expect(ids).toContain(id);
  });
});
