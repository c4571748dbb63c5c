/** Elements that a module exports for the host to register: their class says which tag is meant. */

import { isElementName } from '../../contract/tags.js';
import { chainOf } from '../classes/classes.js';
import { pathOf } from '../declaring/names.js';
import { mappedTags } from '../declaring/tag-maps.js';
import { foldStaticMember } from '../folding/fold.js';
import type { Scope } from '../folding/functions.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
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

/** The names of classes by the tag map in the module, or in the declarations beside it. */
function tagsByClass(module: Module, graph: ModuleGraph): Map<string, string> {
  const tags = new Map<string, string>();
  const beside = graph.declarationsBeside(module, 'TagNameMap');
  for (const one of [module, ...(beside ? [beside] : [])]) {
    if (!one.source.includes('TagNameMap')) continue;
    for (const { tag, type } of mappedTags(one, 'TagNameMap', graph)) {
      const [name, ...more] = type.type === 'TSTypeReference' ? (pathOf(type.typeName) ?? []) : [];
      if (name !== undefined && more.length === 0) tags.set(name, tag);
    }
  }
  return tags;
}
