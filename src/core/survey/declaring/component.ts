/** A component of which only type declarations tell: its properties, methods and events. */

import type {
  Component,
  ContractEvent,
  ContractMethod,
  ContractProperty,
  ItemWords,
  TypeInfo,
} from '../../contract/types.js';
import { declaredEvents } from '../evidence/declared-events.js';
import { annotationOf } from '../evidence/declared-members.js';
import { placeIn } from '../evidence/evidence.js';
import { LIFECYCLE } from '../evidence/lifecycle.js';
import { withTags } from '../evidence/named-tags.js';
import { pairsOf } from '../evidence/pairs.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import {
  defaultSaid,
  docOf,
  firstSentence,
  isInnerName,
  isInternal,
  NO_DOC,
  textOf,
  wordsOf,
} from '../types/docs.js';
import { NO_TYPE, typeOf } from '../types/types.js';
import { handlerEvent, listenedEvents, platformEvents } from './listening.js';
import type { DeclaredMember } from './members.js';
import { isStatic, membersOf } from './members.js';
import type { Place } from './names.js';
import type { MappedTag } from './tag-maps.js';

/**
 * The component, or null where the types tell nothing of it. `written` is what its tag may be given in markup, `module`
 * names the declarations for users.
 */
export function componentOf(
  mapped: MappedTag,
  written: readonly MappedTag[],
  module: string,
  graph: ModuleGraph,
): Component | null {
  const all = membersOf(mapped.type, mapped.place, graph);
  const holder = all.holders.at(-1);
  if (!holder) return null;
  const members = [...all.members.values()].filter((one) => isOffered(one, graph));
  const doc = docOf(holder.node, holder.module);
  const events = joinedEvents([
    ...declaredEvents(doc, holder.module, graph),
    ...listenedEvents(all, graph),
    ...members.flatMap((one) => handlerEvent(one, graph) ?? []),
    ...written.flatMap((one) => platformEvents(one, graph)),
  ]);
  const properties = members.flatMap((one) => propertyOf(one, holder.node, graph) ?? []);
  const named = (tags: string[]) => withTags([], [{ doc, module: holder.module, inherited: {} }], tags);
  const words = wordsOf(doc);
  const summary = textOf(doc, 'summary') ?? firstSentence(words.description);
  return {
    tag: mapped.tag,
    className: holder.node.id?.name ?? null,
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
    methods: members.flatMap((one) => methodOf(one, holder.node) ?? []),
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

/** What every element has, however it is declared anew: `children` as props have it cannot be assigned. */
const OF_ELEMENTS = new Set(['addEventListener', 'removeEventListener', 'children']);

function isOffered({ name, nodes, module }: DeclaredMember, graph: ModuleGraph): boolean {
  return (
    graph.isOwn(module) &&
    !isInnerName(name) &&
    !LIFECYCLE.has(name) &&
    !OF_ELEMENTS.has(name) &&
    !nodes.some((node) => isHidden(node) || isInternal(docOf(node, module)))
  );
}

function isHidden(node: Ast.Node): boolean {
  const access = 'accessibility' in node ? node.accessibility : null;
  return access === 'private' || access === 'protected';
}

function isMethod(node: Ast.Node): boolean {
  return (
    (node.type === 'TSMethodSignature' ||
      node.type === 'MethodDefinition' ||
      node.type === 'TSAbstractMethodDefinition') &&
    node.kind === 'method'
  );
}

function propertyOf(member: DeclaredMember, own: Ast.Node, graph: ModuleGraph): ContractProperty | null {
  const { name, nodes, module } = member;
  if (nodes.some(isMethod) || handlerEvent(member, graph)) return null;
  const { type, words, said } = saidOf(member, graph);
  const halves = new Set(nodes.map((one) => ('kind' in one ? one.kind : 'field')));
  const isReadonly = nodes.some((one) => 'readonly' in one && one.readonly === true);
  return {
    name,
    type,
    ...(said === undefined ? {} : { default: said }),
    readonly: isReadonly || (halves.has('get') && !halves.has('set') && !halves.has('field')),
    required: false,
    attribute: null,
    ...inheritedBy(member, own),
    at: placeIn(module, nodes[0] ?? own),
    ...words,
  };
}

/** Type and words of a member: its own, and where that says nothing those of the member its type is taken from. */
function saidOf({ nodes, module, space }: DeclaredMember, graph: ModuleGraph) {
  let type: TypeInfo = NO_TYPE;
  let words: ItemWords = {};
  let said: string | undefined;
  for (const node of nodes) {
    const sources = sourcesOf({ node, module, space }, graph);
    const types = sources.flatMap((one) => {
      const annotation = annotationOf(one.node)?.typeAnnotation;
      return annotation ? [typeOf(annotation, one.module, graph)] : [];
    });
    type = types.find((one) => one.schema !== null) ?? types.at(-1) ?? type;
    const docs = sources.map((one) => docOf(one.node, one.module)).reverse();
    words = Object.assign({}, words, ...docs.map(wordsOf));
    said = docs.map((one) => defaultSaid(one).said).findLast((one) => one !== undefined) ?? said;
  }
  return { type, words, said };
}

/** So often a type is taken from another member. */
const MOST_TAKEN = 6;

/** A member, and those that its type is taken from one after the other: `BerthProps['deck']`. */
function sourcesOf(first: Place & { node: Ast.Node }, graph: ModuleGraph): (Place & { node: Ast.Node })[] {
  const sources = [first];
  for (let last = first; sources.length <= MOST_TAKEN; ) {
    const type = annotationOf(last.node)?.typeAnnotation;
    if (type?.type !== 'TSIndexedAccessType' || type.indexType.type !== 'TSLiteralType') break;
    const { literal } = type.indexType;
    const name = literal.type === 'Literal' ? String(literal.value) : '';
    const found = membersOf(type.objectType, last, graph).members.get(name);
    const [node] = found?.nodes ?? [];
    if (!found || !node) break;
    last = { module: found.module, space: found.space, node };
    sources.push(last);
  }
  return sources;
}

function methodOf(member: DeclaredMember, own: Ast.Node): ContractMethod | null {
  const { name, nodes, module } = member;
  const node = nodes.findLast(isMethod);
  if (!node) return null;
  const text = module.source
    .slice(node.start, node.end)
    .replace(/;$/, '')
    .replace(/^(?:(?:public|abstract|override)\s+)+/, '')
    .replaceAll(/\s+/g, ' ');
  const doc = nodes.map((one) => docOf(one, module)).find((one) => one !== NO_DOC) ?? NO_DOC;
  return { name, text, ...inheritedBy(member, own), at: placeIn(module, node), ...wordsOf(doc) };
}

function inheritedBy({ holder }: DeclaredMember, own: Ast.Node): ItemWords {
  const name = 'id' in own && own.id && 'name' in own.id ? own.id.name : null;
  return holder === '' || holder === name ? {} : { inheritedFrom: holder };
}

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
