/**
 * Accessors that code of a class gives each of its elements: `Object.defineProperty(this, name, { get, set })`, as a rule
 * in a loop over a table that each class has of its own, or that the class was made with.
 */

import type { Layer } from '../classes/layers.js';
import type { AttributeSeen, Dialect, LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import { isDefineProperty } from '../folding/fields.js';
import { fold } from '../folding/fold.js';
import { asString } from '../folding/folded.js';
import { roundsOf } from '../folding/rounds.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf, isThis } from '../syntax/tree.js';
import { isInnerName } from '../types/docs.js';
import { accessorsIn, readByDescriptor, typeRead } from './descriptors.js';
import { heldAtFirst } from './initial.js';

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

function definedBy(
  { member, call, key, descriptor }: Definition,
  { layer, scope, at }: LayerContext,
): { property: PropertyEvidence; attributes: AttributeSeen[] }[] {
  // What another package's class defines by a name of its own is its business; by others' names it is theirs.
  if (key.type === 'Literal' && !layer.own) return [];
  const place = at(call);
  return roundsOf(member.value, call, scope).flatMap((round) => {
    const name = asString(fold(key, round));
    const made = { node: descriptor, scope: round };
    const { gets, sets } = accessorsIn(made);
    if (name === null || (!gets && !sets)) return [];
    const attributes = readByDescriptor(name, made, place);
    const type = typeRead(attributes[0]?.reads);
    const property: PropertyEvidence = {
      name,
      ...(type ? { type } : {}),
      ...heldAtFirst(key, round),
      origin: 'declared',
      made: 'accessor',
      writable: sets,
      internal: isInnerName(name),
      ...(isTakenOver(call, member, layer.module.source) ? { adopted: true as const } : {}),
      words: { at: place },
    };
    return [{ property, attributes }];
  });
}

/** Is what the element held under the name before read, in the function or the loop that defines it anew? */
function isTakenOver(call: Ast.CallExpression, { value }: Ast.MethodDefinition, source: string): boolean {
  const [, key, descriptor] = call.arguments;
  if (key?.type !== 'Identifier' || !descriptor) return false;
  const before = source.slice(value.start, call.start);
  return before.includes(`this[${key.name}]`);
}
