/** How a plain page writes what crosses into an element: markup, or calls from a script. */

import { stringLiteral } from '../../emit/text.js';
import { memberAccess } from '../../emit/typescript.js';
import type { HostSyntax } from '../host.js';

export const syntax: HostSyntax = {
  valueForms: [
    { id: 'markup', special: false, write: (name) => `${name}="..."` },
    {
      id: 'dom',
      special: true,
      write: (name, expression) => `${memberAccess('element', name)} = ${expression}`,
    },
  ],
  handlerForms: [
    {
      id: 'markup',
      special: false,
      name: (event) => `on${event}`,
      write: (event, handler) => `on${event}="${handler}(event)"`,
    },
    {
      id: 'dom',
      special: true,
      name: (event) => event,
      write: (event, handler) => `element.addEventListener(${stringLiteral(event)}, ${handler})`,
    },
  ],
  slot: (name) => (name === '' ? 'content' : `<div slot="${name}">`),
  reference: (member) => `element.${member}`,
  customProperty: (name) => `style="${name}: value"`,
};
