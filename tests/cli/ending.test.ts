/** What is interrupted ends at once, and what it started ends with it. */
import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import { expect, test } from 'vitest';
import { folder, PROGRAM } from '../support/run.js';

const start = (place: string, ...args: string[]) =>
  spawn(process.execPath, [PROGRAM, ...args], { cwd: place, stdio: 'ignore' });

/** Sends a signal, and tells which one ended the process and after how many milliseconds. */
async function interrupted(child: ChildProcess, signal: NodeJS.Signals): Promise<[unknown, number]> {
  const sent = Date.now();
  const end = once(child, 'exit');
  child.kill(signal);
  const [, by] = await end;
  return [by, Date.now() - sent];
}

/** The running processes: what started each. */
function running(): Map<number, number> {
  const found = new Map<number, number>();
  for (const name of readdirSync('/proc').filter((one) => /^\d+$/.test(one))) {
    try {
      // After the name of the program, which is in brackets: its state, and the number of the process above it.
      const [, state, parent] = /.*\) (\w) (\d+)/s.exec(readFileSync(`/proc/${name}/stat`, 'utf8')) ?? [];
      if (state !== 'Z') found.set(Number(name), Number(parent));
    } catch {
      // It ended meanwhile.
    }
  }
  return found;
}

function startedBy(id: number, all = running()): number[] {
  const own = [...all].flatMap(([child, parent]) => (parent === id ? [child] : []));
  return own.flatMap((child) => [child, ...startedBy(child, all)]);
}

test('a long survey is interrupted in the middle of it', async () => {
  const members = Array.from({ length: 4000 }, (_, at) => `m${at}(x) { return this.m${at + 1}?.(x); }`);
  const file = `customElements.define('x-y', class extends HTMLElement { ${members.join('\n')} });`;
  const place = folder(Object.fromEntries(Array.from({ length: 80 }, (_, at) => [`f${at}.js`, file])));
  const child = start(place, 'survey', '.', '--no-cache');
  await wait(2000);
  expect(child.exitCode).toBe(null);
  const [by, after] = await interrupted(child, 'SIGINT');
  expect(by).toBe('SIGINT');
  expect(after).toBeLessThan(1500);
});

test.skipIf(!existsSync('/proc/self/stat'))('browsers go with the program', async () => {
  const place = folder({
    'slow.js': "await new Promise(() => {}); customElements.define('x-y', class extends HTMLElement {});",
  });
  const child = start(place, 'survey', 'slow.js', '--live');
  let browsers: number[] = [];
  for (let tries = 0; browsers.length < 3 && tries < 100; tries += 1) {
    await wait(100);
    browsers = startedBy(child.pid as number);
  }
  expect(browsers.length).toBeGreaterThan(2);
  expect((await interrupted(child, 'SIGTERM'))[0]).toBe(null);
  await expect.poll(() => browsers.filter((id) => running().has(id)), { timeout: 5000 }).toEqual([]);
});
