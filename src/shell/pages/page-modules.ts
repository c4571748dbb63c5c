/** Bundles the modules of a component package for a browser page, each as an entry, with what they share in common. */

import { readFileSync } from 'node:fs';
import { dirname, join, relative, sep } from 'node:path';
import type { BuildFailure, Loader, Message, OnLoadResult, Plugin } from 'esbuild';
import { build } from 'esbuild';
import { RUNNING_FOREIGN } from '../../core/survey/live/seen.js';
import { mayRegister } from '../../core/survey/registering/registrations.js';
import { missingError } from '../files/error.js';
import { realPath } from '../files/files.js';

export interface PageModules {
  /** Every script, by the path under which the page loads it. */
  scripts: Map<string, string>;
  /** Script path of each module, in the order given. */
  urls: string[];
  /** Script path of a module that exports, as namespaces, all that the modules import from other packages. */
  foreign: string;
}

export interface PageModulesRequest {
  /** Absolute paths of the modules. */
  modules: readonly string[];
  /** The package they belong to. */
  root: string;
  /** Specifiers of other packages that the modules import. */
  foreign: readonly string[];
  /** Further scripts the page needs first: absolute path by name. */
  before?: Readonly<Record<string, string>>;
}

const FOREIGN = 'suvet:foreign';
const MOST_ATTEMPTS = 5;

/**
 * A file that cannot be bundled (a syntax error, say) becomes a module that throws the bundler's message, so that
 * the others still load; an import that leads nowhere becomes an empty module. Throws a SuvetError (exit 3) when
 * nothing can be bundled at all.
 */
export async function bundlePageModules(request: PageModulesRequest): Promise<PageModules> {
  const broken = new Map<string, string>();
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await bundleOnce(request, broken);
    } catch (error) {
      const before = broken.size;
      const errors = (error as Partial<BuildFailure>).errors ?? [];
      for (const one of errors) if (one.location) broken.set(pathOf(one, request.root), one.text);
      if (broken.size === before || attempt === MOST_ATTEMPTS) {
        throw missingError(
          'bundle-failed',
          `The modules cannot be bundled for a page: ${errors[0]?.text ?? (error as Error).message}`,
          'Mend the file, then try again.',
        );
      }
    }
  }
}

async function bundleOnce(
  { modules, root, foreign, before = {} }: PageModulesRequest,
  broken: ReadonlyMap<string, string>,
): Promise<PageModules> {
  const result = await build({
    entryPoints: {
      ...Object.fromEntries(modules.map((path, index) => [`m${index}`, path])),
      ...before,
      foreign: FOREIGN,
    },
    bundle: true,
    splitting: true,
    write: false,
    outdir: sep,
    absWorkingDir: root,
    format: 'esm',
    platform: 'browser',
    target: 'es2022',
    logLevel: 'silent',
    keepNames: true,
    define: { 'process.env.NODE_ENV': '"production"', global: 'globalThis' },
    loader: LOADERS,
    plugins: [pageModules(root, foreign, broken)],
    tsconfigRaw: { compilerOptions: decoratorOptions(modules) },
  });
  const scripts = new Map(
    result.outputFiles
      .filter((file) => file.path.endsWith('.js'))
      .map((file) => [`/${relative(sep, file.path).split(sep).join('/')}`, file.text]),
  );
  return { scripts, urls: modules.map((_, index) => `/m${index}.js`), foreign: '/foreign.js' };
}

const LOADERS: Record<string, Loader> = {
  ...Object.fromEntries(['.css', '.scss', '.less', '.html', '.md'].map((one) => [one, 'text' as const])),
  ...Object.fromEntries(
    ['.svg', '.png', '.jpg', '.gif', '.webp', '.woff', '.woff2', '.ttf'].map((one) => [
      one,
      'empty' as const,
    ]),
  ),
};

/** Decorators as TypeScript had them for long, unless the material puts them on `accessor` fields. */
function decoratorOptions(modules: readonly string[]) {
  const isStandard = modules
    .filter((path) => /\.[cm]?tsx?$/.test(path))
    .some((path) => /@[\w.]+(\([^)]*\))?\s+(?:public\s+)?accessor\s/.test(readFileSync(path, 'utf8')));
  return { experimentalDecorators: !isStandard, useDefineForClassFields: isStandard };
}

function pageModules(root: string, foreign: readonly string[], broken: ReadonlyMap<string, string>): Plugin {
  return {
    name: 'page-modules',
    setup(setup) {
      setup.onResolve({ filter: /.*/ }, async (args) => {
        if (args.pluginData === 'asked') return null;
        if (args.path === FOREIGN) return { path: FOREIGN, namespace: 'foreign' };
        if (args.namespace === 'absent') return null;
        const found = await setup.resolve(args.path, {
          resolveDir: args.resolveDir,
          kind: args.kind,
          importer: args.importer,
          with: args.with,
          pluginData: 'asked',
        });
        if (found.errors.length > 0 || found.external) return { path: args.path, namespace: 'absent' };
        return found;
      });
      setup.onLoad({ filter: /.*/, namespace: 'absent' }, () => ({
        contents: 'module.exports = {};',
        loader: 'js',
      }));
      setup.onLoad({ filter: /.*/, namespace: 'foreign' }, () => ({
        contents: foreign
          .map((specifier, index) => `export * as f${index} from ${JSON.stringify(specifier)};`)
          .join('\n'),
        resolveDir: root,
        loader: 'js',
      }));
      setup.onLoad({ filter: /.*/ }, (args) => {
        const message = broken.get(args.path);
        if (message !== undefined)
          return { contents: `throw new SyntaxError(${JSON.stringify(message)});`, loader: 'js' };
        if (args.with.type === 'css') return { contents: sheetModule(args.path), loader: 'js' };
        return markedModule(args.path, root);
      });
    },
  };
}

/**
 * A module that may register elements says whose it is while it runs: modules run one after the other, each as a whole.
 * Null for what needs no mark.
 */
function markedModule(path: string, root: string): OnLoadResult | null {
  if (!/\.m?js$/.test(path)) return null;
  const text = readFileSync(path, 'utf8');
  if (!mayRegister(text) || !/^\s*(?:import|export)\b|[;}]\s*(?:import|export)\b/m.test(text)) return null;
  const way = relative(realPath(root), path).split(sep);
  const isForeign = way.includes('..') || way.includes('node_modules');
  const mark = (value: boolean) => `globalThis.${RUNNING_FOREIGN} = ${value};`;
  return {
    contents: `${mark(isForeign)}${text}\n;${mark(false)}`,
    loader: 'js',
    resolveDir: dirname(path),
  };
}

/** A style sheet imported as one (`with { type: 'css' }`). */
function sheetModule(path: string): string {
  const text = JSON.stringify(readFileSync(path, 'utf8'));
  return `const sheet = new CSSStyleSheet(); sheet.replaceSync(${text}); export default sheet;`;
}

function pathOf(message: Message, root: string): string {
  return join(root, message.location?.file ?? '');
}
