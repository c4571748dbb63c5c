/** Kinds of value: the words in which a contract's types meet the measured facts of a host. */

import type { AttributeReader, JsonSchema, TypeInfo } from './types.js';

/**
 * `true` and `false` are kinds of their own, and so are `empty`, the string without characters, and `nan`, because
 * hosts treat them differently; `null` and `undefined` count where a type allows them.
 */
export const KINDS = [
  'string',
  'empty',
  'number',
  'nan',
  'true',
  'false',
  'object',
  'array',
  'date',
  'function',
  'symbol',
  'null',
  'undefined',
] as const;
export type Kind = (typeof KINDS)[number];

/** The kinds a value of this type may be of. What nothing is known of counts as an object, the hardest to carry. */
export function kindsOf(type: TypeInfo, reads?: AttributeReader): Kind[] {
  const kinds = new Set<Kind>();
  if (type.schema) addSchema(type.schema, kinds);
  else for (const part of type.text.split('|')) addText(part.trim(), kinds);
  if (kinds.size === 0) addReader(reads, kinds);
  return [...kinds];
}

/** The kinds of value a reader makes out of an attribute, exactly; none for readers of a component's own. */
export function kindsRead(reads: AttributeReader): readonly Kind[] {
  switch (reads) {
    case 'string':
      return ['string', 'empty', 'null', 'undefined'];
    case 'number':
      return ['number'];
    case 'boolean':
      return ['true', 'false'];
    default:
      return [];
  }
}

/** Values that no text can stand for by itself. */
export function isRich(kinds: readonly Kind[]): boolean {
  return kinds.some(
    (kind) =>
      kind === 'object' || kind === 'array' || kind === 'date' || kind === 'function' || kind === 'symbol',
  );
}

function addSchema(schema: JsonSchema, kinds: Set<Kind>): void {
  const values = Array.isArray(schema.enum) ? schema.enum : 'const' in schema ? [schema.const] : [];
  for (const value of values) {
    if (value === null) kinds.add('null');
    else if (typeof value === 'boolean') kinds.add(value ? 'true' : 'false');
    else if (typeof value === 'string' || typeof value === 'number') kinds.add(typeof value as Kind);
  }
  const types = Array.isArray(schema.type) ? schema.type : schema.type === undefined ? [] : [schema.type];
  for (const type of types) addTypeName(String(type), kinds);
  for (const key of ['anyOf', 'allOf', 'oneOf']) {
    const parts = schema[key];
    for (const part of Array.isArray(parts) ? parts : []) addSchema(part as JsonSchema, kinds);
  }
}

function addTypeName(type: string, kinds: Set<Kind>): void {
  if (type === 'boolean') {
    kinds.add('true');
    kinds.add('false');
  } else if (type === 'string') {
    kinds.add('string');
    kinds.add('empty');
  } else if (type === 'integer') kinds.add('number');
  else if (['number', 'object', 'array', 'null'].includes(type)) kinds.add(type as Kind);
}

function addText(text: string, kinds: Set<Kind>): void {
  if (text === 'null' || text === 'undefined') kinds.add(text);
  else if (text === 'Date') kinds.add('date');
  else if (text === 'symbol') kinds.add('symbol');
  else if (text.includes('=>') || text === 'Function') kinds.add('function');
  else if (/\[\]$|^(Readonly)?Array</.test(text)) kinds.add('array');
  else if (['string', 'number', 'boolean'].includes(text)) addTypeName(text, kinds);
  else kinds.add('object');
}

function addReader(reads: AttributeReader | undefined, kinds: Set<Kind>): void {
  if (reads === 'string') addTypeName('string', kinds);
  else if (reads === 'custom') kinds.add('string');
  else if (reads === 'number' || reads === 'boolean') addTypeName(reads, kinds);
  else kinds.add('object');
}
