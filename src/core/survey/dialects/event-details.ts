/**
 * Members that are there for type checkers only, which say what each event of the class carries:
 * `eventDetails!: Base['eventDetails'] & { 'berth-change': BerthChange; close: void }`.
 */

import { kebabCase } from '../../emit/names.js';
import { NO_DETAIL } from '../evidence/declared-events.js';
import { annotationOf } from '../evidence/declared-members.js';
import type { Dialect, EventTypes, LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import { hiddenMember } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import { keyName } from '../folding/literals.js';
import type { Module } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { docOf } from '../types/docs.js';
import { typeOf } from '../types/types.js';

export const eventDetails: Dialect = {
  name: 'event-details',
  read(context) {
    const { layer, declared } = context;
    const eventTypes: EventTypes = new Map();
    const properties: PropertyEvidence[] = [];
    const places = [
      { node: layer.node, module: layer.module },
      ...(declared?.node ? [{ node: declared.node, module: declared.module }] : []),
    ];
    for (const { node, module } of places) {
      for (const member of node.body.body) {
        const name = nameOfDetails(member);
        if (name === null) continue;
        for (const detail of detailsIn(member)) addDetail(detail, module, context, eventTypes);
        if (module === layer.module) properties.push(hiddenMember(name, context.at(member)));
      }
    }
    return { eventTypes, properties };
  },
};

/** The name of a field that is given nothing and whose name and type are about events; null for any other member. */
function nameOfDetails(member: Ast.Node): string | null {
  if (member.type !== 'PropertyDefinition' || member.static || member.value || member.computed) return null;
  if (member.decorators.length > 0 || member.key.type !== 'Identifier') return null;
  return NAMES.test(member.key.name) && detailsIn(member).length > 0 ? member.key.name : null;
}

/** An `event` alone may be what a calendar shows. */
const NAMES = /^(?:[$_]+events?|[$_]*events?(?:details?|types?|map))$/i;

/** What the type of a field says by name, besides what it takes over from another. */
function detailsIn(member: Ast.Node): Ast.TSPropertySignature[] {
  const type = annotationOf(member)?.typeAnnotation;
  const parts = type?.type === 'TSIntersectionType' ? type.types : [type];
  return parts.flatMap((one) =>
    one?.type === 'TSTypeLiteral' ? one.members.filter((inner) => inner.type === 'TSPropertySignature') : [],
  );
}

function addDetail(
  member: Ast.TSPropertySignature,
  module: Module,
  { graph, scope }: LayerContext,
  eventTypes: EventTypes,
): void {
  const name = keyName(member.key, member.computed, (node) => fold(node, scope));
  const type = member.typeAnnotation?.typeAnnotation;
  if (name === null || !type) return;
  const isNothing = ['TSVoidKeyword', 'TSUndefinedKeyword', 'TSNeverKeyword'].includes(type.type);
  const { description } = docOf(member, module);
  const said = {
    ...(description ? { description } : {}),
    eventType: 'CustomEvent',
    detail: isNothing ? NO_DETAIL : typeOf(type, module, graph),
  };
  for (const one of [name, kebabCase(name)]) eventTypes.set(one, said);
}
