/** Where a node of a function runs, and what is known there: conditions on the way to it, and rounds of loops around it. */

import type { Ast } from '../syntax/parse.js';
import { childrenOf } from '../syntax/parse.js';
import { fold } from './fold.js';
import type { Folded } from './folded.js';
import { isObjectLike, UNKNOWN } from './folded.js';
import type { Scope } from './functions.js';
import { isFunction } from './functions.js';
import { listRunOver, loopVariable, roundsOver, roundsOverNames } from './loops.js';
import { withBlock, withLocals } from './scopes.js';

/** More names than any table has, and more rounds of loops one in the other than are followed. */
const MOST = 1_000;

/**
 * What is known where a node of a function, or of a block, runs, for each of its runs: in loops once a round. None where
 * a condition on the way is not met, or nobody knows what a loop runs over.
 */
export function runsOf(root: Ast.Node, target: Ast.Node, scope: Scope): Scope[] {
  let runs: Scope[] = [isFunction(root) ? withLocals(scope, [root]) : scope];
  let node: Ast.Node = root;
  while (node !== target) {
    const next: Ast.Node | undefined = childrenOf(node).find(
      (one) => one.start <= target.start && target.end <= one.end,
    );
    if (!next) return [];
    runs = runs.flatMap((one) => enter(node, next, one)).slice(0, MOST);
    node = next;
  }
  return runs;
}

/** What is known in one part of a node, where its other parts lead there. */
function enter(node: Ast.Node, next: Ast.Node, scope: Scope): Scope[] {
  const where = (test: Ast.Node, isMet: boolean) => (mayBe(fold(test, scope), isMet) ? [scope] : []);
  switch (node.type) {
    case 'ForInStatement':
      return next === node.body ? roundsOverNames(node.right, loopVariable(node), next, scope) : [scope];
    case 'ForOfStatement':
      return next === node.body ? roundsOver(node.right, loopVariable(node), next, scope) : [scope];
    case 'CallExpression': {
      const { callee } = node;
      const list = listRunOver(callee);
      if (!isFunction(next) || next !== node.arguments[0] || !list || !next.body) return [scope];
      return roundsOver(list, next.params[0], next.body, scope);
    }
    case 'IfStatement':
    case 'ConditionalExpression':
      return next === node.test ? [scope] : where(node.test, next === node.consequent);
    case 'LogicalExpression':
      return next === node.right && node.operator !== '??'
        ? where(node.left, node.operator === '&&')
        : [scope];
    case 'BlockStatement': {
      const inner = withBlock(scope, new Map(), node);
      const before = node.body.filter((one) => one.end <= next.start);
      return before.every((one) => mayGoOn(one, inner)) ? [inner] : [];
    }
    default:
      return [scope];
  }
}

/** Of a condition that cannot be told it counts that it may be met. */
function mayBe(value: Folded, isMet: boolean): boolean {
  return value === UNKNOWN || (isObjectLike(value) || Boolean(value)) === isMet;
}

/** `if (left out) continue;`, `if (left out) return;`: not where that is so. */
function mayGoOn(statement: Ast.Node, scope: Scope): boolean {
  if (statement.type !== 'IfStatement' || statement.alternate) return true;
  const { consequent } = statement;
  const [only] = consequent.type === 'BlockStatement' ? consequent.body.slice(-1) : [consequent];
  const isEnd = only?.type === 'ContinueStatement' || only?.type === 'ReturnStatement';
  return !isEnd || mayBe(fold(statement.test, scope), false);
}
