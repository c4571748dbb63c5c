/** Uses of elements by DOM calls in a script: properties set, attributes set, listeners added. */

import type { Ast } from '../survey/syntax/parse.js';
import { walk } from '../survey/syntax/parse.js';
import { calledName, type Names, sketchOf } from './sketch.js';
import type { ElementUse, ItemUse, ValueSketch } from './uses.js';

/** How a script came by its elements, beyond what its own text says. */
export interface ElementNames {
  /** The tag of the element that an expression gives by the host's own way of holding elements, or null. */
  heldBy?(node: Ast.Node): string | null | undefined;
  /** Tags by the id their element has in the page. */
  ids?: ReadonlyMap<string, string>;
}

/** The uses that DOM calls of a program make; one for each statement that names an element. */
export function domUses(program: Ast.Node, names: Names, known: ElementNames = {}): ElementUse[] {
  const uses: ElementUse[] = [];
  const add = (tag: string, range: Ast.Node, item: ItemUse, isShared = false) => {
    uses.push({
      tag,
      range: { start: range.start, end: range.end },
      items: [item],
      ...(isShared ? { isShared } : {}),
    });
  };
  walk(program, (node) => {
    if (
      node.type === 'AssignmentExpression' &&
      node.left.type === 'MemberExpression' &&
      !node.left.computed
    ) {
      const { object, property } = node.left;
      const tag = property.type === 'Identifier' ? tagOf(object, names, known) : null;
      if (tag !== null && property.type === 'Identifier') {
        add(tag, object, {
          kind: 'value',
          name: property.name,
          form: 'dom',
          range: { start: property.start, end: property.end },
          value: sketchOf(node.right, names),
        });
      }
    }
    if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression') {
      const item = calledItem(node, names);
      const tag = item && tagOf(node.callee.object, names, known);
      if (item && tag) add(tag, node.callee.object, item, calledName(node) === 'toggleAttribute');
    }
    return true;
  });
  return uses;
}

/** `addEventListener('name', ...)`, `setAttribute('name', ...)` and `toggleAttribute('name')`. */
function calledItem(node: Ast.CallExpression, names: Names): ItemUse | null {
  const method = calledName(node);
  const [first, second] = node.arguments;
  if (first?.type !== 'Literal' || typeof first.value !== 'string') return null;
  const item = { name: first.value, range: { start: first.start + 1, end: first.end - 1 } };
  const value = second && sketchOf(second, names);
  if (method === 'toggleAttribute') {
    // It writes no text, or takes the attribute away.
    const isOff = value?.literal === false;
    const written: ValueSketch = isOff ? { kind: 'unknown' } : { kind: 'string', literal: '' };
    return { kind: 'value', form: 'dom-attribute', ...item, value: written };
  }
  if (!value) return null;
  if (method === 'addEventListener') return { kind: 'handler', form: 'dom', ...item, value };
  return method === 'setAttribute' ? { kind: 'value', form: 'dom-attribute', ...item, value } : null;
}

/** The tag of the element an expression gives, or null. */
function tagOf(node: Ast.Node, names: Names, known: ElementNames, depth = 0): string | null {
  if (depth > 6) return null;
  const inner = (next: Ast.Node) => tagOf(next, names, known, depth + 1);
  const held = known.heldBy?.(node);
  if (held) return held;
  switch (node.type) {
    case 'TSAsExpression':
    case 'TSNonNullExpression':
    case 'ParenthesizedExpression':
    case 'ChainExpression':
      return inner(node.expression);
    case 'Identifier': {
      const init = names.get(node.name);
      return init ? inner(init) : null;
    }
    case 'CallExpression':
      return tagOfCall(node, known);
    default:
      return null;
  }
}

function tagOfCall(node: Ast.CallExpression, known: ElementNames): string | null {
  const [first] = node.arguments;
  if (first?.type !== 'Literal' || typeof first.value !== 'string') return null;
  switch (calledName(node)) {
    case 'querySelector':
    case 'closest':
      return tagOfSelector(first.value);
    case 'createElement':
      return node.callee.type === 'MemberExpression' && first.value.includes('-')
        ? first.value.toLowerCase()
        : null;
    case 'getElementById':
      return known.ids?.get(first.value) ?? null;
    default:
      return null;
  }
}

/** The type selector of the last compound of a selector: `main > tide-gauge.big` -> `tide-gauge`. */
function tagOfSelector(selector: string): string | null {
  const match = /(?:^|[\s>+~])([a-z][a-z0-9]*-[\w-]*)[^\s>+~,]*$/i.exec(selector.trim());
  return match?.[1]?.toLowerCase() ?? null;
}
