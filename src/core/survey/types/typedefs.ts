/** Types that doc comments name: `@typedef {'car' | 'sun'} Deck`, and those that they import. */

import type { Module } from '../modules/modules.js';
import type { DocTag } from './docs.js';
import { namedTag, parseDoc } from './docs.js';

const KNOWN = new WeakMap<Module, Map<string, string>>();

/** The type that a doc comment of a module gives a name, as text; null where none does. */
export function typedefIn(module: Module, name: string): string | null {
  const known = KNOWN.get(module) ?? typedefsOf(module);
  KNOWN.set(module, known);
  return known.get(name) ?? null;
}

function typedefsOf({ comments }: Module): Map<string, string> {
  const types = new Map<string, string>();
  for (const { value } of comments) {
    if (!value.startsWith('*') || !/@(?:typedef|import)\b/.test(value)) continue;
    const { tags } = parseDoc(value.slice(1));
    for (const [at, tag] of tags.entries()) {
      if (tag.tag === 'import') addImported(tag, types);
      if (tag.tag !== 'typedef') continue;
      const { name } = namedTag(tag);
      const isObject = tag.type === null || /^object$/i.test(tag.type);
      const following = isObject ? tags.slice(at + 1) : [];
      const end = following.findIndex((one) => !/^prop(?:erty)?$/.test(one.tag));
      const members = following.slice(0, end < 0 ? following.length : end);
      types.set(name, members.length > 0 ? objectOf(members) : (tag.type ?? 'unknown'));
    }
  }
  return types;
}

/** `@property {number} [level] - How high.`, and so on. Members of members are left to their type. */
function objectOf(members: readonly DocTag[]): string {
  const written = members.flatMap((one) => {
    const { name } = namedTag(one);
    const isOptional = one.text.startsWith('[') || one.type?.endsWith('=') === true;
    const type = one.type?.replace(/=$/, '') ?? 'unknown';
    return /^[\w$]+$/.test(name) ? [`${name}${isOptional ? '?' : ''}: ${type}`] : [];
  });
  return `{ ${written.join('; ')} }`;
}

/** `@import { Deck, Pier as Quay } from './decks.js'` */
function addImported({ type, text }: DocTag, types: Map<string, string>): void {
  const specifier = /^from\s*(['"])([^'"]+)\1/.exec(text)?.[2];
  if (specifier === undefined) return;
  for (const one of type?.split(',') ?? []) {
    const [name = '', as = name] = one.trim().split(/\s+as\s+/);
    if (/^\w+$/.test(name)) types.set(as, `import('${specifier}').${name}`);
  }
}
