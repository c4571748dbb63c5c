/** Generated wrappers, made and bundled as a host's users do: with the host's own compiler, and a consumer. */
import { copyFileSync, readdirSync, readFileSync, symlinkSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { build, type Plugin, transform } from 'esbuild';
import { sheetModules } from '../../dist/shell/pages/bundle.js';
import { DEMO, PROJECT, put, suvet } from './run.js';
import { type TypeFault, typeFaults } from './type-check.js';

/** A host to be tried, and what trying it takes. */
export interface Tried {
  host: string;
  folder: string;
  /** The consumer in tests/fixtures/consumers, and the name it goes by beside the wrappers. */
  consumer: string;
  alias?: Record<string, string>;
  jsxFrom?: string;
  serverConditions?: string[];
  /** Compiler options of its type check, besides the strict ones; null where another version's says the same. */
  check: Record<string, unknown> | null;
}

const react = (major: number, types: string | null): Tried => ({
  host: `react@${major}`,
  folder: 'react',
  consumer: 'react.tsx',
  alias: { react: `react-${major}`, 'react-dom': `react-dom-${major}` },
  check:
    types === null
      ? null
      : {
          jsx: 'react-jsx',
          paths: { react: [`./node_modules/${types}`], 'react/*': [`./node_modules/${types}/*`] },
        },
});

export const TRIED: readonly Tried[] = [
  react(16, null),
  react(17, null),
  react(18, '@types/react'),
  react(19, 'types-react-19'),
  {
    host: 'preact@10',
    folder: 'preact',
    consumer: 'preact.tsx',
    jsxFrom: 'preact',
    check: { jsx: 'react-jsx', jsxImportSource: 'preact' },
  },
  {
    host: 'vue@3',
    folder: 'vue',
    consumer: 'vue.tsx',
    jsxFrom: 'vue',
    check: { jsx: 'preserve', jsxImportSource: 'vue' },
  },
  {
    host: 'vue@2.7',
    folder: 'vue',
    consumer: 'vue-2.ts',
    alias: { vue: 'vue-2' },
    check: { paths: { vue: ['./node_modules/vue-2'] } },
  },
  { host: 'svelte@5', folder: 'svelte', consumer: 'svelte.svelte', serverConditions: ['node'], check: {} },
  {
    host: 'solid@1',
    folder: 'solid',
    consumer: 'solid.tsx',
    serverConditions: ['worker', 'node'],
    check: { jsx: 'preserve', jsxImportSource: 'solid-js' },
  },
  { host: 'angular@20', folder: 'angular', consumer: 'angular.ts', check: {} },
];

/** Compilers without types of their own. */
const require = createRequire(import.meta.url);

const FIXTURES = join(PROJECT, 'tests/fixtures');
const endingOf = (name: string) => /\.\w+$/.exec(name)?.[0] ?? '';

/** Compiler options of every check of generated code. */
export const COMPILER_OPTIONS = {
  strict: true,
  outDir: 'compiled',
  rootDir: '.',
  target: 'ES2022',
  module: 'ESNext',
  moduleResolution: 'Bundler',
  lib: ['ES2022', 'DOM', 'DOM.Iterable'],
  types: [],
  skipLibCheck: true,
};

/**
 * Fills a folder: wrappers of the panel with a consumer beside them, and one that misuses them; wrappers of all that
 * the demo has, and of what packages have that one does not expect; and types for the demo's tags, used and misused.
 */
export async function wrapPanel(place: string, tried: Tried): Promise<void> {
  const { host, consumer, check, folder } = tried;
  copyFileSync(join(FIXTURES, 'panel/crew-panel.ts'), join(place, 'crew-panel.ts'));
  for (const name of ['input.ts', 'scenarios.ts'])
    copyFileSync(join(FIXTURES, 'consumers', name), join(place, name));
  copyFileSync(join(FIXTURES, 'consumers', consumer), join(place, `view${endingOf(consumer)}`));
  copyFileSync(join(FIXTURES, 'misuse', consumer), join(place, `misuse${endingOf(consumer)}`));
  symlinkSync(join(PROJECT, 'node_modules'), join(place, 'node_modules'), 'dir');
  const strict = {
    ...COMPILER_OPTIONS,
    noUncheckedIndexedAccess: true,
    noImplicitOverride: true,
    noUnusedLocals: true,
    noPropertyAccessFromIndexSignature: true,
    // As a maker does who ships the wrappers.
    declaration: true,
    ...check,
  };
  const angularCompilerOptions = { strictTemplates: true, strictInjectionParameters: true };
  const include = ['*.ts', '*.tsx', '*.svelte', 'wrappers', 'tags'];
  const noEmit = { ...strict, noEmit: true };
  put(place, {
    'package.json': '{ "type": "module" }',
    'tsconfig.json': JSON.stringify({
      compilerOptions: folder === 'angular' ? strict : noEmit,
      angularCompilerOptions,
      include,
      exclude: NOT_AT_ONCE[folder] ?? [],
    }),
    'tsconfig.more.json': JSON.stringify({
      compilerOptions: noEmit,
      angularCompilerOptions,
      include: ['*.ts', '*.tsx', '*.svelte', 'tags'],
    }),
  });
  const wrap = async (...args: string[]) => {
    const made = await suvet(['wrap', '--host', host, '--import', 'none', ...args], place);
    if (made.code !== 0) throw new Error(made.stderr + made.stdout);
  };
  const others = [join(DEMO, 'elements'), join(FIXTURES, 'odd/odd.contract.json')];
  const sources = ['crew-panel.ts', ...(check ? others : [])].flatMap((one) => ['-c', one]);
  await wrap(...sources, '--out', 'wrappers', '--all');
  if (!check) return;
  const tags = TAGS[host];
  if (tags === undefined) return;
  await wrap('-c', join(DEMO, 'elements'), '--out', 'tags');
  copyFileSync(join(FIXTURES, 'tags', tags), join(place, `tagged${endingOf(tags)}`));
}

/**
 * What cannot be checked along with the rest: a compiler that puts out nothing once there is an error has to be
 * spared the misuse, and one that knows the attributes of tags does not let wrappers write others.
 */
const NOT_AT_ONCE: Readonly<Record<string, readonly string[]>> = {
  angular: ['misuse.ts'],
  svelte: ['tagged.svelte', 'tags'],
  solid: ['tagged.tsx', 'tags'],
};

/** Hosts that carry most of the demo themselves, and the consumer of its tags. */
const TAGS: Readonly<Record<string, string>> = {
  'react@19': 'react.tsx',
  'preact@10': 'preact.tsx',
  'vue@3': 'vue.tsx',
  'vue@2.7': 'dom.ts',
  'svelte@5': 'svelte.svelte',
  'solid@1': 'solid.tsx',
};

export interface TypeErrors {
  /** Errors anywhere but on lines that say they are wrong. */
  unexpected: string[];
  /** Lines that say they are wrong, and are not. */
  missed: string[];
}

/** What the host's own strict type check finds. */
export async function typeErrors(place: string, { folder }: Tried): Promise<TypeErrors> {
  const configs = ['tsconfig.json', ...(folder in NOT_AT_ONCE ? ['tsconfig.more.json'] : [])];
  const found: TypeFault[] = [];
  for (const config of configs) found.push(...(await typeFaults(place, config, folder)));
  const wrong = readdirSync(place)
    .filter((name) => /^(misuse|tagged)\./.test(name))
    .flatMap((file) =>
      readFileSync(join(place, file), 'utf8')
        .split('\n')
        .flatMap((text, index) => (/ wrong: /.test(text) ? [{ file, line: index + 1, text }] : [])),
    );
  const isAt = (one: { file: string; line: number }) => (other: { file: string; line: number }) =>
    one.file === other.file && one.line === other.line;
  return {
    unexpected: found
      .filter((one) => !wrong.some(isAt(one)))
      .map((one) => `${one.file}:${one.line}: ${one.message}`),
    missed: wrong.filter((one) => !found.some(isAt(one))).map((one) => `${one.file}: ${one.text.trim()}`),
  };
}

/** The module of the consumer, as an entry imports it. */
export function viewOf({ folder, consumer }: Tried): string {
  return folder === 'angular' ? './compiled/view.js' : `./view${endingOf(consumer)}`;
}

/** A bundle of an entry with its host: a script for a page that has `mounter`, or a module for
 * Node.js that has `print`.
 */
export async function bundleConsumer(
  place: string,
  tried: Tried,
  { server, entry, production = false }: { server: boolean; entry: string; production?: boolean },
): Promise<string> {
  const harness = `${PROJECT}dist/core/hosts/${tried.folder}`;
  const text = server
    ? `import { print } from ${JSON.stringify(`${harness}/server.js`)};`
    : `import { mounter } from ${JSON.stringify(`${harness}/mount.js`)};`;
  const result = await build({
    stdin: { contents: `${text}\n${entry}`, resolveDir: place, loader: 'ts' },
    bundle: true,
    write: false,
    format: server ? 'esm' : 'iife',
    platform: tried.serverConditions && server ? 'neutral' : server ? 'node' : 'browser',
    conditions: [
      ...(server ? (tried.serverConditions ?? []) : []),
      production ? 'production' : 'development',
      'module',
    ],
    ...(server && tried.serverConditions ? { mainFields: ['module', 'main'], external: ['node:*'] } : {}),
    external: ['node:*', ...(server ? ['xhr2'] : [])],
    target: 'es2022',
    logLevel: 'silent',
    jsx: 'automatic',
    jsxImportSource: tried.jsxFrom ?? 'react',
    define: {
      ...(production ? { ngDevMode: 'false' } : {}),
      'process.env.NODE_ENV': production ? '"production"' : '"development"',
      __VUE_OPTIONS_API__: 'true',
      __VUE_PROD_DEVTOOLS__: 'false',
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
    },
    tsconfigRaw: { compilerOptions: { useDefineForClassFields: true } },
    alias: tried.alias ?? {},
    nodePaths: [join(PROJECT, 'node_modules')],
    plugins: [
      absent,
      sheetModules,
      ...(tried.folder === 'svelte' ? [svelte(server, production)] : []),
      ...(tried.folder === 'solid' ? [solid(server)] : []),
    ],
    banner: server
      ? { js: "import { createRequire as _r } from 'node:module'; const require = _r(import.meta.url);" }
      : {},
  });
  return result.outputFiles?.[0]?.text ?? '';
}

/** Modules that one version of a host has and another lacks. */
const absent: Plugin = {
  name: 'absent',
  setup(setup) {
    const filter =
      /^(react-dom\/client|react-dom-1\d\/client|vue\/server-renderer|vue-server-renderer\/basic\.js)$/;
    setup.onResolve({ filter }, async (args) => {
      if (args.pluginData === 'asked') return null;
      const { path, resolveDir, kind, importer } = args;
      const found = await setup.resolve(path, { resolveDir, kind, importer, pluginData: 'asked' });
      return found.errors.length > 0 ? { path, namespace: 'absent' } : found;
    });
    setup.onLoad({ filter: /.*/, namespace: 'absent' }, () => ({ contents: 'export {}' }));
  },
};

/** Single-file components of Vue, in one module each. */
export const vue: Plugin = {
  name: 'vue',
  setup(setup) {
    setup.onLoad({ filter: /\.vue$/ }, async ({ path }) => {
      const { parse, compileScript } = await import('vue/compiler-sfc');
      const compilerOptions = { isCustomElement: (tag: string) => tag.includes('-') };
      const source = readFileSync(path, 'utf8');
      const { descriptor, errors } = parse(source, { filename: path, templateParseOptions: compilerOptions });
      if (errors[0]) throw errors[0];
      const templateOptions = { compilerOptions };
      const { content } = compileScript(descriptor, { id: path, inlineTemplate: true, templateOptions });
      return { contents: content, loader: 'ts' };
    });
  },
};

export const svelte = (server: boolean, production: boolean): Plugin => ({
  name: 'svelte',
  setup(setup) {
    setup.onLoad({ filter: /\.svelte$/ }, async ({ path }) => {
      const { compile } = await import('svelte/compiler');
      const options = {
        filename: path,
        generate: server ? ('server' as const) : ('client' as const),
        dev: !production,
      };
      return { contents: compile(readFileSync(path, 'utf8'), options).js.code, loader: 'js' };
    });
  },
});

export const solid = (server: boolean): Plugin => ({
  name: 'solid',
  setup(setup) {
    setup.onLoad({ filter: /\.tsx$/ }, async ({ path }) => {
      const { transformAsync } = require('@babel/core');
      const plain = await transform(readFileSync(path, 'utf8'), {
        loader: 'tsx',
        jsx: 'preserve',
        target: 'es2022',
      });
      const preset = [require('babel-preset-solid'), { generate: server ? 'ssr' : 'dom', hydratable: true }];
      const made = await transformAsync(plain.code, {
        filename: path,
        babelrc: false,
        configFile: false,
        presets: [preset],
      });
      return { contents: made?.code ?? '', loader: 'js' };
    });
  },
});
