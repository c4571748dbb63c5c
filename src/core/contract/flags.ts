/** Attributes that are read as true or false: by presence, as HTML reads its own, or by what they say. */

import { startsOtherwise } from './defaults.js';
import type { ReadAttribute } from './types.js';

/** How such an attribute differs from one that is read by presence; nothing where it does not. */
export type FlagReading = Pick<ReadAttribute, 'falseTexts' | 'trueTexts' | 'absentIsTrue'>;

/** What a component makes of the attribute's text; null stands for no attribute. */
export function readsAsTrue(
  { falseTexts, trueTexts, absentIsTrue }: FlagReading,
  text: string | null,
): boolean {
  if (text === null) return absentIsTrue === true;
  return trueTexts ? trueTexts.includes(text) : !falseTexts?.includes(text);
}

/** Does an empty attribute stand for true, and none for false? So hosts and HTML write flags. */
export function isByPresence(flag: FlagReading): boolean {
  return readsAsTrue(flag, '') && !readsAsTrue(flag, null);
}

/** The shortest text that reads as a value, null being no attribute; undefined where none is known. */
export function flagText(flag: FlagReading, value: boolean): string | null | undefined {
  return [null, '', ...WORDS, ...(flag.trueTexts ?? [])].find((text) => readsAsTrue(flag, text) === value);
}

const WORDS = ['true', 'false'];

/** What markup says for true and for false; null stands for no attribute. */
export interface FlagTexts {
  on: string | null;
  off: string | null;
}

/**
 * How markup says true and false to an element that starts with `initial`: what starts as true is false by a text only.
 * Null where no text is known for one of them.
 */
export function flagTexts(flag: FlagReading, initial: string | undefined): FlagTexts | null {
  const on = flagText(flag, true);
  const off = startsOtherwise('false', initial)
    ? WORDS.find((text) => !readsAsTrue(flag, text))
    : flagText(flag, false);
  return on === undefined || off === undefined ? null : { on, off };
}

/** Those marks of an attribute that tell how its texts are read; empty for readers of another kind. */
export function flagMarks({
  reads,
  falseTexts,
  trueTexts,
  absentIsTrue,
}: Partial<ReadAttribute>): FlagReading {
  if (reads !== 'boolean') return {};
  return {
    ...(falseTexts ? { falseTexts } : {}),
    ...(trueTexts ? { trueTexts } : {}),
    ...(absentIsTrue ? { absentIsTrue } : {}),
  };
}
