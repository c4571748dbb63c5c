/** Follows the statements of a function as far as they are constant: what a call of it returns. */

import type { Ast } from '../syntax/parse.js';
import { replacedName } from '../syntax/replaced.js';
import { Bindings } from './bindings.js';
import type { Running } from './changing.js';
import { keep, runExpression } from './changing.js';
import { entriesOf } from './collections.js';
import type { Folded } from './folded.js';
import { isFoldedObject, isObjectLike, isSame, UNKNOWN } from './folded.js';
import type { Bound, Callable, Holder, Scope } from './functions.js';
import { boundTo, holderOf } from './functions.js';
import { keptLater } from './kept.js';
import { changedIn, makeUncertain } from './uncertain.js';

/** Folds an expression; `spend` takes a step, and says whether there was one left to take. */
export interface Folder {
  fold(node: Ast.Node, scope: Scope, depth: number): Folded;
  spend(): boolean;
}

interface Run extends Running {
  depth: number;
  folder: Folder;
  /** Lists that are returned on ways of which nobody knows whether they are taken. */
  early: Folded[][];
  /** Ends of rounds, one inside the rest of another, of which nobody knows whether they come. */
  perhaps: number;
}

function startIn(scope: Scope, depth: number, folder: Folder): Run {
  const bindings = new Bindings(scope.bindings);
  return { scope: { ...scope, bindings }, depth, folder, early: [], perhaps: 0 };
}

/** What a statement comes to: nothing yet, the end of a round (for sure, or perhaps) or of a loop, a returned value. */
type Outcome = { returns: Folded } | { leaves: 'round' | 'perhaps' | 'loop' } | null;

const LOST: Outcome = { returns: UNKNOWN };
const LONGEST_LOOP = 1_000;
const MOST_PERHAPS = 16;

/** What a function returns, its parameters being bound in its scope already. */
export function runBody({ node, scope }: Callable, caller: Scope, depth: number, folder: Folder): Folded {
  const { trial = caller.trial } = scope;
  const held = { ...heldBy(scope, caller), ...(trial ? { trial } : {}) };
  const run = startIn({ ...scope, ...held }, depth, folder);
  if (!node.body) return UNKNOWN;
  if (node.body.type !== 'BlockStatement') return resultOf(node.body, run);
  // A function that puts another in its own place calls that from then on.
  const replaced = replacedName(node);
  if (replaced !== null) run.scope.bindings.set(replaced, { node, scope });
  const outcome = runAll(node.body.body, run);
  const returned = outcome && 'returns' in outcome ? outcome.returns : undefined;
  if (run.early.length === 0) return returned;
  const last = Array.isArray(returned) ? returned : [];
  return [...new Set<Folded>([...run.early.flat(), ...last, UNKNOWN])];
}

/**
 * A scope in which the names of a function are known as the statements in front of a place in it leave them: lists that
 * are filled, objects that get members. Null where these do not lead there, or nobody knows what they do.
 */
export function scopeAt(place: Ast.Node, { node, scope }: Callable, folder: Folder): Scope | null {
  if (!node.body) return null;
  const run = startIn(scope, 0, folder);
  return leadsTo(place, node.body, run) && run.early.length === 0 ? run.scope : null;
}

/** Runs what stands in front of a place in a statement or an expression; false where that does not lead there. */
function leadsTo(place: Ast.Node, node: Ast.Node, run: Run, deep = 0): boolean {
  const isIn = (one: Ast.Node | null) => one !== null && one.start <= place.start && place.end <= one.end;
  const further = (one: Ast.Node) => leadsTo(place, one, run, deep + 1);
  if (deep > DEEPEST) return true;
  switch (node.type) {
    case 'BlockStatement': {
      const before = node.body.filter((one) => one.end <= place.start);
      const around = node.body.find(isIn);
      return runAll(before, run) === null && (!around || further(around));
    }
    case 'ReturnStatement':
      return !node.argument || further(node.argument);
    case 'ExpressionStatement':
      return further(node.expression);
    case 'SequenceExpression':
      for (const one of node.expressions) {
        if (isIn(one)) return further(one);
        runEffects(one, run);
      }
      return true;
    case 'LogicalExpression':
      if (isIn(node.right)) runEffects(node.left, run);
      return further(isIn(node.right) ? node.right : node.left);
    case 'IfStatement':
    case 'ConditionalExpression': {
      const branch = [node.consequent, node.alternate].find(isIn);
      return !branch || further(branch);
    }
    default:
      return true;
  }
}

/** `this` and `super` of an arrow function or a getter are those of the class it stands in. */
function heldBy(scope: Scope, caller: Scope): Holder {
  return { ...(scope.module === caller.module ? holderOf(caller) : {}), ...holderOf(scope) };
}

function runAll(statements: readonly Ast.Node[], run: Run): Outcome {
  for (const [index, statement] of statements.entries()) {
    if (!run.folder.spend()) return LOST;
    const outcome = runOne(statement, run);
    if (outcome && 'leaves' in outcome && outcome.leaves === 'perhaps')
      return runPerhaps(statements.slice(index + 1), run);
    if (outcome) return outcome;
  }
  return null;
}

/** The rest of a round that may have ended before: what it changes is uncertain. */
function runPerhaps(statements: readonly Ast.Node[], run: Run): Outcome {
  const { perhaps } = run;
  if (perhaps >= MOST_PERHAPS) return LOST;
  const bindings = new Bindings(run.scope.bindings);
  const outcome = runAll(statements, { ...run, scope: { ...run.scope, bindings }, perhaps: perhaps + 1 });
  if (outcome && ('returns' in outcome || outcome.leaves === 'loop')) return LOST;
  for (const [name, bound] of changedIn(bindings, run)) makeUncertain(name, bound, run);
  return { leaves: 'perhaps' };
}

function runOne(node: Ast.Node, run: Run): Outcome {
  const value = (next: Ast.Node) => run.folder.fold(next, run.scope, run.depth + 1);
  switch (node.type) {
    case 'ReturnStatement':
      return { returns: node.argument ? resultOf(node.argument, run) : undefined };
    case 'VariableDeclaration':
      for (const one of node.declarations) declare(one, run, value);
      return null;
    case 'IfStatement': {
      const missing = keptLater(node, run.scope);
      for (const member of missing) if (value(member) === UNKNOWN) keep(member, undefined, run);
      const test = value(node.test);
      if (test === UNKNOWN)
        return missing.length > 0 ? runOne(node.consequent, run) : unknownBranch(node, run);
      const branch = isObjectLike(test) || test ? node.consequent : node.alternate;
      return branch ? runOne(branch, run) : null;
    }
    case 'BlockStatement':
      return runAll(node.body, run);
    case 'ForOfStatement':
    case 'ForInStatement':
      return runLoop(node, run, value);
    case 'ForStatement':
      return runCounted(node, run, value);
    case 'ExpressionStatement':
      runEffects(node.expression, run);
      return null;
    case 'SwitchStatement':
      return runSwitch(node, run, value);
    case 'FunctionDeclaration':
    case 'ClassDeclaration':
      if (node.id) run.scope.bindings.set(node.id.name, { node, scope: run.scope });
      return null;
    case 'EmptyStatement':
      return null;
    case 'ContinueStatement':
      return node.label ? LOST : { leaves: 'round' };
    case 'BreakStatement':
      return node.label ? LOST : { leaves: 'loop' };
    default:
      return LOST;
  }
}

/** What an expression comes to, once the parts in front have done what they do: `(list.push(name), list)`, `test ? (...) : list`. */
function resultOf(node: Ast.Node, run: Run): Folded {
  const value = (next: Ast.Node) => run.folder.fold(next, run.scope, run.depth + 1);
  if (node.type === 'ConditionalExpression') {
    const test = value(node.test);
    if (test === UNKNOWN) return value(node);
    return resultOf(isObjectLike(test) || test ? node.consequent : node.alternate, run);
  }
  const last = node.type === 'SequenceExpression' ? node.expressions.at(-1) : undefined;
  if (node.type !== 'SequenceExpression' || !last) return value(node);
  for (const one of node.expressions.slice(0, -1)) runEffects(one, run);
  const result = value(last);
  // An object may be filled on the way; a call would be followed twice, and each that it comes to, too.
  return result === UNKNOWN && last.type === 'Identifier' ? value(node) : result;
}

/** Does what an expression does that nobody asks for its value: `test && (list.push(name), name = other)`. */
function runEffects(node: Ast.Node, run: Run, deep = 0): void {
  const value = (next: Ast.Node) => run.folder.fold(next, run.scope, run.depth + 1);
  if (deep > DEEPEST) return;
  switch (node.type) {
    case 'SequenceExpression':
      for (const one of node.expressions) runEffects(one, run, deep + 1);
      return;
    case 'LogicalExpression': {
      runEffects(node.left, run, deep + 1);
      const left = value(node.left);
      if (left === UNKNOWN) runUncertain(node.right, run, deep);
      else if (goesOn(node.operator, left)) runEffects(node.right, run, deep + 1);
      return;
    }
    case 'ConditionalExpression': {
      const test = value(node.test);
      if (test === UNKNOWN) for (const one of [node.consequent, node.alternate]) runUncertain(one, run, deep);
      else runEffects(isObjectLike(test) || test ? node.consequent : node.alternate, run, deep + 1);
      return;
    }
    default:
      runExpression(node, run, value);
  }
}

/** So many expressions inside of one another are looked into. */
const DEEPEST = 100;

/** Does an expression go on to its right side? */
function goesOn(operator: Ast.LogicalExpression['operator'], left: Folded): boolean {
  if (operator === '??') return left === null || left === undefined;
  return (isObjectLike(left) || Boolean(left)) === (operator === '&&');
}

/** The same where nobody knows whether it comes to that: what it changes is uncertain from then on. */
function runUncertain(node: Ast.Node, run: Run, deep: number): void {
  const bindings = new Bindings(run.scope.bindings);
  runEffects(node, { ...run, scope: { ...run.scope, bindings } }, deep + 1);
  for (const [name, bound] of changedIn(bindings, run)) makeUncertain(name, bound, run);
}

/**
 * Which way it goes is not known. What a way that goes on changes is uncertain from then on; a list that a way returns
 * may be what the function returns, or what comes later may.
 */
function unknownBranch(node: Ast.IfStatement, run: Run): Outcome {
  const branches = [node.consequent, ...(node.alternate ? [node.alternate] : [])];
  const changed: [string, Bound][] = [];
  const outcomes = branches.map((branch) => {
    const bindings = new Bindings(run.scope.bindings);
    const outcome = runOne(branch, { ...run, scope: { ...run.scope, bindings } });
    if (!outcome) changed.push(...changedIn(bindings, run));
    return outcome;
  });
  for (const [name, bound] of changed) makeUncertain(name, bound, run);
  const ended = outcomes.filter((one) => one !== null);
  const returned = ended.filter((one) => 'returns' in one);
  const isOfRound = (one: Outcome) => one !== null && 'leaves' in one && one.leaves !== 'loop';
  if (ended.length > 0 && ended.every(isOfRound)) return { leaves: 'perhaps' };
  if (returned.length < ended.length) return LOST;
  const lists = returned.flatMap((one) => (Array.isArray(one.returns) ? [one.returns] : []));
  const isList = (one: { returns: Folded }) => Array.isArray(one.returns) || one.returns === UNKNOWN;
  if (returned.length > 0 && (lists.length === 0 || !returned.every(isList))) return LOST;
  if (lists.length < returned.length) lists.push([UNKNOWN]);
  const isOver = node.alternate !== null && returned.length === branches.length;
  if (isOver) return { returns: [...new Set<Folded>([...lists.flat(), UNKNOWN])] };
  run.early.push(...lists);
  return null;
}

function declare(one: Ast.VariableDeclarator, run: Run, value: (node: Ast.Node) => Folded): void {
  if (one.id.type === 'Identifier') {
    if (!one.init) run.scope.bindings.set(one.id.name, boundTo(undefined, run.scope));
    else {
      const folded = value(one.init);
      // What is no constant may still be a function or a class, to be followed by its expression.
      const bound = folded === UNKNOWN ? { node: one.init, scope: run.scope } : boundTo(folded, run.scope);
      run.scope.bindings.set(one.id.name, bound);
    }
  } else if (one.id.type === 'ObjectPattern' && one.init) {
    const object = value(one.init);
    for (const property of one.id.properties) {
      if (property.type !== 'Property' || property.key.type !== 'Identifier') continue;
      if (property.value.type !== 'Identifier') continue;
      const member = isFoldedObject(object) ? object.object.get(property.key.name) : UNKNOWN;
      run.scope.bindings.set(property.value.name, boundTo(member, run.scope));
    }
  }
}

function runLoop(
  node: Ast.ForOfStatement | Ast.ForInStatement,
  run: Run,
  value: (node: Ast.Node) => Folded,
): Outcome {
  const list = roundsOver(value(node.right), node.type === 'ForInStatement');
  if (!Array.isArray(list) || list.length > LONGEST_LOOP || node.left.type !== 'VariableDeclaration')
    return LOST;
  const name = node.left.declarations[0]?.id;
  for (const item of list) {
    if (!run.folder.spend()) return LOST;
    if (name?.type === 'Identifier') run.scope.bindings.set(name.name, boundTo(item, run.scope));
    else if (name?.type === 'ArrayPattern') {
      for (const [index, element] of name.elements.entries()) {
        if (element?.type === 'Identifier')
          run.scope.bindings.set(
            element.name,
            boundTo(Array.isArray(item) ? item[index] : UNKNOWN, run.scope),
          );
      }
    }
    const outcome = runOne(node.body, run);
    if (outcome && 'returns' in outcome) return outcome;
    if (outcome?.leaves === 'loop') break;
  }
  return null;
}

/** `for (let one = first; one; one = next(one))`, as long as it can be told whether it goes on. */
function runCounted(node: Ast.ForStatement, run: Run, value: (node: Ast.Node) => Folded): Outcome {
  const { init, test, update, body } = node;
  if (init?.type === 'VariableDeclaration') for (const one of init.declarations) declare(one, run, value);
  else if (init) runEffects(init, run);
  for (let count = 0; count < LONGEST_LOOP && run.folder.spend(); count += 1) {
    const goesOn = test ? value(test) : true;
    if (goesOn === UNKNOWN) return LOST;
    if (!goesOn) return null;
    const outcome = runOne(body, run);
    if (outcome && 'returns' in outcome) return outcome;
    if (outcome?.leaves === 'loop') return null;
    if (update) runEffects(update, run);
  }
  return LOST;
}

/** What a loop is run for each of: the keys of an object, or the items of a list; of objects only maps have any. */
function roundsOver(over: Folded, isOfKeys: boolean): Folded {
  if (!isOfKeys) return isFoldedObject(over) ? entriesOf(over) : over;
  // Of what is not there a loop over keys has no round.
  if (over === undefined || over === null) return [];
  if (Array.isArray(over)) return over.map((_, index) => String(index));
  return isFoldedObject(over) ? [...over.object.keys()] : UNKNOWN;
}

function runSwitch(node: Ast.SwitchStatement, run: Run, value: (node: Ast.Node) => Folded): Outcome {
  const subject = value(node.discriminant);
  if (subject === UNKNOWN) return LOST;
  const start = node.cases.findIndex((one) => one.test && isSame(value(one.test), subject) === true);
  const first = start >= 0 ? start : node.cases.findIndex((one) => !one.test);
  for (const one of first < 0 ? [] : node.cases.slice(first)) {
    for (const statement of one.consequent) {
      const outcome = runOne(statement, run);
      if (outcome) return 'leaves' in outcome && outcome.leaves === 'loop' ? null : outcome;
    }
  }
  return null;
}
