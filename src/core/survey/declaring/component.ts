/** A component of which only type declarations tell: its properties, methods and events. */

import type { Component, ContractEvent } from '../../contract/types.js';
import { declaredEvents } from '../evidence/declared-events.js';
import { placeIn } from '../evidence/evidence.js';
import { withTags } from '../evidence/named-tags.js';
import { pairsOf } from '../evidence/pairs.js';
import type { ModuleGraph } from '../modules/modules.js';
import { namedIn } from '../modules/type-names.js';
import { pathOf } from '../syntax/tree.js';
import { docOf, firstSentence, NO_DOC, textOf, wordsOf } from '../types/docs.js';
import { NO_TYPE } from '../types/types.js';
import { isOffered, methodOf, propertyOf } from './items.js';
import { eventOfMember, listenedEvents, platformEvents } from './listening.js';
import { isStatic, membersOf } from './members.js';
import type { MappedTag } from './tag-maps.js';

/**
 * The component, or null where the types tell nothing of it. `written` is what its tag may be given in markup, `module`
 * names the declarations for users. Only where no code registers anything (`isAlone`), a tag of which nothing else is
 * told counts as well.
 */
export function componentOf(
  mapped: MappedTag,
  written: readonly MappedTag[],
  module: string,
  isAlone: boolean,
  graph: ModuleGraph,
): Component | null {
  const all = membersOf(mapped.type, mapped.place, graph);
  // What another package declares, that package tells.
  const own = all.holders.filter((one) => graph.isOwn(one.module));
  const holder = own.at(-1);
  if (!holder && !(isAlone && isPlainElement(mapped, graph))) return null;
  const members = [...all.members.values()].filter((one) => isOffered(one, graph));
  const doc = holder ? docOf(holder.node, holder.module) : NO_DOC;
  const documented = own.map((one) => ({
    doc: docOf(one.node, one.module),
    module: one.module,
    inherited: one === holder ? {} : { inheritedFrom: one.node.id?.name ?? '' },
  }));
  const events = joinedEvents([
    ...documented.flatMap((one) => declaredEvents(one.doc, one.module, graph)),
    ...listenedEvents(all, graph),
    ...members.flatMap((one) => eventOfMember(one, graph) ?? []),
    ...written.flatMap((one) => platformEvents(one, graph)),
  ]);
  const properties = members.flatMap((one) => propertyOf(one, holder?.node ?? mapped.node, graph) ?? []);
  const named = (tags: string[]) => withTags([], documented, tags);
  const words = wordsOf(doc);
  const summary = textOf(doc, 'summary') ?? firstSentence(words.description);
  return {
    tag: mapped.tag,
    className: holder?.node.id?.name ?? null,
    module,
    typesOnly: true,
    exportName: null,
    registers: 'never',
    root: 'open',
    extendsTag: null,
    formAssociated: isStatic('formAssociated', all),
    ...(summary ? { summary } : {}),
    ...words,
    at: placeIn(mapped.place.module, mapped.node),
    properties,
    attributes: [],
    events,
    methods: members.flatMap((one) => methodOf(one, holder?.node ?? mapped.node) ?? []),
    slots: named(['slot']),
    cssParts: named(['csspart', 'part']),
    cssProperties: named(['cssprop', 'cssproperty']),
    cssStates: named(['cssstate']),
    pairs: pairsOf(properties, events),
    notes: [
      {
        code: 'types-only',
        message:
          'Only type declarations tell of it: its attributes are not known, nor what it renders; its root is taken to be open.',
        at: placeIn(mapped.place.module, mapped.node),
      },
    ],
  };
}

/** `HTMLElement`, also under another name: a tag of which nothing else is told. */
function isPlainElement(
  { type, place }: Pick<MappedTag, 'type' | 'place'>,
  graph: ModuleGraph,
  depth = 0,
): boolean {
  const path = type.type === 'TSTypeReference' ? pathOf(type.typeName) : null;
  if (!path || depth > MOST_NAMES) return false;
  const named = namedIn(path, place, graph);
  const alias = named?.types.find((one) => one.type === 'TSTypeAliasDeclaration');
  if (!named || alias?.type !== 'TSTypeAliasDeclaration') return path.join('.') === 'HTMLElement';
  return isPlainElement({ type: alias.typeAnnotation, place: named }, graph, depth + 1);
}

/** So many names a type may go by, one for the other. */
const MOST_NAMES = 8;

/** Events by name; what one place does not say, another may. */
function joinedEvents(events: readonly ContractEvent[]): ContractEvent[] {
  const joined = new Map<string, ContractEvent>();
  for (const event of events) {
    const before = joined.get(event.name);
    const detail = event.detail === NO_TYPE ? (before?.detail ?? event.detail) : event.detail;
    joined.set(event.name, { ...before, ...event, detail });
  }
  return [...joined.values()];
}
