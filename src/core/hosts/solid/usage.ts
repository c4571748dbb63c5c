/** Solid source -> element uses. */

import { jsxUses } from '../jsx-uses.js';
import type { HostUses, SourceText } from '../uses.js';

const OWN_NAMES = new Set([
  'ref',
  'children',
  'class',
  'classList',
  'style',
  'innerHTML',
  'textContent',
  '$ServerOnly',
]);

/** Namespaces by which a name says how it is written, and the forms they are. */
const SPACES: Record<string, string> = { prop: 'prop-space', attr: 'attr-space', bool: 'bool-space' };

const spaceOf = (name: string) => /^([a-z]+):(.+)$/.exec(name);

export function usesIn(source: SourceText): HostUses {
  return jsxUses(source, {
    handlerForm: (name) => {
      if (name.startsWith('on:')) return 'on-space';
      return /^on[A-Z]/.test(name) ? 'on-pascal' : /^on[a-z]/.test(name) ? 'on-name' : null;
    },
    valueForm: (name) => SPACES[spaceOf(name)?.[1] ?? ''] ?? 'prop',
    nameWithin: (name) => {
      const [, space = '', own] = spaceOf(name) ?? [];
      return space in SPACES ? (own ?? name) : name;
    },
    keepers: { createSignal: 'call', createMemo: 'call' },
    isHostName: (name) => OWN_NAMES.has(name) || /^(use|style|class|oncapture):/.test(name),
  });
}
