/** Uses of elements in JSX, and in calls of createElement; shared by the hosts that write JSX. */

import { type Ast, walk } from '../survey/syntax/parse.js';
import { domUses } from './dom-uses.js';
import { readScript } from './scripts.js';
import { calledName, entriesOf, type Keepers, type Names, sketchOf } from './sketch.js';
import {
  type ElementUse,
  type HostUses,
  type ItemUse,
  type SourceText,
  slotItem,
  type ValueSketch,
} from './uses.js';

export interface JsxDialect {
  /** The profile's form for a handler written under this name, or null when the name is no handler's. */
  handlerForm(name: string): string | null;
  /** The profile's form for a value written under a name. */
  valueForm(name: string): string;
  /** The element's own name within a name as written: `level` in `prop:level`. The name itself when left out. */
  nameWithin?(written: string): string;
  /** Names that the host itself takes and never hands to the element. */
  isHostName(name: string): boolean;
  keepers: Keepers;
}

/** Hooks that keep a value. */
const HOOKS: Keepers = {
  useState: 'name',
  useMemo: 'name',
  useDeferredValue: 'name',
  useOptimistic: 'name',
};

/** Values as attributes, handlers as `onName` or `onname`; but for the host's own names. */
export function propDialect(ownNames: ReadonlySet<string>): JsxDialect {
  return {
    handlerForm: (name) => (/^on[A-Z]/.test(name) ? 'on-pascal' : /^on[a-z]/.test(name) ? 'on-name' : null),
    valueForm: () => 'prop',
    isHostName: (name) => ownNames.has(name),
    keepers: HOOKS,
  };
}

/** Reads one module. What the parser cannot read becomes a finding; the rest is still read. */
export function jsxUses(source: SourceText, dialect: JsxDialect): HostUses {
  const { program, names, imports, findings } = readScript(source, dialect.keepers);
  const references = new Map<string, string>();
  const uses: ElementUse[] = [];
  walk(program, (node) => {
    if (node.type === 'JSXElement') {
      const use = jsxUse(node, names, dialect);
      if (use) uses.push(use);
      noteReference(node, references);
    }
    if (node.type === 'CallExpression') {
      const use = createElementUse(node, names, dialect);
      if (use) uses.push(use);
    }
    return true;
  });
  const heldBy = (node: Ast.Node) => {
    const isCurrent = node.type === 'MemberExpression' && nameOf(node.property) === 'current';
    return isCurrent ? references.get(nameOf(node.object)) : null;
  };
  return { uses: [...uses, ...domUses(program, names, { heldBy })], imports, findings };
}

const nameOf = (node: Ast.Node) => (node.type === 'Identifier' ? node.name : '');

function jsxUse(node: Ast.JSXElement, names: Names, dialect: JsxDialect): ElementUse | null {
  const { name } = node.openingElement;
  if (name.type !== 'JSXIdentifier' || !name.name.includes('-')) return null;
  const items: ItemUse[] = [];
  for (const attribute of node.openingElement.attributes) {
    if (attribute.type === 'JSXSpreadAttribute') {
      items.push(...objectItems(attribute.argument, names, dialect));
      continue;
    }
    const written =
      attribute.name.type === 'JSXIdentifier'
        ? attribute.name.name
        : `${attribute.name.namespace.name}:${attribute.name.name.name}`;
    const item = itemFor(written, attribute.name, jsxValue(attribute.value, names), dialect);
    if (item) items.push(item);
  }
  for (const child of node.children) {
    const slot = child.type === 'JSXElement' ? slotOf(child) : null;
    if (slot) items.push(slot);
  }
  return { tag: name.name, range: { start: name.start, end: name.end }, items };
}

function jsxValue(value: Ast.JSXAttributeValue | null, names: Names): ValueSketch {
  if (value === null) return { kind: 'boolean', literal: true };
  if (value.type === 'Literal') return { kind: 'string', literal: String(value.value) };
  if (value.type === 'JSXExpressionContainer' && value.expression.type !== 'JSXEmptyExpression') {
    return sketchOf(value.expression, names);
  }
  return { kind: 'object' };
}

function itemFor(name: string, place: Ast.Node, value: ValueSketch, dialect: JsxDialect): ItemUse | null {
  if (dialect.isHostName(name)) return null;
  const range = { start: place.start, end: place.end };
  const handler = dialect.handlerForm(name);
  const hears = handler !== null && (value.kind === 'function' || value.kind === 'unknown');
  if (hears) return { kind: 'handler', name, form: handler, range, value };
  const own = dialect.nameWithin?.(name) ?? name;
  return { kind: 'value', name: own, form: dialect.valueForm(name), range, value };
}

function objectItems(node: Ast.Node, names: Names, dialect: JsxDialect): ItemUse[] {
  return entriesOf(node).flatMap(({ name, key, value }) => {
    const item = itemFor(name, key, sketchOf(value, names), dialect);
    return item ? [item] : [];
  });
}

function createElementUse(node: Ast.CallExpression, names: Names, dialect: JsxDialect): ElementUse | null {
  if (calledName(node) !== 'createElement' || isDomCall(node)) return null;
  const [tag, props] = node.arguments;
  if (tag?.type !== 'Literal' || typeof tag.value !== 'string' || !tag.value.includes('-')) return null;
  const items = props ? objectItems(props, names, dialect) : [];
  return { tag: tag.value, range: { start: tag.start, end: tag.end }, items };
}

function isDomCall(node: Ast.CallExpression): boolean {
  return (
    node.callee.type === 'MemberExpression' &&
    node.callee.object.type === 'Identifier' &&
    node.callee.object.name === 'document'
  );
}

/** `<p slot="legend">` right below an element. */
function slotOf(child: Ast.JSXElement): ItemUse | null {
  for (const attribute of child.openingElement.attributes) {
    if (
      attribute.type !== 'JSXAttribute' ||
      attribute.name.type !== 'JSXIdentifier' ||
      attribute.name.name !== 'slot'
    )
      continue;
    if (attribute.value?.type !== 'Literal' || typeof attribute.value.value !== 'string') return null;
    const { start, end, value } = attribute.value;
    return slotItem(value, { start: start + 1, end: end - 1 });
  }
  return null;
}

/** `ref={gauge}` on an element: from then on `gauge.current` is that element. */
function noteReference(node: Ast.JSXElement, references: Map<string, string>): void {
  const { name, attributes } = node.openingElement;
  if (name.type !== 'JSXIdentifier' || !name.name.includes('-')) return;
  for (const attribute of attributes) {
    if (
      attribute.type !== 'JSXAttribute' ||
      attribute.name.type !== 'JSXIdentifier' ||
      attribute.name.name !== 'ref'
    )
      continue;
    const { value } = attribute;
    if (value?.type === 'JSXExpressionContainer' && value.expression.type === 'Identifier') {
      references.set(value.expression.name, name.name);
    }
  }
}
