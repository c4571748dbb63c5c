/** The examples in README.md and docs/: finding them, and what their commands print today. */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { globSync } from 'tinyglobby';

const PROJECT = fileURLToPath(new URL('../../', import.meta.url));

/** Paths of all documents. */
export function documents() {
  return globSync(['README.md', 'docs/**/*.md'], { cwd: PROJECT, absolute: true }).sort();
}

const EXAMPLE = /```console\n\$ suvet ([^\n]*)\n([\s\S]*?)```/g;

/** The examples of a text: the words after `suvet`, and the output that stands there. */
export function examplesIn(text) {
  return [...text.matchAll(EXAMPLE)].map((match) => ({ words: match[1] ?? '', output: match[2] ?? '' }));
}

/** The text with each example's output replaced. */
export function replaceExamples(text, outputOfWords) {
  return text.replaceAll(
    EXAMPLE,
    (_, words) => `\`\`\`console\n$ suvet ${words}\n${outputOfWords(words)}\`\`\``,
  );
}

/** What a command prints on stdout in a fresh copy of the demo. A last word `| head -N` keeps N lines. */
export function outputOf(words) {
  const [command = '', head] = words.split(/ \| head -(?=\d+$)/);
  const folder = mkdtempSync(join(tmpdir(), 'suvet-docs-'));
  cpSync(join(PROJECT, 'demo'), folder, { recursive: true });
  mkdirSync(join(folder, 'node_modules'));
  symlinkSync(join(PROJECT, 'node_modules/lit'), join(folder, 'node_modules/lit'), 'dir');
  const args = (command.match(/"[^"]*"|\S+/g) ?? []).map((word) => word.replaceAll('"', ''));
  const ran = spawnSync(process.execPath, [join(PROJECT, 'dist/bin/suvet.js'), ...args], {
    cwd: folder,
    encoding: 'utf8',
    env: { ...process.env, COLUMNS: '100' },
  });
  rmSync(folder, { recursive: true, force: true });
  const lines = ran.stdout.split('\n');
  return head ? `${lines.slice(0, Number(head)).join('\n')}\n` : ran.stdout;
}
