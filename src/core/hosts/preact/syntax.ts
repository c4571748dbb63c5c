/** How Preact code writes what crosses into an element. */

import { jsxSyntax } from '../jsx-syntax.js';

export const syntax = jsxSyntax();
