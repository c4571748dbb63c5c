/** Engines that puppeteer-core drives: one process for many pages. */

import type { Browser, Page } from 'puppeteer-core';
import type { Engine, EngineName, EnginePage } from './engine.js';
import { EMPTY_PAGE, LONGEST_STEP, PAGE_ORIGIN, PageHung, within } from './engine.js';
import { exitOnSignals } from './signals.js';

/** The browser is ended when the process ends, whatever ends it; signals are answered for all engines together. */
export const ENDS_WITH_THE_PROCESS = {
  handleSIGINT: false,
  handleSIGTERM: false,
  handleSIGHUP: false,
} as const;

/** How long a page may take to close, in milliseconds. */
const CLOSING = 5_000;

/** A page that finds nothing of the pages before it, and the way to be rid of it. */
export interface FreshPage {
  page: Page;
  close(): Promise<void>;
}

/**
 * An engine over a browser that `start` starts, and starts again after a page of it hung; `fresh` is the browser's
 * cheapest way to a page of its own.
 */
export async function puppeteerEngine(
  name: EngineName,
  start: () => Promise<Browser>,
  fresh: (browser: Browser) => Promise<FreshPage>,
): Promise<Engine> {
  const release = exitOnSignals();
  let browser: Browser | null = await start().catch((error: unknown) => {
    release();
    throw error;
  });
  const version = (await browser.version()).replace(/^.*\//, '');
  const abandon = () => {
    browser?.process()?.kill('SIGKILL');
    browser = null;
  };
  process.once('exit', abandon);
  return {
    name,
    version,
    async open(html = EMPTY_PAGE, scripts = new Map()) {
      browser ??= await start();
      return openPage(await fresh(browser), html, scripts, abandon);
    },
    async close() {
      process.off('exit', abandon);
      try {
        await browser?.close();
      } finally {
        release();
      }
    },
  };
}

async function openPage(
  { page, close }: FreshPage,
  html: string,
  scripts: ReadonlyMap<string, string>,
  abandon: () => void,
): Promise<EnginePage> {
  const log: { type: string; text: string }[] = [];
  const refused: string[] = [];
  let isHung = false;
  page.on('console', (message) => log.push({ type: message.type(), text: message.text() }));
  page.on('pageerror', (error) =>
    log.push({ type: 'uncaught', text: error instanceof Error ? error.message : String(error) }),
  );
  await refuseOutside(page, refused, new Map([...scripts, ['/', html]]));
  // A page that loads modules needs an origin; one that does not is set in place, which is quicker.
  if (scripts.size > 0) await page.goto(`${PAGE_ORIGIN}/`, { waitUntil: 'load' });
  else await page.setContent(html, { waitUntil: 'load' });
  const limited = async <T>(step: Promise<T>, limit: number): Promise<T> => {
    try {
      return await within(step, limit);
    } catch (error) {
      isHung ||= error instanceof PageHung;
      throw error;
    }
  };
  return {
    console: log,
    refused,
    async evaluate<T>(expression: string, limit = LONGEST_STEP) {
      // As text: what BiDi hands over by itself leaves out an object that comes up twice.
      const text = page.evaluate(`(async () => JSON.stringify(await (${expression})))()`) as Promise<
        string | undefined
      >;
      const json = await limited(text, limit);
      return (json === undefined ? undefined : JSON.parse(json)) as T;
    },
    addScript: async (content) => {
      await limited(page.addScriptTag({ content }), LONGEST_STEP);
    },
    screenshot: async (path, size = { width: 1280, height: 800 }) => {
      await page.setViewport({ width: size.width, height: size.height });
      const scheme = [{ name: 'prefers-color-scheme', value: size.scheme ?? 'light' }];
      // Firefox has no such command.
      await page.emulateMediaFeatures(scheme).catch(() => {});
      await page.screenshot({ path: path as `${string}.png`, fullPage: size.full === true });
    },
    async close() {
      // A page whose script never ends keeps its process: that is ended from outside.
      if (isHung) abandon();
      else await within(close(), CLOSING).catch(abandon);
    },
  };
}

/** Answers requests for the page's own files, lets those to this machine pass, and refuses all others. */
async function refuseOutside(
  page: Page,
  refused: string[],
  files: ReadonlyMap<string, string>,
): Promise<void> {
  await page.setRequestInterception(true);
  page.on('request', (request) => {
    const url = request.url();
    const path = url.startsWith(`${PAGE_ORIGIN}/`) ? url.slice(PAGE_ORIGIN.length) : '';
    const body = files.get(path);
    if (body !== undefined) {
      void request.respond({ contentType: contentTypeOf(path), body }).catch(() => {});
      return;
    }
    if (path === '/favicon.ico') {
      void request.respond({ status: 204 }).catch(() => {});
      return;
    }
    const local = isLocal(url);
    if (!local) refused.push(url);
    void (local ? request.continue() : request.abort('blockedbyclient')).catch(() => {});
  });
}

/** The type of one of the page's own files. */
export function contentTypeOf(path: string): string {
  return path === '/' ? 'text/html; charset=utf-8' : 'text/javascript; charset=utf-8';
}

function isLocal(url: string): boolean {
  return /^(data|blob|about):/.test(url) || /^https?:\/\/(127\.0\.0\.1|localhost|\[::1\])[:/]/.test(url);
}
