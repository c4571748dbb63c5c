/** Preact source -> element uses. */

import { jsxUses } from '../jsx-uses.js';
import type { HostUses, SourceText } from '../uses.js';

const OWN_NAMES = new Set([
  'key',
  'ref',
  'children',
  'class',
  'className',
  'style',
  'htmlFor',
  'dangerouslySetInnerHTML',
]);

export function usesIn(source: SourceText): HostUses {
  return jsxUses(source, {
    handlerForm: (name) => (/^on[A-Z]/.test(name) ? 'on-pascal' : /^on[a-z]/.test(name) ? 'on-name' : null),
    valueForm: () => 'prop',
    isHostName: (name) => OWN_NAMES.has(name),
  });
}
