/** Classes that a compiler of components makes elements of: what it was seen to write for each kind of property. */
import { describe, expect, test } from 'vitest';
import { componentIn } from '../support/memory.js';

const KIT = "import { Component, Prop, State, Method } from 'kit'; import type { Sail } from './sail';";
const component = (given: string, body: string, heritage = '') =>
  componentIn(
    `${KIT} type Mode = 'a' | 'b'; enum Kind { One = 'one' } @Component(${given}) export class Pier ${heritage} { ${body} }`,
    { 'sail.ts': 'export interface Sail { id: string }' },
  );

test.each<[member: string, attribute: string | null]>([
  ['@Prop() deckName: string;', 'deck-name string'],
  ['@Prop() starts = "x";', 'starts string'],
  ['@Prop() mode: Mode;', 'mode string'],
  ['@Prop() kind: Kind;', 'kind string'],
  ['@Prop() maybe?: string | null;', 'maybe string'],
  ['@Prop() mixed: Sail | string;', 'mixed string'],
  ['@Prop({ reflect: true }) maxRows = 3;', 'max-rows number reflects'],
  ['@Prop({ reflectToAttr: true }) rows: number;', 'rows number reflects'],
  ['@Prop() isOpen: boolean;', 'is-open boolean'],
  ['@Prop() two: string | number;', 'two custom'],
  ['@Prop() some: any;', 'some custom'],
  ['@Prop() untyped;', 'untyped custom'],
  ['@Prop({ attribute: "own-name" }) other: string;', 'own-name string'],
  ['@Prop() size2X: string;', 'size-2-x string'],
  ['@Prop() URLPath: string;', 'u-r-l-path string'],
  ['@Prop() sails: Sail[] = [];', null],
  ['@Prop({ attribute: "rich-own" }) rich: Sail;', null],
  ['@Prop() format: (text: string) => string;', null],
  ['@Prop() record: Record<string, string>;', null],
  ['@Prop() anything: unknown;', null],
])('%s', (member, attribute) => {
  const [property] = component("{ tag: 'pier-a' }", `${member} @State() inner = 1;`).properties;
  const link = property?.attribute;
  expect(link ? [link.name, link.reads, ...(link.reflects ? ['reflects'] : [])].join(' ') : null).toBe(
    attribute,
  );
});

describe('the root', () => {
  test.each([
    ["{ tag: 'pier-a', shadow: true }", { root: 'open', delegatesFocus: false, formAssociated: false }],
    ["{ tag: 'pier-a', shadow: { delegatesFocus: true } }", { root: 'open', delegatesFocus: true }],
    ["{ tag: 'pier-a', scoped: true }", { root: 'none' }],
    ["{ tag: 'pier-a' }", { root: 'none' }],
    ["{ tag: 'pier-a', shadow: true, formAssociated: true }", { root: 'open', formAssociated: true }],
  ])('of %s', (given, wanted) => {
    expect(component(given, '@Prop() deck: string;')).toMatchObject(wanted);
  });
});

test('what is an element already is no such class', () => {
  const [property] = component(
    "{ tag: 'pier-a' }",
    '@Prop() deckName: string;',
    'extends HTMLElement',
  ).properties;
  expect(property?.attribute?.name).toBe('deckname');
});
