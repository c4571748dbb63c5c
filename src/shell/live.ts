/** Asks a real browser what the components of a source offer: their modules are loaded in a page and looked at. */

import type { Component } from '../core/contract/types.js';
import type { AskedLink, Seen, SeenComponent, SeenModule } from '../core/survey/live/seen.js';
import { mayRegister } from '../core/survey/registering/registrations.js';
import type { OpenedSource } from './contracts/sources.js';
import { launchChromium } from './engines/chromium.js';
import type { EnginePage } from './engines/engine.js';
import { LONGEST_STEP, PageHung } from './engines/engine.js';
import { missingError } from './files/error.js';
import { readText } from './files/files.js';
import { ownPath } from './files/own.js';
import { bundle } from './pages/bundle.js';
import { bundlePageModules } from './pages/page-modules.js';

const PAGE_SCRIPT = ownPath('dist/core/survey/live/page.js');

export interface LiveAnswer extends Seen {
  /** Name and version of the engine that answered. */
  engine: string;
}

/**
 * Loads the modules of a source that may register elements in a page of Chromium, where every request off this
 * machine is refused, calls what `components` say has to be called, and says what the registered elements show. A
 * module that keeps the page from answering within `limit` milliseconds is left out, with the others asked along with
 * it; of an element that does so only its class is looked at. Throws a SuvetError (exit 3) without a browser, and where
 * many elements do so.
 */
export async function askLive(
  { input, root }: OpenedSource,
  components: readonly Component[] = [],
  limit = LONGEST_STEP,
): Promise<LiveAnswer> {
  const texts = pathsOf(input, components).map((path) => [path, readText(path) ?? ''] as const);
  const waiting = components.filter((one) => one.registeredBy !== undefined);
  const entrances = new Set([...waiting, ...components.filter((one) => one.heldBy)].map((one) => one.module));
  const own = [input.package, ...components.map((one) => one.heldBy)].flatMap((one) => one?.name ?? []);
  const modules = texts
    .filter(([path, text]) => mayRegister(text) || entrances.has(input.publicPath(path)))
    .map(([path]) => path);
  const [pageScript, bundled] = await Promise.all([
    bundle({ entry: PAGE_SCRIPT }),
    bundlePageModules({
      modules,
      root,
      foreign: foreignSpecifiers(
        texts.map(([, text]) => text),
        own,
      ),
    }),
  ]);
  const asked = modules.map(
    (path, index): Asked => ({
      module: input.publicPath(path),
      url: bundled.urls[index] ?? '',
    }),
  );
  const urls = new Map(asked.map((one) => [one.module, one.url]));
  const calls = waiting.flatMap(({ tag, module, registeredBy: call = '' }) => {
    const url = urls.get(module);
    return url === undefined ? [] : [{ tag, module, url, call }];
  });
  const links = new Map(components.map((one) => [one.tag, linksOf(one)]));
  const engine = await launchChromium();
  try {
    const known: Known = { silent: new Map(), seen: new Map(), alone: new Set(), stuck: new Map() };
    for (;;) {
      const page = await engine.open(undefined, bundled.scripts);
      try {
        await page.addScript(pageScript);
        const seen = await askPage({ page, limit }, { asked, calls, links, foreign: bundled.foreign }, known);
        if (seen) return { engine: `${engine.name} ${engine.version}`, ...seen };
      } finally {
        await page.close();
      }
    }
  } finally {
    await engine.close();
  }
}

/** The files that components were found in: those of another build where the first one holds none. */
function pathsOf(
  { paths, otherPaths = [], publicPath }: OpenedSource['input'],
  components: readonly Component[],
) {
  const held = new Set(components.map((one) => one.module));
  const others = otherPaths.filter((path) => held.has(publicPath(path)));
  return others.length === 0 || paths.some((path) => held.has(publicPath(path))) ? paths : others;
}

interface Asked {
  module: string;
  url: string;
}

/** What registers an element below what a module exports. */
interface Registering extends Asked {
  tag: string;
  call: string;
}

interface Questions {
  asked: readonly Asked[];
  calls: readonly Registering[];
  /** By tag. */
  links: ReadonlyMap<string, readonly AskedLink[]>;
  foreign: string;
}

function linksOf({ properties }: Component): AskedLink[] {
  return properties.flatMap(({ name, attribute }) =>
    attribute ? [{ attribute: attribute.name, property: name }] : [],
  );
}

/** So many at a time, each of which the page gives a while of its own. */
const AT_A_TIME = { modules: 3, elements: 25 };

/** So many elements that no page answers to are put up with. */
const MOST_STUCK = 5;

/** What is known from one page to the next. */
interface Known {
  /** Modules that a page did not answer to, with the reason. */
  silent: Map<string, string>;
  /** By tag. */
  seen: Map<string, SeenComponent>;
  /** Tags of elements to be looked at one by one, since a page did not answer to them all. */
  alone: Set<string>;
  /** Tags of elements that a page did not answer to, with the reason. */
  stuck: Map<string, string>;
}

/**
 * Asks a page step by step. Where it does not answer, that is added to what is known, and null is given: another page
 * is to be asked.
 */
async function askPage(
  { page, limit }: { page: EnginePage; limit: number },
  { asked, calls, links, foreign }: Questions,
  { silent, seen, alone, stuck }: Known,
): Promise<Seen | null> {
  const step = <T>(name: string, given: unknown, longest = limit) =>
    page.evaluate<T>(`suvetLive.${name}(${JSON.stringify(given)})`, longest);
  const modules: SeenModule[] = [...silent].map(([module, error]) => ({ module, error }));
  const each = async (name: string, list: readonly Asked[]) => {
    for (const some of slices(
      list.filter((one) => !silent.has(one.module)),
      AT_A_TIME.modules,
    )) {
      try {
        modules.push(...(await step<SeenModule[]>(name, some)));
      } catch (error) {
        if (!(error instanceof PageHung)) throw error;
        for (const one of some) silent.set(one.module, error.message);
        return false;
      }
    }
    return true;
  };
  if (!(await each('load', asked)) || !(await each('register', calls))) return null;
  const left = (await step<string[]>('tags', { foreign, claimed: [...links.keys()] })).filter(
    (tag) => !seen.has(tag),
  );
  const groups = [
    ...slices(
      left.filter((tag) => !alone.has(tag)),
      AT_A_TIME.elements,
    ),
    ...left.filter((tag) => alone.has(tag)).map((tag) => [tag]),
  ];
  for (const some of groups) {
    try {
      const looked = some.map((tag) => ({ tag, links: links.get(tag) ?? [], stuck: stuck.get(tag) ?? null }));
      for (const one of await step<SeenComponent[]>('look', looked, some.length === 1 ? limit / 2 : limit))
        seen.set(one.tag, one);
    } catch (error) {
      if (!(error instanceof PageHung)) throw error;
      const [only = ''] = some.length === 1 ? some : [];
      if (stuck.has(only) || stuck.size >= MOST_STUCK) throw silentElements(some, error);
      if (only) stuck.set(only, error.message);
      else for (const tag of some) alone.add(tag);
      return null;
    }
  }
  return { modules, components: [...seen.values()] };
}

function slices<T>(list: readonly T[], size: number): T[][] {
  return Array.from({ length: Math.ceil(list.length / size) }, (_, index) =>
    list.slice(index * size, (index + 1) * size),
  );
}

/** Elements that keep a page from answering are the material's doing, and no fault of Suvet's. */
function silentElements(tags: readonly string[], error: PageHung): Error {
  return missingError(
    'page-hung',
    `One of these elements cannot be looked at: ${tags.join(', ')}: ${error.message}.`,
    'Name the modules of the others, or survey without --live.',
  );
}

/** Specifiers of other packages in static imports and re-exports. */
function foreignSpecifiers(texts: readonly string[], own: readonly string[]): string[] {
  const found = new Set<string>();
  for (const text of texts) {
    for (const match of text.matchAll(/\b(?:from|import)\s*(["'])((?:@[\w.-]+\/)?[\w][\w./-]*)\1/g)) {
      if (match[2]) found.add(match[2]);
    }
  }
  return [...found].filter((one) => !own.some((name) => one === name || one.startsWith(`${name}/`)));
}
