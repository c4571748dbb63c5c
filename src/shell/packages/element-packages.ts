/** Installed dependencies that hold elements, as their files say at a glance. */

import { join } from 'node:path';
import { plainlyRegisters } from '../../core/survey/registering/at-a-glance.js';
import { isDeclaration } from '../../core/survey/syntax/file-names.js';
import { isInside, readText, realPath } from '../files/files.js';
import { filesMatching } from '../files/globbing.js';
import { type PackageManifest, readPackage } from './packages.js';

/** Types that map tags to elements. */
const MAPS_TAGS = /\binterface\s+HTMLElementTagNameMap\s*\{\s*(?:\[|["'][a-z][\w.]*-)/;

/** So many files of a package are looked at, the outermost first. */
const MOST_FILES = 400;

/**
 * The dependencies of these packages that are installed at `root` and hold elements. Those for development count where
 * they hold types and no code, as packages of elements do that a script from elsewhere defines.
 */
export function elementPackages(manifests: readonly (PackageManifest | null)[], root: string): string[] {
  const used = new Set(manifests.flatMap((one) => Object.keys(one?.dependencies ?? {})));
  const forDevelopment = new Set(manifests.flatMap((one) => Object.keys(one?.devDependencies ?? {})));
  const all = [...new Set([...used, ...forDevelopment])];
  return all
    .filter((name) => {
      const folder = join(root, 'node_modules', ...name.split('/'));
      const manifest = readPackage(join(folder, 'package.json'));
      // A package of the project itself is told by its folder.
      const isOwn = manifest !== null && isInside(realPath(folder), root) && realPath(folder) !== folder;
      if (!manifest || isOwn) return false;
      return used.has(name) ? holdsElements(manifest, folder) : holdsOnlyTypes(folder);
    })
    .sort();
}

function holdsElements({ customElements }: PackageManifest, folder: string): boolean {
  if (typeof customElements === 'string') return true;
  return filesOf(folder, '**/*.{js,mjs,ts,mts}').some((path) => {
    const text = readText(path) ?? '';
    return isDeclaration(path) ? MAPS_TAGS.test(text) : plainlyRegisters(text);
  });
}

function holdsOnlyTypes(folder: string): boolean {
  if (filesOf(folder, '**/*.{js,mjs,cjs}').length > 0) return false;
  return filesOf(folder, '**/*.d.{ts,mts}').some((path) => MAPS_TAGS.test(readText(path) ?? ''));
}

function filesOf(folder: string, pattern: string): string[] {
  const depth = (path: string) => path.split('/').length;
  return filesMatching(pattern, { cwd: folder, ignore: ['**/node_modules/**'], deep: 6 })
    .sort((a, b) => depth(a) - depth(b) || (a < b ? -1 : 1))
    .slice(0, MOST_FILES)
    .map((path) => join(folder, path));
}
