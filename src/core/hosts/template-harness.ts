/** Views in templates, for the hosts that have them. */

import type { ViewShape } from './harness.js';
import type { HostSyntax } from './host.js';
import { attributesOf, pairAttribute } from './view-forms.js';

export interface TemplateWays {
  syntax: HostSyntax;
  /** The expression that gives the input. */
  input: string;
  /** Attributes for a class and for a CSS custom property. */
  styled(customProperty: string): string;
  /** Attribute that takes a reference to the element. */
  reference: string;
  /** An expression as text. */
  text(expression: string): string;
  /** Repeats an element for each `item` of a list; `key` is the expression that tells items apart. */
  repeat(list: string, item: string, key: string, element: (more: string) => string): string;
}

/** The element of a view. */
export function templateElement(shape: ViewShape, ways: TemplateWays): string {
  const { syntax, input } = ways;
  const element = (parts: readonly string[], content = '') =>
    `<${[shape.tag, ...parts].filter((part) => part !== '').join(' ')}>${content}</${shape.tag}>`;
  if (shape.listed) {
    return `<div>${ways.repeat(`${input}.items`, 'item', 'item.key', (more) => element([more, ...attributesOf(shape, syntax, 'item')]))}</div>`;
  }
  const parts = [
    ...attributesOf(shape, syntax, input),
    shape.is ? `is=${JSON.stringify(shape.is)}` : '',
    shape.styled ? ways.styled(shape.styled) : '',
    shape.refers ? ways.reference : '',
    pairAttribute(shape, syntax, `${input}.model.value`),
  ];
  const text = ways.text(`${input}.text`);
  if (shape.slots) {
    const contents = shape.slots.map((name) => (name === '' ? text : `${syntax.slot(name)}${text}</div>`));
    return element(parts, contents.join(''));
  }
  if (!shape.content) return element(parts);
  const texts = ways.repeat(`${input}.more`, 'one', 'one', (more) => `<i ${more}>${ways.text('one')}</i>`);
  return element(parts, `${text}<b>beside</b>${texts}<span slot="legend">${text}</span>`);
}
