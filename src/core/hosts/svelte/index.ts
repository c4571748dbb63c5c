import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const svelte: Host = {
  name: 'svelte',
  versioned: true,
  packageName: 'svelte',
  files: ['.svelte', '.js', '.mjs', '.ts', '.mts'],
  syntax,
  usage: () => import('./usage.js'),
  wraps: 'bridged',
  wrapper: () => import('./wrap.js'),
};
