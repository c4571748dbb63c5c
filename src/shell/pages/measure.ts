/** Measures a host version in a real browser: bundles its views with it and runs the measurements in a page. */

import { allServerShapes, allShapes, formsOf } from '../../core/hosts/facts/index.js';
import type { HostHarness } from '../../core/hosts/harness.js';
import type { Host } from '../../core/hosts/host.js';
import type { HostFacts } from '../../core/hosts/profile.js';
import type { Engine, EnginePage } from '../engines/engine.js';
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
  /** Prints on the server what the page takes over; null for a host without a server. */
  server: string | null;
}

/** Compiles and bundles all that a measurement runs. Throws a SuvetError (exit 3) when the host is not installed. */
export async function measuringScripts({ host, ...rest }: MeasureRequest): Promise<MeasuringScripts> {
  const harness = await harnessOf(host);
  const forms = formsOf(host.syntax);
  const shared = { host, harness, ...rest };
  const serverShapes = harness.server ? allServerShapes(forms) : {};
  const client = await bundleViews({
    ...shared,
    shapes: { ...allShapes(forms), ...serverShapes },
    imports: { measure: 'facts/index.js', measureServer: 'facts/server.js' },
    script: `const page = { views, shapes, mounter };
      globalThis.suvetMeasure = () => measure(page, ${JSON.stringify(forms)});
      globalThis.suvetTake = (prints) => measureServer(page, ${JSON.stringify(forms.values)}, prints);`,
    server: false,
  });
  if (!harness.server) return { client, server: null };
  const server = await bundleViews({
    ...shared,
    shapes: serverShapes,
    imports: { printAll: 'facts/server.js' },
    script: 'globalThis.suvetPrint = () => printAll(print, views);',
    server: true,
  });
  return { client, server };
}

/** The facts of one host version in one engine. */
export async function measureIn(engine: Engine, scripts: MeasuringScripts): Promise<HostFacts> {
  const within = async <T>(script: string, ask: (page: EnginePage) => Promise<T>): Promise<T> => {
    const page = await engine.open();
    try {
      await page.addScript(script);
      return await ask(page);
    } finally {
      await page.close();
    }
  };
  const { server } = scripts;
  const prints = server ? await within(server, (page) => page.evaluate<object>('suvetPrint()')) : null;
  return within(scripts.client, async (page) => {
    const facts = await page.evaluate<Omit<HostFacts, 'server'>>('suvetMeasure()');
    const taken = prints && `suvetTake(${JSON.stringify(prints)})`;
    return { ...facts, server: taken === null ? null : await page.evaluate<HostFacts['server']>(taken) };
  });
}
