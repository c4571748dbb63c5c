/** Preact source -> element uses. */

import { jsxUses, propDialect } from '../jsx-uses.js';
import type { HostUses, SourceText } from '../uses.js';

const DIALECT = propDialect(
  new Set(['key', 'ref', 'children', 'class', 'className', 'style', 'htmlFor', 'dangerouslySetInnerHTML']),
);

export function usesIn(source: SourceText): HostUses {
  return jsxUses(source, DIALECT);
}
