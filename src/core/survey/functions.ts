/** Functions and classes as syntax: what they return, what their parameters are bound to. */

import { Bindings } from './bindings.js';
import { functionsAround } from './find.js';
import type { Folded } from './folded.js';
import { declarationsIn } from './module.js';
import type { Declaration, Found, Module, ModuleGraph } from './modules.js';
import type { Ast } from './parse.js';

export type FunctionNode = Ast.Function | Ast.ArrowFunctionExpression;

/** Where an expression is folded: its module, and what the names of an enclosing function are bound to. */
export interface Scope {
  graph: ModuleGraph;
  module: Module;
  bindings?: ReadonlyMap<string, Bound>;
  /** The static members of the class the expression stands in, and of the class above it. */
  own?: (name: string, depth: number) => Folded;
  above?: (name: string, depth: number) => Folded;
}

/** An expression bound to a name, with the scope it was written in; or a value that is known already. */
export interface Bound {
  node: Ast.Node;
  scope: Scope;
  value?: Folded;
  /** Taken out of an object inside the function, as against handed to it. */
  taken?: true;
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
  return (
    staticMember(node, name) ??
    module.assigned.get(`${ownName(node, module)}.${name}`) ??
    assignedBeside(node, module).get(name) ??
    null
  );
}

const BESIDE = new WeakMap<Ast.Class, Map<string, Ast.Expression>>();

/** What is assigned to members of a class in the function that it is made in. */
function assignedBeside(node: Ast.Class, module: Module): Map<string, Ast.Expression> {
  const known = BESIDE.get(node);
  if (known) return known;
  const found = new Map<string, Ast.Expression>();
  const body = functionsAround(node, module.program).at(-1)?.body;
  for (const expression of body?.type === 'BlockStatement' ? statementExpressions(body.body) : []) {
    if (expression.type !== 'AssignmentExpression' || expression.left.type !== 'MemberExpression') continue;
    const { object, property, computed } = expression.left;
    if (computed || object.type !== 'Identifier' || property.type !== 'Identifier') continue;
    const isOwn = object.name === node.id?.name || /^_?classThis$/i.test(object.name);
    if (isOwn && !found.has(property.name)) found.set(property.name, expression.right);
  }
  BESIDE.set(node, found);
  return found;
}

/** The expressions that statements consist of, sequences taken apart. */
function statementExpressions(statements: readonly Ast.Node[]): Ast.Node[] {
  return statements.flatMap((one) => {
    if (one.type !== 'ExpressionStatement') return [];
    return one.expression.type === 'SequenceExpression' ? one.expression.expressions : [one.expression];
  });
}

/** The name a class goes by in its module. */
function ownName(node: Ast.Class, module: Module): string {
  if (node.id) return node.id.name;
  for (const [name, declaration] of module.declarations) {
    if (declaration.kind === 'variable' && declaration.init === node) return name;
  }
  return '';
}

function staticMember(node: Ast.Class, name: string): Ast.Expression | null {
  for (const member of node.body.body) {
    if (member.type === 'StaticBlock') {
      const assigned = assignedInBlock(member, name, node.id?.name);
      if (assigned) return assigned;
    }
    if (!('static' in member) || !member.static || !('key' in member)) continue;
    if (keyText(member.key) !== name) continue;
    if (member.type === 'PropertyDefinition' || member.type === 'AccessorProperty') return member.value;
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

/** `static { this.name = value; }` */
function assignedInBlock(block: Ast.StaticBlock, name: string, className?: string): Ast.Expression | null {
  for (const statement of block.body) {
    if (statement.type !== 'ExpressionStatement' || statement.expression.type !== 'AssignmentExpression')
      continue;
    const { left, right } = statement.expression;
    if (left.type !== 'MemberExpression' || left.computed || keyText(left.property) !== name) continue;
    const isOwn =
      left.object.type === 'ThisExpression' ||
      (left.object.type === 'Identifier' && left.object.name === className);
    if (isOwn) return right;
  }
  return null;
}

function keyText(key: Ast.Node): string | null {
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

/** What the parameters of a function that is called with these arguments are bound to. */
export function bindParameters(
  node: FunctionNode,
  args: readonly Ast.Argument[],
  caller: Scope,
): Map<string, Bound> {
  const bindings = new Map<string, Bound>();
  for (const [index, parameter] of node.params.entries()) {
    const name = parameter.type === 'AssignmentPattern' ? parameter.left : parameter;
    const argument = args[index];
    const value = argument ?? (parameter.type === 'AssignmentPattern' ? parameter.right : null);
    if (name.type === 'RestElement' && name.argument.type === 'Identifier') {
      const rest = args.slice(index);
      if (rest.some((one) => one.type === 'SpreadElement')) continue;
      bindings.set(name.argument.name, { node: listOf(rest), scope: caller });
    } else if (value && name.type === 'Identifier') bindings.set(name.name, { node: value, scope: caller });
    else if (value && name.type === 'ObjectPattern') bindPattern(name, value, caller, bindings);
  }
  return bindings;
}

/** What the names inside a function stand for when it is called with these arguments. */
export function calledWith(
  { node, scope }: Callable,
  args: readonly Ast.Argument[],
  caller: Scope,
): Bindings<Bound> {
  const bindings = new Bindings(scope.bindings, bindParameters(node, args, caller));
  if (asksForArguments(node, scope.module) && args.every((one) => one.type !== 'SpreadElement'))
    bindings.set('arguments', { node: listOf(args), scope: caller });
  return bindings;
}

const ASKING = new WeakMap<FunctionNode, boolean>();

/** Does a function look at its arguments as a list, as compilers have it do for those with a default? */
function asksForArguments(node: FunctionNode, { source }: Module): boolean {
  const known = ASKING.get(node);
  if (known !== undefined) return known;
  const isArrow = node.type === 'ArrowFunctionExpression';
  const asks = !isArrow && /\barguments\b/.test(source.slice(node.start, node.end));
  ASKING.set(node, asks);
  return asks;
}

function listOf(elements: readonly Ast.Argument[]): Ast.Node {
  return { type: 'ArrayExpression', elements, start: 0, end: 0 } as unknown as Ast.Node;
}

/** `{ a, b: c } = object`, where the object is written out. */
function bindPattern(
  pattern: Ast.ObjectPattern,
  value: Ast.Node,
  scope: Scope,
  bindings: Map<string, Bound>,
): void {
  for (const property of pattern.properties) {
    if (property.type !== 'Property' || property.key.type !== 'Identifier') continue;
    const target = property.value.type === 'AssignmentPattern' ? property.value.left : property.value;
    if (target.type === 'Identifier')
      bindings.set(target.name, { node: memberOf(value, property.key, property.computed), scope });
  }
}

function memberOf(object: Ast.Node, property: Ast.Node, computed: boolean): Ast.Expression {
  const { start, end } = object;
  const member = { type: 'MemberExpression', object, property, computed, optional: false, start, end };
  return member as unknown as Ast.Expression;
}

/** The expression that a declaration inside a function gives to its name; null for what is none. */
export function givenBy(declaration: Declaration): Ast.Node | null {
  if (declaration.kind === 'variable') return declaration.init;
  if (declaration.kind === 'class' || declaration.kind === 'function') return declaration.node;
  if (declaration.kind !== 'member') return null;
  const { object, key, otherwise } = declaration;
  const { start, end } = object;
  const isIndex = /^\d+$/.test(key);
  const name = isIndex
    ? { type: 'Literal', value: Number(key), start, end }
    : { type: 'Identifier', name: key, start, end };
  const left = memberOf(object, name as unknown as Ast.Node, isIndex);
  if (!otherwise) return left;
  const either = { type: 'LogicalExpression', operator: '??', left, right: otherwise, start, end };
  return either as unknown as Ast.Node;
}

/** The function a declaration stands for, looking through calls that wrap one (`once(() => ...)`, `once(made)`). */
function declaredFunction(
  { declaration, module }: Found,
  graph: ModuleGraph,
  depth: number,
): Callable | null {
  const scope = { graph, module };
  if (declaration.kind === 'function') return { node: declaration.node, scope };
  return declaration.kind === 'variable' && declaration.init
    ? callableOf(declaration.init, scope, depth + 1)
    : null;
}

/** The function that an expression stands for, or null. */
export function callableOf(expression: Ast.Node, scope: Scope, depth = 0): Callable | null {
  if (depth > DEEPEST) return null;
  const node = unwrap(expression);
  if (isFunction(node)) return { node, scope };
  if (node.type === 'Identifier') {
    const bound = scope.bindings?.get(node.name);
    if (bound) return callableOf(bound.node, bound.scope, depth + 1);
    const found = scope.graph.find(node.name, scope.module);
    return found && declaredFunction(found, scope.graph, depth);
  }
  if (node.type === 'MemberExpression') return memberFunction(node, scope, depth);
  if (node.type === 'AssignmentExpression') return callableOf(node.right, scope, depth + 1);
  if (node.type === 'SequenceExpression') {
    const last = node.expressions.at(-1);
    return last ? callableOf(last, scope, depth + 1) : null;
  }
  if (node.type !== 'CallExpression') return null;
  const made = returnedFunction(node, scope, depth);
  if (made) return made;
  for (const argument of node.arguments) {
    const wrapped = callableOf(argument, scope, depth + 1);
    if (wrapped) return wrapped;
  }
  return null;
}

const DEEPEST = 12;

/** `namespace.name`: a function that another module exports. */
function memberFunction(node: Ast.MemberExpression, scope: Scope, depth: number): Callable | null {
  if (node.computed || node.object.type !== 'Identifier' || node.property.type !== 'Identifier') return null;
  const found = scope.graph.findMember(node.object.name, node.property.name, scope.module);
  return found && declaredFunction(found, scope.graph, depth);
}

/** A call of a function that itself returns one: `Mixin(options)` in `Mixin(options)(Base)`. */
function returnedFunction(node: Ast.CallExpression, scope: Scope, depth: number): Callable | null {
  const callee = unwrap(node.callee);
  if (callee.type !== 'Identifier' && callee.type !== 'MemberExpression') return null;
  const outer = callableOf(callee, scope, depth + 1);
  const result = outer && returned(outer.node);
  if (!outer || !result || !isFunction(unwrap(result))) return null;
  const bindings = calledWith(outer, node.arguments, scope);
  return { node: unwrap(result) as FunctionNode, scope: { ...outer.scope, bindings } };
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

export function isFunction(node: Ast.Node): node is FunctionNode {
  return (
    node.type === 'FunctionDeclaration' ||
    node.type === 'FunctionExpression' ||
    node.type === 'ArrowFunctionExpression'
  );
}

/** The declarations made by the statements of a function body, by name, with values given to them later. */
export function localDeclarations(node: FunctionNode): ReadonlyMap<string, Declaration> {
  const known = LOCALS.get(node);
  if (known) return known;
  const body = node.body?.type === 'BlockStatement' ? node.body.body : [];
  const declarations = new Map(body.flatMap((statement) => declarationsIn(statement)));
  for (const expression of statementExpressions(body)) {
    if (expression.type !== 'AssignmentExpression' || expression.left.type !== 'Identifier') continue;
    const before = declarations.get(expression.left.name);
    if (before?.kind === 'variable' && !before.init)
      declarations.set(expression.left.name, { ...before, init: expression.right });
  }
  LOCALS.set(node, declarations);
  return declarations;
}

const LOCALS = new WeakMap<FunctionNode, ReadonlyMap<string, Declaration>>();

/** A scope with further bindings, and with the constants that the statements of a block declare. */
export function withBlock(scope: Scope, bindings: ReadonlyMap<string, Bound>, block: Ast.Node): Scope {
  const inner = { ...scope, bindings: new Bindings(scope.bindings, bindings) };
  for (const statement of block.type === 'BlockStatement' ? block.body : []) {
    if (statement.type !== 'VariableDeclaration') continue;
    for (const { id, init } of statement.declarations)
      if (id.type === 'Identifier' && init) inner.bindings.set(id.name, { node: init, scope: inner });
  }
  return inner;
}

/** A scope in which the constants that the functions around an expression declare are known, too. */
export function withLocals(scope: Scope, around: readonly FunctionNode[]): Scope {
  if (around.every((one) => localDeclarations(one).size === 0)) return scope;
  const bindings = new Bindings(scope.bindings);
  const inner = { ...scope, bindings };
  for (const one of around) {
    for (const [name, declaration] of localDeclarations(one)) {
      const given = givenBy(declaration);
      const taken = declaration.kind === 'member' ? { taken: true as const } : {};
      if (given) bindings.set(name, { node: given, scope: inner, ...taken });
    }
  }
  return inner;
}

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
