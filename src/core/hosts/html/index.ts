import type { Host } from '../host.js';
import { syntax } from './syntax.js';
import { usesIn } from './usage.js';

export const html: Host = {
  name: 'html',
  versioned: false,
  packageName: null,
  files: ['.html', '.htm'],
  syntax,
  usesIn,
};
