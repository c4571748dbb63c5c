/** The class behind an expression that names one. */

import type { Ast } from '../syntax/parse.js';
import { moduleMember } from './bundled.js';
import type { Scope } from './functions.js';
import { isFunction, returned, unwrap } from './functions.js';
import { selfNamed, withLocals } from './scopes.js';

const DEEPEST = 48;

/** A class, and where what it names is looked up. */
export interface ClassPlace {
  node: Ast.Class;
  scope: Scope;
}

/**
 * The class that an expression names, through names and what they are bound to; of a mixin's call, the
 * class given, of a method's, the class it is called on.
 */
export function classNamed(expression: Ast.Node, scope: Scope, depth = 0): ClassPlace | null {
  if (depth > 8) return null;
  let node = unwrap(expression);
  let inner = scope;
  for (let count = 0; count < DEEPEST; count += 1) {
    if (node.type === 'ClassDeclaration' || node.type === 'ClassExpression') return { node, scope: inner };
    if (node.type === 'CallExpression') {
      for (const one of node.arguments) {
        const given = classNamed(one, inner, depth + 1);
        if (given) return given;
      }
      const callee = unwrap(node.callee);
      if (callee.type === 'MemberExpression') return classNamed(callee.object, inner, depth + 1);
      // A class in a function of its own, as compilers of decorators write it.
      const made = isFunction(callee) ? returned(callee) : null;
      return made && isFunction(callee) ? classNamed(made, withLocals(inner, [callee]), depth + 1) : null;
    }
    if (node.type === 'MemberExpression') {
      const next = moduleMember(node, inner);
      if (!next) return null;
      [node, inner] = [unwrap(next.node), next.scope];
      continue;
    }
    if (node.type === 'AssignmentExpression')
      return classNamed(node.right, inner, depth + 1) ?? classNamed(node.left, inner, depth + 1);
    if (node.type !== 'Identifier' && node.type !== 'ThisExpression') return null;
    const itself = node.type === 'Identifier' ? selfNamed(node, inner) : null;
    if (itself) return { node: itself, scope: inner };
    const name = node.type === 'Identifier' ? node.name : 'this';
    const bound = inner.bindings?.get(name);
    if (bound) {
      if ('value' in bound) return null;
      [node, inner] = [unwrap(bound.node), bound.scope];
      continue;
    }
    const found = node.type === 'Identifier' ? inner.graph.find(name, inner.module) : null;
    if (!found) return null;
    inner = { graph: scope.graph, module: found.module };
    const { declaration } = found;
    if (declaration.kind === 'class') return { node: declaration.node, scope: inner };
    if (declaration.kind !== 'variable' || !declaration.init) return null;
    node = unwrap(declaration.init);
  }
  return null;
}
