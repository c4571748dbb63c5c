/** What is assigned to the members of a class from outside: `Dial.styles = ...`. */

import type { Module } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { localNamesOfClass } from './class-names.js';
import type { Layer } from './layers.js';

const ASSIGNED = new WeakMap<Module, Map<string, Map<string, Ast.Node>>>();
const NOTHING: ReadonlyMap<string, Ast.Node> = new Map();

/** Right-hand sides of `name.member = ...` at the top level of a module, by member. */
export function assignedTo({
  module,
  name,
}: {
  module: Module;
  name: string | null;
}): ReadonlyMap<string, Ast.Node> {
  let byHolder = ASSIGNED.get(module);
  if (!byHolder) {
    byHolder = new Map();
    for (const [key, value] of module.assigned) {
      const dot = key.indexOf('.');
      const holder = key.slice(0, dot);
      const members = byHolder.get(holder) ?? new Map<string, Ast.Node>();
      byHolder.set(holder, members.set(key.slice(dot + 1), value));
    }
    ASSIGNED.set(module, byHolder);
  }
  return (name === null ? undefined : byHolder.get(name)) ?? NOTHING;
}

/** The same of a class, by all names that it goes by at the top level of its module; its own comes first. */
export function assignedToClass(layer: Layer): ReadonlyMap<string, Ast.Node> {
  const { module, name } = layer;
  const given = [...localNamesOfClass(layer, name)].map((one) => assignedTo({ module, name: one }));
  return given.length === 1 ? (given[0] ?? NOTHING) : new Map(given.flatMap((one) => [...one]).reverse());
}
