/** The module that users import for a component whose registration a bundler has put into a chunk. */

import { importsIn } from './imports.js';
import type { SurveyInput } from './input.js';

interface Importer {
  path: string;
  /** How many imports the module has in all: the fewer, the more it is about this one. */
  imports: number;
  /** Takes names from the chunk, as against running it only. */
  named: boolean;
}

/** Finds, for modules that the package does not export, the exported module that leads to them most directly. */
export class Entrances {
  readonly #input: SurveyInput;
  #importers: Map<string, Importer[]> | null = null;

  constructor(input: SurveyInput) {
    this.#input = input;
  }

  /**
   * The path of the module to import for a tag that is registered in the one given: that itself where it is exported,
   * or where nothing better is known.
   */
  entranceTo(path: string, tag: string): string {
    const { isPublic } = this.#input;
    if (!isPublic || isPublic(path)) return path;
    this.#importers ??= this.#indexImporters();
    const candidates = (this.#importers.get(path) ?? []).filter((one) => isPublic(one.path));
    const [, ...rest] = tag.split('-');
    const isNamed = (one: Importer) => [tag, rest.join('-')].includes(baseName(one.path));
    candidates.sort(
      (a, b) =>
        Number(isNamed(b)) - Number(isNamed(a)) ||
        Number(b.named) - Number(a.named) ||
        a.imports - b.imports ||
        (a.path < b.path ? -1 : 1),
    );
    return candidates[0]?.path ?? path;
  }

  #indexImporters(): Map<string, Importer[]> {
    const importers = new Map<string, Importer[]>();
    const { paths, reader } = this.#input;
    for (const path of paths) {
      const found = importsIn(reader.read(path) ?? '').filter(({ specifier }) => specifier.startsWith('.'));
      for (const { specifier, named } of found) {
        const target = reader.resolve(specifier, path);
        if (target === null) continue;
        const importer = { path, imports: found.length, named };
        importers.set(target, [...(importers.get(target) ?? []), importer]);
      }
    }
    return importers;
  }
}

function baseName(path: string): string {
  return path.replace(/^.*[\\/]/, '').replace(/\.[cm]?[jt]sx?$/, '');
}
