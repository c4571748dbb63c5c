/** Finds nodes by kind: each module is walked once, then every question is a look into a sorted list. */

import { Visitor } from 'oxc-parser';
import type { Ast, Node, Program } from './parse.js';

interface Kinds {
  call: Ast.CallExpression;
  new: Ast.NewExpression;
  loop: Ast.ForOfStatement;
  class: Ast.Class;
  function: Ast.Function | Ast.ArrowFunctionExpression;
  name: Ast.IdentifierName | Ast.IdentifierReference;
  text: Ast.StringLiteral | Ast.TemplateLiteral;
  jsx: Ast.JSXOpeningElement;
}

type Kind = keyof Kinds;
type Lists = { [K in Kind]: Kinds[K][] };

const INDEXES = new WeakMap<Program, Lists>();

/** The nodes of one kind within `range` (itself included), in source order. */
export function within<K extends Kind>(
  kind: K,
  range: { start: number; end: number },
  program: Program,
): Kinds[K][] {
  const list: Kinds[K][] = indexOf(program)[kind];
  const first = firstFrom(list, range.start);
  let last = first;
  while (last < list.length && (list[last]?.start ?? 0) < range.end) last += 1;
  return list.slice(first, last);
}

/** The functions around a node, outermost first. */
export function functionsAround(node: { start: number; end: number }, program: Program): Kinds['function'][] {
  return indexOf(program).function.filter(
    (one) => one.start <= node.start && node.end <= one.end && (one as Node) !== node,
  );
}

/** The class right around a node, or null. */
export function classAround(node: { start: number; end: number }, program: Program): Ast.Class | null {
  return indexOf(program).class.findLast((one) => one.start <= node.start && node.end <= one.end) ?? null;
}

function indexOf(program: Program): Lists {
  const known = INDEXES.get(program);
  if (known) return known;
  const lists: Lists = { call: [], new: [], loop: [], class: [], function: [], name: [], text: [], jsx: [] };
  const visitor = new Visitor({
    CallExpression: (node) => void lists.call.push(node),
    ForOfStatement: (node) => void lists.loop.push(node),
    NewExpression: (node) => void lists.new.push(node),
    ClassDeclaration: (node) => void lists.class.push(node),
    ClassExpression: (node) => void lists.class.push(node),
    FunctionDeclaration: (node) => void lists.function.push(node),
    FunctionExpression: (node) => void lists.function.push(node),
    ArrowFunctionExpression: (node) => void lists.function.push(node),
    Identifier: (node) => void lists.name.push(node as Kinds['name']),
    TemplateLiteral: (node) => void lists.text.push(node),
    Literal: (node) => {
      if (typeof node.value === 'string') lists.text.push(node as Ast.StringLiteral);
    },
    JSXOpeningElement: (node) => void lists.jsx.push(node),
  });
  visitor.visit(program);
  for (const list of Object.values(lists)) (list as Node[]).sort((a, b) => a.start - b.start);
  INDEXES.set(program, lists);
  return lists;
}

function firstFrom(list: readonly { start: number }[], start: number): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((list[middle]?.start ?? 0) < start) low = middle + 1;
    else high = middle;
  }
  return low;
}
