/** What compilers make of a source must read like the source: decorators, fields, enums, static members. */
import { transformSync } from 'esbuild';
import ts from 'typescript';
import { expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { attributesOf } from '../../dist/core/contract/types.js';
import { surveyed } from '../support/memory.js';

const OLD = `import { Base, html } from 'kit'; import { element, property, state, query } from 'kit/decorators';
enum Mark { High = 'high', Low = 'low' }
const TAG = 'pier' + '-board';
@element(TAG)
export class PierBoard extends Base {
  static override shadowRootOptions = { delegatesFocus: true };
  static formAssociated = true;
  @property({ type: Array, attribute: false }) rows: string[] = [];
  @property({ type: Number, attribute: 'max-rows', reflect: true }) maxRows = 3;
  @property({ type: Boolean }) compact = false;
  @property() mark: Mark = Mark.High;
  @state() private open = false;
  #count = 0;
  @property({ attribute: 'high-mark', converter: { fromAttribute: Number } })
  get highMark(): number { return this.#count; }
  set highMark(value: number) { this.#count = value; }
  #tell(): void { this.dispatchEvent(new CustomEvent('pier-tell', { detail: { at: 1 }, bubbles: true, composed: true })); }
  private pick(name: string): void { this.dispatchEvent(new Event(name, { cancelable: true })); }
  refresh(): void { this.#tell(); this.pick(Mark.Low); }
  override render() { return html\`<h2 part="head"><slot name="title"></slot></h2><slot></slot>\`; }
}`;

/** The same with standard decorators, which stand on accessors. */
const STANDARD = OLD.replaceAll(/(@property\([^\n]*\)) (\w+)(:? ?\S* = )/g, '$1 accessor $2$3').replace(
  '@state() private open',
  '@state() private accessor open',
);

const target = ts.ScriptTarget;
function tsc(source: string, options: ts.CompilerOptions): string {
  const compilerOptions = { module: ts.ModuleKind.ESNext, ...options };
  return ts.transpileModule(source, { compilerOptions, fileName: 'a.ts' }).outputText;
}
function esbuild(source: string, old: boolean, minify = false): string {
  const compilerOptions = { experimentalDecorators: old, useDefineForClassFields: !old };
  return transformSync(source, { loader: 'ts', target: 'es2021', minify, tsconfigRaw: { compilerOptions } })
    .code;
}

const COMPILED: [string, string][] = [
  ['tsc, old decorators, ES2022', tsc(OLD, { target: target.ES2022, experimentalDecorators: true })],
  ['tsc, old decorators, ES2021', tsc(OLD, { target: target.ES2021, experimentalDecorators: true })],
  [
    'tsc, old decorators, defined fields',
    tsc(OLD, { target: target.ES2022, experimentalDecorators: true, useDefineForClassFields: true }),
  ],
  ['tsc, standard decorators, ES2022', tsc(STANDARD, { target: target.ES2022 })],
  ['tsc, standard decorators, ES2021', tsc(STANDARD, { target: target.ES2021 })],
  ['esbuild, old decorators', esbuild(OLD, true)],
  ['esbuild, standard decorators', esbuild(STANDARD, false)],
  ['esbuild, old decorators, minified', esbuild(OLD, true, true)],
];

function shape(component: Component | undefined) {
  if (!component) return null;
  return {
    tag: component.tag,
    registers: component.registers,
    formAssociated: component.formAssociated,
    delegatesFocus: component.delegatesFocus,
    properties: component.properties.map((one) => one.name).sort(),
    attributes: attributesOf(component)
      .map((one) => `${one.name} ${one.reads}`)
      .sort(),
    reflected: component.properties.filter((one) => one.attribute?.reflects).map((one) => one.name),
    events: component.events
      .map((one) => `${one.name} ${one.bubbles} ${one.composed} ${one.cancelable} ${one.eventType}`)
      .sort(),
    slots: component.slots.map((one) => one.name).sort(),
    parts: component.cssParts.map((one) => one.name),
  };
}

const WANTED = {
  tag: 'pier-board',
  registers: 'on-import',
  formAssociated: true,
  delegatesFocus: true,
  properties: ['compact', 'highMark', 'mark', 'maxRows', 'rows'],
  attributes: ['compact boolean', 'high-mark custom', 'mark string', 'max-rows number'],
  reflected: ['maxRows'],
  events: ['low false false true Event', 'pier-tell true true false CustomEvent'],
  slots: ['', 'title'],
  parts: ['head'],
};

test('the source itself', () => {
  expect(shape(surveyed({ 'a.ts': OLD }).contract.components[0])).toEqual(WANTED);
  expect(shape(surveyed({ 'a.ts': STANDARD }).contract.components[0])).toEqual(WANTED);
});

test.each(COMPILED)('%s', (_, code) => {
  expect(shape(surveyed({ 'a.js': code }).contract.components[0]), code).toEqual(WANTED);
});
