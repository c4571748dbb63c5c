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
  else addText(type.text, kinds);
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

function addText(type: string, kinds: Set<Kind>): void {
  const parts = alternativesOf(type);
  if (parts.length > 1) {
    for (const part of parts) addText(part, kinds);
    return;
  }
  const text = parts[0] ?? '';
  const inner = /^\(([^()]*)\)$/.exec(text);
  if (inner?.[1]) addText(inner[1], kinds);
  else if (text === 'null' || text === 'undefined') kinds.add(text);
  else if (text === 'Date') kinds.add('date');
  else if (text === 'symbol') kinds.add('symbol');
  else if (isFunctionText(text) || text === 'Function') kinds.add('function');
  else if (/\[\]$|^(Readonly)?Array\b|^(readonly )?\[/.test(text)) kinds.add('array');
  else if (['string', 'number', 'boolean'].includes(text)) addTypeName(text, kinds);
  else kinds.add('object');
}

/** The alternatives that a type's text consists of: what a function returns belongs to the function. */
function alternativesOf(text: string): string[] {
  const parts = [''];
  let depth = 0;
  for (let at = 0; at < text.length; at += 1) {
    const char = text.charAt(at);
    if ('([{<'.includes(char)) depth += 1;
    else if (')]}'.includes(char) || (char === '>' && text[at - 1] !== '=')) depth -= 1;
    const isArrow = depth === 0 && char === '=' && text[at + 1] === '>';
    if (isArrow)
      return [...parts.slice(0, -1), (parts.at(-1) ?? '') + text.slice(at)].map((one) => one.trim());
    if (depth === 0 && char === '|') parts.push('');
    else parts.push((parts.pop() ?? '') + char);
  }
  return parts.map((one) => one.trim()).filter((one) => one !== '');
}

/** Does the text stand for a function, as against something that takes or holds one? */
function isFunctionText(text: string): boolean {
  return /^(?:new )?(?:<[^>]*>)?\(.*=>/s.test(text);
}

function addReader(reads: AttributeReader | undefined, kinds: Set<Kind>): void {
  if (reads === 'string') addTypeName('string', kinds);
  else if (reads === 'custom') kinds.add('string');
  else if (reads === 'number' || reads === 'boolean') addTypeName(reads, kinds);
  else kinds.add('object');
}
