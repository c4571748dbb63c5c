/** WebKit: WebKitGTK's small browser, driven by its WebDriver, on a display nobody sees. */

import { type ChildProcess, spawn } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { SuvetError } from '../files/error.js';
import type { Engine, EnginePage } from './engine.js';
import { EMPTY_PAGE, LONGEST_STEP, PageHung, within } from './engine.js';
import type { Program } from './programs.js';
import { findProgram, notStarted, requireProgram } from './programs.js';
import { contentTypeOf } from './puppeteer.js';
import { exitOnSignals } from './signals.js';

const DRIVER: Program = {
  name: 'webkit',
  variable: 'SUVET_WEBKIT_DRIVER',
  names: ['WebKitWebDriver'],
  places: [],
  install: 'Install it (Debian: apt-get install webkit2gtk-driver xvfb).',
};

const DISPLAY: Program = {
  name: 'the display for webkit',
  variable: 'SUVET_XVFB',
  names: ['Xvfb'],
  places: [],
  install: 'Install it (Debian: apt-get install xvfb).',
};

const BROWSER: Program = {
  name: 'the browser of webkit',
  variable: 'SUVET_WEBKIT',
  names: ['MiniBrowser'],
  places: ['4.1', '6.0', '4.0'].flatMap((version) =>
    ['x86_64', 'aarch64'].map((kind) => `/usr/lib/${kind}-linux-gnu/webkit2gtk-${version}/MiniBrowser`),
  ),
  install: 'Install it (Debian: apt-get install webkit2gtk-driver).',
};

/** Path of an installed WebKit driver; null when there is none. */
export function findWebkit(): string | null {
  return findProgram(DRIVER);
}

/** What of the WebDriver client this uses. */
type Client = Awaited<ReturnType<typeof import('webdriver')['default']['newSession']>>;

interface Session {
  client: Client;
  end(): void;
}

/** Starts WebKit on a display of its own. Throws a SuvetError (exit 3) when it is not installed or does not start. */
export async function launchWebkit(): Promise<Engine> {
  requireProgram(DRIVER);
  requireProgram(BROWSER);
  let session: Session | null = await startSession();
  const version = String(session.client.capabilities.browserVersion ?? '');
  const abandon = () => {
    session?.end();
    session = null;
  };
  return {
    name: 'webkit',
    version,
    async open(html = EMPTY_PAGE, scripts = new Map()) {
      session ??= await startSession();
      return openPage(session.client, html, scripts, abandon);
    },
    async close() {
      await session?.client.deleteSession().catch(() => {});
      abandon();
    },
  };
}

async function startSession(): Promise<Session> {
  const processes: ChildProcess[] = [];
  const end = () => {
    process.off('exit', end);
    release();
    for (const child of processes.splice(0).reverse()) child.kill('SIGKILL');
  };
  const release = exitOnSignals();
  process.once('exit', end);
  const driver = requireProgram(DRIVER);
  try {
    const own = findProgram(DISPLAY) === null ? process.env.DISPLAY : undefined;
    const display = own ?? (await startDisplay(processes));
    const port = await freePort();
    const child = spawn(driver, [`--port=${port}`, '--host=127.0.0.1'], {
      env: { ...process.env, DISPLAY: display, LIBGL_ALWAYS_SOFTWARE: '1' },
      stdio: 'ignore',
    });
    processes.push(child);
    // The client's logger asks the environment when it is loaded.
    process.env.WDIO_LOG_LEVEL ??= 'silent';
    const { default: WebDriver } = await import('webdriver');
    await listening(port);
    const client = await WebDriver.newSession({
      logLevel: 'silent',
      hostname: '127.0.0.1',
      port,
      path: '/',
      connectionRetryCount: 0,
      capabilities: {
        firstMatch: [{}],
        alwaysMatch: {
          browserName: 'MiniBrowser',
          'wdio:enforceWebDriverClassic': true,
          'webkitgtk:browserOptions': { binary: requireProgram(BROWSER), args: ['--automation'] },
          timeouts: { script: LONGEST_STEP, pageLoad: LONGEST_STEP },
        } as object,
      },
    });
    return { client, end };
  } catch (error) {
    end();
    // A program that is missing is said to be so, not that the driver failed.
    throw error instanceof SuvetError ? error : notStarted(DRIVER, driver, error);
  }
}

/** Starts a display without a screen and gives its name: `:7`. */
async function startDisplay(processes: ChildProcess[]): Promise<string> {
  const path = requireProgram(DISPLAY);
  const child = spawn(path, ['-displayfd', '3', '-screen', '0', '1280x900x24', '-nolisten', 'tcp'], {
    stdio: ['ignore', 'ignore', 'ignore', 'pipe'],
  });
  processes.push(child);
  const told = new Promise<string>((done, fail) => {
    child.stdio[3]?.once('data', (data) => done(`:${String(data).trim()}`));
    child.once('error', fail);
    child.once('exit', (code) => fail(new Error(`Xvfb ended with ${code}`)));
  });
  return within(told, LONGEST_STEP);
}

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  await new Promise((done) => server.close(done));
  return port;
}

/** Waits until the driver answers. */
async function listening(port: number): Promise<void> {
  for (let tries = 0; tries < 200; tries += 1) {
    const answers = await fetch(`http://127.0.0.1:${port}/status`).then(
      () => true,
      () => false,
    );
    if (answers) return;
    await new Promise((done) => setTimeout(done, 50));
  }
  throw new Error('its driver does not answer');
}

/** Keeps, in the page, what goes to the console and what is refused, for the driver to fetch. */
const KEEPER = `<script>(() => {
  const kept = { log: [], refused: [] };
  Object.defineProperty(globalThis, 'suvetKept', { value: kept });
  for (const type of ['log', 'info', 'warn', 'error', 'debug']) {
    const own = console[type];
    console[type] = (...parts) => { kept.log.push({ type, text: parts.map(String).join(' ') }); own.apply(console, parts); };
  }
  addEventListener('error', (event) => kept.log.push({ type: 'uncaught', text: String(event.error?.message ?? event.message) }));
  addEventListener('unhandledrejection', (event) => kept.log.push({ type: 'uncaught', text: String(event.reason?.message ?? event.reason) }));
  addEventListener('securitypolicyviolation', (event) => kept.refused.push(event.blockedURI));
})();</script>`;

const POLICY =
  "default-src 'self' 'unsafe-inline' 'unsafe-eval' data: blob: http://127.0.0.1:* http://localhost:*";

/** A server on this machine for one page's files, with a policy that keeps the page here. */
async function serve(html: string, scripts: ReadonlyMap<string, string>) {
  const files = new Map([...scripts, ['/', html.replace(/(<!doctype html>)?/i, `$&${KEEPER}`)]]);
  const server = createServer((request, response) => {
    const path = request.url ?? '/';
    const body = files.get(path);
    response.writeHead(body === undefined ? 404 : 200, {
      'content-type': contentTypeOf(path),
      'content-security-policy': POLICY,
    });
    response.end(body);
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  return { url: `http://127.0.0.1:${port}/`, close: () => server.close() };
}

/** Evaluates an expression, waits for what it promises, and tells how it ended. */
const EVALUATE = `const [code, done] = arguments;
Promise.resolve().then(() => (0, eval)(code)).then(
  (value) => done({ value }),
  (error) => done({ error: String(error) }),
);`;

/** Answers when the page with its modules has loaded. */
const LOADED = `const done = arguments[arguments.length - 1];
if (document.readyState === 'complete') done(null);
else addEventListener('load', () => done(null));`;

async function openPage(
  client: Client,
  html: string,
  scripts: ReadonlyMap<string, string>,
  abandon: () => void,
): Promise<EnginePage> {
  const server = await serve(html, scripts);
  // A window of its own: timers of a page behind another one are held back.
  const first = await client.getWindowHandle();
  const { handle } = await client.createWindow('window');
  await client.switchToWindow(handle);
  await client.navigateTo(server.url);
  // Seen on a slow machine: the driver answers before the page's modules have run.
  await client.executeAsyncScript(LOADED, []);
  const log: { type: string; text: string }[] = [];
  const refused: string[] = [];
  let isHung = false;
  const fetchKept = async () => {
    const kept = (await client.executeScript(
      'const { log, refused } = globalThis.suvetKept; return { log: log.splice(0), refused: refused.splice(0) };',
      [],
    )) as { log: typeof log; refused: string[] };
    log.push(...kept.log);
    refused.push(...kept.refused);
  };
  const run = async <T>(code: string, limit: number): Promise<T> => {
    try {
      const ended = (await within(client.executeAsyncScript(EVALUATE, [code]), limit)) as {
        value?: T;
        error?: string;
      };
      await fetchKept();
      if (ended.error !== undefined) throw new Error(ended.error);
      return ended.value as T;
    } catch (error) {
      isHung ||= error instanceof PageHung;
      throw error;
    }
  };
  return {
    console: log,
    refused,
    evaluate: <T>(expression: string, limit = LONGEST_STEP) => run<T>(expression, limit),
    addScript: (code) => run(`${code}\n;undefined`, LONGEST_STEP),
    async screenshot(path, size = { width: 1280, height: 800 }) {
      await client.setWindowRect(0, 0, size.width, size.height);
      writeFileSync(path, Buffer.from(await client.takeScreenshot(), 'base64'));
    },
    async close() {
      server.close();
      if (isHung) return abandon();
      // Other storage goes by origin, port and all; cookies would be seen by the next page.
      await client.deleteAllCookies();
      await client.closeWindow();
      await client.switchToWindow(first);
    },
  };
}
