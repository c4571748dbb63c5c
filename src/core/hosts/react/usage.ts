/** React source -> element uses. */

import { jsxUses, propDialect } from '../jsx-uses.js';
import type { HostUses, SourceText } from '../uses.js';

const DIALECT = propDialect(
  new Set([
    'key',
    'ref',
    'children',
    'className',
    'style',
    'htmlFor',
    'dangerouslySetInnerHTML',
    'suppressHydrationWarning',
    'suppressContentEditableWarning',
  ]),
);

export function usesIn(source: SourceText): HostUses {
  return jsxUses(source, DIALECT);
}
