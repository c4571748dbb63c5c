/** How React code writes what crosses into an element. */

import { jsxSyntax } from '../jsx-syntax.js';

export { handlerName } from '../jsx-syntax.js';
export const syntax = jsxSyntax();
