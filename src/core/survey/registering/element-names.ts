/** Where an expression gives the name of a custom element. */

import { isElementName } from '../../contract/tags.js';
import { alternatives } from '../folding/alternatives.js';
import { fold } from '../folding/fold.js';
import { isFoldedObject } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import type { Ast } from '../syntax/parse.js';

/** Keys under which objects that describe an element hold its tag. */
export const TAG_KEYS = ['tag', 'tagName', 'name', 'selector', 'is', 'baseName'];

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
