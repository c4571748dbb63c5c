/** Adds to the build what TypeScript does not: the profiles beside the compiled hosts, and the survey's stamp. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';

const hosts = new URL('../src/core/hosts/', import.meta.url);
for (const entry of readdirSync(hosts, { withFileTypes: true })) {
  const profile = new URL(`${entry.name}/profile.json`, hosts);
  if (entry.isDirectory() && existsSync(profile)) {
    // Without the white space, which is for readers of the source.
    const text = JSON.stringify(JSON.parse(readFileSync(profile, 'utf8')));
    writeFileSync(new URL(`../dist/core/hosts/${entry.name}/profile.json`, import.meta.url), text);
  }
}

// What a survey remembers is only good for the code that found it.
const core = new URL('../dist/core/', import.meta.url);
const hash = createHash('sha256');
for (const room of ['survey', 'contract', 'emit']) {
  const folder = new URL(`${room}/`, core);
  for (const name of readdirSync(folder, { recursive: true }).map(String).sort()) {
    if (name.endsWith('.js')) hash.update(readFileSync(new URL(name.replaceAll('\\', '/'), folder)));
  }
}
writeFileSync(new URL('survey/stamp.txt', core), hash.digest('hex'));
