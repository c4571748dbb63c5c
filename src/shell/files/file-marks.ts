/**
 * Whether a file is still what it was, without reading it: its size, its number in the file system and the time of its
 * last change (`st_ctime` of POSIX, which nobody can set) are its mark.
 */

import { statSync } from 'node:fs';

/** Times of file systems may be this coarse: what changed later than so long before this process may change unseen. */
const COARSEST_MS = 2000;

/** The mark of a file as it is now; of one that is not there, or out of reach, an empty one. */
export function markOf(path: string): string {
  try {
    const known = statSync(path, { throwIfNoEntry: false });
    return known ? `${known.ctimeMs} ${known.size} ${known.ino}` : '';
  } catch {
    return '';
  }
}

/**
 * Whether a mark stands for what this process read: the file must have been left alone for a while before the process
 * began, or a later change could bear the same time.
 */
export function isSettled(mark: string): boolean {
  return mark === '' || Number.parseFloat(mark) < performance.timeOrigin - COARSEST_MS;
}
