/** Packages whose elements modules import that hold none themselves. */

import type { Finding } from '../../findings/types.js';
import { importsIn } from '../modules/imports.js';
import type { SurveyInput } from '../modules/input.js';
import { addTo } from '../syntax/lists.js';
import { plainlyRegisters } from './at-a-glance.js';
import { mayRegister } from './registrations.js';

const PACKAGE = /^(?:@[\w.-]+\/)?[a-z][\w.-]*/;
const MOST_NAMED = 4;

/** So many modules are looked into behind one import. */
const MOST_BEHIND = 500;

/**
 * By the name of a package, the paths of those of its modules that may register elements, each with the modules that
 * bring it in.
 */
export type Passing = ReadonlyMap<string, ReadonlyMap<string, readonly string[]>>;

/** The packages that modules import of which any may register elements, in the order of the imports. */
export function passingIn({ paths, otherPaths = [], reader }: SurveyInput): Passing {
  const looked = new Set([...paths, ...otherPaths]);
  const packages = new Map<string, Map<string, string[]>>();
  const behind = new Map<string, string[]>();
  for (const path of paths) {
    for (const { specifier } of importsIn(reader.read(path) ?? '')) {
      const [name] = PACKAGE.exec(specifier) ?? [];
      const target = name ? reader.resolve(specifier, path) : null;
      if (!name || target === null || looked.has(target)) continue;
      const registering = behind.get(target) ?? registeringBehind(target, reader);
      behind.set(target, registering);
      if (registering.length === 0) continue;
      const modules = packages.get(name) ?? new Map<string, string[]>();
      packages.set(name, modules);
      for (const one of registering) addTo(modules, one, path);
    }
  }
  return packages;
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

/** Those of the packages that hold elements beyond doubt. */
export function plainlyHolding(passing: Passing, { reader }: SurveyInput): string[] {
  return [...passing]
    .filter(([, modules]) => [...modules.keys()].some((path) => plainlyRegisters(reader.read(path) ?? '')))
    .map(([name]) => name);
}

/** A note that names the packages whose components modules import; `told` where those are told instead. */
export function componentsElsewhere(
  packages: readonly string[],
  passing: Passing,
  { reader }: SurveyInput,
  told: boolean,
): Finding[] {
  const [file] = packages.flatMap((name) => [...(passing.get(name)?.values() ?? [])]).flat();
  if (file === undefined) return [];
  const shown = packages.slice(0, MOST_NAMED).join(', ');
  const more = packages.length > MOST_NAMED ? ` and ${packages.length - MOST_NAMED} more` : '';
  const sources = packages.slice(0, MOST_NAMED).map((name) => `npm:${name}`);
  return [
    {
      code: 'components-elsewhere',
      level: 'note',
      place: { file: reader.label(file), line: 1, column: 1 },
      message: `No component is registered here; modules import those of ${shown}${more}${told ? ', which are told instead' : ''}.`,
      cure: told
        ? `To bring in a component without the others, survey its own package: suvet survey ${sources[0]}`
        : `Survey the packages that hold them: suvet survey ${sources.join(' ')}`,
    },
  ];
}
