/** Properties and methods of an element as its type declarations have them. */

import type { ContractMethod, ContractProperty, ItemWords, TypeInfo } from '../../contract/types.js';
import { annotationOf } from '../evidence/declared-members.js';
import { placeIn } from '../evidence/evidence.js';
import { LIFECYCLE } from '../evidence/lifecycle.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Place } from '../modules/type-names.js';
import type { Ast } from '../syntax/parse.js';
import { isInaccessible } from '../syntax/tree.js';
import { defaultSaid, docOf, isInternal, NO_DOC, wordsOf } from '../types/docs.js';
import { declaredText, isMethodMember } from '../types/signatures.js';
import { NO_TYPE, typeOf } from '../types/types.js';
import { eventOfMember } from './listening.js';
import type { DeclaredMember } from './members.js';
import { membersOf } from './members.js';

/** What every element has, however it is declared anew: `children` as props have it cannot be assigned. */
const OF_ELEMENTS = new Set(['addEventListener', 'removeEventListener', 'children']);

/** Is a member for users? */
export function isOffered({ name, nodes, module }: DeclaredMember, graph: ModuleGraph): boolean {
  return (
    graph.isOwn(module) &&
    // `'@types'` is there for type checkers.
    /^[A-Za-z]/.test(name) &&
    !LIFECYCLE.has(name) &&
    !OF_ELEMENTS.has(name) &&
    !nodes.some((node) => isInaccessible(node) || isInternal(docOf(node, module)))
  );
}

/**
 * The function that a member holds as methods do: of an interface one that gives a promise, as component compilers declare
 * methods; of a class one that nothing is said of. Any other is there to be set.
 */
function functionHeld(node: Ast.Node, { module }: DeclaredMember): Ast.TSFunctionType | null {
  const type = annotationOf(node)?.typeAnnotation;
  if (type?.type !== 'TSFunctionType' || ('optional' in node && node.optional)) return null;
  const isCalled =
    node.type === 'TSPropertySignature'
      ? isPromise(type.returnType.typeAnnotation)
      : docOf(node, module) === NO_DOC;
  return isCalled ? type : null;
}

function isPromise(type: Ast.TSType): boolean {
  return (
    type.type === 'TSTypeReference' && type.typeName.type === 'Identifier' && type.typeName.name === 'Promise'
  );
}

/** The property that a member is; null for one that is called, and for what tells of an event. */
export function propertyOf(
  member: DeclaredMember,
  own: Ast.Node,
  graph: ModuleGraph,
): ContractProperty | null {
  const { name, nodes, module } = member;
  if (nodes.some((one) => isMethodMember(one) || functionHeld(one, member) !== null)) return null;
  if (eventOfMember(member, graph)) return null;
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

/** The method that a member is; null for any other. */
export function methodOf(member: DeclaredMember, own: Ast.Node): ContractMethod | null {
  const { name, nodes, module } = member;
  const node = nodes.findLast((one) => isMethodMember(one) || functionHeld(one, member) !== null);
  if (!node) return null;
  const doc = nodes.map((one) => docOf(one, module)).find((one) => one !== NO_DOC) ?? NO_DOC;
  const text = signatureOf(node, member);
  return { name, text, ...inheritedBy(member, own), at: placeIn(module, node), ...wordsOf(doc) };
}

function signatureOf(node: Ast.Node, member: DeclaredMember): string {
  const held = functionHeld(node, member);
  if (!held) return declaredText(node, member.module);
  const { source } = member.module;
  const { start, end } = held.returnType.typeAnnotation;
  const given = source.slice(held.start, held.returnType.start).trim();
  return `${member.name}${given}: ${source.slice(start, end)}`.replaceAll(/\s+/g, ' ');
}

function inheritedBy({ holder }: DeclaredMember, own: Ast.Node): ItemWords {
  const name = 'id' in own && own.id && 'name' in own.id ? own.id.name : null;
  return holder === '' || holder === name ? {} : { inheritedFrom: holder };
}
