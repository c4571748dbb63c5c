/**
 * Measures every host version of profiles.json in every engine that is installed, and writes the profiles.
 * Names of hosts as arguments measure only those. Says what became different.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { differences } from '../dist/core/hosts/facts/differences.js';
import { HOSTS } from '../dist/core/hosts/index.js';
import { ENGINE_NAMES } from '../dist/shell/engines/engine.js';
import { launchEngine } from '../dist/shell/engines/index.js';
import { measureIn, measuringScripts } from '../dist/shell/pages/measure.js';
import { profileText } from './profile-text.mjs';

const root = new URL('../', import.meta.url);
const read = (path) => JSON.parse(readFileSync(new URL(path, root), 'utf8'));
const wanted = process.argv.slice(2);
const plan = read('scripts/profiles.json').filter(({ host }) => wanted.length === 0 || wanted.includes(host));

const engines = [];
for (const name of ENGINE_NAMES) {
  try {
    engines.push(await launchEngine(name));
  } catch (error) {
    console.error(`${name}: left out: ${error.message}`);
  }
}
const [first, ...others] = engines;
if (first?.name !== 'chromium') throw new Error('profiles are measured in chromium first');

for (const { host: name, versions } of plan) {
  const host = HOSTS.find((one) => one.name === name);
  const profile = { profile: 1, host: name, engines: engines.map((one) => one.name), versions: [] };
  for (const { range, alias } of versions) {
    const [installed] = Object.values(alias);
    const measured = installed ? read(`node_modules/${installed}/package.json`).version : 'living standard';
    const install = { folder: new URL('.', root).pathname, alias };
    const scripts = await measuringScripts({ host, install, production: false });
    const facts = await measureIn(first, scripts);
    const production = await measureIn(first, await measuringScripts({ host, install, production: true }));
    const elsewhere = {};
    for (const engine of others) {
      elsewhere[engine.name] = differences(facts, await measureIn(engine, scripts));
    }
    profile.versions.push({
      range,
      measured,
      ...facts,
      production: differences(facts, production),
      elsewhere,
    });
    console.error(`${name} ${measured}: measured`);
  }
  const file = new URL(`src/core/hosts/${name}/profile.json`, root);
  if (existsSync(file)) {
    const byRange = ({ versions }) => Object.fromEntries(versions.map((one) => [one.range, one]));
    const changed = Object.entries(
      differences(byRange(JSON.parse(readFileSync(file, 'utf8'))), byRange(profile)),
    );
    for (const [path, fact] of changed.slice(0, 20))
      console.error(`  ${path}: ${JSON.stringify(fact)?.slice(0, 120)}`);
    if (changed.length > 20) console.error(`  and ${changed.length - 20} more`);
  }
  writeFileSync(file, profileText(profile));
}
for (const engine of engines) await engine.close();
