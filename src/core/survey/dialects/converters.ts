/** Converters of a project's own, which make a value of an attribute's text: followed, they may read as others do. */

import type { ReadAttribute } from '../../contract/types.js';
import { codeBehind } from '../folding/code-behind.js';
import { foldCalled } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject } from '../folding/folded.js';
import type { Callable } from '../folding/functions.js';

export type Reading = Omit<ReadAttribute, 'name'>;

/**
 * How what options have under `converter` reads a text: a function, or an object with one. Null where it only writes,
 * so that texts are read by the type.
 */
export function readingBy(converter: Folded | undefined): Reading | null {
  if (converter === undefined || converter === null) return null;
  if (!isFoldedObject(converter)) return readingOf(codeBehind(converter));
  const from = converter.object.get('fromAttribute') ?? converter.object.get('fromView');
  const isWriting = converter.object.has('toAttribute') || converter.object.has('toView');
  return from === undefined && isWriting ? null : readingOf(codeBehind(from));
}

/** What the function makes of some texts tells how it reads any. */
export function readingOf(code: Callable | null): Reading {
  const reading = code && readingBySamples((text) => foldCalled(code, [text]));
  return reading ?? { reads: 'custom' };
}

/**
 * How texts are read, by what code makes of some of them, null standing for no attribute; null where that does not tell.
 * `name` is the attribute's, which HTML lets stand for true as well.
 */
export function readingBySamples(make: (text: string | null) => Folded, name?: string): Reading | null {
  const [empty, word, digit] = ['', WORD, '3'].map(make);
  if (typeof word === 'boolean') return typeof digit === 'boolean' ? flagBySamples(make, name) : null;
  if (word === WORD && empty === '' && TEXTS.every((text) => make(text) === text)) return { reads: 'string' };
  if (digit === 3 && Array.isArray(make('[3]'))) return { reads: 'json' };
  // Of what is no number, some make nothing at all.
  const isNumber = digit === 3 && (Number.isNaN(word) || word === undefined || word === null);
  return isNumber ? { reads: 'number' } : null;
}

/** Texts that some code makes something else of: a number, a flag, what they are in JSON. */
const TEXTS = ['3', 'false', '[3]', '{}'];
/** A text that nobody has a meaning for. */
const WORD = 'north';
/** Texts that people write for true and false, and some that stand for neither. */
export const FLAG_TEXTS = ['', 'true', 'false', '1', '0', 'yes', 'no', 'on', 'off', WORD, '3'];

function flagBySamples(make: (text: string | null) => Folded, name: string | undefined): Reading | null {
  const texts = name === undefined ? FLAG_TEXTS : [...FLAG_TEXTS, name];
  const made = new Map(texts.map((text) => [text, make(text)]));
  if ([...made.values()].some((value) => typeof value !== 'boolean')) return null;
  const none = make(null) === true;
  const byPresence = made.get(WORD) === true;
  const others = texts.filter((text) => made.get(text) !== byPresence);
  const isConstant = others.length === 0 && none === byPresence;
  // What is true only while the attribute is not there is another thing than a flag of that name.
  const isInverse = others.length === 0 && !byPresence;
  if (isConstant || isInverse || made.get('3') !== byPresence) return { reads: 'custom' };
  return {
    reads: 'boolean',
    ...(others.length > 0 ? { [byPresence ? 'falseTexts' : 'trueTexts']: others } : {}),
    ...(none ? { absentIsTrue: true as const } : {}),
  };
}
