/** Elements that a module exports for the host to register: their class says which tag is meant. */

import { isElementName } from '../../contract/tags.js';
import { chainOf } from '../classes/classes.js';
import { fold, foldStaticMember } from '../folding/fold.js';
import type { Scope } from '../folding/functions.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { docOf } from '../types/docs.js';
import type { Registered } from './registrations.js';

/** Static members and doc tags under which a class keeps its tag. */
const STATIC_NAMES = ['is', 'tag', 'tagName', 'elementName'];
const DOC_TAGS = ['element', 'tagname', 'tag', 'customelement'];

/** Can a text hold such a class at all? Looked at before anything is parsed. */
export function mayExportElement(source: string): boolean {
  return (
    /\bclass\b/.test(source) &&
    (/\bstatic\s+(?:get\s+|readonly\s+)*(?:is|tag|tagName|elementName)\b/.test(source) ||
      /\b\w+\.(?:is|tag|tagName|elementName)\s*=\s*["'`][a-z]\w*-/.test(source) ||
      /@(?:element|tagname|tag|customElement)\s+<?[a-z]\w*-/i.test(source) ||
      /TagNameMap\b/.test(source))
  );
}

/** The exported element classes of a module with the tag that is meant for each. */
export function unregisteredIn(module: Module, graph: ModuleGraph): Registered[] {
  const scope: Scope = { graph, module };
  const mapped = tagsByClass(module, graph);
  return [...module.exports].flatMap(([, exported]): Registered[] => {
    if (exported.kind !== 'local') return [];
    const declaration = module.declarations.get(exported.name);
    const init = declaration?.kind === 'variable' ? declaration.init : null;
    const node =
      declaration?.kind === 'class' ? declaration.node : init?.type === 'ClassExpression' ? init : null;
    if (!node) return [];
    const tag = statedTag(node, scope) ?? mapped.get(exported.name);
    if (!tag) return [];
    const { platform, lost } = chainOf({ node, scope, name: exported.name }, graph);
    if (!platform && !lost) return [];
    return [{ tag, node, scope, module, extendsTag: null, registers: 'never', place: node }];
  });
}

function statedTag(node: Ast.Class, scope: Scope): string | null {
  for (const name of STATIC_NAMES) {
    const value = foldStaticMember(node, name, scope, 0);
    if (typeof value === 'string' && isElementName(value)) return value;
  }
  for (const { tag, text } of docOf(node, scope.module).tags) {
    const name = /^<?([a-z][\w.-]*)/.exec(text)?.[1] ?? '';
    if (DOC_TAGS.includes(tag) && isElementName(name)) return name;
  }
  return null;
}

/** `interface HTMLElementTagNameMap { 'a-b': TheClass }`, in the module or in the declarations beside it. */
function tagsByClass(module: Module, graph: ModuleGraph): Map<string, string> {
  const tags = new Map<string, string>();
  const beside = graph.declarationsBeside(module, 'TagNameMap');
  for (const one of [module, ...(beside ? [beside] : [])]) {
    if (!one.source.includes('TagNameMap')) continue;
    walk(one.program, (node) => {
      if (node.type !== 'TSInterfaceDeclaration' || !node.id.name.endsWith('TagNameMap')) return true;
      for (const member of node.body.body) {
        if (member.type !== 'TSPropertySignature' || !member.typeAnnotation) continue;
        const type = member.typeAnnotation.typeAnnotation;
        const tag = fold(member.key, { graph, module: one });
        if (type.type !== 'TSTypeReference' || type.typeName.type !== 'Identifier') continue;
        if (typeof tag === 'string' && isElementName(tag)) tags.set(type.typeName.name, tag);
      }
      return false;
    });
  }
  return tags;
}
