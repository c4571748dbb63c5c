/** Templates, lists and objects that are written out, folded part by part. */

import type { Ast } from '../syntax/parse.js';
import { referenceTo } from './code-behind.js';
import { entriesOf } from './collections.js';
import type { Folded } from './folded.js';
import { asString, isFoldedObject, isObjectLike, UNKNOWN } from './folded.js';
import type { Callable } from './functions.js';
import { unwrap } from './functions.js';

/** An object that is filled on the way: `((s = {}).A = 'a', s.B = 'b', s)`, as minifiers write an enum; else null. */
export function foldFilled(
  { expressions }: Ast.SequenceExpression,
  inner: (node: Ast.Node) => Folded,
): Folded | null {
  const last = expressions.at(-1);
  if (last?.type !== 'Identifier') return null;
  const isHolder = (node: Ast.Node) => node.type === 'Identifier' && node.name === last.name;
  const object = new Map<string, Folded>();
  let isNew = false;
  for (const one of expressions) {
    if (one.type !== 'AssignmentExpression') continue;
    const member = one.left.type === 'MemberExpression' ? one.left : null;
    const start = member ? unwrap(member.object) : one;
    const isStart = start.type === 'AssignmentExpression' && isHolder(start.left);
    isNew ||= isStart && start.right.type === 'ObjectExpression';
    const key =
      member && (isStart || isHolder(start)) ? keyName(member.property, member.computed, inner) : null;
    if (key !== null) object.set(key, inner(one.right));
  }
  // Where nothing says that it is new, it may be a class, or hold more than this.
  return isNew ? { object } : null;
}

/** A text, a number, a flag or null; of other literals nothing is known. */
export function foldLiteral({ value }: { value: unknown }): Folded {
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') return value;
  return value === null ? null : UNKNOWN;
}

/** `String.raw` of a text without holes. */
export function foldRaw({ tag, quasi }: Ast.TaggedTemplateExpression): Folded {
  const isRaw =
    tag.type === 'MemberExpression' && tag.property.type === 'Identifier' && tag.property.name === 'raw';
  return isRaw && quasi.expressions.length === 0 ? (quasi.quasis[0]?.value.raw ?? UNKNOWN) : UNKNOWN;
}

export function foldTemplate(node: Ast.TemplateLiteral, inner: (node: Ast.Node) => Folded): Folded {
  let text = '';
  for (const [index, quasi] of node.quasis.entries()) {
    text += quasi.value.cooked ?? '';
    const hole = node.expressions[index];
    if (!hole) continue;
    const value = inner(hole);
    if (value === UNKNOWN || isObjectLike(value)) return UNKNOWN;
    text += String(value);
  }
  return text;
}

/** A spread that cannot be told leaves UNKNOWN in the list: the others still count. */
export function foldArray(node: Ast.ArrayExpression, inner: (node: Ast.Node) => Folded): Folded {
  const items: Folded[] = [];
  for (const element of node.elements) {
    if (element?.type === 'SpreadElement') {
      const spread = inner(element.argument);
      // A text is spread into its characters.
      if (Array.isArray(spread) || typeof spread === 'string') for (const one of spread) items.push(one);
      else if (isFoldedObject(spread)) items.push(...entriesOf(spread));
      else items.push(UNKNOWN);
    } else items.push(element ? inner(element) : undefined);
  }
  return items;
}

/** Helpers that compilers write for `[...one, ...other]` and for `{ ...one, ...other }`. */
export const SPREADING = {
  lists: /^_*(?:spreadArrays?|toConsumableArray|to_consumable_array)$/,
  objects: /^_+(?:spreadValues|spreadProps|objectSpread2?|object_spread(?:_props)?|assign|extends)\d*$/,
};

/** `for (const key in given || (given = {}))`, with which the one for objects begins, whatever minifiers call it. */
const COPYING =
  /\bfor\s*\(\s*(?:var|let|const)\s+[\w$]+\s+in\s+([\w$]+)\s*\|\|\s*(?:=\s*\{\}|\(\1\s*=\s*\{\}\))\s*\)/;
const LONGEST_HELPER = 400;

/** Is a function such a helper: does it put all that its second object holds into its first? */
export function copiesInto({ node, scope: { module } }: Callable): boolean {
  const isShort = node.params.length === 2 && node.end - node.start < LONGEST_HELPER;
  return isShort && COPYING.test(module.source.slice(node.start, node.end));
}

/** Helpers that compilers write for what goes through a list: `[one, other] = list`; they give the list. */
export const READING = /^(?:_+read|_*(?:slicedToArray|sliced_to_array|toArray|to_array))$/;

/** What such a helper makes of the lists it is handed. */
export function foldSpread(args: readonly Ast.Argument[], inner: (node: Ast.Node) => Folded): Folded {
  const lists = args.map(inner).filter((one) => typeof one !== 'boolean');
  return lists.flatMap((one) => (Array.isArray(one) ? one : [UNKNOWN]));
}

/** Names under which options have a function that makes a value of a text. */
const CODE_KEYS: ReadonlySet<string> = new Set(['converter', 'fromAttribute', 'fromView']);

/** `codeOf` gives the function that an expression names or is. */
export function foldObject(
  node: Ast.ObjectExpression,
  inner: (node: Ast.Node) => Folded,
  codeOf: (node: Ast.Node) => Callable | null,
): Folded {
  const object = new Map<string, Folded>();
  for (const property of node.properties) {
    if (property.type === 'SpreadElement') {
      const spread = inner(property.argument);
      if (isFoldedObject(spread)) for (const [name, value] of spread.object) object.set(name, value);
      continue;
    }
    const name = keyName(property.key, property.computed, inner);
    if (name === null) continue;
    const code = CODE_KEYS.has(name) && property.value.type !== 'CallExpression' && codeOf(property.value);
    const value = code ? referenceTo(name, code) : inner(property.value);
    object.set(name, property.kind === 'init' ? value : UNKNOWN);
  }
  return { object };
}

/** The members of an enum, those without a value counted on. */
export function foldEnum(node: Ast.TSEnumDeclaration, inner: (node: Ast.Node) => Folded): Folded {
  const object = new Map<string, Folded>();
  let next = 0;
  for (const member of node.body.members) {
    const name = member.id.type === 'Identifier' ? member.id.name : asString(inner(member.id));
    if (name === null) continue;
    const value = member.initializer ? inner(member.initializer) : next;
    if (typeof value === 'number') next = value + 1;
    object.set(name, value);
  }
  return { object };
}

/** The name that a key of an object or a class stands for, or null. */
export function keyName(key: Ast.Node, computed: boolean, inner: (node: Ast.Node) => Folded): string | null {
  if (!computed && key.type === 'Identifier') return key.name;
  if (key.type === 'PrivateIdentifier') return null;
  const value = inner(key);
  return typeof value === 'number' ? String(value) : asString(value);
}
