/**
 * Accessors that code of a class gives each of its elements: `Object.defineProperty(this, name, { get, set })`, as a rule
 * in a loop over a table that each class has of its own, or that the class was made with.
 */

import type { Layer } from '../classes/layers.js';
import type { Dialect, LayerContext } from '../evidence/evidence.js';
import { isDefineProperty } from '../folding/fields.js';
import { runsOf } from '../folding/runs.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf, isThis } from '../syntax/tree.js';
import type { Described } from './descriptors.js';
import { accessorOf } from './descriptors.js';

export const perElement: Dialect = {
  name: 'per-element',
  read(context) {
    const found = definitionsIn(context.layer).flatMap((one) => definedBy(one, context));
    return {
      properties: found.map((one) => one.property),
      attributes: found.flatMap((one) => one.attributes),
    };
  },
};

interface Definition {
  /** The constructor or method that the call stands in. */
  member: Ast.MethodDefinition;
  call: Ast.CallExpression;
  key: Ast.Node;
  descriptor: Ast.ObjectExpression;
}

const KNOWN = new WeakMap<Ast.Class, Definition[]>();

/** The calls in a class that define an accessor of the element. */
function definitionsIn({ node, module }: Layer): Definition[] {
  const known = KNOWN.get(node);
  if (known) return known;
  const found: Definition[] = [];
  KNOWN.set(node, found);
  if (!module.source.includes('.defineProperty')) return found;
  for (const member of node.body.body) {
    if (member.type !== 'MethodDefinition' || member.static) continue;
    for (const call of within('call', member.value, module.program)) {
      const [holder, key, descriptor] = call.arguments;
      const isAccessor = entryOf(descriptor, 'get') !== null || entryOf(descriptor, 'set') !== null;
      if (!isDefineProperty(call.callee) || !isThis(holder) || !key || !isAccessor) continue;
      found.push({ member, call, key, descriptor: descriptor as Ast.ObjectExpression });
    }
  }
  return found;
}

function definedBy({ member, call, key, descriptor }: Definition, { layer, scope, at }: LayerContext) {
  // What another package's class defines by a name of its own is its business; by others' names it is theirs.
  if (key.type === 'Literal' && !layer.own) return [];
  const adopted = isTakenOver(key, member.value, call, layer) ? { adopted: true as const } : {};
  return runsOf(member.value, call, scope).flatMap((run): Described[] => {
    const made = accessorOf(key, { node: descriptor, scope: run }, at(call));
    if (!made) return [];
    return [{ ...made, property: { ...made.property, origin: 'declared', made: 'accessor', ...adopted } }];
  });
}

/** Is what the element held under the name before read, in the function that defines it anew? */
function isTakenOver(key: Ast.Node, around: Ast.Node, call: Ast.Node, { module }: Layer): boolean {
  return (
    key.type === 'Identifier' && module.source.slice(around.start, call.start).includes(`this[${key.name}]`)
  );
}
