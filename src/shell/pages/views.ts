/** Makes views of a host for a page: writes them in the host's language, compiles and bundles them with the host. */

import { createRequire } from 'node:module';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { HostHarness, ViewShape } from '../../core/hosts/harness.js';
import type { Host } from '../../core/hosts/host.js';
import { missingError } from '../files/error.js';
import { ownPath } from '../files/own.js';
import type { VirtualModule } from './bundle.js';
import { BundleError, bundle } from './bundle.js';

const HOSTS_FOLDER = ownPath('dist/core/hosts');

/** Where a host version is installed. */
export interface HostInstall {
  /** The folder whose packages are taken. */
  folder: string;
  /** Packages that stand in for the host's own names there: `{ react: 'react-18' }`. */
  alias: Readonly<Record<string, string>>;
}

export interface ViewBundle {
  host: Host;
  harness: HostHarness;
  install: HostInstall;
  shapes: Readonly<Record<string, ViewShape>>;
  /** Code of the page after `views` (by key), `shapes` and `mounter` (or `print`, for a server) are there. */
  script: string;
  /** Specifiers of core modules that the script imports, by the name it has for them. */
  imports: Readonly<Record<string, string>>;
  server: boolean;
  production: boolean;
}

/** A script for a page. Throws a SuvetError (exit 3) when the host or its compiler is not installed. */
export async function bundleViews(request: ViewBundle): Promise<string> {
  const compile = await compilerFor(request);
  const made = await Promise.all(
    Object.entries(request.shapes).map(async ([key, shape], at) => {
      const name = `view-${at}${request.harness.ending}`;
      return { key, name, view: await compile(request.harness.view(shape), name) };
    }),
  );
  try {
    return await bundleMade(request, made);
  } catch (error) {
    if (!(error instanceof BundleError)) throw error;
    // Those that no parser takes are left out, so that one view does not take the others along.
    const suspects = new Set(error.modules);
    const tried = await Promise.all(
      made.map(async (one) => (suspects.has(one.name) ? { ...one, view: await parsed(one.view) } : one)),
    );
    if (tried.every(({ view }, at) => view === made[at]?.view)) throw error;
    return bundleMade(request, tried);
  }
}

/** A view by the key of its shape. */
interface MadeView {
  key: string;
  /** Of its module. */
  name: string;
  view: Compiled;
}

type Compiled = Pick<VirtualModule, 'text' | 'loader'> | { refused: string };

function bundleMade(request: ViewBundle, made: readonly MadeView[]): Promise<string> {
  const { host, harness, install, shapes, server } = request;
  const modules = new Map<string, VirtualModule>();
  const lines: string[] = [];
  const entries: string[] = [];
  for (const [at, { key, name, view }] of made.entries()) {
    if ('refused' in view) entries.push(`${JSON.stringify(key)}: ${JSON.stringify(view)}`);
    else {
      modules.set(name, { ...view, folder: install.folder });
      lines.push(`import view${at} from ${JSON.stringify(`view:${name}`)};`);
      entries.push(`${JSON.stringify(key)}: view${at}`);
    }
  }
  const means = server ? 'print' : 'mounter';
  const text = [
    `import { ${means} } from ${JSON.stringify(join(HOSTS_FOLDER, host.name, server ? 'server.js' : 'mount.js'))};`,
    ...Object.entries(request.imports).map(
      ([name, path]) => `import { ${name} } from ${JSON.stringify(join(HOSTS_FOLDER, path))};`,
    ),
    ...lines,
    `const views = { ${entries.join(',\n')} };`,
    `const shapes = ${JSON.stringify(shapes)};`,
    request.script,
  ].join('\n');
  return bundle({
    entry: { text, folder: HOSTS_FOLDER, loader: 'js' },
    modules,
    packages: { names: harness.packages, folder: install.folder, alias: install.alias },
    optional: harness.optional ?? [],
    define: harness.defines ?? {},
    production: request.production,
    ...(harness.jsxFrom ? { jsxFrom: harness.jsxFrom } : {}),
    ...(server && harness.serverConditions ? { conditions: harness.serverConditions } : {}),
  });
}

async function compilerFor({ host, harness, install, server, production }: ViewBundle) {
  const { compiler } = harness;
  if (!compiler) {
    const loader = harness.ending.slice(1) as VirtualModule['loader'];
    return async (text: string): Promise<Compiled> => ({ text, loader });
  }
  const loaded: unknown[] = [];
  for (const specifier of compiler.modules) loaded.push(await loadFrom(specifier, install, host.name));
  return async (text: string, name: string): Promise<Compiled> => {
    try {
      const compiled = await compiler.compile(loaded, text, { server, production, name });
      return { text: compiled, loader: 'js' };
    } catch (error) {
      return { refused: firstLine(error) };
    }
  };
}

/** A view that can be parsed, or why not: what a compiler gives out does not always keep to what JavaScript allows. */
async function parsed(view: Compiled): Promise<Compiled> {
  if ('refused' in view) return view;
  const { transform } = await import('esbuild');
  try {
    await transform(view.text, { loader: view.loader, jsx: 'preserve', logLevel: 'silent' });
    return view;
  } catch (error) {
    return { refused: firstLine(error) };
  }
}

function firstLine(error: unknown): string {
  return (error instanceof Error ? error.message : String(error)).split('\n')[0] ?? '';
}

async function loadFrom(specifier: string, { folder, alias }: HostInstall, host: string): Promise<unknown> {
  const require = createRequire(pathToFileURL(join(folder, 'package.json')));
  const [first = '', ...rest] = specifier.startsWith('@') ? [specifier] : specifier.split('/');
  const named = [alias[first] ?? first, ...rest].join('/');
  try {
    return require(named);
  } catch (error) {
    throw missingError(
      'compiler-missing',
      `${host}: its compiler ${specifier} cannot be loaded: ${firstLine(error)}`,
      `Install it where ${host} is used.`,
    );
  }
}
