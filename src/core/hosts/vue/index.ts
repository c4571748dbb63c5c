import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const vue: Host = {
  name: 'vue',
  versioned: true,
  packageName: 'vue',
  files: ['.vue', '.js', '.mjs', '.ts', '.mts'],
  syntax,
  usage: () => import('./usage.js'),
  wraps: 'bridged',
  wrapper: () => import('./wrap.js'),
};
