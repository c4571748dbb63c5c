/** What the type declarations beside a compiled module say of the members of a class. */

import type { ItemWords, TypeInfo } from '../../contract/types.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { docOf, isInternal, wordsOf } from '../types/docs.js';
import { typeOf } from '../types/types.js';
import type { LayerContext, LayerEvidence, MethodEvidence, PropertyEvidence } from './evidence.js';

interface DeclaredMember {
  internal: boolean;
  readonly: boolean;
  type?: TypeInfo;
  text?: string;
  words: ItemWords;
}

interface Declared {
  members: Map<string, DeclaredMember>;
  /** Declares this very class, so that what it leaves out is not public. */
  whole: boolean;
}

/** Adds what declarations say to the evidence of one class: they know better what is public, and of which type. */
export function withDeclarations(evidence: LayerEvidence[], context: LayerContext): LayerEvidence[] {
  const declared = declaredMembers(context);
  if (!declared) return evidence;
  return evidence.map((one) => ({
    ...one,
    ...(one.properties ? { properties: one.properties.map((item) => withDeclared(item, declared)) } : {}),
    ...(one.methods ? { methods: one.methods.map((item) => withDeclared(item, declared)) } : {}),
  }));
}

function declaredMembers(context: LayerContext): Declared | null {
  if (!context.declared) return null;
  const { module, node } = context.declared;
  const members = new Map<string, DeclaredMember>();
  if (node) {
    for (const member of node.body.body) addMember(member, module, context.graph, members);
    return { members, whole: true };
  }
  // A mixin's members are declared by a class or an interface of another name in the same file.
  walk(module.program, (inner) => {
    if (inner.type === 'ClassBody' || inner.type === 'TSInterfaceBody') {
      for (const member of inner.body) addMember(member, module, context.graph, members);
      return false;
    }
    return true;
  });
  return { members, whole: false };
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
  const access = 'accessibility' in member ? member.accessibility : null;
  const isMethod =
    member.type === 'TSMethodSignature' ||
    member.type === 'TSAbstractMethodDefinition' ||
    (member.type === 'MethodDefinition' && member.kind === 'method');
  members.set(name, {
    internal: access === 'private' || access === 'protected' || isInternal(doc),
    readonly: 'readonly' in member && member.readonly === true,
    ...(annotation ? { type: typeOf(annotation.typeAnnotation, module, graph) } : {}),
    ...(isMethod
      ? { text: module.source.slice(member.start, member.end).replace(/;$/, '').replaceAll(/\s+/g, ' ') }
      : {}),
    words: wordsOf(doc),
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
  return null;
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
    ...(known.text && 'text' in one ? { text: known.text } : {}),
    words: { ...one.words, ...known.words },
  };
}
