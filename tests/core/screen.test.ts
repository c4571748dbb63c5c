/** Tables and wrapped text on a terminal. */
import { describe, expect, test } from 'vitest';
import { pathsInShort } from '../../dist/cli/screen/survey.js';
import { count, table, wrap } from '../../dist/cli/screen/table.js';

describe('table', () => {
  test('columns are as wide as their widest cell, two spaces apart, without trailing space', () => {
    expect(
      table(
        [
          ['tag', 'n'],
          ['tide-gauge', '12'],
          ['a', '3'],
        ],
        [{}, { align: 'right' }],
        80,
      ),
    ).toEqual(['tag          n', 'tide-gauge  12', 'a            3']);
  });

  test('the flexible column wraps under itself when the terminal is narrow', () => {
    const rows = [['readings', 'they would arrive as text in this host']];
    expect(table(rows, [{}, { flexible: true }], 34, '  ')).toEqual([
      '  readings  they would arrive as',
      '            text in this host',
    ]);
  });

  test('a very narrow terminal leaves the flexible column sixteen characters', () => {
    const lines = table(
      [['a-very-long-name-indeed', 'one two three four five', 'x']],
      [{}, { flexible: true }, {}],
      20,
    );
    expect(lines).toEqual([
      'a-very-long-name-indeed  one two three     x',
      '                         four five',
    ]);
  });

  test('a flexible column that is the last goes under its row where there is next to no room beside', () => {
    const rows = [
      ['name', 'a type that takes most of the room', 'words about it, more than one line of them'],
      ['other', 'string', ''],
    ];
    expect(table(rows, [{}, {}, { flexible: true }], 50, '  ')).toEqual([
      '  name   a type that takes most of the room',
      '      words about it, more than one line of them',
      '  other  string',
    ]);
  });

  test('paint is put on after the cells were measured', () => {
    const paint = (text: string) => `<${text}>`;
    expect(
      table(
        [
          ['plain', 'x'],
          ['bridge', 'y'],
        ],
        [{ paint }, {}],
        80,
      ),
    ).toEqual(['<plain>   x', '<bridge>  y']);
  });

  test('a character beyond the basic plane takes the room of one', () => {
    expect(
      table(
        [
          ['\u{1d538}b', 'x'],
          ['abc', 'y'],
        ],
        [{}, {}],
        80,
      ),
    ).toEqual(['\u{1d538}b   x', 'abc  y']);
  });

  test('missing cells are empty', () => {
    expect(table([['a', 'b'], ['c']], [{}, {}], 80)).toEqual(['a  b', 'c']);
  });
});

test.each<[string, number, string[]]>([
  ['', 10, ['']],
  ['short', 10, ['short']],
  ['one two three', 7, ['one two', 'three']],
  ['averyverylongword', 6, ['averyv', 'erylon', 'gword']],
  ['a averyverylongword b', 6, ['a', 'averyv', 'erylon', 'gword', 'b']],
  ['two words', 0, ['two words']],
])('wrap %j at %i', (text, width, lines) => {
  expect(wrap(text, width)).toEqual(lines);
});

test.each([
  [0, 'component', undefined, '0 components'],
  [1, 'component', undefined, '1 component'],
  [6, 'component', undefined, '6 components'],
  [2, 'match', 'matches', '2 matches'],
])('count %i %s', (number, one, many, text) => {
  expect(count(number, one, many)).toBe(text);
});

test('paths that are called alike, or stand in one folder, are told together, and a long list ends', () => {
  const tests = ['a', 'b', 'c', 'd'].map((one) => `dist/${one}/tests`);
  const made = ['1', '2', '3', '4'].map((one) => `min/${one}.min.js`);
  expect(pathsInShort(['dist/cjs', ...tests, ...made, 'x/y.js'])).toBe(
    'dist/cjs, x/y.js, 4 named tests, 4 in min/',
  );
  expect(pathsInShort(['a.js', 'b.js', 'c.js', 'd.js'])).toBe('a.js, b.js, c.js, d.js');
  const many = Array.from({ length: 14 }, (_, at) => `${at}/${at}.js`);
  expect(pathsInShort(many)).toBe(`${many.slice(0, 12).join(', ')} and 2 more`);
});
