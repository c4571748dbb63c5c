/**
 * Markup that is made by calls: what compilers make of JSX (`h("slot", { name: "end" })`, `jsx("div", { part: "row" })`),
 * and elements made by hand (`document.createElement('slot')`, `row.setAttribute('part', 'row')`).
 */

import { alternatives } from '../folding/alternatives.js';
import { callableOf } from '../folding/callables.js';
import type { Scope } from '../folding/functions.js';
import { calledName, unwrap } from '../folding/functions.js';
import { functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
import { scopesHanded } from './handed.js';
import { partsIn, partTexts } from './part-names.js';

/** What one call adds: names of slots ('' for the unnamed one) and of parts. */
export interface MarkupCalled {
  slots: string[];
  parts: string[];
}

/** The names under which the value of an `exportparts` attribute passes parts on. */
export function partsPassedOn(text: string): string[] {
  return text
    .split(',')
    .map((one) => one.split(':').at(-1)?.trim() ?? '')
    .filter((one) => one !== '');
}

const NOTHING: MarkupCalled = { slots: [], parts: [] };

/** The slots and parts in one call, for each call of the function around it that hands it their names. */
export function markupCalled(node: Ast.CallExpression, scope: Scope): MarkupCalled[] {
  const once = called(node, scope);
  if (once === NOTHING || once.slots.length + once.parts.length > 0) return [once];
  return scopesHanded(node, scope).map((one) => called(node, one));
}

/** None where it makes no markup. */
function called(node: Ast.CallExpression, scope: Scope): MarkupCalled {
  const [first, second] = node.arguments;
  if (!first) return NOTHING;
  const method = calledMethod(node);
  const name = wordOf(first);
  if (method === 'createElement' && !second) return name === 'slot' ? made(node, scope) : NOTHING;
  if (name === 'slot' && !second && isJsx(node.callee)) return { slots: [''], parts: [] };
  if (name === 'slot' && !second && makesElement(node, scope)) return made(node, scope);
  if (method === 'setAttribute' && name === 'part') return { slots: [], parts: words(second, scope) };
  if (method === 'add' && isPartList(node.callee))
    return { slots: [], parts: node.arguments.flatMap((one) => words(one, scope)) };
  if (!second || (name === null && !isJsx(node.callee))) return NOTHING;
  return asElement(name, unwrap(second), scope);
}

/** The functions that compilers of JSX call, by the names they import them under. */
function isJsx(callee: Ast.Node): boolean {
  return callee.type === 'Identifier' && /^_?(?:jsxs?|jsxDEV|h|createElement)$/.test(callee.name);
}

/** `make(tag, attributes, ...)`: the tag in words, or the name of what renders it. */
function asElement(tag: string | null, attributes: Ast.Node, scope: Scope): MarkupCalled {
  const isNone = attributes.type === 'Literal' && attributes.value === null;
  if (isNone) return tag === 'slot' ? { slots: [''], parts: [] } : NOTHING;
  if (attributes.type !== 'ObjectExpression') return NOTHING;
  if (tag !== null && !/^[a-z][\w.-]*$/.test(tag)) return NOTHING;
  const name = entryOf(attributes, 'name');
  const part = entryOf(attributes, 'part');
  const forwarded = entryOf(attributes, 'exportparts') ?? entryOf(attributes, 'exportParts');
  return {
    slots: tag !== 'slot' ? [] : name ? alternatives(name, scope) : [''],
    parts: [
      ...words(part, scope),
      ...(forwarded ? alternatives(forwarded, scope).flatMap(partsPassedOn) : []),
    ],
  };
}

/** `tag('slot')`, where the function makes an element of the name it is given. */
function makesElement({ callee }: Ast.CallExpression, scope: Scope): boolean {
  const maker = callee.type === 'Identifier' ? callableOf(callee, scope) : null;
  const [parameter] = maker?.node.params ?? [];
  if (!maker || parameter?.type !== 'Identifier') return false;
  return within('call', maker.node, maker.scope.module.program).some((call) => {
    const [given] = call.arguments;
    const isMade = calledMethod(call) === 'createElement' && given?.type === 'Identifier';
    return isMade && given.name === parameter.name;
  });
}

/** A slot made by hand, with the name it is given in the same function; without one when it is given none. */
function made(node: Ast.CallExpression, scope: Scope): MarkupCalled {
  const { program, source } = scope.module;
  const around = functionsAround(node, program).at(-1) ?? program;
  const text = (one: Ast.Node) => source.slice(one.start, one.end);
  let holder: Ast.Node | null = null;
  const named: { of: string; value: Ast.Node }[] = [];
  walk(around, (inner) => {
    if (inner.type === 'VariableDeclarator' && inner.init && unwrap(inner.init) === node) holder = inner.id;
    if (inner.type === 'AssignmentExpression') {
      const { left, right } = inner;
      if (unwrap(right) === node) holder = left;
      else if (left.type === 'MemberExpression' && !left.computed && calledName(left) === 'name')
        named.push({ of: text(left.object), value: right });
    }
    const setting = inner.type === 'CallExpression' ? attributeSet(inner) : null;
    if (setting && wordOf(setting.key) === 'name') named.push({ of: text(setting.of), value: setting.value });
    return true;
  });
  const held = holder === null ? null : text(holder);
  const names = named.filter(({ of }) => of === held);
  return {
    slots: names.length > 0 ? names.flatMap(({ value }) => alternatives(value, scope)) : [''],
    parts: [],
  };
}

/** `slot.setAttribute('name', name)`, or by a function that is handed the element: `set(slot, 'name', name)`. */
function attributeSet(call: Ast.CallExpression): { of: Ast.Node; key: Ast.Node; value: Ast.Node } | null {
  const { callee, arguments: given } = call;
  const isMethod = callee.type === 'MemberExpression' && calledMethod(call) === 'setAttribute';
  const [of, key, value] = isMethod ? [callee.object, ...given] : given;
  const isHanded = callee.type === 'Identifier' && given.length === 3;
  return of && key && value && (isMethod || isHanded) ? { of, key, value } : null;
}

function calledMethod({ callee }: Ast.CallExpression): string | null {
  return callee.type === 'MemberExpression' && !callee.computed && callee.property.type === 'Identifier'
    ? callee.property.name
    : null;
}

/** `element.part.add(...)` */
function isPartList(callee: Ast.Node): boolean {
  return (
    callee.type === 'MemberExpression' &&
    callee.object.type === 'MemberExpression' &&
    callee.object.property.type === 'Identifier' &&
    callee.object.property.name === 'part'
  );
}

/** A string that is written out. */
function wordOf(node: Ast.Node): string | null {
  if (node.type === 'Literal') return typeof node.value === 'string' ? node.value : null;
  return node.type === 'TemplateLiteral' && node.expressions.length === 0
    ? (node.quasis[0]?.value.cooked ?? null)
    : null;
}

function words(node: Ast.Node | null | undefined, scope: Scope): string[] {
  return node ? partTexts(node, scope).flatMap(partsIn) : [];
}
