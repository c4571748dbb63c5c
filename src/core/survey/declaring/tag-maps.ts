/**
 * Interfaces by which type declarations tell of tags: `HTMLElementTagNameMap { 'tide-gauge': TideGauge }`, and
 * `IntrinsicElements { 'tide-gauge': TideGaugeProps }` of JSX.
 */

import { isElementName } from '../../contract/tags.js';
import { fold } from '../folding/fold.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import type { Place } from '../modules/type-names.js';
import { namedIn, statementsOf } from '../modules/type-names.js';
import type { Ast } from '../syntax/parse.js';
import { pathOf } from '../syntax/tree.js';

/** How the names of interfaces end that map tags to elements. */
export const TAG_MAP = 'TagNameMap';

/** One tag, the type that it is given, and where it stands. */
export interface MappedTag {
  tag: string;
  type: Ast.TSType;
  place: Place;
  node: Ast.Node;
}

/** The tags that interfaces of a module map whose names end so, in its global blocks and namespaces as well. */
export function mappedTags(
  module: Module,
  ending: typeof TAG_MAP | 'IntrinsicElements',
  graph: ModuleGraph,
): MappedTag[] {
  const found = new Map<string, MappedTag>();
  for (const { node, space } of statementsOf(module)) {
    if (node.type !== 'TSInterfaceDeclaration' || !node.id.name.endsWith(ending)) continue;
    for (const one of tagsOf(node, { module, space }, graph, new Set()))
      if (!found.has(one.tag)) found.set(one.tag, one);
  }
  return [...found.values()];
}

/** So many maps may stand above one. */
const MOST_ABOVE = 100;

function tagsOf(
  map: Ast.TSInterfaceDeclaration,
  place: Place,
  graph: ModuleGraph,
  visited: Set<Ast.Node>,
): MappedTag[] {
  if (visited.has(map) || visited.size > MOST_ABOVE) return [];
  visited.add(map);
  const own = map.body.body.flatMap((member): MappedTag[] => {
    if (member.type !== 'TSPropertySignature' || !member.typeAnnotation) return [];
    const tag = tagOf(member, place, graph);
    const type = member.typeAnnotation.typeAnnotation;
    return tag !== null && isElementName(tag) ? [{ tag, type, place, node: member }] : [];
  });
  const extended = map.extends.flatMap(({ expression }) => {
    const path = pathOf(expression);
    const named = path && namedIn(path, place, graph);
    return (named?.types ?? []).flatMap((one) =>
      named && one.type === 'TSInterfaceDeclaration' ? tagsOf(one, named, graph, visited) : [],
    );
  });
  return [...own, ...extended];
}

function tagOf({ key, computed }: Ast.TSPropertySignature, place: Place, graph: ModuleGraph): string | null {
  if (key.type === 'Literal') return String(key.value);
  if (!computed) return null;
  const value = fold(key, { graph, module: place.module });
  if (typeof value === 'string') return value;
  // `declare const TAG: 'tide-gauge';`
  const type = key.type === 'Identifier' ? namedIn([key.name], place, graph)?.value : null;
  return type?.type === 'TSLiteralType' && type.literal.type === 'Literal'
    ? String(type.literal.value)
    : null;
}
