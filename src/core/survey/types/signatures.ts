/** Methods as text: by the annotations of their parameters, or by their doc comments. */

import type { Module } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import type { Doc, DocTag } from './docs.js';
import { namedTag } from './docs.js';
import { typeText } from './written.js';

/** A method as its signature reads, or as its doc comment says; a result that nobody tells is unknown. */
export function methodText(name: string, node: Ast.Function, module: Module, doc: Doc): string {
  const { source } = module;
  const tags = new Map(
    doc.tags.filter((one) => one.tag === 'param').map((one) => [namedTag(one).name, one] as const),
  );
  // Only what comes after the last that has to be given may be left out.
  const needed = node.params.findLastIndex((one) => !mayBeLeftOut(one, tags));
  const params = node.params.map((one, index) => {
    const said = parameterSaid(one, tags);
    if (!said) return source.slice(one.start, one.end);
    if (!mayBeLeftOut(one, tags)) return `${said.name}: ${said.type}`;
    return index > needed ? `${said.name}?: ${said.type}` : `${said.name}: ${said.type} | undefined`;
  });
  const result = node.returnType
    ? source.slice(node.returnType.typeAnnotation.start, node.returnType.typeAnnotation.end)
    : saidType(doc.tags.find((tag) => tag.tag === 'returns' || tag.tag === 'return'));
  const implied = node.async ? 'Promise<unknown>' : 'unknown';
  return `${name}(${params.join(', ')}): ${result ?? implied}`.replaceAll(/\s+/g, ' ');
}

/** Is a member of a class or an interface a method, as against an accessor or a field? */
export function isMethodMember(node: Ast.Node): boolean {
  return (
    (node.type === 'MethodDefinition' ||
      node.type === 'TSMethodSignature' ||
      node.type === 'TSAbstractMethodDefinition') &&
    node.kind === 'method'
  );
}

/** A method that is declared without a body, as it is written. */
export function declaredText({ start, end }: Ast.Span, { source }: Module): string {
  return source
    .slice(start, end)
    .replace(/;$/, '')
    .replace(/^(?:(?:public|abstract|override)\s+)+/, '')
    .replaceAll(/\s+/g, ' ');
}

type ParameterTags = ReadonlyMap<string, DocTag>;

/** `@param {Date} from` of a parameter without an annotation; null where nothing is said of it. */
function parameterSaid(parameter: Ast.Node, tags: ParameterTags): { name: string; type: string } | null {
  const target = parameter.type === 'AssignmentPattern' ? parameter.left : parameter;
  if (target.type !== 'Identifier' || target.typeAnnotation) return null;
  const type = saidType(tags.get(target.name));
  return type === null ? null : { name: target.name, type };
}

/** A parameter with a value of its own, `[from]` or `{Date=} from` in words, and all that are left. */
function mayBeLeftOut(parameter: Ast.Node, tags: ParameterTags): boolean {
  if (parameter.type !== 'Identifier') return ['AssignmentPattern', 'RestElement'].includes(parameter.type);
  const tag = tags.get(parameter.name);
  return parameter.optional || tag?.text.startsWith('[') === true || tag?.type?.endsWith('=') === true;
}

function saidType(tag: DocTag | undefined): string | null {
  return tag?.type ? typeText(tag.type) : null;
}
