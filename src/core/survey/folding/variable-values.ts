/** What variables of a function are given: where they are declared, and by later statements. */

import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import type { FunctionNode } from './functions.js';
import { isFunction } from './functions.js';

const VALUES = new WeakMap<FunctionNode, Map<string, Ast.Node[]>>();

/** The values that a function itself gives a variable, in source order; functions inside have variables of their own. */
export function valuesOf(name: string, node: FunctionNode): readonly Ast.Node[] {
  const known = VALUES.get(node) ?? valuesIn(node);
  VALUES.set(node, known);
  return known.get(name) ?? [];
}

function valuesIn({ body }: FunctionNode): Map<string, Ast.Node[]> {
  const found = new Map<string, Ast.Node[]>();
  if (body)
    walk(body, (inner) => {
      if (inner.type === 'VariableDeclarator' && inner.id.type === 'Identifier' && inner.init)
        addTo(found, inner.id.name, inner.init);
      if (inner.type === 'AssignmentExpression' && inner.operator === '=' && inner.left.type === 'Identifier')
        addTo(found, inner.left.name, inner.right);
      return !isFunction(inner);
    });
  return found;
}
