/** Makes sure that there is a Chromium: installs Debian's where this machine allows it, else says what to do. */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { findChromium } from '../dist/shell/engines/chromium.js';

if (!findChromium()) {
  const canInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (canInstall) {
    console.error('Installing chromium with apt-get ...');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    spawnSync('apt-get', ['update', '-qq'], { stdio: ['ignore', 'ignore', 'inherit'], env });
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env,
    });
  }
  if (!findChromium()) {
    console.error(
      'No Chromium was found. Install one (Debian: apt-get install chromium), or name it in SUVET_CHROMIUM.',
    );
    // The demo still runs without, and says what it left out; tests do not pass over it in silence.
    process.exit(process.argv.includes('--optional') ? 0 : 3);
  }
}
