/** Where component source comes from: files, globs, folders and installed packages, as modules to survey. */

import { existsSync, statSync } from 'node:fs';
import { basename, dirname, join, relative, resolve, sep } from 'node:path';
import { ResolverFactory } from 'oxc-resolver';
import { globSync, isDynamicPattern } from 'tinyglobby';
import type { SurveyInput } from '../core/survey/index.js';
import type { SuvetError } from './error.js';
import { missingError, usageError } from './error.js';
import { findUp, isInside, readText, realPath, shownPath } from './files.js';
import { publicPaths, readPackage } from './packages.js';

const SOURCE_FILES = '**/*.{js,mjs,jsx,ts,mts,tsx}';
const LEFT_OUT = [
  '**/node_modules/**',
  '**/*.d.ts',
  '**/*.d.mts',
  '**/*.{test,spec,stories,story}.*',
  '**/__tests__/**',
  '**/.*/**',
];

/** A source as the user names it, opened: the modules it means and how to read them. */
export interface OpenedSource {
  /** As the user wrote it. */
  name: string;
  /** The folder of the package, or of the files, that the source belongs to. */
  root: string;
  input: SurveyInput;
}

/**
 * Opens one SOURCE argument: a file, a folder, a glob, or `npm:NAME[/PATH]` for a package installed at or above
 * `cwd`. Throws a SuvetError when it leads to nothing.
 */
export function openSource(source: string, cwd: string): OpenedSource {
  if (source.startsWith('npm:')) return openPackage(source, cwd);
  const path = resolve(cwd, source);
  if (existsSync(path)) {
    return statSync(path).isDirectory()
      ? openFolder(source, realPath(path), cwd)
      : openFiles(source, [realPath(path)], cwd);
  }
  if (isDynamicPattern(source)) {
    const files = globSync(source, { cwd, absolute: true, ignore: LEFT_OUT }).sort();
    if (files.length > 0) return openFiles(source, files.map(realPath), cwd);
  }
  throw noSuchSource(source);
}

function noSuchSource(source: string): SuvetError {
  return usageError(
    'no-such-source',
    `${source}: there is no such file, folder or package.`,
    'Name a file, a folder, a glob in quotes, or an installed package as npm:NAME.',
  );
}

function openPackage(source: string, cwd: string): OpenedSource {
  const match = /^npm:((?:@[^/]+\/)?[^/]+)(?:\/(.+))?$/.exec(source);
  const name = match?.[1];
  if (!name) throw noSuchSource(source);
  const root = installedFolder(name, cwd);
  if (!root) {
    throw missingError(
      'package-missing',
      `${name}: this package is not installed at or above ${cwd}.`,
      `Install it first: npm install ${name}`,
    );
  }
  const path = match[2] ? join(root, match[2]) : root;
  if (!existsSync(path) || !isInside(realPath(path), root)) throw noSuchSource(source);
  return statSync(path).isDirectory() ? openFolder(source, path, cwd) : openFiles(source, [path], cwd);
}

function installedFolder(name: string, cwd: string): string | null {
  for (let folder = resolve(cwd); ; folder = dirname(folder)) {
    const path = join(folder, 'node_modules', ...name.split('/'));
    if (existsSync(path)) return realPath(path);
    if (folder === dirname(folder)) return null;
  }
}

function openFolder(source: string, folder: string, cwd: string): OpenedSource {
  const files = globSync(SOURCE_FILES, {
    cwd: folder,
    absolute: true,
    ignore: LEFT_OUT,
    followSymbolicLinks: false,
  }).sort();
  return openFiles(source, withoutCompiledTwins(files), cwd, folder);
}

/** Where `x.ts` and the `x.js` made of it stand side by side, only the source is taken. */
function withoutCompiledTwins(files: string[]): string[] {
  const all = new Set(files);
  return files.filter((file) => !/\.m?js$/.test(file) || !all.has(file.replace(/\.(m?)js$/, '.$1ts')));
}

function openFiles(source: string, paths: string[], cwd: string, folder?: string): OpenedSource {
  const first = folder ?? dirname(paths[0] ?? cwd);
  const around = folder ?? (paths.every((path) => isInside(path, realPath(cwd))) ? realPath(cwd) : first);
  const manifest = findUp('package.json', first);
  const isPackage =
    manifest !== null &&
    (folder === undefined || dirname(manifest) === folder || isInside(folder, dirname(manifest)));
  const root = isPackage && manifest ? dirname(manifest) : around;
  const described = isPackage && manifest ? readPackage(manifest) : null;
  const publicPath = described ? publicPaths(described, root) : (path: string) => `./${shown(path, root)}`;
  return {
    name: source,
    root,
    input: {
      paths,
      package: described?.name ? { name: described.name, version: described.version ?? '0.0.0' } : null,
      publicPath,
      reader: {
        read: cachedReader(),
        resolve: resolver(),
        label: (path) => (isInside(path, root) ? shown(path, root) : shownPath(path, cwd)),
        isOwn: (path) =>
          isInside(path, root) && !path.slice(root.length).includes(`${sep}node_modules${sep}`),
      },
    },
  };
}

function shown(path: string, root: string): string {
  return (relative(root, path) || basename(path)).split(sep).join('/');
}

function cachedReader(): (path: string) => string | null {
  const texts = new Map<string, string | null>();
  return (path) => {
    const known = texts.get(path);
    if (known !== undefined) return known;
    const text = readText(path);
    texts.set(path, text);
    return text;
  };
}

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
