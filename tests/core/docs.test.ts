/** Doc comments: descriptions, tags, types in braces, named items. */
import { describe, expect, test } from 'vitest';
import { isElementName } from '../../dist/core/contract/tags.js';
import { namedTag, parseDoc, wordsOf } from '../../dist/core/survey/types/docs.js';

describe('a comment', () => {
  test.each<[string, string, [tag: string, type: string | null, text: string][]]>([
    ['* A pier. ', 'A pier.', []],
    ['*\n * A pier.\n * Two lines.\n ', 'A pier.\nTwo lines.', []],
    ['* @internal ', '', [['internal', null, '']]],
    ['*\n * A pier.\n * @fires pick - Picked.\n ', 'A pier.', [['fires', null, 'pick - Picked.']]],
    [
      '*\n * @fires {CustomEvent<{ at: string }>} pick - Picked.\n ',
      '',
      [['fires', 'CustomEvent<{ at: string }>', 'pick - Picked.']],
    ],
    ['*\n * @event pick {string} Picked.\n ', '', [['event', 'string', 'pick Picked.']]],
    [
      '*\n * @slot legend - Explains\n *   the colours.\n * @slot - All else.\n ',
      '',
      [
        ['slot', null, 'legend - Explains the colours.'],
        ['slot', null, '- All else.'],
      ],
    ],
    ['*\n * @CSSPart head - Top.\n ', '', [['csspart', null, 'head - Top.']]],
    ['*\n * Mail a@b.example for help.\n ', 'Mail a@b.example for help.', []],
    ['*\n * @type {{ a: { b: string } }}\n ', '', [['type', '{ a: { b: string } }', '']]],
    ['*\n * @type {string\n ', '', [['type', null, '{string']]],
    ['', '', []],
  ])('%j', (comment, description, tags) => {
    const doc = parseDoc(comment);
    expect(doc.description).toBe(description);
    expect(doc.tags.map((one) => [one.tag, one.type, one.text])).toEqual(tags);
  });
});

describe('a named item', () => {
  test.each<[string, string, string | undefined, string | undefined]>([
    ['legend - Colours.', 'legend', 'Colours.', undefined],
    ['legend Colours.', 'legend', 'Colours.', undefined],
    ['legend: Colours.', 'legend', 'Colours.', undefined],
    ['legend – Colours.', 'legend', 'Colours.', undefined],
    ['`legend` - Colours.', 'legend', 'Colours.', undefined],
    ['"legend" - Colours.', 'legend', 'Colours.', undefined],
    ['- All else.', '', 'All else.', undefined],
    ['--pier-ink - Ink.', '--pier-ink', 'Ink.', undefined],
    ['[--pier-ink=#123] - Ink.', '--pier-ink', 'Ink.', '#123'],
    ['[--pier-ink] Ink.', '--pier-ink', 'Ink.', undefined],
    ['legend', 'legend', undefined, undefined],
    ['', '', undefined, undefined],
  ])('%j', (text, name, description, fallback) => {
    const named = namedTag({ tag: 'slot', type: null, text, start: 0 });
    expect([named.name, named.description, named.fallback]).toEqual([name, description, fallback]);
  });
});

test.each([
  ['One line.', 'One line.'],
  ['One\nline.', 'One line.'],
  ['One.\n\nTwo\nlines.', 'One.\n\nTwo lines.'],
  ['One.\n   \n\n\nTwo.', 'One.\n\nTwo.'],
])('paragraphs are kept: %j', (text, words) => {
  expect(wordsOf({ description: text, tags: [] }).description).toBe(words);
});

test('words come from tags, too', () => {
  const { tags } = parseDoc('*\n * @description Where.\n * @deprecated Use berth.\n * @since 1.2\n ');
  expect(wordsOf({ description: '', tags })).toEqual({
    description: 'Where.',
    deprecated: 'Use berth.',
    since: '1.2',
  });
  expect(wordsOf({ description: '', tags: [] })).toEqual({});
});

test.each([
  ['tide-gauge', true],
  ['x-1', true],
  ['tide-gauge-2', true],
  ['tide-gaugé', true],
  ['tide', false],
  ['Tide-gauge', false],
  ['tide-Gauge', false],
  ['-tide', false],
  ['1-tide', false],
  ['tide gauge-x', false],
  ['tide-gauge/', false],
  ['tide->', false],
  ['font-face', false],
  ['annotation-xml', false],
  ['', false],
])('%j is an element name: %s', (name, is) => {
  expect(isElementName(name)).toBe(is);
});
