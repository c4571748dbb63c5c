/** The builders of four languages: compiled and run, compared byte by byte, and read back by a browser. */
import { copyFileSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import type { Host } from '../../dist/core/hosts/host.js';
import { HOSTS } from '../../dist/core/hosts/index.js';
import { refusalOf } from '../../dist/core/hosts/wrapping/surface.js';
import { parseModule } from '../../dist/core/survey/syntax/parse.js';
import { marked } from '../../dist/shell/generated.js';
import { browser } from '../support/engine.js';
import { component } from '../support/hostile.js';
import { type Desk, LANGUAGES, SEPARATOR } from '../support/languages.js';
import { folder, PROJECT, put, type Ran, run, suvet } from '../support/run.js';

const open = browser();

const number = fc.oneof(
  fc.double({ noNaN: true }),
  fc.integer(),
  fc.constantFrom(0.1, 1e21, 1e-7, 5e-324, 1.7976931348623157e308, 123456789012345680000, 0.000001),
);
const text = fc.oneof(
  fc.string({ unit: 'grapheme', maxLength: 8 }),
  fc.constantFrom(
    '"&<>\'',
    '</script><script>',
    'a\nb\r\nc\td',
    '${x} {{ y }}',
    '\\u0022 \\',
    'ø€😀',
    ' ',
    '$page',
    '%s',
  ),
);
const leaf = fc.oneof(text, number, fc.boolean(), fc.constant(null));
const key = fc.oneof(fc.constantFrom('a', 'Z', 'é', '\uff5e', '😀', '10', '9', 'a b', '"'), text);
const desk: fc.Arbitrary<Desk> = fc.record(
  {
    words: text,
    rowCount: number,
    open: fc.boolean(),
    moored: fc.boolean(),
    awake: fc.boolean(),
    lit: fc.boolean(),
    extra: fc.record({
      names: fc.array(text, { maxLength: 2 }),
      deep: fc.dictionary(
        key.filter((one) => one !== '__proto__'),
        fc.oneof(leaf, fc.array(leaf, { maxLength: 2 })),
        { maxKeys: 4 },
      ),
    }),
    state: fc.constantFrom('at rest' as const, 'busy' as const),
    list: fc.array(fc.record({ id: text, level: fc.oneof(number, fc.constant(null)) }), { maxLength: 2 }),
    call: fc.constant('answer'),
    format: fc.constant('row'),
    content: fc.array(text, { minLength: 1, maxLength: 2 }),
    side: text,
    title: text,
  },
  { requiredKeys: [] },
);
const desks: Desk[] = [
  {},
  { rowCount: -0 },
  { rowCount: Number.NaN },
  ...fc.sample(desk, { numRuns: 120, seed: 7 }),
];

describe('a tag of every kind of value', () => {
  const ran: Record<string, Ran> = {};

  const place = folder({ 'package.json': '{ "type": "module" }' }, (end) => afterAll(end));
  beforeAll(async () => {
    copyFileSync(join(PROJECT, 'tests/fixtures/desk/pier-desk.ts'), join(place, 'pier-desk.ts'));
    for (const [language, { desk: call, program }] of Object.entries(LANGUAGES)) {
      const at = join(place, language);
      mkdirSync(at);
      const made = await suvet(
        ['wrap', '-c', 'pier-desk.ts', '--host', language, '--out', `${language}/elements`],
        place,
      );
      expect(made.stderr + made.stdout).toContain('1 component wrapped');
      const { name, text: source } = program(desks.map(call));
      writeFileSync(join(at, name), source);
    }
    const { errors } = await build({
      entryPoints: [join(place, 'node/run.ts')],
      bundle: true,
      platform: 'node',
      outfile: join(place, 'node/run.js'),
      format: 'esm',
    });
    expect(errors).toEqual([]);
    ran.node = await run(process.execPath, ['run.js'], join(place, 'node'));
    const compiled = await run(
      'javac',
      ['-Xlint:all', '-Werror', '-encoding', 'US-ASCII', '-d', 'out', ...javaFiles()],
      join(place, 'java'),
    );
    expect(compiled.stderr).toBe('');
    ran.java = await run('java', ['-cp', 'out', 'Run'], join(place, 'java'));
    ran.php = await run(
      'php',
      ['-d', 'error_reporting=-1', '-d', 'display_errors=stderr', 'run.php'],
      join(place, 'php'),
    );
    ran.python = await run('python3', ['-W', 'error', '-B', 'run.py'], join(place, 'python'));
  });

  const javaFiles = () =>
    ['Markup', 'Page', 'Tag', 'PierDesk'].map((name) => `elements/${name}.java`).concat('Run.java');

  test.each(['java', 'php', 'python'])('%s prints what node prints, byte for byte', (language) => {
    const [there, here] = [ran[language], ran.node].map((one) => one?.stdout.split(SEPARATOR));
    expect(ran[language]?.stderr).toBe('');
    expect(here).toHaveLength(desks.length + 4);
    for (const [index, one] of (here ?? []).entries())
      expect(there?.[index], JSON.stringify(desks[index])).toBe(one);
  });

  test('scripts are named once a page, and what is no attribute is refused', () => {
    expect(ran.node?.stdout.split(SEPARATOR).slice(desks.length)).toEqual([
      '<script type="module" src="/assets/pier-desk.js"></script>\n<script type="module" src="/assets/binder.js"></script>',
      '',
      'no attribute: onclick',
      'no attribute: a b',
    ]);
  });

  test('a browser reads the very values back, and the binder hands over the rest', async () => {
    const printed = ran.node?.stdout.split(SEPARATOR).slice(0, desks.length) ?? [];
    const bundled = await build({
      stdin: {
        contents:
          "export { register, bind } from './node/elements/binder.js'; export * from './pier-desk.js';",
        resolveDir: place,
      },
      bundle: true,
      write: false,
      format: 'iife',
      globalName: 'page',
    });
    const html = `<!doctype html><meta charset="utf-8"><body>${printed.map((one) => `<div>${one}</div>`).join('')}`;
    const page = await open(undefined, html);
    await page.addScript(bundled.outputFiles[0]?.text ?? '');
    const seen = await page.evaluate<Record<string, unknown>[]>(`(async () => {
      const heard = [];
      page.register({ answer(event) { heard.push(event.detail.row); } });
      await new Promise((done) => setTimeout(done, 0));
      page.register({ row: (row) => 'row ' + row });
      await new Promise((done) => setTimeout(done, 0));
      return [...document.querySelectorAll('pier-desk')].map((desk, index) => {
        desk.ring(index);
        const side = desk.querySelector(':scope > span[slot="side"]');
        return {
          words: desk.words, rowCount: String(desk.rowCount), open: desk.open, moored: desk.moored, awake: desk.awake, lit: desk.lit, extra: desk.extra, state: desk.state,
          list: desk.list, call: heard.splice(0), format: desk.format(3), title: desk.getAttribute('title'),
          side: side?.textContent ?? null,
          content: [...desk.childNodes].filter((one) => one !== side).map((one) => one.textContent).join(''),
        };
      });
    })()`);
    expect(seen).toEqual(
      desks.map((one, index) => ({
        words: one.words ?? '',
        rowCount: String(one.rowCount ?? 0),
        open: one.open ?? false,
        moored: one.moored ?? true,
        awake: one.awake ?? false,
        lit: one.lit ?? true,
        extra: plain(one.extra ?? {}),
        state: one.state ?? 'at rest',
        list: plain(one.list ?? []),
        call: one.call ? [index] : [],
        format: one.format ? 'row 3' : '3',
        title: one.title ?? null,
        side: one.side ?? null,
        content: (one.content ?? []).join(''),
      })),
    );
    expect(page.console.filter((line) => line.type === 'error')).toEqual([]);
  });
});

test('builders of any contract compile, in every language', async () => {
  const place = folder();
  const wrap = async (name: keyof typeof LANGUAGES, components: Component[]) => {
    const host = HOSTS.find((one) => one.name === name) as Host;
    const files =
      (await host.wrapper()).wrap?.(components, {
        major: 0,
        specifiers: new Map(),
        untyped: new Set(),
        imports: 'lazy',
        namespace: 'ferry',
      }) ?? [];
    expect(new Set(files.map((file) => file.name.toLowerCase())).size).toBe(files.length);
    for (const { name: file, text: body } of files) {
      expect(file).toMatch(/^\w[\w-]*\.(ts|js|java|php|py)$/);
      put(join(place, name), { [file]: marked(file, body) });
    }
    return files.map((file) => file.name);
  };
  const components = fc
    .sample(component, { numRuns: 400, seed: 11 })
    .filter((one) => refusalOf(one) === null)
    .slice(0, 60);
  expect(components).toHaveLength(60);
  for (const file of await wrap('node', components))
    expect(parseModule(file, readFileSync(join(place, 'node', file), 'utf8')).errors).toEqual([]);
  const java = (await wrap('java', components)).filter((file) => file.endsWith('.java'));
  const javac = await run(
    'javac',
    ['-Xlint:all', '-Werror', '-proc:none', '-d', 'out', ...java],
    join(place, 'java'),
  );
  expect(javac.stderr).toBe('');
  const php = (await wrap('php', components)).filter((file) => file.endsWith('.php'));
  const first = ['Markup.php', 'Page.php', 'Tag.php'];
  const required = [...first, ...php.filter((file) => !first.includes(file))];
  const loading = required.map((file) => `require '${file}';`).join(' ');
  const loaded = await run('php', ['-d', 'display_errors=stderr', '-r', loading], join(place, 'php'));
  expect(loaded.stderr).toBe('');
  await wrap('python', components);
  const python = await run('python3', ['-W', 'error', '-B', '-c', 'import python'], place);
  expect(python.stderr).toBe('');
});

/** As JSON has it: no sign of zero. */
function plain(value: unknown): unknown {
  return JSON.parse(JSON.stringify(value));
}
