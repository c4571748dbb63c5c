/** What the text of host code tells of a value, and which elements its DOM calls reach. */
import { describe, expect, test } from 'vitest';
import { domUses } from '../../dist/core/hosts/dom-uses.js';
import {
  entriesOf,
  hiding,
  type Keepers,
  membersIn,
  namesIn,
  parseExpression,
  sketchOfText,
} from '../../dist/core/hosts/sketch.js';
import { type Ast, parseModule } from '../../dist/core/survey/syntax/parse.js';

const KEEPERS: Keepers = { useState: 'name', ref: 'name', signal: 'call', createSignal: 'call' };
const SCRIPT = `
  const list = [1, 2], party = { car: 3 }, at = new Date(), pick = () => 1, label = 'North', count = 3;
  function choose() {}
  const late = null, twice = 1;
  { const twice = 2; }
  const [rows, setRows] = useState([]);
  const [sum] = useOther(3);
  const quay = ref({ deck: 1 }), level = signal(3), [port, setPort] = createSignal('north');
  const made = ref(() => 'text'), long = ref(() => { return 1 });
`;
const names = namesIn(parseModule('a.ts', SCRIPT).program, KEEPERS);
const shown = (text: string, from = names) => {
  const { kind, literal } = sketchOfText(text, from);
  return literal === undefined ? kind : `${kind} ${JSON.stringify(literal)}`;
};

describe('an expression', () => {
  test.each([
    ['"North"', 'string "North"'],
    ['`North`', 'string "North"'],
    ['`N${count}`', 'string'],
    ['3.2', 'number 3.2'],
    ['true', 'boolean true'],
    ['null', 'null null'],
    ['undefined', 'undefined'],
    ['void 0', 'undefined'],
    ['[1]', 'array'],
    ['{ a: 1 }', 'object'],
    ['new Map()', 'object'],
    ['/a/', 'object'],
    ['() => 1', 'function'],
    ['function () {}', 'function'],
    ['!open', 'boolean'],
    ['-count', 'number'],
    ['a > b', 'boolean'],
    ['a in b', 'boolean'],
    ['a * b', 'number'],
    ['"a" + b', 'string'],
    ['1 + 2', 'number'],
    ['a + b', 'unknown'],
    ['a ? [1] : [2]', 'array'],
    ['a ? [1] : undefined', 'array'],
    ['a ? null : "b"', 'string'],
    ['a ? [1] : 2', 'unknown'],
    ['a ?? "b"', 'unknown'],
    ['"a" || "b"', 'string'],
    ['list.map(one)', 'array'],
    ['label.split(",")', 'array'],
    ['JSON.stringify(list)', 'string'],
    ['count.toFixed(1)', 'string'],
    ['String(count)', 'string'],
    ['Number(label)', 'number'],
    ['Boolean(label)', 'boolean'],
    ['useCallback(pick)', 'function'],
    ['anything()', 'unknown'],
    ['list as string[]', 'array'],
    ['(list!)', 'array'],
    ['party satisfies object', 'object'],
    ['a.b', 'unknown'],
    ['a b', 'unknown'],
    ['', 'unknown'],
  ])('%s: %s', (text, kind) => {
    expect(shown(text)).toBe(kind);
  });
});

describe('a name', () => {
  test.each([
    ['list', 'array'],
    ['party', 'object'],
    ['at', 'object'],
    ['pick', 'function'],
    ['choose', 'function'],
    // A named value may change: its kind is told, not the value.
    ['label', 'string'],
    ['count', 'number'],
    ['late', 'unknown'],
    ['twice', 'unknown'],
    ['rows', 'array'],
    ['sum', 'unknown'],
    ['quay', 'object'],
    ['level', 'unknown'],
    ['level()', 'number'],
    ['port()', 'string'],
    ['port', 'unknown'],
    ['made', 'string'],
    ['long', 'unknown'],
    ['other', 'unknown'],
  ])('%s: %s', (text, kind) => {
    expect(shown(text)).toBe(kind);
  });

  test('is hidden by what is nearer', () => {
    const nearer = hiding(names, ['list', 'level']);
    expect([shown('list', nearer), shown('level()', nearer), shown('party', nearer)]).toEqual([
      'unknown',
      'unknown',
      'object',
    ]);
    expect(shown('list')).toBe('array');
  });

  test('of a class is a field, what a field keeps, or a method', () => {
    const text =
      "class Page { list = [1]; #own = [1]; ['a' + b] = 1; level = signal(''); go() {} get sum() { return 1 } }";
    const [declared] = parseModule('a.ts', text).program.body;
    const members = declared?.type === 'ClassDeclaration' ? membersIn(declared.body, KEEPERS) : null;
    expect([...(members?.keys() ?? [])]).toEqual(['list', 'level()', 'go', 'sum']);
    expect(['list', 'level()', 'go', 'sum'].map((one) => shown(one, members ?? names))).toEqual([
      'array',
      'string',
      'function',
      'unknown',
    ]);
  });
});

test('an object literal is its entries, but for what is spread or computed', () => {
  const [statement] = parseExpression("({ a: 1, 'b-c': 2, 3: 4, [d]: 5, ...e, f() {}, g })")?.body ?? [];
  const node = statement?.type === 'ExpressionStatement' ? statement.expression : null;
  expect(entriesOf(node).map((one) => one.name)).toEqual(['a', 'b-c', '3', 'f', 'g']);
  expect(entriesOf(null)).toEqual([]);
  expect(parseExpression('a +')).toBeNull();
});

describe('DOM calls', () => {
  const ids = new Map([['gauge', 'tide-gauge']]);
  const heldBy = (node: Ast.Node) =>
    node.type === 'Identifier' && node.name === 'held' ? 'berth-plan' : null;

  test.each<[string, string[]]>([
    ["document.querySelector('tide-gauge').level = 3", ['tide-gauge value level dom']],
    ["root.querySelector('main > tide-gauge.wide[a]').level = 3", ['tide-gauge value level dom']],
    ["event.target.closest('TIDE-GAUGE').level = 3", ['tide-gauge value level dom']],
    ["document.querySelector('.tide-gauge').level = 3", []],
    ["document.querySelector('tide-gauge p').level = 3", []],
    ['document.querySelector(name).level = 3', []],
    ["document.createElement('tide-gauge').level = 3", ['tide-gauge value level dom']],
    ["createElement('tide-gauge').level = 3", []],
    ["document.createElement('input').value = 3", []],
    ["document.getElementById('gauge').level = 3", ['tide-gauge value level dom']],
    ["document.getElementById('other').level = 3", []],
    [
      "const g = document.querySelector('tide-gauge')!; g.level = 3; g.rows = []",
      ['tide-gauge value level dom', 'tide-gauge value rows dom'],
    ],
    [
      "let g = document.querySelector('tide-gauge') as Gauge; (g as any).level = 3",
      ['tide-gauge value level dom'],
    ],
    [
      "document.querySelector('tide-gauge')?.setAttribute('pier', 'x')",
      ['tide-gauge value pier dom-attribute'],
    ],
    ["document.querySelector('tide-gauge').addEventListener('breach', f)", ['tide-gauge handler breach dom']],
    ["document.querySelector('tide-gauge').addEventListener(name, f)", []],
    ["document.querySelector('tide-gauge')['level'] = 3", []],
    ['held.deck = 1', ['berth-plan value deck dom']],
    ['other.deck = 1', []],
    ['const a = b; const b = a; a.deck = 1', []],
  ])('%s', (text, expected) => {
    const { program } = parseModule('a.ts', text);
    const uses = domUses(program, namesIn(program, {}), { ids, heldBy });
    const told = uses.flatMap(({ tag, items }) =>
      items.map((one) => `${tag} ${one.kind} ${one.name} ${one.form}`),
    );
    expect(told).toEqual(expected);
    for (const { items } of uses) {
      for (const { name, range } of items) expect(text.slice(range.start, range.end)).toBe(name);
    }
  });
});
