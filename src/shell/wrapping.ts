/** Who is wrapped for a host, and the files of that. */

import { existsSync } from 'node:fs';
import { basename, relative, resolve, sep } from 'node:path';
import type { Component, Contract } from '../core/contract/types.js';
import { crossings } from '../core/crossing/index.js';
import { tagAttributes } from '../core/crossing/tags.js';
import type { ComponentCrossings } from '../core/crossing/types.js';
import { refusalOf } from '../core/hosts/wrapping/surface.js';
import { tagsFile } from '../core/hosts/wrapping/tags.js';
import type { ImportStyle, TaggedComponent, WrappedFile } from '../core/hosts/wrapping/types.js';
import type { Surveyed } from './contracts/survey.js';
import { isInside, readText, realPath } from './files/files.js';
import type { GeneratedFile } from './generated.js';
import { marked } from './generated.js';
import type { OpenedHost } from './packages/hosts.js';
import { packageAround } from './packages/packages.js';

export interface WrappingPlan {
  /** Components that get a wrapper, with the items that need it. */
  wrapped: { component: Component; bridged: ComponentCrossings['items'] }[];
  /** Components that need none, with the items to be written in the host's special form. They get types. */
  unwrapped: {
    component: Component;
    marked: ComponentCrossings['items'];
    broken: ComponentCrossings['items'];
  }[];
  /** Components that no code can be written for. */
  refused: { component: Component; reason: string }[];
  files: GeneratedFile[];
}

export interface WrappingOptions {
  all: boolean;
  imports: ImportStyle;
  /** The folder that the files are for. */
  out: string;
}

/** What would be generated: a wrapper for each component that needs one, or for all; types for the others. */
export async function planWrapping(
  surveyed: Surveyed,
  components: readonly Component[],
  host: OpenedHost,
  options: WrappingOptions,
): Promise<WrappingPlan> {
  const { wrap, tagPlace } = await host.host.wrapper();
  const { components: crossed } = crossings(components, host);
  const plan: WrappingPlan = { wrapped: [], unwrapped: [], refused: [], files: [] };
  const tagged: TaggedComponent[] = [];
  for (const [index, component] of components.entries()) {
    const items = crossed[index]?.items ?? [];
    const reason = refusalOf(component);
    // A pair is bridged by its property and its event, which are items of their own.
    const bridged = items.filter((one) => one.outcome === 'bridge' && one.kind !== 'pair');
    if (reason !== null) plan.refused.push({ component, reason });
    else if (wrap && (bridged.length > 0 || options.all || host.host.wraps === 'all'))
      plan.wrapped.push({ component, bridged });
    else {
      plan.unwrapped.push({
        component,
        marked: items.filter((one) => one.outcome === 'marked'),
        broken: items.filter((one) => one.outcome === 'broken'),
      });
      const isTyped = isKnownTag(component.tag, surveyed.modules.get(component.tag));
      tagged.push({ component, isTyped, attributes: tagAttributes(component, items) });
    }
  }
  const files: GeneratedFile[] = [];
  const wrapped = plan.wrapped.map((one) => one.component);
  if (wrap && wrapped.length > 0) {
    files.push(
      ...wrap(wrapped, {
        major: host.major,
        specifiers: new Map(wrapped.map((one) => [one.tag, specifierOf(one, surveyed, options.out)])),
        untyped: new Set(
          wrapped.filter((one) => !isTyped(surveyed.modules.get(one.tag))).map((one) => one.tag),
        ),
        imports: options.imports,
        namespace: namespaceOf(options.out),
      }),
    );
    // What is imported at once would keep bundlers from leaving out what nobody uses.
    if (options.imports === 'eager' && host.host.wraps === 'bridged')
      files.push({ name: 'package.json', text: PACKAGE_TEXT, optional: true });
  }
  if (tagPlace && tagged.length > 0) addTypes(files, tagsFile(tagged, tagPlace(host.major)));
  plan.files = files.map((one) => ({ ...one, text: marked(one.name, one.text) }));
  return plan;
}

/** The rest of a package file that lets bundlers leave out modules of the folder that nobody uses. */
const PACKAGE_TEXT = '  "type": "module",\n  "sideEffects": false\n}\n';

/** Types are exported from the index, and are in a program with whatever imports it. */
function addTypes(files: GeneratedFile[], types: WrappedFile): void {
  const line = `export type * from './${types.name.replace(/\.ts$/, '.js')}';\n`;
  const index = files.find((one) => one.name === 'index.ts');
  files.push(types);
  if (index) index.text += line;
  else files.push({ name: 'index.ts', text: line });
}

/** Do the package's own types say what element the tag is? */
function isKnownTag(tag: string, module: string | undefined): boolean {
  if (module === undefined) return false;
  const declarations = [module.replace(/\.(m?)js$/, '.d.$1ts'), module];
  return declarations.some((path) => {
    const text = readText(path);
    return text?.includes('HTMLElementTagNameMap') === true && new RegExp(`['"]${tag}['"]\\s*:`).test(text);
  });
}

/** The last part of the folder's path that can be a name. */
function namespaceOf(out: string): string {
  return basename(out).replaceAll(/[^A-Za-z0-9]/g, '') || 'elements';
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
