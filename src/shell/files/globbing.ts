/** Finding files by a pattern. */

import { type GlobOptions, globSync } from 'tinyglobby';

/** The files that a pattern names, and nothing else: a folder called `chart.js` is none, nor is what it holds. */
export function filesMatching(pattern: string, options: Omit<GlobOptions, 'expandDirectories'>): string[] {
  return globSync(pattern, { ...options, expandDirectories: false });
}
