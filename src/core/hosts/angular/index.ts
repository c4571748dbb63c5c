import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const angular: Host = {
  name: 'angular',
  versioned: true,
  packageName: '@angular/core',
  files: ['.html', '.ts'],
  syntax,
  usage: () => import('./usage.js'),
  wraps: 'bridged',
  wrapper: () => import('./wrap.js'),
};
