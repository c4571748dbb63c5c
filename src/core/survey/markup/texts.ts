/** The texts that strings and templates of markup and CSS stand for. */

import { alternatives } from '../folding/alternatives.js';
import { fold } from '../folding/fold.js';
import { asString } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import type { Ast } from '../syntax/parse.js';
import { scopesHanded } from './handed.js';
import { partTexts } from './part-names.js';

/** Stands for a part of a template that is only known at run time. */
export const HOLE = '\u{1}';

/**
 * The text of a string or template that may hold markup or CSS; of one that is made for several names, or whose names
 * depend on conditions, each.
 */
export function textsOf(node: Ast.Node, scope: Scope): string[] {
  if (node.type === 'Literal' && typeof node.value === 'string')
    return mayHold(node.value) ? [node.value] : [];
  if (node.type !== 'TemplateLiteral') return [];
  const texts = node.quasis.map((quasi) => quasi.value.cooked ?? quasi.value.raw);
  if (!mayHold(texts.join(HOLE))) return [];
  const isNaming = texts.slice(0, -1).some((one) => BEFORE_NAMES.test(one));
  const scopes = isNaming ? scopesHanded(node, scope) : [scope];
  return scopes.flatMap((one) => filled(texts, node.expressions, one));
}

function mayHold(text: string): boolean {
  return /<slot|part|var\(|:state\(|:host\(|--/i.test(text);
}

/** A text after which the name of a slot, or of parts, is to follow. */
const BEFORE_NAMES = /\b(?:part|name)\s*=\s*["']?[^"'<>]*$/;
const BEFORE_PARTS = /\bpart\s*=\s*["']?[^"'<>]*$/;

/** How far back the attribute is looked for that a hole stands in. */
const LONGEST_NAMES = 400;

/** So many texts are made of one template. */
const MOST = 32;

/** The texts that a template may give by the names in it: every name stands in one of them, as far as there are no more than are made. */
function filled(texts: readonly string[], holes: readonly Ast.Node[], scope: Scope): string[] {
  const fillings: Filling[] = [];
  let before = '';
  for (const [index, hole] of holes.entries()) {
    const text = texts[index] ?? '';
    before = (before + text).slice(-LONGEST_NAMES);
    const options = optionsOf(hole, before, scope);
    const last = fillings.at(-1);
    // Of two in one name each goes with each: `part="${kind}-${size}"`.
    const every = last && !/[\s"'<>]/.test(text) ? last.every * last.options.length : 1;
    fillings.push({ options, every });
    before += options[0] ?? '';
  }
  const count = fillings.reduce((most, one) => Math.max(most, one.every * one.options.length), 1);
  return Array.from({ length: Math.min(MOST, count) }, (_, at) =>
    texts.reduce((text, next, index) => text + optionAt(fillings[index - 1], at) + next),
  );
}

/** What may stand in a hole, and after how many texts another option takes its turn. */
interface Filling {
  options: string[];
  every: number;
}

function optionAt(filling: Filling | undefined, at: number): string {
  return filling?.options[Math.floor(at / filling.every) % filling.options.length] ?? HOLE;
}

function optionsOf(hole: Ast.Node, before: string, scope: Scope): string[] {
  if (!BEFORE_NAMES.test(before)) return [asString(fold(hole, scope)) ?? HOLE];
  const names = BEFORE_PARTS.test(before) ? partTexts(hole, scope) : alternatives(hole, scope);
  // A name that is always empty is one that something else fills in.
  const options = names.some((one) => one !== '') ? names : [HOLE];
  // Without quotes the names would end at the first space.
  return /=\s*$/.test(before) ? options.map((one) => `"${one}"`) : options;
}
