/** How Angular templates write what crosses into an element. */

import { htmlText } from '../../emit/text.js';
import type { HostSyntax } from '../host.js';

const bound = (name: string, expression: string) => `[${name}]="${htmlText(expression)}"`;

export const syntax: HostSyntax = {
  valueForms: [
    { id: 'property', special: false, write: bound },
    { id: 'attribute', special: true, write: (name, expression) => bound(`attr.${name}`, expression) },
    {
      id: 'presence',
      special: true,
      only: 'boolean',
      write: (name, expression) => bound(`attr.${name}`, `${expression} ? '' : null`),
    },
    {
      id: 'json',
      special: true,
      only: 'json',
      write: (name, expression) => bound(`attr.${name}`, `${expression} | json`),
    },
  ],
  handlerForms: [
    {
      id: 'event',
      special: false,
      name: (event) => `(${event})`,
      write: (event, handler) => `(${event})="${htmlText(handler)}($event)"`,
    },
  ],
  pairForms: [{ id: 'two-way', write: (property, expression) => bound(`(${property})`, expression) }],
  slot: (name) => (name === '' ? 'content' : `<div slot="${htmlText(name)}">`),
  reference: (member) => `element().nativeElement.${member}`,
  customProperty: (name) => `[style.${name}]="value"`,
};
