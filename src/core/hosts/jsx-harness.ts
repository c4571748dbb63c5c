/** Views in JSX, for the hosts that have it. */

import { stringLiteral } from '../emit/text.js';
import type { ViewShape } from './harness.js';
import type { HostSyntax } from './host.js';

export interface JsxWays {
  syntax: HostSyntax;
  /** The expression that gives the input: `input`, or `props.input()`. */
  input: string;
  /** Name of the attribute for classes. */
  className: string;
  /** A keyed list: repeats `element`, in which `item` stands for one of the items. */
  list(items: string, element: (item: string, key: string) => string): string;
  /** A list of texts in elements of their own. */
  texts(list: string): string;
}

/** The element of a view. */
export function jsxElement(shape: ViewShape, ways: JsxWays): string {
  const { syntax, input, className } = ways;
  const attributes = (from: string) => [
    ...shape.values.map(({ form, name }, at) => valueIn(syntax, form).write(name, `${from}.values[${at}]`)),
    ...shape.handlers.map(({ form, event }, at) =>
      handlerIn(syntax, form).write(event, `${from}.handlers[${at}]`),
    ),
  ];
  if (shape.listed) {
    return ways.list(
      `${input}.items`,
      (item, key) => `<${[shape.tag, key, ...attributes(item)].join(' ')} />`,
    );
  }
  const more = [
    shape.is ? `is=${JSON.stringify(shape.is)}` : '',
    shape.styled
      ? `${className}={${input}.className} style={{ ${stringLiteral(shape.styled)}: ${input}.ink }}`
      : '',
    shape.refers ? `ref={(element) => ${input}.refer(element)}` : '',
  ];
  const open = [shape.tag, ...attributes(input), ...more].filter((part) => part !== '').join(' ');
  const text = `{${input}.text}`;
  if (shape.slots) {
    const contents = shape.slots.map((name) =>
      name === '' ? text : `<span slot=${JSON.stringify(name)}>${text}</span>`,
    );
    return `<${open}>${contents.join('')}</${shape.tag}>`;
  }
  if (!shape.content) return `<${open} />`;
  return `<${open}>${text}<b>beside</b>${ways.texts(`${input}.more`)}<span slot="legend">${text}</span></${shape.tag}>`;
}

/** The form of a host's syntax for values with this id. Throws when there is none. */
export function valueIn(syntax: HostSyntax, id: string) {
  const form = syntax.valueForms.find((one) => one.id === id);
  if (!form) throw new TypeError(`no form of value: ${id}`);
  return form;
}

/** The two-way shorthand of a host with this id. Throws when there is none. */
export function pairIn(syntax: HostSyntax, id: string) {
  const form = syntax.pairForms?.find((one) => one.id === id);
  if (!form) throw new TypeError(`no two-way shorthand: ${id}`);
  return form;
}

/** The form of a host's syntax for handlers with this id. Throws when there is none. */
export function handlerIn(syntax: HostSyntax, id: string) {
  const form = syntax.handlerForms.find((one) => one.id === id);
  if (!form) throw new TypeError(`no form of handler: ${id}`);
  return form;
}
