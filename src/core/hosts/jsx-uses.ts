/** Uses of elements in JSX, and in calls of createElement; shared by the hosts that write JSX. */

import { LineMap } from '../findings/lines.js';
import { type Ast, parseModule, walk } from '../survey/parse.js';
import { domUses } from './dom-uses.js';
import { calledName, type Names, namesIn, sketchOf } from './sketch.js';
import type { ElementUse, HostUses, ItemUse, SourceText, ValueSketch } from './uses.js';

export interface JsxDialect {
  /** The profile's form for a handler written under this name, or null when the name is no handler's. */
  handlerForm(name: string): string | null;
  /** The profile's form for a value written under a name. */
  valueForm(name: string): string;
  /** The element's own name within a name as written: `level` in `prop:level`. The name itself when left out. */
  nameWithin?(written: string): string;
  /** Names that the host itself takes and never hands to the element. */
  isHostName(name: string): boolean;
}

/** Values as attributes, handlers as `onName` or `onname`; but for the host's own names. */
export function propDialect(ownNames: ReadonlySet<string>): JsxDialect {
  return {
    handlerForm: (name) => (/^on[A-Z]/.test(name) ? 'on-pascal' : /^on[a-z]/.test(name) ? 'on-name' : null),
    valueForm: () => 'prop',
    isHostName: (name) => ownNames.has(name),
  };
}

/** Reads one module. What the parser cannot read becomes a finding; the rest is still read. */
export function jsxUses(source: SourceText, dialect: JsxDialect): HostUses {
  const { program, errors } = parseModule(source.file, source.text);
  const lines = new LineMap(source.text);
  const names = namesIn(program);
  const references = new Map<string, string>();
  const uses: ElementUse[] = [];
  const imports: string[] = [];
  walk(program, (node) => {
    const specifier = importedBy(node);
    if (specifier !== null) imports.push(specifier);
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
  const fromScript = domUses(program, names, { references, ids: new Map() });
  return {
    uses: [...uses, ...fromScript],
    imports,
    findings: errors.slice(0, 1).map((error) => ({
      code: 'source-syntax',
      level: 'error',
      place: lines.place(source.file, error.start, error.end),
      message: `${source.file}: cannot be read as a module: ${error.message}.`,
      cure: 'Mend the syntax; what could be read of the file was checked.',
    })),
  };
}

/** The specifier that a node imports, or null. */
export function importedBy(node: Ast.Node): string | null {
  switch (node.type) {
    case 'ImportDeclaration':
    case 'ExportAllDeclaration':
      return node.source.value;
    case 'ExportNamedDeclaration':
      return node.source?.value ?? null;
    case 'ImportExpression':
      return node.source.type === 'Literal' && typeof node.source.value === 'string'
        ? node.source.value
        : null;
    case 'CallExpression': {
      const [first] = node.arguments;
      const isRequire = node.callee.type === 'Identifier' && node.callee.name === 'require';
      return isRequire && first?.type === 'Literal' && typeof first.value === 'string' ? first.value : null;
    }
    default:
      return null;
  }
}

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
  if (node.type !== 'ObjectExpression') return [];
  return node.properties.flatMap((property) => {
    if (property.type !== 'Property' || property.computed) return [];
    const { key } = property;
    const name = key.type === 'Identifier' ? key.name : key.type === 'Literal' ? String(key.value) : null;
    const item = name === null ? null : itemFor(name, key, sketchOf(property.value, names), dialect);
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
    return {
      kind: 'slot',
      name: value,
      form: 'child',
      range: { start: start + 1, end: end - 1 },
      value: { kind: 'string', literal: value },
    };
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
