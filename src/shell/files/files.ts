/** Reading files, text only, and finding them. */

import { existsSync, readdirSync, readFileSync, realpathSync, statSync } from 'node:fs';
import { dirname, join, relative, resolve, sep } from 'node:path';

const LARGEST = 32 * 1024 * 1024;

/** The text of a file; null when it is missing, unreadable, no text, or larger than 32 MB. */
export function readText(path: string): string | null {
  try {
    const stats = statSync(path);
    if (!stats.isFile() || stats.size > LARGEST) return null;
    const bytes = readFileSync(path);
    if (bytes.includes(0)) return null;
    return new TextDecoder('utf-8', { ignoreBOM: false }).decode(bytes);
  } catch {
    return null;
  }
}

/** Names of the files that stand in a folder itself, sorted; none where there is no such folder. */
export function filesIn(folder: string): string[] {
  try {
    const entries = readdirSync(folder, { withFileTypes: true });
    return entries
      .filter((one) => one.isFile())
      .map((one) => one.name)
      .sort();
  } catch {
    return [];
  }
}

/** Does `path` stand inside `folder` (or is it the folder itself)? Both absolute, without dots in them. */
export function isInside(path: string, folder: string): boolean {
  return path === folder || path.startsWith(folder.endsWith(sep) ? folder : folder + sep);
}

/** A path for messages: relative to `from` where it stands inside it, with forward slashes. */
export function shownPath(path: string, from: string): string {
  const way = isInside(path, from) ? relative(from, path) : path;
  return (way === '' ? '.' : way).split(sep).join('/');
}

/** The path with symbolic links resolved; the path itself where there is nothing yet. */
export function realPath(path: string): string {
  return existsSync(path) ? realpathSync(path) : path;
}

/** The nearest file of that name in a folder or above it, or null. */
export function findUp(name: string, from: string): string | null {
  for (let folder = resolve(from); ; folder = dirname(folder)) {
    const path = join(folder, name);
    if (existsSync(path)) return path;
    if (folder === dirname(folder)) return null;
  }
}
