/**
 * What a component lets others ask for, by handing an object to a function it is given: `setup(props, { expose }) { expose({
 * refresh, level }); }`, also `context.expose(...)`. The element has each under its name, to be read or called.
 */

import type { MethodEvidence, PropertyEvidence } from '../evidence/evidence.js';
import { placeIn } from '../evidence/evidence.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { isFunction, keyText, localDeclarations, unwrap } from '../folding/functions.js';
import { within } from '../syntax/find.js';
import type { Ast, Program } from '../syntax/parse.js';
import { docOf, wordsOf } from '../types/docs.js';
import { methodText } from '../types/signatures.js';
import { NO_TYPE } from '../types/types.js';

/** What a function of that kind exposes; nothing where it is not given the means to. */
export function exposedBy(
  setup: FunctionNode,
  { module }: Scope,
): { methods: MethodEvidence[]; properties: PropertyEvidence[] } {
  const methods: MethodEvidence[] = [];
  const properties: PropertyEvidence[] = [];
  for (const { name, entry, node } of entriesExposed(setup, module.program)) {
    const doc = docOf(node ?? entry, module);
    const words = { ...wordsOf(doc), at: placeIn(module, entry) };
    if (node) methods.push({ name, text: methodText(name, node as Ast.Function, module, doc), words });
    else properties.push({ name, ...READ_ONLY, words });
  }
  return { methods, properties };
}

const READ_ONLY = {
  origin: 'declared',
  type: NO_TYPE,
  attribute: false,
  readonly: true,
  writable: false,
} as const;

interface Exposed {
  name: string;
  entry: Ast.ObjectProperty;
  /** The function that it is; null for all else. */
  node: FunctionNode | null;
}

function entriesExposed(setup: FunctionNode, program: Program): Exposed[] {
  const locals = localDeclarations(setup);
  const functionOf = (value: Ast.Node): FunctionNode | null => {
    if (value.type !== 'Identifier') return isFunction(value) ? value : null;
    const local = locals.get(value.name);
    if (local?.kind === 'function') return local.node;
    return local?.kind === 'variable' && local.init && isFunction(local.init) ? local.init : null;
  };
  return within('call', setup, program)
    .filter(({ callee }) => isExpose(callee, setup))
    .flatMap(({ arguments: [given] }) => (given?.type === 'ObjectExpression' ? given.properties : []))
    .flatMap((entry): Exposed[] => {
      if (entry.type !== 'Property' || entry.computed) return [];
      const name = keyText(entry.key);
      return name === null ? [] : [{ name, entry, node: functionOf(unwrap(entry.value)) }];
    });
}

/** `expose`, of the second parameter, by whatever name. */
function isExpose(callee: Ast.Node, { params: [, context] }: FunctionNode): boolean {
  if (context?.type === 'Identifier')
    return (
      callee.type === 'MemberExpression' &&
      callee.object.type === 'Identifier' &&
      callee.object.name === context.name &&
      keyText(callee.property) === 'expose'
    );
  if (context?.type !== 'ObjectPattern' || callee.type !== 'Identifier') return false;
  return context.properties.some(
    (one) =>
      one.type === 'Property' &&
      keyText(one.key) === 'expose' &&
      one.value.type === 'Identifier' &&
      one.value.name === callee.name,
  );
}
