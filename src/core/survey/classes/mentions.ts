/** Where code names members: those of classes above, of prototypes, of classes. */

import type { Module } from '../modules/modules.js';
import { within } from '../syntax/find.js';
import { addTo } from '../syntax/lists.js';
import type { Ast, Program } from '../syntax/parse.js';

const NAMES = new WeakMap<Ast.Node, Set<string>>();

/** The names that are written in a node; private ones keep their mark: `#name`. */
export function namesWritten(node: Ast.Node, program: Program): Set<string> {
  let names = NAMES.get(node);
  if (!names) {
    names = new Set([
      ...within('name', node, program).map((one) => one.name),
      ...within('private', node, program).map((one) => `#${one.name}`),
    ]);
    NAMES.set(node, names);
  }
  return names;
}

const PLACES = new WeakMap<Program, Map<string, Ast.Span[]>>();

/** Where a name is written in a module, as a name or as a text. */
export function placesOfName(name: string, program: Program): readonly Ast.Span[] {
  let places = PLACES.get(program);
  if (!places) {
    places = new Map();
    for (const one of within('name', program, program)) addTo(places, one.name, one);
    for (const one of within('private', program, program)) addTo(places, `#${one.name}`, one);
    for (const one of within('text', program, program))
      if (one.type === 'Literal' && one.value.length < LONGEST_NAME) addTo(places, one.value, one);
    PLACES.set(program, places);
  }
  return places.get(name) ?? [];
}

const LONGEST_NAME = 60;

/** The members of classes above that a class reaches for. */
export interface ReachesAbove {
  /** By a name that is not written out. */
  any: boolean;
  bySuper: Map<string, Ast.Span[]>;
}

const REACHES = new WeakMap<Ast.Class, ReachesAbove>();

/** What a class reaches for in those above it: `super.name`, and, as compilers write it, `get(..., 'name', this)`. */
export function reachesAbove(node: Ast.Class, module: Module): ReachesAbove {
  let reaches = REACHES.get(node);
  if (!reaches) {
    const { source, program } = module;
    const text = source.slice(node.body.start, node.body.end);
    const bySuper = placesOf(/\bsuper\s?\??\.\s{0,40}([\w$]+)/g, text, node.body.start);
    for (const one of within('text', node.body, program))
      if (one.type === 'Literal' && one.value.length < LONGEST_NAME) addTo(bySuper, one.value, one);
    reaches = { any: /\bsuper\s?\[\s{0,40}[^'"\]\s]/.test(text), bySuper };
    REACHES.set(node, reaches);
  }
  return reaches;
}

const PROTOTYPES = new WeakMap<Module, Map<string, Ast.Span[]>>();

/** Where a module reads members of prototypes, by their names. */
export function prototypesNamed(module: Module): Map<string, Ast.Span[]> {
  let named = PROTOTYPES.get(module);
  if (!named) {
    named = placesOf(/\bprototype\s?\??\.\s{0,40}([\w$]+)(?![\w$])(?!\s{0,40}=[^=])/g, module.source, 0);
    PROTOTYPES.set(module, named);
  }
  return named;
}

function placesOf(pattern: RegExp, text: string, start: number): Map<string, Ast.Span[]> {
  const places = new Map<string, Ast.Span[]>();
  for (const match of text.matchAll(pattern)) {
    const at = start + match.index;
    addTo(places, match[1] ?? '', { start: at, end: at + match[0].length });
  }
  return places;
}

/** Where a module reads a member of a class by any holder but `this`, or names it in a text. */
export function staticReads(name: string, { source, program }: Module): Ast.Span[] {
  return placesOfName(name, program).filter((place) => {
    const holder = HOLDER.exec(source.slice(Math.max(0, place.start - LONGEST_HOLDER), place.start))?.[1];
    const isGiven = /^\s*=[^=]/.test(source.slice(place.end, place.end + LONGEST_HOLDER));
    const isText = /['"`]/.test(source[place.start] ?? '');
    return isText || (holder !== undefined && holder !== 'this' && !isGiven);
  });
}

const HOLDER = /([\w$)\]]+)\s*\??\.\s*$/;
const LONGEST_HOLDER = 40;
