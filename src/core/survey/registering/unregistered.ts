/** Elements that a module exports for the host to register: their class says which tag is meant. */

import { isElementName } from '../../contract/tags.js';
import { chainOf } from '../classes/classes.js';
import type { Layer } from '../classes/layers.js';
import { pathOf } from '../declaring/names.js';
import { mappedTags } from '../declaring/tag-maps.js';
import { Bindings } from '../folding/bindings.js';
import { foldStaticMember } from '../folding/fold.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { isFunction, keyText } from '../folding/functions.js';
import type { Declaration, Module, ModuleGraph } from '../modules/modules.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { docOf, isInnerName } from '../types/docs.js';
import { needsNothing } from './calling.js';
import { definedBy } from './helpers.js';
import { isDefine, type Registered } from './registering.js';

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
    const node = classOf(module.declarations.get(exported.name));
    if (!node) return [];
    const tag = statedTag(node, scope) ?? mapped.get(exported.name);
    if (!tag) return [];
    const { layers, platform, lost } = chainOf({ node, scope, name: exported.name }, graph);
    if (!platform && !lost) return [];
    const method = methodThatRegisters(tag, exported.name, layers, scope);
    const registers = method === null ? 'never' : 'by-call';
    const one: Registered = { tag, node, scope, module, extendsTag: null, registers, place: node };
    return [method === null ? one : { ...one, method }];
  });
}

/** The class that a name is declared to be, also where a compiler keeps it under a second one: `A = A_1 = class A {}`. */
function classOf(declaration: Declaration | undefined): Ast.Class | null {
  if (declaration?.kind === 'class') return declaration.node;
  let init = declaration?.kind === 'variable' ? declaration.init : null;
  while (init?.type === 'AssignmentExpression') init = init.right;
  return init?.type === 'ClassExpression' ? init : null;
}

/**
 * The static method of a class, or of one above it, that registers it under the tag when it is called with nothing:
 * `static define(tag = this.tag) { customElements.define(tag, this); }`; null where there is none. A class below may
 * have the same method, which goes on to that one.
 */
function methodThatRegisters(
  tag: string,
  name: string,
  layers: readonly Layer[],
  scope: Scope,
): string | null {
  const below = new Map<string, FunctionNode[]>();
  for (const { node, module, bindings } of layers) {
    for (const { method, value } of staticMethods(node)) {
      const others = below.get(method) ?? [];
      if (
        within('call', value, module.program).some(isDefine) &&
        needsNothing(value) &&
        others.every((one) => goesOn(one, method))
      ) {
        const subject = { node: identifier(name, node), scope };
        const inner = { ...scope, module, bindings: new Bindings(bindings, [['this', subject]]) };
        const found = definedBy({ node: value, scope: inner }, callOf(value), scope);
        if (found.some((one) => one.tag === tag)) return method;
      }
      below.set(method, [...others, value]);
    }
  }
  return null;
}

/** The static methods that others may call. */
function staticMethods({ body }: Ast.Class): { method: string; value: FunctionNode }[] {
  return body.body.flatMap((one) => {
    if (one.type !== 'MethodDefinition' || !one.static || one.kind !== 'method' || one.computed) return [];
    const method = one.key.type === 'PrivateIdentifier' ? null : keyText(one.key);
    return method === null || isInnerName(method) || !isFunction(one.value)
      ? []
      : [{ method, value: one.value }];
  });
}

/** Does a method call the one that it overrides? */
function goesOn({ body }: FunctionNode, method: string): boolean {
  let found = false;
  if (body)
    walk(body, (node) => {
      if (node.type === 'MemberExpression' && node.object.type === 'Super')
        found ||= !node.computed && keyText(node.property) === method;
      return !found;
    });
  return found;
}

const identifier = (name: string, { start, end }: Ast.Span) =>
  ({ type: 'Identifier', name, start, end }) as unknown as Ast.Node;

/** A call with nothing, as somebody would write it. */
const callOf = ({ start, end }: Ast.Span) =>
  ({
    type: 'CallExpression',
    arguments: [],
    optional: false,
    start,
    end,
  }) as unknown as Ast.CallExpression;

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
