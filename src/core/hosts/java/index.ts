import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const java: Host = {
  name: 'java',
  versioned: false,
  packageName: null,
  // What a server prints is markup, of which a page's facts hold.
  factsOf: 'html',
  files: [],
  syntax,
  wraps: 'all',
  wrapper: () => import('./wrap.js'),
};
