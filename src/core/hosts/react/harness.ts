/** How React is measured: views in JSX. */

import type { HostHarness } from '../harness.js';
import { functionView } from '../jsx-harness.js';
import { syntax } from './syntax.js';

export const harness: HostHarness = {
  packages: ['react', 'react-dom'],
  optional: ['react-dom/client'],
  ending: '.tsx',
  jsxFrom: 'react',
  view: (shape) => functionView(shape, syntax, 'className'),
  server: true,
};
