/**
 * Round trips: a made-up element, written in several ways of authoring, must survey back to what it was made from,
 * whatever its names are.
 */
import fc from 'fast-check';
import ts from 'typescript';
import { expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { attributesOf } from '../../dist/core/contract/types.js';
import { surveyed } from '../support/memory.js';

interface Model {
  tag: string;
  properties: { name: string; type: 'String' | 'Number' | 'Boolean'; attribute: string }[];
  events: { name: string; bubbles: boolean; composed: boolean }[];
  slots: string[];
  parts: string[];
}

const word = fc.constantFrom('deck', 'berth', 'pier', 'tide', 'fare', 'quay', 'mark', 'rail');
const kebab = fc.array(word, { minLength: 1, maxLength: 3 }).map((words) => words.join('-'));
const camel = (name: string) => name.replaceAll(/-(.)/g, (_, letter: string) => letter.toUpperCase());

const model: fc.Arbitrary<Model> = fc
  .record({
    tag: kebab.map((name) => `x-${name}`),
    names: fc.uniqueArray(kebab, { maxLength: 5 }),
    types: fc.array(fc.constantFrom('String', 'Number', 'Boolean'), { minLength: 5, maxLength: 5 }),
    events: fc.uniqueArray(
      fc.record({ name: kebab.map((name) => `on-${name}`), bubbles: fc.boolean(), composed: fc.boolean() }),
      { maxLength: 3, selector: (one) => one.name },
    ),
    slots: fc.uniqueArray(fc.oneof(fc.constant(''), kebab), { maxLength: 3 }),
    parts: fc.uniqueArray(kebab, { maxLength: 3 }),
  })
  .map(({ names, types, ...rest }) => ({
    ...rest,
    properties: names.map((name, index) => ({
      name: camel(`my-${name}`),
      type: types[index] as 'String',
      attribute: `my-${name}`,
    })),
  }));

function rest({ events, slots, parts }: Model): string {
  const sent = events.map(
    ({ name, bubbles, composed }) =>
      `this.dispatchEvent(new CustomEvent('${name}', { bubbles: ${bubbles}, composed: ${composed} }));`,
  );
  const slotted = slots.map((name) => (name ? `<slot name="${name}"></slot>` : '<slot></slot>'));
  const marked = parts.map((name) => `<b part="${name}"></b>`);
  return `go() { ${sent.join(' ')} } render() { return html\`${[...slotted, ...marked].join('')}\`; }`;
}

const DEFAULTS = { String: "''", Number: '0', Boolean: 'false' };
const READS = { String: 'value', Number: 'Number(value)', Boolean: 'value !== null' };

const WAYS: Record<string, (model: Model) => string> = {
  plain: (one) => `class X extends HTMLElement {
    static observedAttributes = [${one.properties.map((item) => `'${item.attribute}'`).join(', ')}];
    ${one.properties.map((item) => `${item.name} = ${DEFAULTS[item.type]};`).join(' ')}
    attributeChangedCallback(name, old, value) { switch (name) { ${one.properties
      .map((item) => `case '${item.attribute}': this.${item.name} = ${READS[item.type]}; break;`)
      .join(' ')} } }
    ${rest(one)} }
    customElements.define('${one.tag}', X);`,
  table: (one) => `import { Base } from 'kit'; class X extends Base {
    static get properties() { return { ${one.properties
      .map((item) => `${item.name}: { type: ${item.type}, attribute: '${item.attribute}' }`)
      .join(', ')} }; }
    ${rest(one)} }
    customElements.define('${one.tag}', X);`,
  decorated: (
    one,
  ) => `import { Base, element, property } from 'kit'; @element('${one.tag}') class X extends Base {
    ${one.properties
      .map(
        (item) =>
          `@property({ type: ${item.type}, attribute: '${item.attribute}' }) ${item.name} = ${DEFAULTS[item.type]};`,
      )
      .join('\n')}
    ${rest(one)} }`,
  compiled: (one) =>
    ts.transpileModule(WAYS.decorated?.(one) ?? '', {
      compilerOptions: {
        experimentalDecorators: true,
        target: ts.ScriptTarget.ES2020,
        module: ts.ModuleKind.ESNext,
      },
    }).outputText,
  mixin: (one) => `import { Base } from 'kit'; const Mixed = (S) => class extends S {
    static properties = { ${one.properties
      .map((item) => `${item.name}: { type: ${item.type}, attribute: '${item.attribute}' }`)
      .join(', ')} };
    ${rest(one)} }; class X extends Mixed(Base) {} const TAG = '${one.tag.slice(0, 2)}' + '${one.tag.slice(2)}';
    customElements.define(TAG, X);`,
};

const READERS = { String: 'string', Number: 'number', Boolean: 'boolean' };

function shape(component: Component | undefined) {
  return (
    component && {
      tag: component.tag,
      properties: component.properties.map((one) => one.name).sort(),
      attributes: attributesOf(component)
        .map((one) => `${one.name} ${one.reads} ${one.property?.name}`)
        .sort(),
      events: component.events.map((one) => `${one.name} ${one.bubbles} ${one.composed}`).sort(),
      slots: component.slots.map((one) => one.name).sort(),
      parts: component.cssParts.map((one) => one.name).sort(),
    }
  );
}

test.each(Object.keys(WAYS))('%s', (way) => {
  fc.assert(
    fc.property(model, (one) => {
      const source = WAYS[way]?.(one) ?? '';
      const { contract, findings } = surveyed({ [way === 'compiled' ? 'a.js' : 'a.ts']: source });
      expect(findings, source).toEqual([]);
      expect(shape(contract.components[0]), source).toEqual({
        tag: one.tag,
        properties: one.properties.map((item) => item.name).sort(),
        attributes: one.properties
          .map((item) => `${item.attribute} ${READERS[item.type]} ${item.name}`)
          .sort(),
        events: one.events.map((item) => `${item.name} ${item.bubbles} ${item.composed}`).sort(),
        slots: [...one.slots].sort(),
        parts: [...one.parts].sort(),
      });
    }),
    { numRuns: 60 },
  );
});
