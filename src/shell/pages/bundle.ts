/** Bundles modules for a browser page or for Node.js, with esbuild. */

import { readFileSync } from 'node:fs';
import { build, type Message, type Plugin, type ResolveResult } from 'esbuild';
import { EXIT, SuvetError } from '../files/error.js';

export interface BundleRequest {
  /** Absolute path of the entry module, or its text with the folder that its imports are resolved from. */
  entry: string | { text: string; folder: string; loader?: 'ts' | 'tsx' | 'js' };
  /** Replaces packages: `{ react: 'react-18' }`. Subpaths follow along. */
  alias?: Record<string, string>;
  /** Specifiers that are left empty when the package lacks them. */
  optional?: readonly string[];
  /** Further folders to look for packages in, as with NODE_PATH. */
  packageFolders?: readonly string[];
  /** Packages that are taken from a folder, under other names where `alias` has one for them. */
  packages?: { names: readonly string[]; folder: string; alias: Readonly<Record<string, string>> };
  /** Modules that exist only here, imported as `view:NAME`. */
  modules?: ReadonlyMap<string, VirtualModule>;
  /** Names and the code that stands for them. */
  define?: Readonly<Record<string, string>>;
  /** The package whose functions JSX becomes calls of. */
  jsxFrom?: string;
  /** Export conditions in place of those of a browser. */
  conditions?: readonly string[];
  platform?: 'browser' | 'node';
  production?: boolean;
  minify?: boolean;
}

export interface VirtualModule {
  text: string;
  loader: 'ts' | 'tsx' | 'js' | 'jsx';
  /** The folder that its imports are resolved from. */
  folder: string;
}

/** Code that cannot be bundled: exit 3, with the first of the bundler's messages. */
export class BundleError extends SuvetError {
  /** Names of the virtual modules that have a part in it. */
  readonly modules: readonly string[];

  constructor(errors: readonly Message[]) {
    const [first] = errors;
    const where = first?.location ? `${first.location.file}:${first.location.line}: ` : '';
    super(
      'bundle-failed',
      EXIT.missing,
      `The code cannot be bundled: ${where}${first?.text ?? 'the bundler does not say why'}`,
      'Install the missing package or mend the file, then try again.',
    );
    this.modules = errors.flatMap(({ location }) =>
      location?.file.startsWith(`${VIRTUAL}:`) ? [location.file.slice(VIRTUAL.length + 1)] : [],
    );
  }
}

/** The bundler's namespace of virtual modules; it names their files with it. */
const VIRTUAL = 'view';

/** The bundle as one script. Throws a BundleError. */
export async function bundle(request: BundleRequest): Promise<string> {
  const { entry, platform = 'browser' } = request;
  try {
    const result = await build({
      ...(typeof entry === 'string'
        ? { entryPoints: [entry] }
        : { stdin: { contents: entry.text, resolveDir: entry.folder, loader: entry.loader ?? 'ts' } }),
      bundle: true,
      write: false,
      ...(request.conditions
        ? {
            platform: 'neutral',
            conditions: [...request.conditions, request.production ? 'production' : 'development'],
            mainFields: ['module', 'main'],
            external: ['node:*'],
          }
        : { platform, conditions: [request.production ? 'production' : 'development', 'module'] }),
      format: platform === 'browser' ? 'iife' : 'esm',
      target: 'es2022',
      logLevel: 'silent',
      jsx: 'automatic',
      jsxImportSource: request.jsxFrom ?? 'react',
      minify: request.minify === true,
      define: {
        ...request.define,
        'process.env.NODE_ENV': JSON.stringify(request.production ? 'production' : 'development'),
      },
      tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } },
      ...(request.alias ? { alias: request.alias } : {}),
      ...(request.packageFolders ? { nodePaths: [...request.packageFolders] } : {}),
      plugins: [
        optionalModules(request.optional ?? []),
        virtualModules(request.modules ?? new Map()),
        ...(request.packages ? [packagesFrom(request.packages)] : []),
        sheetModules,
      ],
    });
    return result.outputFiles[0]?.text ?? '';
  } catch (error) {
    const { errors } = error as { errors?: Message[] };
    if (errors === undefined) throw error;
    throw new BundleError(errors);
  }
}

function optionalModules(specifiers: readonly string[]): Plugin {
  return {
    name: 'optional-modules',
    setup(setup) {
      if (specifiers.length === 0) return;
      const filter = new RegExp(`^(${specifiers.map((one) => one.replaceAll(/[^\w]/g, '\\$&')).join('|')})$`);
      setup.onResolve({ filter }, async (args) => {
        if (args.pluginData === 'asked' || args.pluginData === 'from-folder') return null;
        const found = await setup.resolve(args.path, {
          resolveDir: args.resolveDir,
          kind: args.kind,
          importer: args.importer,
          pluginData: 'asked',
        });
        return found.errors.length > 0 ? { path: args.path, namespace: 'absent' } : found;
      });
      setup.onLoad({ filter: /.*/, namespace: 'absent' }, () => ({ contents: 'export {}', loader: 'js' }));
    },
  };
}

/** Style sheets imported as modules (CSS module scripts, HTML 8.1.4): their default export is a constructed sheet. */
export const sheetModules: Plugin = {
  name: 'sheet-modules',
  setup(setup) {
    setup.onLoad({ filter: /\.css$/ }, (args) => {
      if (args.with.type !== 'css') return null;
      const text = JSON.stringify(readFileSync(args.path, 'utf8'));
      const contents = `const sheet = new CSSStyleSheet(); sheet.replaceSync(${text}); export default sheet;`;
      return { contents, loader: 'js' };
    });
  },
};

function virtualModules(modules: ReadonlyMap<string, VirtualModule>): Plugin {
  return {
    name: 'virtual-modules',
    setup(setup) {
      setup.onResolve({ filter: /^view:/ }, (args) => ({ path: args.path.slice(5), namespace: VIRTUAL }));
      setup.onLoad({ filter: /.*/, namespace: VIRTUAL }, (args) => {
        const module = modules.get(args.path);
        return module
          ? { contents: module.text, loader: module.loader, resolveDir: module.folder }
          : { errors: [{ text: `there is no view ${args.path}` }] };
      });
    },
  };
}

function packagesFrom({ names, folder, alias }: NonNullable<BundleRequest['packages']>): Plugin {
  return {
    name: 'packages-from',
    setup(setup) {
      // Every view imports the same few: each is looked up once.
      const found = new Map<string, Promise<ResolveResult>>();
      for (const name of names) {
        const filter = new RegExp(`^${name.replaceAll(/[^\w]/g, '\\$&')}(/.*)?$`);
        setup.onResolve({ filter }, ({ path, kind, importer, pluginData }) => {
          if (pluginData === 'from-folder') return null;
          const key = `${kind} ${path}`;
          const known = found.get(key);
          if (known) return known;
          const asked = setup.resolve((alias[name] ?? name) + path.slice(name.length), {
            resolveDir: folder,
            kind,
            importer,
            pluginData: 'from-folder',
          });
          found.set(key, asked);
          return asked;
        });
      }
    },
  };
}
