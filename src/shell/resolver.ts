/** Finds the file that an import means. */

import { dirname } from 'node:path';
import { ResolverFactory } from 'oxc-resolver';

/** Resolves specifiers as a bundler for browsers does, preferring TypeScript source to what is compiled of it. */
export function resolver(): (specifier: string, from: string) => string | null {
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
    const path = factory.sync(folder, specifier).path ?? null;
    known.set(key, path);
    return path;
  };
}
