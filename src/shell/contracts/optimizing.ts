/** How Node.js runs a survey. */

import { setFlagsFromString } from 'node:v8';

/**
 * Lets a function run longer than the engine would by itself before it is optimized. A survey calls hundreds of
 * functions a few thousand times each and ends: most of what the engine of Node.js 20 optimizes meanwhile, on another
 * core, is ready too late, or was optimized for the first modules only and is thrown away. Those of later versions wait
 * longer by themselves, and complain of the option.
 */
export function optimizeLater(): void {
  if (process.versions.v8.startsWith('11.')) setFlagsFromString(`--interrupt-budget=${CALLED_OFTEN}`);
}

/** In bytes of code that ran; nine times the engine's own. */
const CALLED_OFTEN = 600_000;
