/**
 * What a decorated member holds at first, under what compilers make of it: `run(this, initializers, value)` hands the
 * value through the decorators, and an `accessor` keeps it in a private field or a weak map of its own.
 */

import type { Layer } from '../classes/layers.js';
import { allFieldsSet, fieldName } from '../folding/fields.js';
import { constructorOf, localDeclarations, returned, unwrap } from '../folding/functions.js';
import { functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';

/** The value that an initialiser gives, or null when it gives none. */
export function initialOf(value: Ast.Node, layer: Layer): Ast.Node | null {
  const node = unwrap(value);
  const last = node.type === 'SequenceExpression' ? node.expressions.at(-1) : node;
  if (last?.type !== 'CallExpression') return value;
  const [self, list, given] = last.arguments;
  if (self?.type !== 'ThisExpression' || list?.type !== 'Identifier' || last.arguments.length > 3)
    return value;
  return isEmptyList(list.name, layer) ? (given ?? null) : value;
}

/** Compilers declare the lists of initialisers, empty, in the function that they put around the class. */
function isEmptyList(name: string, { node, module }: Layer): boolean {
  return functionsAround(node, module.program).some((one) => {
    const declaration = localDeclarations(one).get(name);
    const init = declaration?.kind === 'variable' ? declaration.init : null;
    return init?.type === 'ArrayExpression' && init.elements.length === 0;
  });
}

/** The value at first of what a getter reads: `return this.#deck`, `return read(this, deck, "f")`; else null. */
export function initialBehind(getter: Ast.Function, layer: Layer): Ast.Node | null {
  const read = returned(getter);
  if (read?.type === 'MemberExpression') {
    const name = read.object.type === 'ThisExpression' && !read.computed ? fieldName(read.property) : null;
    const value = name !== null && /^[#_]/.test(name) ? valueAtFirst(name, layer) : null;
    return value && writtenOut(value, layer);
  }
  if (read?.type !== 'CallExpression' || !read.arguments.some((one) => one.type === 'ThisExpression'))
    return null;
  const names = read.arguments.flatMap((one) => (one.type === 'Identifier' ? [one.name] : []));
  // `deck.set(this, value)`
  for (const { callee, arguments: args } of within('call', layer.node, layer.module.program)) {
    const [self, value] = args;
    if (callee.type !== 'MemberExpression' || callee.object.type !== 'Identifier') continue;
    if (self?.type === 'ThisExpression' && value && names.includes(callee.object.name))
      return writtenOut(value, layer);
  }
  return null;
}

/** What a field of that name holds once the element is made: what the constructor sets it to comes last. */
export function valueAtFirst(name: string, { node }: Layer): Ast.Node | null {
  const known = AT_FIRST.get(node) ?? valuesAtFirst(node);
  AT_FIRST.set(node, known);
  return known.get(name) ?? null;
}

const AT_FIRST = new WeakMap<Ast.Class, Map<string, Ast.Node | null>>();

function valuesAtFirst(node: Ast.Class): Map<string, Ast.Node | null> {
  const values = new Map<string, Ast.Node | null>();
  for (const one of node.body.body) {
    if (one.type !== 'PropertyDefinition' || one.static) continue;
    const name = fieldName(one.key);
    if (name !== null) values.set(name, one.value);
  }
  // Statements of the constructor's own, on no condition; fields come in their order.
  const body = constructorOf(node)?.body?.body ?? [];
  const always = body.filter((one) => one.type === 'ExpressionStatement');
  const set = new Set<string>();
  let at = 0;
  for (const { name, value, place } of allFieldsSet(node)) {
    while ((always[at]?.end ?? place.start) < place.start) at += 1;
    const isAlways = (always[at]?.start ?? place.end) <= place.start;
    values.set(name, set.has(name) || !isAlways ? null : value);
    set.add(name);
  }
  return values;
}

/** What is handed through decorators, or written out; what is worked out as the element is made is its own affair. */
function writtenOut(value: Ast.Node, layer: Layer): Ast.Node | null {
  const initial = initialOf(value, layer);
  return initial !== value || isPlain(value) ? initial : null;
}

/** A literal, or what is made of some; not of the element's other members. */
function isPlain(value: Ast.Node): boolean {
  let isOwn = false;
  walk(value, (inner) => {
    isOwn ||= inner.type === 'ThisExpression';
    return !isOwn;
  });
  return !isOwn && PLAIN.has(unwrap(value).type);
}

const PLAIN: ReadonlySet<string> = new Set([
  'Literal',
  'UnaryExpression',
  'ArrayExpression',
  'ObjectExpression',
]);
