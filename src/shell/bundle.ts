/** Bundles modules for a browser page or for Node.js, with esbuild. */

import { build, type Plugin } from 'esbuild';
import { missingError } from './error.js';

export interface BundleRequest {
  /** Absolute path of the entry module, or its text with the folder that its imports are resolved from. */
  entry: string | { text: string; folder: string; loader?: 'ts' | 'tsx' | 'js' };
  /** Replaces packages: `{ react: 'react-18' }`. Subpaths follow along. */
  alias?: Record<string, string>;
  /** Specifiers that are left empty when the package lacks them. */
  optional?: readonly string[];
  /** Further folders to look for packages in, as with NODE_PATH. */
  packageFolders?: readonly string[];
  platform?: 'browser' | 'node';
  production?: boolean;
  minify?: boolean;
}

/** The bundle as one script. Throws a SuvetError (exit 3) that carries the first of the bundler's messages. */
export async function bundle(request: BundleRequest): Promise<string> {
  const { entry, platform = 'browser' } = request;
  try {
    const result = await build({
      ...(typeof entry === 'string'
        ? { entryPoints: [entry] }
        : { stdin: { contents: entry.text, resolveDir: entry.folder, loader: entry.loader ?? 'ts' } }),
      bundle: true,
      write: false,
      platform,
      format: platform === 'browser' ? 'iife' : 'esm',
      target: 'es2022',
      logLevel: 'silent',
      jsx: 'automatic',
      minify: request.minify === true,
      define: { 'process.env.NODE_ENV': JSON.stringify(request.production ? 'production' : 'development') },
      tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } },
      ...(request.alias ? { alias: request.alias } : {}),
      ...(request.packageFolders ? { nodePaths: [...request.packageFolders] } : {}),
      plugins: [optionalModules(request.optional ?? [])],
    });
    return result.outputFiles[0]?.text ?? '';
  } catch (error) {
    const [first] =
      (error as { errors?: { text: string; location: { file: string; line: number } | null }[] }).errors ??
      [];
    const where = first?.location ? `${first.location.file}:${first.location.line}: ` : '';
    throw missingError(
      'bundle-failed',
      `The code cannot be bundled: ${where}${first?.text ?? (error as Error).message}`,
      'Install the missing package or mend the file, then try again.',
    );
  }
}

function optionalModules(specifiers: readonly string[]): Plugin {
  return {
    name: 'optional-modules',
    setup(setup) {
      if (specifiers.length === 0) return;
      const filter = new RegExp(`^(${specifiers.map((one) => one.replaceAll(/[^\w]/g, '\\$&')).join('|')})$`);
      setup.onResolve({ filter }, async (args) => {
        if (args.pluginData === 'asked') return null;
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
