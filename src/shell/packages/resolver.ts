/** Finds the file that an import means. */

import { dirname, join } from 'node:path';
import { ResolverFactory } from 'oxc-resolver';

/** Code is looked for as a bundler for browsers does, TypeScript source before what is compiled of it. */
const CODE = {
  conditionNames: ['browser', 'import', 'module', 'default'],
  mainFields: ['module', 'main'],
  extensions: ['.ts', '.tsx', '.mts', '.js', '.mjs', '.jsx', '.d.ts'],
  extensionAlias: {
    '.js': ['.ts', '.tsx', '.js', '.d.ts'],
    '.mjs': ['.mts', '.mjs'],
    '.jsx': ['.tsx', '.jsx'],
  },
};

/** Type declarations import type declarations, as the type checker has it. */
const TYPES = {
  conditionNames: ['types', 'import', 'module', 'default'],
  mainFields: ['types', 'typings', 'module', 'main'],
  extensions: ['.d.ts', '.ts', '.tsx', '.d.mts', '.mts', '.js', '.mjs'],
  extensionAlias: {
    '.js': ['.d.ts', '.ts', '.tsx', '.js'],
    '.mjs': ['.d.mts', '.mts', '.mjs'],
    '.jsx': ['.d.ts', '.tsx', '.jsx'],
  },
};

/**
 * Resolves specifiers, as code or, from type declarations, as types. `files` are some that are known to be there,
 * which are found without asking the disk.
 */
export function resolver(
  files: ReadonlySet<string> = new Set(),
): (specifier: string, from: string) => string | null {
  const code = new ResolverFactory(CODE);
  let types: ResolverFactory | null = null;
  const known = new Map<string, string | null>();
  return (specifier, from) => {
    const folder = dirname(from);
    const isTypes = /\.d\.[cm]?ts$/.test(from);
    // A package means the same to every module of the material, which has no packages of its own within.
    const isPackage = files.has(from) && /^[\w@]/.test(specifier);
    const key = `${isTypes ? 'types' : 'code'}\0${isPackage ? '' : folder}\0${specifier}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    if (isTypes) types ??= new ResolverFactory(TYPES);
    const direct = isTypes ? null : among(files, folder, specifier);
    const path = direct ?? (isTypes && types ? types : code).sync(folder, specifier).path ?? null;
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
