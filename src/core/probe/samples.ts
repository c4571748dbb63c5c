/** Values that a contract's types allow, to be written in a host. */

import type { Kind } from '../contract/kinds.js';
import { kindsOf } from '../contract/kinds.js';
import type { AttributeReader, JsonSchema, TypeInfo } from '../contract/types.js';

/** A value as plain data: JSON as it stands, or what JSON has no form for. */
export type Sample = { json: unknown } | { make: 'function' | 'date' | 'symbol' | 'undefined'; turn: number };

/** How deep values are made; beyond that they are empty. */
const DEEPEST = 4;

/**
 * At least two values that differ, of every kind that the type allows; none for a type that allows one value only.
 * The same type gives the same values every time.
 */
export function samplesFor(type: TypeInfo, reads?: AttributeReader): Sample[] {
  const samples: Sample[] = [];
  for (const kind of kindsOf(type, reads)) {
    for (const turn of [1, 2]) samples.push(...sampleOf(kind, type.schema, turn));
  }
  const seen = new Set<string>();
  const distinct = samples.filter((one) => {
    const key = JSON.stringify(one);
    return seen.has(key) ? false : seen.add(key);
  });
  return distinct.length > 1 ? distinct : [];
}

function sampleOf(kind: Kind, schema: JsonSchema | null, turn: number): Sample[] {
  switch (kind) {
    case 'true':
    case 'false':
      return [{ json: kind === 'true' }];
    case 'null':
      return [{ json: null }];
    case 'empty':
      return [{ json: '' }];
    case 'nan':
      return [];
    case 'undefined':
    case 'function':
    case 'date':
    case 'symbol':
      return [{ make: kind, turn }];
    case 'string':
    case 'number':
    case 'object':
    case 'array':
      return [{ json: madeOf(partOf(schema, kind), kind, turn, 0) }];
  }
}

/** The part of a schema that speaks of a kind: the schema itself, or one of its alternatives. */
function partOf(schema: JsonSchema | null, kind: string): JsonSchema {
  if (!schema) return {};
  const types = Array.isArray(schema.type) ? schema.type : [schema.type];
  if (types.includes(kind) || (kind === 'number' && types.includes('integer'))) return schema;
  if ('const' in schema && typeof schema.const === kind) return schema;
  if (Array.isArray(schema.enum) && schema.enum.some((one) => typeof one === kind)) return schema;
  for (const key of ['anyOf', 'oneOf', 'allOf']) {
    const parts = schema[key];
    for (const part of Array.isArray(parts) ? (parts as JsonSchema[]) : []) {
      const found = partOf(part, kind);
      if (Object.keys(found).length > 0) return found;
    }
  }
  return {};
}

function madeOf(schema: JsonSchema, kind: string, turn: number, depth: number): unknown {
  if (Array.isArray(schema.enum)) {
    const fitting = schema.enum.filter((one) => kind === '' || typeof one === kind);
    if (fitting.length > 0) return fitting[(turn - 1) % fitting.length];
  }
  if ('const' in schema) return schema.const;
  if (depth > DEEPEST) return null;
  switch (kind) {
    case 'string':
      return textOf(schema, turn);
    case 'number':
    case 'integer':
      return numberOf(schema, turn);
    case 'boolean':
      return turn === 1;
    case 'array':
      return listOf(schema, turn, depth);
    case 'object':
      return recordOf(schema, turn, depth);
    default:
      return null;
  }
}

function textOf(schema: JsonSchema, turn: number): string {
  if (schema.format === 'date-time') return `2026-0${turn}-01T06:40:00Z`;
  if (schema.format === 'date') return `2026-0${turn}-01`;
  return turn === 1 ? 'north' : 'south';
}

function numberOf(schema: JsonSchema, turn: number): number {
  const least = typeof schema.minimum === 'number' ? schema.minimum : 0;
  const most = typeof schema.maximum === 'number' ? schema.maximum : Number.POSITIVE_INFINITY;
  return Math.min(most, least + turn + 2);
}

function listOf(schema: JsonSchema, turn: number, depth: number): unknown[] {
  const items = isSchema(schema.items) ? schema.items : { type: 'string' };
  return Array.from({ length: turn }, (_, at) => anyOf(items, at + turn, depth + 1));
}

function recordOf(schema: JsonSchema, turn: number, depth: number): Record<string, unknown> {
  const properties = isSchema(schema.properties) ? schema.properties : { level: { type: 'number' } };
  return Object.fromEntries(
    Object.entries(properties).map(([name, part]) => [
      name,
      anyOf(isSchema(part) ? part : {}, turn, depth + 1),
    ]),
  );
}

/** A value of the first kind that a schema allows. */
function anyOf(schema: JsonSchema, turn: number, depth: number): unknown {
  const parts = [schema.anyOf, schema.oneOf].find((one) => Array.isArray(one)) as JsonSchema[] | undefined;
  if (parts?.[0]) return anyOf(parts[0], turn, depth);
  const [type] = Array.isArray(schema.type) ? schema.type : [schema.type];
  return madeOf(schema, typeof type === 'string' ? type : '', turn, depth);
}

function isSchema(value: unknown): value is JsonSchema {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
