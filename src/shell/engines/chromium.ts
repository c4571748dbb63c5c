/** Chromium, as it is installed; never downloaded. */

import type { Browser, CDPSession } from 'puppeteer-core';
import type { Engine } from './engine.js';
import { LONGEST_STEP, PAGE_ORIGIN } from './engine.js';
import type { Program } from './programs.js';
import { findProgram, notStarted, requireProgram } from './programs.js';
import type { FreshPage } from './puppeteer.js';
import { ENDS_WITH_THE_PROCESS, puppeteerEngine } from './puppeteer.js';

const CHROMIUM: Program = {
  name: 'chromium',
  variable: 'SUVET_CHROMIUM',
  names: ['chromium', 'chromium-browser', 'google-chrome-stable', 'google-chrome', 'microsoft-edge'],
  places: [
    '/Applications/Google Chrome.app/Contents/MacOS/Google Chrome',
    '/Applications/Chromium.app/Contents/MacOS/Chromium',
  ],
  install: 'Install it (Debian: apt-get install chromium).',
};

/** Path of an installed Chromium; null when there is none. */
export function findChromium(): string | null {
  return findProgram(CHROMIUM);
}

/**
 * Starts Chromium without a window, with `more` flags. Throws a SuvetError (exit 3) when none is installed or it does
 * not start.
 */
export async function launchChromium(more: readonly string[] = []): Promise<Engine> {
  const executablePath = requireProgram(CHROMIUM);
  const { launch } = await import('puppeteer-core');
  const start = async () => {
    try {
      return await launch({
        ...ENDS_WITH_THE_PROCESS,
        executablePath,
        headless: true,
        protocolTimeout: 2 * LONGEST_STEP,
        args: [...flags(), ...more],
      });
    } catch (error) {
      throw notStarted(CHROMIUM, executablePath, error);
    }
  };
  return puppeteerEngine('chromium', start, inTab);
}

/**
 * A tab for each page, and its storage cleared behind it: a context for each would be a window and a profile to
 * Chromium, and costs it two and a half times as much.
 */
async function inTab(browser: Browser): Promise<FreshPage> {
  const page = await browser.newPage();
  return {
    page,
    async close() {
      const session = await page.createCDPSession();
      await closeOpenedBy(session);
      await session.send('Storage.clearDataForOrigin', { origin: PAGE_ORIGIN, storageTypes: 'all' });
      await session.send('Network.clearBrowserCookies');
      await page.close();
    },
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

/** Closes the windows that a page opened, and those that they did: the browser is asked, since events may be late. */
async function closeOpenedBy(session: CDPSession): Promise<void> {
  const { targetInfo } = await session.send('Target.getTargetInfo');
  const { targetInfos } = await session.send('Target.getTargets');
  const opened = [targetInfo.targetId];
  for (const id of opened)
    opened.push(...targetInfos.filter((one) => one.openerId === id).map((one) => one.targetId));
  for (const targetId of opened.slice(1))
    await session.send('Target.closeTarget', { targetId }).catch(() => {});
}
