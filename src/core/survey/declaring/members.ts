/** The members that type declarations give to an element, from the class or interface nearest the platform on. */

import { isPlatformInterface } from '../../contract/platform.js';
import { fold } from '../folding/fold.js';
import { keyName } from '../folding/literals.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Given, Named, Place, TypeNode } from '../modules/type-names.js';
import { namedIn } from '../modules/type-names.js';
import type { Ast } from '../syntax/parse.js';
import { pathOf } from '../syntax/tree.js';

/** One member as it is declared; where an accessor is declared in two halves, both. */
export interface DeclaredMember extends Place {
  name: string;
  nodes: Ast.Node[];
  /** The class or interface that declares it. */
  holder: string;
}

/** What a type comes to. */
export interface Members {
  members: Map<string, DeclaredMember>;
  /** The classes and interfaces it was put together from, the nearest to the platform first. */
  holders: (Place & { node: TypeNode })[];
}

/** So far types are followed, and so many are looked at for one element. */
const DEEPEST = 40;
const MOST = 1000;

interface Run extends Members {
  graph: ModuleGraph;
  /** What is being read, so that nothing is read inside itself. */
  open: Set<TypeNode>;
  budget: { left: number };
}

/** The members of a type, through what it extends; what the platform declares of every element is left out. */
export function membersOf(type: Ast.TSType, place: Place, graph: ModuleGraph): Members {
  const run: Run = { members: new Map(), holders: [], graph, open: new Set(), budget: { left: MOST } };
  addType(type, place, run, 0);
  return { members: run.members, holders: run.holders };
}

function addType(type: Ast.Node, place: Place, run: Run, depth: number): void {
  if (depth > DEEPEST) return;
  if (type.type === 'TSParenthesizedType') addType(type.typeAnnotation, place, run, depth + 1);
  else if (type.type === 'TSIntersectionType')
    for (const one of type.types) addType(one, place, run, depth + 1);
  else if (type.type === 'TSTypeLiteral') addMembers(type.members, '', place, run);
  else if (type.type === 'TSTypeReference')
    addReference(type.typeName, type.typeArguments?.params ?? [], place, run, depth);
  else if (type.type === 'TSImportType') {
    const module = run.graph.resolve(type.source.value, place.module);
    const path = type.qualifier && pathOf(type.qualifier);
    if (module && path) addNamed(path, { module, space: '' }, run, depth);
  }
}

function addReference(
  name: Ast.Node,
  args: readonly Ast.TSType[],
  place: Place,
  run: Run,
  depth: number,
): void {
  const path = pathOf(name);
  const [first, second] = args;
  if (!path) return;
  const isWhole =
    path.length === 1 && /^(?:Partial|Required|Readonly|NonNullable|Extract)$/.test(path[0] ?? '');
  const isPart = path.length === 1 && /^(?:Omit|Pick)$/.test(path[0] ?? '');
  if (first && (isWhole || isPart)) {
    const inner: Run = { ...run, members: new Map() };
    addType(first, place, inner, depth + 1);
    const names = isPart && second ? literalsIn(second) : null;
    for (const [key, member] of inner.members)
      if (!names || names.has(key) === (path[0] === 'Pick')) run.members.set(key, member);
  } else addNamed(path, place, run, depth, args);
}

/** The texts in a union of literals. */
function literalsIn(type: Ast.TSType): Set<string> {
  const parts = type.type === 'TSUnionType' ? type.types : [type];
  const texts = parts.map((one) =>
    one.type === 'TSLiteralType' && one.literal.type === 'Literal' ? String(one.literal.value) : '',
  );
  return new Set(texts);
}

function addNamed(
  path: readonly string[],
  place: Place,
  run: Run,
  depth: number,
  args: readonly Ast.TSType[] = [],
): void {
  const [name = '', ...more] = path;
  const given = more.length === 0 ? place.given?.get(name) : undefined;
  if (given) {
    addType(given.type, given.place, run, depth + 1);
    return;
  }
  const named = isPlatform(path) ? null : namedIn(path, place, run.graph);
  for (const node of named?.types ?? [])
    if (named) addNode(node, { ...named, given: givenTo(node, args, place) }, run, depth + 1);
}

/** What the parameters of a type stand for where it is named with these arguments. */
function givenTo(node: TypeNode, args: readonly Ast.TSType[], place: Place): Map<string, Given> {
  const parameters = node.typeParameters?.params ?? [];
  return new Map(
    parameters.flatMap((one, index): [string, Given][] => {
      const type = args[index];
      return type ? [[one.name.name, { type, place }]] : [];
    }),
  );
}

/** What browsers declare of every element, or of their own, is theirs; a module may add to it for type checkers. */
function isPlatform([name = '', ...more]: readonly string[]): boolean {
  return more.length === 0 && isPlatformInterface(name);
}

function addNode(node: TypeNode, named: Named, run: Run, depth: number): void {
  if (depth > DEEPEST || run.open.has(node) || run.budget.left === 0) return;
  run.budget.left -= 1;
  run.open.add(node);
  if (node.type === 'TSTypeAliasDeclaration') addType(node.typeAnnotation, named, run, depth + 1);
  else {
    if (node.type === 'TSInterfaceDeclaration') {
      for (const { expression, typeArguments } of node.extends)
        addReference(expression, typeArguments?.params ?? [], named, run, depth + 1);
    } else if (node.superClass)
      addClass(node.superClass, node.superTypeArguments?.params ?? [], named, run, depth + 1);
    const { module, space, given } = named;
    run.holders.push({ module, space, ...(given ? { given } : {}), node });
    addMembers(node.body.body, named.name, named, run);
  }
  run.open.delete(node);
}

/** What stands behind `extends`: a class with the types it is given, a constant that holds one, or the call of a mixin. */
function addClass(
  expression: Ast.Node,
  args: readonly Ast.TSType[],
  place: Place,
  run: Run,
  depth: number,
): void {
  if (depth > DEEPEST) return;
  if (expression.type === 'CallExpression') {
    for (const one of expression.arguments) addClass(one, [], place, run, depth + 1);
    const path = pathOf(expression.callee);
    const maker = path && namedIn(path, place, run.graph);
    const result = maker?.maker?.returnType?.typeAnnotation;
    if (maker && result) addInstances(result, maker, run, depth + 1);
    return;
  }
  const path = pathOf(expression);
  if (!path) return;
  const named = namedIn(path, place, run.graph);
  if (named?.value && !named.types.some((one) => one.type === 'ClassDeclaration'))
    addInstances(named.value, named, run, depth + 1);
  else addNamed(path, place, run, depth, args);
}

/** What a type of classes makes: `typeof Base`, `new () => Berth`, `Constructor<Berth> & typeof Base`. */
function addInstances(type: Ast.TSType, place: Place, run: Run, depth: number): void {
  if (depth > DEEPEST) return;
  if (type.type === 'TSParenthesizedType') addInstances(type.typeAnnotation, place, run, depth + 1);
  else if (type.type === 'TSIntersectionType')
    for (const one of type.types) addInstances(one, place, run, depth + 1);
  else if (type.type === 'TSTypeQuery') addClass(type.exprName, [], place, run, depth + 1);
  else {
    const made = madeBy(type);
    if (made) addType(made, place, run, depth + 1);
  }
}

/** The type of what a constructor makes. */
function madeBy(type: Ast.TSType): Ast.TSType | null {
  if (type.type === 'TSConstructorType') return type.returnType.typeAnnotation;
  if (type.type === 'TSTypeReference') return type.typeArguments?.params[0] ?? null;
  const members = type.type === 'TSTypeLiteral' ? type.members : [];
  const made = members.find((one) => one.type === 'TSConstructSignatureDeclaration');
  return made?.type === 'TSConstructSignatureDeclaration' ? (made.returnType?.typeAnnotation ?? null) : null;
}

function addMembers(nodes: readonly Ast.Node[], holder: string, { module, space }: Place, run: Run): void {
  const own = new Map<string, DeclaredMember>();
  for (const node of nodes) {
    if (!('key' in node) || ('static' in node && node.static)) continue;
    const isComputed = 'computed' in node && node.computed === true;
    const name = keyName(node.key as Ast.Node, isComputed, (key) => fold(key, { graph: run.graph, module }));
    if (name === null) continue;
    const known = own.get(name);
    if (known) known.nodes.push(node);
    else own.set(name, { name, nodes: [node], holder, module, space });
  }
  for (const [name, member] of own) run.members.set(name, member);
}

/** Static members of the classes that a type was put together from, the nearest last. */
export function isStatic(name: string, { holders }: Members): boolean {
  return holders.some(
    ({ node }) =>
      (node.type === 'ClassDeclaration' || node.type === 'ClassExpression') &&
      node.body.body.some(
        (one) =>
          'static' in one &&
          one.static &&
          'key' in one &&
          one.key.type === 'Identifier' &&
          one.key.name === name,
      ),
  );
}
