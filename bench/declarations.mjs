/**
 * What a package's type declarations tell by themselves, against what its code and they tell together: how well the
 * survey does where no code is there to be read.
 *
 *   node bench/declarations.mjs FOLDER PACKAGE... [--list KIND]
 *
 * Prints a JSON line for each kind of item, over the elements that both find.
 */
import { survey } from '../dist/core/survey/index.js';
import { openSource } from '../dist/shell/contracts/sources.js';

const KINDS = ['properties', 'methods', 'events'];

/** The components of an installed package, by tag; without its code, where only `declarations` count. */
function components(folder, name, { declarations }) {
  const { input } = openSource(`npm:${name}`, folder);
  const { reader } = input;
  const isHidden = (path) => reader.isOwn(path) && !/\.d\.[cm]?ts$/.test(path);
  const read = (path) => (isHidden(path) ? null : reader.read(path));
  const { contract } = survey({
    ...input,
    manifest: undefined,
    ...(declarations ? { paths: [], otherPaths: [], reader: { ...reader, read } } : {}),
  });
  return new Map(contract.components.map((one) => [one.tag, one]));
}

const words = process.argv.slice(2);
const at = words.indexOf('--list');
const listed = at < 0 ? null : words.splice(at, 2)[1];
const [folder, ...packages] = words;
const counts = Object.fromEntries(KINDS.map((kind) => [kind, { whole: 0, told: 0, both: 0 }]));
let [elements, found] = [0, 0];
for (const name of packages) {
  const whole = components(folder, name, { declarations: false });
  const told = components(folder, name, { declarations: true });
  elements += whole.size;
  for (const [tag, component] of whole) {
    const other = told.get(tag);
    if (!other) continue;
    found += 1;
    for (const kind of KINDS) {
      const names = new Set(component[kind].map((one) => one.name));
      const others = new Set(other[kind].map((one) => one.name));
      const both = [...names].filter((one) => others.has(one));
      counts[kind].whole += names.size;
      counts[kind].told += others.size;
      counts[kind].both += both.length;
      if (kind !== listed) continue;
      for (const one of names) if (!others.has(one)) console.log(`missing ${tag} ${one}`);
      for (const one of others) if (!names.has(one)) console.log(`extra ${tag} ${one}`);
    }
  }
}
console.log(JSON.stringify({ kind: 'elements', items: elements, recall: found / elements }));
for (const [kind, { whole, told, both }] of Object.entries(counts))
  console.log(JSON.stringify({ kind, items: whole, recall: both / whole, precision: both / told }));
