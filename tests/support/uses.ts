/** Host code as the host reads it. Fails for a host whose code is not read. */
import type { Host } from '../../src/core/hosts/host.js';
import type { HostUses } from '../../src/core/hosts/uses.js';

export function usesIn(host: Host, file: string, text: string): HostUses {
  if (!host.usesIn) throw new Error(`the code of ${host.name} is not read`);
  return host.usesIn({ file, text });
}
