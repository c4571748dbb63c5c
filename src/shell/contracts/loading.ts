/** Which elements are defined where a file runs. */

import { dirname, join } from 'node:path';
import { ModuleGraph } from '../../core/survey/modules/modules.js';
import { isInside, readText } from '../files/files.js';
import { packageAround } from '../packages/packages.js';
import { resolver } from '../packages/resolver.js';
import type { Surveyed } from './survey.js';

/** Finds them by following imports to the modules that register them. */
export class Loading {
  readonly #tags = new Map<string, string[]>();
  readonly #roots: string[];
  readonly #packages: string[];
  readonly #resolve = resolver();
  readonly #graph: ModuleGraph;
  readonly #reached = new Map<string, Set<string>>();

  constructor(surveyed: Surveyed) {
    const origins = [...surveyed.origins.values()];
    const paths = origins.flatMap((one) => one.path ?? []);
    for (const [tag, { path }] of surveyed.origins)
      if (path !== undefined) this.#tags.set(path, [...(this.#tags.get(path) ?? []), tag]);
    // A package that passes on what others hold is followed into those.
    const folders = [...new Set(paths.map((path) => dirname(path)))];
    const holding = folders.flatMap((folder) => packageAround(folder)?.root ?? []);
    this.#roots = [...new Set([...origins.map((one) => one.root), ...holding])];
    this.#packages = this.#roots
      .map((root) => packageAround(root)?.manifest.name ?? '')
      .filter((name) => name !== '');
    this.#graph = new ModuleGraph({
      read: readText,
      resolve: this.#resolve,
      label: (path) => path,
      isOwn: () => true,
    });
  }

  /**
   * The tags that any file of an application loads: what its scripts lead to, and what files of another language
   * import, told with their paths.
   */
  byApplication(scripts: readonly string[], imports: ReadonlyMap<string, readonly string[]>): Set<string> {
    const targets = [...imports].flatMap(([path, specifiers]) =>
      specifiers.flatMap((specifier) => this.#pathOf(specifier, path) ?? []),
    );
    return new Set([...scripts, ...targets].flatMap((path) => [...this.#tagsFrom(path)]));
  }

  /** The tags that a page loads; null when one of its scripts leads out of reach, so that nobody can tell. */
  byPage(path: string, imports: readonly string[], root: string): Set<string> | null {
    const tags = new Set<string>();
    for (const specifier of imports) {
      const target = this.#pathOf(specifier.startsWith('/') ? join(root, specifier) : specifier, path);
      if (target === null) return null;
      for (const tag of this.#tagsFrom(target)) tags.add(tag);
    }
    return tags;
  }

  #tagsFrom(path: string): Set<string> {
    const known = this.#reached.get(path);
    if (known) return known;
    const tags = new Set<string>(this.#tags.get(path) ?? []);
    this.#reached.set(path, tags);
    for (const specifier of this.#graph.load(path)?.specifiers ?? []) {
      const target = this.#pathOf(specifier, path);
      if (target === null || !this.#isFollowed(target)) continue;
      for (const tag of this.#tagsFrom(target)) tags.add(tag);
    }
    return tags;
  }

  /** Installed packages are only followed where they are the surveyed components. */
  #isFollowed(path: string): boolean {
    return !path.includes('node_modules') || this.#roots.some((root) => isInside(path, root));
  }

  #pathOf(specifier: string, from: string): string | null {
    const direct =
      this.#resolve(specifier, from) ??
      (specifier.startsWith('.') || specifier.startsWith('/') ? null : this.#resolve(`./${specifier}`, from));
    if (direct) return direct;
    const index = this.#packages.findIndex((name) => specifier === name || specifier.startsWith(`${name}/`));
    const root = this.#roots[index];
    return root ? this.#resolve(specifier, join(root, 'package.json')) : null;
  }
}
