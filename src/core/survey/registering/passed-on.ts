/** Components of other packages as a package offers them that imports those. */

import type { Component, ContractPackage } from '../../contract/types.js';
import { Entrances, isNamedAfter } from '../modules/entrances.js';
import { importsIn } from '../modules/imports.js';
import type { SurveyInput } from '../modules/input.js';
import { ModuleGraph } from '../modules/modules.js';
import type { Passing } from './elsewhere.js';

/** A component that another package holds, with the path of the module that registers it. */
export interface FarComponent {
  component: Component;
  /** The path of the module that registers it. */
  path: string;
  heldBy: ContractPackage;
  /** The name of the package that is imported for it, which may pass it on itself. */
  through: string;
}

/** A component as the importing package offers it, with the path of the module to import. */
export interface PassedComponent {
  component: Component;
  entrance: string;
}

/** The components, brought in by modules of the importing package. Those that none of these leads to are left out. */
export function passedOn(
  far: readonly FarComponent[],
  passing: Passing,
  input: SurveyInput,
): PassedComponent[] {
  const entrances = new Entrances(input, () => false);
  const graph = new ModuleGraph(input.reader);
  const reached = new Set(
    far.filter(({ path, through }) => passing.get(through)?.has(path)).map((one) => one.through),
  );
  return far.flatMap(({ component, path, heldBy, through }) => {
    const modules = passing.get(through) ?? new Map<string, readonly string[]>();
    // A package may have been surveyed by another build than the one that is imported, which says the tag as well.
    const isSaid = () =>
      [...modules.keys()].some((one) => saysTag(input.reader.read(one) ?? '', component.tag));
    const isAny = through !== heldBy.name || (!reached.has(through) && isSaid());
    const importers = isAny ? [...new Set([...modules.values()].flat())] : (modules.get(path) ?? []);
    const ways = byImports(importers, component.tag, input).map((one) =>
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
  return paths
    .map((path) => ({
      path,
      isNamed: isNamedAfter(tag, path),
      imports: importsIn(reader.read(path) ?? '').length,
    }))
    .sort(
      (a, b) => Number(b.isNamed) - Number(a.isNamed) || a.imports - b.imports || (a.path < b.path ? -1 : 1),
    )
    .map(({ path }) => path);
}
