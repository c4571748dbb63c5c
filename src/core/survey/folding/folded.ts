/** What folding gives: constants, arrays and objects of them, references to what is no constant. */

/** What cannot be told from the source. */
export const UNKNOWN: unique symbol = Symbol('unknown');

export type Folded =
  | string
  | number
  | boolean
  | null
  | undefined
  | typeof UNKNOWN
  | Folded[]
  | FoldedObject
  | Reference;

/** An object whose values may be folded. */
export interface FoldedObject {
  object: Map<string, Folded>;
}

/** A name that stands for no constant: a class, a function, a global such as `Number`. */
export interface Reference {
  reference: string;
}

/** The value as a string, or null. */
export function asString(value: Folded): string | null {
  return typeof value === 'string' ? value : null;
}

/** The strings of a folded array, or null when it is no array or holds anything else. */
export function asStrings(value: Folded): string[] | null {
  if (!Array.isArray(value)) return null;
  return value.every((one) => typeof one === 'string') ? (value as string[]) : null;
}

export function isFoldedObject(value: Folded): value is FoldedObject {
  return typeof value === 'object' && value !== null && 'object' in value;
}

export function isReference(value: Folded): value is Reference {
  return typeof value === 'object' && value !== null && 'reference' in value;
}

/** Does a value stand for one of the language's constructors, which is a function wherever it is asked for? */
export function isConstructor(value: Folded): boolean {
  return isReference(value) && CONSTRUCTORS.has(value.reference);
}

const CONSTRUCTORS: ReadonlySet<string> = new Set(
  'Array BigInt Boolean Date Function Map Number Object Promise RegExp Set String Symbol'.split(' '),
);

/** Are two values the same, as `===` has it? UNKNOWN where that cannot be told. */
export function isSame(one: Folded, other: Folded): boolean | typeof UNKNOWN {
  if (one === UNKNOWN || other === UNKNOWN) return UNKNOWN;
  if (isReference(one) && isReference(other)) return one.reference === other.reference;
  if (isObjectLike(one) && isObjectLike(other)) return UNKNOWN;
  return one === other;
}

export function isObjectLike(value: Folded): boolean {
  return typeof value === 'object' && value !== null;
}
