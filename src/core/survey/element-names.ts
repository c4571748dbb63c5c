/** Custom element names: what HTML allows, and where a class keeps its own. */

import { alternatives } from './alternatives.js';
import { fold } from './fold.js';
import { isFoldedObject } from './folded.js';
import type { Scope } from './functions.js';
import type { Ast } from './parse.js';

/** A valid custom element name, by the first rules of HTML 4.13.2; the reserved ones with a hyphen are left out. */
export function isElementName(name: string): boolean {
  return /^[a-z][^\sA-Z/>\0]*-[^\sA-Z/>\0]*$/.test(name) && !RESERVED_NAMES.has(name);
}

const RESERVED_NAMES = new Set([
  'annotation-xml',
  'color-profile',
  'font-face',
  'font-face-src',
  'font-face-uri',
  'font-face-format',
  'font-face-name',
  'missing-glyph',
]);

/** Keys under which objects that describe an element hold its tag. */
const TAG_KEYS = ['tag', 'tagName', 'name', 'selector', 'is', 'baseName'];

/** The tags an expression gives: a string, or an object that describes an element. */
export function tagsGiven(node: Ast.Node, scope: Scope): string[] {
  const texts = alternatives(node, scope).filter(isElementName);
  if (texts.length > 0) return texts;
  const value = fold(node, scope);
  if (!isFoldedObject(value)) return [];
  for (const key of TAG_KEYS) {
    const given = value.object.get(key);
    if (typeof given === 'string' && isElementName(given)) return [given];
  }
  return [];
}
