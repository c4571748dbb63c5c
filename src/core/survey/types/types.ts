/** Type syntax -> text and JSON Schema 2020-12, as far as that is of use. */

import type { JsonSchema, TypeInfo } from '../../contract/types.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { parseType } from '../syntax/parse.js';
import { valuesText } from './schemas.js';
import { schemaOf } from './type-schemas.js';
import { isWorkedOut, plainType, textOf } from './written.js';

/** What is said of a type nobody told. */
export const NO_TYPE: TypeInfo = { text: 'unknown', schema: {} };

/** The more parts a type has, the less far it is followed: what nobody can read helps nobody. */
const DEPTHS = [12, 6, 4, 3, 2, 1, 0];
const MOST_PARTS = 1_000;

/** Reads a type that is written as text. */
export type TypeReader = (text: string) => TypeInfo;

/** The type an annotation names. */
export function typeOf(node: Ast.TSType, module: Module, graph: ModuleGraph): TypeInfo {
  const schema = schemaWithin(node, module.source, module, graph);
  // A type that is worked out from another is told by its values: what it is made of has a name in its module only.
  const text = (isWorkedOut(node) && valuesText(schema)) || textOf(node, module.source);
  return { text, schema };
}

/** The type in the braces of a doc comment. */
export function typeOfText(text: string, module: Module, graph: ModuleGraph): TypeInfo {
  const plain = plainType(text);
  const parsed = parseType(plain);
  if (!parsed) return { text: plain, schema: null };
  const node = parsed.node as Ast.TSType;
  return { text: textOf(node, parsed.source), schema: schemaWithin(node, parsed.source, module, graph) };
}

/** The schema of a type, as deep as it has no more parts than that. */
function schemaWithin(
  node: Ast.TSType,
  source: string,
  module: Module,
  graph: ModuleGraph,
): JsonSchema | null {
  const tooDeep = TOO_DEEP.get(module) ?? new Map<string, number>();
  TOO_DEEP.set(module, tooDeep);
  const text = source.slice(node.start, node.end);
  for (const deepest of DEPTHS.filter((one) => one < (tooDeep.get(text) ?? Number.POSITIVE_INFINITY))) {
    const extent = { deepest, left: MOST_PARTS };
    const schema = schemaOf(node, { graph, module, source, parameters: new Map(), open: new Set(), extent });
    if (extent.left >= 0) return schema;
    tooDeep.set(text, deepest);
  }
  return {};
}

/** The depth at which a type was found to have too many parts, by its text: the next of its kind starts below. */
const TOO_DEEP = new WeakMap<Module, Map<string, number>>();

/** The type that one of the keywords string, number, boolean names. */
export function keyword(name: 'string' | 'number' | 'boolean'): TypeInfo {
  return { text: name, schema: { type: name } };
}
