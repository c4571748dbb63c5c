/** Follows the statements of a function as far as they are constant: what a call of it returns. */

import type { Ast } from '../syntax/parse.js';
import { Bindings } from './bindings.js';
import type { Folded, FoldedObject } from './folded.js';
import { isFoldedObject, isObjectLike, isSame, UNKNOWN } from './folded.js';
import type { Bound, Callable, Holder, Scope } from './functions.js';
import { boundTo, holderOf } from './functions.js';

/** Folds an expression; `spend` takes a step, and says whether there was one left to take. */
export interface Folder {
  fold(node: Ast.Node, scope: Scope, depth: number): Folded;
  spend(): boolean;
}

interface Run {
  scope: Scope & { bindings: Bindings<Bound> };
  depth: number;
  folder: Folder;
  /** Lists that are returned on ways of which nobody knows whether they are taken. */
  early: Folded[][];
}

/** What a statement comes to: nothing yet, a returned value, or a way that cannot be followed. */
type Outcome = { returns: Folded } | null;

const LOST: Outcome = { returns: UNKNOWN };
const LONGEST_LOOP = 1_000;
const LONGEST_LIST = 2_000;

/** What a function returns, its parameters being bound in its scope already. */
export function runBody({ node, scope }: Callable, caller: Scope, depth: number, folder: Folder): Folded {
  const run: Run = {
    scope: { ...scope, ...heldBy(scope, caller), bindings: new Bindings(scope.bindings) },
    depth,
    folder,
    early: [],
  };
  if (!node.body) return UNKNOWN;
  if (node.body.type !== 'BlockStatement') return folder.fold(node.body, run.scope, depth + 1);
  const outcome = runAll(node.body.body, run);
  const returned = outcome ? outcome.returns : undefined;
  if (run.early.length === 0) return returned;
  const last = Array.isArray(returned) ? returned : [];
  return [...new Set<Folded>([...run.early.flat(), ...last, UNKNOWN])];
}

/** `this` and `super` of an arrow function or a getter are those of the class it stands in. */
function heldBy(scope: Scope, caller: Scope): Holder {
  return { ...(scope.module === caller.module ? holderOf(caller) : {}), ...holderOf(scope) };
}

function runAll(statements: readonly Ast.Node[], run: Run): Outcome {
  for (const statement of statements) {
    if (!run.folder.spend()) return LOST;
    const outcome = runOne(statement, run);
    if (outcome) return outcome;
  }
  return null;
}

function runOne(node: Ast.Node, run: Run): Outcome {
  const value = (next: Ast.Node) => run.folder.fold(next, run.scope, run.depth + 1);
  switch (node.type) {
    case 'ReturnStatement':
      return { returns: node.argument ? value(node.argument) : undefined };
    case 'VariableDeclaration':
      for (const one of node.declarations) declare(one, run, value);
      return null;
    case 'IfStatement': {
      const test = value(node.test);
      if (test === UNKNOWN) return unknownBranch(node, run);
      const branch = isObjectLike(test) || test ? node.consequent : node.alternate;
      return branch ? runOne(branch, run) : null;
    }
    case 'BlockStatement':
      return runAll(node.body, run);
    case 'ForOfStatement':
      return runLoop(node, run, value);
    case 'ExpressionStatement':
      runExpression(node.expression, run, value);
      return null;
    case 'SwitchStatement':
      return runSwitch(node, run, value);
    case 'FunctionDeclaration':
    case 'ClassDeclaration':
      if (node.id) run.scope.bindings.set(node.id.name, { node, scope: run.scope });
      return null;
    case 'EmptyStatement':
      return null;
    default:
      return LOST;
  }
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
    for (const [name, bound] of outcome ? [] : bindings.own())
      if (run.scope.bindings.has(name)) changed.push([name, bound]);
    return outcome;
  });
  for (const [name, bound] of changed) makeUncertain(name, bound, run);
  const returned = outcomes.filter((one) => one !== null);
  const lists = returned.flatMap((one) => (Array.isArray(one.returns) ? [one.returns] : []));
  const isList = (one: { returns: Folded }) => Array.isArray(one.returns) || one.returns === UNKNOWN;
  if (returned.length > 0 && (lists.length === 0 || !returned.every(isList))) return LOST;
  if (lists.length < returned.length) lists.push([UNKNOWN]);
  const isOver = node.alternate !== null && returned.length === branches.length;
  if (isOver) return { returns: [...new Set<Folded>([...lists.flat(), UNKNOWN])] };
  run.early.push(...lists);
  return null;
}

/** A name that one way changes: a list may hold the items of either way, anything else may be anything. */
function makeUncertain(name: string, changed: Bound, run: Run): void {
  const known = run.scope.bindings.get(name)?.value;
  const both: Folded[] | null =
    Array.isArray(known) && Array.isArray(changed.value)
      ? [...new Set<Folded>([...known, ...changed.value]), UNKNOWN]
      : null;
  run.scope.bindings.set(name, boundTo(both ?? UNKNOWN, run.scope));
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

function runLoop(node: Ast.ForOfStatement, run: Run, value: (node: Ast.Node) => Folded): Outcome {
  const list = value(node.right);
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
    if (outcome) return outcome;
  }
  return null;
}

/** `list.push(...)`, `name = value` and `object.key = value`; all else is taken to change nothing that matters. */
function runExpression(node: Ast.Node, run: Run, value: (node: Ast.Node) => Folded): void {
  if (node.type === 'AssignmentExpression' && node.left.type === 'Identifier') {
    if (run.scope.bindings.has(node.left.name))
      run.scope.bindings.set(
        node.left.name,
        boundTo(node.operator === '=' ? value(node.right) : UNKNOWN, run.scope),
      );
    return;
  }
  if (node.type === 'AssignmentExpression' && node.left.type === 'MemberExpression') {
    setMember(node.left, node.right, run, value);
    return;
  }
  if (node.type !== 'CallExpression' || node.callee.type !== 'MemberExpression') return;
  const { object, property } = node.callee;
  if (object.type !== 'Identifier' || property.type !== 'Identifier') return;
  if (property.name !== 'push' && property.name !== 'add' && property.name !== 'unshift') return;
  const bound = run.scope.bindings.get(object.name);
  if (!bound || !Array.isArray(bound.value)) return;
  const items = node.arguments.flatMap<Folded>((one) => {
    if (one.type !== 'SpreadElement') return [value(one)];
    const spread = value(one.argument);
    return Array.isArray(spread) ? spread : [UNKNOWN];
  });
  const list = bound.value.length + items.length > LONGEST_LIST ? UNKNOWN : [...bound.value, ...items];
  run.scope.bindings.set(object.name, boundTo(list, run.scope));
}

/** `object.key = value`, on an object that a name of the function stands for. */
function setMember(
  { object, property, computed }: Ast.MemberExpression,
  right: Ast.Node,
  run: Run,
  value: (node: Ast.Node) => Folded,
): void {
  const bound = object.type === 'Identifier' ? run.scope.bindings.get(object.name) : undefined;
  if (!bound || object.type !== 'Identifier' || !isFoldedObject(bound.value ?? null)) return;
  const key = computed ? value(property) : property.type === 'Identifier' ? property.name : UNKNOWN;
  if (typeof key !== 'string' && typeof key !== 'number') return;
  const before = (bound.value as FoldedObject).object;
  run.scope.bindings.set(
    object.name,
    boundTo({ object: new Map([...before, [String(key), value(right)]]) }, run.scope),
  );
}

function runSwitch(node: Ast.SwitchStatement, run: Run, value: (node: Ast.Node) => Folded): Outcome {
  const subject = value(node.discriminant);
  if (subject === UNKNOWN) return LOST;
  const start = node.cases.findIndex((one) => one.test && isSame(value(one.test), subject) === true);
  const first = start >= 0 ? start : node.cases.findIndex((one) => !one.test);
  for (const one of first < 0 ? [] : node.cases.slice(first)) {
    for (const statement of one.consequent) {
      if (statement.type === 'BreakStatement') return null;
      const outcome = runOne(statement, run);
      if (outcome) return outcome;
    }
  }
  return null;
}
