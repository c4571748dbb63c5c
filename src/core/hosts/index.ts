/** The register of hosts: one line each. */

import { angular } from './angular/index.js';
import type { Host } from './host.js';
import { html } from './html/index.js';
import { java } from './java/index.js';
import { node } from './node/index.js';
import { php } from './php/index.js';
import { preact } from './preact/index.js';
import { python } from './python/index.js';
import { react } from './react/index.js';
import { solid } from './solid/index.js';
import { svelte } from './svelte/index.js';
import { vue } from './vue/index.js';

export const HOSTS: readonly Host[] = [
  react,
  preact,
  vue,
  svelte,
  solid,
  angular,
  html,
  node,
  java,
  php,
  python,
];
