/** Writing files, atomically; apart from reading them, which most commands do alone. */

import { mkdirSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import { sync as writeAtomically } from 'write-file-atomic';
import { missingError } from './error.js';

/** Writes a file whole or not at all, making its folder. Throws a SuvetError when the place may not be written. */
export function writeText(path: string, text: string): void {
  try {
    mkdirSync(dirname(path), { recursive: true });
    writeAtomically(path, text);
  } catch (error) {
    throw missingError(
      'not-writable',
      `${path} cannot be written: ${(error as Error).message}`,
      'Choose another place, or change its permissions.',
    );
  }
}

/** Removes a file. Throws a SuvetError when that is not allowed. */
export function removeFile(path: string): void {
  try {
    rmSync(path);
  } catch (error) {
    throw missingError(
      'not-writable',
      `${path} cannot be removed: ${(error as Error).message}`,
      'Change its permissions.',
    );
  }
}
