/**
 * What compilers and minifiers make of a folder of sources, against the sources: contracts have to be the same in every
 * form. Comments are left out of all of them; private and uninitialised fields that a form no longer shows count as lost.
 *
 *   node bench/forms.mjs FOLDER [--list]
 *
 * Prints a JSON line for each form: how many of the sources' items it shows alike (recall), and how many of its own they
 * show (precision). `--list` names the others.
 */
import { transformSync } from 'esbuild';
import ts from 'typescript';
import { survey } from '../dist/core/survey/index.js';
import { openSource } from '../dist/shell/contracts/sources.js';

const KINDS = ['attributes', 'properties', 'events', 'methods', 'slots', 'cssParts', 'cssProperties'];

const byTsc = (target) => (text, fileName) =>
  ts.transpileModule(text, {
    fileName,
    compilerOptions: {
      target: ts.ScriptTarget[target],
      module: ts.ModuleKind.ESNext,
      experimentalDecorators: true,
      useDefineForClassFields: false,
      downlevelIteration: true,
      removeComments: true,
    },
  }).outputText;

const byEsbuild = (target, minify) => (text, fileName) =>
  transformSync(text, {
    loader: fileName.endsWith('.ts') ? 'ts' : 'js',
    target,
    minify,
    format: 'esm',
    tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } },
  }).code;

const FORMS = {
  ...Object.fromEntries(['ES2021', 'ES2017', 'ES2015', 'ES5'].map((one) => [`tsc ${one}`, byTsc(one)])),
  ...Object.fromEntries(
    ['es2022', 'es2021', 'es2017'].flatMap((one) => [
      [`esbuild ${one}`, byEsbuild(one, false)],
      [`esbuild ${one}, minified`, byEsbuild(one, true)],
    ]),
  ),
};

/** One line for each item that the sources offer, compiled so. */
function itemsOf(folder, compile) {
  const { input } = openSource('.', folder);
  const read = (path) => {
    const text = input.reader.read(path);
    if (text === null || !input.reader.isOwn(path) || !/(?<!\.d)\.[jt]s$/.test(path)) return text;
    try {
      return compile(text, path);
    } catch {
      return text;
    }
  };
  const { contract } = survey({ ...input, manifest: undefined, reader: { ...input.reader, read } });
  return new Set(contract.components.flatMap(linesOf));
}

/** What the form of the code may not change: types that name classes, and how defaults are written, it may. */
function linesOf({ tag, root, formAssociated, delegatesFocus, ...component }) {
  const items = KINDS.flatMap((kind) =>
    component[kind].map(({ name, attribute, readonly, reads, bubbles, composed }) =>
      JSON.stringify([tag, kind, name, readonly, attribute ?? reads, bubbles, composed]),
    ),
  );
  return [JSON.stringify([tag, root, formAssociated, delegatesFocus]), ...items];
}

const words = process.argv.slice(2);
const isListed = words.includes('--list');
const [folder] = words.filter((one) => one !== '--list');
const source = itemsOf(folder, byTsc('ES2022'));
for (const [form, compile] of Object.entries(FORMS)) {
  const found = itemsOf(folder, compile);
  const both = [...source].filter((one) => found.has(one));
  console.log(
    JSON.stringify({
      form,
      items: source.size,
      recall: both.length / source.size,
      precision: both.length / found.size,
    }),
  );
  if (!isListed) continue;
  for (const one of source) if (!found.has(one)) console.log(`  missed ${one}`);
  for (const one of found) if (!source.has(one)) console.log(`  extra  ${one}`);
}
