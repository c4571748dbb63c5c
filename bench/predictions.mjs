/**
 * Whether what the map expects of packages that nobody here wrote happens in real pages: what comes out as expected and
 * what does not, and of that every sort of difference, the most frequent first.
 *
 *   node bench/predictions.mjs FOLDER PACKAGE... --host HOST...
 *
 * The packages and the hosts are installed in FOLDER.
 */
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';

const program = fileURLToPath(new URL('../dist/bin/suvet.js', import.meta.url));
const { positionals, values } = parseArgs({
  allowPositionals: true,
  options: { host: { type: 'string', multiple: true } },
});
const [folder, ...packages] = positionals;
const hosts = values.host ?? [];
if (!folder || packages.length === 0 || hosts.length === 0)
  throw new Error('usage: node bench/predictions.mjs FOLDER PACKAGE... --host HOST...');

for (const name of packages) {
  for (const host of hosts) {
    const args = ['probe', '--components', `npm:${name}`, '--host', host, '--json', '--cwd', folder];
    const ran = spawnSync(process.execPath, [program, ...args], { encoding: 'utf8', maxBuffer: 1e9 });
    const { cells, error } = JSON.parse(ran.stdout);
    if (error) throw new Error(error.message);
    const { asExpected, different } = summedUp(cells);
    const count = different.reduce((sum, [, tags]) => sum + tags.length, 0);
    console.log(JSON.stringify({ package: name, host, asExpected, different: count }));
    for (const [what, tags] of different) console.log(`  ${tags.length}x ${what} (${tags[0]})`);
  }
}

function summedUp(cells) {
  let asExpected = 0;
  const different = new Map();
  for (const { tag, trials } of cells) {
    const tried = trials.flatMap((one) => [
      { ...one, when: '' },
      ...(one.late ? [{ ...one, ...one.late, when: ', defined late' }] : []),
    ]);
    for (const { kind, name, expected, happened, what, when } of tried) {
      if (happened === 'untold') continue;
      if (expected === happened) asExpected += 1;
      else {
        const said = `${kind} ${name}: expected ${expected}, happened ${happened}${when}: ${what ?? ''}`;
        different.set(said, [...(different.get(said) ?? []), tag]);
      }
    }
  }
  return { asExpected, different: [...different].sort(([, a], [, b]) => b.length - a.length) };
}
