/** The functions and objects that expressions stand for, through names, modules, and calls that make or wrap one. */

import type { Found, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { Bindings } from './bindings.js';
import { moduleMember } from './bundled.js';
import type { ClassPlace } from './class-named.js';
import { classNamed } from './class-named.js';
import type { Bound, Callable, FunctionNode, Scope, Statics } from './functions.js';
import {
  isFunction,
  keyText,
  localDeclarations,
  returned,
  staticMethod,
  staticsOf,
  unwrap,
} from './functions.js';
import { heldBy } from './named.js';
import { calledWith, givenBy, withLocals } from './scopes.js';

/** The function a declaration stands for, looking through calls that wrap one (`once(() => ...)`, `once(made)`). */
export function declaredFunction(
  { declaration, module }: Found,
  graph: ModuleGraph,
  depth = 0,
): Callable | null {
  const scope = { graph, module };
  if (declaration.kind === 'function') return { node: declaration.node, scope };
  const given = declaration.kind === 'class' ? null : givenBy(declaration);
  return given && callableOf(given, scope, depth + 1);
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
  const made = madeFunction(node, scope, depth);
  if (made) return made;
  for (const argument of node.arguments) {
    const wrapped = callableOf(argument, scope, depth + 1);
    if (wrapped) return wrapped;
  }
  return null;
}

const DEEPEST = 12;

/** `namespace.name`: a function that another module exports, or one that an object holds. */
function memberFunction(node: Ast.MemberExpression, scope: Scope, depth: number): Callable | null {
  const member = moduleMember(node, scope);
  if (member) return callableOf(member.node, member.scope, depth + 1);
  const { object, property, computed } = node;
  if (computed || property.type !== 'Identifier') return null;
  // Calls of what calls give hold nothing that is written out: `scale.range([0, 1]).nice()`.
  if (object.type === 'CallExpression' && object.callee.type === 'MemberExpression') return null;
  const holder = writtenObject(object, scope, depth + 1);
  const held = holder && writtenMember(holder, property.name);
  return held && callableOf(held.node, held.scope, depth + 1);
}

/** `TheClass.name`: a static method of a class, or of one above it. In it `this` is the class it is called on. */
export function staticMethodOf(expression: Ast.Node, scope: Scope): Callable | null {
  const node = unwrap(expression);
  const name = node.type === 'MemberExpression' && !node.computed ? keyText(node.property) : null;
  if (node.type !== 'MemberExpression' || name === null) return null;
  for (const place of classesFrom(classNamed(node.object, scope))) {
    const method = staticMethod(place.node, name);
    if (!method) continue;
    const bindings = new Bindings(place.scope.bindings, [['this', { node: node.object, scope }]]);
    return { node: method, scope: { ...place.scope, bindings } };
  }
  return null;
}

/** `this.name` in a static member, `this.constructor.name` in others: a static method of the class, or of one above it. */
export function ownMethodOf(expression: Ast.Node, scope: Scope): Callable | null {
  const node = unwrap(expression);
  if (node.type !== 'MemberExpression' || node.computed) return null;
  const name = keyText(node.property);
  const statics = name === null ? null : ownClass(node.object, scope);
  const method = statics && name !== null ? statics.ownMethod(name) : null;
  // `this` stays the class that it is called on.
  return method && { node: method.node, scope: { ...method.scope, ...statics, asClass: true } };
}

/**
 * The static members of the class that an expression stands for: `this` in a static member, `this.constructor` in others,
 * also by the name of a constant.
 */
export function ownClass(node: Ast.Node, scope: Scope): Statics | null {
  const held = node.type === 'Identifier' ? scope.bindings?.get(node.name) : undefined;
  if (held) {
    const isAsked = !('value' in held) && held.node.type === 'MemberExpression';
    return isAsked ? ownClass(held.node, held.scope) : null;
  }
  if (node.type === 'ThisExpression') return scope.asClass ? staticsOf(scope) : null;
  if (node.type !== 'MemberExpression' || scope.asClass || node.object.type !== 'ThisExpression') return null;
  if (node.computed || keyText(node.property) !== 'constructor') return null;
  if (!scope.element?.statics) return staticsOf(scope);
  scope.element.staticsAsked = true;
  return scope.element.statics;
}

/** A class and, one after the other, those above it, as far as they are named; also those that mixins on the way make. */
export function* classesFrom(first: ClassPlace | null): Generator<ClassPlace> {
  let place = first;
  for (let count = 0; place && count < DEEPEST; count += 1) {
    yield place;
    place = classAbove(place);
  }
}

const ABOVE = new WeakMap<Ast.Class, ClassPlace | null>();

/** The class that one extends, as far as it is named, or a mixin makes it. */
export function classAbove({ node, scope }: ClassPlace): ClassPlace | null {
  // Inside a function it may be another one at each call.
  const isOnlyOne = !scope.bindings || scope.bindings.size === 0;
  const known = isOnlyOne ? ABOVE.get(node) : undefined;
  if (known !== undefined) return known;
  const { superClass } = node;
  const mixed = superClass && mixedIn(superClass, scope);
  const above = mixed ?? (superClass ? classNamed(superClass, scope) : null);
  if (isOnlyOne) ABOVE.set(node, above);
  return above;
}

/** The class that an expression leads to where it is a call of a mixin, or a parameter that was given one. */
function mixedIn(expression: Ast.Node, scope: Scope): ClassPlace | null {
  let [node, place] = [unwrap(expression), scope];
  for (let count = 0; node.type === 'Identifier' && count < DEEPEST; count += 1) {
    const bound = place.bindings?.get(node.name);
    if (!bound || 'value' in bound) return null;
    [node, place] = [unwrap(bound.node), bound.scope];
  }
  return node.type === 'CallExpression' ? classMade(node, place) : null;
}

const MADE = new WeakMap<Ast.CallExpression, ClassPlace | null>();

/** The class that a call of a mixin makes. */
function classMade(call: Ast.CallExpression, scope: Scope): ClassPlace | null {
  // Inside a function it may be another one at each call.
  const isOnlyOne = !scope.bindings || scope.bindings.size === 0;
  const known = isOnlyOne ? MADE.get(call) : undefined;
  if (known !== undefined) return known;
  const place = madeBy(call, scope);
  if (isOnlyOne) MADE.set(call, place);
  return place;
}

function madeBy(call: Ast.CallExpression, scope: Scope): ClassPlace | null {
  const made = callableOf(call.callee, scope);
  const result = made && returned(made.node);
  if (!result) return null;
  const node = unwrap(result);
  const declared = node.type === 'Identifier' ? localDeclarations(made.node).get(node.name) : undefined;
  const inner = declared?.kind === 'class' ? declared.node : node;
  if (inner.type !== 'ClassExpression' && inner.type !== 'ClassDeclaration') return null;
  return { node: inner, scope: { ...made.scope, bindings: calledWith(made, call.arguments, scope) } };
}

/** What a call of a function gives that itself returns one: `Mixin(options)` in `Mixin(options)(Base)`. */
export function returnedFunction(node: Ast.CallExpression, scope: Scope): Callable | null {
  const callee = unwrap(node.callee);
  if (callee.type !== 'Identifier' && callee.type !== 'MemberExpression') return null;
  return functionBy(callableOf(callee, scope, 1), node, scope);
}

/** The same, also where the function calls another one for it: `options => compose(Mixin(options), Other)`. */
function madeFunction(node: Ast.CallExpression, scope: Scope, depth: number): Callable | null {
  const outer = callableOf(node.callee, scope, depth + 1);
  const { type } = unwrap(node.callee);
  const made = type === 'Identifier' || type === 'MemberExpression' ? functionBy(outer, node, scope) : null;
  if (made || !outer) return made;
  const call = returned(outer.node);
  return call?.type === 'CallExpression' ? callableOf(call, insideOf(outer, node, scope), depth + 1) : null;
}

function functionBy(outer: Callable | null, node: Ast.CallExpression, scope: Scope): Callable | null {
  const result = outer && functionReturned(outer.node);
  return result && { node: result, scope: insideOf(outer, node, scope) };
}

/** What names stand for inside of a function that is called so. */
export function insideOf(called: Callable, call: Ast.CallExpression, caller: Scope): Scope {
  const bindings = calledWith(called, call.arguments, caller);
  return withLocals({ ...called.scope, bindings }, [called.node]);
}

/** The function that another one returns: written there, or declared in it. */
export function functionReturned(node: FunctionNode): FunctionNode | null {
  const result = returned(node);
  const inner = result && unwrap(result);
  const declared = inner?.type === 'Identifier' ? localDeclarations(node).get(inner.name) : undefined;
  if (declared?.kind === 'function') return declared.node;
  return inner && isFunction(inner) ? inner : null;
}

/** Through so many names and calls an object is followed. */
const LONGEST = 8;

/** An object as it is written, and where its values are looked up. */
export interface Written {
  node: Ast.ObjectExpression;
  scope: Scope;
}

/** The object that an expression leads to: through names, a function that returns one, one that is handed it alone. */
export function writtenObject(expression: Ast.Node, scope: Scope, depth = 0): Written | null {
  if (depth > LONGEST) return null;
  const node = unwrap(expression);
  if (node.type === 'ObjectExpression') return { node, scope };
  if (node.type === 'Identifier') {
    const held = heldBy(node.name, scope);
    return held && !('value' in held) ? writtenObject(held.node, held.scope, depth + 1) : null;
  }
  if (node.type !== 'CallExpression') return null;
  const called = callableOf(node.callee, scope, depth + 1);
  const result = called && returned(called.node);
  if (result) {
    const bindings = calledWith(called, node.arguments, scope);
    const inner = withLocals({ ...called.scope, bindings }, [called.node]);
    const made = writtenObject(result, inner, depth + 1);
    if (made) return made;
  }
  const [only, ...others] = node.arguments;
  return only && others.length === 0 ? writtenObject(only, scope, depth + 1) : null;
}

/** The expression that such an object holds under a name; null where it says nothing of it. */
export function writtenMember({ node, scope }: Written, name: string): Bound | null {
  const found = node.properties.findLast(
    (one) => one.type === 'Property' && !one.computed && keyText(one.key) === name,
  );
  return found?.type === 'Property' ? { node: found.value as Ast.Node, scope } : null;
}
