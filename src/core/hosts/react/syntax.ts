/** How React code writes what crosses into an element. */

import { pascalCase } from '../../emit/names.js';
import { stringLiteral } from '../../emit/text.js';
import type { HostSyntax } from '../host.js';

export const syntax: HostSyntax = {
  valueForms: [
    { id: 'prop', special: false, write: (name, expression) => attribute(name, expression) },
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
      id: 'on-pascal',
      special: false,
      name: handlerName,
      write: (event, handler) => attribute(handlerName(event), handler),
    },
    {
      id: 'on-name',
      special: true,
      name: (event) => `on${event}`,
      write: (event, handler) => attribute(`on${event}`, handler),
    },
  ],
  slot: (name) => (name === '' ? 'children' : `<div slot=${JSON.stringify(name)}>`),
  reference: (member) => `ref.current.${member}`,
  customProperty: (name) => `style={{ ${stringLiteral(name)}: value }}`,
};

/** `tide-breach` -> `onTideBreach`, as React names handlers. */
export function handlerName(event: string): string {
  return `on${pascalCase(event)}`;
}

/** A JSX attribute; names that JSX cannot spell are spread. */
function attribute(name: string, expression: string): string {
  return /^[A-Za-z_$][\w$-]*$/.test(name)
    ? `${name}={${expression}}`
    : `{...{ ${stringLiteral(name)}: ${expression} }}`;
}
