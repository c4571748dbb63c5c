import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const preact: Host = {
  name: 'preact',
  versioned: true,
  packageName: 'preact',
  files: ['.jsx', '.tsx', '.js', '.ts', '.mjs', '.mts'],
  syntax,
  usage: () => import('./usage.js'),
  wraps: 'bridged',
  wrapper: () => import('./wrap.js'),
};
