/** Kinds of value that a type allows, and what every element has from the platform. */
import { describe, expect, test } from 'vitest';
import { isRich, kindsOf, kindsRead } from '../../dist/core/contract/kinds.js';
import { isGlobalAttribute, isGlobalProperty } from '../../dist/core/contract/platform.js';
import type { AttributeReader, JsonSchema } from '../../dist/core/contract/types.js';

test.each<[string, JsonSchema | null, string[]]>([
  ['string', { type: 'string' }, ['empty', 'string']],
  ['number', { type: 'integer' }, ['number']],
  ['boolean', { type: 'boolean' }, ['false', 'true']],
  ['string | null', { type: ['string', 'null'] }, ['empty', 'null', 'string']],
  ["'a' | 2 | true", { enum: ['a', 2, true] }, ['number', 'string', 'true']],
  ['false', { const: false }, ['false']],
  ['null', { const: null }, ['null']],
  ['string[]', { type: 'array' }, ['array']],
  ['{ a: string }', { type: 'object' }, ['object']],
  ['string | string[]', { anyOf: [{ type: 'string' }, { type: 'array' }] }, ['array', 'empty', 'string']],
  ['(at: Date) => string', null, ['function']],
  ['Date | null', null, ['date', 'null']],
  ['symbol', null, ['symbol']],
  ['Map<string, () => void>', null, ['object']],
  ['(() => void) | null', null, ['function', 'null']],
  ['(at: string | Date) => Date | null', null, ['function']],
  ['new () => Date', null, ['function']],
  ['{ pick: () => void } | number', null, ['number', 'object']],
  ['(string | number)[]', null, ['array']],
  ['[number, number]', null, ['array']],
  ['Readonly<string>', null, ['object']],
  ['ReadonlyArray<number>', null, ['array']],
  ['number | undefined', null, ['number', 'undefined']],
  ['unknown', {}, ['object']],
])('%s', (text, schema, kinds) => {
  expect(kindsOf({ text, schema }).sort()).toEqual(kinds);
});

test.each<[AttributeReader, string[]]>([
  ['string', ['empty', 'string']],
  ['custom', ['string']],
  ['number', ['number']],
  ['boolean', ['false', 'true']],
  ['json', ['object']],
])('of a type nobody told, the reader %s tells', (reads, kinds) => {
  expect(kindsOf({ text: 'unknown', schema: {} }, reads).sort()).toEqual(kinds);
});

test('what readers make, and which kinds no text can stand for', () => {
  expect(kindsRead('number')).toEqual(['number']);
  expect(kindsRead('custom')).toEqual([]);
  expect(isRich(['string', 'array'])).toBe(true);
  expect(isRich(['string', 'number', 'true', 'null'])).toBe(false);
});

describe('the platform', () => {
  test.each([
    ['class', true],
    ['CLASS', true],
    ['data-x', true],
    ['aria-label', true],
    ['tabindex', true],
    ['high-mark', false],
    ['datax', false],
  ])('%s is a global attribute: %s', (name, is) => expect(isGlobalAttribute(name)).toBe(is));

  test.each([
    ['className', true],
    ['title', true],
    ['ariaLabel', true],
    ['onclick', true],
    ['highMark', false],
    ['ariatic', false],
  ])('%s is a global property: %s', (name, is) => expect(isGlobalProperty(name)).toBe(is));
});
