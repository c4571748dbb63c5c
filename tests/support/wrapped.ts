/** Generated wrappers, made and bundled as a host's users do: with the host's own compiler, and a consumer. */
import { copyFileSync, readFileSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { build, type Plugin, transform } from 'esbuild';
import { PROJECT, put, run, suvet } from './run.js';

/** A host to be tried, and what trying it takes. */
export interface Tried {
  host: string;
  folder: string;
  /** The consumer in tests/fixtures/consumers, and the name it goes by beside the wrappers. */
  consumer: string;
  alias?: Record<string, string>;
  jsxFrom?: string;
  serverConditions?: string[];
  /** Compiler options of its type check, besides the strict ones. */
  check?: Record<string, unknown>;
}

const react = (major: number, types?: string): Tried => ({
  host: `react@${major}`,
  folder: 'react',
  consumer: 'react.tsx',
  alias: { react: `react-${major}`, 'react-dom': `react-dom-${major}` },
  check: {
    jsx: 'react-jsx',
    ...(types
      ? {
          paths: { react: [`./node_modules/types-${types}`], 'react/*': [`./node_modules/types-${types}/*`] },
        }
      : {}),
  },
});

export const TRIED: readonly Tried[] = [
  react(16),
  react(17),
  react(18),
  react(19, 'react-19'),
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
  { host: 'svelte@5', folder: 'svelte', consumer: 'svelte.svelte', serverConditions: ['node'] },
  {
    host: 'solid@1',
    folder: 'solid',
    consumer: 'solid.tsx',
    serverConditions: ['worker', 'node'],
    check: { jsx: 'preserve', jsxImportSource: 'solid-js' },
  },
  { host: 'angular@20', folder: 'angular', consumer: 'angular.ts' },
];

/** Wrappers of the panel in a folder, with a consumer beside them. */
export async function wrapPanel(place: string, { host, consumer, check, folder }: Tried): Promise<void> {
  const fixtures = join(PROJECT, 'tests/fixtures');
  copyFileSync(join(fixtures, 'panel/crew-panel.ts'), join(place, 'crew-panel.ts'));
  for (const name of ['input.ts', 'scenarios.ts'])
    copyFileSync(join(fixtures, 'consumers', name), join(place, name));
  copyFileSync(join(fixtures, 'consumers', consumer), join(place, `view${/\.\w+$/.exec(consumer)?.[0]}`));
  symlinkSync(join(PROJECT, 'node_modules'), join(place, 'node_modules'), 'dir');
  put(place, {
    'package.json': '{ "type": "module" }',
    'tsconfig.json': JSON.stringify({
      compilerOptions: {
        strict: true,
        noUncheckedIndexedAccess: true,
        noImplicitOverride: true,
        noUnusedLocals: true,
        noPropertyAccessFromIndexSignature: folder !== 'vue',
        noEmit: folder !== 'angular',
        outDir: 'compiled',
        rootDir: '.',
        target: 'ES2022',
        module: 'ESNext',
        moduleResolution: 'Bundler',
        lib: ['ES2022', 'DOM', 'DOM.Iterable'],
        types: [],
        skipLibCheck: true,
        ...check,
      },
      angularCompilerOptions: { strictTemplates: true, strictInjectionParameters: true },
      include: ['*.ts', '*.tsx', '*.svelte', 'wrappers', 'all'],
    }),
  });
  const args = ['wrap', '-c', 'crew-panel.ts', '--host', host, '--out', 'wrappers', '--all'];
  const made = await suvet([...args, '--import', 'none'], place);
  if (made.code !== 0) throw new Error(made.stderr + made.stdout);
}

const COMPILERS: Record<string, string[]> = {
  svelte: [
    'svelte-check/bin/svelte-check',
    '--tsconfig',
    './tsconfig.json',
    '--output',
    'machine',
    '--threshold',
    'error',
  ],
  angular: ['@angular/compiler-cli/bundles/src/bin/ngc.js', '-p', '.'],
};

/** The errors of the host's own strict type check, as it prints them. */
export async function typeErrors(place: string, { folder }: Tried): Promise<string> {
  const [program = '', ...args] = COMPILERS[folder] ?? ['typescript/bin/tsc', '-p', '.'];
  const ran = await run(process.execPath, [join(PROJECT, 'node_modules', program), ...args], place);
  const said = `${ran.stdout}\n${ran.stderr}`.trim();
  return folder === 'svelte'
    ? said
        .split('\n')
        .filter((line) => / ERROR /.test(line))
        .join('\n')
    : said;
}

/** A bundle of the consumer with its host: a script for a page, or a module for Node.js. */
export async function bundleConsumer(
  place: string,
  tried: Tried,
  { server, entry }: { server: boolean; entry: string },
): Promise<string> {
  const harness = `${PROJECT}dist/core/hosts/${tried.folder}`;
  const view =
    tried.folder === 'angular' ? './compiled/view.js' : `./view${/\.\w+$/.exec(tried.consumer)?.[0]}`;
  const text = server
    ? `import { print } from ${JSON.stringify(`${harness}/server.js`)};`
    : `import { mounter } from ${JSON.stringify(`${harness}/mount.js`)};`;
  const result = await build({
    stdin: { contents: `${text}\nimport view from '${view}';\n${entry}`, resolveDir: place, loader: 'ts' },
    bundle: true,
    write: false,
    format: server ? 'esm' : 'iife',
    platform: tried.serverConditions && server ? 'neutral' : server ? 'node' : 'browser',
    conditions: [...(server ? (tried.serverConditions ?? []) : []), 'development', 'module'],
    ...(server && tried.serverConditions ? { mainFields: ['module', 'main'], external: ['node:*'] } : {}),
    external: ['node:*', ...(server ? ['xhr2'] : [])],
    target: 'es2022',
    logLevel: 'silent',
    jsx: 'automatic',
    jsxImportSource: tried.jsxFrom ?? 'react',
    define: {
      'process.env.NODE_ENV': '"development"',
      __VUE_OPTIONS_API__: 'true',
      __VUE_PROD_DEVTOOLS__: 'false',
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
    },
    tsconfigRaw: { compilerOptions: { useDefineForClassFields: true } },
    alias: tried.alias ?? {},
    nodePaths: [join(PROJECT, 'node_modules')],
    plugins: [
      absent,
      ...(tried.folder === 'svelte' ? [svelte(server)] : []),
      ...(tried.folder === 'solid' ? [solid(server)] : []),
    ],
    banner: server
      ? { js: "import { createRequire as _r } from 'node:module'; const require = _r(import.meta.url);" }
      : {},
  });
  return result.outputFiles[0]?.text ?? '';
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

const svelte = (server: boolean): Plugin => ({
  name: 'svelte',
  setup(setup) {
    setup.onLoad({ filter: /\.svelte$/ }, async ({ path }) => {
      const { compile } = await import('svelte/compiler');
      const options = {
        filename: path,
        generate: server ? ('server' as const) : ('client' as const),
        dev: true,
      };
      return { contents: compile(readFileSync(path, 'utf8'), options).js.code, loader: 'js' };
    });
  },
});

const solid = (server: boolean): Plugin => ({
  name: 'solid',
  setup(setup) {
    setup.onLoad({ filter: /\.tsx$/ }, async ({ path }) => {
      const { transformAsync } = await import('@babel/core');
      const plain = await transform(readFileSync(path, 'utf8'), {
        loader: 'tsx',
        jsx: 'preserve',
        target: 'es2022',
      });
      const preset = [
        (await import('babel-preset-solid')).default,
        { generate: server ? 'ssr' : 'dom', hydratable: true },
      ];
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
