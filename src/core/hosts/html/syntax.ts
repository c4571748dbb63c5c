/** How a plain page writes what crosses into an element: markup, or calls from a script. */

import { stringLiteral } from '../../emit/text.js';
import { memberAccess } from '../../emit/typescript.js';
import type { HostSyntax } from '../host.js';
import { MARKUP_HANDLER, MARKUP_VALUE, markupSyntax } from '../markup-syntax.js';

export const syntax: HostSyntax = {
  ...markupSyntax,
  valueForms: [
    MARKUP_VALUE,
    {
      id: 'dom',
      special: true,
      write: (name, expression) => `${memberAccess('element', name)} = ${expression}`,
    },
  ],
  handlerForms: [
    MARKUP_HANDLER,
    {
      id: 'dom',
      special: true,
      name: (event) => event,
      write: (event, handler) => `element.addEventListener(${stringLiteral(event)}, ${handler})`,
    },
  ],
};
