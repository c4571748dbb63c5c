/** Loops over constants: what the variable of a loop is bound to, round by round. */

import type { Ast } from '../syntax/parse.js';
import { writtenObject } from './callables.js';
import { fold } from './fold.js';
import { isFoldedObject, UNKNOWN } from './folded.js';
import type { Bound, Scope } from './functions.js';
import { boundTo, keyText, unwrap } from './functions.js';
import { topLevelValue } from './named.js';
import { withBlock } from './scopes.js';

const MOST_ROUNDS = 1_000;
/** Through so many names a list or an object is followed. */
const DEEPEST = 8;

/** The bindings of each round of a loop over `list`, or null when it cannot be told what the list holds. */
export function elementsOf(list: Ast.Node, pattern: Ast.Node, scope: Scope): Map<string, Bound>[] | null {
  const items = itemsOf(list, scope, 0);
  if (!items || items.length > MOST_ROUNDS) return null;
  return items.map((item) => bound(pattern, item, scope));
}

/** The list of `list.forEach`, or of `list.map`, by which some write loops; null for what else is called. */
export function listRunOver(callee: Ast.Node): Ast.Node | null {
  if (callee.type !== 'MemberExpression') return null;
  return /^(?:forEach|map)$/.test(keyText(callee.property) ?? '') ? callee.object : null;
}

/** The scope of each round of a loop over `list`; none where it cannot be told what that holds. */
export function roundsOver(
  list: Ast.Node,
  pattern: Ast.Node | null | undefined,
  body: Ast.Node,
  scope: Scope,
): Scope[] {
  const rounds = pattern ? elementsOf(list, pattern, scope) : null;
  return (rounds ?? []).map((bindings) => withBlock(scope, bindings, body));
}

/** The scope of each round of a loop over the names in an object; none where it cannot be told which these are. */
export function roundsOverNames(
  object: Ast.Node,
  pattern: Ast.Node | null | undefined,
  body: Ast.Node,
  scope: Scope,
): Scope[] {
  if (!pattern) return [];
  return (namesIn(object, scope) ?? []).map((item) => withBlock(scope, bound(pattern, item, scope), body));
}

/** The variable of a loop: declared there, or before it. */
export function loopVariable({ left }: Ast.ForOfStatement | Ast.ForInStatement): Ast.Node | undefined {
  return left.type === 'VariableDeclaration' ? left.declarations[0]?.id : left;
}

/** What a list holds, each with the scope it is written in; null when it cannot be told. */
export function itemsOf(list: Ast.Node, scope: Scope, depth = 0): Bound[] | null {
  const node = unwrap(list);
  if (depth > DEEPEST) return null;
  if (node.type === 'ArrayExpression') {
    const items = node.elements.map((element) => {
      if (!element) return [];
      if (element.type === 'SpreadElement') return itemsOf(element.argument, scope, depth + 1);
      return [{ node: element as Ast.Node, scope }];
    });
    return items.includes(null) ? null : items.flatMap((one) => one ?? []);
  }
  // `new Map([[key, value]])` and `new Set([value])` give what they are given.
  if (node.type === 'NewExpression' && node.callee.type === 'Identifier') {
    const [first] = node.arguments;
    return first && /^(?:Map|Set)$/.test(node.callee.name) ? itemsOf(first, scope, depth + 1) : null;
  }
  if (node.type === 'Identifier') {
    const given = scope.bindings?.get(node.name);
    if (given && !('value' in given)) return itemsOf(given.node, given.scope, depth + 1);
    const held = given ? null : topLevelValue(node.name, scope);
    const items = held && itemsOf(held.node, held.scope, depth + 1);
    if (items) return items;
  }
  const entries = node.type === 'CallExpression' ? objectItems(node, scope) : null;
  if (entries) return entries;
  const value = fold(node, scope);
  return Array.isArray(value)
    ? value.filter((one) => one !== UNKNOWN).map((one) => boundTo(one, scope))
    : null;
}

/** `Object.keys(object)`; `Object.entries(written out)` and `Object.values(written out)`, whose values may be classes. */
function objectItems(node: Ast.CallExpression, scope: Scope): Bound[] | null {
  const { callee } = node;
  const [first] = node.arguments;
  if (callee.type !== 'MemberExpression' || callee.object.type !== 'Identifier' || !first) return null;
  if (callee.object.name !== 'Object' || callee.property.type !== 'Identifier') return null;
  const way = callee.property.name;
  if (way === 'keys') return namesIn(first, scope);
  if (way !== 'entries' && way !== 'values') return null;
  const written = writtenObject(first, scope);
  if (!written) return null;
  return written.node.properties.flatMap((property) => {
    if (property.type !== 'Property') return [];
    if (way === 'values') return [{ node: property.value as Ast.Node, scope: written.scope }];
    const key = property.computed
      ? property.key
      : property.key.type === 'Identifier'
        ? ({ ...property.key, type: 'Literal', value: property.key.name } as unknown as Ast.Node)
        : property.key;
    const pair = { type: 'ArrayExpression', elements: [key, property.value], start: 0, end: 0 };
    return [{ node: pair as unknown as Ast.Node, scope: written.scope }];
  });
}

/** The names in an object, each with what is held under it. */
function namesIn(node: Ast.Node, scope: Scope): Bound[] | null {
  const object = fold(node, scope);
  if (!isFoldedObject(object)) return null;
  return [...object.object].map(([name, value]) => ({ ...boundTo(name, scope), holds: value }));
}

function bound(pattern: Ast.Node, item: Bound, scope: Scope): Map<string, Bound> {
  const bindings = new Map<string, Bound>();
  if (pattern.type === 'Identifier') bindings.set(pattern.name, item);
  else if (pattern.type === 'ArrayPattern') {
    for (const [index, element] of pattern.elements.entries()) {
      if (element?.type === 'Identifier') bindings.set(element.name, memberOf(item, index, scope));
    }
  } else if (pattern.type === 'ObjectPattern') {
    for (const property of pattern.properties) {
      if (property.type !== 'Property' || property.key.type !== 'Identifier') continue;
      if (property.value.type === 'Identifier')
        bindings.set(property.value.name, memberOf(item, property.key.name, scope));
    }
  }
  return bindings;
}

function memberOf(item: Bound, key: string | number, scope: Scope): Bound {
  if ('value' in item) {
    const { value } = item;
    if (Array.isArray(value)) return boundTo(value[Number(key)], scope);
    return boundTo(
      isFoldedObject(value ?? null)
        ? (value as { object: Map<string, never> }).object.get(String(key))
        : UNKNOWN,
      scope,
    );
  }
  const node = unwrap(item.node);
  if (node.type === 'ArrayExpression') {
    const element = node.elements[Number(key)];
    return element ? { node: element as Ast.Node, scope: item.scope } : boundTo(undefined, scope);
  }
  if (node.type === 'ObjectExpression') {
    for (const property of node.properties) {
      if (property.type !== 'Property' || property.computed) continue;
      const isKey = property.key.type === 'Identifier' && property.key.name === key;
      if (isKey) return { node: property.value as Ast.Node, scope: item.scope };
    }
  }
  return boundTo(UNKNOWN, scope);
}
