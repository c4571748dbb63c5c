/** How plain HTML is measured: markup as an author writes it, and DOM calls as a script makes them. */

import type { HostHarness } from '../harness.js';

export const harness: HostHarness = {
  packages: [],
  ending: '.ts',
  // Markup is not compiled: the page makes it from the shape itself.
  view: (shape) => `export default ${JSON.stringify(shape)};\n`,
  server: false,
};
