import { expect, test } from 'vitest';
import { fold } from '../../dist/core/survey/folding/fold.js';
import type { Folded } from '../../dist/core/survey/folding/folded.js';
import { isFoldedObject, isReference, UNKNOWN } from '../../dist/core/survey/folding/folded.js';
import { graphOf } from '../support/memory.js';

const MODULES = {
  'names.ts':
    "export const PREFIX = 'tide'; export enum Mark { High = 'high', Low = 'low' } export default PREFIX + '!'; export * from './more.js';",
  'more.ts':
    "export const LIST = ['a', 'b'] as const; export const pre = (name: string) => `${'x'}-${name}`;",
  'cycle.ts': "import { other } from './cycle2.js'; export const one = other;",
  'cycle2.ts': "import { one } from './cycle.js'; export const other = one;",
};

function folded(expression: string): unknown {
  const source = `import all, { PREFIX, Mark, LIST, pre } from './names.js'; import * as names from './names.js'; import { one } from './cycle.js';
    const own = { a: 'x', b: 'y' }; class Base { static get watched() { return ['w']; } }
    class Under { static held = ['a']; static get named() { return this.held; } } class Over extends Under { static held = [...super.held, 'b']; }
    var Compiled; (function (C) { C["High"] = "high"; })(Compiled || (Compiled = {}));
    var Numbered = ((N) => { N[N["High"] = 0] = "High"; N[N["Low"] = 1] = "Low"; return N; })(Numbered || {});
    const make = (name) => PREFIX + '-' + name; const kit = { make, other: make, deep: { make } };
    const { b: picked } = own; const [, second] = LIST; let late; late = 'told later'; class Old {} Old.tag = 'old-tag';
    class Above { kind = 'lock'; at() { return this.#hidden ?? this.kind; } #hidden; }
    class Kept extends Above { constructor(name, mark = 'n') { super(); this._mark = ''; this.name = name; this.mark = mark; }
      size = 3; get start() { return PREFIX; } get prefix() { return this._mark ? this.start + this._mark : this.start; }
      tag(base) { return \`\${this.prefix}-\${base}\`; } get round() { return this.round; } }
    class Shut { static #all = ['a']; static get all() { return this.#all; } static #make() { return ['b']; }
      static get made() { return Shut.#make(); } static #late; static { this.#late = ['c']; } static get late() { return this.#late; } }
    const namesOf = Object.keys; const Table = { keys: () => 'mine' }; const ownNames = Table.keys;
    const keeper = new Kept('low'); const again = keeper;
    const result = ${expression};`;
  const graph = graphOf({ ...MODULES, 'main.ts': source });
  const module = graph.load('main.ts');
  const declaration = module?.declarations.get('result');
  if (!module || declaration?.kind !== 'variable' || !declaration.init) throw new Error('no result');
  return plain(fold(declaration.init, { graph, module }));
}

function plain(value: Folded): unknown {
  if (Array.isArray(value)) return value.map(plain);
  if (isFoldedObject(value))
    return Object.fromEntries([...value.object].map(([name, one]) => [name, plain(one)]));
  return isReference(value) ? `<${value.reference}>` : value;
}

test.each<[string, unknown]>([
  ["'a' + 'b' + 1", 'ab1'],
  ['`${PREFIX}-gauge`', 'tide-gauge'],
  ['all', 'tide!'],
  ["kit.make('a')", 'tide-a'],
  ["kit.other('b')", 'tide-b'],
  ["kit.hasOwnProperty('make')", true],
  ['Mark.High', 'high'],
  ['((late = {}).A = "a", late.B = "b", late)', { A: 'a', B: 'b' }],
  ['(Old.extra = 1, Old)', '<Old>'],
  ['Object.values(Mark)', ['high', 'low']],
  ['[...LIST, "c"]', ['a', 'b', 'c']],
  ['LIST.map((one) => `${one}-x`)', ['a-x', 'b-x']],
  ["LIST.filter((one) => one !== 'a')", ['b']],
  ["LIST.join('-')", 'a-b'],
  ["pre('y')", 'x-y'],
  ['names.PREFIX', 'tide'],
  ['Object.freeze(own)', { a: 'x', b: 'y' }],
  ['Object.keys({ ...own, c: 1 })', ['a', 'b', 'c']],
  ['namesOf({ a: 1, b: 2 })', ['a', 'b']],
  ['ownNames({ a: 1 })', 'mine'],
  ['Base.watched', ['w']],
  ["own['a'].toUpperCase()", 'X'],
  ['own.missing ?? 2', 2],
  ['true ? 1 : 2', 1],
  ['Number', '<Number>'],
  ['-3', -3],
  ['location.hash', UNKNOWN],
  ['one', UNKNOWN],
  ['`${location.hash}`', UNKNOWN],
  ["[...LIST, ...'cd']", ['a', 'b', 'c', 'd']],
  ['[...LIST, ...rest()]', ['a', 'b', UNKNOWN]],
  ["'highMark'.replace(/[A-Z]/g, (one) => '-' + one.toLowerCase())", 'high-mark'],
  ["'a-b-c'.replaceAll('-', '_')", 'a_b_c'],
  ["'a,b'.split(',')", ['a', 'b']],
  ["'tide'.slice(1, 3) + 'tide'.charAt(0) + 'tide'.length", 'idt4'],
  ["'tide'.startsWith('ti') && 'tide'.includes('d')", true],
  ["'aaaa!'.replace(/(a+)+$/, 'b')", UNKNOWN],
  ["Object.fromEntries([['a', 1], ['b', 2]])", { a: 1, b: 2 }],
  ['Object.assign({ a: 1 }, { b: 2 })', { a: 1, b: 2 }],
  ['Object.entries(own).map(([key, value]) => key + value)', ['ax', 'by']],
  [
    'Object.entries(own).reduce((all, [key, value]) => { all[value] = key; return all; }, {})',
    { x: 'a', y: 'b' },
  ],
  ['[[1], [2]].flat().concat(3, [4])', [1, 2, 3, 4]],
  ["LIST.includes('a')", true],
  ['[1, 0, 2].filter(Boolean)', [1, 2]],
  ["['a'].flatMap((one) => [one, one])", ['a', 'a']],
  ["Array.from(new Set(['a', 'a', 'b']))", ['a', 'b']],
  ['[...new Set(LIST)]', ['a', 'b']],
  [
    "(() => { const all = []; for (const one of LIST) { if (one === 'a') continue_(); all.push(one + '!'); } return all; })()",
    ['a!', 'b!'],
  ],
  ["((n) => { switch (n) { case 1: return 'one'; default: return 'other'; } })(1)", 'one'],
  ['((a, { b }, ...rest) => [a, b, rest])(1, { b: 2 }, 3, 4)', [1, 2, [3, 4]]],
  ["((a = 'x') => a)()", 'x'],
  ["location.wide ? ['a'] : ['b']", ['a', 'b', UNKNOWN]],
  ["location.list ?? ['a']", ['a', UNKNOWN]],
  ["location.wide ? 'a' : 'a'", 'a'],
  ["(() => { const all = ['a']; if (location.wide) all.push('b'); return all; })()", ['a', 'b', UNKNOWN]],
  ["(() => { let tag = 'a'; if (location.wide) tag = 'b'; return tag; })()", UNKNOWN],
  ["(() => { if (location.wide) return ['a']; return ['b']; })()", ['a', 'b', UNKNOWN]],
  ["(() => { if (location.wide) return ['a']; return 'b'; })()", ['a', UNKNOWN]],
  ["(() => { if (location.wide) return 'a'; return ['b']; })()", UNKNOWN],
  ["(() => { if (location.wide) { return ['a']; } else { LIST; } return ['b']; })()", ['a', 'b', UNKNOWN]],
  [
    "(() => { const all = ['a']; if (location.wide) { all.push('c'); return all; } all.push('b'); return all; })()",
    ['a', 'c', 'b', UNKNOWN],
  ],
  [
    "(() => { if (location.wide) return ['a']; if (location.far) return ['b']; return ['c']; })()",
    ['a', 'b', 'c', UNKNOWN],
  ],
  ["(() => { if (location.wide) return ['a']; else return ['b']; })()", ['a', 'b', UNKNOWN]],
  [
    "(() => { const all = []; for (const one of LIST) { if (one === 'a') continue; all.push(one); } return all; })()",
    ['b'],
  ],
  [
    "(() => { const all = []; for (const one of LIST) { if (one === 'b') break; all.push(one); } return all; })()",
    ['a'],
  ],
  ['(() => { for (const one of LIST) { if (location.wide) continue; } return LIST; })()', ['a', 'b']],
  [
    '(() => { const all = []; for (const one of LIST) { all.push(one); if (location.wide) continue; all.push(one + 2); } return all; })()',
    ['a', 'a2', UNKNOWN, 'b', 'b2'],
  ],
  [
    '(() => { const all = { sure: [], other: 1, more: [] }; for (const one of LIST) { all.sure.push(one); { if (location.wide) continue; } all.more.push(one); all.other = one; } return [...all.sure, all.other]; })()',
    ['a', 'b', UNKNOWN],
  ],
  ['(() => { for (const one of LIST) { if (location.wide) continue; return one; } })()', UNKNOWN],
  ['(() => { const all = []; for (const key in undefined) all.push(key); return all; })()', []],
  [
    "(() => { const all = {}; for (const key in { $a: 1, b: 2 }) { let name = key; if (key.startsWith('$')) name = key.slice(1); all[name] = 1; } return Object.keys(all); })()",
    ['a', 'b'],
  ],
  [
    "(() => { const held = { list: [] }; for (const one of LIST) held.list.push(one + '-x'); return held.list; })()",
    ['a-x', 'b-x'],
  ],
  [
    "(() => { const held = {}; Object.defineProperty(held, 'list', { value: LIST }); return held.list; })()",
    ['a', 'b'],
  ],
  ['(() => { location.list.push(1); return location.list; })()', UNKNOWN],
  ['(() => { const all = []; for (const at in LIST) all.push(at); return all; })()', ['0', '1']],
  [
    '(() => { const all = []; for (let at = 0; at < LIST.length; at++) all.push(LIST[at]); return all; })()',
    ['a', 'b'],
  ],
  [
    '(() => { let at = 3; for (at = 2; ; at -= 1) { if (at === 2) continue; break; } return at; })()',
    UNKNOWN,
  ],
  ['(() => { for (let at = 9; ; at--) { if (at === 4) return at; } })()', 4],
  ['(() => { for (let at = 0; at >= 0; at++) {} return 1; })()', UNKNOWN],
  [
    '(() => { const all = []; for (let at = 0; at < location.rows; at++) all.push(at); return all; })()',
    UNKNOWN,
  ],
  [
    "(() => { const set = new Set(LIST); set.delete('a'); return [set.has('a'), set.has('b'), ...set]; })()",
    [false, true, 'b'],
  ],
  [
    "Object.getOwnPropertyNames(Object.getPrototypeOf(document.createElement('slot')))",
    ['name', 'assign', 'assignedElements', 'assignedNodes', 'constructor'],
  ],
  [
    "(() => { const all = []; for (let at = Object.getPrototypeOf(window.document?.createElement?.('audio')); at && at !== HTMLElement.prototype; at = Object.getPrototypeOf(at)) all.push(...Object.getOwnPropertyNames(at)); return [all.includes('play'), all.includes('poster'), all.includes('title')]; })()",
    [true, false, false],
  ],
  [
    "(() => { const one = document.createElement('video'); return [typeof one.play, typeof one.volume, typeof one.loop, typeof one.src, typeof one.buffered]; })()",
    ['function', 'number', 'boolean', 'string', 'object'],
  ],
  ["typeof document.createElement('video').title", UNKNOWN],
  ['Object.getOwnPropertyNames(HTMLElement.prototype)', UNKNOWN],
  ['Object.getPrototypeOf(own)', UNKNOWN],
  ["document.createElement('video').constructor.observedAttributes ?? []", []],
  ['document.createElement(location.tag)', UNKNOWN],
  ['Object.getPrototypeOf(Object.getPrototypeOf(Object.getPrototypeOf(EventTarget.prototype)))', UNKNOWN],
  ['(() => { const all = []; for (const key in location) all.push(key); return all; })()', UNKNOWN],
  [
    "(() => { const map = new Map(); for (const one of LIST) map.set(one + '-x', one); return Array.from(map.keys()); })()",
    ['a-x', 'b-x'],
  ],
  ["new Map([['a', 1], ['b', 2]]).get('b')", 2],
  ["[...new Map([['a', 1]])]", [['a', 1]]],
  ['new Map([[location, 1]])', UNKNOWN],
  ["Array.from(new Map([['a', 1]]).values(), (one) => one + 1)", [2]],
  ['Array.from({ length: 2 }, (_, at) => `row-${at}`)', ['row-0', 'row-1']],
  ['Array.from({ length: location.rows }, (_, at) => `row-${at}`)', UNKNOWN],
  ["({ keys: () => ['own'] }).keys()", ['own']],
  ["(() => { this.all = ['a']; this.all.push('b'); return this.all; })()", ['a', 'b']],
  ["(() => { if (!this.all) { this.all = ['a']; } return this.all; })()", ['a']],
  ["(() => { if (location.wide) { this.all = ['a']; } return this.all; })()", UNKNOWN],
  ["(() => { if (!this.hasOwnProperty('all')) this.all = LIST; return this.all; })()", ['a', 'b']],
  ['(() => { if (this.all === undefined) this.all = LIST; return this.all; })()', ['a', 'b']],
  ["this.all ||= ['a']", ['a']],
  ["this.all ?? (this.all = ['a'])", ['a']],
  ["location.all ?? (this.all = ['a'])", ['a', UNKNOWN]],
  ["own.missing?.deep ?? 'a'", 'a'],
  ['Over.named', ['a', 'b']],
  ['1 | 4', 5],
  ['typeof location', UNKNOWN],
  ['String(3) + `${true}`', '3true'],
  ["({ a: 1 }).hasOwnProperty('a')", true],
  ['String.raw`a\\b`', 'a\\b'],
  ['Compiled.High', 'high'],
  ['Numbered.Low', 1],
  ['picked', 'y'],
  ['second', 'b'],
  ['late', 'told later'],
  ['Old.tag', 'old-tag'],
  ['[Shut.all, Shut.made, Shut.late]', [['a'], ['b'], ['c']]],
  ['keeper.prefix', 'tide'],
  ["again.tag('gauge')", 'tide-gauge'],
  ['[keeper.name, keeper.mark, keeper.size, keeper.kind]', ['low', 'n', 3, 'lock']],
  ['new Kept(LIST[1]).name', 'b'],
  ['keeper.at()', UNKNOWN],
  ['[keeper.missing, keeper.round]', [UNKNOWN, UNKNOWN]],
  ['keeper.missing()', UNKNOWN],
])('%s', (expression, value) => {
  expect(folded(expression)).toEqual(value);
});
