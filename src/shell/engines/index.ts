/** The register of engines. Each is loaded only when it is started. */

import type { Engine, EngineName } from './engine.js';

const LAUNCHERS: Record<EngineName, () => Promise<Engine>> = {
  chromium: async () => (await import('./chromium.js')).launchChromium(),
  firefox: async () => (await import('./firefox.js')).launchFirefox(),
  webkit: async () => (await import('./webkit.js')).launchWebkit(),
};

/** Starts an engine. Throws a SuvetError (exit 3) when it is not installed or does not start. */
export function launchEngine(name: EngineName): Promise<Engine> {
  return LAUNCHERS[name]();
}
