import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const vue: Host = {
  name: 'vue',
  versioned: true,
  packageName: 'vue',
  files: ['.vue'],
  syntax,
  wraps: true,
  wrapper: () => import('./wrap.js'),
};
