import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const solid: Host = {
  name: 'solid',
  versioned: true,
  packageName: 'solid-js',
  files: ['.jsx', '.tsx', '.js', '.ts', '.mjs', '.mts'],
  syntax,
  usage: () => import('./usage.js'),
  wraps: 'bridged',
  wrapper: () => import('./wrap.js'),
};
