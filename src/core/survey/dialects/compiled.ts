/**
 * Elements as component compilers leave them: a class handed to a call together with a table of its members,
 * `proxy(TheClass, [flags, "a-b", { name: [flags, "attribute"] }])`, and emitters made in the constructor,
 * `this.pick = makeEvent(this, "pick", flags)`.
 */

import type { AttributeReader, ContractEvent } from '../../contract/types.js';
import { kebabCase } from '../../emit/names.js';
import type { Dialect, LayerContext, MethodEvidence, PropertyEvidence } from '../evidence.js';
import { callsGiven } from '../find.js';
import { fold } from '../fold.js';
import type { Folded } from '../folded.js';
import { isFoldedObject } from '../folded.js';
import type { Scope } from '../functions.js';
import type { Ast } from '../parse.js';
import { walk } from '../parse.js';
import { keyword, NO_TYPE } from '../types.js';

/** What the number beside a member says, bit by bit. */
const BITS = { string: 1, number: 2, boolean: 4, any: 8, unknown: 16, state: 32, method: 64, reflects: 512 };
/** What the number beside an event says. */
const EVENT_BITS = { cancelable: 1, composed: 2, bubbles: 4 };

export const compiled: Dialect = {
  name: 'compiled',
  read(context) {
    const table = context.layer.members ?? tableBeside(context);
    const events = emittersOf(context);
    if (!table) return { events };
    const members = fold(table.node, table.scope);
    const properties: PropertyEvidence[] = [];
    const methods: MethodEvidence[] = [];
    for (const [name, entry] of isFoldedObject(members) ? members.object : []) {
      const read = readMember(name, entry, context.at(table.node));
      if (read && 'text' in read) methods.push(read);
      else if (read) properties.push(read);
    }
    return { properties, methods, events, whole: true };
  },
};

/** The member table in the call that the class is handed to. */
function tableBeside(context: LayerContext): { node: Ast.Node; scope: Scope } | null {
  const { node, module } = context.layer;
  const calls = [
    ...callsGiven(node, module.program),
    ...(node.id ? callsGiven(node.id.name, module.program) : []),
  ];
  for (const call of calls) {
    for (const argument of call.arguments) {
      const table = memberTableIn(argument);
      if (table) return { node: table.members, scope: context.scope };
    }
  }
  return null;
}

/** `[flags, "a-b", { members }, ...]`: the tag and the members; null for anything else. */
export function memberTableIn(node: Ast.Node): { tag: string; members: Ast.ObjectExpression } | null {
  if (node.type !== 'ArrayExpression') return null;
  const [flags, tag, members] = node.elements;
  if (flags?.type !== 'Literal' || typeof flags.value !== 'number') return null;
  if (tag?.type !== 'Literal' || typeof tag.value !== 'string') return null;
  if (members?.type !== 'ObjectExpression') return null;
  return { tag: tag.value, members };
}

function readMember(name: string, entry: Folded, at: string): PropertyEvidence | MethodEvidence | null {
  const [flags, given] = Array.isArray(entry) ? entry : [entry];
  if (typeof flags !== 'number') return null;
  if (flags & BITS.method) {
    return {
      name,
      text: `${name}(...args: unknown[]): Promise<unknown>`,
      internal: name.startsWith('_'),
      words: { at },
    };
  }
  const reads: AttributeReader | null =
    flags & BITS.boolean
      ? 'boolean'
      : flags & BITS.number
        ? 'number'
        : flags & BITS.string
          ? 'string'
          : flags & BITS.any
            ? 'custom'
            : null;
  const isState = (flags & BITS.state) !== 0;
  return {
    name,
    origin: 'declared',
    type: reads && reads !== 'custom' ? keyword(reads as 'string' | 'number' | 'boolean') : NO_TYPE,
    attribute: reads
      ? {
          name: typeof given === 'string' && given !== '' ? given : kebabCase(name),
          reads,
          reflects: (flags & BITS.reflects) !== 0,
        }
      : false,
    internal: isState || name.startsWith('_'),
    state: isState,
    writable: true,
    words: { at },
  };
}

/** `this.name = makeEvent(this, "event", 7)` */
function emittersOf(context: LayerContext): ContractEvent[] {
  const builder = context.layer.node.body.body.find(
    (member) => member.type === 'MethodDefinition' && member.kind === 'constructor',
  );
  if (builder?.type !== 'MethodDefinition' || !builder.value.body) return [];
  const events: ContractEvent[] = [];
  walk(builder.value.body, (node) => {
    if (node.type !== 'CallExpression') return true;
    const [host, name, flags] = node.arguments;
    if (host?.type !== 'ThisExpression' || name?.type !== 'Literal' || flags?.type !== 'Literal') return true;
    if (typeof name.value !== 'string' || typeof flags.value !== 'number') return true;
    const has = (bit: number) => (Number(flags.value) & bit) !== 0;
    events.push({
      name: name.value,
      detail: NO_TYPE,
      eventType: 'CustomEvent',
      bubbles: has(EVENT_BITS.bubbles),
      composed: has(EVENT_BITS.composed),
      cancelable: has(EVENT_BITS.cancelable),
      origin: 'element',
      declared: true,
      dispatched: true,
      at: context.at(node),
    });
    return true;
  });
  return events;
}
