/** What a wrapper offers, for each kind of item; what servers print of it. */
import { expect, test } from 'vitest';
import type { Component, ContractEvent, ContractProperty } from '../../dist/core/contract/types.js';
import { heardBy } from '../../dist/core/hosts/wrapping/heard.js';
import { markupSurfacesOf } from '../../dist/core/hosts/wrapping/markup.js';
import { type Habits, methodsOf, surfacesOf } from '../../dist/core/hosts/wrapping/surface.js';

const string = { text: 'string', schema: { type: 'string' } };
const number = { text: 'number', schema: { type: 'number' } };
const list = { text: 'string[]', schema: { type: 'array', items: { type: 'string' } } };
const NOT_IMPORTED = { imports: 'none' as const, specifiers: new Map<string, string>() };

const property = (name: string, rest: Partial<ContractProperty> = {}): ContractProperty => ({
  name,
  type: string,
  readonly: false,
  required: false,
  attribute: null,
  ...rest,
});
const event = (name: string, rest: Partial<ContractEvent> = {}): ContractEvent => ({
  name,
  detail: { text: 'null', schema: { type: 'null' } },
  eventType: 'Event',
  bubbles: true,
  composed: true,
  cancelable: false,
  origin: 'element',
  declared: true,
  dispatched: true,
  ...rest,
});
const component = (rest: Partial<Component>): Component => ({
  tag: 'pier-sign',
  className: 'PierSign',
  module: './pier-sign.js',
  exportName: 'PierSign',
  registers: 'on-import',
  root: 'open',
  extendsTag: null,
  formAssociated: false,
  properties: [],
  attributes: [],
  events: [],
  methods: [],
  slots: [],
  cssParts: [],
  cssProperties: [],
  cssStates: [],
  pairs: [],
  notes: [],
  ...rest,
});
const habits: Habits = {
  taken: ['key'],
  locals: ['element'],
  handler: (name) => `on-${name}`,
  carries: (isShared) => (isShared ? 'written' : 'attribute'),
};
const surface = (rest: Partial<Component>) => {
  const [first] = surfacesOf([component(rest)], habits, []);
  if (!first) throw new Error('no surface');
  return first;
};
const reads = (name: string, how: 'string' | 'number' | 'boolean' | 'json' | 'custom') => ({
  attribute: { name, reads: how, reflects: false },
});

test.each<[string, ContractProperty, string, string | null]>([
  ['text under its own name', property('label', reads('label', 'string')), 'written', 'label'],
  ['text under another name', property('rowLabel', reads('row-label', 'string')), 'attribute', 'row-label'],
  ['a number read as text', property('row', { type: number, ...reads('row', 'string') }), 'assigned', null],
  ['a number read as one', property('rows', { type: number, ...reads('r', 'number') }), 'attribute', 'r'],
  ['a list read as JSON', property('list', { type: list, ...reads('list', 'json') }), 'assigned', null],
  ['text with a reader of its own', property('own', reads('own', 'custom')), 'assigned', null],
  ['no attribute', property('rich'), 'assigned', null],
  ['an attribute nobody can spell', property('odd', reads('o dd', 'string')), 'assigned', null],
])('%s', (_, one, way, attribute) => {
  const [value] = surface({ properties: [one] }).values;
  expect([value?.way, value?.attribute?.name ?? null]).toEqual([way, attribute]);
});

test('an attribute that goes by the name of another property is no longer just an attribute', () => {
  const own = property('defaultOpen', {
    type: { text: 'boolean', schema: { type: 'boolean' } },
    ...reads('open', 'boolean'),
  });
  const way = (others: ContractProperty[]) => surface({ properties: [own, ...others] }).values[0]?.way;
  expect(way([])).toBe('attribute');
  expect(way([property('open')])).toBe('written');
});

test('a property for the handler of an event is given by that event', () => {
  const events = [event('deckFull')];
  const named = (given: ContractEvent[]) =>
    surface({ properties: [property('ondeckfull'), property('onward')], events: given }).values.map(
      (one) => one.name,
    );
  expect(named(events)).toEqual(['onward']);
  expect(named([])).toEqual(['ondeckfull', 'onward']);
});

test('what every element has for assistive technology, and data, are left to the host', () => {
  const { values } = surface({
    properties: [
      property('role', reads('role', 'string')),
      property('ariaLabel', reads('aria-label', 'string')),
      property('ariaOwnsElements', { type: list }),
      property('ariana'),
    ],
    attributes: ['aria-busy', 'data-kind', 'role', 'roles'].map((name) => ({ name, reads: 'string' })),
  });
  expect(values.map((one) => one.name)).toEqual(['ariaOwnsElements', 'ariana', 'roles']);
});

test('read-only, repeated and impossible items are left out; names that are taken give way', () => {
  const { values, events } = surface({
    properties: [
      property('key'),
      property('key'),
      property('fixed', { readonly: true }),
      property('__proto__'),
      property('element'),
    ],
    attributes: [{ name: 'element', reads: 'boolean' }],
    events: [event('a'), event('lost', { origin: 'inside', composed: false })],
  });
  expect(values.map((one) => [one.name, one.local])).toEqual([
    ['key2', 'key2'],
    ['element', 'element2'],
    ['element2', 'element22'],
  ]);
  expect(events.map((one) => one.event)).toEqual(['a']);
});

test('an event of a pair is listened to once, and its type says all that is read of it', () => {
  const given = surface({
    properties: [property('level', { type: number }), property('text')],
    events: [
      event('turn', { detail: { text: 'x', schema: { type: 'object' } }, eventType: 'CustomEvent' }),
      event('input'),
      event('rest'),
    ],
    pairs: [
      { property: 'level', event: 'turn', path: 'detail.level' },
      { property: 'text', event: 'input', path: 'target.text' },
    ],
  });
  expect(heardBy(given).map((one) => [one.event, one.type, one.values.map(({ pair }) => pair.read)])).toEqual(
    [
      [
        'turn',
        'CustomEvent<Record<string, unknown>> & CustomEvent<{ level: number }>',
        ['event.detail.level'],
      ],
      ['input', 'Event', ['(event.currentTarget as PierSignElement).text']],
      ['rest', 'Event', []],
    ],
  );
});

test('what an event is said to carry in two ways is read in each', () => {
  const given = surface({
    properties: [property('level', { type: number }), property('text')],
    events: [event('turn', { detail: { text: 'x', schema: { type: 'number' } }, eventType: 'CustomEvent' })],
    pairs: [
      { property: 'level', event: 'turn', path: 'detail.to' },
      { property: 'text', event: 'turn', path: 'detail.to' },
    ],
  });
  const [heard] = heardBy(given);
  expect(heard?.type).toBe('CustomEvent<number>');
  expect(heard?.values.map(({ pair }) => pair.read)).toEqual([
    '(event as Event as CustomEvent<{ to: number }>).detail.to',
    '(event as Event as CustomEvent<{ to: string }>).detail.to',
  ]);
});

test('an attribute carries one value, and of an unknown type it says what it reads', () => {
  const unknown = { text: 'unknown', schema: {} };
  const { values } = surface({
    properties: [
      property('open', { type: unknown, ...reads('open', 'boolean') }),
      property('isOpen', {
        type: { text: 'boolean', schema: { type: 'boolean' } },
        ...reads('open', 'boolean'),
      }),
      property('rows', { type: unknown, ...reads('rows', 'number') }),
      property('list', { type: unknown }),
    ],
    attributes: [{ name: 'rows', reads: 'string' }],
  });
  expect(values.map((one) => [one.name, one.type, one.attribute?.name ?? null])).toEqual([
    ['open', 'boolean', 'open'],
    ['isOpen', 'boolean', null],
    ['rows', 'number', 'rows'],
    ['list', 'unknown', null],
  ]);
});

test('no wrapper has the name of what stands beside another', () => {
  const named = (...tags: string[]) =>
    surfacesOf(
      tags.map((tag) => component({ tag })),
      habits,
      [],
    ).map((one) => one.name);
  expect(named('pier-sign', 'pier-sign-element')).toEqual(['PierSign', 'PierSignElement2']);
  expect(named('pier-sign-props', 'pier-sign')).toEqual(['PierSignProps', 'PierSign2']);
});

test('methods keep their names, or are left out', () => {
  const methods = ['turn', 'turn', 'taken', '_own', 'class', 'a-b', 'hidden'].map((name) => ({
    name,
    text: `${name}(): void`,
  }));
  expect(methodsOf(component({ methods }), ['taken']).map((one) => one.name)).toEqual(['turn']);
});

test.each<[string, ContractProperty, string | null]>([
  ['text', property('a', reads('a', 'string')), 'attribute text'],
  ['a number read as text', property('a', { type: number, ...reads('a', 'string') }), 'property number'],
  ['a list read as JSON', property('a', { type: list, ...reads('a', 'json') }), 'attribute json'],
  ['a list without an attribute', property('a', { type: list }), 'property json'],
  ['a function', property('a', { type: { text: '(b: string) => void', schema: null } }), 'function function'],
  ['a date', property('a', { type: { text: 'Date', schema: null } }), null],
  ['an element', property('a', { type: { text: 'HTMLElement', schema: null } }), null],
])('a server writes %s', (_, one, expected) => {
  const [{ items } = { items: [] }] = markupSurfacesOf([component({ properties: [one] })], NOT_IMPORTED, []);
  expect(items.map(({ way, value }) => `${way} ${value}`)).toEqual(expected === null ? [] : [expected]);
});

test('a method that goes by the name of what every element has is called on the element itself', () => {
  const methods = ['isConnected', 'prefix', 'title', 'moor'].map((name) => ({
    name,
    text: `${name}(): void`,
  }));
  expect(methodsOf(component({ methods }), []).map((one) => one.name)).toEqual(['moor']);
});
