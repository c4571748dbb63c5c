/** The names a class goes by: its own, those of variables that hold it, and those it is exported under. */

import type { Layer } from './layers.js';
import type { Module, ModuleGraph } from './modules.js';

/**
 * The names by which a class of a module's top level is known there and outside, best first: compilers and bundlers
 * write `var _Dial = class _Dial {}; var Dial = _Dial; export { Dial }` and `export { x as Dial }`.
 */
export function namesOfClass(layer: Layer): string[] {
  const own = layer.node.id?.name ?? layer.name;
  // A class that a function makes goes by the name of that function.
  if (layer.bindings.size > 0) return layer.name ? [layer.name] : [];
  const known = NAMES.get(layer.node);
  if (known) return known;
  const held = localNamesOfClass(layer, own);
  const exported: string[] = [];
  for (const [name, target] of layer.module.exports) {
    if (name !== 'default' && target.kind === 'local' && held.has(target.name)) exported.push(name);
  }
  const names = [...new Set([...held, ...exported])].sort((a, b) => Number(isMade(a)) - Number(isMade(b)));
  NAMES.set(layer.node, names);
  return names;
}

/** The name a class is shown by; null when it has none. */
export function shownNameOf(layer: Layer): string | null {
  return namesOfClass(layer)[0] ?? null;
}

/** Where an item comes from that a class above the component's own has. */
export function inheritedFrom(layer: Layer): { inheritedFrom?: string } {
  const name = shownNameOf(layer);
  return name ? { inheritedFrom: name } : {};
}

const NAMES = new WeakMap<Layer['node'], string[]>();

/** A name that a tool gave: too short to have been chosen, or set apart from another. */
function isMade(name: string): boolean {
  return name.length < 3 || name.startsWith('_');
}

/** Names of the top level of its module that stand for a class, `own` among them. */
export function localNamesOfClass({ node, module }: Layer, own: string | null): Set<string> {
  const held = new Set(own === null ? [] : [own]);
  for (const [name, declaration] of module.declarations) {
    if (declaration.kind !== 'variable' || !declaration.init) continue;
    const { init } = declaration;
    const holds = init.type === 'Identifier' ? held.has(init.name) : isAround(init, node);
    if (holds) held.add(name);
  }
  return held;
}

function isAround(outer: { start: number; end: number }, inner: { start: number; end: number }): boolean {
  return outer.start <= inner.start && inner.end <= outer.end;
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
