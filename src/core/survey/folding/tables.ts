/** Tables of members written as objects, through the names, spreads and helpers they are put together with. */

import type { Module } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { fold } from './fold.js';
import type { Folded } from './folded.js';
import type { Scope } from './functions.js';
import { staticValue, unwrap } from './functions.js';
import { keyName } from './literals.js';

export interface TableEntry {
  name: string;
  value: Folded;
  /** Where the entry stands. */
  node: Ast.ObjectProperty;
  module: Module;
}

const DEEPEST = 10;

/** The entries of a table; what cannot be followed is left out. */
export function tableEntries(expression: Ast.Node, scope: Scope, depth = 0): TableEntry[] {
  if (depth > DEEPEST) return [];
  const node = unwrap(expression);
  const inner = (next: Ast.Node) => tableEntries(next, scope, depth + 1);
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
      const bound = scope.bindings?.get(node.name);
      if (bound) return 'value' in bound ? [] : tableEntries(bound.node, bound.scope, depth + 1);
      const found = scope.graph.find(node.name, scope.module);
      if (found?.declaration.kind !== 'variable' || !found.declaration.init) return [];
      return tableEntries(found.declaration.init, { graph: scope.graph, module: found.module }, depth + 1);
    }
    case 'MemberExpression': {
      // `...OtherClass.properties`
      if (node.computed || node.object.type !== 'Identifier' || node.property.type !== 'Identifier')
        return [];
      const found = scope.graph.find(node.object.name, scope.module);
      if (found?.declaration.kind !== 'class') return [];
      const value = staticValue(found.declaration.node, node.property.name, found.module);
      return value ? tableEntries(value, { graph: scope.graph, module: found.module }, depth + 1) : [];
    }
    default:
      return [];
  }
}
