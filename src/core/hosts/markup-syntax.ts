/** How markup writes what crosses into an element, whoever prints it. */

import { htmlText } from '../emit/text.js';
import type { HandlerForm, HostSyntax, ValueForm } from './host.js';

export const MARKUP_VALUE: ValueForm = {
  id: 'markup',
  special: false,
  write: (name) => `${name}="..."`,
  writeText: (name, text) => (text === '' ? name : `${name}="${htmlText(text)}"`),
};

export const MARKUP_HANDLER: HandlerForm = {
  id: 'markup',
  special: false,
  name: (event) => `on${event}`,
  write: (event, handler) => `on${event}="${handler}(event)"`,
};

/** Markup alone, as servers print it. */
export const markupSyntax: HostSyntax = {
  valueForms: [MARKUP_VALUE],
  handlerForms: [MARKUP_HANDLER],
  slot: (name) => (name === '' ? 'content' : `<div slot="${name}">`),
  reference: (member) => `element.${member}`,
  customProperty: (name) => `style="${name}: value"`,
};
