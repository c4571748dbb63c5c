/** Components of which no code is there to be read: type declarations tell of them, and a script from elsewhere defines them. */

import type { Component } from '../../contract/types.js';
import type { SurveyInput } from '../modules/input.js';
import type { ModuleGraph } from '../modules/modules.js';
import { addTo } from '../syntax/lists.js';
import { componentOf } from './component.js';
import type { MappedTag } from './tag-maps.js';
import { mappedTags } from './tag-maps.js';

/** The components that a module of declarations tells of, besides those that are known; `isAlone` where code has none. */
export function declaredIn(
  path: string,
  { reader, publicPath }: SurveyInput,
  graph: ModuleGraph,
  known: ReadonlySet<string>,
  isAlone: boolean,
): Component[] {
  if (!mayTellMore(reader.read(path) ?? '', known)) return [];
  // Where a package has elements, the code beside declarations tells by itself of what they declare, and under which tag.
  const beside = path.replace(/\.d\.([cm]?)ts$/, '.$1js');
  const module = isAlone || reader.read(beside) === null ? graph.load(path) : null;
  if (!module) return [];
  const written = new Map<string, MappedTag[]>();
  for (const one of mappedTags(module, 'IntrinsicElements', graph)) addTo(written, one.tag, one);
  return mappedTags(module, 'TagNameMap', graph)
    .filter((one) => !known.has(one.tag))
    .flatMap((one) => componentOf(one, written.get(one.tag) ?? [], publicPath(path), isAlone, graph) ?? []);
}

/** May a tag map in a text hold a tag that is not known? Looked at before anything is parsed. */
function mayTellMore(source: string, known: ReadonlySet<string>): boolean {
  for (let at = source.indexOf(MAP); at >= 0; at = source.indexOf(MAP, at)) {
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

const MAP = 'TagNameMap';
