/** Finds nodes by kind: each module is walked once, then every question is a look into a sorted list. */

import { Visitor } from 'oxc-parser';
import { addTo } from './lists.js';
import type { Ast, Node, Program } from './parse.js';

export interface Kinds {
  call: Ast.CallExpression;
  new: Ast.NewExpression;
  loop: Ast.ForOfStatement;
  switch: Ast.SwitchStatement;
  class: Ast.Class;
  function: Ast.Function | Ast.ArrowFunctionExpression;
  name: Ast.IdentifierName | Ast.IdentifierReference;
  /** A name that is neither a member's, nor a key, nor what a function or a class is called. */
  reference: Ast.IdentifierReference;
  /** `holder.member`, `holder["member"]` */
  member: Ast.MemberExpression & { object: Ast.IdentifierReference };
  private: Ast.PrivateIdentifier;
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

/** Does a node begin in one of some others, which stand one after the other? */
export function isWithin(node: { start: number }, others: readonly Range[]): boolean {
  const before = others[firstFrom(others, node.start + 1) - 1];
  return before !== undefined && node.start < before.end;
}

/** The functions around a node, outermost first. */
export function functionsAround(node: Range, program: Program): Kinds['function'][] {
  return around('function', node, program).filter((one) => (one as Node) !== node);
}

/** The class right around a node (itself, if it is one), or null. */
export function classAround(node: Range, program: Program): Ast.Class | null {
  return around('class', node, program).at(-1) ?? null;
}

/** The class expression around a node that calls itself by this name, the innermost one: `pier = class Pier {}`; or null. */
export function classCalling(name: string, node: Range, program: Program): Ast.Class | null {
  const isIt = (one: Ast.Class) => one.type === 'ClassExpression' && one.id?.name === name;
  return around('class', node, program).findLast(isIt) ?? null;
}

/** The loops around a node, outermost first. */
export function loopsAround(node: Range, program: Program): Kinds['loop'][] {
  return around('loop', node, program);
}

/** The cases of switch statements around a node, each with what is compared. */
export function casesAround(
  node: Range,
  program: Program,
): { subject: Ast.Expression; test: Ast.Expression | null }[] {
  return around('switch', node, program).flatMap(({ discriminant, cases }) => {
    const one = cases.find((each) => each.start <= node.start && node.end <= each.end);
    return one ? [{ subject: discriminant, test: one.test }] : [];
  });
}

/** The calls that hand a node on as an argument, by that argument; of names, by the name. */
export function callsGiven(node: Node | string, program: Program): readonly Ast.CallExpression[] {
  let given = GIVEN.get(program);
  if (!given) {
    given = new Map();
    for (const call of indexOf(program).call) {
      for (const argument of call.arguments) {
        const key = argument.type === 'Identifier' ? argument.name : argument;
        addTo(given, key, call);
      }
    }
    GIVEN.set(program, given);
  }
  return given.get(node) ?? [];
}

const GIVEN = new WeakMap<Program, Map<Node | string, Ast.CallExpression[]>>();

/** The call of a function where it stands: `(function (tag) { ... })('a-b')`; null where there is none. */
export function callInPlace(node: Node, program: Program): Ast.CallExpression | null {
  let calls = IN_PLACE.get(program);
  if (!calls) {
    calls = new Map();
    for (const call of indexOf(program).call) {
      let callee: Node = call.callee;
      while (callee.type === 'ParenthesizedExpression') callee = callee.expression;
      if (/Function/.test(callee.type)) calls.set(callee, call);
    }
    IN_PLACE.set(program, calls);
  }
  return calls.get(node) ?? null;
}

const IN_PLACE = new WeakMap<Program, Map<Node, Ast.CallExpression>>();

/** The statement of a list, in source order, that holds a node; null when none does. */
export function statementAround<T extends Range>(statements: readonly T[], node: Range): T | null {
  const at = firstFrom(statements, node.start + 1) - 1;
  const one = statements[at];
  return one && node.end <= one.end ? one : null;
}

interface Range {
  start: number;
  end: number;
}

const NESTS = new WeakMap<readonly Range[], Int32Array>();

/** The nodes of a kind around a node, outermost first. Nodes nest, so the innermost one leads to the others. */
function around<K extends 'function' | 'class' | 'loop' | 'switch'>(
  kind: K,
  node: Range,
  program: Program,
): Kinds[K][] {
  const list: readonly Kinds[K][] = indexOf(program)[kind];
  const nests = nestsOf(list);
  const found: Kinds[K][] = [];
  for (let at = firstFrom(list, node.start + 1) - 1; at >= 0; at = nests[at] ?? -1) {
    const one = list[at];
    if (one && one.start <= node.start && node.end <= one.end) found.push(one);
  }
  return found.reverse();
}

/** For each node of a list in source order, the index of the one right around it, or -1. */
function nestsOf(list: readonly Range[]): Int32Array {
  const known = NESTS.get(list);
  if (known) return known;
  const nests = new Int32Array(list.length).fill(-1);
  const open: number[] = [];
  for (const [index, one] of list.entries()) {
    while (open.length > 0 && (list[open.at(-1) ?? 0]?.end ?? 0) < one.end) open.pop();
    nests[index] = open.at(-1) ?? -1;
    open.push(index);
  }
  NESTS.set(list, nests);
  return nests;
}

function indexOf(program: Program): Lists {
  const known = INDEXES.get(program);
  if (known) return known;
  const lists: Lists = {
    call: [],
    new: [],
    loop: [],
    switch: [],
    class: [],
    function: [],
    name: [],
    reference: [],
    member: [],
    private: [],
    text: [],
    jsx: [],
  };
  const keys = new Set<Node>();
  const keyOf = (node: { key: Node; computed: boolean }) => {
    if (!node.computed) keys.add(node.key);
  };
  const named = <T extends Kinds['function'] | Kinds['class']>(list: T[], node: T) => {
    list.push(node);
    if (node.id) keys.add(node.id);
  };
  const visitor = new Visitor({
    MemberExpression: (node) => {
      if (!node.computed) keys.add(node.property);
      const isNamed = !node.computed || node.property.type === 'Literal';
      if (isNamed && node.object.type === 'Identifier') lists.member.push(node as Kinds['member']);
    },
    Property: keyOf,
    MethodDefinition: keyOf,
    PropertyDefinition: keyOf,
    AccessorProperty: keyOf,
    CallExpression: (node) => void lists.call.push(node),
    SwitchStatement: (node) => void lists.switch.push(node),
    ForOfStatement: (node) => void lists.loop.push(node),
    NewExpression: (node) => void lists.new.push(node),
    ClassDeclaration: (node) => named(lists.class, node),
    ClassExpression: (node) => named(lists.class, node),
    FunctionDeclaration: (node) => named(lists.function, node),
    FunctionExpression: (node) => named(lists.function, node),
    ArrowFunctionExpression: (node) => void lists.function.push(node),
    Identifier: (node) => {
      lists.name.push(node as Kinds['name']);
      if (!keys.delete(node)) lists.reference.push(node as Kinds['reference']);
    },
    PrivateIdentifier: (node) => void lists.private.push(node),
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

export function firstFrom(list: readonly { start: number }[], start: number): number {
  let low = 0;
  let high = list.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((list[middle]?.start ?? 0) < start) low = middle + 1;
    else high = middle;
  }
  return low;
}
