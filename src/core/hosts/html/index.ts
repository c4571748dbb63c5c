import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const html: Host = {
  name: 'html',
  versioned: false,
  packageName: null,
  files: ['.html', '.htm'],
  syntax,
  wraps: 'none',
  wrapper: () => import('./wrap.js'),
  usage: () => import('./usage.js'),
};
