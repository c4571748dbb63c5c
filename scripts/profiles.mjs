/** Measures every host version that is installed and writes the profiles. With --check, only compares. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { launchChromium } from '../dist/shell/engines/chromium.js';
import { measureHost } from '../dist/shell/measure.js';

const plan = JSON.parse(readFileSync(new URL('./profiles.json', import.meta.url), 'utf8'));
const engine = await launchChromium();
for (const { host, optional, versions } of plan) {
  const profile = { profile: 1, host, engines: [engine.name], versions: [] };
  for (const { range, alias } of versions) {
    const [first] = Object.values(alias);
    const version = first
      ? JSON.parse(readFileSync(new URL(`../node_modules/${first}/package.json`, import.meta.url), 'utf8'))
          .version
      : 'living standard';
    profile.versions.push({
      range,
      measured: version,
      ...(await measureHost({ host, alias, optional }, engine)),
    });
    console.error(`${host} ${version}: measured`);
  }
  const file = new URL(`../src/core/hosts/${host}/profile.json`, import.meta.url);
  mkdirSync(new URL('.', file), { recursive: true });
  writeFileSync(file, `${JSON.stringify(profile, null, 1)}\n`);
}
await engine.close();
