import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const react: Host = {
  name: 'react',
  versioned: true,
  packageName: 'react',
  files: ['.jsx', '.tsx', '.js', '.ts', '.mjs', '.mts'],
  syntax,
  usage: () => import('./usage.js'),
  wraps: 'bridged',
  wrapper: () => import('./wrap.js'),
};
