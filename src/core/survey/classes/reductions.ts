/** Mixins that a list holds, applied one after the other: `list.reduce((made, mixin) => mixin(made), Base)`. */

import { callableOf } from '../folding/callables.js';
import type { Bound, Callable, Scope } from '../folding/functions.js';
import { keyText, returned, unwrap } from '../folding/functions.js';
import { itemsOf } from '../folding/loops.js';
import { withBlock } from '../folding/scopes.js';
import type { Ast } from '../syntax/parse.js';

/** More mixins than anybody puts together. */
const MOST = 100;

/** What a call of `reduce` or `reduceRight` gives, as an expression and its scope; null for other calls and lists. */
export function reduced(call: Ast.CallExpression, scope: Scope): Bound | null {
  const callee = unwrap(call.callee);
  const name = callee.type === 'MemberExpression' && !callee.computed ? keyText(callee.property) : null;
  if (callee.type !== 'MemberExpression' || !(name === 'reduce' || name === 'reduceRight')) return null;
  const [given, initial] = call.arguments;
  const callback = given && callableOf(given, scope);
  const items = callback && listed(callee.object, scope);
  if (!items || items.length > MOST) return null;
  if (name === 'reduceRight') items.reverse();
  const first = initial ? { node: initial as Ast.Node, scope } : items.shift();
  return first ? items.reduce<Bound | null>((made, item) => made && next(callback, made, item), first) : null;
}

/** What the list holds, also after it was turned round; all that a filter might leave out counts. */
function listed(list: Ast.Node, scope: Scope): Bound[] | null {
  const node = unwrap(list);
  const callee = node.type === 'CallExpression' ? unwrap(node.callee) : null;
  const method = callee?.type === 'MemberExpression' && !callee.computed ? keyText(callee.property) : null;
  if (callee?.type !== 'MemberExpression' || !/^(?:reverse|toReversed|filter)$/.test(method ?? ''))
    return itemsOf(node, scope);
  const items = listed(callee.object, scope);
  return method === 'filter' ? items : (items?.toReversed() ?? null);
}

function next({ node, scope }: Callable, made: Bound, item: Bound): Bound | null {
  const result = returned(node);
  const names = node.params.map((one) => (one.type === 'Identifier' ? one.name : ''));
  if (!result || names.length < 2) return null;
  const bindings = new Map([made, item].map((bound, at) => [names[at] ?? '', bound]));
  return { node: result, scope: withBlock(scope, bindings, result) };
}
