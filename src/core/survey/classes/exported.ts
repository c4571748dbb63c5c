/**
 * Components of a framework that a function makes elements of. The class that it returns is the same for all of them:
 * what an element offers is what the component says of itself, by a decorator, or in the table a compiler made of that.
 */

import { classNamed } from '../folding/class-named.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { staticValue, unwrap } from '../folding/functions.js';
import { parameterNames } from '../folding/scopes.js';
import type { Module } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';

/** The static member that Angular's compiler gives components; it is called with the table. */
export const COMPILED_COMPONENT = 'ɵcmp';

/** The argument of a call that names a component, where the class that the called function makes is no subclass of it. */
export function exportedComponent(
  node: Ast.CallExpression,
  called: FunctionNode,
  made: Ast.Node,
  scope: Scope,
): Ast.Node | null {
  const { superClass = null } =
    made.type === 'ClassExpression' || made.type === 'ClassDeclaration' ? made : {};
  const isMixin =
    superClass?.type === 'Identifier' && called.params.flatMap(parameterNames).includes(superClass.name);
  return isMixin ? null : (node.arguments.find((one) => namesComponent(one, scope)) ?? null);
}

function namesComponent(node: Ast.Node, scope: Scope): boolean {
  const inner = unwrap(node);
  if (inner.type === 'ObjectExpression' || inner.type === 'Literal') return false;
  const place = classNamed(inner, scope);
  return place !== null && isComponentClass(place.node, place.scope.module);
}

/** Is it a component by its decorator, or by the table that a compiler made of that? */
export function isComponentClass(node: Ast.Class, module: Module): boolean {
  const { decorators = [] } = node;
  return (
    decorators.some(({ expression }) => isOfComponent(unwrap(expression))) ||
    staticValue(node, COMPILED_COMPONENT, module) !== null
  );
}

/** `@Component({ selector, template })` */
function isOfComponent(decorator: Ast.Node): boolean {
  const [told] = decorator.type === 'CallExpression' ? decorator.arguments : [];
  return (
    told !== undefined && ['selector', 'template', 'templateUrl'].some((key) => entryOf(told, key) !== null)
  );
}
