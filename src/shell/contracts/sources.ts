/** Where component source comes from: files, globs, folders and installed packages, as modules to survey. */

import { existsSync, statSync } from 'node:fs';
import { basename, dirname, join, relative, resolve, sep } from 'node:path';
import { globSync, isDynamicPattern } from 'tinyglobby';
import type { SurveyInput } from '../../core/survey/index.js';
import { sortBuilds } from '../../core/survey/modules/builds.js';
import { isDeclaration } from '../../core/survey/syntax/file-names.js';
import type { SuvetError } from '../files/error.js';
import { missingError, usageError } from '../files/error.js';
import { findUp, isInside, readText, realPath, shownPath } from '../files/files.js';
import { filesMatching } from '../files/globbing.js';
import {
  developmentFolders,
  entryFiles,
  exportTargets,
  exportTest,
  filesForOlderLoaders,
  publicPaths,
  readPackage,
} from '../packages/packages.js';
import { resolver } from '../packages/resolver.js';

const SOURCE_FILES = '**/*.{js,mjs,jsx,ts,mts,tsx}';
const SOURCE_FILE = /\.[cm]?[jt]sx?$/;
const LEFT_OUT = ['**/node_modules/**', '**/*.{test,spec,stories,story}.*', '**/__tests__/**', '**/.*/**'];

/** A source as the user names it, opened: the modules it means and how to read them. */
export interface OpenedSource {
  /** As the user wrote it. */
  name: string;
  /** The folder of the package, or of the files, that the source belongs to. */
  root: string;
  input: SurveyInput;
  /** The files read so far, by absolute path, with their text. */
  filesRead(): [path: string, text: string | null][];
  /** The imports so far that led nowhere, each with the folder it was made from. */
  unresolved(): [specifier: string, folder: string][];
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
    const files = globSync(source, { cwd, absolute: true, ignore: LEFT_OUT })
      // A folder stands for the modules in it. Declarations count where the pattern asks for them.
      .filter((path) => SOURCE_FILE.test(path))
      .filter((path) => /\.d\.\w*ts$/.test(source) || !isDeclaration(path))
      .sort();
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

/** The real folder of a package installed at or above one, or null. */
export function installedFolder(name: string, cwd: string): string | null {
  for (let folder = resolve(cwd); ; folder = dirname(folder)) {
    const path = join(folder, 'node_modules', ...name.split('/'));
    if (existsSync(path)) return realPath(path);
    if (folder === dirname(folder)) return null;
  }
}

function openFolder(source: string, folder: string, cwd: string): OpenedSource {
  const found = filesMatching(SOURCE_FILES, {
    cwd: folder,
    absolute: true,
    ignore: LEFT_OUT,
    followSymbolicLinks: false,
  }).sort();
  const files = found.filter((path) => !isDeclaration(path));
  const described = readPackage(join(folder, 'package.json')) ?? {};
  const forDevelopment = developmentFolders(described);
  const isUsed = (path: string) => !forDevelopment.some((one) => path.startsWith(`${one}/`));
  const sources = withoutCompiledTwins(files).map((path) => shown(path, folder));
  const { main, others } = sortBuilds(sources.filter(isUsed), {
    entries: entryFiles(described),
    exported: exportTargets(described),
    isInstalled: source.startsWith('npm:'),
    forOlderLoaders: filesForOlderLoaders(described),
  });
  const absolute = (path: string) => join(folder, path);
  const declarations = sortBuilds(found.filter(isDeclaration).map((path) => shown(path, folder))).main.map(
    absolute,
  );
  return openFiles(source, main.map(absolute), cwd, {
    root: folder,
    isWhole: source.startsWith('npm:') && existsSync(join(folder, 'package.json')),
    otherPaths: [...others, ...sources.filter((path) => !isUsed(path))].map(absolute),
    declarations,
  });
}

/** Where `x.ts` and the `x.js` made of it stand side by side, only the source is taken. */
function withoutCompiledTwins(files: string[]): string[] {
  const all = new Set(files);
  return files.filter((file) => !/\.m?js$/.test(file) || !all.has(file.replace(/\.(m?)js$/, '.$1ts')));
}

/** A folder that was opened as a whole. */
interface Folder {
  root: string;
  /** It is an installed package. */
  isWhole: boolean;
  otherPaths: string[];
  declarations: string[];
}

function openFiles(source: string, paths: string[], cwd: string, folder: Folder | null = null): OpenedSource {
  const { otherPaths = [], declarations = [] } = folder ?? {};
  const first = folder?.root ?? dirname(paths[0] ?? cwd);
  const around =
    folder?.root ?? (paths.every((path) => isInside(path, realPath(cwd))) ? realPath(cwd) : first);
  const manifest = findUp('package.json', first);
  const isPackage = manifest !== null && (folder === null || isInside(folder.root, dirname(manifest)));
  const root = isPackage && manifest ? dirname(manifest) : around;
  const described = isPackage && manifest ? readPackage(manifest) : null;
  const isPublic = described ? exportTest(described, root) : null;
  const publicPath = described ? publicPaths(described, root) : (path: string) => `./${shown(path, root)}`;
  const read = cachedReader();
  const resolving = recordingResolver(new Set([...paths, ...otherPaths]));
  const manifestFiles = manifest ? [manifest, manifestPath(root, described?.customElements)] : [];
  return {
    name: source,
    root,
    filesRead: () => [
      ...read.known(),
      ...manifestFiles.map((path) => [path, readText(path)] as [string, string | null]),
    ],
    unresolved: resolving.unresolved,
    input: {
      paths,
      otherPaths,
      package: described?.name ? { name: described.name, version: described.version ?? '0.0.0' } : null,
      publicPath,
      ...(isPublic ? { isPublic } : {}),
      isWhole: folder?.isWhole ?? false,
      ...(described ? { manifest: shippedManifest(root, described.customElements) } : {}),
      reader: {
        read: read.text,
        resolve: resolving.resolve,
        label: (path) => (isInside(path, root) ? shown(path, root) : shownPath(path, cwd)),
        isOwn: ownPaths(root, described?.name),
        declarations: () => declarations,
      },
    },
  };
}

function manifestPath(root: string, named: unknown): string {
  return join(root, typeof named === 'string' ? named : 'custom-elements.json');
}

/** The open component manifest that package.json points at, or that stands where it usually does; else undefined. */
function shippedManifest(root: string, named: unknown): unknown {
  const path = manifestPath(root, named);
  const text = isInside(path, root) ? readText(path) : null;
  if (text === null) return undefined;
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** The package itself, and packages of the same scope: they are made by the same people, to be used together. */
function ownPaths(root: string, name: string | undefined): (path: string) => boolean {
  const [scope] = name?.startsWith('@') ? name.split('/') : [];
  const folder = scope ? `${sep}node_modules${sep}${scope}${sep}` : null;
  return (path) => {
    const installed = path.lastIndexOf(`${sep}node_modules${sep}`);
    if (isInside(path, root) && installed < root.length) return true;
    return folder !== null && installed >= 0 && path.startsWith(folder, installed);
  };
}

function shown(path: string, root: string): string {
  return (relative(root, path) || basename(path)).split(sep).join('/');
}

function cachedReader(): { text(path: string): string | null; known(): [string, string | null][] } {
  const texts = new Map<string, string | null>();
  return {
    text: (path) => {
      const known = texts.get(path);
      if (known !== undefined) return known;
      const text = readText(path);
      texts.set(path, text);
      return text;
    },
    known: () => [...texts],
  };
}

interface RecordingResolver {
  resolve(specifier: string, from: string): string | null;
  unresolved(): [specifier: string, folder: string][];
}

function recordingResolver(files: ReadonlySet<string>): RecordingResolver {
  const resolve = resolver(files);
  const lost = new Map<string, [string, string]>();
  return {
    resolve: (specifier, from) => {
      const path = resolve(specifier, from);
      if (path === null) lost.set(`${dirname(from)}\0${specifier}`, [specifier, dirname(from)]);
      return path;
    },
    unresolved: () => [...lost.values()],
  };
}
