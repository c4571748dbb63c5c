/** Asks a real browser what the components of a source offer: their modules are loaded in a page and looked at. */

import { fileURLToPath } from 'node:url';
import type { Seen } from '../core/survey/live/seen.js';
import { mayRegister } from '../core/survey/registrations.js';
import { bundle } from './bundle.js';
import { launchChromium } from './engines/chromium.js';
import { readText } from './files.js';
import { bundlePageModules } from './page-modules.js';
import type { OpenedSource } from './sources.js';

const PAGE_SCRIPT = fileURLToPath(new URL('../core/survey/live/page.js', import.meta.url));

export interface LiveAnswer extends Seen {
  /** Name and version of the engine that answered. */
  engine: string;
}

/**
 * Loads the modules of a source that may register elements in a page of Chromium, where every request off this
 * machine is refused, and says what the registered elements show. Throws a SuvetError (exit 3) without a browser.
 */
export async function askLive({ input, root }: OpenedSource): Promise<LiveAnswer> {
  const texts = input.paths.map((path) => [path, readText(path) ?? ''] as const);
  const modules = texts.filter(([, text]) => mayRegister(text)).map(([path]) => path);
  const [pageScript, bundled] = await Promise.all([
    bundle({ entry: PAGE_SCRIPT }),
    bundlePageModules({
      modules,
      root,
      foreign: foreignSpecifiers(
        texts.map(([, text]) => text),
        input.package?.name,
      ),
    }),
  ]);
  const engine = await launchChromium();
  try {
    const page = await engine.open(undefined, bundled.scripts);
    await page.addScript(pageScript);
    const asked = modules.map((path, index) => ({
      module: input.publicPath(path),
      url: bundled.urls[index],
    }));
    const seen = await page.evaluate<Seen>(
      `suvetAsk(${JSON.stringify(asked)}, ${JSON.stringify(bundled.foreign)})`,
    );
    return { engine: `${engine.name} ${engine.version}`, ...seen };
  } finally {
    await engine.close();
  }
}

/** Specifiers of other packages in static imports and re-exports. */
function foreignSpecifiers(texts: readonly string[], own: string | undefined): string[] {
  const found = new Set<string>();
  for (const text of texts) {
    for (const match of text.matchAll(/\b(?:from|import)\s*(["'])((?:@[\w.-]+\/)?[\w][\w./-]*)\1/g)) {
      if (match[2]) found.add(match[2]);
    }
  }
  return [...found].filter((one) => one !== own && !one.startsWith(`${own}/`));
}
