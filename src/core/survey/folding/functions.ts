/** Functions and classes as syntax: what they return, what their parameters are bound to. */

import { declarationsIn } from '../modules/declarations.js';
import { givenInside, memberGiven } from '../modules/given-inside.js';
import { statementsWithin } from '../modules/module.js';
import type { Declaration, Module, ModuleGraph } from '../modules/modules.js';
import { functionsAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { blockOf } from '../syntax/static-blocks.js';
import type { FunctionNode } from '../syntax/tree.js';
import { expressionsOf, partsOf } from '../syntax/tree.js';
import type { Folded } from './folded.js';

export type { FunctionNode } from '../syntax/tree.js';
export { isFunction } from '../syntax/tree.js';

/** A name, wherever it stands. */
export type Named = Extract<Ast.Node, { type: 'Identifier' }>;

/** Where an expression is folded: its module, and what the names of an enclosing function are bound to. */
export interface Scope {
  graph: ModuleGraph;
  module: Module;
  bindings?: ReadonlyMap<string, Bound>;
  /** The static members of the class the expression stands in, and of the class above it. */
  own?: (name: string, depth: number) => Folded;
  above?: (name: string, depth: number) => Folded;
  /** A static method of the class the expression stands in, or of one above it. */
  ownMethod?: (name: string) => Callable | null;
  /** `this` is the class, not one of its elements: a member that it has not is not there. */
  asClass?: true;
  /** The element that `this` is, where the expression runs for one. */
  element?: ElementAsked;
  /** What the attributes of the element hold, where code is tried out on them. */
  trial?: Trial;
  /** The name by which that class extends the one above, and what it is bound to. */
  extended?: { name: string; bound: Bound | undefined };
}

/** The tag of an element and its class, and whether what is read of a class further up depends on them. */
export interface ElementAsked {
  tag: string;
  asked: boolean;
  /** What `this.constructor` has: the class that the element is made of, as against the one that the code stands in. */
  statics?: Statics;
  staticsAsked?: boolean;
}

/** An element that code is tried out on: the texts of its attributes, of which it has no others, and its methods. */
export interface Trial {
  texts: ReadonlyMap<string, string | null>;
  methods: (name: Ast.IdentifierName | Ast.PrivateIdentifier) => Callable | null;
  /** What a member of the element holds; undefined where nothing is known of it. */
  held: (name: string) => Folded;
  /** The function that a call in its code calls by way of a table or an option. */
  called: (callee: Ast.Node, scope: Scope) => Pick<Bound, 'node' | 'scope'> | null;
  /** Gives a member of the element a value. */
  give: (name: string, value: Folded) => void;
}

/** The static members of a class, in a scope that asks for them. */
export type Statics = Required<Pick<Scope, 'own' | 'ownMethod'>>;

/** That part of a scope; null where it stands in no class. */
export function staticsOf({ own, ownMethod }: Scope): Statics | null {
  return own && ownMethod ? { own, ownMethod } : null;
}

/** What a scope knows of the class that an expression stands in. */
export type Holder = Pick<Scope, 'own' | 'above' | 'ownMethod' | 'extended' | 'element' | 'asClass'>;

/** That part of a scope, to go into another one. */
export function holderOf({ own, above, ownMethod, extended, element, asClass }: Scope): Holder {
  return {
    ...(own ? { own } : {}),
    ...(above ? { above } : {}),
    ...(ownMethod ? { ownMethod } : {}),
    ...(extended ? { extended } : {}),
    ...(element ? { element } : {}),
    ...(asClass ? { asClass } : {}),
  };
}

/** An expression bound to a name, with the scope it was written in; or a value that is known already. */
export interface Bound {
  node: Ast.Node;
  scope: Scope;
  value?: Folded;
  /** Taken out of an object inside the function, as against handed to it. */
  taken?: true;
  /** The name of a member, as a loop over the names of an object gives it: what the object holds under it. */
  holds?: Folded;
}

/** A function together with the scope its names are looked up in. */
export interface Callable {
  node: FunctionNode;
  scope: Scope;
}

/** Binds a name to a value that stands nowhere in the source as one expression. */
export function boundTo(value: Folded, scope: Scope): Bound {
  return { node: { type: 'EmptyStatement', start: 0, end: 0 } as Ast.Node, scope, value };
}

/**
 * The expression that a static field, getter or static block of a class gives, or that is assigned to the class in
 * its module; null when there is none.
 */
export function staticValue(node: Ast.Class, name: string, module: Module): Ast.Expression | null {
  const assigned = (holder: string | null) =>
    holder === null ? undefined : module.assigned.get(`${holder}.${name}`);
  return (
    staticMember(node, name) ??
    assigned(ownName(node, module)) ??
    (node.id && module.assigned.size > 0 ? assigned(declaredName(node, undefined, module)) : undefined) ??
    assignedBeside(node, module).get(name) ??
    null
  );
}

const BESIDE = new WeakMap<Ast.Class | FunctionNode, Map<string, Ast.Expression>>();

/** What is assigned to members of a class, or of a function, in the function that it is made in. */
export function assignedBeside(
  node: Ast.Class | FunctionNode,
  module: Module,
): ReadonlyMap<string, Ast.Expression> {
  const known = BESIDE.get(node);
  if (known) return known;
  const found = new Map<string, Ast.Expression>();
  BESIDE.set(node, found);
  const outer = functionsAround(node, module.program).at(-1);
  const name = outer && (('id' in node ? node.id?.name : null) ?? declaredName(node, outer, module));
  const body = outer?.body;
  for (const expression of body?.type === 'BlockStatement' ? statementExpressions(body.body) : []) {
    const given = memberGiven(expression);
    const isOwn = given && (given.holder === name || /^_?classThis$/i.test(given.holder));
    if (isOwn && !found.has(given.member)) found.set(given.member, given.value);
  }
  return found;
}

/** What statements do, one by one, as against what they return in the end. */
function statementExpressions(statements: readonly Ast.Node[]): Ast.Node[] {
  return statements.flatMap((one) =>
    one.type === 'ReturnStatement' ? expressionsOf(one).slice(0, -1) : expressionsOf(one),
  );
}

/** The name a class or a function goes by in its module. */
export function ownName(node: Ast.Class | FunctionNode, module: Module): string {
  return ('id' in node ? node.id?.name : null) ?? declaredName(node, undefined, module) ?? '';
}

/** The name that a node is declared under, itself or as the value of a variable: in a function, or else in its module. */
export function declaredName(node: Ast.Node, outer: FunctionNode | undefined, module: Module): string | null {
  for (const [name, declaration] of outer ? localDeclarations(outer) : module.declarations) {
    if (declaration.kind === 'variable' && declaration.init === node) return name;
    if ((declaration.kind === 'function' || declaration.kind === 'class') && declaration.node === node)
      return name;
  }
  return null;
}

function staticMember(node: Ast.Class, name: string): Ast.Expression | null {
  for (const member of node.body.body) {
    const block = blockOf(member);
    const assigned = block && assignedInBlock(block, name, node.id?.name);
    if (assigned) return assigned;
    if (!('static' in member) || !member.static || !('key' in member)) continue;
    if (keyText(member.key) !== name) continue;
    const isField = member.type === 'PropertyDefinition' || member.type === 'AccessorProperty';
    // One that is declared without a value may be given one in a block.
    if (isField && member.value) return member.value;
    if (member.type === 'MethodDefinition' && member.kind === 'get') return returned(member.value);
  }
  return null;
}

/** The getter of a class's static member, with its whole body. */
export function staticGetter(node: Ast.Class, name: string): Ast.Function | null {
  for (const member of node.body.body) {
    const isGetter = member.type === 'MethodDefinition' && member.static && member.kind === 'get';
    if (isGetter && keyText(member.key) === name) return member.value;
  }
  return null;
}

/** The constructor that a class has of its own. */
export function constructorOf({ body }: Ast.Class): Ast.Function | null {
  for (const member of body.body)
    if (member.type === 'MethodDefinition' && member.kind === 'constructor') return member.value;
  return null;
}

/** A static method of a class. */
export function staticMethod(node: Ast.Class, name: string): FunctionNode | null {
  for (const member of node.body.body) {
    const isMethod = member.type === 'MethodDefinition' && member.static && member.kind === 'method';
    if (isMethod && !member.computed && keyText(member.key) === name) return member.value as FunctionNode;
  }
  return null;
}

/** `static { this.name = value; }` */
function assignedInBlock(
  block: readonly Ast.Statement[],
  name: string,
  className?: string,
): Ast.Expression | null {
  for (const expression of block.flatMap(expressionsOf)) {
    if (expression.type !== 'AssignmentExpression') continue;
    const { left, right } = expression;
    if (left.type !== 'MemberExpression' || left.computed || keyText(left.property) !== name) continue;
    const isOwn =
      left.object.type === 'ThisExpression' ||
      (left.object.type === 'Identifier' && left.object.name === className);
    if (isOwn) return right;
  }
  return null;
}

/** The name of the member that an expression asks for: `pier.deck`, `pier["deck"]`; null where it is worked out. */
export function askedMember({ property, computed }: Ast.MemberExpression): string | null {
  if (!computed) return property.type === 'Identifier' ? property.name : null;
  return property.type === 'Literal' && typeof property.value === 'string' ? property.value : null;
}

/** The name that a key stands for where it is written out, that of a private one with `#` before it; else null. */
export function keyText(key: Ast.Node): string | null {
  if (key.type === 'PrivateIdentifier') return `#${key.name}`;
  if (key.type === 'Identifier') return key.name;
  return key.type === 'Literal' && typeof key.value === 'string' ? key.value : null;
}

/** The expression a function returns last, or null. */
export function returned(node: FunctionNode): Ast.Expression | null {
  if (!node.body) return null;
  if (node.body.type !== 'BlockStatement') return node.body as Ast.Expression;
  for (const statement of [...node.body.body].reverse()) {
    if (statement.type === 'ReturnStatement') return statement.argument;
  }
  return null;
}

/** The expression under type assertions, parentheses and `(0, name)`. */
export function unwrap(node: Ast.Node): Ast.Node {
  switch (node.type) {
    case 'TSAsExpression':
    case 'TSSatisfiesExpression':
    case 'TSNonNullExpression':
    case 'TSTypeAssertion':
    case 'TSInstantiationExpression':
    case 'ParenthesizedExpression':
    case 'ChainExpression':
      return unwrap(node.expression);
    case 'SequenceExpression': {
      const [first, second] = node.expressions;
      return node.expressions.length === 2 && first?.type === 'Literal' && second ? unwrap(second) : node;
    }
    default:
      return node;
  }
}

/** The declarations made by the statements of a function body, by name, with values given to them later. */
export function localDeclarations(node: FunctionNode): ReadonlyMap<string, Declaration> {
  const known = LOCALS.get(node);
  if (known) return known;
  const body = node.body?.type === 'BlockStatement' ? node.body.body : [];
  const declarations = new Map(body.flatMap((statement) => declarationsIn(statement)));
  for (const [name, declaration] of body.flatMap(statementsWithin).flatMap(declarationsIn))
    if (!declarations.has(name)) declarations.set(name, declaration);
  for (const expression of statementExpressions(body)) {
    if (expression.type !== 'AssignmentExpression' || expression.left.type !== 'Identifier') continue;
    const before = declarations.get(expression.left.name);
    if (before?.kind === 'variable' && !before.init)
      declarations.set(expression.left.name, { ...before, init: expression.right });
  }
  for (const { left, right } of classesGiven(body)) {
    const before = left.type === 'Identifier' ? declarations.get(left.name) : undefined;
    if (left.type === 'Identifier' && before?.kind === 'variable' && !before.init)
      declarations.set(left.name, { ...before, init: right });
  }
  const isOpen = ([, one]: [string, Declaration]) => one.kind === 'variable' && !one.init;
  const open = [...declarations].filter(isOpen);
  // Minifiers put the statements of a function in front of what it gives: `kind = (list = [...], class { ... })`.
  const { values } = open.length > 0 ? givenInside(body) : { values: NOTHING };
  for (const [name, declaration] of open) {
    const init = values.get(name);
    if (declaration.kind === 'variable' && init) declarations.set(name, { ...declaration, init });
  }
  LOCALS.set(node, declarations);
  return declarations;
}

/** `if (typeof HTMLElement === 'function') Base = class extends HTMLElement { ... }`, also as minifiers write it. */
function classesGiven(statements: readonly Ast.Statement[]): Ast.AssignmentExpression[] {
  const within = statements.flatMap((one) => [one, ...statementsWithin(one)]);
  return within
    .flatMap((one) => (one.type === 'ExpressionStatement' ? partsOf(one.expression) : []))
    .flatMap(({ node }) =>
      node.type === 'AssignmentExpression' && node.right.type === 'ClassExpression' ? [node] : [],
    );
}

const NOTHING: ReadonlyMap<string, Ast.Expression> = new Map();

const LOCALS = new WeakMap<FunctionNode, ReadonlyMap<string, Declaration>>();

/** The name a callee goes by, its last part for a member; empty for anything else. */
export function calledName(callee: Ast.Node): string {
  const node = unwrap(callee);
  if (node.type === 'Identifier') return node.name;
  return node.type === 'MemberExpression' && node.property.type === 'Identifier' ? node.property.name : '';
}

/**
 * The name of what is called, or of a decorator, where it was exported: bundlers give it another one in the module that
 * uses it.
 */
export function originalName(expression: Ast.Node, { module }: Scope): string {
  const node = unwrap(expression);
  const local = calledName(node.type === 'CallExpression' ? node.callee : node);
  const declaration = module.declarations.get(local);
  return declaration?.kind === 'import' && declaration.imported !== 'default' ? declaration.imported : local;
}
