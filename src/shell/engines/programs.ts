/** Finds installed programs, and says what was looked for where one is missing. */

import { accessSync, constants } from 'node:fs';
import { delimiter, join } from 'node:path';
import type { SuvetError } from '../files/error.js';
import { missingError } from '../files/error.js';

export interface Program {
  /** What the program is called in messages. */
  name: string;
  /** Environment variable that names the program, ahead of all search. */
  variable: string;
  /** Names to look for on the search path. */
  names: readonly string[];
  /** Whole paths to try after that. */
  places: readonly string[];
  /** How to get it, as a sentence. */
  install: string;
}

const FOLDERS = ['/usr/bin', '/usr/local/bin', '/snap/bin'];

/** Path of an installed program: its variable, then the search path, then usual places; null when there is none. */
export function findProgram(program: Program): string | null {
  const named = process.env[program.variable];
  if (named) return isProgram(named) ? named : null;
  const folders = [...(process.env.PATH ?? '').split(delimiter), ...FOLDERS];
  const onPath = program.names.flatMap((name) => folders.map((folder) => join(folder, name)));
  return [...onPath, ...program.places].find(isProgram) ?? null;
}

/** The program's path. Throws a SuvetError (exit 3) that tells what was looked for, and how to get it. */
export function requireProgram(program: Program): string {
  const path = findProgram(program);
  if (path) return path;
  const named = process.env[program.variable];
  throw missingError(
    'browser-missing',
    named
      ? `${program.name} was not found: ${program.variable} names ${named}, which is no program.`
      : `${program.name} was not found: looked for ${program.names.join(', ')} on the search path and in the usual places.`,
    `${program.install} Or name a program in ${program.variable}.`,
  );
}

/** What to say when a program that is there does not start. */
export function notStarted(program: Program, path: string, error: unknown): SuvetError {
  const message = error instanceof Error ? error.message : String(error);
  return missingError(
    'browser-not-started',
    `${program.name} did not start: ${message.split('\n')[0]}`,
    `Try to start ${path} by hand.`,
  );
}

function isProgram(path: string): boolean {
  try {
    accessSync(path, constants.X_OK);
    return true;
  } catch {
    return false;
  }
}
