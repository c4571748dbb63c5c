/** Measures a host version in a real browser: bundles its harness with it and runs that in a page. */

import { fileURLToPath } from 'node:url';
import type { HostFacts } from '../core/hosts/profile.js';
import { bundle } from './bundle.js';
import type { Engine } from './engines/engine.js';

export interface MeasureRequest {
  host: string;
  /** Packages that stand in for the host's own names: `{ react: 'react-18', 'react-dom': 'react-dom-18' }`. */
  alias: Record<string, string>;
  optional: readonly string[];
}

/** The facts of one host version in one engine. */
export async function measureHost(request: MeasureRequest, engine: Engine): Promise<HostFacts> {
  const entry = fileURLToPath(new URL(`../core/hosts/${request.host}/harness.js`, import.meta.url));
  const script = await bundle({ entry, alias: request.alias, optional: request.optional });
  const page = await engine.open();
  try {
    await page.addScript(script);
    return await page.evaluate<HostFacts>('suvetMeasure()');
  } finally {
    await page.close();
  }
}
