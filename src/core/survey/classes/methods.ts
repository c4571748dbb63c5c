/** The methods of a class and of the classes above it. */

import type { Callable, FunctionNode } from '../folding/functions.js';
import { isFunction } from '../folding/functions.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { privateFunction } from '../syntax/privates.js';
import type { ClassChain, Layer } from './layers.js';

/**
 * The method behind `this.name` or `this.#name`, or a field that holds a function, from the lowest class up; of a private
 * one, the function that a compiler put beside the class.
 */
export function methodInChain(
  name: Ast.IdentifierName | Ast.PrivateIdentifier,
  chain: ClassChain,
  graph: ModuleGraph,
): Callable | null {
  const beside = privateFunction(name);
  for (const layer of chain.layers) {
    const scope = { graph, module: layer.module, bindings: layer.bindings };
    if (beside?.program === layer.module.program) return { node: beside.node, scope };
    if (beside) continue;
    const method = memberNamed(layer, name);
    if (method) return { node: method, scope };
  }
  return null;
}

const METHODS = new WeakMap<Layer['node'], Map<string, FunctionNode>>();

function memberNamed({ node }: Layer, name: { type: string; name: string }): FunctionNode | null {
  let methods = METHODS.get(node);
  if (!methods) {
    methods = new Map();
    for (const member of node.body.body) {
      if (!('key' in member) || (member.key.type !== 'Identifier' && member.key.type !== 'PrivateIdentifier'))
        continue;
      const key = `${member.key.type} ${member.key.name}`;
      if (methods.has(key)) continue;
      if (member.type === 'MethodDefinition') methods.set(key, member.value);
      if (member.type === 'PropertyDefinition' && member.value && isFunction(member.value))
        methods.set(key, member.value);
    }
    METHODS.set(node, methods);
  }
  return methods.get(`${name.type} ${name.name}`) ?? null;
}
