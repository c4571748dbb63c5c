/** What the constructors of a chain are called with: each hands it on to the one above. */

import type { FunctionNode, Scope } from '../folding/functions.js';
import { constructorOf } from '../folding/functions.js';
import { calledWith, withLocals } from '../folding/scopes.js';
import type { ModuleGraph } from '../modules/modules.js';
import { within } from '../syntax/find.js';
import { scopeOf } from './classes.js';
import type { ClassChain, Layer } from './layers.js';

/**
 * A scope for the constructor of a class, in which its parameters stand for what the class below hands to it:
 * `super(view, slots, false)`. Null where none does.
 */
export function constructedWith(layer: Layer, chain: ClassChain, graph: ModuleGraph): Scope | null {
  const own = constructorOf(layer.node);
  const at = chain.layers.indexOf(layer);
  // Those without a constructor hand on what they are given.
  const below = chain.layers.slice(0, at).findLast((one) => constructorOf(one.node) !== null);
  const calling = below && constructorOf(below.node);
  if (!own || !below || !calling) return null;
  const call = within('call', calling, below.module.program).find((one) => one.callee.type === 'Super');
  if (!call || call.arguments.length === 0) return null;
  const caller = constructedWith(below, chain, graph) ?? scopeOf(below, chain, graph);
  const scope = scopeOf(layer, chain, graph);
  const bindings = calledWith(
    { node: own as FunctionNode, scope },
    call.arguments,
    withLocals(caller, [calling as FunctionNode]),
  );
  return { ...scope, bindings };
}
