/** Elements that a module exports for the host to register: their class says which tag is meant. */

import { isElementName } from '../../contract/tags.js';
import { chainOf } from '../classes/classes.js';
import { mappedTags, TAG_MAP } from '../declaring/tag-maps.js';
import { isHosted } from '../dialects/described.js';
import { callableOf } from '../folding/callables.js';
import { foldStaticMember } from '../folding/fold.js';
import type { Scope } from '../folding/functions.js';
import type { Declaration, Module, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { pathOf } from '../syntax/tree.js';
import { docOf } from '../types/docs.js';
import { statementCalls } from './descriptions.js';
import { definesIn } from './helpers.js';
import type { Registered } from './registering.js';
import { methodThatRegisters } from './static-methods.js';

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
      source.includes(TAG_MAP))
  );
}

/** The exported element classes of a module with the tag that is meant for each. */
export function unregisteredIn(module: Module, graph: ModuleGraph): Registered[] {
  const scope: Scope = { graph, module };
  const mapped = tagsByClass(module, graph);
  return [...module.exports].flatMap(([, exported]): Registered[] => {
    if (exported.kind !== 'local') return [];
    const node = classOf(module.declarations.get(exported.name));
    if (!node) return [];
    const tag = statedTag(node, scope) ?? mapped.get(exported.name);
    if (!tag) return [];
    const { layers, platform, lost } = chainOf({ node, scope, name: exported.name }, graph);
    if (!platform && !lost && !isHosted(node)) return [];
    const method = methodThatRegisters(tag, layers, scope);
    const registers =
      method !== null ? 'by-call' : isHandedOver(exported.name, scope) ? 'on-import' : 'never';
    const one: Registered = { tag, node, scope, module, extendsTag: null, registers, place: node };
    return [method === null ? one : { ...one, method }];
  });
}

/** Do statements of the module hand the class to a function that registers: `defineVersioned([Pier], { ... });`? */
function isHandedOver(name: string, scope: Scope): boolean {
  const isNamed = (one: Ast.Node | null) => one?.type === 'Identifier' && one.name === name;
  return statementCalls(scope.module.program).some(({ arguments: given, callee }) => {
    const isGiven = given.some(
      (one) => isNamed(one) || (one.type === 'ArrayExpression' && one.elements.some(isNamed)),
    );
    const called = isGiven ? callableOf(callee, scope) : null;
    return called !== null && definesIn(called).length > 0;
  });
}

/** The class that a name is declared to be, also where a compiler keeps it under a second one: `A = A_1 = class A {}`. */
function classOf(declaration: Declaration | undefined): Ast.Class | null {
  if (declaration?.kind === 'class') return declaration.node;
  let init = declaration?.kind === 'variable' ? declaration.init : null;
  while (init?.type === 'AssignmentExpression') init = init.right;
  return init?.type === 'ClassExpression' ? init : null;
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
  const beside = graph.declarationsBeside(module, TAG_MAP);
  for (const one of [module, ...(beside ? [beside] : [])]) {
    if (!one.source.includes(TAG_MAP)) continue;
    for (const { tag, type } of mappedTags(one, TAG_MAP, graph)) {
      const [name, ...more] = type.type === 'TSTypeReference' ? (pathOf(type.typeName) ?? []) : [];
      if (name !== undefined && more.length === 0) tags.set(name, tag);
    }
  }
  return tags;
}
