/** Options that a base class makes of those that a table holds. */

import type { LayerContext } from '../evidence/evidence.js';
import { Bindings } from '../folding/bindings.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject, UNKNOWN } from '../folding/folded.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { boundTo, staticMethod } from '../folding/functions.js';
import { withLocals } from '../folding/scopes.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';

/**
 * What the nearest class above that has `static createProperty(name, options)` hands on to the class above itself, for a
 * property of this name and these options; null where none does, or where that cannot be told.
 */
export function optionsMade(name: string, options: Folded, { chain, graph }: LayerContext): Folded | null {
  for (const { node, module, bindings } of chain.layers) {
    const method = staticMethod(node, 'createProperty');
    if (!method) continue;
    const [first, second] = method.params;
    const handed = handedOn(method, module.program);
    if (first?.type !== 'Identifier' || second?.type !== 'Identifier' || !handed) return null;
    const outer: Scope = { graph, module, bindings };
    const given = new Bindings(bindings, [
      [first.name, boundTo(name, outer)] as const,
      [second.name, boundTo(options, outer)] as const,
    ]);
    const made = fold(handed, withLocals({ ...outer, bindings: given }, [method]));
    const isKnown = isFoldedObject(made) && DECIDING.every((one) => made.object.get(one) !== UNKNOWN);
    return isKnown ? made : null;
  }
  return null;
}

/** Options that have to be known, for the others to be worth anything. */
const DECIDING = ['reflect', 'state', 'readOnly'];

/** The options in `super.createProperty(name, options)`. */
function handedOn(method: FunctionNode, program: Ast.Program): Ast.Node | null {
  for (const { callee, arguments: args } of within('call', method, program)) {
    if (callee.type !== 'MemberExpression' || callee.object.type !== 'Super') continue;
    const isSame = callee.property.type === 'Identifier' && callee.property.name === 'createProperty';
    if (isSame && args[1]) return args[1];
  }
  return null;
}
