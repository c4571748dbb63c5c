/** Who is wrapped for a host, and the files of that. */

import { basename } from 'node:path';
import type { Component } from '../core/contract/types.js';
import { crossings } from '../core/crossing/index.js';
import { tagAttributes } from '../core/crossing/tags.js';
import type { ComponentCrossings } from '../core/crossing/types.js';
import { refusalOf } from '../core/hosts/wrapping/surface.js';
import { tagsFile } from '../core/hosts/wrapping/tags.js';
import type { ImportStyle, TaggedComponent, WrappedFile } from '../core/hosts/wrapping/types.js';
import type { Surveyed } from './contracts/survey.js';
import { readText } from './files/files.js';
import type { GeneratedFile } from './generated.js';
import { marked } from './generated.js';
import type { OpenedHost } from './packages/hosts.js';
import { specifiersOf, untypedOf } from './wrapped-modules.js';

export interface WrappingPlan {
  /** Components that get a wrapper, with the items that need it. */
  wrapped: { component: Component; bridged: ComponentCrossings['items'] }[];
  /** Components that need none, with the items to be written in the host's special form. They get types. */
  unwrapped: {
    component: Component;
    marked: ComponentCrossings['items'];
    broken: ComponentCrossings['items'];
  }[];
  /** Wrapped components that importing nothing here registers, and what the application has to do. */
  leftToApplication: { component: Component; reason: string }[];
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
  const plan: WrappingPlan = { wrapped: [], unwrapped: [], leftToApplication: [], refused: [], files: [] };
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
      const isTyped =
        component.typesOnly || isKnownTag(component.tag, surveyed.origins.get(component.tag)?.path);
      tagged.push({ component, isTyped, attributes: tagAttributes(component, items) });
    }
  }
  const files: GeneratedFile[] = [];
  const wrapped = plan.wrapped.map((one) => one.component);
  if (wrap && wrapped.length > 0) {
    const specifiers = specifiersOf(wrapped, surveyed, host, options.out);
    if (options.imports !== 'none')
      plan.leftToApplication = wrapped.flatMap((component) => {
        const reason = unregisteredBecause(
          component,
          specifiers.has(component.tag),
          host.host.wraps === 'all',
        );
        return reason === null ? [] : [{ component, reason }];
      });
    files.push(
      ...wrap(wrapped, {
        major: host.major,
        specifiers,
        untyped: await untypedOf(specifiers, surveyed, options.out),
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

/** Why importing its module does not define a component, and what does; null where it does. */
function unregisteredBecause(
  { module, registers, registeredBy, exportName, tag, typesOnly }: Component,
  isImported: boolean,
  isPrinted: boolean,
): string | null {
  if (typesOnly) return 'only its types are there: bring in the script that defines it';
  if (!isImported)
    return 'its package exports no module that registers it: bring it in as the package asks for';
  // Wrappers call what registers it; what a server prints loads modules only.
  if (registers === 'by-call' && (registeredBy === undefined || isPrinted))
    return `importing ${module} does not register it: call ${registeredBy ? `${registeredBy}()` : 'what its package has for that'}`;
  if (registers === 'never' && (exportName === null || isPrinted))
    return `nothing registers it: customElements.define('${tag}', ${exportName ?? 'its class'})`;
  return null;
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
