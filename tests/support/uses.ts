/** Host code as the host reads it. Fails for a host whose code is not read. */

import { usesIn as angular } from '../../dist/core/hosts/angular/usage.js';
import type { Host } from '../../dist/core/hosts/host.js';
import { usesIn as html } from '../../dist/core/hosts/html/usage.js';
import { usesIn as preact } from '../../dist/core/hosts/preact/usage.js';
import { usesIn as react } from '../../dist/core/hosts/react/usage.js';
import { usesIn as solid } from '../../dist/core/hosts/solid/usage.js';
import { usesIn as svelte } from '../../dist/core/hosts/svelte/usage.js';
import type { HostUses } from '../../dist/core/hosts/uses.js';
import { usesIn as vue } from '../../dist/core/hosts/vue/usage.js';

const READERS = { angular, html, preact, react, solid, svelte, vue };

export function usesIn(host: Pick<Host, 'name'>, file: string, text: string): HostUses {
  const read = READERS[host.name as keyof typeof READERS];
  if (!read) throw new Error(`the code of ${host.name} is not read`);
  return read({ file, text });
}
