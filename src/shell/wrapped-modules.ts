/** The modules that wrappers bring in their elements by: what they are called, and whether they have types. */

import { existsSync } from 'node:fs';
import { relative, resolve as resolvePath, sep } from 'node:path';
import { specifierIn } from '../core/contract/specifiers.js';
import type { Component, Contract } from '../core/contract/types.js';
import type { Surveyed } from './contracts/survey.js';
import { isInside, readText, realPath } from './files/files.js';
import type { OpenedHost } from './packages/hosts.js';
import { installedVersion, packageAround } from './packages/packages.js';

/** How each component's module is named; those that cannot be imported are missing. */
export function specifiersOf(
  components: readonly Component[],
  surveyed: Surveyed,
  { host }: OpenedHost,
  out: string,
): Map<string, string> {
  const known = components.flatMap((one): [string, string][] => {
    if (one.typesOnly) return [];
    if (host.wraps === 'all') return [[one.tag, servedPath(one, surveyed)]];
    const specifier = specifierOf(one, surveyed, out);
    return one.unexported && !specifier.startsWith('.') ? [] : [[one.tag, specifier]];
  });
  return new Map(known);
}

/**
 * The path of a module below its package, as a server gives it to pages: no specifier that `exports` translates. Where
 * components come from several packages, it is that below the folder in which they are installed.
 */
function servedPath(component: Component, { origins }: Surveyed): string {
  const { tag, module, package: from } = component;
  const { entrance: file, root } = origins.get(tag) ?? {};
  const path =
    /\.[cm]?[jt]sx?$/.test(module) || !file || !root ? module : relative(root, file).split(sep).join('/');
  const below = path.replace(/^(\.?\/)+/, '').replace(/\.(m?)tsx?$/, '.$1js');
  return from ? `${from.name}/${below}` : below;
}

/** The package's own specifier; a path where there is no package, or the wrappers are part of it. */
function specifierOf(component: Component, surveyed: Surveyed, out: string): string {
  const { root, entrance } = surveyed.origins.get(component.tag) ?? {};
  const from = surveyed.contract.package ?? component.package ?? packageOf(root);
  if (from && !(root && isInside(realPath(out), root))) {
    return specifierIn(from.name, component);
  }
  const path = entrance ?? resolvePath(root ?? out, component.module);
  const way = relative(out, path)
    .split(sep)
    .join('/')
    .replace(/\.(m?)tsx?$/, '.$1js');
  return way.startsWith('.') ? way : `./${way}`;
}

function packageOf(root: string | undefined): Contract['package'] {
  const manifest = root ? packageAround(root)?.manifest : null;
  return manifest?.name ? { name: manifest.name, version: manifest.version ?? '0.0.0' } : null;
}

/** The tags whose modules the type checker would ask for types: it finds none, or does not take TypeScript for a module. */
export async function untypedOf(
  specifiers: ReadonlyMap<string, string>,
  { origins }: Surveyed,
  out: string,
): Promise<Set<string>> {
  const isPath = (specifier: string) => /^\.\.?\//.test(specifier);
  const packages = new Set([...specifiers.values()].filter((one) => !isPath(one)).map(packageNameOf));
  const installed = new Set([...packages].filter((one) => installedVersion(one, out) !== null));
  const resolve = installed.size === 0 ? null : (await import('./packages/resolver.js')).resolver();
  const typesOf = (specifier: string) =>
    installed.has(packageNameOf(specifier))
      ? (resolve?.(specifier, resolvePath(out, 'index.d.ts')) ?? null)
      : null;
  const isTyped = (tag: string, specifier: string) => {
    if (!isPath(specifier)) return isTypedModule(typesOf(specifier), specifier);
    const module = origins.get(tag)?.entrance;
    return (
      module !== undefined && (/\.m?tsx?$/.test(module) || existsSync(module.replace(/\.(m?)js$/, '.d.$1ts')))
    );
  };
  return new Set([...specifiers].filter(([tag, specifier]) => !isTyped(tag, specifier)).map(([tag]) => tag));
}

function packageNameOf(specifier: string): string {
  return specifier.split('/', specifier.startsWith('@') ? 2 : 1).join('/');
}

/** Is what a specifier of a package leads to, for types, a module of types? Ambient declarations are none. */
function isTypedModule(path: string | null, specifier: string): boolean {
  if (path === null || /\.[cm]?tsx?$/.test(specifier) || !/\.[cm]?tsx?$/.test(path)) return false;
  return /^(?:import|export)\b/m.test(readText(path) ?? '');
}
