import { isPlatformInterface } from '../contract/platform.js';
import type { JsonSchema, TypeInfo } from '../contract/types.js';
import { isIdentifier } from './names.js';
import { stringLiteral } from './text.js';

/** A property name as it stands in an object literal or type: quoted only where it must be. */
export function propertyKey(name: string): string {
  return /^[A-Za-z_$][\w$]*$/.test(name) && name !== '__proto__' ? name : stringLiteral(name);
}

/** `base.name`, or `base['na-me']`. */
export function memberAccess(base: string, name: string): string {
  return isIdentifier(name) ? `${base}.${name}` : `${base}[${stringLiteral(name)}]`;
}

/**
 * TypeScript for a type of the contract: from its JSON Schema; without one, the text when it names only what
 * every TypeScript program knows, else `unknown`, or any function where it is one.
 */
export function typeScriptOf(type: TypeInfo): string {
  const known = WRITTEN.get(type) ?? written(type);
  WRITTEN.set(type, known);
  return known;
}

/** Types of a contract do not change once they are read; every host writes them. */
const WRITTEN = new WeakMap<TypeInfo, string>();

function written(type: TypeInfo): string {
  if (type.schema) return fromSchema(type.schema);
  const text = withArguments(type.text);
  if (namesOnlyGlobals(text)) return text;
  return /^\(.*\) => /s.test(type.text) ? '(...args: never[]) => unknown' : 'unknown';
}

/** The type, or undefined. */
export function orUndefined(type: string): string {
  return `${type.includes('=>') ? `(${type})` : type} | undefined`;
}

function fromSchema(schema: JsonSchema): string {
  const { type, enum: values, const: constant, anyOf, items, properties, additionalProperties } = schema;
  if (Array.isArray(values) || Array.isArray(anyOf)) return union(partsOf(schema));
  if ('const' in schema) return literal(constant);
  if (Array.isArray(type)) return union(type.map((one) => fromSchema({ ...schema, type: one })));
  switch (type) {
    case 'string':
    case 'boolean':
    case 'null':
      return type;
    case 'number':
    case 'integer':
      return 'number';
    case 'array':
      return arrayType(schema, items);
    case 'object':
      return objectType(schema, properties, additionalProperties);
    default:
      return 'unknown';
  }
}

/** The types that a schema leaves a choice of, one by one. */
function partsOf(schema: JsonSchema): string[] {
  if (Array.isArray(schema.enum)) return schema.enum.map(literal);
  if (Array.isArray(schema.anyOf)) return schema.anyOf.flatMap((one) => partsOf(asSchema(one)));
  return [fromSchema(schema)];
}

function arrayType(schema: JsonSchema, items: unknown): string {
  if (Array.isArray(schema.prefixItems)) {
    return `[${schema.prefixItems.map((one) => fromSchema(asSchema(one))).join(', ')}]`;
  }
  const element = items === undefined ? 'unknown' : fromSchema(asSchema(items));
  return /[ |&]/.test(element) && !/^\{[^{}]*\}$/.test(element) ? `(${element})[]` : `${element}[]`;
}

function objectType(schema: JsonSchema, properties: unknown, additional: unknown): string {
  const required = new Set(Array.isArray(schema.required) ? schema.required : []);
  const members = Object.entries(asSchema(properties)).map(
    ([name, one]) => `${propertyKey(name)}${required.has(name) ? '' : '?'}: ${fromSchema(asSchema(one))}`,
  );
  if (members.length > 0) return `{ ${members.join('; ')} }`;
  if (additional && typeof additional === 'object') {
    return `Record<string, ${fromSchema(asSchema(additional))}>`;
  }
  return 'Record<string, unknown>';
}

function literal(value: unknown): string {
  if (typeof value === 'string') return stringLiteral(value);
  return typeof value === 'number' || typeof value === 'boolean' || value === null
    ? String(value)
    : 'unknown';
}

/** Any of the parts. What is named beside any text is still offered by editors, unless that is very much. */
function union(parts: string[]): string {
  const unique = [...new Set(parts)];
  if (unique.includes('unknown')) return 'unknown';
  const isText = (one: string) => one.startsWith("'");
  if (!unique.includes('string') || !unique.some(isText)) return unique.join(' | ') || 'never';
  if (unique.length > MOST_OFFERED) return unique.filter((one) => !isText(one)).join(' | ');
  return unique.map((one) => (one === 'string' ? ANY_TEXT : one)).join(' | ');
}

/** Text that type checkers do not join with the texts that are named beside it. */
const ANY_TEXT = '(string & Record<never, never>)';

/** Of more, type checkers cannot work out what components make of their props. */
const MOST_OFFERED = 100;

function asSchema(value: unknown): JsonSchema {
  return typeof value === 'object' && value !== null ? (value as JsonSchema) : {};
}

/** Types of TypeScript and of its DOM library; of words that a package may well use itself, none. */
const GLOBAL_TYPES = new Set(
  (
    'string number boolean bigint symbol null undefined unknown void never object true false Date RegExp Error ' +
    'Element HTMLElement Node Event CustomEvent ' +
    'EventTarget File FileList Blob FormData URL Function DocumentFragment MouseEvent KeyboardEvent InputEvent ' +
    'FocusEvent PointerEvent ToggleEvent AbortSignal DragEvent WheelEvent SubmitEvent AnimationEvent TransitionEvent ' +
    'ClipboardEvent CompositionEvent Document Window ShadowRoot NodeList HTMLCollection DOMRect DOMRectReadOnly ' +
    'ElementInternals ValidityState ValidityStateFlags CSSStyleSheet MediaStream FocusOptions ScrollIntoViewOptions ' +
    'SVGElement SVGSVGElement'
  ).split(' '),
);

/** Types that take others, and what those are where a text leaves them out, as doc comments do. */
const GENERIC_TYPES: Readonly<Record<string, string>> = {
  Promise: 'unknown',
  Array: 'unknown',
  ReadonlyArray: 'unknown',
  Set: 'unknown',
  Map: 'unknown, unknown',
  Record: 'string, unknown',
  Partial: 'object',
  Readonly: 'object',
};

const isGeneric = (word: string) => Object.hasOwn(GENERIC_TYPES, word);

/** The text with the arguments that its types need. */
function withArguments(text: string): string {
  return text.replaceAll(/\b[A-Z]\w+\b(?!\s*(?:<|\??\s*:))/g, (word) =>
    isGeneric(word) ? `${word}<${GENERIC_TYPES[word]}>` : word,
  );
}

/** Ways in which types make up a type, over a mark that stands for any: replaced until only the mark is left. */
const TYPE_SYNTAX: readonly RegExp[] = [
  /¹\s*<\s*§\s*>/g,
  /²\s*<\s*§\s*,\s*§\s*>/g,
  /§\s*\[\s*\]/g,
  /(?<!§\s*)\[\s*§(?:\s*,\s*§)*\s*\]/g,
  /\(\s*§\s*\)(?!\s*=>)/g,
  /§\s*[|&]\s*§/g,
  /^\s*\|\s*§/g,
  /\{\s*(?:\w+\s*\??\s*:\s*§\s*(?:[;,]\s*|(?=\})))*\}/g,
  // A function among alternatives has to stand in brackets.
  /(?<![|&]\s*)\(\s*(?:\w+\s*\??\s*:\s*§\s*(?:,\s*|(?=\))))*\)\s*=>\s*§/g,
];

/** Only plain type syntax over global names, so that it can stand in any file. */
function namesOnlyGlobals(text: string): boolean {
  if (/[§¹²]/.test(text) || text.length > 500 || /\bRecord\s*<\s*(?!string\b|number\b)/.test(text))
    return false;
  // Names in front of a colon are those of members and parameters.
  let left = text.replaceAll(/\b\w+\b(?!\s*\??\s*:)(\s*<)?/g, (all, argumentsAfter: string | undefined) => {
    const word = argumentsAfter === undefined ? all : all.slice(0, -argumentsAfter.length);
    const end = argumentsAfter ?? '';
    if (isGeneric(word)) return (GENERIC_TYPES[word]?.includes(',') ? '²' : '¹') + end;
    if (word === 'CustomEvent' && end) return `¹${end}`;
    return (isGlobalType(word) || /^\d+$/.test(word) ? '§' : '!') + end;
  });
  for (let before = ''; left !== before; ) {
    before = left;
    for (const one of TYPE_SYNTAX) left = left.replaceAll(one, '§');
  }
  return left.trim() === '§';
}

/** Is this the name of a type that every TypeScript program with the DOM library knows? */
export function isGlobalType(name: string): boolean {
  return GLOBAL_TYPES.has(name) || (name.startsWith('HTML') && isPlatformInterface(name));
}

/** A method as it stands in an interface: as written where its types are known everywhere, else loosely typed. */
export function methodSignature(name: string, given: string): string {
  const text = withArguments(given);
  const loose = `${propertyKey(name)}(...args: unknown[]): unknown`;
  const match = /^([\w$]+)\(([^()]*)\): (.+)$/.exec(text);
  if (!match || match[1] !== name || !isIdentifier(name)) return loose;
  const [, , params = '', result = ''] = match;
  if (!namesOnlyGlobals(result)) return loose;
  const typed =
    params === '' || params.split(',').every((one) => /^\s*[A-Za-z_$][\w$]*\??: [^=]+$/.test(one));
  return typed && namesOnlyGlobals(`{ ${params.replaceAll(',', ';')} }`) ? text : loose;
}
