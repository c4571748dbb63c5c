/**
 * Constructor functions that make their element by `Reflect.construct`, as code does that gives a component of another
 * making to the registry without a class of its own:
 * `function Dial() { const self = Reflect.construct(HTMLElement, [], Dial); ... return self; }`.
 * Each becomes a class with that constructor; what is put on its prototype stands outside of it.
 */

import { isReflectConstruct, namesOfThis, restoreThis } from './older-this.js';
import type { Ast } from './parse.js';
import { walk } from './parse.js';
import { classNode, memberNode, placeOf } from './tree.js';

/** Can a text hold such a function at all? */
export const CONSTRUCTED = /\bReflect\.construct\(/;

/** The class that such a function stands for, or null. */
export function constructedClass(node: Ast.Node): Ast.Class | null {
  if (node.type !== 'FunctionDeclaration' && node.type !== 'FunctionExpression') return null;
  if (!node.body || !node.id || node.params.length > 0 || node.async || node.generator) return null;
  const superClass = constructedIn(node.body, node.id.name);
  if (!superClass) return null;
  const names = namesOfThis(node);
  if (names.size > 0) restoreThis(node.body, names);
  // The constructor must not stand around the class: its place is that of its body.
  const place = placeOf(node.body);
  const value = { ...node, type: 'FunctionExpression', id: null, ...place };
  const made = classNode(node, {
    id: node.id,
    superClass,
    members: [memberNode(place, 'constructor', { type: 'MethodDefinition', kind: 'constructor', value })],
  });
  return node.type === 'FunctionDeclaration' ? ({ ...made, type: 'ClassDeclaration' } as Ast.Class) : made;
}

/** The class above in `Reflect.construct(HTMLElement, [], Dial)`, where that stands in the function itself. */
function constructedIn(body: Ast.Node, name: string): Ast.Expression | null {
  let found: Ast.Expression | null = null;
  walk(body, (node) => {
    if (found || /Function/.test(node.type)) return false;
    if (node.type !== 'CallExpression' || !isReflectConstruct(node)) return true;
    const [above, , target] = node.arguments;
    if (above?.type === 'Identifier' && target?.type === 'Identifier' && target.name === name) found = above;
    return true;
  });
  return found;
}
