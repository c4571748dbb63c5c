/** Type syntax -> JSON Schema 2020-12. Aliases, interfaces and enums are followed across modules. */

import type { JsonSchema } from '../../contract/types.js';
import { fold } from '../folding/fold.js';
import { isFoldedObject, UNKNOWN } from '../folding/folded.js';
import type { TypeDeclaration } from '../modules/declarations.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import { namedIn } from '../modules/type-names.js';
import type { Ast } from '../syntax/parse.js';
import { parseType } from '../syntax/parse.js';
import { pathOf } from '../syntax/tree.js';
import { constantBehind } from './constants.js';
import { inCase, joinSchemas, keysOf, membersKept, narrowed, valuesOf, withoutNull } from './schemas.js';
import { typedefIn } from './typedefs.js';
import { literalSchema, plainType } from './written.js';

/** Where a type is read, and how far it is followed. */
export interface Context {
  graph: ModuleGraph;
  module: Module;
  source: string;
  parameters: ReadonlyMap<string, JsonSchema | null>;
  open: ReadonlySet<string>;
  extent: Extent;
}

/** How far one type is followed. */
interface Extent {
  /** So far types lead from one to the next. */
  deepest: number;
  /** So many parts it may still have. */
  left: number;
}

/** The schema of a type; null where JSON Schema cannot say it. */
export function schemaOf(node: Ast.TSType, context: Context): JsonSchema | null {
  context.extent.left -= 1;
  if (context.extent.left < 0) return {};
  switch (node.type) {
    case 'TSStringKeyword':
      return { type: 'string' };
    case 'TSNumberKeyword':
      return { type: 'number' };
    case 'TSBooleanKeyword':
      return { type: 'boolean' };
    case 'TSNullKeyword':
      return { type: 'null' };
    case 'TSObjectKeyword':
      return { type: 'object' };
    case 'TSAnyKeyword':
    case 'TSUnknownKeyword':
      return {};
    case 'TSLiteralType':
      return literalSchema(node.literal);
    case 'TSTemplateLiteralType':
      return templateSchema(node, context);
    case 'TSArrayType':
      return arrayOf(schemaOf(node.elementType, context));
    case 'TSTupleType':
      return tupleSchema(node, context);
    case 'TSParenthesizedType':
      return schemaOf(node.typeAnnotation, context);
    case 'TSTypeOperator':
      if (node.operator === 'keyof') return keysOf(schemaOf(node.typeAnnotation, context));
      return node.operator === 'readonly' ? schemaOf(node.typeAnnotation, context) : null;
    case 'TSTypeQuery':
      return constantSchema(node, context);
    case 'TSUnionType':
      return unionSchema(node.types, context);
    case 'TSIntersectionType':
      return intersectionSchema(node.types, context);
    case 'TSTypeLiteral':
      return membersSchema(node.members, context);
    case 'TSTypeReference':
      return referenceSchema(node, context);
    case 'TSIndexedAccessType':
      return indexedSchema(node, context);
    case 'TSImportType':
      return importSchema(node, context);
    default:
      return null;
  }
}

/** `` `${Size}` ``: the values of an enum as text, or of a union; of all else only that it is text. */
function templateSchema({ quasis, types }: Ast.TSTemplateLiteralType, context: Context): JsonSchema {
  const [before, after] = quasis.map((one) => one.value.cooked);
  const schema = types.length === 1 && types[0] ? schemaOf(types[0], context) : null;
  const values = schema && 'const' in schema ? [schema.const] : schema?.enum;
  return Array.isArray(values)
    ? { enum: values.map((one) => `${before}${one}${after}`) }
    : { type: 'string' };
}

function arrayOf(items: JsonSchema | null): JsonSchema {
  return items && Object.keys(items).length > 0 ? { type: 'array', items } : { type: 'array' };
}

function tupleSchema(node: Ast.TSTupleType, context: Context): JsonSchema {
  const prefixItems = node.elementTypes.map((element) => {
    if (element.type === 'TSNamedTupleMember')
      return schemaOf(element.elementType as Ast.TSType, context) ?? {};
    if (element.type === 'TSOptionalType') return schemaOf(element.typeAnnotation, context) ?? {};
    return element.type === 'TSRestType' ? {} : (schemaOf(element as Ast.TSType, context) ?? {});
  });
  return { type: 'array', prefixItems };
}

function unionSchema(types: Ast.TSType[], context: Context): JsonSchema | null {
  const parts: JsonSchema[] = [];
  for (const type of types) {
    if (type.type === 'TSUndefinedKeyword' || type.type === 'TSVoidKeyword') continue;
    const schema = schemaOf(type, context);
    if (!schema) return null;
    parts.push(schema);
  }
  return joinSchemas(parts);
}

function intersectionSchema(types: Ast.TSType[], context: Context): JsonSchema | null {
  const parts = types.map((type) => schemaOf(type, context));
  const known = parts.filter((part): part is JsonSchema => part !== null);
  // `string & {}` is a string that editors do not take for all there is; other members only tell it apart.
  const [plain, ...others] = known.filter(isPlain);
  if (plain && others.length === 0) return plain;
  if (known.length < parts.length) return null;
  if (known.every((part) => part.type === 'object')) {
    return {
      type: 'object',
      properties: Object.assign({}, ...known.map((part) => part.properties ?? {})),
      required: known.flatMap((part) => (part.required as string[] | undefined) ?? []),
    };
  }
  return { allOf: known };
}

/** Text, a number or a boolean, whichever. */
function isPlain({ type, ...rest }: JsonSchema): boolean {
  return /^(?:string|number|boolean)$/.test(String(type)) && Object.keys(rest).length === 0;
}

function membersSchema(members: readonly Ast.TSSignature[], context: Context): JsonSchema {
  const properties: [string, JsonSchema][] = [];
  const required: string[] = [];
  let additional: JsonSchema | null = null;
  for (const member of members) {
    if (member.type === 'TSIndexSignature') {
      additional = schemaOf(member.typeAnnotation.typeAnnotation, context) ?? {};
    }
    if (member.type !== 'TSPropertySignature' || member.computed) continue;
    const name = member.key.type === 'Identifier' ? member.key.name : literalName(member.key);
    if (name === null) continue;
    const schema = member.typeAnnotation ? schemaOf(member.typeAnnotation.typeAnnotation, context) : null;
    properties.push([name, schema ?? {}]);
    if (!member.optional) required.push(name);
  }
  return {
    type: 'object',
    ...(properties.length > 0 ? { properties: Object.fromEntries(properties) } : {}),
    ...(required.length > 0 ? { required } : {}),
    ...(additional ? { additionalProperties: additional } : {}),
  };
}

function referenceSchema(node: Ast.TSTypeReference, context: Context): JsonSchema | null {
  const args = node.typeArguments?.params ?? [];
  if (node.typeName.type !== 'Identifier') {
    return enumMemberSchema(node.typeName, context) ?? namedSchema(node.typeName, args, context);
  }
  const { name } = node.typeName;
  const given = (index: number) => (args[index] ? schemaOf(args[index], context) : null);
  if (context.parameters.has(name)) return context.parameters.get(name) ?? null;
  switch (name) {
    case 'Array':
    case 'ReadonlyArray':
      return arrayOf(given(0));
    case 'Readonly':
    case 'Required':
      return given(0);
    case 'NonNullable':
      return withoutNull(given(0));
    case 'Extract':
    case 'Exclude':
      return narrowed(given(0), given(1), name === 'Extract');
    case 'Lowercase':
    case 'Uppercase':
      return inCase(given(0), name);
    case 'Pick':
    case 'Omit':
      return membersKept(given(0), given(1), name === 'Pick');
    case 'Partial': {
      const schema = given(0);
      return schema && { ...schema, required: [] };
    }
    case 'Record':
      return { type: 'object', additionalProperties: given(1) ?? {} };
    default:
      return declaredSchema(name, args, context);
  }
}

/** Where a declaration is read; null where that is being done already, or leads too far. */
function within(module: Module, name: string, context: Context): Context | null {
  const { open, extent } = context;
  const key = `${module.path}#${name}`;
  if (open.has(key) || open.size > extent.deepest) return null;
  return { ...context, module, source: module.source, parameters: new Map(), open: new Set([...open, key]) };
}

function declaredSchema(name: string, args: Ast.TSType[], context: Context): JsonSchema | null {
  const found = context.graph.find(name, context.module);
  if (!found) return typedefSchema(name, context) ?? wordSchema(name);
  const inner = within(found.module, found.name, context);
  if (!inner) return {};
  const { declaration } = found;
  if (declaration.kind === 'enum') {
    const folded = fold({ ...declaration.node.id, type: 'Identifier' } as Ast.Node, {
      graph: context.graph,
      module: found.module,
    });
    const values = isFoldedObject(folded) ? [...folded.object.values()] : [];
    return values.length > 0 && values.every((value) => value !== UNKNOWN) ? { enum: values } : null;
  }
  const node = declaration.kind === 'class' ? undefined : found.module.types.get(found.name);
  return node ? typeSchema(node, args, context, inner) : null;
}

/** `Flex.Direction`: a type in a namespace, or in a module that is imported as one. */
function namedSchema(name: Ast.TSTypeName, args: Ast.TSType[], context: Context): JsonSchema | null {
  const named = namedIn(pathOf(name) ?? [], { module: context.module, space: '' }, context.graph);
  const node = named?.types.find((one): one is TypeDeclaration => one.type.startsWith('TS'));
  if (!named || !node) return null;
  const inner = within(named.module, `${named.space}.${named.name}`, context);
  return inner ? typeSchema(node, args, context, inner) : {};
}

/** The schema of a declared type: what it is given is read where it is named, all else where it is declared. */
function typeSchema(
  node: TypeDeclaration,
  args: Ast.TSType[],
  context: Context,
  inner: Context,
): JsonSchema | null {
  const parameters = new Map(
    (node.typeParameters?.params ?? []).map((parameter, index) => {
      const given = args[index];
      const schema = given
        ? schemaOf(given, context)
        : parameter.default
          ? schemaOf(parameter.default, inner)
          : {};
      return [parameter.name.name, schema] as const;
    }),
  );
  const scoped = { ...inner, parameters };
  if (node.type === 'TSTypeAliasDeclaration') return schemaOf(node.typeAnnotation, scoped);
  const own = membersSchema(node.body.body, scoped);
  const above = node.extends.map((one) =>
    one.expression.type === 'Identifier' ? declaredSchema(one.expression.name, [], scoped) : null,
  );
  if (above.length === 0) return own;
  if (above.some((part) => part?.type !== 'object')) return null;
  const all = [...above, own] as JsonSchema[];
  return {
    ...own,
    properties: Object.assign({}, ...all.map((part) => part.properties ?? {})),
    required: all.flatMap((part) => (part.required as string[] | undefined) ?? []),
  };
}

/** Doc comments write `Boolean` for what TypeScript calls `boolean`. */
function wordSchema(name: string): JsonSchema | null {
  return /^(?:String|Number|Boolean)$/.test(name) ? { type: name.toLowerCase() } : null;
}

/** `Colour.Red` as a type. */
function enumMemberSchema(node: Ast.TSTypeName, context: Context): JsonSchema | null {
  if (node.type !== 'TSQualifiedName' || node.left.type !== 'Identifier') return null;
  const folded = fold({ type: 'Identifier', name: node.left.name, start: 0, end: 0 } as Ast.Node, context);
  const value = isFoldedObject(folded) ? folded.object.get(node.right.name) : UNKNOWN;
  return value === undefined || value === UNKNOWN ? null : { const: value };
}

/** `typeof PORTS` */
function constantSchema({ exprName }: Ast.TSTypeQuery, context: Context): JsonSchema | null {
  const found = exprName.type === 'Identifier' ? context.graph.find(exprName.name, context.module) : null;
  const inner = found && within(found.module, `typeof ${found.name}`, context);
  if (!inner) return null;
  const constant = constantBehind(found, context.graph);
  return constant && 'type' in constant ? schemaOf(constant.type, inner) : (constant?.schema ?? null);
}

/** `Reading['level']`, `(typeof PORTS)[number]`, `(typeof SIDES)[keyof typeof SIDES]` */
function indexedSchema(
  { objectType, indexType }: Ast.TSIndexedAccessType,
  context: Context,
): JsonSchema | null {
  const schema = schemaOf(objectType, context);
  if (indexType.type === 'TSNumberKeyword') {
    if (Array.isArray(schema?.prefixItems)) return joinSchemas(schema.prefixItems as JsonSchema[]);
    return (schema?.items as JsonSchema | undefined) ?? null;
  }
  const properties = schema?.properties as Record<string, JsonSchema> | undefined;
  const keys = properties ? valuesOf(schemaOf(indexType, context)) : null;
  const members = keys?.map((key) =>
    typeof key === 'string' && Object.hasOwn(properties ?? {}, key) ? properties?.[key] : undefined,
  );
  return members?.every((one) => one !== undefined) ? joinSchemas(members) : null;
}

/** `import('./ports.js').Port`, as doc comments write it. */
function importSchema(node: Ast.TSImportType, context: Context): JsonSchema | null {
  const target = context.graph.resolve(node.source.value, context.module);
  if (!target || node.qualifier?.type !== 'Identifier') return null;
  const { name } = node.qualifier;
  const found = context.graph.findExport(name, target);
  const args = node.typeArguments?.params ?? [];
  return found
    ? declaredSchema(found.name, args, { ...context, module: found.module })
    : typedefSchema(name, { ...context, module: target });
}

/** A type that a doc comment of the module names. */
function typedefSchema(name: string, context: Context): JsonSchema | null {
  const { module } = context;
  const text = typedefIn(module, name);
  const parsed = text === null ? null : parseType(plainType(text));
  const inner = parsed && within(module, name, context);
  return inner ? schemaOf(parsed.node as Ast.TSType, { ...inner, source: parsed.source }) : null;
}

function literalName(node: Ast.Node): string | null {
  return node.type === 'Literal' && typeof node.value === 'string' ? node.value : null;
}
