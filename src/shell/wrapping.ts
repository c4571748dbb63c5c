/** Generating wrappers and writing them: what is ours is renewed, what was edited or is foreign is kept. */

import { existsSync } from 'node:fs';
import { basename, dirname, join, relative, resolve, sep } from 'node:path';
import type { Component, Contract } from '../core/contract/types.js';
import { crossings } from '../core/crossing/index.js';
import type { ComponentCrossings } from '../core/crossing/types.js';
import type { ImportStyle } from '../core/hosts/wrapping/types.js';
import { usageError } from './error.js';
import { isInside, marked, ownershipOf, readText, realPath, writeText } from './files.js';
import type { OpenedHost } from './hosts.js';
import { packageAround } from './packages.js';
import type { Surveyed } from './survey.js';

export interface WrappingPlan {
  /** Components that get a wrapper, with the items that need it. */
  wrapped: { component: Component; bridged: ComponentCrossings['items'] }[];
  /** Components that need none, with the items to be written in the host's special form. */
  unwrapped: {
    component: Component;
    marked: ComponentCrossings['items'];
    broken: ComponentCrossings['items'];
  }[];
  files: { name: string; text: string }[];
}

/** What would be generated: a wrapper for each component that needs one, or for all. */
export async function planWrapping(
  surveyed: Surveyed,
  components: readonly Component[],
  host: OpenedHost,
  options: { all: boolean; imports: ImportStyle; out: string },
): Promise<WrappingPlan> {
  if (!host.host.wrapper) {
    throw usageError(
      'no-wrapper',
      `${host.label}: this host has no use for wrappers.`,
      `suvet map --host ${host.label} shows what to write instead.`,
    );
  }
  const { components: crossed } = crossings(components, host);
  const plan: WrappingPlan = { wrapped: [], unwrapped: [], files: [] };
  for (const [index, component] of components.entries()) {
    const items = crossed[index]?.items ?? [];
    // A pair is bridged by its property and its event, which are items of their own.
    const bridged = items.filter((one) => one.outcome === 'bridge' && one.kind !== 'pair');
    if (bridged.length > 0 || options.all) plan.wrapped.push({ component, bridged });
    else {
      plan.unwrapped.push({
        component,
        marked: items.filter((one) => one.outcome === 'marked'),
        broken: items.filter((one) => one.outcome === 'broken'),
      });
    }
  }
  if (plan.wrapped.length === 0) return plan;
  const wrapped = plan.wrapped.map((one) => one.component);
  const { wrap } = await host.host.wrapper();
  const { files } = wrap(wrapped, {
    major: host.major,
    specifiers: new Map(wrapped.map((one) => [one.tag, specifierOf(one, surveyed, options.out)])),
    untyped: new Set(wrapped.filter((one) => !isTyped(surveyed.modules.get(one.tag))).map((one) => one.tag)),
    imports: options.imports,
    namespace: '',
  });
  plan.files = files.map(({ name, text }) => ({ name, text: marked(name, text) }));
  return plan;
}

/** The package's own specifier; a path where there is no package, or the wrappers are part of it. */
function specifierOf(component: Component, surveyed: Surveyed, out: string): string {
  const from: Contract['package'] = surveyed.contract.package ?? packageOf(surveyed.roots.get(component.tag));
  const root = surveyed.roots.get(component.tag);
  if (from && !(root && isInside(realPath(out), root))) {
    return component.module === '.' ? from.name : `${from.name}/${component.module.replace(/^\.\//, '')}`;
  }
  const path = surveyed.modules.get(component.tag) ?? resolve(root ?? out, component.module);
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

function isTyped(module: string | undefined): boolean {
  if (!module) return false;
  return /\.m?tsx?$/.test(module) || existsSync(module.replace(/\.(m?)js$/, '.d.$1ts'));
}

export type Written = { name: string; what: 'written' | 'unchanged' | 'kept' };

/**
 * Writes the files into a folder. Unchanged ones are not touched; those that were edited, or that Suvet did not
 * write, are kept unless `force`. Nothing is ever written outside the folder.
 */
export function writeGenerated(
  files: readonly { name: string; text: string }[],
  folder: string,
  force: boolean,
): Written[] {
  return files.map(({ name, text }) => {
    const path = join(folder, name);
    if (basename(name) !== name || dirname(resolve(path)) !== resolve(folder)) {
      throw new Error(`a generated file would leave its folder: ${name}`);
    }
    const ownership = ownershipOf(path);
    if (ownership !== 'absent' && readText(path) === text) return { name, what: 'unchanged' };
    if ((ownership === 'edited' || ownership === 'foreign') && !force) return { name, what: 'kept' };
    writeText(path, text);
    return { name, what: 'written' };
  });
}
