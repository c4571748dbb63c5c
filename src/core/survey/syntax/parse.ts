/** The only door to the parser: source text in, ESTree with TypeScript and JSX nodes out. */

import type { Comment, Node, ParseResult, Program } from 'oxc-parser';
import { parseSync, visitorKeys } from 'oxc-parser';

export type * as Ast from 'oxc-parser';
export type { Comment, Node, Program } from 'oxc-parser';

import { isDeclaration } from './file-names.js';
import { whyTooDeep } from './nesting.js';

export interface Parsed {
  program: Program;
  comments: Comment[];
  /** What the parser could not read. The program still holds what it could. */
  errors: { message: string; start: number; end: number }[];
}

/**
 * Parses one module. The language follows from the file name: `.ts .mts .cts .tsx .d.ts` are TypeScript, all
 * else is JavaScript that may hold JSX. Never throws on any text.
 */
export function parseModule(path: string, source: string): Parsed {
  const lang = languageOf(path);
  const message = whyTooDeep(source, lang === 'dts');
  if (message !== null)
    return { program: emptyProgram(lang), comments: [], errors: [{ message, start: 0, end: 0 }] };
  const result = parseSync(path, source, { lang, sourceType: 'module', preserveParens: false });
  return {
    program: programOf(result, lang),
    comments: result.comments,
    errors: result.errors
      .filter((error) => error.severity === 'Error')
      .map((error) => ({
        message: error.message,
        start: error.labels[0]?.start ?? 0,
        end: error.labels[0]?.end ?? 0,
      })),
  };
}

/** The parser cannot hand over what it made of some broken text: of `<\ />`, for one. Nothing is left of that. */
function programOf(result: ParseResult, lang: ReturnType<typeof languageOf>): Program {
  try {
    return result.program;
  } catch {
    return emptyProgram(lang);
  }
}

const emptyProgram = (lang: ReturnType<typeof languageOf>) =>
  parseSync('empty', '', { lang, sourceType: 'module' }).program;

/** Parses a type as it stands in a doc comment, or null when it is no TypeScript type. */
export function parseType(text: string): { node: Node; source: string } | null {
  if (whyTooDeep(text, true) !== null) return null;
  const source = `type T = ${text};`;
  const result = parseSync('type.ts', source, { lang: 'ts', sourceType: 'module', preserveParens: false });
  if (result.errors.length > 0) return null;
  const [statement] = result.program.body;
  return statement?.type === 'TSTypeAliasDeclaration' && result.program.body.length === 1
    ? { node: statement.typeAnnotation, source }
    : null;
}

/** The nodes right below a node, in source order. */
export function childrenOf(node: Node): Node[] {
  const children: Node[] = [];
  const record = node as unknown as Record<string, unknown>;
  for (const key of visitorKeys[node.type] ?? []) {
    const child = record[key];
    if (Array.isArray(child)) {
      for (const one of child) if (isNode(one)) children.push(one);
    } else if (isNode(child)) children.push(child);
  }
  return children;
}

/** Visits `node` and all below it, outermost first. `visit` returns false to stay out of a node. */
export function walk(node: Node, visit: (node: Node) => boolean | undefined): void {
  if (visit(node) === false) return;
  const record = node as unknown as Record<string, unknown>;
  for (const key of visitorKeys[node.type] ?? []) {
    const child = record[key];
    if (Array.isArray(child)) {
      for (const one of child) if (isNode(one)) walk(one, visit);
    } else if (isNode(child)) walk(child, visit);
  }
}

function isNode(value: unknown): value is Node {
  return (
    typeof value === 'object' && value !== null && typeof (value as { type?: unknown }).type === 'string'
  );
}

function languageOf(path: string): 'ts' | 'tsx' | 'dts' | 'jsx' {
  if (isDeclaration(path)) return 'dts';
  if (path.endsWith('.tsx')) return 'tsx';
  return /\.[cm]?ts$/.test(path) ? 'ts' : 'jsx';
}
