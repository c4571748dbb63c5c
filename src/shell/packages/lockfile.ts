/** Versions that a lockfile holds: of npm, Yarn and pnpm, read as text; none of their tools is run. */

import { dirname, relative, sep } from 'node:path';
import { findUp, readText } from '../files/files.js';

type Reader = (text: string, name: string, importer: string) => string | null;

const READERS: readonly (readonly [file: string, read: Reader])[] = [
  ['package-lock.json', fromNpm],
  ['npm-shrinkwrap.json', fromNpm],
  ['pnpm-lock.yaml', fromPnpm],
  ['yarn.lock', fromYarn],
];

/** The version of a package in the nearest lockfile at or above a folder; null where none tells. */
export function lockedVersion(name: string, folder: string): string | null {
  for (const [file, read] of READERS) {
    const path = findUp(file, folder);
    const text = path ? readText(path) : null;
    if (!path || text === null) continue;
    const version = read(text, name, relative(dirname(path), folder).split(sep).join('/'));
    if (version !== null) return version;
  }
  return null;
}

interface NpmLock {
  packages?: Record<string, { version?: unknown }>;
  dependencies?: Record<string, { version?: unknown }>;
}

/** Lockfile versions 2 and 3 go by folder, version 1 by name. */
function fromNpm(text: string, name: string, importer: string): string | null {
  let lock: NpmLock;
  try {
    lock = JSON.parse(text) as NpmLock;
  } catch {
    return null;
  }
  const own = importer === '' ? [] : [`${importer}/node_modules/${name}`];
  for (const key of [...own, `node_modules/${name}`]) {
    const version = lock.packages?.[key]?.version;
    if (typeof version === 'string') return version;
  }
  const version = lock.dependencies?.[name]?.version;
  return typeof version === 'string' ? version : null;
}

/** The block of the importing folder, then the package's own entry in it; peers stand in brackets behind. */
function fromPnpm(text: string, name: string, importer: string): string | null {
  const [, importers = text] = text.split(/^importers:\n/m);
  const blocks = importers.split(/^ {2}(?=\S)/m);
  const wanted = importer === '' ? '.' : importer;
  const block = blocks.find((one) => one.startsWith(`${wanted}:`) || one.startsWith(`'${wanted}':`)) ?? text;
  const entry = new RegExp(
    `^\\s+'?${escaped(name)}'?:(?:\\s*\\n\\s+specifier:[^\\n]*\\n\\s+version:)?\\s+([\\d][^\\s(_]*)`,
    'm',
  );
  return entry.exec(block)?.[1] ?? null;
}

/** The classic format writes `version "18.2.0"`, the newer one `version: 18.2.0`. */
function fromYarn(text: string, name: string): string | null {
  const entry = new RegExp(
    `^"?(?:[^\\n]*, )?${escaped(name)}@[^\\n]*:\\n(?:[ ]+[^\\n]*\\n)*?[ ]+version:? "?([^"\\s]+)`,
    'm',
  );
  return entry.exec(text)?.[1] ?? null;
}

function escaped(name: string): string {
  return name.replaceAll(/[^\w@-]/g, '\\$&');
}
