/** The house itself: its walls, its style, its schemas. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { expect, test } from 'vitest';
import { folder, PROJECT, put, run, TYPESCRIPT } from './support/run.js';

const bin = (name: string) => join(PROJECT, 'node_modules/.bin', name);

interface Cruised {
  summary: { totalCruised: number; violations: { rule: { name: string }; from: string; to: string }[] };
}

async function cruise(place: string): Promise<Cruised['summary']> {
  const args = ['src', '--config', join(PROJECT, '.dependency-cruiser.cjs'), '--output-type', 'json'];
  return (JSON.parse((await run(bin('depcruise'), args, place)).stdout) as Cruised).summary;
}

test('nobody imports through a wall, or in a circle', async () => {
  const { totalCruised, violations } = await cruise(PROJECT);
  expect(violations.map(({ rule, from, to }) => `${rule.name}: ${from} -> ${to}`)).toEqual([]);
  expect(totalCruised).toBeGreaterThan(100);
});

test('the walls hold against each kind of breach', async () => {
  const place = folder({ 'tsconfig.json': '{}', 'package.json': '{}' });
  put(place, {
    'src/core/emit/a.ts': "import { b } from '../survey/b.js'; export const a = b;",
    'src/core/survey/b.ts': "import 'node:fs'; import { c } from '../../shell/c.js'; export const b = c;",
    'src/shell/c.ts': "import { d } from '../cli/d.js'; export const c = d;",
    'src/cli/d.ts': "import { e } from '../core/hosts/one/e.js'; export const d = e;",
    'src/core/hosts/one/e.ts': "import { f } from '../two/f.js'; export const e = f;",
    'src/core/hosts/two/f.ts': "import { g } from './g.js'; export const f = g;",
    'src/core/hosts/two/g.ts': "import { f } from './f.js'; export const g = () => f;",
    'src/core/survey/folding/h.ts': "import { i } from '../events/i.js'; export const h = i;",
    'src/core/survey/events/i.ts': "import { j } from '../markup/j.js'; export const i = j;",
    'src/core/survey/markup/j.ts': 'export const j = 1;',
    'src/shell/files/k.ts': "import { l } from '../packages/l.js'; export const k = l;",
    'src/shell/packages/l.ts': "import { m } from '../engines/m.js'; export const l = m;",
    'src/shell/engines/m.ts': 'export const m = 1;',
  });
  const { violations } = await cruise(place);
  expect([...new Set(violations.map((one) => one.rule.name))].sort()).toEqual([
    'core-has-no-system',
    'core-touches-nothing-outside',
    'ground-looks-down-only',
    'hosts-do-not-know-each-other',
    'no-circle',
    'shell-below-cli',
    'shell-files-looks-down-only',
    'shell-packages-and-engines-are-apart',
    'survey-folding-looks-down-only',
    'survey-rooms-of-one-floor-are-apart',
  ]);
});

test('format and lint', async () => {
  const { code, stdout, stderr } = await run(bin('biome'), ['check', '--error-on-warnings', '.'], PROJECT);
  expect(code, stdout + stderr).toBe(0);
});

test('the tests themselves pass the type check', async () => {
  const ran = await run(process.execPath, [TYPESCRIPT, '-p', 'tsconfig.tests.json'], PROJECT);
  expect(ran).toEqual({ code: 0, stdout: '', stderr: '' });
}, 180_000);

test.each(readdirSync(join(PROJECT, 'schema')))('%s is a valid schema', (name) => {
  const ajv = new Ajv2020({ strict: true, strictTypes: false, allowUnionTypes: true });
  ajv.compile(JSON.parse(readFileSync(join(PROJECT, 'schema', name), 'utf8')) as object);
});
