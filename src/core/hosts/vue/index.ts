import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const vue: Host = {
  name: 'vue',
  versioned: true,
  packageName: 'vue',
  files: ['.vue'],
  syntax,
  wraps: 'bridged',
  wrapper: () => import('./wrap.js'),
};
