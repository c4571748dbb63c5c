/** Descriptors that functions make, as decorators of a project's own hand them to `Object.defineProperty`. */

import { callableOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import { UNKNOWN } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import { unwrap } from '../folding/functions.js';
import { calledWith, withLocals } from '../folding/scopes.js';
import type { Ast } from '../syntax/parse.js';

/** A descriptor that is written out, and what the names in it stand for. */
export interface Descriptor {
  node: Ast.ObjectExpression;
  scope: Scope;
}

const DEEPEST = 6;
const MOST = 8;

/** The descriptors that an expression may be worth: as written, or as the functions that it calls return them. */
export function descriptorsOf(expression: Ast.Node, scope: Scope, depth = 0): Descriptor[] {
  const node = unwrap(expression);
  if (depth > DEEPEST) return [];
  const inner = (next: Ast.Node, place = scope) => descriptorsOf(next, place, depth + 1);
  switch (node.type) {
    case 'ObjectExpression':
      return [{ node, scope }];
    case 'ConditionalExpression': {
      const test = fold(node.test, scope);
      const branches =
        test === UNKNOWN ? [node.consequent, node.alternate] : [test ? node.consequent : node.alternate];
      return branches.flatMap((one) => inner(one)).slice(0, MOST);
    }
    case 'Identifier': {
      const bound = scope.bindings?.get(node.name);
      return bound && !('value' in bound) ? inner(bound.node, bound.scope) : [];
    }
    case 'CallExpression': {
      const made = callableOf(node.callee, scope);
      if (!made) return [];
      const bindings = calledWith(made, node.arguments, scope);
      const place = withLocals({ ...made.scope, bindings }, [made.node]);
      return resultsOf(made.node.body, place)
        .flatMap((one) => inner(one, place))
        .slice(0, MOST);
    }
    default:
      return [];
  }
}

/** What a body may return, as far as conditions do not say which it is. */
function resultsOf(body: Ast.Node | null, scope: Scope): Ast.Node[] {
  if (body && body.type !== 'BlockStatement') return [body];
  const results: Ast.Node[] = [];
  addResults(body?.body ?? [], scope, results);
  return results;
}

/** Whether the statements end in a return, whichever way they take. */
function addResults(statements: readonly Ast.Node[], scope: Scope, results: Ast.Node[]): boolean {
  for (const statement of statements) {
    if (statement.type === 'ReturnStatement') {
      if (statement.argument) results.push(statement.argument);
      return true;
    }
    if (statement.type === 'BlockStatement' && addResults(statement.body, scope, results)) return true;
    if (statement.type !== 'IfStatement') continue;
    const test = fold(statement.test, scope);
    const ways = [
      ...(test === UNKNOWN || test ? [statement.consequent] : []),
      ...(test === UNKNOWN || !test ? [statement.alternate] : []),
    ];
    if (ways.map((one) => one !== null && addResults([one], scope, results)).every(Boolean)) return true;
  }
  return false;
}
