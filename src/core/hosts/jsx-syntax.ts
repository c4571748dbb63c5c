/** How hosts with JSX of the same habits write what crosses into an element. */

import { pascalCase } from '../emit/names.js';
import { stringLiteral } from '../emit/text.js';
import type { HostSyntax } from './host.js';

/** Values as attributes, handlers as `onName`; `onname` where the event's own name has to be kept. */
export function jsxSyntax(): HostSyntax {
  return {
    valueForms: [
      { id: 'prop', special: false, write: jsxAttribute },
      {
        id: 'presence',
        special: true,
        only: 'boolean',
        write: (name, expression) => jsxAttribute(name, `${expression} ? '' : undefined`),
      },
      {
        id: 'json',
        special: true,
        only: 'json',
        write: (name, expression) => jsxAttribute(name, `JSON.stringify(${expression})`),
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
        id: 'on-name',
        special: true,
        name: (event) => `on${event}`,
        write: (event, handler) => jsxAttribute(`on${event}`, handler),
      },
    ],
    slot: (name) => (name === '' ? 'children' : `<div slot=${JSON.stringify(name)}>`),
    reference: (member) => `ref.current.${member}`,
    customProperty: (name) => `style={{ ${stringLiteral(name)}: value }}`,
  };
}

/** `tide-breach` -> `onTideBreach`. */
export function handlerName(event: string): string {
  return `on${pascalCase(event)}`;
}

/** A JSX attribute; names that JSX cannot spell are spread. */
export function jsxAttribute(name: string, expression: string): string {
  return /^[A-Za-z_$][\w$-]*$/.test(name)
    ? `${name}={${expression}}`
    : `{...{ ${stringLiteral(name)}: ${expression} }}`;
}
