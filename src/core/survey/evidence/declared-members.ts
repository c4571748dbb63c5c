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
import type {
  DeclaredApart,
  LayerContext,
  LayerEvidence,
  MethodEvidence,
  PropertyEvidence,
} from './evidence.js';
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
  const byItself = new Set(
    evidence.flatMap(({ properties = [] }) =>
      properties.filter(({ origin }) => origin === 'declared').map(({ name }) => name),
    ),
  );
  // Of a class of another package what it declares counts as well.
  const beside = layer.own ? context.declared : byItself.size > 0 ? declaredClass(layer, graph) : null;
  if (!beside) return evidence;
  const said = declaredMembers(beside, graph);
  // What was written by hand, and tells of none of them, leaves out nothing on purpose.
  const isFull = byItself.size === 0 || [...byItself].some((name) => said.members.has(name));
  const declared = { ...said, whole: said.whole && isFull };
  return evidence.map((one) => ({
    ...one,
    ...(one.properties ? { properties: one.properties.map((item) => withDeclared(item, declared)) } : {}),
    ...(one.methods ? { methods: one.methods.map((item) => withDeclared(item, declared)) } : {}),
  }));
}

function declaredMembers({ module, node, name }: DeclaredApart, graph: ModuleGraph): Declared {
  const members = new Map<string, DeclaredMember>();
  const add = (added: readonly Ast.Node[]) => {
    for (const member of added) addMember(member, module, graph, members);
  };
  if (node) {
    add(node.body.body);
    // An interface of the same name adds to the class.
    const beside = node.id && module.types.get(node.id.name);
    if (beside?.type === 'TSInterfaceDeclaration') add(beside.body.body);
    return { members, whole: true };
  }
  const addMade = (functions: Ast.Node | null) => {
    for (const added of functions ? addedBy(functions) : [])
      if (typeof added === 'string') addNamed(added, module, graph, members);
      else add(added.members);
  };
  addMade(makerNamed(name, module));
  if (members.size === 0) addMade(module.program);
  // A mixin that says what it adds has nothing else for users.
  const whole = members.size > 0;
  // A mixin's members are declared by a class or an interface of another name in the same file.
  walk(module.program, (inner) => {
    if (inner.type !== 'ClassDeclaration' && inner.type !== 'TSInterfaceDeclaration') return true;
    add(definiteMembers(inner, module));
    return false;
  });
  return { members, whole };
}

/** The function of a name, or the type of the constant that holds it. */
function makerNamed(name: string, module: Module): Ast.Node | null {
  const declaration = module.declarations.get(name);
  if (declaration?.kind === 'function') return declaration.node;
  return (declaration?.kind === 'variable' && declaration.type) || null;
}

/** What functions say they add to a class, by name or in place: `Constructor<PierInterface> & T`. */
function addedBy(functions: Ast.Node): Set<string | Ast.TSTypeLiteral> {
  const added = new Set<string | Ast.TSTypeLiteral>();
  walk(functions, (node) => {
    if (!('returnType' in node) || !node.returnType)
      return !/^(?:Class|TSInterface|TSTypeAlias)/.test(node.type);
    for (const one of madeBy(node.returnType.typeAnnotation)) added.add(one);
    return false;
  });
  return added;
}

/** What an instance is of which a type makes some: `Constructor<Pier>`, `new () => Pier`, `{ new (): { ... } } & T`. */
function madeBy(type: Ast.Node): (string | Ast.TSTypeLiteral)[] {
  switch (type.type) {
    case 'TSIntersectionType':
    case 'TSUnionType':
      return type.types.flatMap(madeBy);
    case 'TSParenthesizedType':
      return madeBy(type.typeAnnotation);
    case 'TSConstructorType':
      return instancesIn(type.returnType?.typeAnnotation);
    case 'TSTypeLiteral':
      return type.members.flatMap((member) =>
        member.type === 'TSConstructSignatureDeclaration'
          ? instancesIn(member.returnType?.typeAnnotation)
          : [],
      );
    default:
      return instancesIn(type);
  }
}

/** The types that an instance is of, and those that they are given. */
function instancesIn(type: Ast.Node | undefined): (string | Ast.TSTypeLiteral)[] {
  if (type?.type === 'TSTypeLiteral') return [type];
  if (type?.type === 'TSIntersectionType') return type.types.flatMap(instancesIn);
  if (type?.type === 'TSParenthesizedType') return instancesIn(type.typeAnnotation);
  if (type?.type !== 'TSTypeReference' || type.typeName.type !== 'Identifier') return [];
  return [type.typeName.name, ...(type.typeArguments?.params ?? []).flatMap(instancesIn)];
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
  for (const member of definiteMembers(node, module)) addMember(member, module, graph, members);
}

/** The members of a type but for properties of whose type its user says what it is: `value: T`. */
function definiteMembers(
  { body, typeParameters }: Ast.Class | Ast.TSInterfaceDeclaration,
  { source }: Module,
): Ast.Node[] {
  const members: Ast.Node[] = body.body;
  const names = new Set(typeParameters?.params.map((one) => one.name.name));
  if (names.size === 0) return members;
  const isOpen = ({ start, end }: Ast.Node) =>
    source
      .slice(start, end)
      .match(NAME)
      ?.some((name) => names.has(name)) === true;
  return members.filter((one) => isMethodMember(one) || !isOpen(one));
}

const NAME = /[\p{ID_Start}$_][\p{ID_Continue}$]*/gu;

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
  // One half of an accessor may say what the other is for.
  const other = 'kind' in member && /^[gs]et$/.test(member.kind) ? members.get(name) : undefined;
  const said = declaredMember(member, module, graph);
  members.set(name, { ...other, ...said, words: { ...other?.words, ...said.words } });
}

/** What the declaration of a member says. */
export function declaredMember(member: Ast.Node, module: Module, graph: ModuleGraph): DeclaredMember {
  const doc = docOf(member, module);
  const annotation = annotationOf(member);
  return {
    internal: isInaccessible(member) || isInternal(doc),
    readonly: 'readonly' in member && member.readonly === true,
    ...(annotation ? { type: typeOf(annotation.typeAnnotation, module, graph) } : {}),
    ...(isMethodMember(member) ? { text: declaredText(member, module) } : {}),
    ...defaultSaid(doc),
    words: wordsOf(doc),
  };
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
  const isUnsaid = 'unsaid' in one && one.unsaid === true;
  return {
    ...one,
    internal: (one.internal && !isUnsaid) || known.internal,
    ...(isUnsaid ? { readonly: known.readonly } : {}),
    ...(known.type && 'origin' in one ? { type: known.type } : {}),
    ...(known.readonly && 'origin' in one ? { readonly: true } : {}),
    ...(known.said && 'origin' in one ? { said: known.said } : {}),
    ...(known.text && 'text' in one ? { text: known.text } : {}),
    words: { ...one.words, ...known.words },
  };
}
