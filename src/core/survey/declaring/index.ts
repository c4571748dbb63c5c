/** Components of which no code is there to be read: type declarations tell of them, and a script from elsewhere defines them. */

import type { Component } from '../../contract/types.js';
import type { Finding } from '../../findings/types.js';
import type { SurveyInput } from '../modules/input.js';
import type { ModuleGraph } from '../modules/modules.js';
import { isDeclaration } from '../syntax/file-names.js';
import { addTo } from '../syntax/lists.js';
import { componentOf } from './component.js';
import type { MappedTag } from './tag-maps.js';
import { mappedTags, TAG_MAP } from './tag-maps.js';

/**
 * The components that only type declarations tell of, besides the tags that code registers. `guarded` runs what may turn out
 * to be nested too deeply in the file at a path.
 */
export function declaredOnly(
  input: SurveyInput,
  graph: ModuleGraph,
  registered: ReadonlySet<string>,
  guarded: (path: string, step: () => void) => void,
): { components: Component[]; findings: Finding[] } {
  const declared = new Map<string, Component>();
  const others: [Component, Component][] = [];
  const paths = new Set([...(input.reader.declarations?.() ?? []), ...input.paths.filter(isDeclaration)]);
  const texts = new Set<string>();
  for (const path of paths) {
    // The same once more: beside what was made of it, or for another place.
    const text = input.reader.read(path) ?? '';
    if (texts.has(text)) continue;
    texts.add(text);
    guarded(path, () => {
      for (const one of declaredIn(path, input, graph, registered)) {
        const before = declared.get(one.tag);
        if (!before) declared.set(one.tag, one);
        else if (offers(one) !== offers(before)) others.push([one, before]);
      }
    });
  }
  return { components: [...declared.values()], findings: declaredTwice(others) };
}

function declaredIn(
  path: string,
  { reader, publicPath }: SurveyInput,
  graph: ModuleGraph,
  registered: ReadonlySet<string>,
): Component[] {
  if (!mayTellMore(reader.read(path) ?? '', registered)) return [];
  // Where a package has elements, the code beside declarations tells by itself of what they declare, and under which tag.
  const isAlone = registered.size === 0;
  const beside = path.replace(/\.d\.([cm]?)ts$/, '.$1js');
  const module = isAlone || reader.read(beside) === null ? graph.load(path) : null;
  if (!module) return [];
  const written = new Map<string, MappedTag[]>();
  for (const one of mappedTags(module, 'IntrinsicElements', graph)) addTo(written, one.tag, one);
  return mappedTags(module, TAG_MAP, graph)
    .filter((one) => !registered.has(one.tag))
    .flatMap((one) => componentOf(one, written.get(one.tag) ?? [], publicPath(path), isAlone, graph) ?? []);
}

/** The names of all that a component offers. */
function offers({ properties, methods, events }: Component): string {
  return JSON.stringify([properties, methods, events].map((list) => list.map((one) => one.name).sort()));
}

/** One finding for all tags that are declared once more in another way: packages do so for each place they are used in. */
function declaredTwice(others: readonly [Component, Component][]): Finding[] {
  const [first] = others;
  if (!first) return [];
  const [one, before] = first;
  const [, file = '', line = '1'] = /^(.*):(\d+)$/.exec(one.at ?? '') ?? [];
  const more = new Set(others.map(([{ tag }]) => tag)).size - 1;
  const rest = more === 0 ? '' : ` So ${more === 1 ? 'is 1 other tag' : `are ${more} other tags`}.`;
  return [
    {
      code: 'tag-registered-twice',
      level: 'note',
      place: { file, line: Number(line), column: 1 },
      message: `${one.tag}: is declared here in another way than at ${before.at}; the first one was taken.${rest}`,
      cure: 'Name the folder whose declarations are meant, below the package: npm:NAME/PATH.',
      tag: one.tag,
    },
  ];
}

/** May a tag map in a text hold a tag that is not known? Looked at before anything is parsed. */
function mayTellMore(source: string, known: ReadonlySet<string>): boolean {
  for (let at = source.indexOf(TAG_MAP); at >= 0; at = source.indexOf(TAG_MAP, at)) {
    const begin = source.indexOf('{', at);
    const end = source.indexOf('}', begin);
    if (begin < 0 || end < 0) return begin >= 0;
    // What it extends may hold more.
    if (/\bextends\b/.test(source.slice(at, begin))) return true;
    const keys = source.slice(begin + 1, end).matchAll(/(\[)|["']([^"'\n]{1,200})["']\s{0,9}\??\s{0,9}:/g);
    for (const [, computed, tag = ''] of keys) if (computed || !known.has(tag)) return true;
    at = end;
  }
  return false;
}
