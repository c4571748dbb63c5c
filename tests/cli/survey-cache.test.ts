/** What a survey remembers must never be seen but by its speed. */
import { chmodSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';
import type { Contract } from '../../dist/core/contract/types.js';
import { isSettled, markOf } from '../../dist/shell/files/file-marks.js';
import { folder, json, put, suvet } from '../support/run.js';

const ELEMENT = (name: string) =>
  `import { LIST } from './list.js'; class A extends HTMLElement { static observedAttributes = [...LIST, '${name}'] } customElements.define('pier-a', A);`;

function setUp() {
  const cwd = folder({
    'el/a.js': ELEMENT('deck'),
    'el/list.js': "export const LIST = ['berth'];",
    'cache/.keep': '',
  });
  const env = { SUVET_CACHE_DIR: join(cwd, 'cache') };
  const attributes = async (...args: string[]) => {
    const ran = await suvet(['survey', 'el', '--json', ...args], cwd, env);
    const contract = json<Contract>(ran);
    return contract.components.map(
      (one) => `${one.tag}: ${one.attributes.map((item) => item.name).join(' ')}`,
    );
  };
  const entries = () => readdirSync(env.SUVET_CACHE_DIR).filter((name) => name.startsWith('survey-'));
  return { cwd, attributes, entries, env };
}

test('a second survey says the same, and every change is seen', async () => {
  const { cwd, attributes, entries } = setUp();
  expect(await attributes()).toEqual(['pier-a: berth deck']);
  expect(entries()).toHaveLength(1);
  expect(await attributes()).toEqual(['pier-a: berth deck']);
  put(cwd, { 'el/list.js': "export const LIST = ['quays'];" });
  expect(await attributes()).toEqual(['pier-a: quays deck']);
  put(cwd, { 'el/deep/b.js': "customElements.define('pier-b', class extends HTMLElement {});" });
  expect(await attributes()).toEqual(['pier-a: quays deck', 'pier-b: ']);
  rmSync(join(cwd, 'el/deep'), { recursive: true });
  expect(await attributes()).toEqual(['pier-a: quays deck']);
  expect(entries()).toHaveLength(1);
});

test('an import that led nowhere is tried again', async () => {
  const { cwd, attributes } = setUp();
  rmSync(join(cwd, 'el/list.js'));
  expect(await attributes()).toEqual(['pier-a: deck']);
  put(cwd, { 'el/list.js': "export const LIST = ['berth'];" });
  expect(await attributes()).toEqual(['pier-a: berth deck']);
});

test('--no-cache neither reads nor keeps anything', async () => {
  const { cwd, attributes, entries } = setUp();
  expect(await attributes('--no-cache')).toEqual(['pier-a: berth deck']);
  expect(entries()).toEqual([]);
  await attributes();
  const [entry = ''] = entries();
  writeFileSync(join(cwd, 'cache', entry), '{ broken');
  expect(await attributes()).toEqual(['pier-a: berth deck']);
});

test.each<[string, (entry: Record<string, unknown>) => unknown]>([
  ['no object', () => 1],
  ['no files', ({ files, ...entry }) => entry],
  ['files that are none', (entry) => ({ ...entry, files: [1] })],
  ['no survey', ({ survey, ...entry }) => entry],
  ['no items', (entry) => ({ ...entry, survey: { contract: { components: [{}] } } })],
  ['a folder that is gone', (entry) => ({ ...entry, folders: [['/none/at/all', 1]] })],
])('an entry with %s counts as none', async (_, damage) => {
  const { cwd, attributes, entries } = setUp();
  const sound = await attributes();
  const path = join(cwd, 'cache', entries()[0] ?? '');
  writeFileSync(path, JSON.stringify(damage(JSON.parse(readFileSync(path, 'utf8')))));
  expect(await attributes()).toEqual(sound);
});

test('a folder that cannot hold a cache does no harm', async () => {
  const { cwd, env } = setUp();
  writeFileSync(join(cwd, 'file'), '');
  chmodSync(join(cwd, 'file'), 0o444);
  const ran = await suvet(['survey', 'el'], cwd, { ...env, SUVET_CACHE_DIR: join(cwd, 'file/below') });
  expect(ran).toMatchObject({ code: 0, stderr: '' });
  expect(existsSync(join(cwd, 'file/below'))).toBe(false);
});

const DEMO = fileURLToPath(new URL('../../demo/elements', import.meta.url));

test('files left alone are known by their marks, all others by their content', async () => {
  const env = { SUVET_CACHE_DIR: folder({}) };
  const survey = async () => (await suvet(['survey', DEMO, '--json'], DEMO, env)).stdout;
  const anew = await survey();
  expect(await survey()).toBe(anew);
  const [entry = ''] = readdirSync(env.SUVET_CACHE_DIR);
  const path = join(env.SUVET_CACHE_DIR, entry);
  const forge = (change: (file: [string, string, string | null]) => void) => {
    const known = JSON.parse(readFileSync(path, 'utf8'));
    known.files.forEach(change);
    known.survey.contract.package.version = '0.0.1';
    writeFileSync(path, JSON.stringify(known));
  };
  forge((file) => {
    expect(file[2]).not.toBeNull();
    file[1] = 'no hash';
  });
  expect(await survey()).toContain('"version": "0.0.1"');
  forge((file) => {
    file[2] = null;
  });
  expect(await survey()).toBe(anew);
  forge((file) => {
    file[2] = '1 2 3';
  });
  expect(await survey()).toContain('"version": "0.0.1"');
  forge(([, , mark]) => expect(mark).not.toBe('1 2 3'));
});

test('a file changed since a process began, or just before, has no mark yet', () => {
  const cwd = folder({ 'a.js': '' });
  expect(isSettled(markOf(join(cwd, 'a.js')))).toBe(false);
  expect(isSettled(markOf(process.execPath))).toBe(true);
  expect(isSettled(markOf(join(cwd, 'none.js')))).toBe(true);
});
