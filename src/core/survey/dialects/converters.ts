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
  if (!code) return { reads: 'custom' };
  const made = (text: string | null) => foldCalled(code, [text]);
  const [none, empty, no, word, digit] = [null, '', 'false', 'north', '3'].map(made);
  const isFlag = none !== true && empty === true && word === true && digit === true;
  if (isFlag && no === true) return { reads: 'boolean' };
  if (isFlag && no === false) return { reads: 'boolean', readsFalse: true };
  if (word === 'north' && digit === '3' && no === 'false' && empty === '') return { reads: 'string' };
  // Of what is no number, some make nothing at all.
  const isNumber = digit === 3 && (Number.isNaN(word) || word === undefined || word === null);
  return isNumber ? { reads: 'number' } : { reads: 'custom' };
}
