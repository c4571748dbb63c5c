import type { Host } from '../host.js';
import { syntax } from './syntax.js';

export const vue: Host = {
  name: 'vue',
  versioned: true,
  packageName: 'vue',
  files: ['.vue', '.js', '.mjs', '.ts', '.mts'],
  syntax,
  usage: () => import('./usage.js'),
  tagOption: {
    name: 'isCustomElement',
    since: 3,
    otherwise: 'looks for a component of this name first, and v-model does not reach the element',
    write: (prefix) => `compilerOptions: { isCustomElement: (tag) => tag.startsWith('${prefix}') }`,
  },
  wraps: 'bridged',
  wrapper: () => import('./wrap.js'),
};
