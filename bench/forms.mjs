/**
 * What compilers, minifiers and bundlers make of a folder of sources, against the sources: contracts have to be the same
 * in every form. Comments are left out of all of them; private and uninitialised fields that a form no longer shows count as lost.
 *
 *   node bench/forms.mjs FOLDER [--list]
 *
 * Prints a JSON line for each form: how many of the sources' items it shows alike (recall), and how many of its own they
 * show (precision). `--list` names the others.
 */
import { join, resolve } from 'node:path';
import { buildSync, transformSync } from 'esbuild';
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

const tsconfigRaw = { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } };

const byEsbuild = (target, minify) => (text, fileName) =>
  transformSync(text, {
    loader: fileName.endsWith('.ts') ? 'ts' : 'js',
    target,
    minify,
    format: 'esm',
    tsconfigRaw,
  }).code;

/** Each form: what it makes of the input of a survey. */
const FORMS = {
  ...Object.fromEntries(
    ['ES2021', 'ES2017', 'ES2015', 'ES5'].map((one) => [`tsc ${one}`, fileByFile(byTsc(one))]),
  ),
  ...Object.fromEntries(
    ['es2022', 'es2021', 'es2017'].flatMap((one) => [
      [`esbuild ${one}`, fileByFile(byEsbuild(one, false))],
      [`esbuild ${one}, minified`, fileByFile(byEsbuild(one, true))],
    ]),
  ),
  'esbuild bundle': bundled({ format: 'esm' }),
  'esbuild bundle, minified': bundled({ format: 'esm', minify: true }),
  'esbuild bundle, called at once, minified': bundled({ format: 'iife', minify: true }),
};

function fileByFile(compile) {
  return (input) => ({
    ...input,
    reader: { ...input.reader, read: (path) => compiled(path, input, compile) },
  });
}

function compiled(path, { reader }, compile) {
  const text = reader.read(path);
  if (text === null || !reader.isOwn(path) || !/(?<!\.d)\.[jt]s$/.test(path)) return text;
  try {
    return compile(text, path);
  } catch {
    return text;
  }
}

/** One file for all modules that register something; what they take from packages stays outside. */
function bundled(options) {
  return (input, modules) => {
    const { outputFiles } = buildSync({
      stdin: {
        contents: modules.map((one, at) => `export * as m${at} from ${JSON.stringify(one)};`).join('\n'),
        resolveDir: folder,
      },
      bundle: true,
      write: false,
      packages: 'external',
      logLevel: 'silent',
      loader: { '.css': 'text', '.scss': 'text', '.svg': 'text', '.html': 'text' },
      tsconfigRaw,
      ...options,
    });
    const path = join(folder, 'bundle.js');
    const read = (one) => (one === path ? outputFiles[0].text : input.reader.read(one));
    return { ...input, paths: [path], otherPaths: [], reader: { ...input.reader, read } };
  };
}

/** The items that an input shows. */
function itemsOf(input) {
  const { contract } = survey({ ...input, manifest: undefined });
  return { contract, items: new Set(contract.components.flatMap(linesOf)) };
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
const folder = resolve(words.find((one) => one !== '--list') ?? '.');
const open = () => openSource('.', folder).input;
const input = open();
const { contract, items: source } = itemsOf(fileByFile(byTsc('ES2022'))(input));
const registering = new Set(contract.components.map((one) => one.at.replace(/:\d+$/, '')));
const modules = input.paths.filter((one) => registering.has(input.reader.label(one)));
for (const [form, make] of Object.entries(FORMS)) {
  const { items: found } = itemsOf(make(open(), modules));
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
