import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const angular: Host = {
  name: 'angular',
  versioned: true,
  packageName: '@angular/core',
  files: ['.html', '.ts'],
  syntax,
  wraps: 'bridged',
  wrapper: () => import('./wrap.js'),
};
