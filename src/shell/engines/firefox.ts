/** Firefox, as it is installed; never downloaded. Driven by the WebDriver BiDi protocol. */

import type { Browser } from 'puppeteer-core';
import type { Engine } from './engine.js';
import { LONGEST_STEP } from './engine.js';
import type { Program } from './programs.js';
import { findProgram, notStarted, requireProgram } from './programs.js';
import type { FreshPage } from './puppeteer.js';
import { ENDS_WITH_THE_PROCESS, puppeteerEngine } from './puppeteer.js';

const FIREFOX: Program = {
  name: 'firefox',
  variable: 'SUVET_FIREFOX',
  names: ['firefox-esr', 'firefox'],
  places: ['/Applications/Firefox.app/Contents/MacOS/firefox'],
  install: 'Install it (Debian: apt-get install firefox-esr).',
};

/** Path of an installed Firefox; null when there is none. */
export function findFirefox(): string | null {
  return findProgram(FIREFOX);
}

/** Starts Firefox without a window. Throws a SuvetError (exit 3) when none is installed or it does not start. */
export async function launchFirefox(): Promise<Engine> {
  const executablePath = requireProgram(FIREFOX);
  const { launch } = await import('puppeteer-core');
  const start = async () => {
    try {
      return await launch({
        ...ENDS_WITH_THE_PROCESS,
        browser: 'firefox',
        executablePath,
        headless: true,
        protocolTimeout: 2 * LONGEST_STEP,
        extraPrefsFirefox: QUIET,
      });
    } catch (error) {
      throw notStarted(FIREFOX, executablePath, error);
    }
  };
  return puppeteerEngine('firefox', start, inContext);
}

/** A context for each page. */
async function inContext(browser: Browser): Promise<FreshPage> {
  const context = await browser.createBrowserContext();
  return { page: await context.newPage(), close: () => context.close() };
}

/** Settings that keep the browser itself from asking the network for anything. */
const QUIET = {
  'app.update.enabled': false,
  'browser.safebrowsing.malware.enabled': false,
  'browser.safebrowsing.phishing.enabled': false,
  'datareporting.policy.dataSubmissionEnabled': false,
  'network.captive-portal-service.enabled': false,
  'network.connectivity-service.enabled': false,
  'services.settings.server': 'http://127.0.0.1:9',
  'toolkit.telemetry.enabled': false,
};
