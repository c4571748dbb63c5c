/** Views in templates, for the hosts that have them. */

import { htmlText } from '../emit/text.js';
import type { ViewShape } from './harness.js';
import type { HostSyntax } from './host.js';
import { handlerIn, pairIn, valueIn } from './jsx-harness.js';

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
  /** Repeats an element for each of a list; `keyed` names the key within an item, or is empty for the item itself. */
  repeat(list: string, item: string, key: string, element: (more: string) => string): string;
}

/** The element of a view. */
export function templateElement(shape: ViewShape, ways: TemplateWays): string {
  const { syntax, input } = ways;
  const attributes = (from: string) => [
    ...shape.values.map(({ form, name }, at) => valueIn(syntax, form).write(name, `${from}.values[${at}]`)),
    ...shape.handlers.map(({ form, event }, at) =>
      handlerIn(syntax, form).write(event, `${from}.handlers[${at}]`),
    ),
  ];
  const element = (parts: readonly string[], content = '') =>
    `<${[shape.tag, ...parts].filter((part) => part !== '').join(' ')}>${content}</${shape.tag}>`;
  if (shape.listed) {
    return `<div>${ways.repeat(`${input}.items`, 'item', 'item.key', (more) => element([more, ...attributes('item')]))}</div>`;
  }
  const parts = [
    ...attributes(input),
    shape.is ? `is=${JSON.stringify(shape.is)}` : '',
    shape.styled ? ways.styled(shape.styled) : '',
    shape.refers ? ways.reference : '',
    shape.pair ? pairIn(syntax, shape.pair.form).write(shape.pair.property, `${input}.model.value`) : '',
  ];
  const text = ways.text(`${input}.text`);
  if (shape.slots) {
    const contents = shape.slots.map((name) =>
      name === '' ? text : `<span slot="${htmlText(name)}">${text}</span>`,
    );
    return element(parts, contents.join(''));
  }
  if (!shape.content) return element(parts);
  const texts = ways.repeat(`${input}.more`, 'one', 'one', (more) => `<i ${more}>${ways.text('one')}</i>`);
  return element(parts, `${text}<b>beside</b>${texts}<span slot="legend">${text}</span>`);
}
