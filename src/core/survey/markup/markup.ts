/** Slots, parts, CSS custom properties and states, from templates, style sheets and JSX in the source. */

import type { ContractNamed } from '../../contract/types.js';
import type { Piece, Reach } from '../classes/reach.js';
import { inPiece } from '../classes/reach.js';
import { placeIn } from '../evidence/evidence.js';
import { alternatives } from '../folding/alternatives.js';
import { fold } from '../folding/fold.js';
import { asString } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { scopesHanded } from './handed.js';
import { markupCalled, partsPassedOn } from './markup-calls.js';
import { partsIn, partTexts } from './part-names.js';
import { HOLE, textsOf } from './texts.js';

export interface MarkupEvidence {
  slots: ContractNamed[];
  cssParts: ContractNamed[];
  cssProperties: ContractNamed[];
  cssStates: ContractNamed[];
  /** Names of slots of which a part is only known at run time, with `*` for that: `date-*`. */
  slotPatterns: ContractNamed[];
  /** Attributes of the element that its rules ask for: `:host([compact])`. */
  styledAttributes: ContractNamed[];
}

/** Reads all markup and CSS in the pieces of code that belong to a class. */
export function markupIn({ pieces, sheets }: Reach, graph: ModuleGraph): MarkupEvidence {
  const lists: Lists = {
    slots: new Map(),
    cssParts: new Map(),
    cssProperties: new Map(),
    cssStates: new Map(),
    slotPatterns: new Map(),
    styledAttributes: new Map(),
  };
  const defined = new Set<string>();
  const onHost = new Set<string>();
  const styles: Styles = { defined, onHost };
  for (const piece of pieces) {
    const adder = (node: Ast.Node) => addTo(() => placeIn(piece.module, node));
    const scope: Scope = { graph, module: piece.module };
    for (const node of inPiece('text', piece))
      for (const text of textsOf(node, scope)) readText(text, adder(node), lists, styles);
    for (const node of inPiece('jsx', piece))
      for (const one of scopesOfJsx(node, scope)) readJsx(node, one, adder(node), lists);
    for (const node of inPiece('call', piece)) {
      for (const called of markupCalled(node, scope)) {
        for (const name of called.slots) adder(node)(lists.slots, name);
        for (const name of called.parts) adder(node)(lists.cssParts, name);
      }
      const state = addedState(node, piece, graph);
      if (state !== null) adder(node)(lists.cssStates, state);
    }
  }
  for (const sheet of sheets)
    readText(
      sheet.text,
      addTo(() => `${sheet.label}:1`),
      lists,
      styles,
    );
  for (const name of defined) if (!onHost.has(name)) lists.cssProperties.delete(name);
  return {
    slots: [...lists.slots.values()],
    cssParts: [...lists.cssParts.values()],
    cssProperties: [...lists.cssProperties.values()],
    cssStates: [...lists.cssStates.values()],
    slotPatterns: [...lists.slotPatterns.values()],
    styledAttributes: [...lists.styledAttributes.values()],
  };
}

function addTo(at: () => string): Add {
  return (list, name) => {
    // A leading underscore marks what is nobody else's business, and a hyphen at the end waits for the rest of a name.
    if (!name.includes(HOLE) && !/^--(?:_|.*-$)/.test(name) && !list.has(name))
      list.set(name, { name, at: at() });
  };
}

type Lists = Record<keyof MarkupEvidence, Map<string, ContractNamed>>;
const LONGEST_FALLBACK = 80;

/** The fallback of a `var()` from an offset on, up to the parenthesis that closes it. */
function fallbackAt(css: string, start: number): string {
  let depth = 1;
  let end = start;
  for (; end < css.length && end - start < 400; end += 1) {
    if (css[end] === '(') depth += 1;
    if (css[end] === ')') depth -= 1;
    if (depth === 0) break;
  }
  const text = css.slice(start, end).replaceAll(HOLE, '...').replaceAll(/\s+/g, ' ').trim();
  return text.length > LONGEST_FALLBACK ? `${text.slice(0, LONGEST_FALLBACK - 3)}...` : text;
}

interface Styles {
  /** Custom properties that some rule gives a value. */
  defined: Set<string>;
  /** Those that a rule for the element itself does. */
  onHost: Set<string>;
}

/** Tells of declarations, at offsets that grow, whether they stand in a rule for `:host`. */
function hostRules(css: string): (at: number) => boolean {
  const marks = /[{};]/g;
  let isHost = false;
  let next = marks.exec(css);
  let after = 0;
  return (at) => {
    for (; next !== null && next.index <= at; next = marks.exec(css)) {
      if (next[0] === '{') isHost = isHostSelector(css.slice(after, next.index));
      after = next.index + 1;
    }
    return isHost;
  };
}

/** Of a sheet that is a module's text, what stands before the template is none of the first selector. */
const isHostSelector = (selectors: string) =>
  /^:host(?:\([^()]*(?:\([^()]*\)[^()]*)*\)|-context\([^()]*\))*$/.test(
    selectors
      .slice(selectors.lastIndexOf('`') + 1)
      .split(',')[0]
      ?.trim() ?? '',
  );

type Add = (list: Map<string, ContractNamed>, name: string) => void;

/**
 * Reads one piece of markup or CSS. Templates are fragments with holes, not documents, so tags and declarations
 * are found by their shape rather than parsed as a whole.
 */
function readText(text: string, add: Add, lists: Lists, styles: Styles): void {
  for (const match of text.matchAll(/<slot(?=[\s/>])((?:[^>"']|"[^"]*"|'[^']*')*)>/gi)) {
    const name = attributeIn(match[1] ?? '', 'name') ?? '';
    if (name.includes(HOLE)) add(lists.slotPatterns, name.replaceAll(HOLE, '*'));
    else add(lists.slots, name);
  }
  // A tag may be a hole itself.
  for (const match of text
    .replaceAll(`<${HOLE}`, '<x')
    .matchAll(/<[a-z][\w-]*(?=\s)((?:[^>"']|"[^"]*"|'[^']*')*)>/gi)) {
    const attributes = match[1] ?? '';
    for (const name of partsIn(attributeIn(attributes, 'part') ?? '')) add(lists.cssParts, name);
    for (const name of partsPassedOn(attributeIn(attributes, 'exportparts') ?? '')) add(lists.cssParts, name);
  }
  const css = text.replaceAll(/\/\*[\s\S]*?\*\//g, (comment) => ' '.repeat(comment.length));
  for (const match of css.matchAll(/var\(\s*(--[a-zA-Z][\w-]*)\s*(,)?/g)) {
    const name = match[1] ?? '';
    add(lists.cssProperties, name);
    const entry = lists.cssProperties.get(name);
    if (match[2] && entry && entry.default === undefined)
      entry.default = fallbackAt(css, match.index + match[0].length);
  }
  const isInHostRule = hostRules(css);
  for (const match of css.matchAll(/(?<=^|[{;\s])(--[a-zA-Z][\w-]*)\s*:/g)) {
    const name = match[1] ?? '';
    styles.defined.add(name);
    if (!isInHostRule(match.index)) continue;
    // What the element sets on itself, a page's rule for the element sets otherwise.
    styles.onHost.add(name);
    add(lists.cssProperties, name);
  }
  for (const [, asked = ''] of css.matchAll(/:host\(((?:[^()]|\([^()]*\)){1,200})\)/g))
    for (const [, name = ''] of asked.matchAll(/\[([a-zA-Z][\w-]*)/g))
      add(lists.styledAttributes, name.toLowerCase());
  for (const match of text.matchAll(/:state\(\s*([\w-]+)\s*\)/g)) add(lists.cssStates, match[1] ?? '');
}

function attributeIn(attributes: string, name: string): string | null {
  const match = new RegExp(`(?:^|\\s)${name}\\s*=\\s*(?:"([^"]*)"|'([^']*)'|([^\\s"'>]+))`, 'i').exec(
    attributes,
  );
  return match ? (match[1] ?? match[2] ?? match[3] ?? '') : null;
}

/** An element in JSX that names a slot or parts by what it is handed is read for each. */
function scopesOfJsx(node: Ast.JSXOpeningElement, scope: Scope): Scope[] {
  const isNamed = node.attributes.some(
    (one) =>
      one.type === 'JSXAttribute' &&
      one.value?.type === 'JSXExpressionContainer' &&
      one.name.type === 'JSXIdentifier' &&
      /^(?:name|part|exportparts)$/i.test(one.name.name),
  );
  return isNamed ? scopesHanded(node, scope) : [scope];
}

function readJsx(node: Ast.JSXOpeningElement, scope: Scope, add: Add, lists: Lists): void {
  /** What an attribute may be, or null without one. */
  const given = (name: string, read = alternatives): string[] | null => {
    for (const attribute of node.attributes) {
      if (attribute.type !== 'JSXAttribute' || attribute.name.type !== 'JSXIdentifier') continue;
      if (attribute.name.name.toLowerCase() !== name) continue;
      const { value } = attribute;
      if (value?.type === 'Literal') return [String(value.value)];
      const isKnown =
        value?.type === 'JSXExpressionContainer' && value.expression.type !== 'JSXEmptyExpression';
      return isKnown ? read(value.expression, scope) : [];
    }
    return null;
  };
  if (node.name.type === 'JSXIdentifier' && node.name.name === 'slot')
    for (const name of given('name') ?? ['']) add(lists.slots, name);
  for (const name of (given('part', partTexts) ?? []).flatMap(partsIn)) add(lists.cssParts, name);
  for (const name of (given('exportparts') ?? []).flatMap(partsPassedOn)) add(lists.cssParts, name);
}

/** `internals.states.add('open')`. */
function addedState(node: Ast.CallExpression, piece: Piece, graph: ModuleGraph): string | null {
  const { callee } = node;
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return null;
  if (callee.property.name !== 'add' || callee.object.type !== 'MemberExpression') return null;
  const { property } = callee.object;
  if (property.type !== 'Identifier' || property.name !== 'states') return null;
  const [argument] = node.arguments;
  return argument ? asString(fold(argument, { graph, module: piece.module })) : null;
}
