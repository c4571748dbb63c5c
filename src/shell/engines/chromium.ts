/** Chromium, as it is installed; never downloaded. */

import type { Engine } from './engine.js';
import { LONGEST_STEP } from './engine.js';
import type { Program } from './programs.js';
import { findProgram, notStarted, requireProgram } from './programs.js';
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
  return puppeteerEngine('chromium', async () => {
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
  });
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
