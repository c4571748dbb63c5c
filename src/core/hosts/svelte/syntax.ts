/** How Svelte markup writes what crosses into an element. */

import type { HostSyntax } from '../host.js';

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
  slot: (name) => (name === '' ? 'content' : `<div slot="${name}">`),
  reference: (member) => `element.${member}`,
  customProperty: (name) => `style:${name}={value}`,
};
