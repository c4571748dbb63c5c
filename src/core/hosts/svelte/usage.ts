/** Svelte components -> element uses: the markup, and the DOM calls of the scripts. */

import { type AST, parse } from 'svelte/compiler';
import { type Ast, childrenOf } from '../../survey/syntax/parse.js';
import { domUses } from '../dom-uses.js';
import { readScript, resultOf, syntaxFinding, usesInScript, usesOf } from '../scripts.js';
import { hiding, joined, type Keepers, type Names, sketchOf } from '../sketch.js';
import type { ElementUse, HostUses, ItemUse, Range, SourceText, ValueSketch } from '../uses.js';
import { slotItem } from '../uses.js';

const KEEPERS: Keepers = { $state: 'name', raw: 'name', $derived: 'name', by: 'name' };

/** Attributes that the host takes for itself on every element. */
const OWN_NAMES = new Set(['class', 'style']);

type MarkupNode = AST.Fragment['nodes'][number];
type ElementNode = AST.ElementLike;

/** Reads one file: a component, or a script. Never throws on any text. */
export function usesIn(source: SourceText): HostUses {
  if (!source.file.endsWith('.svelte')) return usesInScript(source, KEEPERS);
  let root: AST.Root;
  try {
    root = parse(source.text, { modern: true, loose: true });
  } catch (error) {
    return { uses: [], imports: [], findings: [unreadable(source, error)] };
  }
  const scripts = [root.module, root.instance].flatMap((one) => {
    if (!one) return [];
    const isTyped = one.attributes.some((attribute) => attribute.name === 'lang');
    // The tags around the script are no part of its program.
    const { start, end } = one.content as unknown as Range;
    return [readScript(source, KEEPERS, { start, end, language: isTyped ? 'ts' : 'js' })];
  });
  const names = joined(scripts.map((one) => one.names));
  const markup = new Markup();
  markup.readAll(root.fragment.nodes, names);
  const heldBy = (node: Ast.Node) => (node.type === 'Identifier' ? markup.bound.get(node.name) : null);
  const uses = [
    ...markup.uses,
    ...markup.handlers.flatMap((one) => domUses(one, names, { heldBy })),
    ...scripts.flatMap((one) => usesOf(one, { heldBy })),
  ];
  return { ...resultOf(scripts), uses };
}

function unreadable(source: SourceText, error: unknown) {
  const { message, position } = error as Error & { position?: [number, number] };
  const [start, end] = position ?? [0, 0];
  const [first = ''] = message.split('\n');
  // The compiler's own faults on unfinished markup have no place and say nothing of it.
  return syntaxFinding(source, { start, end }, position ? first : 'the markup is not well formed');
}

/** Walks the markup and collects what it does with elements. */
class Markup {
  readonly uses: ElementUse[] = [];
  /** Tags by the name that is bound to their element. */
  readonly bound = new Map<string, string>();
  /** Expressions of the markup, which may reach for elements. */
  readonly handlers: Ast.Node[] = [];

  readAll(nodes: readonly MarkupNode[], names: Names): void {
    for (const node of nodes) this.#read(node, names);
  }

  #read(node: MarkupNode, names: Names): void {
    switch (node.type) {
      case 'IfBlock':
        this.#readFragments([node.consequent, node.alternate], names);
        break;
      case 'EachBlock': {
        const hidden = [...namesIn(node.context), ...(node.index ? [node.index] : [])];
        this.#readFragments([node.body], hiding(names, hidden));
        this.#readFragments([node.fallback], names);
        break;
      }
      case 'AwaitBlock':
        this.#readFragments([node.pending], names);
        this.#readFragments([node.then], hiding(names, namesIn(node.value)));
        this.#readFragments([node.catch], hiding(names, namesIn(node.error)));
        break;
      case 'KeyBlock':
        this.#readFragments([node.fragment], names);
        break;
      case 'SnippetBlock':
        this.#readFragments([node.body], hiding(names, node.parameters.flatMap(namesIn)));
        break;
      default:
        if ('fragment' in node) this.#readElement(node, names);
    }
  }

  #readFragments(fragments: readonly (AST.Fragment | null | undefined)[], names: Names): void {
    for (const one of fragments) if (one) this.readAll(one.nodes, names);
  }

  #readElement(node: ElementNode, around: Names): void {
    const hidden = [
      ...node.attributes.flatMap((one) => (one.type === 'LetDirective' ? letNames(one) : [])),
      ...node.fragment.nodes.flatMap((one) => (one.type === 'ConstTag' ? namesIn(one.declaration) : [])),
    ];
    const names = hiding(around, hidden);
    const tag = tagOf(node);
    if (tag?.includes('-')) {
      const range = { start: node.start + 1, end: node.start + 1 + tag.length };
      const items = node.attributes.flatMap((one) => itemsOf(one, names));
      this.uses.push({ tag, range, items: [...items, ...slotsIn(node)] });
    }
    for (const attribute of node.attributes) this.#noteExpressions(attribute, tag);
    this.readAll(node.fragment.nodes, names);
  }

  #noteExpressions(attribute: ElementNode['attributes'][number], tag: string | null): void {
    if (attribute.type === 'BindDirective' && attribute.name === 'this') {
      const target = attribute.expression;
      if (target.type === 'Identifier' && tag?.includes('-')) this.bound.set(target.name, tag);
    }
    if (attribute.type === 'OnDirective' && attribute.expression)
      this.handlers.push(attribute.expression as Ast.Node);
    const expression = attribute.type === 'Attribute' ? expressionOf(attribute.value) : null;
    if (expression) this.handlers.push(expression);
  }
}

/** The tag that is written, also by `<svelte:element this="...">`. */
function tagOf(node: ElementNode): string | null {
  if (node.type === 'RegularElement') return node.name;
  if (node.type !== 'SvelteElement' || node.tag.type !== 'Literal') return null;
  return typeof node.tag.value === 'string' ? node.tag.value : null;
}

function letNames(directive: AST.LetDirective): string[] {
  return directive.expression ? namesIn(directive.expression) : [directive.name];
}

/** The identifiers in a pattern or a declaration. */
function namesIn(node: unknown): string[] {
  if (!node) return [];
  const one = node as Ast.Node;
  return one.type === 'Identifier' ? [one.name] : childrenOf(one).flatMap(namesIn);
}

function itemsOf(attribute: ElementNode['attributes'][number], names: Names): ItemUse[] {
  switch (attribute.type) {
    case 'Attribute': {
      const { name, value } = attribute;
      if (OWN_NAMES.has(name)) return [];
      const range = { start: nameStart(attribute), end: nameStart(attribute) + name.length };
      const sketch = sketchOfValue(value, names);
      const isHandler = name.startsWith('on') && (sketch.kind === 'function' || sketch.kind === 'unknown');
      if (isHandler) return [{ kind: 'handler', name, form: 'on-name', range, value: sketch }];
      return [{ kind: 'value', name, form: 'attribute', range, value: sketch }];
    }
    case 'OnDirective': {
      const range = { start: attribute.start, end: attribute.start + 'on:'.length + attribute.name.length };
      const name = `on:${attribute.name}`;
      return [{ kind: 'handler', name, form: 'on-directive', range, value: { kind: 'function' } }];
    }
    case 'BindDirective': {
      if (attribute.name === 'this') return [];
      const range = { start: attribute.start, end: attribute.start + 'bind:'.length + attribute.name.length };
      return [{ kind: 'pair', name: attribute.name, form: 'bind', range, value: { kind: 'unknown' } }];
    }
    default:
      return [];
  }
}

/** Where an attribute's name starts: behind the brace of `{readings}`. */
function nameStart({ start, value, name }: AST.Attribute): number {
  const expression = expressionOf(value);
  const isShort =
    expression?.type === 'Identifier' && expression.name === name && expression.start <= start + 1;
  return isShort ? expression.start : start;
}

/** The one expression that an attribute's value is, or null. */
function expressionOf(value: AST.Attribute['value']): Ast.Node | null {
  if (value === true) return null;
  const tag = Array.isArray(value) ? (value.length === 1 ? value[0] : undefined) : value;
  return tag?.type === 'ExpressionTag' ? (tag.expression as unknown as Ast.Node) : null;
}

function sketchOfValue(value: AST.Attribute['value'], names: Names): ValueSketch {
  if (value === true) return { kind: 'boolean', literal: true };
  const expression = expressionOf(value);
  if (expression) return sketchOf(expression, names);
  const parts = Array.isArray(value) ? value : [];
  const isText = parts.every((one) => one.type === 'Text');
  return isText
    ? { kind: 'string', literal: parts.map((one) => ('data' in one ? one.data : '')).join('') }
    : { kind: 'string' };
}

/** `<p slot="legend">` right below an element. */
function slotsIn({ fragment }: ElementNode): ItemUse[] {
  return fragment.nodes.flatMap((child): ItemUse[] => {
    if (child.type !== 'RegularElement') return [];
    const slot = child.attributes.find((one) => one.type === 'Attribute' && one.name === 'slot');
    const [text] = slot?.type === 'Attribute' && Array.isArray(slot.value) ? slot.value : [];
    if (text?.type !== 'Text') return [];
    return [slotItem(text.data, { start: text.start, end: text.end })];
  });
}
