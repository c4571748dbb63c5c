/** Files of host code: which there are, and what elements they use. */

import { statSync } from 'node:fs';
import { dirname, extname } from 'node:path';
import type { Host } from '../core/hosts/host.js';
import { HOSTS } from '../core/hosts/index.js';
import type { HostUses } from '../core/hosts/uses.js';
import { usageError } from './files/error.js';
import { isInside, readText, realPath, shownPath } from './files/files.js';
import { filesMatching } from './files/globbing.js';

const PAGES = ['.html', '.htm'];
const SCRIPTS = ['.js', '.mjs', '.jsx', '.ts', '.mts', '.tsx'];
const LEFT_OUT = ['**/node_modules/**', '**/dist/**', '**/*.d.ts', '**/.*/**'];

const ENDINGS = new Set([...SCRIPTS, ...HOSTS.flatMap((host) => (host.usage ? host.files : []))]);

/** The files of host code below a path, or the file it is. Throws a SuvetError for a path that is not there. */
export function filesBelow(path: string, cwd: string): string[] {
  let isFolder: boolean;
  try {
    isFolder = statSync(path).isDirectory();
  } catch {
    throw usageError(
      'no-such-path',
      `${shownPath(path, cwd)}: there is no such file or folder.`,
      'Name a file or folder of host code.',
    );
  }
  if (!isFolder) return [realPath(path)];
  return filesMatching(`**/*{${[...ENDINGS].join(',')}}`, {
    cwd: realPath(path),
    absolute: true,
    ignore: LEFT_OUT,
    followSymbolicLinks: false,
  }).sort();
}

/** The texts of an application's configuration, in its own folder and those around it, up to `cwd`. */
export function configsOf(root: string, cwd: string): string[] {
  const folders = [root];
  const top = realPath(cwd);
  for (let above = dirname(root); isInside(above, top) && above !== folders.at(-1); above = dirname(above))
    folders.push(above);
  return folders.flatMap((folder) =>
    filesMatching('*.config.*', { cwd: folder, absolute: true }).flatMap((path) => readText(path) ?? []),
  );
}

/** A module that holds nothing but script. */
export const isScript = (path: string) => SCRIPTS.includes(extname(path));

/** A file that a browser opens by itself, as against a template of the application's host. */
export function isPage(path: string, text: string, host: Host | undefined): boolean {
  if (!PAGES.includes(extname(path))) return false;
  const hasTemplates = host !== undefined && host.name !== 'html' && host.files.includes(extname(path));
  return !hasTemplates || /^\s*(<!--[\s\S]*?-->\s*)*<(!doctype|html)\b/i.test(text);
}

/** Reads the uses of elements in files, each once. */
export class Reading {
  readonly #cwd: string;
  readonly #read = new Map<string, HostUses>();

  /** `cwd` is the folder that names of files in findings start from. */
  constructor(cwd: string) {
    this.#cwd = cwd;
  }

  /** Null for a file that holds none, by its ending, or whose host is not read. */
  async usesIn(path: string, text: string, host: Host): Promise<HostUses | null> {
    if (!host.usage || !host.files.includes(extname(path))) return null;
    const key = `${host.name} ${path}`;
    const known = this.#read.get(key);
    if (known) return known;
    const uses = (await host.usage()).usesIn({ file: shownPath(path, this.#cwd), text });
    this.#read.set(key, uses);
    return uses;
  }
}
