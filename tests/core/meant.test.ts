/** What a written value is meant for, and what a property makes of a text. */
import { expect, test } from 'vitest';
import { isSetToText, itemMeant, textIn } from '../../dist/core/check/meant.js';
import type { Component } from '../../dist/core/contract/types.js';
import { isNamedAfter } from '../../dist/core/emit/names.js';
import type { ItemUse } from '../../dist/core/hosts/uses.js';
import { openHost } from '../../dist/shell/packages/hosts.js';
import { componentIn } from '../support/memory.js';

const PIER: Component = componentIn(`
class Pier extends HTMLElement {
  static observedAttributes = ['max-rows', 'open', 'kind'];
  get label(): string { return '' } set label(v: string) {}
  words: string = '';
  maxRows: number = 3;
  open: boolean = false;
  rows: string[] = [];
  size: number | string = 1;
  format: (at: Date) => string;
  anything: any;
  get sum(): number { return 1 }
  attributeChangedCallback(name: string, _: string, value: string) {
    if (name === 'max-rows') this.maxRows = Number(value);
    if (name === 'open') this.open = value !== null;
  }
}
customElements.define('tide-pier', Pier);`);

const use = (name: string, form: string, kind: ItemUse['value']['kind'] = 'string'): ItemUse => ({
  kind: 'value',
  name,
  form,
  range: { start: 0, end: 1 },
  value: { kind },
});

test.each([
  ['maxRows', 'bind', 'property maxRows by its name'],
  ['max-rows', 'bind', 'property maxRows by its attribute'],
  ['MAX-ROWS', 'markup', 'property maxRows by its attribute'],
  ['maxrows', 'markup', 'property maxRows by its attribute'],
  ['kind', 'markup', 'attribute kind by its attribute'],
  ['maxRows', 'dom', 'property maxRows by its name'],
  ['max-rows', 'dom', 'nothing'],
  ['kind', 'dom', 'nothing'],
  ['rowss', 'bind', 'nothing'],
])('%s written as %s means %s', (name, form, expected) => {
  const meant = itemMeant(use(name, form), PIER);
  const told = meant
    ? `${meant.kind} ${meant.name} by its ${meant.isProperty ? 'name' : 'attribute'}`
    : 'nothing';
  expect(told).toBe(expected);
});

test.each([
  ['label', 'fits'],
  ['size', 'fits'],
  ['anything', 'fits'],
  ['open', 'reads'],
  ['maxRows', 'number'],
  ['rows', 'lost'],
  ['format', 'lost'],
])('a text for %s: %s', (name, expected) => {
  const meant = itemMeant(use(name, 'bind'), PIER);
  expect(meant && textIn(meant)).toBe(expected);
});

test.each([
  ['react@18', 'prop', false],
  ['react@19', 'prop', true],
  ['preact@10', 'prop', true],
  ['vue@3', 'bind', true],
  ['vue@3', 'attribute', false],
  ['vue@2.7', 'bind', false],
  ['svelte@5', 'attribute', true],
  ['angular@20', 'property', true],
  ['angular@20', 'attribute', false],
])('%s with %s sets the property itself: %s', (host, form, expected) => {
  const { profile } = openHost(host, '/');
  const item = use('label', form);
  const meant = itemMeant(item, PIER);
  expect(meant && isSetToText(item, meant, profile)).toBe(expected);
  const number = use('label', form, 'number');
  expect(meant && isSetToText(number, meant, profile)).toBe(false);
});

test.each([
  ['TideGauge', 'tide-gauge', true],
  ['tideGauge', 'tide-gauge', true],
  ['tide-gauge', 'tide-gauge', true],
  ['Tide-Gauge', 'TIDE-GAUGE', true],
  ['TideGauges', 'tide-gauge', false],
  ['MdFAB', 'md-fab', false],
])('%s is named after %s: %s', (name, tag, expected) => {
  expect(isNamedAfter(name, tag)).toBe(expected);
});
