/**
 * Decorators, as written and as compiled. Compilers turn them into calls of a helper, each in its own order:
 * `help([dec], TheClass.prototype, "name", null)`, `help(this, null, decs, { kind: "accessor", name: "name" }, ...)`,
 * `help(init, 4, "name", decs, TheClass)`, `help(this, [classDec], [[dec, 1, "name"]])`. What they share is told
 * here: a list of decorators, a member's name, and that the class is meant.
 */

import { fold } from '../folding/fold.js';
import { asString } from '../folding/folded.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { calledName, isFunction, localDeclarations, unwrap } from '../folding/functions.js';
import type { ModuleGraph } from '../modules/modules.js';
import { classAround, firstFrom, functionsAround } from '../syntax/find.js';
import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { isPrototype } from '../syntax/tree.js';
import type { About } from './about.js';
import { aboutClass } from './about.js';
import type { Layer } from './layers.js';
import { isClass } from './layers.js';

export interface MemberDecoration {
  name: string;
  decorators: Ast.Node[];
}

/** The decorated members in what is about a class; none where it is no call of a decorating helper. */
export function memberDecorations(about: About): MemberDecoration[] {
  const { node, scope } = about;
  if (node.type !== 'CallExpression') return [];
  const args = node.arguments;
  const [first, second] = args;
  // `decorator(TheClass.prototype, "name")`
  if (args.length === 2 && first && second && about.isPrototype(first)) {
    const name = asString(fold(second, scope));
    return name === null ? [] : [{ name, decorators: [node.callee] }];
  }
  if (args.length < 3) return [];
  const nested = args.flatMap((one) => entriesIn(one, scope));
  if (nested.length > 0) return nested;
  const name = args.map((one) => memberName(one, scope)).find((one) => one !== null);
  if (name === undefined || name === null) return [];
  // `null` stands for the class around the call, or for a descriptor where the class is another's.
  const isMeant =
    args.some((one) => about.isPrototype(one) || about.isClass(one)) ||
    (!args.some(isPrototype) && args.some((one) => one.type === 'Literal' && one.value === null));
  const list = isMeant ? args.map((one) => listOf(one, scope)).find((one) => one !== null) : null;
  return list ? [{ name, decorators: list }] : [];
}

/** `[[dec, 1, "name"], ...]` */
function entriesIn(node: Ast.Node, scope: Scope): MemberDecoration[] {
  if (node.type !== 'ArrayExpression') return [];
  return node.elements.flatMap((entry): MemberDecoration[] => {
    if (entry?.type !== 'ArrayExpression') return [];
    const name = entry.elements.find((one) => one?.type === 'Literal' && typeof one.value === 'string');
    if (name?.type !== 'Literal') return [];
    const decorators = entry.elements.flatMap((one) =>
      one?.type === 'ArrayExpression'
        ? one.elements.filter((inner): inner is Ast.Expression => inner !== null)
        : one && one.type !== 'Literal' && one.type !== 'SpreadElement'
          ? [one]
          : [],
    );
    return [{ name: String(name.value), decorators: decorators.map((one) => assignedTo(one, scope) ?? one) }];
  });
}

function memberName(node: Ast.Node, scope: Scope): string | null {
  if (node.type === 'ObjectExpression') {
    const entries = node.properties.flatMap((one) =>
      one.type === 'Property' && one.key.type === 'Identifier' ? [[one.key.name, one.value] as const] : [],
    );
    const of = (key: string) => entries.find(([name]) => name === key)?.[1];
    const kind = of('kind');
    const name = of('name');
    return kind && name && asString(fold(kind, scope)) !== 'class' ? asString(fold(name, scope)) : null;
  }
  if (node.type === 'Literal') return typeof node.value === 'string' ? node.value : null;
  return node.type === 'TemplateLiteral' ? asString(fold(node, scope)) : null;
}

/** A list of decorators: written out, or under a name it was given before. */
function listOf(node: Ast.Node, scope: Scope): Ast.Node[] | null {
  const inner = unwrap(node);
  if (inner.type === 'ArrayExpression') {
    const elements = inner.elements.filter((one): one is Ast.Expression => one !== null);
    return elements.length > 0 ? elements.map((one) => assignedTo(one, scope) ?? one) : null;
  }
  if (inner.type !== 'Identifier') return null;
  const list = assignedTo(inner, scope);
  return list?.type === 'ArrayExpression' ? listOf(list, scope) : null;
}

/** What a name is given, anywhere in its module: compilers put decorators into variables of their own. */
function assignedTo(node: Ast.Node, scope: Scope): Ast.Node | null {
  if (node.type !== 'Identifier') return null;
  const bound = scope.bindings?.get(node.name);
  if (bound && !('value' in bound)) return bound.node;
  const { program } = scope.module;
  const functions = functionsAround(node, program);
  const isLocal = functions.some((one) => localDeclarations(one).has(node.name));
  const declaration = isLocal ? undefined : scope.module.declarations.get(node.name);
  if (declaration?.kind === 'variable' && declaration.init) return declaration.init;
  if (declaration && declaration.kind !== 'variable') return null;
  const given = assignmentsIn(program).get(node.name) ?? [];
  // What the keys of a class are worked out with stands in it, wherever that is asked for.
  const around = classAround(node, program);
  const inside = around && given.find((one) => isKeyed(one, around, program));
  // Minifiers use one name again and again; what is meant stands before, in the same function.
  const near = inside ?? lastBefore(node.start, given, functions.at(-1)?.start ?? -1);
  return near ?? (node.name.startsWith('_') ? (given[0] ?? null) : null);
}

/** Does a node stand in a class, and in none of its methods? */
function isKeyed(node: Ast.Node, { start, end }: Ast.Class, program: Ast.Program): boolean {
  const isInside = start < node.start && node.end < end;
  return isInside && functionsAround(node, program).every((one) => one.start < start);
}

/** Of nodes in the order of the text, the last that ends before an offset and starts after another. */
function lastBefore(end: number, nodes: readonly Ast.Node[], start: number): Ast.Node | null {
  for (let at = firstFrom(nodes, end) - 1; at >= 0; at -= 1) {
    const node = nodes[at];
    if (!node || node.start <= start) return null;
    if (node.end <= end) return node;
  }
  return null;
}

const ASSIGNED = new WeakMap<Ast.Program, Map<string, Ast.Node[]>>();

/** Everything assigned to plain names in a module, in the order of the text. */
function assignmentsIn(program: Ast.Program): Map<string, Ast.Node[]> {
  const known = ASSIGNED.get(program);
  if (known) return known;
  const assigned = new Map<string, Ast.Node[]>();
  walk(program, (node) => {
    if (node.type === 'AssignmentExpression' && node.left.type === 'Identifier') {
      addTo(assigned, node.left.name, node.right);
    }
    return true;
  });
  ASSIGNED.set(program, assigned);
  return assigned;
}

/** The decorators of a class itself, as written or as compiled. */
export function decoratorsOf(
  layer: Layer,
  scope: Scope,
  graph: ModuleGraph,
): { node: Ast.Node; scope: Scope }[] {
  const written = (layer.node.decorators ?? []).map((one) => ({ node: one.expression as Ast.Node, scope }));
  const compiled = aboutClass(layer, scope, graph).flatMap((about) => {
    if (about.node.type !== 'CallExpression') return [];
    return classDecorations(about.node, about.scope)
      .filter(({ target }) => target === null || about.isClass(target))
      .flatMap((one) => one.decorators.map((node) => ({ node, scope: about.scope })));
  });
  return [...written, ...compiled];
}

/**
 * The class decorators in one call of a decorating helper, and the expression for the class; `null` where that is
 * the class whose body the call stands in.
 */
export function classDecorations(
  node: Ast.CallExpression,
  scope: Scope,
): { decorators: Ast.Node[]; target: Ast.Node | null }[] {
  const callee = unwrap(node.callee);
  const [first] = node.arguments;
  // `decorator('a-b')(TheClass)`, and the decorator under a name.
  const applied = callee.type === 'Identifier' ? assignedTo(callee, scope) : callee;
  if (applied?.type === 'CallExpression' && node.arguments.length === 1 && first && isClassExpression(first))
    return [{ decorators: [applied], target: first }];
  if (node.arguments.some((one) => memberName(one, scope) !== null && one.type === 'ObjectExpression'))
    return [];
  // A list of plain names may be anything, unless the helper says that it decorates.
  const isHelper = /decorate/i.test(calledName(callee));
  const list = node.arguments
    .map((one) => listOf(one, scope))
    .find((one) =>
      one?.some(
        (given) => isCall(given) || writtenOut(given) !== null || (isHelper && given.type === 'Identifier'),
      ),
    );
  if (!list || node.arguments.some(isPrototype)) return [];
  const kindOfMember = node.arguments.some(
    (one, index) =>
      index < node.arguments.length - 1 &&
      one.type === 'Literal' &&
      typeof one.value === 'number' &&
      one.value !== 0,
  );
  if (kindOfMember) return [];
  const isTarget = (one: Ast.Node) => one.type === 'Identifier' && listOf(one, scope) === null;
  // `help(TheClass, [[dec, 1, "name"]], [classDec], 0, void 0, Base)`: the class above it comes last.
  const isFirst = node.arguments[1]?.type === 'ArrayExpression' && first !== undefined && isTarget(first);
  const target = isFirst ? first : node.arguments.findLast(isTarget);
  const inClass = node.arguments.some(
    (one) => one.type === 'ThisExpression' || (one.type === 'Literal' && one.value === null),
  );
  if (target && !inClass) return [{ decorators: list, target }];
  return inClass ? [{ decorators: list, target: null }] : [];
}

function isCall(node: Ast.Node): boolean {
  return unwrap(node).type === 'CallExpression';
}

/** The function of a decorator that stands there, as minifiers have it: `(tag = 'a-b', (one) => { ... })`. */
export function writtenOut(node: Ast.Node): FunctionNode | null {
  const last = node.type === 'SequenceExpression' ? node.expressions.at(-1) : node;
  return last && isFunction(last) ? last : null;
}

function isClassExpression(node: Ast.Node): boolean {
  const inner = unwrap(node);
  if (inner.type === 'AssignmentExpression') return isClassExpression(inner.right);
  if (inner.type === 'SequenceExpression') return inner.expressions.some(isClassExpression);
  return isClass(inner) || inner.type === 'Identifier';
}
