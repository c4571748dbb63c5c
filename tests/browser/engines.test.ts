/** The three engines behind one interface: scripts, console, refused requests, pages that hang. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ENGINE_NAMES, type Engine, type EngineName } from '../../dist/shell/engines/engine.js';
import { findFirefox } from '../../dist/shell/engines/firefox.js';
import { launchEngine } from '../../dist/shell/engines/index.js';
import { findWebkit } from '../../dist/shell/engines/webkit.js';
import { bundle } from '../../dist/shell/pages/bundle.js';
import { folder, json, suvet } from '../support/run.js';

/** Chromium must be there; one of the others that is not shows as skipped in the run's last lines. */
const absent: EngineName[] = [
  ...(findFirefox() ? [] : (['firefox'] as const)),
  ...(findWebkit() ? [] : (['webkit'] as const)),
];

for (const name of ENGINE_NAMES) {
  describe.skipIf(absent.includes(name))(name, () => {
    let engine: Engine;
    beforeAll(async () => {
      engine = await launchEngine(name);
    });
    afterAll(() => engine?.close());

    test('loads modules, keeps the console, refuses requests that leave the machine', async () => {
      const script =
        "import './b.js'; console.error('bad berth'); globalThis.asked = fetch('http://example.com/x').catch(() => 'refused');";
      const page = await engine.open(
        '<!doctype html><title>pier</title><script type="module" src="/a.js"></script>',
        new Map([
          ['/a.js', script],
          ['/b.js', 'globalThis.berth = { level: [3, null] };'],
        ]),
      );
      expect(await page.evaluate('globalThis.asked')).toBe('refused');
      expect(await page.evaluate('globalThis.berth')).toEqual({ level: [3, null] });
      expect(await page.evaluate('[{ a: 1 }].flatMap((one) => [one, one])')).toEqual([{ a: 1 }, { a: 1 }]);
      expect(page.console).toContainEqual({ type: 'error', text: 'bad berth' });
      expect(page.refused).toEqual(['http://example.com/x']);
      await expect(page.evaluate('no.such.thing')).rejects.toThrow('no');
      await page.close();
    });

    test('style sheets imported as modules are constructed sheets', async () => {
      const place = folder({ 'a.css': 'p { color: red }\n</script>' });
      const text =
        "import sheet from './a.css' with { type: 'css' }; globalThis.rule = sheet.cssRules[0].selectorText;";
      const page = await engine.open();
      await page.addScript(await bundle({ entry: { text, folder: place } }));
      expect(await page.evaluate('rule')).toBe('p');
      await page.close();
    });

    test('pictures', async () => {
      const page = await engine.open('<!doctype html><body style="background: #0f3d4c">');
      const path = join(folder(), 'pier.png');
      await page.screenshot(path, { width: 640, height: 480 });
      expect(readFileSync(path).subarray(1, 4).toString()).toBe('PNG');
      await page.close();
    });

    test('a page leaves nothing for the next', async () => {
      const open = () =>
        engine.open('<!doctype html><script type="module" src="/a.js"></script>', new Map([['/a.js', '']]));
      const left = `[document.cookie, localStorage.getItem('berth'), sessionStorage.getItem('berth'),
        (await caches.keys()).length, (await indexedDB.databases()).length, window.name]`;
      const leave = `(async () => {
        document.cookie = 'berth=3'; localStorage.setItem('berth', '3'); sessionStorage.setItem('berth', '3');
        window.name = 'berth';
        await caches.open('berth');
        await new Promise((done) => { indexedDB.open('berth').onsuccess = done; });
        return ${left};
      })()`;
      const first = await open();
      expect(await first.evaluate(leave)).toEqual(['berth=3', '3', '3', 1, 1, 'berth']);
      await first.close();
      const second = await open();
      expect(await second.evaluate(`(async () => ${left})()`)).toEqual(['', null, null, 0, 0, '']);
      await second.close();
    });

    test('a window that a page opened goes with it', async () => {
      const open = () =>
        engine.open('<!doctype html><script type="module" src="/a.js"></script>', new Map([['/a.js', '']]));
      const call = `(() => { const other = window.open('');
        other?.eval("setInterval(() => new BroadcastChannel('berth').postMessage(1), 20)"); })()`;
      const hear = `(async () => { let heard = 0;
        new BroadcastChannel('berth').onmessage = () => { heard += 1; };
        await new Promise((done) => setTimeout(done, 300));
        return heard; })()`;
      const first = await open();
      await first.evaluate(call);
      if (name === 'chromium') expect(await first.evaluate(hear)).toBeGreaterThan(0);
      await first.close();
      const second = await open();
      expect(await second.evaluate(hear)).toBe(0);
      await second.close();
    });

    test('a page that hangs is cut off, and the engine goes on', async () => {
      const page = await engine.open();
      await expect(page.evaluate('(() => { while (true); })()', 800)).rejects.toThrow(
        'did not answer within 0.8 s',
      );
      await page.close();
      const next = await engine.open();
      expect(await next.evaluate('1 + 1')).toBe(2);
      await next.close();
    });
  });
}

test.each([
  ['chromium', 'SUVET_CHROMIUM'],
  ['firefox', 'SUVET_FIREFOX'],
  ['webkit', 'SUVET_WEBKIT_DRIVER'],
])('%s that is not there: exit 3, with what was looked for', async (engine, variable) => {
  const ran = await suvet(
    ['probe', 'crossing-notice', '-c', 'demo/elements', '-H', 'html', '-e', engine, '--json'],
    undefined,
    {
      [variable]: '/nowhere/at/all',
    },
  );
  expect(ran.code).toBe(3);
  expect(json(ran)).toMatchObject({ error: { code: 'browser-missing' } });
  expect(ran.stdout).toContain('/nowhere/at/all');
  expect(ran.stdout).toContain('apt-get install');
});
