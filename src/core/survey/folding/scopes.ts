/** What names stand for inside functions and blocks: parameters, and what is declared there. */

import { writtenFor } from '../modules/declarations.js';
import type { Declaration, Module } from '../modules/modules.js';
import { isDeclaration } from '../syntax/file-names.js';
import { callInPlace, classAround, classCalling, functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { expressionsOf, isNothing } from '../syntax/tree.js';
import { Bindings } from './bindings.js';
import type { Folded } from './folded.js';
import { UNKNOWN } from './folded.js';
import type { Bound, Callable, FunctionNode, Named, Scope } from './functions.js';
import { boundTo, localDeclarations, unwrap } from './functions.js';

/**
 * What the parameters of a function that is called with these arguments are bound to. What one stands for when it is
 * left out is looked up where the function stands.
 */
export function bindParameters(
  node: FunctionNode,
  args: readonly Ast.Argument[],
  caller: Scope,
  own: Scope = caller,
): Map<string, Bound> {
  const bindings = new Map<string, Bound>();
  for (const [index, parameter] of node.params.entries()) {
    const name = parameter.type === 'AssignmentPattern' ? parameter.left : parameter;
    const argument = args[index];
    const value = argument ?? (parameter.type === 'AssignmentPattern' ? parameter.right : null);
    // A parameter that is left out may be worth what an earlier one is.
    const scope = argument
      ? caller
      : value
        ? { ...own, bindings: new Bindings(own.bindings, [...bindings]) }
        : own;
    if (name.type === 'RestElement' && name.argument.type === 'Identifier') {
      const rest = args.slice(index);
      if (rest.some((one) => one.type === 'SpreadElement')) continue;
      bindings.set(name.argument.name, { node: listOf(rest), scope: caller });
    } else if (value && name.type === 'Identifier') bindings.set(name.name, { node: value, scope });
    else if (value && name.type === 'ObjectPattern') bindPattern(name, value, scope, bindings);
  }
  return bindings;
}

/**
 * What the names inside a function stand for when it is called with these arguments; `areAll`: there are no others, and
 * parameters without one are undefined.
 */
export function calledWith(
  { node, scope }: Callable,
  args: readonly Ast.Argument[],
  caller: Scope,
  areAll = true,
): Bindings<Bound> {
  const given = bindParameters(node, args, caller, scope);
  if (areAll && args.every((one) => one.type !== 'SpreadElement'))
    for (const parameter of node.params.slice(args.length))
      if (parameter.type === 'Identifier') given.set(parameter.name, boundTo(undefined, scope));
  const bindings = withFallbacks(node, scope, given);
  if (asksForArguments(node, scope.module) && args.every((one) => one.type !== 'SpreadElement'))
    bindings.set('arguments', { node: listOf(args), scope: caller });
  return bindings;
}

/** What the parameters of a function stand for when it is called with folded values. */
export function calledWithValues(
  { node, scope }: Callable,
  values: readonly Folded[],
  caller: Scope,
): Bindings<Bound> {
  const bindings = new Bindings(scope.bindings);
  for (const [index, parameter] of node.params.entries()) {
    const value = values[index];
    if (parameter.type === 'Identifier') bindings.set(parameter.name, boundTo(value, caller));
    else if (parameter.type === 'ArrayPattern' && Array.isArray(value)) {
      for (const [at, element] of parameter.elements.entries())
        if (element?.type === 'Identifier') bindings.set(element.name, boundTo(value[at], caller));
    }
  }
  return bindings;
}

/** What parameters stand for once the function has seen to those that were left out: `list = list || other`. */
function withFallbacks(node: FunctionNode, scope: Scope, given: Map<string, Bound>): Bindings<Bound> {
  const fallbacks = fallbacksIn(node);
  if (fallbacks.size === 0) return new Bindings(scope.bindings, given, { called: node });
  for (const name of fallbacks.keys()) if (!given.has(name)) given.set(name, boundTo(undefined, scope));
  const before = new Bindings(scope.bindings, given, { called: node });
  const inner = { ...scope, bindings: before };
  return new Bindings(
    before,
    [...fallbacks].map(([name, value]) => [name, { node: value, scope: inner }] as const),
  );
}

const FALLBACKS = new WeakMap<FunctionNode, ReadonlyMap<string, Ast.Node>>();

/** The parameters that a function gives another value where none was handed over, each with `parameter || value`. */
function fallbacksIn(node: FunctionNode): ReadonlyMap<string, Ast.Node> {
  const known = FALLBACKS.get(node);
  if (known) return known;
  const names = new Set(node.params.map((one) => (one.type === 'Identifier' ? one.name : '')));
  const found = new Map<string, Ast.Node>();
  const statements = node.body?.type === 'BlockStatement' ? node.body.body : [];
  for (const statement of statements) {
    const missing = missingIn(statement);
    if (missing && names.has(missing.name) && !found.has(missing.name))
      found.set(missing.name, eitherOf('??', missing.left, missing.right));
  }
  for (const expression of statements.flatMap(expressionsOf)) {
    if (expression.type !== 'AssignmentExpression' || expression.left.type !== 'Identifier') continue;
    const { left, operator, right } = expression;
    if (!names.has(left.name) || found.has(left.name)) continue;
    if (operator === '||=' || operator === '??=')
      found.set(left.name, eitherOf(operator === '||=' ? '||' : '??', left, right));
    else if (operator === '=' && isFallback(right, left.name)) found.set(left.name, right);
  }
  FALLBACKS.set(node, found);
  return found;
}

/** `if (name == null) name = other;`, also as a minifier writes it: `name == null && (name = other)`. */
function missingIn(statement: Ast.Node): { name: string; left: Ast.Node; right: Ast.Node } | null {
  const [expression] = expressionsOf(statement);
  const [test, then] =
    statement.type === 'IfStatement' && !statement.alternate
      ? [statement.test, onlyExpression(statement.consequent)]
      : expression?.type === 'LogicalExpression' && expression.operator === '&&'
        ? [expression.left, unwrap(expression.right)]
        : [null, null];
  if (then?.type !== 'AssignmentExpression' || then.operator !== '=' || then.left.type !== 'Identifier')
    return null;
  const { left, right } = then;
  return test && saysMissing(test, left.name) ? { name: left.name, left, right } : null;
}

function onlyExpression(statement: Ast.Node): Ast.Node | null {
  const [only, ...others] = statement.type === 'BlockStatement' ? statement.body : [statement];
  return only?.type === 'ExpressionStatement' && others.length === 0 ? unwrap(only.expression) : null;
}

/** `!name`, `name == null`, `name === undefined`, `void 0 === name` */
function saysMissing(test: Ast.Node, name: string): boolean {
  const isIt = (one: Ast.Node) => one.type === 'Identifier' && one.name === name;
  if (test.type === 'UnaryExpression') return test.operator === '!' && isIt(test.argument);
  if (test.type !== 'BinaryExpression' || !/^===?$/.test(test.operator)) return false;
  const { left, right } = test;
  const other = isIt(left) ? right : isIt(right) ? left : null;
  return other !== null && isNothing(other);
}

/** `name || other`, also with several others. */
function isFallback(node: Ast.Node, name: string): boolean {
  if (node.type !== 'LogicalExpression' || node.operator === '&&') return false;
  return node.left.type === 'Identifier' ? node.left.name === name : isFallback(node.left, name);
}

function eitherOf(operator: '||' | '??', left: Ast.Node, right: Ast.Node): Ast.Node {
  const { start, end } = left;
  return { type: 'LogicalExpression', operator, left, right, start, end } as unknown as Ast.Node;
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
  if (declaration.kind !== 'member') return writtenFor(declaration);
  const { object, key, otherwise } = declaration;
  const { start, end } = object;
  const isIndex = /^\d+$/.test(key);
  const name = isIndex
    ? { type: 'Literal', value: Number(key), start, end }
    : { type: 'Identifier', name: key, start, end };
  const left = memberOf(object, name as unknown as Ast.Node, isIndex);
  return otherwise ? eitherOf('??', left, otherwise) : left;
}

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

/**
 * A scope in which nothing is known of the parameters of the functions around an expression, whatever else goes by their
 * names: minifiers give all things the same few.
 */
export function withoutParameters(scope: Scope, around: readonly FunctionNode[]): Scope {
  const names = around.flatMap((one) => one.params.flatMap(parameterNames));
  const hidden = names.filter((name) => scope.module.declarations.has(name) || scope.bindings?.has(name));
  if (hidden.length === 0) return scope;
  const unknown = hidden.map((name) => [name, boundTo(UNKNOWN, scope)] as const);
  return { ...scope, bindings: new Bindings(scope.bindings, unknown) };
}

/** The names that a parameter gives. */
export function parameterNames(parameter: Ast.Node): string[] {
  switch (parameter.type) {
    case 'Identifier':
      return [parameter.name];
    case 'AssignmentPattern':
      return parameterNames(parameter.left);
    case 'RestElement':
      return parameterNames(parameter.argument);
    case 'ArrayPattern':
      return parameter.elements.flatMap((one) => (one ? parameterNames(one) : []));
    case 'ObjectPattern':
      return parameter.properties.flatMap((one) => parameterNames(one.type === 'Property' ? one.value : one));
    default:
      return [];
  }
}

/**
 * Is a name that of a parameter, or of something else that a function around it declares, one in `within`? Declarations
 * have no such.
 */
export function isLocal(node: Named, { path, program }: Module, within?: Ast.Span): boolean {
  if (isDeclaration(path)) return false;
  return functionsAround(node, program).some(
    (one) => (!within || (within.start <= one.start && one.end <= within.end)) && declares(one, node.name),
  );
}

const declares = (one: FunctionNode, name: string) =>
  localDeclarations(one).has(name) || one.params.some((given) => parameterNames(given).includes(name));

const CLASS_NAMES = new WeakMap<Ast.Program, ReadonlySet<string>>();

/** The names that class expressions of a module give themselves, also those that a compiler wrote as functions. */
function classNames({ path, program }: Module): ReadonlySet<string> {
  const known = CLASS_NAMES.get(program);
  if (known) return known;
  const classes = isDeclaration(path) ? [] : within('class', program, program);
  const names = new Set(classes.flatMap((one) => (one.type === 'ClassExpression' && one.id?.name) || []));
  CLASS_NAMES.set(program, names);
  return names;
}

/** The class around a name that calls itself so, as minifiers have it: `const Pier = class i { static a = i.b; }`. */
export function selfNamed(node: Named, { module }: Scope): Ast.Class | null {
  const itself = classNames(module).has(node.name) ? classCalling(node.name, node, module.program) : null;
  const isHidden =
    itself !== null &&
    functionsAround(node, module.program).some((one) => one.start > itself.start && declares(one, node.name));
  return isHidden ? null : itself;
}

const LOCALS = new WeakMap<Scope, WeakMap<FunctionNode, Scope>>();

/** Is it known in a scope what a function was handed? */
const isInside = (node: FunctionNode, { bindings }: Scope) =>
  bindings instanceof Bindings && bindings.isIn(node);

/**
 * A scope in which the constants that the functions around an expression declare are known, too, and what those are handed
 * that are called where they stand: functions one inside the other, the innermost last.
 */
export function withLocals(scope: Scope, around: readonly FunctionNode[]): Scope {
  return around.reduce(withLocalsOf, scope);
}

function withLocalsOf(scope: Scope, around: FunctionNode): Scope {
  const known = LOCALS.get(scope) ?? new WeakMap<FunctionNode, Scope>();
  LOCALS.set(scope, known);
  // Many expressions stand in the same functions, which may declare thousands of names.
  const before = known.get(around);
  if (before) return before;
  const inner = scopeInside(scope, around);
  known.set(around, inner);
  return inner;
}

function scopeInside(scope: Scope, around: FunctionNode): Scope {
  const { graph, module, bindings: outer } = scope;
  const declared = localDeclarations(around);
  const call = around.params.length > 0 ? callInPlace(around, module.program) : null;
  const isHanded = call !== null && !isInside(around, scope);
  if (declared.size === 0 && !isHanded) return scope;
  const isFixed = Bindings.areFixed(outer);
  const fill = (base: Scope) => {
    // What is called where it stands is handed the same each time.
    const given = isHanded ? calledWith({ node: around, scope: base }, call.arguments, base) : outer;
    const bindings = new Bindings(given, [], { isFixed });
    const inner = { ...base, bindings };
    for (const [name, declaration] of declared) {
      const value = givenBy(declaration);
      const taken = declaration.kind === 'member' ? { taken: true as const } : {};
      if (value) bindings.set(name, { node: value, scope: inner, ...taken });
    }
    return bindings;
  };
  // What stands in no class, and is handed nothing that may be other another time, is the same for all that ask.
  if (!isFixed || classAround(around, module.program)) return { ...scope, bindings: fill(scope) };
  const known = FIXED.get(around) ?? new WeakMap<object, Bindings<Bound>>();
  FIXED.set(around, known);
  const key = outer?.size ? outer : graph;
  const bindings = known.get(key) ?? fill({ graph, module, ...(outer ? { bindings: outer } : {}) });
  known.set(key, bindings);
  return { ...scope, bindings };
}

/** By function, what is declared in it, for what is bound around it. */
const FIXED = new WeakMap<FunctionNode, WeakMap<object, Bindings<Bound>>>();
