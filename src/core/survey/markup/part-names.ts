/** The names of parts in the value of a `part` attribute. */

import { alternatives } from '../folding/alternatives.js';
import { writtenObject } from '../folding/callables.js';
import type { Scope } from '../folding/functions.js';
import { unwrap } from '../folding/functions.js';
import { writtenNames } from '../folding/written.js';
import type { Ast } from '../syntax/parse.js';

/** The names in a text. */
export function partsIn(text: string): string[] {
  return text.split(/\s+/).filter((one) => one !== '');
}

/** The texts that an expression may give, and the names in a table of conditions: `map({ open: this.open })`. */
export function partTexts(node: Ast.Node, scope: Scope): string[] {
  const texts = alternatives(node, scope);
  const value = unwrap(node);
  const [only, ...others] = value.type === 'CallExpression' ? value.arguments : [];
  const table = texts.length === 0 && only && others.length === 0 ? writtenObject(only, scope) : null;
  // Whatever stands before them, they are names of their own.
  return table ? [` ${writtenNames(table).join(' ')}`] : texts;
}
