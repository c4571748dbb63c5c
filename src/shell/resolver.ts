/** Finds the file that an import means. */

import { dirname, join } from 'node:path';
import { ResolverFactory } from 'oxc-resolver';

/**
 * Resolves specifiers as a bundler for browsers does, preferring TypeScript source to what is compiled of it. `files`
 * are some that are known to be there, which are found without asking the disk.
 */
export function resolver(
  files: ReadonlySet<string> = new Set(),
): (specifier: string, from: string) => string | null {
  const factory = new ResolverFactory({
    conditionNames: ['browser', 'import', 'module', 'default'],
    mainFields: ['module', 'main'],
    extensions: ['.ts', '.tsx', '.mts', '.js', '.mjs', '.jsx', '.d.ts'],
    extensionAlias: {
      '.js': ['.ts', '.tsx', '.js', '.d.ts'],
      '.mjs': ['.mts', '.mjs'],
      '.jsx': ['.tsx', '.jsx'],
    },
  });
  const known = new Map<string, string | null>();
  return (specifier, from) => {
    const folder = dirname(from);
    const key = `${folder}\0${specifier}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const path = among(files, folder, specifier) ?? factory.sync(folder, specifier).path ?? null;
    known.set(key, path);
    return path;
  };
}

/** The file among those known that a relative specifier names with its ending, TypeScript source first; else null. */
function among(files: ReadonlySet<string>, folder: string, specifier: string): string | null {
  if (files.size === 0 || !/^\.\.?\/.*\.[cm]?js$/.test(specifier)) return null;
  const path = join(folder, specifier);
  const source = path.replace(/js$/, 'ts');
  if (files.has(source)) return source;
  return files.has(path) && !files.has(`${path.slice(0, -3)}.tsx`) ? path : null;
}
