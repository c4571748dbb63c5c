/** The strings an expression may be worth where it depends on a condition: `open ? 'opened' : 'closed'`. */

import { isWithin } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { callableOf, insideOf } from './callables.js';
import { fold } from './fold.js';
import { asString } from './folded.js';
import type { Scope } from './functions.js';
import { returned } from './functions.js';
import { heldText } from './held.js';
import { memberValues } from './member-values.js';

const MOST = 16;
const DEEPEST = 6;

/** Every string the expression may be worth as far as the source tells; empty when it tells nothing. */
export function alternatives(node: Ast.Node, scope: Scope, depth = 0): string[] {
  const inner = (next: Ast.Node) => alternatives(next, scope, depth + 1);
  const given = node.type === 'MemberExpression' ? memberValues(node, scope.module.program) : null;
  if (given && depth <= DEEPEST) return [...new Set(given.flatMap(inner))].slice(0, MOST);
  // What a condition is worth in one call of a function, it need not be in another.
  const depends = node.type === 'ConditionalExpression' || node.type === 'TemplateLiteral';
  const value = depends ? null : asString(fold(node, scope));
  if (value !== null) return [value];
  if (depth > DEEPEST) return [];
  switch (node.type) {
    case 'ConditionalExpression':
      return [...new Set([...inner(node.consequent), ...inner(node.alternate)])].slice(0, MOST);
    case 'LogicalExpression':
      return [...new Set([...inner(node.left), ...inner(node.right)])].slice(0, MOST);
    case 'TSAsExpression':
    case 'TSSatisfiesExpression':
    case 'TSNonNullExpression':
    case 'ParenthesizedExpression':
      return inner(node.expression);
    case 'TemplateLiteral':
      return node.quasis.reduce<string[]>(
        (texts, quasi, index) => {
          const hole = node.expressions[index];
          const fillings = hole ? inner(hole) : [''];
          return texts
            .flatMap((text) => fillings.map((filling) => text + (quasi.value.cooked ?? '') + filling))
            .slice(0, MOST);
        },
        [''],
      );
    case 'Identifier': {
      const bound = scope.bindings?.get(node.name);
      return bound && !('value' in bound) ? alternatives(bound.node, bound.scope, depth + 1) : [];
    }
    case 'CallExpression': {
      const called = callableOf(node.callee, scope);
      const result = called && !called.node.async && !called.node.generator ? returned(called.node) : null;
      // What a function gives where it calls itself, it may give without.
      const isItself = called?.scope.module === scope.module && isWithin(node, [called.node]);
      if (!called || !result || isItself) return [];
      return alternatives(result, insideOf(called, node, scope), depth + 1);
    }
    case 'MemberExpression': {
      const held = heldText(node, scope);
      return held === null ? [] : [held];
    }
    default:
      return [];
  }
}
