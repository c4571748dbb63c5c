/** Doc comments: the comment that belongs to a node, its description and its tags. */

import type { ItemWords } from '../../contract/types.js';
import type { Module } from '../modules/modules.js';
import { statementAround } from '../syntax/find.js';
import type { Ast, Comment } from '../syntax/parse.js';

export interface DocTag {
  /** Tag name without the at sign, in lower case. */
  tag: string;
  /** The type in braces right behind the tag, without the braces. */
  type: string | null;
  /** The rest of the tag's text, white space folded. */
  text: string;
  /** Offset of the comment in its module. */
  start: number;
}

export interface Doc {
  description: string;
  tags: DocTag[];
}

/** What is said where nothing is. */
export const NO_DOC: Doc = { description: '', tags: [] };

/**
 * The doc comment in front of a node: the last block comment that starts with two asterisks and has only white
 * space, modifiers or an export keyword between itself and the node.
 */
export function docOf(node: { start: number; decorators?: Ast.Decorator[] | null }, module: Module): Doc {
  const start = Math.min(node.start, node.decorators?.[0]?.start ?? node.start);
  const comment = commentBefore(module, start);
  if (!comment?.value.startsWith('*')) return NO_DOC;
  const known = PARSED.get(comment);
  if (known) return known;
  const doc = parseDoc(comment.value.slice(1), comment.start);
  PARSED.set(comment, doc);
  return doc;
}

const PARSED = new WeakMap<Comment, Doc>();

/** The doc comment of a class: on the class itself, or on the statement that it is made in. */
export function docOfClass(node: Ast.Class, module: Module): Doc {
  const own = docOf(node, module);
  if (own.description || own.tags.length > 0) return own;
  const statement = statementAround(module.program.body, node);
  return statement ? docOf(statement, module) : own;
}

/** Parses the text of a doc comment, without its opening and closing marks. */
export function parseDoc(text: string, start = 0): Doc {
  const lines = text.split(/\r?\n/).map((line) => line.replace(/^\s*\*? ?/, '').trimEnd());
  const description: string[] = [];
  const tags: DocTag[] = [];
  let current: string[] | null = null;
  const close = () => {
    if (current) tags.push(readTag(current.join('\n'), start));
  };
  for (const line of lines) {
    if (/^\s*@[a-zA-Z]/.test(line)) {
      close();
      current = [line.trim()];
    } else if (current) current.push(line);
    else description.push(line);
  }
  close();
  return { description: description.join('\n').trim(), tags };
}

/** Description, deprecation and age, as a contract item says them. Empty words are left out. */
export function wordsOf(doc: Doc): ItemWords {
  const words: ItemWords = {};
  const description = doc.description || textOf(doc, 'description') || aboutClass(doc);
  if (description) words.description = paragraphs(description);
  const deprecated = doc.tags.find((one) => one.tag === 'deprecated');
  if (deprecated) words.deprecated = deprecated.text || true;
  const since = textOf(doc, 'since');
  if (since) words.since = since;
  return words;
}

/** What is said of a class behind a tag: `@class` is one without words, or with the class's name alone, elsewhere. */
function aboutClass(doc: Doc): string | undefined {
  const words = textOf(doc, 'classdesc') ?? textOf(doc, 'class');
  return words && /\s/.test(words) ? words : undefined;
}

/** Tags with text of more than one paragraph. */
const PROSE = ['description', 'classdesc', 'class'];

/** Lines joined, paragraphs kept apart by an empty line; list items, headings and blocks of code keep their lines. */
function paragraphs(text: string): string {
  const lines: string[] = [];
  let isCode = false;
  let isClosed = true;
  for (const line of text.split('\n')) {
    const isFence = /^\s*(?:```|~~~)/.test(line);
    const words = line.trim();
    const begins = isFence || isCode || isClosed || words === '' || /^(?:[-*+]|\d+[.)]|#{1,6})\s/.test(words);
    if (begins) lines.push(isCode && !isFence ? line.trimEnd() : words);
    else lines[lines.length - 1] += ` ${words}`;
    if (isFence) isCode = !isCode;
    isClosed = isFence || isCode || words === '' || /^#{1,6}\s/.test(words);
  }
  return lines
    .join('\n')
    .replaceAll(/\n{3,}/g, '\n\n')
    .trim();
}

/** Marked as not meant for users. */
export function isInternal(doc: Doc): boolean {
  return doc.tags.some((one) => ['private', 'protected', 'internal', 'ignore', 'hidden'].includes(one.tag));
}

/** Named as nobody else's business: `_rows`, and `$rows`, as frameworks write their own. */
export function isInnerName(name: string): boolean {
  return /^[_$]/.test(name);
}

/** The text of the first tag of that name, or undefined. */
export function textOf(doc: Doc, tag: string): string | undefined {
  return doc.tags.find((one) => one.tag === tag)?.text || undefined;
}

/** What some write where there is none; `none` may well be a value. */
const NO_DEFAULT = /^(?:undefined|[-–—]+)$/;

/** What a property is at first, in the words of its doc comment: `@default 'north'`. */
export function defaultSaid(doc: Doc): { said?: string } {
  const text = textOf(doc, 'default') ?? textOf(doc, 'defaultvalue');
  const said = text
    ?.replace(/^-\s+/, '')
    .replace(/^`(.*)`$/, '$1')
    .trim();
  return said && !NO_DEFAULT.test(said) && said.length <= 80 ? { said } : {};
}

/** The name, and the words behind it, of a tag that documents a named item: `legend - Explains the colours.` */
export function namedTag(tag: DocTag): { name: string; description?: string; fallback?: string } {
  const bracket = /^\[\s?([^\]=\s]+)\s?(?:=\s?([^\]]*))?\]\s*-?\s*([\s\S]*)$/.exec(tag.text);
  if (bracket) return withDescription(bracket[1] ?? '', bracket[3] ?? '', bracket[2]?.trim());
  const plain = /^(?:"([^"]*)"|([^\s-][^\s]*|--[^\s]+))?\s*(?:[-:–—]\s*)?([\s\S]*)$/.exec(tag.text);
  return withDescription(plain?.[1] ?? plain?.[2] ?? '', plain?.[3] ?? '');
}

function withDescription(name: string, description: string, fallback?: string) {
  return {
    name: name.replaceAll(/^`|`$/g, '').replace(/[:,]$/, ''),
    ...(description.trim() ? { description: description.trim() } : {}),
    ...(fallback ? { fallback } : {}),
  };
}

function readTag(text: string, start: number): DocTag {
  const match = /^@([a-zA-Z]+)(\s*)([\s\S]*)$/.exec(text);
  // Nothing beside the tag: what follows below describes the slot without a name.
  const isBelow = match?.[1]?.toLowerCase() === 'slot' && /\n/.test(match[2] ?? '');
  const rest = (isBelow ? '- ' : '') + (match?.[3] ?? '');
  const { type, after } = bracedType(rest);
  const tag = (match?.[1] ?? '').toLowerCase();
  const folded = PROSE.includes(tag) ? after.trim() : after.replaceAll(/\s+/g, ' ').trim();
  return { tag, type, text: folded, start };
}

/** Splits `{type} text`; the name may stand before the type, as in `name {type} text`. */
function bracedType(text: string): { type: string | null; after: string } {
  const open = /^(\s*(?:[^\s{]+\s+)?)\{/.exec(text);
  if (!open) return { type: null, after: text };
  let depth = 0;
  for (let index = open[0].length - 1; index < text.length; index += 1) {
    if (text[index] === '{') depth += 1;
    if (text[index] === '}') depth -= 1;
    if (depth === 0) {
      return {
        type: text.slice(open[0].length, index).trim(),
        after: `${open[1] ?? ''}${text.slice(index + 1)}`,
      };
    }
  }
  return { type: null, after: text };
}

/** What is said to tools: `// @ts-expect-error`, `// eslint-disable-next-line`, `// prettier-ignore`. */
const TOOL_LINE = /^\s*(?:@ts-|[a-z]+-(?:disable|ignore|enable)|[a-z-]+ ignore\b|tslint:)/;
/** So many lines for tools may stand between a doc comment and what it is of. */
const MOST_LINES = 8;

/** Modifiers and a name fit in this many characters; more between comment and node is other code. */
const FARTHEST = 200;

function commentBefore(module: Module, place: number): Comment | null {
  const { comments, source } = module;
  let start = place;
  let at = commentsUpTo(module, start) - 1;
  for (const first = at; at > first - MOST_LINES; at -= 1) {
    const found = comments[at];
    if (!found || start - found.end > FARTHEST) return null;
    const between = source.slice(found.end, start);
    if (found.type === 'Block') return isOnlyModifiers(between) ? found : null;
    if (!TOOL_LINE.test(found.value) || between.trim() !== '') return null;
    start = found.start;
  }
  return null;
}

/** A decorator's at sign, and the comma that compilers put in front of a decorator, count as nothing. */
function isOnlyModifiers(text: string): boolean {
  return /^\s*[,@]?\s*(?:(?:export|default|abstract|declare|const|let|var)\s+|[\w$]+\s*=\s*)*$/.test(text);
}

/** The comments that stand inside a node. */
export function commentsWithin(module: Module, { start, end }: { start: number; end: number }): Comment[] {
  return module.comments.slice(commentsUpTo(module, start), commentsUpTo(module, end));
}

/** How many comments end at or before an offset. */
function commentsUpTo({ comments }: Module, offset: number): number {
  let low = 0;
  let high = comments.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((comments[middle]?.end ?? 0) <= offset) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Words that some write for the slot without a name. */
export function isWordForUnnamed(name: string): boolean {
  return /^(?:default|unnamed)$/.test(name);
}

/** The first sentence of a description, without its headings and blocks of code. */
export function firstSentence(text: string | undefined): string | undefined {
  const words = (text ?? '').replaceAll(/^(```|~~~)[\s\S]*?^\1.*$/gm, '').replaceAll(/^#{1,6}\s.*$/gm, '');
  const paragraph = words
    .split('\n\n')
    .map((one) => one.trim().replaceAll(/\s+/g, ' '))
    .find((one) => one !== '');
  const match = /^[\s\S]*?[.!?](?=\s|$)/.exec(paragraph ?? '');
  return (match?.[0] ?? paragraph)?.trim() || undefined;
}
