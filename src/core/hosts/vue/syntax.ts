/** How Vue templates write what crosses into an element. */

import { htmlText } from '../../emit/text.js';
import type { HostSyntax } from '../host.js';

const bound = (name: string, expression: string, modifier = '') =>
  `:${name}${modifier}="${htmlText(expression)}"`;
const listened = (event: string, handler: string) => `@${event}="${htmlText(handler)}"`;

const modelled = (property: string, expression: string, modifier: string) =>
  `v-model${property === 'value' ? '' : `:${property}`}${modifier}="${htmlText(expression)}"`;

export const syntax: HostSyntax = {
  valueForms: [
    { id: 'bind', special: false, write: (name, expression) => bound(name, expression) },
    { id: 'bind-prop', special: true, write: (name, expression) => bound(name, expression, '.prop') },
    {
      id: 'presence',
      special: true,
      only: 'boolean',
      write: (name, expression) => bound(name, `${expression} ? '' : null`),
    },
    {
      id: 'json',
      special: true,
      only: 'json',
      write: (name, expression) => bound(name, `JSON.stringify(${expression})`),
    },
  ],
  handlerForms: [{ id: 'on', special: false, name: (event) => event, write: listened }],
  pairForms: [
    { id: 'model', write: (property, expression) => modelled(property, expression, '') },
    { id: 'model-lazy', write: (property, expression) => modelled(property, expression, '.lazy') },
  ],
  slot: (name) => (name === '' ? 'content' : `<div slot="${htmlText(name)}">`),
  reference: (member) => `element.value.${member}`,
  customProperty: (name) => `:style="{ '${name}': value }"`,
};
