/**
 * Remembers what a survey found, for as long as nothing it read has changed: each entry lists the folders it looked
 * through, the files it read with a hash of their content, and the imports that led nowhere. A file whose mark is the
 * same is not read again. Entries stand in the user's cache folder (XDG Base Directory Specification) and are only ever
 * a shortcut: one that is damaged, or was written by another build of Suvet, counts as none.
 */

import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import type { Origin, SurveyResult } from '../../core/survey/index.js';
import { isSettled, markOf } from '../files/file-marks.js';
import { readText } from '../files/files.js';
import { ownPath } from '../files/own.js';
import { type PackedContract, packed, unpacked } from '../files/packing.js';
import { writeText } from '../files/writing.js';
import type { OpenedSource } from './sources.js';

export interface CachedSurvey extends SurveyResult {
  root: string;
  origins: [tag: string, origin: Origin][];
  /** Other builds of the same modules, demos and tests, which were left out. */
  leftOut: string[];
}

/** A mark is null where only the content tells. */
type FileRead = [path: string, hash: string, mark: string | null];

interface Entry {
  stamp: string;
  folders: [path: string, changed: number][];
  files: FileRead[];
  unresolved: [specifier: string, folder: string][];
  survey: Omit<CachedSurvey, 'contract'> & { contract: PackedContract };
}

const MOST_ENTRIES = 64;

/** The folder of the cache: `SUVET_CACHE_DIR`, else `suvet` in the user's cache folder. */
export function cacheFolder(): string {
  const named = process.env.SUVET_CACHE_DIR;
  return named || join(process.env.XDG_CACHE_HOME || join(homedir(), '.cache'), 'suvet');
}

/** What is remembered of a source as it was named, or null when that is nothing or no longer true. */
export async function recall(source: string, cwd: string): Promise<CachedSurvey | null> {
  const path = entryPath(source, cwd);
  try {
    const entry = JSON.parse(readFileSync(path, 'utf8')) as Entry;
    const files = entry.stamp === buildStamp() ? await unchangedFiles(entry) : null;
    if (!files) return null;
    if (files.some((file, index) => file !== entry.files[index])) keep(path, () => ({ ...entry, files }));
    return { ...entry.survey, contract: unpacked(entry.survey.contract) };
  } catch {
    return null;
  }
}

/** Remembers a survey, of all that was opened for it. What cannot be remembered is not; that is no failure. */
export function remember(
  source: string,
  cwd: string,
  opened: readonly OpenedSource[],
  survey: CachedSurvey,
): void {
  keep(entryPath(source, cwd), () => ({
    stamp: buildStamp(),
    folders: opened.flatMap((one) => foldersBelow(one.root)).map((path) => [path, statSync(path).mtimeMs]),
    files: [...new Map(opened.flatMap((one) => one.filesRead()))].map(([path, text]) => [
      path,
      hashOf(text),
      settledMark(path),
    ]),
    unresolved: opened.flatMap((one) => one.unresolved()),
    survey: { ...survey, contract: packed(survey.contract) },
  }));
}

/** A folder that cannot be looked through, or a cache that may not be written, is as good as none. */
function keep(path: string, entry: () => Entry): void {
  try {
    writeText(path, JSON.stringify(entry()));
    forgetOldest(dirname(path));
  } catch {}
}

function entryPath(source: string, cwd: string): string {
  const key = createHash('sha256').update(`${cwd}\0${source}`).digest('hex').slice(0, 32);
  return join(cacheFolder(), `survey-${key}.json`);
}

/** The files of an entry, those with new marks that now tell by themselves; null when anything is not what it was. */
async function unchangedFiles({ folders, files, unresolved }: Entry): Promise<FileRead[] | null> {
  if (!folders.every(([path, changed]) => statSync(path).mtimeMs === changed)) return null;
  const looked: FileRead[] = [];
  for (const file of files) {
    const same = unchanged(file);
    if (!same) return null;
    looked.push(same);
  }
  if (unresolved.length === 0) return looked;
  const { resolver } = await import('../packages/resolver.js');
  const resolve = resolver();
  const isLost = ([specifier, folder]: Entry['unresolved'][number]) =>
    resolve(specifier, join(folder, 'x.js')) === null;
  return unresolved.every(isLost) ? looked : null;
}

function unchanged(file: FileRead): FileRead | null {
  const [path, hash, mark] = file;
  const now = settledMark(path);
  if (mark !== null && mark === now) return file;
  if (!isSame(path, hash)) return null;
  return now === mark ? file : [path, hash, now];
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

function settledMark(path: string): string | null {
  const mark = markOf(path);
  return isSettled(mark) ? mark : null;
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
  stamp ??= readFileSync(ownPath('dist/core/survey/stamp.txt'), 'utf8');
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
