/** Views in JSX, for the hosts that have it. */

import { stringLiteral } from '../emit/text.js';
import type { ViewShape } from './harness.js';
import type { HostSyntax } from './host.js';
import { attributesOf } from './view-forms.js';

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
  if (shape.listed) {
    return ways.list(
      `${input}.items`,
      (item, key) => `<${[shape.tag, key, ...attributesOf(shape, syntax, item)].join(' ')} />`,
    );
  }
  const more = [
    shape.is ? `is=${JSON.stringify(shape.is)}` : '',
    shape.styled
      ? `${className}={${input}.className} style={{ ${stringLiteral(shape.styled)}: ${input}.ink }}`
      : '',
    shape.refers ? `ref={(element) => ${input}.refer(element)}` : '',
  ];
  const open = [shape.tag, ...attributesOf(shape, syntax, input), ...more]
    .filter((part) => part !== '')
    .join(' ');
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

/** A module of a view for hosts whose components are functions of their props. */
export function functionView(shape: ViewShape, syntax: HostSyntax, className: string): string {
  return `export default function View({ input }) {
  return ${jsxElement(shape, {
    syntax,
    input: 'input',
    className,
    list: (items, element) => `<div>{${items}.map((item) => ${element('item', 'key={item.key}')})}</div>`,
    texts: (list) => `{${list}.map((one) => <i key={one}>{one}</i>)}`,
  })};
}
`;
}
