/** Package manifests (package.json): what Suvet reads of them. */

import { dirname, join, relative, sep } from 'node:path';
import { findUp, readText } from '../files/files.js';

export interface PackageManifest {
  name?: string;
  version?: string;
  exports?: unknown;
  main?: unknown;
  module?: unknown;
  customElements?: unknown;
  dependencies?: Record<string, string>;
  devDependencies?: Record<string, string>;
  peerDependencies?: Record<string, string>;
}

/** The manifest at a path; null when it is missing or no JSON object. */
export function readPackage(path: string): PackageManifest | null {
  const text = readText(path);
  if (text === null) return null;
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null && !Array.isArray(value)
      ? (value as PackageManifest)
      : null;
  } catch {
    return null;
  }
}

/** The manifest of the package a folder belongs to, with the folder of that package. */
export function packageAround(folder: string): { manifest: PackageManifest; root: string } | null {
  const path = findUp('package.json', folder);
  const manifest = path ? readPackage(path) : null;
  return path && manifest ? { manifest, root: dirname(path) } : null;
}

/** The version of a package installed at or above a folder, or null. */
export function installedVersion(name: string, folder: string): string | null {
  for (let at = folder; ; at = dirname(at)) {
    const manifest = readPackage(join(at, 'node_modules', ...name.split('/'), 'package.json'));
    if (manifest?.version) return manifest.version;
    if (at === dirname(at)) return null;
  }
}

/**
 * From a module's path to the specifier users import it by, relative to the package name: by the `exports` of
 * the manifest (Node.js, packages), read backwards; the path itself where there are none.
 */
export function publicPaths(manifest: PackageManifest, root: string): (path: string) => string {
  const routes = exportRoutes(manifest.exports);
  return (path) => {
    const file = `./${relative(root, path).split(sep).join('/')}`;
    for (const { subpath, target } of routes) {
      const [before = '', after = ''] = target.split('*');
      if (!target.includes('*')) {
        if (target === file) return subpath;
      } else if (
        file.startsWith(before) &&
        file.endsWith(after) &&
        file.length >= before.length + after.length
      ) {
        return subpath.replace('*', file.slice(before.length, file.length - after.length));
      }
    }
    return file;
  };
}

/** Whether the manifest exports a module; null when it has no `exports`, so that every file may be imported. */
export function exportTest(manifest: PackageManifest, root: string): ((path: string) => boolean) | null {
  const routes = exportRoutes(manifest.exports);
  if (routes.length === 0) return null;
  return (path) => {
    const file = `./${relative(root, path).split(sep).join('/')}`;
    return routes.some(({ target }) => {
      const [before = '', after = ''] = target.split('*');
      return target.includes('*') ? file.startsWith(before) && file.endsWith(after) : target === file;
    });
  };
}

/** The files that `exports`, `module` and `main` name, without a leading dot. */
export function entryFiles(manifest: PackageManifest): string[] {
  const routes = exportRoutes(manifest.exports).map((one) => one.target);
  const named = [manifest.module, manifest.main].filter((one): one is string => typeof one === 'string');
  return [...routes, ...named]
    .filter((one) => /[cm]?[jt]sx?$/.test(one))
    .map((one) => one.replace(/^\.\//, ''));
}

/**
 * The files for older loaders beside what is there for all others: those that `exports` has under `require` alone, or,
 * where there is no `exports`, what `main` names in the folder of what `module` names.
 */
export function filesForOlderLoaders({ main, module, exports }: PackageManifest): string[] {
  const [older, others] = [new Set<string>(), new Set<string>()];
  const look = (node: unknown, isOlder: boolean) => {
    if (typeof node === 'string') (isOlder ? older : others).add(node.replace(/^\.\//, ''));
    if (typeof node !== 'object' || node === null) return;
    const used = Object.entries(node).filter(([name]) => !FOR_TYPES.test(name));
    const { import: imported, require } = Object.fromEntries(used);
    for (const [name, one] of used) {
      // Where there is a target for `import`, what all others get may be that of `require` once more.
      const isForRequire =
        name === 'require' || (name === 'default' && imported !== undefined && one === require);
      look(one, isOlder || (used.length > 1 && isForRequire));
    }
  };
  if (exports !== undefined) look(exports, false);
  else if (typeof main === 'string' && typeof module === 'string') {
    look(main, dirname(main) === dirname(module));
    look(module, false);
  }
  return [...older].filter((one) => !others.has(one));
}

/** The paths that `exports` leads to, patterns among them, without a leading dot; null where there is no `exports`. */
export function exportTargets(manifest: PackageManifest): string[] | null {
  const routes = exportRoutes(manifest.exports);
  return routes.length > 0 ? routes.map(({ target }) => target.replace(/^\.\//, '')) : null;
}

function exportRoutes(exports: unknown): { subpath: string; target: string }[] {
  if (typeof exports === 'string') return [{ subpath: '.', target: exports }];
  if (typeof exports !== 'object' || exports === null) return [];
  const entries = Object.entries(exports);
  const subpaths = entries.some(([key]) => key.startsWith('.'))
    ? entries
    : ([['.', exports]] as [string, unknown][]);
  // A folder stands for all that is in it.
  const whole = (path: string) => (path.endsWith('/') ? `${path}*` : path);
  const routes = subpaths.flatMap(([subpath, target]) =>
    targetsOf(target).map((one) => ({ subpath: whole(subpath), target: whole(one) })),
  );
  return routes.sort((a, b) => Number(a.target.includes('*')) - Number(b.target.includes('*')));
}

/** A condition that type checkers ask by. */
const FOR_TYPES = /^types(?:@|$)/;

/** What a target stands for where code is used: not what is for type checkers, nor the build for developing with the package. */
function targetsOf(target: unknown): string[] {
  if (typeof target === 'string') return [target];
  if (Array.isArray(target)) return target.flatMap(targetsOf);
  if (typeof target !== 'object' || target === null) return [];
  const conditions = Object.entries(target);
  const used = conditions.filter(([name]) => name !== 'development' && !FOR_TYPES.test(name));
  return (used.length > 0 ? used : conditions).flatMap(([, one]) => targetsOf(one));
}

/** The folders at the top of a package that hold a build for developing with it, beside the one that is used. */
export function developmentFolders({ exports }: PackageManifest): string[] {
  const used = new Set(exportRoutes(exports).map(({ target }) => folderOf(target)));
  const found = new Set<string>();
  const look = (node: unknown) => {
    if (typeof node !== 'object' || node === null) return;
    for (const [name, one] of Object.entries(node)) {
      if (name === 'development') for (const target of targetsOf(one)) found.add(folderOf(target));
      else look(one);
    }
  };
  look(exports);
  return [...found].filter((one) => one !== '' && !used.has(one));
}

function folderOf(target: string): string {
  return /^\.\/([^/]+)\//.exec(target)?.[1] ?? '';
}
