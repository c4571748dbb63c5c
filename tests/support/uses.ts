/** Host code as the host reads it. Fails for a host whose code is not read. */

import { usesIn as angular } from '../../src/core/hosts/angular/usage.js';
import type { Host } from '../../src/core/hosts/host.js';
import { usesIn as html } from '../../src/core/hosts/html/usage.js';
import { usesIn as preact } from '../../src/core/hosts/preact/usage.js';
import { usesIn as react } from '../../src/core/hosts/react/usage.js';
import { usesIn as solid } from '../../src/core/hosts/solid/usage.js';
import { usesIn as svelte } from '../../src/core/hosts/svelte/usage.js';
import type { HostUses } from '../../src/core/hosts/uses.js';
import { usesIn as vue } from '../../src/core/hosts/vue/usage.js';

const READERS = { angular, html, preact, react, solid, svelte, vue };

export function usesIn(host: Pick<Host, 'name'>, file: string, text: string): HostUses {
  const read = READERS[host.name as keyof typeof READERS];
  if (!read) throw new Error(`the code of ${host.name} is not read`);
  return read({ file, text });
}
