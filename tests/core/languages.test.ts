import { expect, test } from 'vitest';
import {
  asciiJava,
  javaComment,
  javaString,
  phpString,
  pythonString,
  pythonWords,
  snakeCase,
} from '../../dist/core/emit/languages.js';

test.each([
  ['plain', '"plain"', "'plain'", "'plain'"],
  [`it's "so"`, `"it's \\"so\\""`, `'it\\'s "so"'`, `'it\\'s "so"'`],
  ['a\\b', '"a\\\\b"', "'a\\\\b'", "'a\\\\b'"],
  ['a\nb\r', '"a\\nb\\r"', "'a\nb\r'", "'a\\nb\\r'"],
  ['\0\x07\x7f', '"\\000\\007\\177"', "'\0\x07\x7f'", "'\\x00\\x07\\x7f'"],
  ['$x {y} %s', '"$x {y} %s"', "'$x {y} %s'", "'$x {y} %s'"],
  ['\ud800x', '"\ud800x"', "'\ufffdx'", "'\\ud800x'"],
  ['😀', '"😀"', "'😀'", "'😀'"],
])('%j as a string of Java, PHP and Python', (text, java, php, python) => {
  expect([javaString(text), phpString(text), pythonString(text)]).toEqual([java, php, python]);
});

test('Java is plain ASCII, and no escape begins in a comment', () => {
  expect(asciiJava('é "😀"')).toBe('\\u00e9 "\\ud83d\\ude00"');
  expect(javaComment('C:\\users \\\\u0041')).toBe('C:\\ users \\\\ u0041');
});

test('words of a documentation string stay in it, on one line', () => {
  expect(pythonWords('ends """ here\\\n and\tgoes on')).toBe('ends \\"\\"\\" here\\\\ and goes on');
});

test.each([
  ['tideLevel', 'tide_level'],
  ['tide-level', 'tide_level'],
  ['tide-gauge', 'tide_gauge'],
])('%s -> %s', (name, snake) => expect(snakeCase(name)).toBe(snake));
