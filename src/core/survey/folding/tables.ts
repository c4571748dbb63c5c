/** Tables of members written as objects, through the names, spreads and helpers they are put together with. */

import type { Module } from '../modules/modules.js';
import { classAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { classesFrom } from './callables.js';
import { classNamed } from './class-named.js';
import { fold } from './fold.js';
import type { Folded } from './folded.js';
import type { Scope } from './functions.js';
import { staticValue, unwrap } from './functions.js';
import { keyName } from './literals.js';
import { heldBy } from './named.js';

export interface TableEntry {
  name: string;
  value: Folded;
  /** Where the entry stands. */
  node: Ast.ObjectProperty;
  module: Module;
}

const DEEPEST = 10;

/** The entries of a table; what cannot be followed is left out. */
export function tableEntries(expression: Ast.Node, scope: Scope, depth = 0, isOthers = false): TableEntry[] {
  if (depth > DEEPEST) return [];
  const node = unwrap(expression);
  const inner = (next: Ast.Node) => tableEntries(next, scope, depth + 1, isOthers);
  switch (node.type) {
    case 'ObjectExpression':
      return node.properties.flatMap((one): TableEntry[] => {
        if (one.type === 'SpreadElement') return inner(one.argument);
        const name = keyName(one.key, one.computed, (key) => fold(key, scope));
        return name === null
          ? []
          : [{ name, value: fold(one.value, scope), node: one, module: scope.module }];
      });
    case 'CallExpression':
      return node.arguments.flatMap(inner);
    case 'ConditionalExpression':
      return [...inner(node.consequent), ...inner(node.alternate)];
    case 'Identifier': {
      const held = heldBy(node.name, scope);
      return held && !('value' in held) ? tableEntries(held.node, held.scope, depth + 1, isOthers) : [];
    }
    case 'MemberExpression': {
      if (node.computed || node.property.type !== 'Identifier') return [];
      const { object, property } = node;
      // What stands above the class itself is read there.
      if (object.type === 'Super' && !isOthers) return [];
      const value = staticTable(object, property.name, scope);
      return value
        ? tableEntries(value.node, value.scope, depth + 1, isOthers || object.type === 'Identifier')
        : [];
    }
    default:
      return [];
  }
}

/**
 * `...OtherClass.properties`, and `...this.shared` in a static member: of that class, or of one above it; `...super.properties`
 * of one above.
 */
function staticTable(object: Ast.Node, name: string, scope: Scope): { node: Ast.Node; scope: Scope } | null {
  const isAround = object.type === 'ThisExpression' || object.type === 'Super';
  const own = isAround ? classAround(object, scope.module.program) : null;
  const first = own ? { node: own, scope } : object.type === 'Identifier' ? classNamed(object, scope) : null;
  for (const place of classesFrom(first)) {
    if (object.type === 'Super' && place.node === own) continue;
    const value = staticValue(place.node, name, place.scope.module);
    if (value) return { node: value, scope: place.scope };
  }
  return null;
}
