/** How Node.js runs a survey. */

import { setFlagsFromString } from 'node:v8';

/**
 * Lets a function run longer than the engine would by itself before it is optimized. A survey calls hundreds of
 * functions a few thousand times each and ends: what the engine of Node.js 20 optimizes meanwhile costs up to a third of
 * the CPU time, and saves less (bench/RESULTS.md). Those of later versions do not know the option, and complain of it.
 */
export function optimizeLater(): void {
  if (process.versions.v8.startsWith('11.')) setFlagsFromString(`--interrupt-budget=${CALLED_OFTEN}`);
}

/** In bytes of code that ran; nine times the engine's own. */
const CALLED_OFTEN = 600_000;
