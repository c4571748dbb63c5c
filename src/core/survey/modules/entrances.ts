/** The module that users import for a component whose registration a bundler has put into a chunk. */

import { isTypeScript } from '../syntax/file-names.js';
import { isForOlderLoaders } from './builds.js';
import { importsIn, takesHost } from './imports.js';
import type { SurveyInput } from './input.js';

export interface Entrance {
  path: string;
  /** False where it is known that no module which the package exports leads to the registration. */
  isExported: boolean;
}

interface Importer {
  path: string;
  /** How many imports the module has in all: the fewer, the more it is about this one. */
  imports: number;
  /** Takes names from the chunk, as against running it only. */
  named: boolean;
  /** Takes in a host. */
  ofHost: boolean;
}

/** Text in quotes that may be a tag. */
const TAG_IN_QUOTES = /["'`]([a-z][\w.]{0,100}-[\w.-]{1,100})["'`]/g;

/** Finds, for modules that the package does not export, the exported module that leads to them most directly. */
export class Entrances {
  readonly #input: SurveyInput;
  readonly #registers: (path: string, tag: string) => boolean;
  #importers: Map<string, Importer[]> | null = null;
  #mentions: Map<string, string[]> | null = null;

  /** `registers` says whether importing the module at a path registers a tag. */
  constructor(input: SurveyInput, registers: (path: string, tag: string) => boolean) {
    this.#input = input;
    this.#registers = registers;
  }

  /**
   * The module to import for a tag that is registered in the one given: that itself where it is exported; one that
   * imports it, however far away; one of another build that registers the same.
   */
  entranceTo(path: string, tag: string): Entrance {
    const { isPublic: isExported = () => true, isWhole = false } = this.#input;
    // Pages import no TypeScript, though packages may hold the source of their modules.
    const isPublic = (one: string) => isExported(one) && !(isWhole && isTypeScript(one));
    if (isPublic(path) && (isNamedAfter(tag, path) || !isChunk(path))) return { path, isExported: true };
    if (isPublic(path)) return { path: this.#namedImporterOf(path, tag, isPublic) ?? path, isExported: true };
    const found = this.#importerOf(path, tag, isPublic) ?? this.#twinOf(path, tag, isPublic);
    return { path: found ?? path, isExported: found !== null || !isWhole || isExported(path) };
  }

  /** One of the component's own name that imports a chunk: chunks have other names in every version of a package. */
  #namedImporterOf(path: string, tag: string, isPublic: (path: string) => boolean): string | null {
    this.#importers ??= this.#indexImporters();
    const importers = (this.#importers.get(path) ?? []).map((one) => one.path);
    return importers.find((one) => isPublic(one) && isNamedAfter(tag, one)) ?? null;
  }

  #importerOf(path: string, tag: string, isPublic: (path: string) => boolean): string | null {
    this.#importers ??= this.#indexImporters();
    // What takes in a host is for the users of that host, unless the element is made with it.
    const isMade = takesHost(importsIn(this.#input.reader.read(path) ?? ''));
    const seen = new Set([path]);
    for (let level = [path]; level.length > 0; ) {
      const importers = level
        .flatMap((one) => this.#importers?.get(one) ?? [])
        .filter((one) => !seen.has(one.path) && (isMade || !one.ofHost));
      const [best] = bestFirst(
        importers.filter((one) => isPublic(one.path)),
        tag,
      );
      if (best) return best.path;
      level = [...new Set(importers.map((one) => one.path))];
      for (const one of level) seen.add(one);
    }
    return null;
  }

  #twinOf(path: string, tag: string, isPublic: (path: string) => boolean): string | null {
    this.#mentions ??= this.#indexMentions();
    const twins = (this.#mentions.get(tag) ?? [])
      .filter((one) => one !== path && this.#registers(one, tag))
      .map((one) => (isPublic(one) ? one : this.#importerOf(one, tag, isPublic)))
      .filter((one) => one !== null)
      .map((one) => ({ path: one, imports: 0, named: false, ofHost: false }));
    return bestFirst(twins, tag)[0]?.path ?? null;
  }

  #indexImporters(): Map<string, Importer[]> {
    const importers = new Map<string, Importer[]>();
    const { reader } = this.#input;
    for (const path of this.#paths()) {
      const all = importsIn(reader.read(path) ?? '');
      const ofHost = takesHost(all);
      const found = all.filter(({ specifier }) => specifier.startsWith('.'));
      for (const { specifier, named } of found) {
        const target = reader.resolve(specifier, path);
        if (target === null) continue;
        const importer = { path, imports: found.length, named, ofHost };
        const known = importers.get(target);
        if (known) known.push(importer);
        else importers.set(target, [importer]);
      }
    }
    return importers;
  }

  /** Which modules say a name that may be a tag. */
  #indexMentions(): Map<string, string[]> {
    const mentions = new Map<string, string[]>();
    for (const path of this.#paths()) {
      const text = this.#input.reader.read(path) ?? '';
      for (const name of new Set([...text.matchAll(TAG_IN_QUOTES)].map(([, one = '']) => one))) {
        const known = mentions.get(name);
        if (known) known.push(path);
        else mentions.set(name, [path]);
      }
    }
    return mentions;
  }

  /** Modules that are looked into and those of other builds, without what no page can import. */
  #paths(): string[] {
    const { paths, otherPaths = [], reader } = this.#input;
    return [...paths, ...otherPaths.filter((one) => !isForOlderLoaders(reader.label(one)))];
  }
}

function bestFirst(importers: readonly Importer[], tag: string): Importer[] {
  const isNamed = (one: Importer) => isNamedAfter(tag, one.path);
  return importers.toSorted(
    (a, b) =>
      Number(isNamed(b)) - Number(isNamed(a)) ||
      Number(b.named) - Number(a.named) ||
      a.imports - b.imports ||
      (a.path < b.path ? -1 : 1),
  );
}

/** Does a module's name end in a mark or a number, as bundlers give it to chunks? */
function isChunk(path: string): boolean {
  return /(?:^|[\\/])(?:chunk|p)-[^\\/]+$|\d\.[cm]?js$|[-.](?=[\w-]*\d)[\w-]{6,}\.[cm]?js$/.test(path);
}

/** Is a module named after a tag, with its prefix or without? */
export function isNamedAfter(tag: string, path: string): boolean {
  const name = path.replace(/^.*[\\/]/, '').replace(/(?:\.min)?\.[cm]?[jt]sx?$/, '');
  return name === tag || name === tag.slice(tag.indexOf('-') + 1);
}
