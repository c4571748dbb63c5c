/** Packages that one without components of its own passes on. */

import type { Component, ContractPackage } from '../../contract/types.js';
import type { Finding } from '../../findings/types.js';
import { Entrances, isNamedAfter } from '../modules/entrances.js';
import { importsIn } from '../modules/imports.js';
import type { SurveyInput } from '../modules/input.js';
import { ModuleGraph } from '../modules/modules.js';
import { addTo } from '../syntax/lists.js';
import { mayRegister } from './registrations.js';

const PACKAGE = /^(?:@[\w.-]+\/)?[a-z][\w.-]*/;
const MOST_NAMED = 4;

/** So many modules are looked into behind one import. */
const MOST_BEHIND = 500;

/** What modules bring in of other packages that register elements. */
export interface Passing {
  /** Their names, each with the modules in it that may do so. */
  packages: ReadonlyMap<string, ReadonlySet<string>>;
  /** The modules that lead to one of those packages, or to a module in it, by its name or path. */
  importers: ReadonlyMap<string, string[]>;
}

/**
 * The packages whose registering modules the given ones import, in the order of the imports; none where they import no
 * such. For material that registers nothing itself.
 */
export function passingIn({ paths, otherPaths = [], reader }: SurveyInput): Passing {
  const looked = new Set([...paths, ...otherPaths]);
  const importers = new Map<string, string[]>();
  const packages = new Map<string, Set<string>>();
  const behind = new Map<string, string[]>();
  for (const path of paths) {
    for (const { specifier } of importsIn(reader.read(path) ?? '')) {
      const [name] = PACKAGE.exec(specifier) ?? [];
      const target = name ? reader.resolve(specifier, path) : null;
      if (!name || target === null || looked.has(target)) continue;
      const registering = behind.get(target) ?? registeringBehind(target, reader);
      behind.set(target, registering);
      if (registering.length === 0) continue;
      const known = packages.get(name) ?? new Set();
      packages.set(name, known);
      for (const one of registering) known.add(one);
      for (const key of [name, ...registering]) addTo(importers, key, path);
    }
  }
  return { packages, importers };
}

/** The modules that may register elements among one and those that it brings in of its own package. */
function registeringBehind(target: string, reader: SurveyInput['reader']): string[] {
  const modules = new Set([target]);
  for (const path of modules) {
    if (modules.size > MOST_BEHIND) break;
    for (const { specifier } of importsIn(reader.read(path) ?? '')) {
      const next = specifier.startsWith('.') ? reader.resolve(specifier, path) : null;
      if (next !== null) modules.add(next);
    }
  }
  return [...modules].filter((path) => mayRegister(reader.read(path) ?? ''));
}

/** A component that another package holds, with the path of the module that registers it. */
export interface FarComponent {
  component: Component;
  path: string;
  heldBy: ContractPackage;
  /** The name of the package that is imported for it, which may pass it on itself. */
  through: string;
}

/** A component as a package offers it that imports it, with the path of the module to import. */
export interface PassedComponent {
  component: Component;
  entrance: string;
}

/**
 * Components of other packages as a package offers them that imports those: brought in by its own modules. Those that
 * none of its modules leads to are left out.
 */
export function passedOn(
  far: readonly FarComponent[],
  { packages, importers }: Passing,
  input: SurveyInput,
): PassedComponent[] {
  const entrances = new Entrances(input, () => false);
  const graph = new ModuleGraph(input.reader);
  const reached = new Set(far.filter(({ path }) => importers.has(path)).map((one) => one.through));
  return far.flatMap(({ component, path, heldBy, through }) => {
    // A package may have been surveyed by another build than the one that is imported, which says the tag as well.
    const isSaid = () =>
      [...(packages.get(through) ?? [])].some((one) => saysTag(input.reader.read(one) ?? '', component.tag));
    const isWhole = through !== heldBy.name || (!reached.has(through) && isSaid());
    const leading = importers.get(isWhole ? through : path) ?? [];
    const ways = byImports(leading, component.tag, input).map((one) =>
      entrances.entranceTo(one, component.tag),
    );
    const entrance = ways.find((one) => one.isExported) ?? ways[0];
    if (!entrance) return [];
    const { unexported: _, registeredBy, exportName, ...known } = component;
    const module = graph.load(entrance.path);
    const isHanded = (name: string) => module !== null && graph.findExport(name, module) !== null;
    const passed: Component = {
      ...known,
      heldBy,
      module: input.publicPath(entrance.path),
      exportName: exportName !== null && isHanded(exportName) ? exportName : null,
      ...(registeredBy !== undefined && isHanded(registeredBy.replace(/\..*$/, '')) ? { registeredBy } : {}),
      ...(entrance.isExported ? {} : { unexported: true as const }),
    };
    return { component: passed, entrance: entrance.path };
  });
}

const saysTag = (text: string, tag: string) =>
  ['"', "'", '`'].some((quote) => text.includes(quote + tag + quote));

/** The modules that are named after a tag first, then those that import least besides. */
function byImports(paths: readonly string[], tag: string, { reader }: SurveyInput): string[] {
  const cost = (path: string) =>
    importsIn(reader.read(path) ?? '').length + (isNamedAfter(tag, path) ? 0 : MOST_BEHIND);
  return paths
    .map((path) => ({ path, cost: cost(path) }))
    .sort((a, b) => a.cost - b.cost || (a.path < b.path ? -1 : 1))
    .map(({ path }) => path);
}

/** A call of the registry, or of what is named for it, that is given a tag. */
const REGISTERS =
  /\bcustomElements\s*\??\.\s*define\b|\b(?:customElement|define\w*|register\w*)\(\s*["'`][a-z][\w.]{0,100}-/i;

/** The packages that hold components, as their text says at a glance. */
export function registeringAtAGlance({ packages }: Passing, { reader }: SurveyInput): string[] {
  return [...packages]
    .filter(([, paths]) => [...paths].some((path) => REGISTERS.test(reader.read(path) ?? '')))
    .map(([name]) => name);
}

/** A note that names the packages whose components modules import; `surveyed` where those are told instead. */
export function componentsElsewhere(
  packages: readonly string[],
  { importers }: Passing,
  { reader }: SurveyInput,
  surveyed: boolean,
): Finding[] {
  const [file] = packages.flatMap((name) => importers.get(name) ?? []);
  if (file === undefined) return [];
  const shown = packages.slice(0, MOST_NAMED).join(', ');
  const more = packages.length > MOST_NAMED ? ` and ${packages.length - MOST_NAMED} more` : '';
  const sources = packages.slice(0, MOST_NAMED).map((name) => `npm:${name}`);
  return [
    {
      code: 'components-elsewhere',
      level: 'note',
      place: { file: reader.label(file), line: 1, column: 1 },
      message: `No component is registered here; modules import those of ${shown}${more}${surveyed ? ', which are told instead' : ''}.`,
      cure: surveyed
        ? `To bring in a component without the others, survey its own package: suvet survey ${sources[0]}`
        : `Survey the packages that hold them: suvet survey ${sources.join(' ')}`,
    },
  ];
}
