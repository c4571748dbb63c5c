/** Vue single-file components -> element uses: the template, and the DOM calls of the scripts. */

import {
  type AttributeNode,
  type CompilerError,
  type DirectiveNode,
  type ElementNode,
  NodeTypes,
  parse,
  type RootNode,
  type TemplateChildNode,
} from '@vue/compiler-dom';
import { isNamedAfter } from '../../emit/names.js';
import type { Finding } from '../../findings/types.js';
import type { Ast } from '../../survey/syntax/parse.js';
import { domUses } from '../dom-uses.js';
import { readScript, resultOf, type ScriptPlace, syntaxFinding, usesOf } from '../scripts.js';
import {
  calledName,
  entriesOf,
  hiding,
  joined,
  type Keepers,
  type Names,
  parseExpression,
  sketchOf,
  sketchOfText,
} from '../sketch.js';
import type { ElementUse, HostUses, ItemUse, Range, SourceText, ValueSketch } from '../uses.js';
import { shifted, slotItem } from '../uses.js';
import { componentNames, optionNames, registeredComponents } from './scope.js';

const KEEPERS: Keepers = {
  ref: 'name',
  shallowRef: 'name',
  reactive: 'name',
  shallowReactive: 'name',
  computed: 'name',
};

/** What the host takes for itself on every element. */
const OWN_NAMES = new Set(['key', 'ref', 'is', 'class', 'style']);

/** Tags with a hyphen that are components of the host everywhere. */
const OWN_TAGS = ['keep-alive', 'transition-group'];

/**
 * What the host's parser makes of a file. It throws where a directive without a name has modifiers, `v-.lazy`, once it has
 * told of that; the rest of the file is read as if there were an attribute.
 */
function parsed(text: string, tell: (range: Range, message: string) => void): RootNode {
  const onError = ({ loc, message }: CompilerError) =>
    tell({ start: loc?.start.offset ?? 0, end: loc?.end.offset ?? 0 }, message);
  for (const readable of [text, text.replaceAll(/\bv-(?=[.:])/g, 'x-')]) {
    try {
      return parse(readable, { parseMode: 'sfc', onError });
    } catch (error) {
      tell({ start: 0, end: 0 }, error instanceof Error ? error.message : String(error));
    }
  }
  return parse('', { parseMode: 'sfc' });
}

/** Reads one file: a single-file component, or a script. Never throws on any text. */
export function usesIn(source: SourceText): HostUses {
  if (!source.file.endsWith('.vue')) return usesOfScript(source);
  const findings: Finding[] = [];
  const root = parsed(source.text, (range, message) => {
    if (findings.length === 0) findings.push(syntaxFinding(source, range, message));
  });
  const blocks = root.children.filter((one) => one.type === NodeTypes.ELEMENT);
  const scripts = blocks
    .filter(({ tag }) => tag === 'script')
    .map((block) => ({
      ...readScript(source, KEEPERS, placeOf(block)),
      isSetup: attributeOf(block, 'setup') !== undefined,
      elsewhere: attributeOf(block, 'src')?.value?.content,
    }));
  const names = joined(scripts.flatMap((one) => [one.names, optionNames(one.program)]));
  const components = scripts.flatMap((one) => componentNames(one.program, one.isSetup));
  const template = new Template([...OWN_TAGS, ...components]);
  for (const block of blocks) if (block.tag === 'template') template.readChildren(block, names);
  const heldBy = (node: Ast.Node) => template.references.get(referenceIn(node, names) ?? '');
  const told = resultOf(scripts);
  return {
    uses: [...template.uses, ...scripts.flatMap((one) => usesOf(one, { heldBy }))],
    imports: [...scripts.flatMap((one) => one.elsewhere ?? []), ...told.imports],
    findings: [...findings, ...told.findings],
  };
}

function usesOfScript(source: SourceText): HostUses {
  const script = readScript(source, KEEPERS);
  return { ...resultOf([script]), uses: usesOf(script), adopts: registeredComponents(script.program) };
}

function placeOf(block: ElementNode): ScriptPlace {
  const lang = attributeOf(block, 'lang')?.value?.content;
  const start = block.innerLoc?.start.offset ?? block.loc.end.offset;
  const end = block.innerLoc?.end.offset ?? start;
  return { start, end, language: lang === 'ts' || lang === 'tsx' ? lang : 'js' };
}

function attributeOf({ props }: ElementNode, name: string): AttributeNode | undefined {
  return props.find((one) => one.type === NodeTypes.ATTRIBUTE && one.name === name) as
    | AttributeNode
    | undefined;
}

/** The template reference that an expression of a script names: `gauge.value`, `this.$refs.gauge`. */
function referenceIn(node: Ast.Node, names: Names): string | null {
  if (node.type !== 'MemberExpression' || node.property.type !== 'Identifier') return null;
  const { object, property } = node;
  if (property.name === 'value' && object.type === 'Identifier') {
    const init = names.get(object.name);
    const [key] =
      init?.type === 'CallExpression' && calledName(init) === 'useTemplateRef' ? init.arguments : [];
    return key?.type === 'Literal' ? String(key.value) : object.name;
  }
  if (object.type !== 'MemberExpression' || object.property.type !== 'Identifier') return null;
  return object.property.name === '$refs' ? property.name : null;
}

/** Walks a template and collects what it does with elements. */
class Template {
  readonly uses: ElementUse[] = [];
  /** Tags by the name of the template reference that holds their element. */
  readonly references = new Map<string, string>();
  readonly #components: readonly string[];

  constructor(components: readonly string[]) {
    this.#components = components;
  }

  readChildren({ children }: { children: readonly TemplateChildNode[] }, names: Names): void {
    for (const child of children) if (child.type === NodeTypes.ELEMENT) this.#readElement(child, names);
  }

  #readElement(element: ElementNode, around: Names): void {
    const hidden = element.props.flatMap(namesHiddenBy);
    const names = hiding(around, hidden);
    const isElement =
      element.tag.includes('-') && !this.#components.some((name) => isNamedAfter(name, element.tag));
    if (isElement) {
      const start = element.loc.start.offset + 1;
      this.uses.push({
        tag: element.tag,
        range: { start, end: start + element.tag.length },
        items: [...element.props.flatMap((one) => itemsOf(one, names)), ...slotsIn(element)],
      });
      const reference = attributeOf(element, 'ref')?.value?.content;
      if (reference) this.references.set(reference, element.tag);
    }
    for (const prop of element.props) if (prop.type === NodeTypes.DIRECTIVE) this.#readHandler(prop, names);
    this.readChildren(element, names);
  }

  /** What a handler written in the template does to elements that template references hold. */
  #readHandler({ name, exp }: DirectiveNode, names: Names): void {
    if (name !== 'on' || !exp) return;
    const program = parseExpression(exp.loc.source);
    if (!program) return;
    const heldBy = (node: Ast.Node) => (node.type === 'Identifier' ? this.references.get(node.name) : null);
    this.uses.push(...domUses(program, names, { heldBy }).map((use) => shifted(use, exp.loc.start.offset)));
  }
}

/** Names that a loop or a slot brings, in front of those of the script. */
function namesHiddenBy(prop: AttributeNode | DirectiveNode): string[] {
  if (prop.type !== NodeTypes.DIRECTIVE) return [];
  const { value, key, index } = prop.forParseResult ?? {};
  const bound = prop.name === 'slot' ? [prop.exp] : [value, key, index];
  return bound.flatMap((one) => (one ? (one.loc.source.match(/[\w$]+/g) ?? []) : []));
}

function itemsOf(prop: AttributeNode | DirectiveNode, names: Names): ItemUse[] {
  if (prop.type === NodeTypes.ATTRIBUTE) {
    const { name, nameLoc, value } = prop;
    // Where `v-pre` leaves directives as they are, they are no attributes anybody meant.
    if (OWN_NAMES.has(name) || /^(v-|[:@#.])/.test(name)) return [];
    const literal: ValueSketch = { kind: 'string', literal: value?.content ?? '' };
    return [{ kind: 'value', name, form: 'bind', range: rangeOf(nameLoc), value: literal }];
  }
  if (!prop.arg) return objectItems(prop, names);
  if (prop.arg.type !== NodeTypes.SIMPLE_EXPRESSION || !prop.arg.isStatic) return [];
  const name = prop.arg.content;
  return itemOf(prop, name, rangeOf(prop.arg.loc), sketchOfText(prop.exp?.loc.source ?? name, names));
}

const rangeOf = ({ start, end }: AttributeNode['loc']): Range => ({ start: start.offset, end: end.offset });

function itemOf(directive: DirectiveNode, name: string, range: Range, value: ValueSketch): ItemUse[] {
  const modifiers = directive.modifiers.map((one) => one.content);
  switch (directive.name) {
    case 'bind': {
      if (OWN_NAMES.has(name)) return [];
      const written = modifiers.includes('camel') ? camelised(name) : name;
      const form = modifiers.includes('attr')
        ? 'attribute'
        : modifiers.includes('prop')
          ? 'bind-prop'
          : 'bind';
      return [{ kind: 'value', name: written, form, range, value }];
    }
    case 'on':
      return [{ kind: 'handler', name, form: 'on', range, value: { kind: 'function' } }];
    case 'model': {
      const form = modifiers.includes('lazy') ? 'model-lazy' : 'model';
      return [{ kind: 'pair', name, form, range, value }];
    }
    default:
      return [];
  }
}

/** `v-bind="{ ... }"`, `v-on="{ ... }"`, and `v-model` for the value. */
function objectItems(directive: DirectiveNode, names: Names): ItemUse[] {
  const { name, exp, loc } = directive;
  if (name === 'model') {
    const start = loc.start.offset;
    return itemOf(directive, 'value', { start, end: start + 'v-model'.length }, { kind: 'unknown' });
  }
  if ((name !== 'bind' && name !== 'on') || !exp) return [];
  const [statement] = parseExpression(`(${exp.loc.source})`)?.body ?? [];
  if (statement?.type !== 'ExpressionStatement') return [];
  // The bracket that makes it an expression comes before its first character.
  const offset = exp.loc.start.offset - 1;
  return entriesOf(statement.expression).flatMap((one) => {
    const range = { start: offset + one.key.start, end: offset + one.key.end };
    return itemOf(directive, one.name, range, sketchOf(one.value, names));
  });
}

const camelised = (name: string) => name.replaceAll(/-(\w)/g, (_, letter: string) => letter.toUpperCase());

/** `<p slot="legend">` right below an element. */
function slotsIn({ children }: ElementNode): ItemUse[] {
  return children.flatMap((child): ItemUse[] => {
    const slot = child.type === NodeTypes.ELEMENT ? attributeOf(child, 'slot')?.value : undefined;
    if (!slot) return [];
    const quoted = slot.loc.source.length - slot.content.length > 1 ? 1 : 0;
    const range = { start: slot.loc.start.offset + quoted, end: slot.loc.end.offset - quoted };
    return [slotItem(slot.content, range)];
  });
}
