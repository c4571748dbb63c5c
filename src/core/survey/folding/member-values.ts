/**
 * What a member of an object in a function may be: as the object is written, and as statements of that function may give
 * it something else later: `const shown = { name: 'info' }; if (invalid) shown.name = 'error';`
 */

import { functionsAround } from '../syntax/find.js';
import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
import type { FunctionNode } from './functions.js';
import { keyText, localDeclarations } from './functions.js';

/** The expressions that such a member is given, that of the object first; null for any other member. */
export function memberValues(node: Ast.MemberExpression, program: Ast.Program): Ast.Node[] | null {
  const key = memberKey(node);
  if (node.object.type !== 'Identifier' || key === null) return null;
  const { name } = node.object;
  for (const around of functionsAround(node, program).toReversed()) {
    const declared = localDeclarations(around).get(name);
    if (!declared) continue;
    const object = declared.kind === 'variable' ? declared.init : null;
    if (object?.type !== 'ObjectExpression') return null;
    const first = entryOf(object, key);
    const all = [...(first ? [first] : []), ...(assignedIn(around).get(`${name}.${key}`) ?? [])];
    return all.length > 0 ? all : null;
  }
  return null;
}

const ASSIGNED = new WeakMap<FunctionNode, Map<string, Ast.Node[]>>();

/** What a function gives to members of what its names stand for, by `name.member`. */
function assignedIn(node: FunctionNode): ReadonlyMap<string, Ast.Node[]> {
  const known = ASSIGNED.get(node);
  if (known) return known;
  const found = new Map<string, Ast.Node[]>();
  ASSIGNED.set(node, found);
  if (!node.body) return found;
  walk(node.body, (inner) => {
    if (inner.type !== 'AssignmentExpression' || inner.left.type !== 'MemberExpression') return true;
    const { object } = inner.left;
    const key = memberKey(inner.left);
    if (object.type === 'Identifier' && key !== null) addTo(found, `${object.name}.${key}`, inner.right);
    return true;
  });
  return found;
}

/** The name of a member where it is written out: `object.name`, `object['name']`. */
function memberKey({ property, computed }: Ast.MemberExpression): string | null {
  return computed && property.type !== 'Literal' ? null : keyText(property);
}
