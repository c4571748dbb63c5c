/** Makes views of a host for a page: writes them in the host's language, compiles and bundles them with the host. */

import { createRequire } from 'node:module';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { HostHarness, ViewShape } from '../../core/hosts/harness.js';
import type { Host } from '../../core/hosts/host.js';
import { missingError } from '../files/error.js';
import { ownPath } from '../files/own.js';
import type { VirtualModule } from './bundle.js';
import { bundle } from './bundle.js';

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
  const { host, harness, install, shapes, server } = request;
  const compile = await compilerFor(request);
  const modules = new Map<string, VirtualModule>();
  const lines: string[] = [];
  const entries: string[] = [];
  const made = await Promise.all(
    Object.entries(shapes).map(async ([key, shape], at) => {
      const name = `view-${at}${harness.ending}`;
      return { key, at, name, view: await compile(harness.view(shape), name) };
    }),
  );
  for (const { key, at, name, view } of made) {
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

type Compiled = Pick<VirtualModule, 'text' | 'loader'> | { refused: string };

async function compilerFor({ host, harness, install, server, production }: ViewBundle) {
  const { compiler } = harness;
  if (!compiler) {
    const loader = harness.ending.slice(1) as VirtualModule['loader'];
    return async (text: string): Promise<Compiled> => refusalOf(text, loader);
  }
  const loaded: unknown[] = [];
  for (const specifier of compiler.modules) loaded.push(await loadFrom(specifier, install, host.name));
  return async (text: string, name: string): Promise<Compiled> => {
    try {
      // What a compiler gives out is tried as well: not every one keeps to what JavaScript allows.
      return refusalOf(await compiler.compile(loaded, text, { server, production, name }), 'js');
    } catch (error) {
      return { refused: firstLine(error) };
    }
  };
}

/** Code is tried before it is bundled, so that one view does not take the others along. */
async function refusalOf(text: string, loader: VirtualModule['loader']): Promise<Compiled> {
  const { transform } = await import('esbuild');
  try {
    await transform(text, { loader, jsx: 'preserve', logLevel: 'silent' });
    return { text, loader };
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
