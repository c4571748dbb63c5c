/** Schemas made of other schemas, as types are made of other types. */

import type { JsonSchema } from '../../contract/types.js';
import { stringLiteral } from '../../emit/text.js';

/** One schema for "any of these", as short as it can be said. */
export function joinSchemas(schemas: JsonSchema[]): JsonSchema {
  const parts = distinct(schemas.flatMap(alternatives));
  if (parts.length === 1 && parts[0]) return parts[0];
  if (parts.length > 1 && parts.some((part) => Object.keys(part).length === 0)) return {};
  const values = distinct(
    parts.flatMap((part) => ('const' in part ? [part.const] : ((part.enum as unknown[]) ?? []))),
  );
  const others = parts.filter((part) => !('const' in part) && !('enum' in part));
  const both = values.includes(true) && values.includes(false);
  const kept = both ? values.filter((value) => typeof value !== 'boolean') : values;
  const first: JsonSchema[] =
    kept.length > 0 ? [kept.length === 1 ? { const: kept[0] } : { enum: kept }] : [];
  const all = [...first, ...(both ? [{ type: 'boolean' }] : []), ...others];
  if (all.length === 1 && all[0]) return all[0];
  const bare = all.every((part) => Object.keys(part).length === 1 && typeof part.type === 'string');
  return bare ? { type: all.map((part) => part.type) } : { anyOf: all };
}

/** The schemas that a schema is "any of", where it is no more than that. */
function alternatives(schema: JsonSchema): JsonSchema[] {
  const { anyOf, type } = schema;
  if (Object.keys(schema).length !== 1) return [schema];
  if (Array.isArray(anyOf)) return anyOf as JsonSchema[];
  return Array.isArray(type) ? type.map((one: unknown) => ({ type: one })) : [schema];
}

/** Each value once, also where it is an object. */
function distinct<T>(values: readonly T[]): T[] {
  return [...new Map(values.map((value) => [JSON.stringify(value), value])).values()];
}

/** The values that a schema lists; null where it leaves them open. */
export function valuesOf(schema: JsonSchema | null): unknown[] | null {
  if (!schema) return null;
  if ('const' in schema) return [schema.const];
  if (Array.isArray(schema.enum)) return schema.enum;
  if (schema.type === 'null') return [null];
  const parts = Array.isArray(schema.anyOf) ? schema.anyOf.map(valuesOf) : null;
  return parts?.every((one) => one !== null) ? parts.flat() : null;
}

/** `Extract<Deck, 'car' | 'sun'>`, or with `keeps` false `Exclude<...>`; null where values are not listed. */
export function narrowed(
  schema: JsonSchema | null,
  by: JsonSchema | null,
  keeps: boolean,
): JsonSchema | null {
  // `Extract<string | undefined, string>`
  if (keeps && schema && JSON.stringify(schema) === JSON.stringify(by)) return schema;
  const named = valuesOf(by);
  const kept = valuesOf(schema)?.filter((one) => named?.includes(one) === keeps) ?? [];
  if (!named || kept.length === 0) return null;
  return joinSchemas(kept.map((one) => (one === null ? { type: 'null' } : { const: one })));
}

/** `NonNullable<Deck | null>` */
export function withoutNull(schema: JsonSchema | null): JsonSchema | null {
  if (!schema) return null;
  const { type, enum: values, anyOf } = schema;
  const isLeft = (one: unknown) => one !== null && one !== 'null' && (one as JsonSchema).type !== 'null';
  if (Array.isArray(values)) return joinSchemas(values.filter(isLeft).map((one) => ({ const: one })));
  if (Array.isArray(anyOf)) return joinSchemas(anyOf.filter(isLeft) as JsonSchema[]);
  if (!Array.isArray(type)) return schema;
  const [only, ...more] = type.filter(isLeft);
  return { ...schema, type: more.length === 0 ? only : [only, ...more] };
}

/** `keyof Berth`; null where the members are not known. */
export function keysOf(schema: JsonSchema | null): JsonSchema | null {
  const keys = schema?.properties && !schema.additionalProperties ? Object.keys(schema.properties) : [];
  return keys.length > 0 ? joinSchemas(keys.map((one) => ({ const: one }))) : null;
}

/** `Lowercase<Deck>`, `Uppercase<Deck>`; of texts that are not listed only that they are text. */
export function inCase(schema: JsonSchema | null, as: 'Lowercase' | 'Uppercase'): JsonSchema | null {
  const values = valuesOf(schema);
  if (!values?.every((one) => typeof one === 'string')) return { type: 'string' };
  return joinSchemas(
    values.map((one) => ({ const: as === 'Lowercase' ? one.toLowerCase() : one.toUpperCase() })),
  );
}

/** `Pick<Berth, 'deck'>`, or with `keeps` false `Omit<...>`; null where the members are not known. */
export function membersKept(
  schema: JsonSchema | null,
  by: JsonSchema | null,
  keeps: boolean,
): JsonSchema | null {
  const names = valuesOf(by);
  if (schema?.type !== 'object' || !names) return null;
  const isKept = (name: string) => names.includes(name) === keeps;
  const { properties = {}, required = [], ...rest } = schema;
  const kept = Object.entries(properties as Record<string, JsonSchema>).filter(([name]) => isKept(name));
  return {
    ...rest,
    ...(kept.length > 0 ? { properties: Object.fromEntries(kept) } : {}),
    required: (required as string[]).filter(isKept),
  };
}

/** So many values are told one by one. */
const MOST_VALUES = 24;

/** The values that a schema lists, or the plain types that it names, as TypeScript; null for any other. */
export function valuesText(schema: JsonSchema | null): string | null {
  const values = valuesOf(schema);
  if (values) {
    if (values.length > MOST_VALUES) return null;
    return values.map((one) => (typeof one === 'string' ? stringLiteral(one) : String(one))).join(' | ');
  }
  if (!schema || Object.keys(schema).join() !== 'type') return null;
  const types = [schema.type].flat().map(String);
  return types.every((one) => /^(?:string|number|boolean|null)$/.test(one)) ? types.join(' | ') : null;
}
