/** The documents: every example prints what stands there, every link leads somewhere, every picture is shown. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { describe, expect, test } from 'vitest';
import { documents, examplesIn, outputOf } from './support/documents.mjs';
import { PROJECT } from './support/run.js';

const all = documents().map((path) => ({
  name: relative(PROJECT, path),
  path,
  text: readFileSync(path, 'utf8'),
}));

describe.each(all)('$name', ({ path, text }) => {
  const examples = examplesIn(text);
  if (examples.length > 0) {
    test.each(examples)('suvet $words', ({ words, output }) => {
      expect(outputOf(words)).toBe(output);
    });
  }

  test('links lead somewhere', () => {
    const links = [...text.matchAll(/\]\(([^)#\s]+)(?:#[^)]*)?\)/g)].map((match) => match[1] ?? '');
    const broken = links.filter((link) => !/^https?:/.test(link) && !existsSync(join(dirname(path), link)));
    expect(broken).toEqual([]);
  });
});

test('every picture is linked, and there are fewer than twenty', () => {
  const pictures = readdirSync(join(PROJECT, 'docs/screenshots'));
  const text = all.map((one) => one.text).join('\n');
  expect(pictures.filter((name) => !text.includes(`screenshots/${name}`))).toEqual([]);
  expect(pictures.length).toBeLessThan(20);
});

test('every command and every finding has its page', async () => {
  const { COMMANDS } = await import('../dist/cli/commands/index.js');
  const missing = COMMANDS.map((command) => `docs/commands/${command.name}.md`).filter(
    (path) => !existsSync(join(PROJECT, path)),
  );
  expect(missing).toEqual([]);
  for (const command of COMMANDS) {
    const page = readFileSync(join(PROJECT, `docs/commands/${command.name}.md`), 'utf8');
    const options = (command.options ?? []).map((option) => /--[\w-]+/.exec(option.flags)?.[0] ?? '');
    expect(
      options.filter((option) => !page.includes(`\`${option}`)),
      command.name,
    ).toEqual([]);
  }
});
