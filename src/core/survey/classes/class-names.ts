/** The names a class goes by: its own, those of variables that hold it, and those it is exported under. */

import type { Declaration } from '../modules/declarations.js';
import type { Exported } from '../modules/module.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import { firstFrom, functionsAround, within } from '../syntax/find.js';
import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';
import type { Layer } from './layers.js';
import { classGiven } from './layers.js';

/**
 * The names by which a class of a module's top level is known there and outside, best first: compilers and bundlers
 * write `var _Dial = class _Dial {}; var Dial = _Dial; export { Dial }` and `export { x as Dial }`.
 */
export function namesOfClass(layer: Layer): string[] {
  const own = ownNameOf(layer.node, layer.module) ?? layer.name;
  // A class that a function makes goes by the name of that function.
  const isOfMixin = layer.name !== null && isMadeByCalls(layer);
  if (isOfMixin && layer.name && !isMade(layer.name)) return [layer.name];
  const before = NAMES.get(layer.node);
  if (before) return before;
  const held = isOfMixin ? localNamesOfMixin(layer) : localNamesOfClass(layer, own);
  const { exported: exports } = holdersIn(layer.module);
  const exported = [...held].flatMap((name) => exports.get(name) ?? []);
  const known = [...new Set([...held, ...exported])].sort((a, b) => Number(isMade(a)) - Number(isMade(b)));
  const names = known.every(isMade) ? [...nameByFile(layer.module, held), ...known] : known;
  NAMES.set(layer.node, names);
  return names;
}

/** The name of the file, without the mark of a bundler: of its default export, and of the one class it is there for. */
function nameByFile({ path, exports, program }: Module, held: ReadonlySet<string>): string[] {
  const [, name = ''] = /([^/\\]+?)(?:-[\w-]{8})?\.[cm]?[jt]s$/.exec(path) ?? [];
  if (!/^[A-Z]\w{2,}$/.test(name)) return [];
  const isHeld = (target: Exported) => target.kind === 'local' && held.has(target.name);
  const byDefault = exports.get('default');
  if (byDefault && isHeld(byDefault)) return [name];
  const [, ...others] = within('class', program, program).filter((one) => one.superClass);
  return others.length === 0 && [...exports.values()].some(isHeld) ? [name] : [];
}

/** The name of a class that a function makes, and those of the function, which a minifier may have left in exports only. */
function localNamesOfMixin(layer: Layer): Set<string> {
  const [outer] = functionsAround(layer.node, layer.module.program);
  const name = outer && 'id' in outer ? (outer.id?.name ?? null) : null;
  return new Set([...localNamesOfClass(layer, name), ...(layer.name ? [layer.name] : [])]);
}

/** Is a class one of many that a function makes, as against one in a function of its own that is called once? */
export function isMadeByCalls({ bindings, node, module }: Layer): boolean {
  if (bindings.size === 0) return false;
  const around = functionsAround(node, module.program);
  return around.length === 0 || around.some((one) => one.params.length > 0);
}

/** The name a class is shown by; null when it has none. */
export function shownNameOf(layer: Layer): string | null {
  // A default export without a name is kept under one that no code can write.
  const name = namesOfClass(layer).find((one) => /^[\p{ID_Start}$_]/u.test(one)) ?? null;
  const { id } = layer.node;
  return id && (name === null || isMade(name)) ? id.name : name;
}

/**
 * The name that a class gives itself, unless another class goes by it: what an expression calls itself is heard inside only,
 * and bundlers set apart what goes by one name in two modules: `const Pier$1 = class Pier {}`.
 */
export function ownNameOf(node: Ast.Class, module: Module): string | null {
  const name = node.id?.name ?? null;
  const outside =
    name !== null && node.type === 'ClassExpression' ? module.declarations.get(name) : undefined;
  if (outside?.kind === 'import') return null;
  const value = outside?.kind === 'class' ? outside.node : outside?.kind === 'variable' ? outside.init : null;
  const other = value && classGiven(value);
  return other && other !== node ? null : name;
}

/** Where an item comes from that a class above the component's own has. */
export function inheritedFrom(layer: Layer): { inheritedFrom?: string } {
  const name = shownNameOf(layer);
  return name ? { inheritedFrom: name } : {};
}

const NAMES = new WeakMap<Layer['node'], string[]>();

/** A name that a tool gave: too short to have been chosen, set apart from another, or that of a default export. */
function isMade(name: string): boolean {
  return name.length < 3 || name.startsWith('_') || /(?:_default|\$)\d*$/.test(name);
}

/** Names of the top level of its module that stand for a class, `own` among them. */
export function localNamesOfClass({ node, module }: Layer, own: string | null): Set<string> {
  const { holders } = holdersIn(module);
  const around = holders[firstFrom(holders, node.start + 1) - 1];
  const held = new Set(own === null ? [] : [own]);
  if (around && node.end <= around.end) held.add(around.name);
  return withAliases(held, module.declarations);
}

/** Names, and all those of other variables that are declared there to be one of them. */
export function withAliases(
  names: ReadonlySet<string>,
  declarations: ReadonlyMap<string, Declaration>,
): Set<string> {
  const aliases = aliasesIn(declarations);
  const known = new Set(names);
  // Names that are added on the way are looked at, too.
  for (const name of known) for (const alias of aliases.get(name) ?? []) known.add(alias);
  return known;
}

const ALIASES = new WeakMap<ReadonlyMap<string, Declaration>, Map<string, string[]>>();

/** Variables that are another name for one, by that one. */
function aliasesIn(declarations: ReadonlyMap<string, Declaration>): Map<string, string[]> {
  const known = ALIASES.get(declarations);
  if (known) return known;
  const aliases = new Map<string, string[]>();
  for (const [name, declaration] of declarations)
    if (declaration.kind === 'variable' && declaration.init?.type === 'Identifier')
      addTo(aliases, declaration.init.name, name);
  ALIASES.set(declarations, aliases);
  return aliases;
}

interface Holder {
  name: string;
  start: number;
  end: number;
}

interface Holders {
  /** What variables hold that are no other name for one, by place. */
  holders: Holder[];
  /** The names that local ones are exported under. */
  exported: Map<string, string[]>;
}

const HOLDERS = new WeakMap<Module, Holders>();

/** What the variables at the top level of a module stand for. */
function holdersIn(module: Module): Holders {
  const known = HOLDERS.get(module);
  if (known) return known;
  const exported = new Map<string, string[]>();
  const holders: Holder[] = [];
  for (const [name, declaration] of module.declarations) {
    if (declaration.kind !== 'variable' || !declaration.init) continue;
    const { init } = declaration;
    if (init.type !== 'Identifier') holders.push({ name, start: init.start, end: init.end });
  }
  for (const [name, target] of module.exports)
    if (name !== 'default' && target.kind === 'local') addTo(exported, target.name, name);
  const found = { exported, holders: holders.sort((a, b) => a.start - b.start) };
  HOLDERS.set(module, found);
  return found;
}

/** The name under which a module gives a class to those who import it, or null where it does not. */
export function exportNameOfClass(layer: Layer, module: Module, graph: ModuleGraph): string | null {
  const names = namesOfClass(layer);
  const leads = (exported: string) => {
    const found = graph.findExport(exported, module);
    return found?.module === layer.module && (names.includes(found.name) || isDeclaredBy(found, layer));
  };
  return [...names, ...module.exports.keys()].find(leads) ?? null;
}

function isDeclaredBy(found: NonNullable<ReturnType<ModuleGraph['findExport']>>, { node }: Layer): boolean {
  return found.declaration.kind === 'class' && found.declaration.node === node;
}
