import fc from 'fast-check';
import { expect, test } from 'vitest';
import { table, wrap } from '../../dist/cli/screen/table.js';
import { exitFor } from '../../dist/cli/select.js';
import { codeFrame } from '../../dist/core/findings/frame.js';
import { LineMap } from '../../dist/core/findings/lines.js';
import { nearest } from '../../dist/core/findings/nearest.js';
import { atLeast, type Finding, inReadingOrder, placeText } from '../../dist/core/findings/types.js';

test('line and column of any offset are those that counting gives', () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom('a', '\n', 'é', '\t') }), fc.nat(40), (text, offset) => {
      const at = Math.min(offset, text.length);
      const before = text.slice(0, at).split('\n');
      const { line, column } = new LineMap(text).place('f', at);
      expect([line, column]).toEqual([before.length, (before.at(-1)?.length ?? 0) + 1]);
    }),
  );
});

test('a frame shows the line, its neighbours and a mark', () => {
  expect(codeFrame('one\ntwo three\nfour\nfive', { file: 'f', line: 2, column: 5, length: 5 })).toBe(
    '  1 | one\n> 2 | two three\n    |     ^^^^^\n  3 | four',
  );
});

test('a frame of an endless line is cut around the place', () => {
  const frame = codeFrame(`${'x'.repeat(5000)}HERE${'y'.repeat(5000)}`, {
    file: 'f',
    line: 1,
    column: 5001,
    length: 4,
  });
  const [line = '', mark = ''] = frame.split('\n');
  expect(line.length).toBeLessThan(100);
  expect(line.slice(mark.indexOf('^'), mark.indexOf('^') + 4)).toBe('HERE');
});

test.each([
  ['reading', ['readings', 'pier'], 'readings'],
  ['highmark', ['highMark', 'high-mark'], 'highMark'],
  ['tide-guage', ['tide-gauge', 'sailing-board'], 'tide-gauge'],
  ['colour', ['pier', 'compact'], null],
  ['x', ['y', 'zz'], 'y'],
])('nearest to %s', (wrong, names, expected) => {
  expect(nearest(wrong, names)).toBe(expected);
});

const finding = (file: string, line: number, level: Finding['level'] = 'error'): Finding => ({
  code: 'c',
  level,
  place: { file, line, column: 1 },
  message: '',
  cure: '',
});

test('findings read from top to bottom, and the gravest decides the exit status', () => {
  const mixed = [finding('b', 1), finding('a', 9), finding('a', 2, 'note')];
  expect(inReadingOrder(mixed).map((one) => placeText(one.place))).toEqual(['a:2:1', 'a:9:1', 'b:1:1']);
  expect([atLeast('error', 'warning'), atLeast('note', 'warning')]).toEqual([true, false]);
  expect([
    exitFor([finding('a', 1, 'warning')], undefined),
    exitFor([finding('a', 1, 'warning')], 'warning'),
  ]).toEqual([0, 1]);
});

test('tables line up, wrap their flexible column, and words too long are broken', () => {
  expect(
    table(
      [
        ['a', '10', 'some words that are long'],
        ['long', '2', 'x'],
      ],
      [{}, { align: 'right' }, { flexible: true }],
      20,
    ),
  ).toEqual(['a     10  some words that', '          are long', 'long   2  x']);
  expect(wrap('abcdefgh ij', 5)).toEqual(['abcde', 'fgh', 'ij']);
});
