/** Copies the data that TypeScript does not: the profiles beside the compiled hosts. */
import { copyFileSync, existsSync, readdirSync } from 'node:fs';

const hosts = new URL('../src/core/hosts/', import.meta.url);
for (const entry of readdirSync(hosts, { withFileTypes: true })) {
  const profile = new URL(`${entry.name}/profile.json`, hosts);
  if (entry.isDirectory() && existsSync(profile)) {
    copyFileSync(profile, new URL(`../dist/core/hosts/${entry.name}/profile.json`, import.meta.url));
  }
}
