/**
 * Makes sure that there are the programs this needs: installs Debian's where this machine allows it, else says what to
 * do. The demo uses Chromium; tests use further browsers, and the languages that servers are written in.
 */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { findChromium } from '../dist/shell/engines/chromium.js';
import { findFirefox } from '../dist/shell/engines/firefox.js';
import { findWebkit } from '../dist/shell/engines/webkit.js';

const answers = (program, ...args) => spawnSync(program, args, { stdio: 'ignore' }).status === 0;

const isOptional = process.argv.includes('--optional');
const wanted = [
  ['chromium', findChromium, ['chromium']],
  ...(isOptional
    ? []
    : [
        ['firefox', findFirefox, ['firefox-esr']],
        ['webkit', findWebkit, ['webkit2gtk-driver', 'xvfb']],
        ['javac', () => answers('javac', '-version'), ['default-jdk-headless']],
        ['php', () => answers('php', '--version'), ['php-cli']],
        ['python3', () => answers('python3', '--version'), ['python3']],
      ]),
];
const missing = () => wanted.filter(([, find]) => !find());
const packages = missing().flatMap(([, , names]) => names);

if (packages.length > 0 && process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
  console.error(`Installing ${packages.join(', ')} with apt-get ...`);
  const options = {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  };
  spawnSync('apt-get', ['update', '-qq'], options);
  spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], options);
}

for (const [name] of missing()) console.error(`${name}: not found on this machine.`);
const languages = missing().filter(([name]) => ['javac', 'php', 'python3'].includes(name));
if (languages.length > 0) {
  const names = languages.flatMap(([, , debian]) => debian).join(' ');
  console.error(`Tests run generated code with them. Install them (Debian: apt-get install ${names}).`);
  process.exit(3);
}
if (!findChromium()) {
  console.error(
    'No Chromium was found. Install one (Debian: apt-get install chromium), or name it in SUVET_CHROMIUM.',
  );
  // The demo still runs without, and says what it left out; tests do not pass over it in silence.
  process.exit(isOptional ? 0 : 3);
}
