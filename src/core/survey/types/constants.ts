/** Constants as types: what `typeof PORTS` stands for. */

import type { JsonSchema } from '../../contract/types.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject } from '../folding/folded.js';
import type { Found, ModuleGraph } from '../modules/modules.js';
import { isTypeScript } from '../syntax/file-names.js';
import type { Ast } from '../syntax/parse.js';
import { joinSchemas } from './schemas.js';

/** The type that a constant is given, or the schema of its value; null for what is no constant. */
export function constantBehind(
  { declaration, module, name }: Found,
  graph: ModuleGraph,
): { type: Ast.TSType } | { schema: JsonSchema | null } | null {
  if (declaration.kind !== 'variable' && declaration.kind !== 'enum') return null;
  if (declaration.kind === 'variable' && declaration.type) return { type: declaration.type.typeAnnotation };
  const value = fold({ type: 'Identifier', name, start: 0, end: 0 } as Ast.Node, { graph, module });
  // Without `as const` a type checker takes a text for any text; code without types says nothing of that.
  const isFixed = declaration.kind === 'enum' || !isTypeScript(module.path) || isConst(declaration.init);
  return { schema: schemaOfValue(value, isFixed, 0) };
}

function isConst(init: Ast.Node | null): boolean {
  if (init?.type === 'TSSatisfiesExpression') return isConst(init.expression);
  return (
    init?.type === 'TSAsExpression' &&
    init.typeAnnotation.type === 'TSTypeReference' &&
    init.typeAnnotation.typeName.type === 'Identifier' &&
    init.typeAnnotation.typeName.name === 'const'
  );
}

/** So deep values hold others. */
const DEEPEST = 8;

function schemaOfValue(value: Folded, isFixed: boolean, depth: number): JsonSchema | null {
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean')
    return isFixed ? { const: value } : { type: typeof value };
  if (value === null) return { type: 'null' };
  if (depth > DEEPEST) return {};
  if (Array.isArray(value)) {
    const items = value.map((one) => schemaOfValue(one, isFixed, depth + 1) ?? {});
    if (isFixed) return { type: 'array', prefixItems: items };
    return items.length > 0 ? { type: 'array', items: joinSchemas(items) } : { type: 'array' };
  }
  if (typeof value !== 'object' || !isFoldedObject(value)) return null;
  const properties = [...value.object].map(
    ([key, one]) => [key, schemaOfValue(one, isFixed, depth + 1) ?? {}] as const,
  );
  return {
    type: 'object',
    properties: Object.fromEntries(properties),
    required: properties.map(([key]) => key),
  };
}
