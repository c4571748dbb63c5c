/**
 * Decorators of the material that do not register the class they are put on, but one that they make of it:
 * `const pier = (tag) => (Base) => { class Made extends Base { ... } customElements.define(tag, Made); }`.
 */

import { chainOf } from '../classes/classes.js';
import { returnedFunction } from '../folding/callables.js';
import type { Scope } from '../folding/functions.js';
import { calledWith } from '../folding/scopes.js';
import type { Ast } from '../syntax/parse.js';
import { registeredIn } from './helpers.js';
import type { Finding } from './registering.js';

/** What a decorator call registers in place of the class `target`, by tag. */
export function madeByDecorator(
  node: Ast.CallExpression,
  target: Ast.Node,
  scope: Scope,
  place: Ast.Node,
): Map<string, Finding> {
  const decorator = returnedFunction(node, scope);
  if (decorator?.node.params[0]?.type !== 'Identifier') return new Map();
  const bindings = calledWith(decorator, [target as Ast.Argument], scope);
  const found = registeredIn(
    { ...decorator, scope: { ...decorator.scope, bindings } },
    node,
    scope,
    'on-import',
  );
  const classesOf = (one: { node: Ast.Node; scope: Scope }) =>
    chainOf({ ...one, name: null }, scope.graph).layers.map((layer) => layer.node);
  const [decorated] = found.length > 0 ? classesOf({ node: target, scope }) : [];
  if (!decorated) return new Map();
  return new Map(
    found
      .filter((one) => classesOf(one).indexOf(decorated) > 0)
      // The class is there to be read, whoever's function makes it.
      .map(({ called: _called, ...one }) => [one.tag, { ...one, place, decorated }]),
  );
}
