/** How Preact is measured: views in JSX. */

import type { HostHarness } from '../harness.js';
import { functionView } from '../jsx-harness.js';
import { syntax } from './syntax.js';

export const harness: HostHarness = {
  packages: ['preact', 'preact-render-to-string'],
  ending: '.tsx',
  jsxFrom: 'preact',
  view: (shape) => functionView(shape, syntax, 'class'),
  server: true,
};
