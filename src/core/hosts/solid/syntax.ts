/** How Solid's JSX writes what crosses into an element. */

import { stringLiteral } from '../../emit/text.js';
import type { HostSyntax } from '../host.js';
import { handlerName, jsxAttribute } from '../jsx-syntax.js';

/** A namespaced JSX attribute: `prop:level={level}`. */
const spaced = (space: string, name: string, expression: string) => `${space}:${name}={${expression}}`;

export const syntax: HostSyntax = {
  valueForms: [
    { id: 'prop', special: false, write: jsxAttribute },
    { id: 'prop-space', special: true, write: (name, expression) => spaced('prop', name, expression) },
    { id: 'attr-space', special: true, write: (name, expression) => spaced('attr', name, expression) },
    {
      id: 'bool-space',
      special: true,
      only: 'boolean',
      write: (name, expression) => spaced('bool', name, expression),
    },
    {
      id: 'json',
      special: true,
      only: 'json',
      write: (name, expression) => spaced('attr', name, `JSON.stringify(${expression})`),
    },
  ],
  handlerForms: [
    {
      id: 'on-pascal',
      special: false,
      name: handlerName,
      write: (event, handler) => jsxAttribute(handlerName(event), handler),
    },
    {
      id: 'on-space',
      special: true,
      name: (event) => `on:${event}`,
      write: (event, handler) => spaced('on', event, handler),
    },
    {
      id: 'on-name',
      special: true,
      name: (event) => `on${event}`,
      write: (event, handler) => jsxAttribute(`on${event}`, handler),
    },
  ],
  slot: (name) => (name === '' ? 'children' : `<div slot=${JSON.stringify(name)}>`),
  reference: (member) => `element.${member}`,
  customProperty: (name) => `style={{ ${stringLiteral(name)}: value }}`,
};
