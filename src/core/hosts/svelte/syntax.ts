/** How Svelte markup writes what crosses into an element. */

import { htmlText } from '../../emit/text.js';
import type { HostSyntax } from '../host.js';

/** Text inside a double-quoted attribute, where braces would hold an expression. */
export function attributeText(text: string): string {
  return htmlText(text).replaceAll('{', '&#123;').replaceAll('}', '&#125;');
}

const attribute = (name: string, expression: string) => `${name}={${expression}}`;

export const syntax: HostSyntax = {
  valueForms: [
    { id: 'attribute', special: false, write: attribute },
    {
      id: 'presence',
      special: true,
      only: 'boolean',
      write: (name, expression) => attribute(name, `${expression} ? '' : undefined`),
    },
    {
      id: 'json',
      special: true,
      only: 'json',
      write: (name, expression) => attribute(name, `JSON.stringify(${expression})`),
    },
  ],
  handlerForms: [
    {
      id: 'on-name',
      special: false,
      name: (event) => `on${event}`,
      write: (event, handler) => attribute(`on${event}`, handler),
    },
    {
      id: 'on-directive',
      special: true,
      name: (event) => `on:${event}`,
      write: (event, handler) => attribute(`on:${event}`, handler),
    },
  ],
  pairForms: [{ id: 'bind', write: (property, expression) => attribute(`bind:${property}`, expression) }],
  slot: (name) => (name === '' ? 'content' : `<div slot="${attributeText(name)}">`),
  reference: (member) => `element.${member}`,
  customProperty: (name) => `style:${name}={value}`,
};
