import { expect, test } from 'vitest';
import { kindsOf } from '../../dist/core/contract/kinds.js';
import { typeScriptOf } from '../../dist/core/emit/typescript.js';
import { typeOfText } from '../../dist/core/survey/types/types.js';
import { componentIn, graphOf } from '../support/memory.js';

const DECLARED = `
  import type { Far } from './far.js';
  export interface Reading { at: string; level: number; note?: string }
  export interface Tall extends Reading { mark: 'high' | 'low' }
  type Port = 'north' | 'south';
  type Tide = 'low' | 'south';
  type Name = string | null;
  type Box<T> = { value: T };
  enum Side { Port = 'p', Starboard = 's' }
  const PORTS = ['north', 'skerry'] as const;
  interface Loop { next: Loop | null }
  const SIDES = { Left: 'port', Right: 'starboard' } as const;
  const LOOSE = { Left: 'port' };
  declare const MARKS: { readonly high: 'h'; readonly low: 'l' };
  declare const QUAYS: readonly ['east', 'west'];
  const Deck = { Car: 'car' } as const;
  type Deck = (typeof Deck)[keyof typeof Deck];
  declare const ROUND: typeof ROUND;
  /** @typedef {'red' | 'green'} Light */
  /**
   * @typedef {object} Buoy
   * @property {Light} light - What it shows.
   * @property {number} [depth]
   */
  /** @typedef {Ring[]} Ring */
  /** @import { Far as Wide } from './far.js' */
`;

const READING = {
  type: 'object',
  properties: { at: { type: 'string' }, level: { type: 'number' }, note: { type: 'string' } },
  required: ['at', 'level'],
};

test.each<[string, object | null, string, string[]]>([
  ['string', { type: 'string' }, 'string', ['string', 'empty']],
  ['boolean', { type: 'boolean' }, 'boolean', ['true', 'false']],
  ['Port', { enum: ['north', 'south'] }, "'north' | 'south'", ['string']],
  ['Side', { enum: ['p', 's'] }, "'p' | 's'", ['string']],
  ['(typeof PORTS)[number]', { enum: ['north', 'skerry'] }, "'north' | 'skerry'", ['string']],
  ['string | null', { type: ['string', 'null'] }, 'string | null', ['string', 'empty', 'null']],
  ['number | undefined', { type: 'number' }, 'number', ['number']],
  ['string | Name | null', { type: ['string', 'null'] }, 'string | null', ['string', 'empty', 'null']],
  ["Port | 'north' | Tide", { enum: ['north', 'south', 'low'] }, "'north' | 'south' | 'low'", ['string']],
  [
    'Port | (string & {})',
    { anyOf: [{ enum: ['north', 'south'] }, { type: 'string' }] },
    "'north' | 'south' | (string & Record<never, never>)",
    ['string', 'empty'],
  ],
  ["number & { unit: 'm' }", { type: 'number' }, 'number', ['number']],
  [
    "Extract<Port | null, 'north' | null>",
    { anyOf: [{ const: 'north' }, { type: 'null' }] },
    "'north' | null",
    ['string', 'null'],
  ],
  ['NonNullable<Port | null>', { enum: ['north', 'south'] }, "'north' | 'south'", ['string']],
  ['NonNullable<string | null | undefined>', { type: 'string' }, 'string', ['string', 'empty']],
  ['NonNullable<Reading | null>', READING, '{ at: string; level: number; note?: string }', ['object']],
  ["Exclude<Port, 'north'>", { const: 'south' }, "'south'", ['string']],
  ["Exclude<string, 'north'>", null, 'unknown', ['object']],
  [
    "Pick<Reading, 'at' | 'note'>",
    { type: 'object', properties: { at: { type: 'string' }, note: { type: 'string' } }, required: ['at'] },
    '{ at: string; note?: string }',
    ['object'],
  ],
  [
    "Omit<Reading, 'at' | 'note'>",
    { type: 'object', properties: { level: { type: 'number' } }, required: ['level'] },
    '{ level: number }',
    ['object'],
  ],
  ['(typeof SIDES)[keyof typeof SIDES]', { enum: ['port', 'starboard'] }, "'port' | 'starboard'", ['string']],
  ['keyof typeof SIDES', { enum: ['Left', 'Right'] }, "'Left' | 'Right'", ['string']],
  ["(typeof SIDES)['Left']", { const: 'port' }, "'port'", ['string']],
  // A type checker takes any text for it.
  ['(typeof LOOSE)[keyof typeof LOOSE]', { type: 'string' }, 'string', ['string', 'empty']],
  ['(typeof MARKS)[keyof typeof MARKS]', { enum: ['h', 'l'] }, "'h' | 'l'", ['string']],
  ['(typeof QUAYS)[number]', { enum: ['east', 'west'] }, "'east' | 'west'", ['string']],
  ['Deck', { const: 'car' }, "'car'", ['string']],
  ['typeof ROUND', null, 'unknown', ['object']],
  ['Uppercase<Port>', { enum: ['NORTH', 'SOUTH'] }, "'NORTH' | 'SOUTH'", ['string']],
  ['Lowercase<string>', { type: 'string' }, 'string', ['string', 'empty']],
  ['Boolean', { type: 'boolean' }, 'boolean', ['true', 'false']],
  ['Light', { enum: ['red', 'green'] }, "'red' | 'green'", ['string']],
  [
    'Buoy',
    {
      type: 'object',
      properties: { light: { enum: ['red', 'green'] }, depth: { type: 'number' } },
      required: ['light'],
    },
    "{ light: 'red' | 'green'; depth?: number }",
    ['object'],
  ],
  ['Ring', { type: 'array' }, 'unknown[]', ['array']],
  [
    'Wide',
    { type: 'object', properties: { deep: { type: 'boolean' } }, required: ['deep'] },
    '{ deep: boolean }',
    ['object'],
  ],
  ['ValidityState | null', null, 'ValidityState | null', ['object', 'null']],
  ["'a' | number", { anyOf: [{ const: 'a' }, { type: 'number' }] }, "'a' | number", ['string', 'number']],
  [
    'Reading[]',
    { type: 'array', items: READING },
    '{ at: string; level: number; note?: string }[]',
    ['array'],
  ],
  [
    'ReadonlyArray<Port>',
    { type: 'array', items: { enum: ['north', 'south'] } },
    "('north' | 'south')[]",
    ['array'],
  ],
  [
    '[number, string]',
    { type: 'array', prefixItems: [{ type: 'number' }, { type: 'string' }] },
    '[number, string]',
    ['array'],
  ],
  [
    'Record<string, number>',
    { type: 'object', additionalProperties: { type: 'number' } },
    'Record<string, number>',
    ['object'],
  ],
  [
    'Box<Port>',
    { type: 'object', properties: { value: { enum: ['north', 'south'] } }, required: ['value'] },
    "{ value: 'north' | 'south' }",
    ['object'],
  ],
  ["Reading['level']", { type: 'number' }, 'number', ['number']],
  ["Tall['mark']", { enum: ['high', 'low'] }, "'high' | 'low'", ['string']],
  [
    'Far',
    { type: 'object', properties: { deep: { type: 'boolean' } }, required: ['deep'] },
    '{ deep: boolean }',
    ['object'],
  ],
  ['(at: string) => number', null, '(at: string) => number', ['function']],
  ['(at: Reading) => string', null, '(...args: never[]) => unknown', ['function']],
  ['HTMLElement | null', null, 'HTMLElement | null', ['object', 'null']],
  ['Loop', { type: 'object', properties: { next: {} }, required: ['next'] }, '{ next: unknown }', ['object']],
  ['unknown', {}, 'unknown', ['object']],
])('%s', (text, schema, typescript, kinds) => {
  const graph = graphOf({ 'a.ts': DECLARED, 'far.ts': 'export interface Far { deep: boolean }' });
  const module = graph.load('a.ts');
  if (!module) throw new Error('no module');
  const type = typeOfText(text, module, graph);
  expect(type.schema).toEqual(schema);
  expect(typeScriptOf(type)).toBe(typescript);
  expect(kindsOf(type)).toEqual(kinds);
});

test.each([
  ['a namespace of the module', "export namespace Quay { export type Side = 'port' | 'lee'; }", 'Quay.Side'],
  ['one that is imported', "import { Quay } from './quay';", 'Quay.Side'],
  ['one that is imported by another name', "import { Quay as Q } from './quay';", 'Q.Side'],
  ['one that is passed on', "import { Quay } from './all';", 'Quay.Side'],
  ['one that is passed on by another name', "import { Kay } from './named';", 'Kay.Side'],
  ['one that is exported apart', "import { Lee } from './apart';", 'Lee.Side'],
  ['a module as a whole', "import type * as quay from './quay';", 'quay.Side'],
  ['a namespace in that', "import * as quay from './quay';", 'quay.Quay.Side'],
])('a type by the name of what it stands in: %s', (_, before, type) => {
  const pier = componentIn(
    `${before} export class Pier extends HTMLElement { side: ${type} = 'lee'; box: ${type.replace('Side', 'Gone')}; } customElements.define('pier-a', Pier);`,
    {
      'quay.ts':
        "export type Side = 'port' | 'lee'; export declare namespace Quay { type Side = 'port' | 'lee'; }",
      'all.ts': "export * from './quay';",
      'named.ts': "export { Quay as Kay } from './quay';",
      'apart.ts': "namespace Inner { export type Side = 'port' | 'lee'; } export { type Inner as Lee };",
    },
  );
  expect(pier.properties.map((one) => one.type)).toEqual([
    { text: type, schema: { enum: ['port', 'lee'] } },
    { text: type.replace('Side', 'Gone'), schema: null },
  ]);
});

test('declarations export all that they declare, unless they have a list of what they export', () => {
  const files = {
    'a.d.ts': "export * from './listed.js'; export * from './all.js';",
    'listed.d.ts': 'interface Deck { hidden: true } interface Pier { deck: 1 } export { Pier };',
    'all.d.ts': 'interface Deck { car: true } export interface Quay { deck: Deck }',
    'b.ts': "import type { Deck, Pier } from './a.js';",
  };
  const graph = graphOf(files);
  const module = graph.load('b.ts');
  const schemaOf = (text: string) => module && typeOfText(text, module, graph).schema?.properties;
  expect(schemaOf('Deck')).toEqual({ car: { const: true } });
  expect(schemaOf('Pier')).toEqual({ deck: { const: 1 } });
});

test('a type of very many parts is followed less far', () => {
  const levels = Array.from({ length: 12 }, (_, index) => {
    const next = index < 11 ? `L${index + 1}` : 'string';
    return `export interface L${index} { ${['a', 'b', 'c', 'd'].map((name) => `${name}: ${next};`).join(' ')} }`;
  });
  const graph = graphOf({ 'a.ts': levels.join('\n') });
  const module = graph.load('a.ts');
  const { text, schema } = module ? typeOfText('L0', module, graph) : { text: '', schema: null };
  expect(text).toBe('L0');
  // Each member as far as the others.
  const depthOf = (one: unknown): number => {
    const parts = Object.values((one as { properties?: object }).properties ?? {}).map(depthOf);
    expect(new Set(parts).size).toBeLessThan(2);
    return 1 + (parts[0] ?? 0);
  };
  expect(depthOf(schema)).toBeGreaterThan(3);
  expect(JSON.stringify(schema).length).toBeLessThan(200_000);
});
