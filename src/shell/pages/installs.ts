/** Where a host version is installed: the packages of a project, also under other names (`npm:react@18`). */

import { dirname, join } from 'node:path';
import semver from 'semver';
import { missingError } from '../files/error.js';
import type { OpenedHost } from '../packages/hosts.js';
import { packageAround, readPackage } from '../packages/packages.js';
import type { HostInstall } from './views.js';

interface Found {
  /** The name the package is installed under. */
  name: string;
  version: string;
  root: string;
}

/**
 * The folder and the package names by which a host's packages are found, for the version that was asked for. The
 * folders are looked through in turn. Throws a SuvetError (exit 3) when that version is installed in none.
 */
export function installOf(
  { host, label, major }: OpenedHost,
  packages: readonly string[],
  folders: readonly string[],
): HostInstall & { version: string | null } {
  const { packageName } = host;
  if (!packageName) return { folder: folders[0] ?? '.', alias: {}, version: null };
  const others: string[] = [];
  for (const folder of folders) {
    const found = installedAs(packageName, folder);
    others.push(...found.map((one) => one.version));
    const wanted = found.find((one) => isMeant(one.version, label, major));
    if (!wanted) continue;
    const alias: Record<string, string> = {};
    for (const name of packages) {
      const same = installedAs(name, folder).find(
        (one) => semver.major(one.version) === semver.major(wanted.version),
      );
      if (same) alias[name] = same.name;
    }
    return { folder: wanted.root, alias: { ...alias, [packageName]: wanted.name }, version: wanted.version };
  }
  const installed = others.length > 0 ? ` (installed: ${[...new Set(others)].join(', ')})` : '';
  throw missingError(
    'host-missing',
    `${label}: is not installed here${installed}, so nothing can be tried in it.`,
    `Install it: npm install ${packageName}@${major}`,
  );
}

/** `vue@2.7` means 2.7.x; `react@18` any 18. */
function isMeant(version: string, label: string, major: number): boolean {
  const asked = label.slice(label.lastIndexOf('@') + 1);
  const range = semver.validRange(asked);
  return range ? semver.satisfies(version, range) : semver.major(version) === major;
}

/** Every installation of a package that a folder's modules can reach, the nearest first. */
function installedAs(packageName: string, folder: string): Found[] {
  const found: Found[] = [];
  for (let at = folder; ; at = dirname(at)) {
    for (const name of [packageName, ...aliasesIn(packageName, at)]) {
      const manifest = readPackage(join(at, 'node_modules', ...name.split('/'), 'package.json'));
      if (manifest?.version) found.push({ name, version: manifest.version, root: at });
    }
    if (at === dirname(at)) return found;
  }
}

function aliasesIn(packageName: string, folder: string): string[] {
  const around = packageAround(folder);
  if (!around || around.root !== folder) return [];
  const { dependencies, devDependencies } = around.manifest;
  return Object.entries({ ...devDependencies, ...dependencies })
    .filter(([name, range]) => name !== packageName && range.startsWith(`npm:${packageName}@`))
    .map(([name]) => name);
}
