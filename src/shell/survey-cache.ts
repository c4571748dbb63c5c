/**
 * Remembers what a survey found, for as long as nothing it read has changed: each entry lists the folders it looked
 * through, the files it read with a hash of their content, and the imports that led nowhere. Entries stand in the
 * user's cache folder (XDG Base Directory Specification) and are only ever a shortcut: one that is damaged, or was
 * written by another build of Suvet, counts as none.
 */

import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import type { SurveyResult } from '../core/survey/index.js';
import { readText } from './files.js';
import type { OpenedSource } from './sources.js';
import { writeText } from './writing.js';

export interface CachedSurvey extends SurveyResult {
  root: string;
  /** For each tag, the absolute path of the module that registers it. */
  modules: [tag: string, path: string][];
  /** Other builds of the same modules, which were left out. */
  leftOut: string[];
}

interface Entry {
  stamp: string;
  folders: [path: string, changed: number][];
  files: [path: string, hash: string][];
  unresolved: [specifier: string, folder: string][];
  survey: CachedSurvey;
}

const MOST_ENTRIES = 64;

/** The folder of the cache: `SUVET_CACHE_DIR`, else `suvet` in the user's cache folder. */
export function cacheFolder(): string {
  const named = process.env.SUVET_CACHE_DIR;
  return named || join(process.env.XDG_CACHE_HOME || join(homedir(), '.cache'), 'suvet');
}

/** What is remembered of a source as it was named, or null when that is nothing or no longer true. */
export async function recall(source: string, cwd: string): Promise<CachedSurvey | null> {
  try {
    const entry = JSON.parse(readFileSync(entryPath(source, cwd), 'utf8')) as Entry;
    return entry.stamp === buildStamp() && (await isUnchanged(entry)) ? entry.survey : null;
  } catch {
    return null;
  }
}

/** Remembers a survey. What cannot be written is not remembered; that is no failure. */
export function remember(source: string, cwd: string, opened: OpenedSource, survey: CachedSurvey): void {
  try {
    const entry: Entry = {
      stamp: buildStamp(),
      folders: foldersBelow(opened.root).map((path) => [path, statSync(path).mtimeMs]),
      files: opened.filesRead().map(([path, text]) => [path, hashOf(text)]),
      unresolved: opened.unresolved(),
      survey,
    };
    const path = entryPath(source, cwd);
    writeText(path, JSON.stringify(entry));
    forgetOldest(dirname(path));
  } catch {
    // A cache folder that may not be written is as good as none.
  }
}

function entryPath(source: string, cwd: string): string {
  const key = createHash('sha256').update(`${cwd}\0${source}`).digest('hex').slice(0, 32);
  return join(cacheFolder(), `survey-${key}.json`);
}

async function isUnchanged({ folders, files, unresolved }: Entry): Promise<boolean> {
  if (!folders.every(([path, changed]) => statSync(path).mtimeMs === changed)) return false;
  if (!files.every(([path, hash]) => isSame(path, hash))) return false;
  if (unresolved.length === 0) return true;
  const { resolver } = await import('./resolver.js');
  const resolve = resolver();
  return unresolved.every(([specifier, folder]) => resolve(specifier, join(folder, 'x.js')) === null);
}

/** Compares bytes first; only where these differ from the text's (a byte order mark, say) is it decoded. */
function isSame(path: string, hash: string): boolean {
  try {
    if (hash !== hashOf(null) && createHash('sha1').update(readFileSync(path)).digest('base64url') === hash)
      return true;
  } catch {
    return hash === hashOf(null);
  }
  return hashOf(readText(path)) === hash;
}

function hashOf(text: string | null): string {
  return text === null ? 'unreadable' : createHash('sha1').update(text).digest('base64url');
}

/** The folder and all below it, without installed packages and hidden ones, which are never looked through. */
function foldersBelow(root: string): string[] {
  const folders = [root];
  for (const folder of folders) {
    for (const one of readdirSync(folder, { withFileTypes: true })) {
      const isSkipped = one.name === 'node_modules' || one.name.startsWith('.');
      if (one.isDirectory() && !isSkipped) folders.push(join(folder, one.name));
    }
  }
  return folders;
}

let stamp: string | null = null;

/** Tells this build of Suvet from others, which may read the same source otherwise. */
function buildStamp(): string {
  stamp ??= readFileSync(new URL('../core/survey/stamp.txt', import.meta.url), 'utf8');
  return stamp;
}

function forgetOldest(folder: string): void {
  const entries = readdirSync(folder).filter((name) => name.startsWith('survey-'));
  if (entries.length <= MOST_ENTRIES) return;
  const aged = entries.map((name) => ({ name, used: statSync(join(folder, name)).mtimeMs }));
  aged.sort((a, b) => a.used - b.used);
  for (const { name } of aged.slice(0, entries.length - MOST_ENTRIES))
    rmSync(join(folder, name), { force: true });
}
