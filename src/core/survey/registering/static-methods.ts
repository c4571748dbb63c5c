/** Static methods by which a class, or one below it, is registered by whoever calls them. */

import type { Layer } from '../classes/layers.js';
import { Bindings } from '../folding/bindings.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { isFunction, keyText } from '../folding/functions.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { isInnerName } from '../types/docs.js';
import { needsNothing } from './calling.js';
import { tagsDefinedBy } from './helpers.js';
import { isDefine } from './registering.js';

/**
 * The static method that registers the first of these classes under the tag when it is called with nothing:
 * `static define(tag = this.tag) { customElements.define(tag, this); }`; null where there is none. Those that override
 * it have to go on to it.
 */
export function methodThatRegisters(tag: string, layers: readonly Layer[], scope: Scope): string | null {
  const below = new Map<string, FunctionNode[]>();
  for (const { node, module, bindings } of layers) {
    for (const { name, value } of openMethods(node)) {
      const overriding = below.get(name) ?? [];
      const defining = within('call', value, module.program).find(isDefine);
      const isFree =
        [...overriding, value].every(needsNothing) && overriding.every((one) => goesOn(one, name));
      if (defining && isFree && layers[0]) {
        const subject = { node: layers[0].node, scope };
        const inner = { ...scope, module, bindings: new Bindings(bindings, [['this', subject]]) };
        if (tagsDefinedBy({ node: value, scope: inner }, defining).includes(tag)) return name;
      }
      below.set(name, [...overriding, value]);
    }
  }
  return null;
}

/** The static methods that others may call. */
function openMethods({ body }: Ast.Class): { name: string; value: FunctionNode }[] {
  return body.body.flatMap((one) => {
    if (one.type !== 'MethodDefinition' || !one.static || one.kind !== 'method' || one.computed) return [];
    const name = one.key.type === 'PrivateIdentifier' ? null : keyText(one.key);
    return name === null || isInnerName(name) || !isFunction(one.value) ? [] : [{ name, value: one.value }];
  });
}

/** Does a method call the one that it overrides? */
function goesOn({ body }: FunctionNode, name: string): boolean {
  let found = false;
  if (body)
    walk(body, (node) => {
      if (node.type === 'MemberExpression' && node.object.type === 'Super')
        found ||= !node.computed && keyText(node.property) === name;
      return !found;
    });
  return found;
}
