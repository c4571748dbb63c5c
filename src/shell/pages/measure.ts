/** Measures a host version in a real browser: bundles its views with it and runs the measurements in a page. */

import { allServerShapes, allShapes, formsOf } from '../../core/hosts/facts/index.js';
import type { HostHarness } from '../../core/hosts/harness.js';
import type { Host } from '../../core/hosts/host.js';
import type { HostFacts } from '../../core/hosts/profile.js';
import type { Engine } from '../engines/engine.js';
import type { HostInstall } from './views.js';
import { bundleViews } from './views.js';

export interface MeasureRequest {
  host: Host;
  install: HostInstall;
  production: boolean;
}

/** The harness of a host. Hosts load theirs only when something is measured. */
export async function harnessOf(host: Host): Promise<HostHarness> {
  const module = (await import(`../../core/hosts/${host.name}/harness.js`)) as { harness: HostHarness };
  return module.harness;
}

/** The scripts that measure a host version, in any engine. */
export interface MeasuringScripts {
  client: string;
  /** Prints on the server, and takes over in the page; null for a host without a server. */
  server: { print: string; take: string } | null;
}

/** Compiles and bundles all that a measurement runs. Throws a SuvetError (exit 3) when the host is not installed. */
export async function measuringScripts({ host, ...rest }: MeasureRequest): Promise<MeasuringScripts> {
  const harness = await harnessOf(host);
  const forms = formsOf(host.syntax);
  const shared = { host, harness, ...rest };
  const serverShapes = allServerShapes(forms);
  const client = await bundleViews({
    ...shared,
    shapes: allShapes(forms),
    imports: { measure: 'facts/index.js' },
    script: `globalThis.suvetMeasure = () => measure({ views, shapes, mounter }, ${JSON.stringify(forms)});`,
    server: false,
  });
  if (!harness.server) return { client, server: null };
  const print = await bundleViews({
    ...shared,
    shapes: serverShapes,
    imports: { printAll: 'facts/server.js' },
    script: 'globalThis.suvetPrint = () => printAll(print, views);',
    server: true,
  });
  const take = await bundleViews({
    ...shared,
    shapes: serverShapes,
    imports: { measureServer: 'facts/server.js' },
    script: `globalThis.suvetTake = (prints) => measureServer({ views, shapes, mounter }, ${JSON.stringify(forms.values)}, prints);`,
    server: false,
  });
  return { client, server: { print, take } };
}

/** The facts of one host version in one engine. */
export async function measureIn(engine: Engine, scripts: MeasuringScripts): Promise<HostFacts> {
  const ask = async <T>(script: string, expression: string): Promise<T> => {
    const page = await engine.open();
    try {
      await page.addScript(script);
      return await page.evaluate<T>(expression);
    } finally {
      await page.close();
    }
  };
  const facts = await ask<Omit<HostFacts, 'server'>>(scripts.client, 'suvetMeasure()');
  if (!scripts.server) return { ...facts, server: null };
  const prints = await ask<object>(scripts.server.print, 'suvetPrint()');
  const server = await ask<HostFacts['server']>(scripts.server.take, `suvetTake(${JSON.stringify(prints)})`);
  return { ...facts, server };
}
