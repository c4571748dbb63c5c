/** Looks at a project and says what a first suvet.json should hold. */

import { readFileSync } from 'node:fs';
import { dirname, join, relative, sep } from 'node:path';
import { isInside } from '../files/files.js';
import { filesMatching } from '../files/globbing.js';
import { elementPackages } from './element-packages.js';
import { hostsOfFolder } from './hosts.js';
import { readPackage } from './packages.js';

export interface Discovered {
  components: string[];
  hosts: { path: string; host: string }[];
}

const LEFT_OUT = [
  '**/node_modules/**',
  '**/dist/**',
  '**/build/**',
  '**/*.d.ts',
  '**/*.{test,spec}.*',
  '**/.*/**',
];

/** A call of the registry, or a decorator in front of a class that is given a tag. */
const REGISTERS =
  /customElements\s*\.\s*define|@\w+\(\s*(["'])[a-z][\w.]*-[\w.-]*\1\s*\)\s*(?:export|class|@)/;

/**
 * Folders that register elements, installed dependencies that do, applications of known hosts, and folders of
 * pages. Reads text only, nothing is parsed or run.
 */
export function discover(root: string): Discovered {
  const packages = filesMatching('**/package.json', {
    cwd: root,
    absolute: true,
    ignore: LEFT_OUT,
    deep: 4,
  }).map((path) => dirname(path));
  const folders = packages.includes(root) ? packages : [...packages, root];
  const registering = filesMatching('**/*.{js,mjs,jsx,ts,mts,tsx}', {
    cwd: root,
    absolute: true,
    ignore: LEFT_OUT,
  })
    .filter((path) => REGISTERS.test(text(path)))
    .map((path) => nearestFolder(path, folders));
  const components = [...new Set(registering)].map((folder) => shown(folder, root));
  const applications = folders.flatMap((folder) => {
    const [host] = hostsOfFolder(folder);
    return host ? [{ path: shown(folder, root), host }] : [];
  });
  const pages = filesMatching('**/*.{html,htm}', { cwd: root, absolute: true, ignore: LEFT_OUT })
    .map((path) => dirname(path))
    .filter(
      (folder) => !applications.some((one) => one.path !== '.' && isInside(folder, join(root, one.path))),
    );
  const sites = outermost([...new Set(pages)]).map((folder) => ({ path: shown(folder, root), host: 'html' }));
  const manifests = folders.map((folder) => readPackage(join(folder, 'package.json')));
  const installed = elementPackages(manifests, root);
  return {
    components: [...components, ...installed.map((name) => `npm:${name}`)].sort(),
    hosts: [...applications, ...sites.filter((site) => !applications.some((one) => one.path === site.path))],
  };
}

function nearestFolder(path: string, folders: readonly string[]): string {
  const around = folders.filter((folder) => isInside(path, folder)).sort((a, b) => b.length - a.length);
  return around[0] ?? dirname(path);
}

function outermost(folders: string[]): string[] {
  return folders.filter((folder) => !folders.some((other) => other !== folder && isInside(folder, other)));
}

function text(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return '';
  }
}

function shown(path: string, root: string): string {
  return relative(root, path).split(sep).join('/') || '.';
}
