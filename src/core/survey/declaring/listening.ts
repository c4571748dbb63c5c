/** The events that type declarations tell of: by what may be listened to, and by handlers such as `onpick`. */

import type { ContractEvent } from '../../contract/types.js';
import { EVERY_FLAG, emitterType } from '../dialects/event-fields.js';
import { eventSaid, isPlatformEvent, offeredEvent, platformFlags } from '../evidence/declared-events.js';
import { annotationOf } from '../evidence/declared-members.js';
import { placeIn } from '../evidence/evidence.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Place } from '../modules/type-names.js';
import { namedIn } from '../modules/type-names.js';
import type { Ast } from '../syntax/parse.js';
import { pathOf } from '../syntax/tree.js';
import { docOf, wordsOf } from '../types/docs.js';
import { NO_TYPE, typeOf } from '../types/types.js';
import type { DeclaredMember, Members } from './members.js';
import { membersOf } from './members.js';
import type { MappedTag } from './tag-maps.js';

type Said = Pick<ContractEvent, 'detail' | 'eventType'>;

/** The events of the overloads of `addEventListener`. */
export function listenedEvents({ holders }: Members, graph: ModuleGraph): ContractEvent[] {
  return holders.flatMap(({ node, ...place }) =>
    node.type === 'TSTypeAliasDeclaration'
      ? []
      : node.body.body.flatMap((member) => (isListening(member) ? eventsOf(member, place, graph) : [])),
  );
}

function isListening(member: Ast.Node): member is Ast.TSMethodSignature | Ast.MethodDefinition {
  return (
    (member.type === 'TSMethodSignature' || member.type === 'MethodDefinition') &&
    member.key.type === 'Identifier' &&
    member.key.name === 'addEventListener'
  );
}

function eventsOf(
  member: Ast.TSMethodSignature | Ast.MethodDefinition,
  place: Place,
  graph: ModuleGraph,
): ContractEvent[] {
  const { params, typeParameters } = member.type === 'TSMethodSignature' ? member : member.value;
  const [first, second] = params;
  const name = first?.type === 'Identifier' ? first.typeAnnotation?.typeAnnotation : null;
  const heard = eventHeard(second);
  const literal = name?.type === 'TSLiteralType' && name.literal.type === 'Literal' ? name.literal : null;
  if (literal) {
    const said = heard ? saidOf(heard, place, graph) : null;
    return [declaredEvent(String(literal.value), member, place, said ?? {})];
  }
  // `<K extends keyof BerthEvents>(type: K, listener: (event: BerthEvents[K]) => void)`
  const constraint = typeParameters?.params[0]?.constraint;
  if (constraint?.type !== 'TSTypeOperator' || constraint.operator !== 'keyof') return [];
  // `CustomEvent<BerthEvents[K]>`: the map holds what the events carry.
  const isDetail = heard?.type === 'TSTypeReference' && heard.typeArguments !== null;
  return [...membersOf(constraint.typeAnnotation, place, graph).members.values()].flatMap((one) =>
    graph.isOwn(one.module) ? eventMapped(one, isDetail, graph) : [],
  );
}

function eventMapped(member: DeclaredMember, isDetail: boolean, graph: ModuleGraph): ContractEvent[] {
  const { name, nodes, module } = member;
  const [node] = nodes;
  const type = node && annotationOf(node)?.typeAnnotation;
  if (!node || !type) return [];
  const said = isDetail ? { detail: typeOf(type, module, graph) } : saidOf(type, member, graph);
  const { description } = wordsOf(docOf(node, module));
  return [declaredEvent(name, node, member, { ...said, ...(description ? { description } : {}) })];
}

/** The type of what a listener is handed. */
function eventHeard(listener: Ast.Node | undefined): Ast.TSType | null {
  const type = listener?.type === 'Identifier' ? listener.typeAnnotation?.typeAnnotation : null;
  if (type?.type !== 'TSFunctionType') return null;
  const event = type.params.find((one) => one.type === 'Identifier' && one.name !== 'this');
  return event?.type === 'Identifier' ? (event.typeAnnotation?.typeAnnotation ?? null) : null;
}

/** Class and detail of an event by its type, also of one in a namespace. */
function saidOf(type: Ast.TSType, place: Place, graph: ModuleGraph): Said {
  const said = eventSaid(type, place.module, graph);
  const path = type.type === 'TSTypeReference' ? pathOf(type.typeName) : null;
  if (said && path?.length === 1) return said;
  const named = path && namedIn(path, place, graph);
  return { eventType: named?.name ?? 'Event', detail: NO_TYPE };
}

/** The event that a member tells of: one that it emits, or handles; null for any other member. */
export function eventOfMember(member: DeclaredMember, graph: ModuleGraph): ContractEvent | null {
  const { name, nodes, module } = member;
  const [node] = nodes;
  const { isEmitter, detail } = node ? emitterType(node, module, graph) : { isEmitter: false };
  if (!node || !isEmitter) return handlerEvent(member, graph);
  const said = { ...EVERY_FLAG, ...(detail ? { detail } : {}), ...wordsOf(docOf(node, module)) };
  return declaredEvent(name, node, member, said);
}

/**
 * The handler of an event as a member, in the manner of HTML (8.1.8.2): `onpick: ((event: PickEvent) => void) | null`, and
 * `onInput` for an event of the platform's; null for any other member. Of other names in camel case nobody can tell how
 * the event is spelled.
 */
function handlerEvent(member: DeclaredMember, graph: ModuleGraph): ContractEvent | null {
  const { name, nodes, module } = member;
  const word = /^on([A-Za-z]+)$/.exec(name)?.[1] ?? '';
  const event = word.toLowerCase();
  const [node] = nodes;
  const type = node && annotationOf(node)?.typeAnnotation;
  if (word === '' || !node || !type || (word !== event && !isPlatformEvent(event))) return null;
  const { text } = typeOf(type, module, graph);
  if (!/=>|Handler|Listener|Callback|\bFunction\b/.test(text)) return null;
  return declaredEvent(event, node, member, { ...wordsOf(docOf(node, module)), eventType: 'Event' });
}

/** The platform's events for which there are handlers in the markup of a host: `onInput`. */
export function platformEvents({ type, place }: MappedTag, graph: ModuleGraph): ContractEvent[] {
  return [...membersOf(type, place, graph).members.values()].flatMap((member) => {
    const event = graph.isOwn(member.module) ? handlerEvent(member, graph) : null;
    return event && isPlatformEvent(event.name) ? [event] : [];
  });
}

function declaredEvent(
  name: string,
  node: Ast.Node,
  { module }: Place,
  said: Partial<ContractEvent>,
): ContractEvent {
  return offeredEvent(name, placeIn(module, node), { ...platformFlags(name), ...said, dispatched: false });
}
