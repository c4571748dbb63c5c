import { afterAll, beforeAll } from 'vitest';
import { launchChromium } from '../../dist/shell/engines/chromium.js';
import type { Engine, EnginePage } from '../../dist/shell/engines/engine.js';

/** One browser for all tests of a file; gives a function that opens a page with a script in it. */
export function browser(
  launch: () => Promise<Engine> = launchChromium,
): (script?: string, html?: string) => Promise<EnginePage> {
  let engine: Engine;
  const pages: EnginePage[] = [];
  beforeAll(async () => {
    engine = await launch();
  });
  afterAll(async () => {
    await engine?.close();
  });
  return async (script, html) => {
    for (const page of pages.splice(0)) await page.close();
    const page = await engine.open(html);
    pages.push(page);
    if (script) await page.addScript(script);
    return page;
  };
}
