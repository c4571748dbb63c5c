/** What the type declarations beside a compiled module say of the members of a class. */

import type { ItemWords, TypeInfo } from '../../contract/types.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import { areInOnePackage } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { isInaccessible } from '../syntax/tree.js';
import { defaultSaid, docOf, isInternal, wordsOf } from '../types/docs.js';
import { declaredText, isMethodMember } from '../types/signatures.js';
import { typeOf } from '../types/types.js';
import type { LayerContext, LayerEvidence, MethodEvidence, PropertyEvidence } from './evidence.js';
import { declaredClass } from './evidence.js';

interface DeclaredMember {
  internal: boolean;
  readonly: boolean;
  type?: TypeInfo;
  text?: string;
  said?: string;
  words: ItemWords;
}

interface Declared {
  members: Map<string, DeclaredMember>;
  /** Declares this very class, so that what it leaves out is not public. */
  whole: boolean;
}

/** Adds what declarations say to the evidence of one class: they know better what is public, and of which type. */
export function withDeclarations(evidence: LayerEvidence[], context: LayerContext): LayerEvidence[] {
  const { layer, graph } = context;
  const isDeclaring = evidence.some((one) => one.properties?.some(({ origin }) => origin === 'declared'));
  // Of a class of another package what it declares counts as well.
  const beside = layer.own ? context.declared : isDeclaring ? declaredClass(layer, graph) : null;
  const declared = beside && declaredMembers(beside, graph);
  if (!declared) return evidence;
  return evidence.map((one) => ({
    ...one,
    ...(one.properties ? { properties: one.properties.map((item) => withDeclared(item, declared)) } : {}),
    ...(one.methods ? { methods: one.methods.map((item) => withDeclared(item, declared)) } : {}),
  }));
}

function declaredMembers(
  { module, node }: NonNullable<LayerContext['declared']>,
  graph: ModuleGraph,
): Declared {
  const members = new Map<string, DeclaredMember>();
  if (node) {
    for (const member of node.body.body) addMember(member, module, graph, members);
    // An interface of the same name adds to the class.
    const beside = node.id && module.types.get(node.id.name);
    if (beside?.type === 'TSInterfaceDeclaration')
      for (const member of beside.body.body) addMember(member, module, graph, members);
    return { members, whole: true };
  }
  for (const name of addedBy(module)) addNamed(name, module, graph, members);
  // A mixin that says what it adds has nothing else for users.
  const whole = members.size > 0;
  // A mixin's members are declared by a class or an interface of another name in the same file.
  walk(module.program, (inner) => {
    if (inner.type === 'ClassBody' || inner.type === 'TSInterfaceBody') {
      for (const member of inner.body) addMember(member, module, graph, members);
      return false;
    }
    return true;
  });
  return { members, whole };
}

/** The types that the functions of a module say they add to a class: `Constructor<PierInterface> & T`. */
function addedBy(module: Module): Set<string> {
  const names = new Set<string>();
  walk(module.program, (node) => {
    if (!('returnType' in node) || !node.returnType)
      return !/^(?:Class|TSInterface|TSTypeAlias)/.test(node.type);
    walk(node.returnType, (inner) => {
      if (inner.type === 'TSTypeReference' && inner.typeName.type === 'Identifier')
        names.add(inner.typeName.name);
      return true;
    });
    return false;
  });
  return names;
}

/** So many classes and interfaces stand one above the other, or side by side. */
const MOST_ABOVE = 100;

/** The members of a class or an interface of the package, after those of what it extends. */
function addNamed(
  name: string,
  from: Module,
  graph: ModuleGraph,
  members: Map<string, DeclaredMember>,
  visited = new Set<Ast.Node>(),
): void {
  const found = graph.find(name, from);
  if (!found || !areInOnePackage(found.module, from)) return;
  const { declaration, module } = found;
  if (declaration.kind !== 'class' && declaration.kind !== 'type') return;
  const { node } = declaration;
  if (visited.has(node) || visited.size > MOST_ABOVE || node.type === 'TSTypeAliasDeclaration') return;
  visited.add(node);
  const above =
    node.type === 'TSInterfaceDeclaration' ? node.extends.map((one) => one.expression) : [node.superClass];
  for (const one of above)
    if (one?.type === 'Identifier') addNamed(one.name, module, graph, members, visited);
  for (const member of node.body.body) addMember(member, module, graph, members);
}

function addMember(
  member: Ast.Node,
  module: Module,
  graph: ModuleGraph,
  members: Map<string, DeclaredMember>,
): void {
  if (!('key' in member) || ('static' in member && member.static)) return;
  const key = member.key as Ast.Node;
  const name = key.type === 'Identifier' ? key.name : key.type === 'Literal' ? String(key.value) : null;
  if (name === null) return;
  const doc = docOf(member, module);
  const annotation = annotationOf(member);
  const words = wordsOf(doc);
  // One half of an accessor may say what the other is for.
  const other = 'kind' in member && /^[gs]et$/.test(member.kind) ? members.get(name) : undefined;
  members.set(name, {
    ...other,
    internal: isInaccessible(member) || isInternal(doc),
    readonly: 'readonly' in member && member.readonly === true,
    ...(annotation ? { type: typeOf(annotation.typeAnnotation, module, graph) } : {}),
    ...(isMethodMember(member) ? { text: declaredText(member, module) } : {}),
    ...defaultSaid(doc),
    words: { ...other?.words, ...words },
  });
}

/** The annotation of a field, or of an accessor's value. */
export function annotationOf(member: Ast.Node): Ast.TSTypeAnnotation | null | undefined {
  if (
    member.type === 'PropertyDefinition' ||
    member.type === 'AccessorProperty' ||
    member.type === 'TSPropertySignature'
  )
    return member.typeAnnotation;
  if (member.type === 'MethodDefinition' || member.type === 'TSAbstractMethodDefinition') {
    if (member.kind === 'get') return member.value.returnType;
    const [parameter] = member.value.params;
    return member.kind === 'set' && parameter?.type === 'Identifier' ? parameter.typeAnnotation : null;
  }
  if (member.type !== 'TSMethodSignature') return null;
  const [parameter] = member.params;
  if (member.kind === 'get') return member.returnType;
  return member.kind === 'set' && parameter?.type === 'Identifier' ? parameter.typeAnnotation : null;
}

function withDeclared<T extends PropertyEvidence | MethodEvidence>(one: T, { members, whole }: Declared): T {
  const known = members.get(one.name);
  if (!known) {
    // A table or a decorator declares a property by itself; an ordinary member that is left out was stripped.
    const isStripped = whole && !('origin' in one && one.origin === 'declared');
    return isStripped ? { ...one, internal: true, stripped: true } : one;
  }
  return {
    ...one,
    internal: one.internal || known.internal,
    ...(known.type && 'origin' in one ? { type: known.type } : {}),
    ...(known.readonly && 'origin' in one ? { readonly: true } : {}),
    ...(known.said && 'origin' in one ? { said: known.said } : {}),
    ...(known.text && 'text' in one ? { text: known.text } : {}),
    words: { ...one.words, ...known.words },
  };
}
