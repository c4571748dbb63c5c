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
 * The file that `main` names for older loaders, beside the one of the same folder that `module` has for all others; null
 * where there is none, and where `exports` names it.
 */
export function mainForOlderLoaders(manifest: PackageManifest): string | null {
  const { main, module } = manifest;
  if (typeof main !== 'string' || typeof module !== 'string' || manifest.exports !== undefined) return null;
  const [older, newer] = [main, module].map((one) => one.replace(/^\.\//, ''));
  const isBeside = older !== newer && dirname(older ?? '') === dirname(newer ?? '');
  return isBeside && older !== undefined ? older : null;
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

/** What a target stands for where code is used: not what is for type checkers, nor the build for developing with the package. */
function targetsOf(target: unknown): string[] {
  if (typeof target === 'string') return [target];
  if (Array.isArray(target)) return target.flatMap(targetsOf);
  if (typeof target !== 'object' || target === null) return [];
  const conditions = Object.entries(target);
  const used = conditions.filter(([name]) => name !== 'development' && !/^types(?:@|$)/.test(name));
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
