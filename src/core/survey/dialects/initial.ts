/**
 * What a decorated member holds at first, under what compilers make of it: `run(this, initializers, value)` hands the
 * value through the decorators, and an `accessor` keeps it in a private field or a weak map of its own.
 */

import type { Layer } from '../classes/layers.js';
import { allFieldsSet } from '../folding/fields.js';
import { localDeclarations, returned, unwrap } from '../folding/functions.js';
import { functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';

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
    if (read.object.type !== 'ThisExpression' || read.property.type !== 'PrivateIdentifier') return null;
    const { name } = read.property;
    const field = layer.node.body.body.find(
      (one) =>
        one.type === 'PropertyDefinition' && one.key.type === 'PrivateIdentifier' && one.key.name === name,
    );
    if (field?.type !== 'PropertyDefinition') return null;
    // Compilers may set it in the constructor.
    const value = field.value ?? allFieldsSet(layer.node).find((one) => one.name === `#${name}`)?.value;
    return value ? onlyDecorated(value, layer) : null;
  }
  if (read?.type !== 'CallExpression' || !read.arguments.some((one) => one.type === 'ThisExpression'))
    return null;
  const names = read.arguments.flatMap((one) => (one.type === 'Identifier' ? [one.name] : []));
  // `deck.set(this, value)`
  for (const { callee, arguments: args } of within('call', layer.node, layer.module.program)) {
    const [self, value] = args;
    if (callee.type !== 'MemberExpression' || callee.object.type !== 'Identifier') continue;
    if (self?.type === 'ThisExpression' && value && names.includes(callee.object.name))
      return onlyDecorated(value, layer);
  }
  return null;
}

/** A private field that decorators have no part in is an element's own affair. */
function onlyDecorated(value: Ast.Node, layer: Layer): Ast.Node | null {
  const initial = initialOf(value, layer);
  return initial === value ? null : initial;
}
