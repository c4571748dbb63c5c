/** Scripts of hosts: modules by themselves, and those inside files of another language. */

import { LineMap } from '../findings/lines.js';
import type { Finding } from '../findings/types.js';
import { type Ast, parseModule, walk } from '../survey/syntax/parse.js';
import { domUses, type ElementNames } from './dom-uses.js';
import { type Keepers, type Names, namesIn } from './sketch.js';
import { type ElementUse, type HostUses, type Range, type SourceText, shifted } from './uses.js';

export interface Script {
  /** Its nodes count from the script's first character, which is at `offset` in the file. */
  program: Ast.Program;
  offset: number;
  names: Names;
  imports: string[];
  /** What cannot be read of it, with its place in the file. */
  findings: Finding[];
}

/** Where a script stands in a file of another language, and in which language it is (`js` when nothing tells). */
export interface ScriptPlace extends Range {
  language: 'js' | 'ts' | 'tsx';
}

/** Reads the script at a place, or the whole file as one. What the parser cannot read becomes a finding. */
export function readScript(source: SourceText, keepers: Keepers, place?: ScriptPlace): Script {
  const offset = place?.start ?? 0;
  const { program, errors } = place
    ? parseModule(`script.${place.language}`, source.text.slice(place.start, place.end))
    : parseModule(source.file, source.text);
  const imports: string[] = [];
  walk(program, (node) => {
    const specifier = importedBy(node);
    if (specifier !== null) imports.push(specifier);
    return true;
  });
  const [error] = errors;
  return {
    program,
    offset,
    names: namesIn(program, keepers),
    imports,
    findings: error
      ? [syntaxFinding(source, { start: offset + error.start, end: offset + error.end }, error.message)]
      : [],
  };
}

/** The uses that a script's DOM calls make, at their places in the file. */
export function usesOf({ program, names, offset }: Script, known?: ElementNames): ElementUse[] {
  return domUses(program, names, known).map((use) => shifted(use, offset));
}

/** What several scripts of a file tell together, without their uses. */
export function resultOf(scripts: readonly Script[]): HostUses {
  return {
    uses: [],
    imports: scripts.flatMap((one) => one.imports),
    findings: scripts.flatMap((one) => one.findings),
  };
}

/** The uses in a module that holds nothing but script. */
export function usesInScript(source: SourceText, keepers: Keepers): HostUses {
  const script = readScript(source, keepers);
  return { ...resultOf([script]), uses: usesOf(script) };
}

/** A finding for what cannot be read of a file of host code. */
export function syntaxFinding({ file, text }: SourceText, { start, end }: Range, message: string): Finding {
  return {
    code: 'source-syntax',
    level: 'error',
    place: new LineMap(text).place(file, start, end),
    message: `${file}: cannot be read: ${message.replace(/\.$/, '')}.`,
    cure: 'Mend the syntax; what could be read of the file was checked.',
  };
}

/** The specifier that a node imports, or null. */
function importedBy(node: Ast.Node): string | null {
  switch (node.type) {
    case 'ImportDeclaration':
      return node.importKind === 'type' ? null : node.source.value;
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
