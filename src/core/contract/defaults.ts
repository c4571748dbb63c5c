/** Defaults of properties, as the contract has them: code, or what a comment says. */

import type { Kind } from './kinds.js';

const WORDS: Readonly<Record<string, Kind>> = {
  true: 'true',
  false: 'false',
  null: 'null',
  undefined: 'undefined',
  NaN: 'nan',
};

/** The kind of value that a default is; null where its text is no literal, or there is none. */
export function kindOfDefault(text: string | undefined): Kind | null {
  if (text === undefined) return null;
  if (Object.hasOwn(WORDS, text)) return WORDS[text] ?? null;
  if (/^-?(?:\d[\d_]*(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?$/i.test(text)) return 'number';
  if (/^(['"`])(?:\\.|(?!\1)[^\\])*\1$/s.test(text)) return text.length === 2 ? 'empty' : 'string';
  if (/^\[.*\]$/s.test(text)) return 'array';
  return /^\{.*\}$/s.test(text) ? 'object' : null;
}

/**
 * Is an element that is given nothing known to hold something else than a value of this kind, for which a host may write
 * nothing? What holds nothing at first is off, too.
 */
export function startsOtherwise(kind: Kind, initial: string | undefined): boolean {
  const held = kindOfDefault(initial);
  if (kind === 'false') return held === 'true';
  return kind === 'null' && held !== null && held !== 'null' && held !== 'undefined';
}

/** The value of a default that is a word, a number or a text, as a literal in JSON; null for any other. */
export function plainDefault(text: string | undefined): string | null {
  const kind = kindOfDefault(text);
  if (text === undefined || kind === null || kind === 'array' || kind === 'object') return null;
  if (kind !== 'string' && kind !== 'empty')
    return kind === 'number' ? String(Number(text.replaceAll('_', ''))) : text;
  const escaped = /\\(?:u\{([\da-f]+)\}|u([\da-f]{4})|x([\da-f]{2})|(.))/gis;
  const value = text.slice(1, -1).replace(escaped, (_, long, four, two, char) => {
    if (char !== undefined) return { n: '\n', r: '\r', t: '\t' }[char as string] ?? char;
    return String.fromCodePoint(Math.min(Number.parseInt(long ?? four ?? two, 16), 0x10ffff));
  });
  return text.startsWith('`') && value.includes('${') ? null : JSON.stringify(value);
}
