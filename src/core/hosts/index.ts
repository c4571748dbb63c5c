/** The register of hosts: one line each. */

import type { Host } from './host.js';
import { html } from './html/index.js';
import { react } from './react/index.js';

export const HOSTS: readonly Host[] = [react, html];
