/** What an options object of a declared property says: the object a decorator or a property table is given. */

import type { AttributeReader, TypeInfo } from '../../contract/types.js';
import { kebabCase } from '../../emit/names.js';
import type { ClassChain, Layer } from '../classes/layers.js';
import { makesProperties } from '../classes/layers.js';
import type { AttributeEvidence } from '../evidence/evidence.js';
import type { Folded, FoldedObject } from '../folding/folded.js';
import { isFoldedObject, isReference } from '../folding/folded.js';
import { assignedBeside, staticMethod } from '../folding/functions.js';
import { functionsAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { keyword } from '../types/types.js';
import { readingBy } from './converters.js';

const READERS: ReadonlyMap<string, AttributeReader> = new Map([
  ['String', 'string'],
  ['Number', 'number'],
  ['Boolean', 'boolean'],
  ['Array', 'json'],
  ['Object', 'json'],
  ['BigInt', 'number'],
]);

/** How the attribute of a property is called when nobody says: `highmark` or `high-mark`. */
export type AttributeCase = 'lower' | 'kebab';

export interface DeclaredOptions {
  attribute: AttributeEvidence;
  type?: TypeInfo;
  internal: boolean;
  readonly: boolean;
  default?: string;
  /** The property tells of its changes by an event named after it. */
  notifies: boolean;
}

/** Keys that only options of declared properties have, whoever reads them. */
const OPTION_KEYS = [
  'type',
  'attribute',
  'reflect',
  'converter',
  'hasChanged',
  'noAccessor',
  'useDefault',
  'state',
  'mode',
  'reflectToAttribute',
  'notify',
  'readOnly',
  'observer',
  'computed',
  'noAttribute',
  'defaultValue',
  'mutable',
];

/** Is this an options object of a declared property? An empty one is none. */
export function isOptions(value: Folded | undefined): value is FoldedObject {
  const candidate = value ?? null;
  return isFoldedObject(candidate) && OPTION_KEYS.some((key) => candidate.object.has(key));
}

/**
 * A table may hold options in a compiled form: a list of a number and the objects that made it up,
 * `[3, { converter }, { reflect: true }]`, or the number alone. What the objects say together are the options.
 */
export function compiledOptions(value: Folded): Folded {
  if (typeof value === 'number') return { object: new Map() };
  if (!Array.isArray(value) || typeof value[0] !== 'number') return value;
  const [, ...parts] = value;
  if (parts.length === 0 || !parts.every(isFoldedObject)) return value;
  return { object: new Map(parts.flatMap((one) => [...one.object])) };
}

/** Types as some tables name them, in text, and the options they stand for. */
const TYPE_WORDS: ReadonlyMap<string, Folded> = new Map<string, Folded>([
  ['string', { reference: 'String' }],
  ['number', { reference: 'Number' }],
  // What counts as true is the reader's own affair where types are but named.
  [
    'boolean',
    { object: new Map<string, Folded>(Object.entries({ type: { reference: 'Boolean' }, converter: true })) },
  ],
  ['json', { reference: 'Object' }],
  ['function', { reference: 'Function' }],
  ['method', { reference: 'Function' }],
]);

/** Options for the values of a table that names the type of each in text; null for any other table. */
export function namedTypes(values: readonly Folded[]): Folded[] | null {
  const words = values.map((one) => (typeof one === 'string' ? (TYPE_WORDS.get(one) ?? null) : null));
  return words.length > 0 && !words.includes(null) ? words : null;
}

/** Options that name their type in text, with what that stands for in its place; others as they are. */
export function withNamedType(options: FoldedObject): FoldedObject {
  const type = options.object.get('type');
  const [named] = (typeof type === 'string' && namedTypes([type])) || [];
  const stands = isFoldedObject(named ?? null) ? (named as FoldedObject).object : [['type', named] as const];
  return named === undefined ? options : { object: new Map([...options.object, ...stands]) };
}

/** Reads folded options, or a bare type such as `Number`. */
export function readOptions(
  property: string,
  options: Folded | undefined,
  attributeCase: AttributeCase,
): DeclaredOptions {
  const object = isFoldedObject(options ?? null) ? (options as FoldedObject).object : null;
  const is = (key: string) => object?.get(key) === true;
  const typeName = namedType(object ? object.get('type') : options);
  const type = typeName === null ? undefined : typeNamed(typeName);
  const rest = {
    ...(type ? { type } : {}),
    internal: is('state'),
    readonly: is('readOnly') || object?.has('computed') === true || object?.get('set') === false,
    notifies: is('notify'),
    ...defaultOf(object?.get('value') ?? object?.get('defaultValue') ?? object?.get('default')),
  };
  const given = object?.get('attribute') ?? object?.get('attr');
  if (given === false || rest.internal || is('noAttribute')) return { ...rest, attribute: false };
  const mode = object?.get('mode');
  const byType = { reads: READERS.get(typeName ?? 'String') ?? ('custom' as const) };
  const reading =
    mode === 'boolean'
      ? // What is read in this mode turns the text "false" into false as well.
        { reads: 'boolean' as const, falseTexts: ['false'] }
      : (readingBy(object?.get('converter')) ?? byType);
  return {
    ...rest,
    attribute: {
      name:
        typeof given === 'string' && given !== ''
          ? given
          : attributeCase === 'kebab'
            ? kebabCase(property)
            : property.toLowerCase(),
      ...reading,
      reflects: is('reflect') || is('reflectToAttribute') || mode === 'reflect' || mode === 'boolean',
    },
  };
}

function defaultOf(value: Folded | undefined): { default?: string } {
  const isPlain = ['string', 'number', 'boolean'].includes(typeof value);
  return isPlain ? { default: typeof value === 'string' ? `'${value}'` : String(value) } : {};
}

/** `Number`, or `"Number"` as compilers write it. */
function namedType(value: Folded | undefined): string | null {
  if (typeof value === 'string' && READERS.has(value)) return value;
  return value !== undefined && isReference(value) ? value.reference : null;
}

function typeNamed(name: string): TypeInfo | undefined {
  if (name === 'String' || name === 'Number' || name === 'Boolean') {
    return keyword(name.toLowerCase() as 'string' | 'number' | 'boolean');
  }
  if (name === 'Array') return { text: 'unknown[]', schema: { type: 'array' } };
  if (name === 'Function') return { text: 'Function', schema: null };
  return name === 'Object' ? { text: 'object', schema: { type: 'object' } } : undefined;
}

/** The type that a constructor stands for, or any of those of a list: `Number`, `[String, Number]`. */
export function typeOfConstructors(value: Folded | undefined): TypeInfo | undefined {
  if (!Array.isArray(value)) return typeNamed(namedType(value) ?? '');
  const types = value.map((one) => typeNamed(namedType(one) ?? ''));
  const known = types.filter((one) => one !== undefined);
  if (known.length < types.length || known.length === 0) return undefined;
  const schemas = known.flatMap((one) => (one.schema ? [one.schema] : []));
  return {
    text: known.map((one) => one.text).join(' | '),
    schema:
      schemas.length < known.length ? null : schemas.length === 1 ? (schemas[0] ?? null) : { anyOf: schemas },
  };
}

/** How the attribute of something that a table gives this constructor is read. */
export function readerOfConstructor(value: Folded | undefined): AttributeReader | undefined {
  return READERS.get(namedType(value) ?? '');
}

/** How the classes of a chain write attributes: in lower case, but for those whose makers write names with hyphens. */
export function attributeCaseOf(chain: ClassChain): AttributeCase {
  const known = CASES.get(chain);
  if (known) return known;
  const isKebab =
    chain.layers.some((layer) => observes(layer) && writesHyphens(layer)) ||
    // Those that make all properties at once write it so, also where a minifier took the names of their helpers.
    (hasMaker('createProperties', chain) && !hasMaker('createProperty', chain));
  CASES.set(chain, isKebab ? 'kebab' : 'lower');
  return isKebab ? 'kebab' : 'lower';
}

const CASES = new WeakMap<ClassChain, AttributeCase>();

/** Does a class work out what is observed, itself or where it is made? */
function observes({ node, module }: Layer): boolean {
  return makesProperties(node) || assignedBeside(node, module).has('observedAttributes');
}

/** Does the code that a class works that out in write hyphens: its module, or, in a bundle, what makes the class? */
function writesHyphens({ node, module: { source, program } }: Layer): boolean {
  const isSmall = source.length < LARGEST_MODULE;
  const made = isSmall
    ? program
    : (functionsAround(node, program).findLast((one) => one.params.length > 0) ?? node);
  // In a bundle that is a function, many classes have the same one around them.
  let writes = HYPHENS.get(made);
  if (writes === undefined) {
    writes = KEBAB.test(isSmall ? source : source.slice(made.start, made.end));
    HYPHENS.set(made, writes);
  }
  return writes;
}

const HYPHENS = new WeakMap<Ast.Node, boolean>();

const LARGEST_MODULE = 100_000;

function hasMaker(name: string, { layers }: ClassChain): boolean {
  return layers.some(({ node }) => staticMethod(node, name) !== null);
}

/** Names that helpers which write hyphens go by. */
const KEBAB =
  /camel(?:Case)?To(?:Dash|Kebab|Hyphen)|to(?:Kebab|Dash)|kebabCase|dashCase|hyphenate|dasherize/i;

/**
 * How the attributes of a table are written. One family of base classes has options of its own, and writes hyphens; another,
 * which makes properties one by one, may be given the same for nothing. A table named `props` is mostly of the former
 * kind, too, where no base class can be asked.
 */
export function attributeCaseOfTable(
  values: readonly Folded[],
  isNamedProps: boolean,
  chain: ClassChain,
): AttributeCase {
  const isOfKebab = (value: Folded) =>
    isFoldedObject(value) && KEBAB_OPTIONS.some((key) => value.object.has(key));
  const isKebab =
    (values.some(isOfKebab) && !hasMaker('createProperty', chain)) ||
    (isNamedProps && !chain.layers.some(({ node }) => makesProperties(node)));
  return isKebab ? 'kebab' : attributeCaseOf(chain);
}

const KEBAB_OPTIONS = ['notify', 'reflectToAttribute', 'observer', 'computed', 'readOnly'];
