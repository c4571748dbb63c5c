/**
 * Takes the pictures of docs/screenshots from the demo data: terminal views in a terminal window under Xvfb
 * (Debian: xvfb, xterm, imagemagick, fonts-dejavu-core), pages in Chromium.
 */
import { spawn, spawnSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { launchChromium } from '../dist/shell/engines/chromium.js';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));
const program = here('../dist/bin/suvet.js');
const pictures = here('../docs/screenshots/');
const scratch = mkdtempSync(join(tmpdir(), 'suvet-pictures-'));
const demo = join(scratch, 'merrow');
spawnSync(process.execPath, [program, 'demo', '--keep', demo], { stdio: 'inherit' });
rmSync(join(demo, 'apps/console/src/elements'), { recursive: true, force: true });

const VIEWS = [
  ['survey', 'survey', 13],
  ['component', 'survey --component tide-gauge', 42],
  ['live', 'survey --live', 16],
  ['map', 'map tide-gauge fare-quote --host react@18', 41],
  ['wrap', 'wrap --host react@18 --out apps/console/src/elements', 28],
  ['check', 'check apps/console/src/control-room.tsx', 36],
];

const display = ':97';
const server = spawn('Xvfb', [display, '-screen', '0', '1280x800x24'], { stdio: 'ignore' });
await pause(1000);
const LEAST_WIDTH = 300;
const env = { ...process.env, DISPLAY: display };
for (const [name, words, rows] of VIEWS) {
  const shown = `printf '$ suvet ${words}\\n'; '${process.execPath}' '${program}' ${words}; printf done > '${scratch}/${name}'; sleep 60`;
  const look = [
    '-fa',
    'DejaVu Sans Mono',
    '-fs',
    '11',
    '-bg',
    '#fbfaf7',
    '-fg',
    '#1c2a33',
    '-geometry',
    `104x${rows}`,
    '-b',
    '12',
    '-xrm',
    'XTerm*color2: #2f6b4f',
    '-xrm',
    'XTerm*color3: #8a5a00',
    '-xrm',
    'XTerm*color6: #1f5f99',
    '-xrm',
    'XTerm*color1: #a4282c',
  ];
  const terminal = spawn('xterm', [...look, '-e', 'bash', '-c', shown], { env, cwd: demo, stdio: 'ignore' });
  for (let waited = 0; waited < 60_000; waited += 250) {
    await pause(250);
    if (spawnSync('test', ['-e', join(scratch, name)]).status === 0) break;
  }
  const picture = join(pictures, `${name}.png`);
  // The program may be done before the terminal has drawn a thing; a picture of nothing is trimmed to nothing.
  for (let attempt = 1; ; attempt += 1) {
    await pause(500);
    spawnSync('import', ['-window', 'root', '-trim', picture], { env });
    if (readFileSync(picture).readUInt32BE(16) >= LEAST_WIDTH) break;
    if (attempt === 20) throw new Error(`${name}: the terminal drew nothing`);
  }
  terminal.kill();
}
server.kill();

/** The output of a command that prints a page. */
const printed = (...words) =>
  spawnSync(process.execPath, [program, ...words], { cwd: demo, encoding: 'utf8', maxBuffer: 2 ** 28 })
    .stdout;
const HOSTS = ['react@18', 'react@19', 'vue@3', 'svelte@5', 'angular@20', 'html'].flatMap((one) => [
  '--host',
  one,
]);

const engine = await launchChromium();
const page = await engine.open(readFileSync(join(demo, 'report.html'), 'utf8'));
await page.screenshot(join(pictures, 'report.png'), { width: 1280, height: 800, scheme: 'light' });
await page.screenshot(join(pictures, 'report-dark.png'), { width: 1280, height: 800, scheme: 'dark' });
const map = await engine.open(printed('map', ...HOSTS, '--format', 'html'));
await map.evaluate('document.querySelector("#items details").open = true');
await map.evaluate('document.querySelector("#items").scrollIntoView()');
await map.screenshot(join(pictures, 'map-page.png'), { width: 1280, height: 800, scheme: 'light' });
const source = ['-c', join(demo, 'elements'), '--cwd', here('..')];
const probe = await engine.open(
  printed('probe', ...source, ...HOSTS, '-e', 'chromium', '-e', 'firefox', '--format', 'html'),
);
await probe.screenshot(join(pictures, 'probe.png'), { width: 1280, height: 800, scheme: 'light' });
await engine.close();
copyFileSync(join(demo, 'control-room.png'), join(pictures, 'control-room.png'));
rmSync(scratch, { recursive: true, force: true });
