/** Chromium, driven through puppeteer-core. Uses a browser that is installed; never downloads one. */

import { accessSync, constants } from 'node:fs';
import { delimiter, join } from 'node:path';
import type { Browser, Page } from 'puppeteer-core';
import { missingError } from '../error.js';
import type { Engine, EnginePage } from './engine.js';
import { PAGE_ORIGIN } from './engine.js';

const PROGRAMS = ['chromium', 'chromium-browser', 'google-chrome-stable', 'google-chrome', 'microsoft-edge'];
const PLACES = [
  '/usr/bin',
  '/usr/local/bin',
  '/snap/bin',
  '/Applications/Google Chrome.app/Contents/MacOS/Google Chrome',
  '/Applications/Chromium.app/Contents/MacOS/Chromium',
];
const LONGEST_STEP = 60_000;
const EMPTY_PAGE = '<!doctype html><meta charset="utf-8"><title>suvet</title><body>';

/** Path of an installed Chromium: `SUVET_CHROMIUM`, then the search path, then usual places; null when there is none. */
export function findChromium(): string | null {
  const named = process.env.SUVET_CHROMIUM;
  if (named) return isProgram(named) ? named : null;
  const folders = [...(process.env.PATH ?? '').split(delimiter), ...PLACES];
  const candidates = [
    ...PROGRAMS.flatMap((program) => folders.map((folder) => join(folder, program))),
    ...PLACES.filter((place) => place.endsWith('Chrome') || place.endsWith('Chromium')),
  ];
  return candidates.find(isProgram) ?? null;
}

/** Starts Chromium without a window. Throws a SuvetError (exit 3) when none is installed or it does not start. */
export async function launchChromium(): Promise<Engine> {
  const executablePath = findChromium();
  if (!executablePath) {
    throw missingError(
      'browser-missing',
      `chromium was not found: looked for ${PROGRAMS.join(', ')} on the search path and in the usual places.`,
      'Install it (Debian: apt-get install chromium), or name a program in SUVET_CHROMIUM.',
    );
  }
  const { launch } = await import('puppeteer-core');
  let browser: Browser;
  try {
    browser = await launch({ executablePath, headless: true, protocolTimeout: LONGEST_STEP, args: flags() });
  } catch (error) {
    throw missingError(
      'browser-not-started',
      `chromium did not start: ${(error as Error).message.split('\n')[0]}`,
      `Try to start ${executablePath} by hand.`,
    );
  }
  return {
    name: 'chromium',
    version: (await browser.version()).replace(/^.*\//, ''),
    open: (html = EMPTY_PAGE, scripts = new Map()) => openPage(browser, html, scripts),
    close: () => browser.close(),
  };
}

function flags(): string[] {
  const asRoot = process.getuid?.() === 0;
  return [
    ...(asRoot ? ['--no-sandbox'] : []),
    '--disable-gpu',
    '--disable-quic',
    '--disable-dev-shm-usage',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
    '--hide-scrollbars',
  ];
}

async function openPage(
  browser: Browser,
  html: string,
  scripts: ReadonlyMap<string, string>,
): Promise<EnginePage> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  const log: { type: string; text: string }[] = [];
  const refused: string[] = [];
  page.on('console', (message) => log.push({ type: message.type(), text: message.text() }));
  page.on('pageerror', (error) =>
    log.push({ type: 'uncaught', text: error instanceof Error ? error.message : String(error) }),
  );
  await refuseOutside(page, refused, new Map([...scripts, ['/', html]]));
  // A page that loads modules needs an origin; one that does not is set in place, which is quicker.
  if (scripts.size > 0) await page.goto(`${PAGE_ORIGIN}/`, { waitUntil: 'load' });
  else await page.setContent(html, { waitUntil: 'load' });
  return {
    console: log,
    refused,
    evaluate: <T>(expression: string) => page.evaluate(expression) as Promise<T>,
    addScript: async (content) => {
      await page.addScriptTag({ content });
    },
    screenshot: async (path, size = { width: 1280, height: 800 }) => {
      await page.setViewport({ width: size.width, height: size.height });
      await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: size.scheme ?? 'light' }]);
      await page.screenshot({ path: path as `${string}.png`, fullPage: size.full === true });
    },
    close: () => context.close(),
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
      const contentType = path === '/' ? 'text/html; charset=utf-8' : 'text/javascript; charset=utf-8';
      void request.respond({ contentType, body });
      return;
    }
    const local =
      /^(data|blob|about):/.test(url) || /^https?:\/\/(127\.0\.0\.1|localhost|\[::1\])[:/]/.test(url);
    if (!local) refused.push(url);
    void (local ? request.continue() : request.abort('blockedbyclient'));
  });
}

function isProgram(path: string): boolean {
  try {
    accessSync(path, constants.X_OK);
    return true;
  } catch {
    return false;
  }
}
