/** Classes whose members a helper copies onto another: `applyMixins(TheClass, One, Two)` beside the class. */

import { callableOf } from '../folding/callables.js';
import type { Scope } from '../folding/functions.js';
import { unwrap } from '../folding/functions.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { aboutClass } from './about.js';
import type { Layer } from './layers.js';

/** The expressions for the classes that are copied onto a class, in the order they are given. */
export function appliedClasses(
  layer: Layer,
  scope: Scope,
  graph: ModuleGraph,
): { node: Ast.Node; scope: Scope; name: null }[] {
  return aboutClass(layer, scope, graph).flatMap(({ node, scope: inner, isClass }) => {
    if (node.type !== 'CallExpression' || node.arguments.length < 2) return [];
    const [first, ...others] = node.arguments;
    if (!first || !isClass(first) || !others.every((one) => unwrap(one).type === 'Identifier')) return [];
    return copiesMembers(node.callee, inner)
      ? others.map((one) => ({ node: one as Ast.Node, scope: inner, name: null }))
      : [];
  });
}

function copiesMembers(callee: Ast.Node, scope: Scope): boolean {
  const called = callableOf(callee, scope);
  if (!called) return false;
  const { node, scope: place } = called;
  const text = place.module.source.slice(node.start, node.end);
  return (
    /getOwnPropertyNames|getOwnPropertyDescriptors|Reflect\.ownKeys/.test(text) &&
    /defineProperty|defineProperties/.test(text)
  );
}
