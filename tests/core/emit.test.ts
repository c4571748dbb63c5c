import fc from 'fast-check';
import { parseFragment } from 'parse5';
import { describe, expect, test } from 'vitest';
import { CodeWriter } from '../../dist/core/emit/code.js';
import { camelCase, freeName, isIdentifier, kebabCase, pascalCase } from '../../dist/core/emit/names.js';
import {
  commentText,
  htmlText,
  jsonInScript,
  markdownCode,
  stringLiteral,
} from '../../dist/core/emit/text.js';
import { methodSignature, propertyKey, typeScriptOf } from '../../dist/core/emit/typescript.js';
import { parseModule } from '../../dist/core/survey/syntax/parse.js';

/** Any text at all, with what breaks out of places mixed in. */
const text = fc
  .array(
    fc.oneof(
      fc.string({ unit: 'binary' }),
      fc.constantFrom(
        "'",
        '"',
        '`',
        '*/',
        '</script>',
        '<!--',
        '${',
        '\\',
        '\n',
        '\u2028',
        '\ud800',
        '__proto__',
        '-->',
        ']]>',
      ),
    ),
    { maxLength: 8 },
  )
  .map((parts) => parts.join(''));

test('a string literal is worth its text, and ends neither its line nor a script', () => {
  fc.assert(
    fc.property(text, (given) => {
      const literal = stringLiteral(given);
      expect(new Function(`return ${literal}`)()).toBe(given);
      expect(literal).not.toMatch(/[\n\r\u2028\u2029]|<\/|<!/);
    }),
  );
});

test('comment text never ends its comment', () => {
  fc.assert(
    fc.property(text, (given) => {
      const { program, errors } = parseModule('a.ts', `/** ${commentText(given)} */ const after = 1;`);
      expect(errors).toEqual([]);
      expect(program.body).toHaveLength(1);
    }),
  );
});

test('HTML text reads back as itself, between tags and in attributes', () => {
  const readable = text.map((given) => given.replaceAll(/[\0\r\ud800-\udfff]/g, ''));
  fc.assert(
    fc.property(readable, (given) => {
      const fragment = parseFragment(`<p title="${htmlText(given)}">${htmlText(given)}</p>`);
      const [node] = fragment.childNodes;
      if (!node || !('attrs' in node)) throw new Error('no element');
      expect(node.attrs).toEqual([{ name: 'title', value: given }]);
      expect(node.childNodes.map((child) => ('value' in child ? child.value : '?')).join('')).toBe(given);
      expect(fragment.childNodes).toHaveLength(1);
    }),
  );
});

test('JSON in a script reads back as itself and never ends the script', () => {
  fc.assert(
    fc.property(text, (given) => {
      const written = jsonInScript({ given });
      expect(JSON.parse(written)).toEqual({ given });
      expect(written).not.toContain('<');
    }),
  );
});

test('names become identifiers, whatever they hold', () => {
  fc.assert(
    fc.property(text, (given) => {
      expect(isIdentifier(pascalCase(given))).toBe(true);
      expect(isIdentifier(camelCase(given))).toBe(true);
      const { errors } = parseModule(
        'a.ts',
        `interface X { ${propertyKey(given)}: 1; ${methodSignature(given, given)} }`,
      );
      expect(errors).toEqual([]);
    }),
  );
});

describe('names', () => {
  test.each([
    ['tide-gauge', 'TideGauge', 'tideGauge', 'tide-gauge'],
    ['tide:breach', 'TideBreach', 'tideBreach', 'tide:breach'],
    ['tideBreach', 'TideBreach', 'tideBreach', 'tide-breach'],
    ['2nd-row', 'X2ndRow', 'x2ndRow', '2nd-row'],
    ['class', 'Class', 'classValue', 'class'],
  ])('%s', (name, pascal, camel, kebab) => {
    expect([pascalCase(name), camelCase(name), kebabCase(name)]).toEqual([pascal, camel, kebab]);
  });

  test('a taken name gets a number', () => {
    const taken = new Set(['a', 'a2']);
    expect([freeName('a', taken), freeName('a', taken), freeName('b', taken)]).toEqual(['a3', 'a4', 'b']);
  });
});

test.each([
  ['go(to: string, n?: number): void', 'go(to: string, n?: number): void'],
  ['go(): Promise<void>', 'go(): Promise<void>'],
  ['go(sailing: Sailing): void', 'go(...args: unknown[]): unknown'],
  ['go(to): void', 'go(...args: unknown[]): unknown'],
  ['go(to = 1): void', 'go(...args: unknown[]): unknown'],
])('method %s', (written, expected) => {
  expect(methodSignature('go', written)).toBe(expected);
});

test('markdown code holds backticks and bars', () => {
  expect(markdownCode('a `b` | c')).toBe('`` a `b` \\| c ``');
});

test('code has neither double blank lines nor one at its end', () => {
  const code = new CodeWriter();
  code
    .line()
    .line('a {')
    .line()
    .line()
    .block('b {', '}', () => code.doc('Words.').line('c'))
    .line();
  expect(code.toString()).toBe('a {\n\nb {\n  /** Words. */\n  c\n}\n');
});

test.each<[string, boolean]>([
  ['string', true],
  [' string ', true],
  ['string | number', true],
  ['| string | null', true],
  ['string[]', true],
  ['(string | null)[]', true],
  ['[string, number]', true],
  ['Promise<void>', true],
  ['{ level: number; at?: string }', true],
  ['{ level: { at: string }[] }', true],
  ['(level: number) => void', true],
  ['(a: string, b?: number) => string | null', true],
  ['string | ((a: string) => void)', true],
  ['3 | 4', true],
  ['', false],
  ['\t', false],
  ['|', false],
  ['string |', false],
  ['string string', false],
  ['string, string', false],
  ['string>', false],
  ['{ level: }', false],
  ['{ level }', false],
  ['string | (a: string) => void', false],
  ['() =>', false],
  ['Reading', false],
  ['§', false],
  ["'a'", false],
  ['import("x")', false],
  ['Map<string, () => void>', true],
  ['Map<string>', false],
  ['Set<string, number>', false],
  ['string<number>', false],
  ['Record<string, number>', true],
  ['Record<boolean, number>', false],
  ['CustomEvent<string> | CustomEvent', true],
  ['string; evil()', false],
  ['string // x', false],
])('the type %j stands as it is written: %s', (text, stands) => {
  const written = typeScriptOf({ text, schema: null });
  if (stands) expect(written).toBe(text);
  else expect(written).toMatch(/^(unknown|\(\.\.\.args: never\[\]\) => unknown)$/);
  expect(parseModule('a.ts', `type T = ${written};`).errors).toEqual([]);
});

test.each([
  ['Map', 'Map<unknown, unknown>'],
  ['Promise | null', 'Promise<unknown> | null'],
  ['Array<Set>', 'Array<Set<unknown>>'],
  ['{ Map: Record }', '{ Map: Record<string, unknown> }'],
])('the type %s is given the arguments that it needs', (text, written) => {
  expect(typeScriptOf({ text, schema: null })).toBe(written);
});
