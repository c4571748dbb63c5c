/** Asks a real browser what the components of a source offer: their modules are loaded in a page and looked at. */

import { fileURLToPath } from 'node:url';
import type { Seen, SeenComponent, SeenModule } from '../core/survey/live/seen.js';
import { mayRegister } from '../core/survey/registrations.js';
import { bundle } from './bundle.js';
import { launchChromium } from './engines/chromium.js';
import type { EnginePage } from './engines/engine.js';
import { PageHung } from './engines/engine.js';
import { missingError } from './error.js';
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
  const asked = modules.map(
    (path, index): Asked => ({
      module: input.publicPath(path),
      url: bundled.urls[index] ?? '',
    }),
  );
  const engine = await launchChromium();
  try {
    const silent: Silent = { modules: new Map(), tags: new Set() };
    for (let attempt = 1; ; attempt += 1) {
      const page = await engine.open(undefined, bundled.scripts);
      try {
        await page.addScript(pageScript);
        const seen = await askPage(page, asked, bundled.foreign, silent);
        return { engine: `${engine.name} ${engine.version}`, ...seen };
      } catch (error) {
        if (!(error instanceof PageHung) || attempt === MOST_ATTEMPTS) throw hungError(error);
      } finally {
        await page.close();
      }
    }
  } finally {
    await engine.close();
  }
}

interface Asked {
  module: string;
  url: string;
}

/** What made a page fall silent, and is left out when it is asked again: modules with the reason, and tags. */
interface Silent {
  modules: Map<string, string>;
  tags: Set<string>;
}

const MOST_ATTEMPTS = 4;
/** So many at a time, each of which the page gives a while of its own. */
const AT_A_TIME = { modules: 3, elements: 25 };

/** Asks a page step by step. What it does not answer to is added to `silent`, and a PageHung thrown. */
async function askPage(
  page: EnginePage,
  asked: readonly Asked[],
  foreign: string,
  silent: Silent,
): Promise<Seen> {
  const step = <T>(name: string, given: unknown) =>
    page.evaluate<T>(`suvetLive.${name}(${JSON.stringify(given)})`);
  await step('begin', foreign);
  const modules: SeenModule[] = [...silent.modules].map(([module, error]) => ({ module, error }));
  for (const some of slices(
    asked.filter((one) => !silent.modules.has(one.module)),
    AT_A_TIME.modules,
  )) {
    try {
      modules.push(...(await step<SeenModule[]>('load', some)));
    } catch (error) {
      for (const one of some) silent.modules.set(one.module, (error as Error).message);
      throw error;
    }
  }
  const components: SeenComponent[] = [];
  const tags = (await step<string[]>('tags', null)).filter((one) => !silent.tags.has(one));
  for (const some of slices(tags, AT_A_TIME.elements)) {
    try {
      components.push(...(await step<SeenComponent[]>('look', some)));
    } catch (error) {
      for (const one of some) silent.tags.add(one);
      throw error;
    }
  }
  return { modules, components };
}

function slices<T>(list: readonly T[], size: number): T[][] {
  return Array.from({ length: Math.ceil(list.length / size) }, (_, index) =>
    list.slice(index * size, (index + 1) * size),
  );
}

/** A page that falls silent again and again is the material's doing, and no fault of Suvet's. */
function hungError(error: unknown): unknown {
  return error instanceof PageHung
    ? missingError(
        'page-hung',
        `The modules cannot be asked in a page: ${error.message}, whatever was left out.`,
        'Name the modules that are to be asked one by one, or survey without --live.',
      )
    : error;
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
