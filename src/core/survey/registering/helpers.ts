/** Registrations through helpers: functions that call the registry with what they are given. */

import type { Registration } from '../../contract/types.js';
import { chainOf } from '../classes/classes.js';
import { isClass } from '../classes/layers.js';
import { callableOf, functionReturned, returnedFunction, staticMethodOf } from '../folding/callables.js';
import type { Callable, FunctionNode, Scope } from '../folding/functions.js';
import { calledName, isFunction, originalName, unwrap } from '../folding/functions.js';
import { calledWith, parameterNames, withLocals } from '../folding/scopes.js';
import type { Module } from '../modules/modules.js';
import { callInPlace, functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
import { TAG_KEYS, tagsGiven } from './element-names.js';
import type { Finding } from './registering.js';
import {
  DEFINING_NAME,
  extendsOf,
  isAnotherCase,
  isDefine,
  isTagLiteral,
  loopedOver,
  roundsAt,
  scopesAt,
} from './registering.js';

import { isCalledLater } from './running.js';
import { callsNothing, isTable, viewCall } from './views.js';

/**
 * A call of something that defines: a function of the material whose body calls the registry, or one out of reach
 * that is named for it and is given a tag and a class.
 */
export function helperCall(node: Ast.CallExpression, scope: Scope): Finding[] {
  const callee = unwrap(node.callee);
  const { program } = scope.module;
  const around = functionsAround(node, program);
  if (isModuleDefinition(node, scope)) return [];
  if (!isNamedForIt(callee, scope) && !mayDefine(callee, node, around, scope)) return [];
  const registers: Registration = isCalledLater(around, scope) ? 'by-call' : 'on-import';
  return scopesAt(node, around, scope).flatMap((inner) => {
    const helper = definingFunction(callee, inner);
    const found = helper
      ? throughHelper(node, helper, inner, registers)
      : byName(node, callee, around, inner, registers);
    return found.length > 0 ? found : viewCall(node, around, inner, registers);
  });
}

/** `define('big-pier', [], function () {})`, where nothing is called `define`: a module of a loader, with what it asks for. */
function isModuleDefinition(
  { callee, arguments: [name, list, factory] }: Ast.CallExpression,
  scope: Scope,
): boolean {
  return (
    callee.type === 'Identifier' &&
    callee.name === 'define' &&
    !scope.module.declarations.has('define') &&
    !scope.bindings?.has('define') &&
    name?.type === 'Literal' &&
    list?.type === 'ArrayExpression' &&
    factory !== undefined
  );
}

/** What a function registers, whatever its name, that is handed a class which it may make an element of. */
export function definingCall(node: Ast.CallExpression, scope: Scope): Finding[] {
  const helper = definingFunction(unwrap(node.callee), scope);
  return helper ? throughHelper(node, helper, scope, 'on-import') : [];
}

/** The tags that a function registers, of which `defining` is a call of the registry, where it is called with nothing. */
export function tagsDefinedBy(helper: Callable, defining: Ast.CallExpression): string[] {
  const bound = {
    ...helper,
    scope: { ...helper.scope, bindings: calledWith(helper, [], helper.scope, false) },
  };
  return registeredIn(bound, defining, helper.scope, 'by-call').map((one) => one.tag);
}

/** A bundler may have changed the name here, or where it is exported. */
function isNamedForIt(callee: Ast.Node, scope: Scope): boolean {
  return [calledName(callee), originalName(callee, scope)].some((name) => DEFINING_NAME.test(name));
}

/**
 * What a module takes out of an object may have had another name there: `const { customElement: c } = runtime;`. Looks into
 * that module, as the name that a function was imported by does not.
 */
function isTakenFromNamed(callee: Ast.Node, { graph, module }: Scope): boolean {
  const found = callee.type === 'Identifier' ? graph.find(callee.name, module) : null;
  return found?.declaration.kind === 'member' && DEFINING_NAME.test(found.declaration.key);
}

/** Any other function may define, too, if it is given a tag: itself, or as what a parameter stands for when left out. */
function mayDefine(
  callee: Ast.Node,
  node: Ast.CallExpression,
  around: readonly FunctionNode[],
  { module }: Scope,
): boolean {
  if (callee.type === 'MemberExpression') return isMethodOf(callee) && node.arguments.some(isTagLiteral);
  if (callee.type !== 'Identifier') return false;
  const names = around.flatMap(({ params }) => params.flatMap(nameWithTag));
  return node.arguments.some(
    (one) =>
      isTagLiteral(one) ||
      holdsTag(one) ||
      (one.type === 'Identifier' && (names.includes(one.name) || isGivenTag(one.name, module))),
  );
}

/** `Pier.tagName = 'a-b';` */
function isGivenTag(name: string, { assigned }: Module): boolean {
  return TAG_KEYS.some((key) => {
    const given = assigned.get(`${name}.${key}`);
    return given !== undefined && isTagLiteral(given);
  });
}

/** `{ tagName: 'a-b' }`, also put together with others: `Object.assign({}, options, { tagName: 'a-b' })`. */
function holdsTag(node: Ast.Node): boolean {
  if (node.type === 'CallExpression')
    return calledName(unwrap(node.callee)) === 'assign' && node.arguments.some(holdsTag);
  return TAG_KEYS.some((key) => {
    const given = entryOf(node, key);
    return given !== null && isTagLiteral(given);
  });
}

/** `TheBase.method` */
function isMethodOf({ object }: Ast.MemberExpression): boolean {
  return object.type === 'Identifier' && object.name !== 'document';
}

/** The name in `name = "a-b"`. */
function nameWithTag(parameter: Ast.Node): string[] {
  const isTag = parameter.type === 'AssignmentPattern' && isTagLiteral(parameter.right);
  return isTag && parameter.left.type === 'Identifier' ? [parameter.left.name] : [];
}

function definingFunction(callee: Ast.Node, scope: Scope): Callable | null {
  if (callee.type !== 'Identifier' && callee.type !== 'MemberExpression') return null;
  const called = calledAt(callee, scope);
  return called && definesIn(called).length > 0 ? called : null;
}

const calledAt = (callee: Ast.Node, scope: Scope) =>
  callableOf(callee, scope) ?? staticMethodOf(callee, scope);

const DEFINES = new WeakMap<FunctionNode, Ast.CallExpression[]>();

/**
 * The calls of the registry in a function's body, also in functions inside it that take nothing, or each of a list, or
 * are called where they stand. (One that takes the class is a decorator's, and one that is given back somebody else's:
 * they are not called yet.) Where there are none, calls of what is named for it.
 */
export function definesIn({ node, scope }: Callable): Ast.CallExpression[] {
  const known = DEFINES.get(node);
  if (known) return known;
  const { program, source } = scope.module;
  const given = functionReturned(node);
  const runs = (call: Ast.Node) =>
    functionsAround(call, program).every(
      (one) =>
        one.start <= node.start ||
        (one.params.length === 0 && one !== given) ||
        callInPlace(one, program) !== null ||
        (node.params.length > 0 && loopedOver(one, scope) !== null),
    );
  const all = within('call', node, program).filter(runs);
  const direct = /\bdefine\b/.test(source) ? all.filter(isDefine) : [];
  const calls =
    direct.length > 0
      ? direct
      : all.filter((one) => one.arguments.length > 1 && DEFINING_NAME.test(calledName(unwrap(one.callee))));
  DEFINES.set(node, calls);
  return calls;
}

function throughHelper(
  node: Ast.CallExpression,
  helper: Callable,
  scope: Scope,
  registers: Registration,
): Finding[] {
  return registeredIn(boundBy(node, helper, scope), node, scope, registers);
}

/** A function whose parameters are bound in its scope to what a call hands it. */
function boundBy(node: Ast.CallExpression, helper: Callable, scope: Scope): Callable {
  const bindings = calledWith(helper, node.arguments, scope);
  return { ...helper, scope: { ...helper.scope, bindings } };
}

/** So many helpers call one another. */
const DEEPEST = 4;

/** What a function registers, its parameters being bound in its scope, for the call that leads to it. */
export function registeredIn(
  helper: Callable,
  node: Ast.CallExpression,
  scope: Scope,
  registers: Registration,
  depth = 0,
): Finding[] {
  const inner = withLocals(helper.scope, [helper.node]);
  const called = scope.graph.isOwn(helper.scope.module) ? {} : { called: { node, scope } };
  const { start } = helper.node;
  return definesIn(helper).flatMap((call) => {
    const [first, second, options] = call.arguments;
    if (!first || !second) return [];
    const around = functionsAround(call, helper.scope.module.program).filter((one) => one.start > start);
    return roundsAt(call, around, helper.scope, withLocals(inner, around), start).flatMap((round) => {
      const target = { node: unwrap(second), scope: round };
      if (isTable(target.node, round) || isAnotherCase(call, round)) return [];
      // What is named for it may be a helper as well, which knows more of the tag.
      const further =
        isDefine(call) || depth >= DEEPEST ? null : definingFunction(unwrap(call.callee), round);
      if (further) return registeredIn(boundBy(call, further, round), node, scope, registers, depth + 1);
      // What only bears the name need not define: it is asked for a class.
      if (!isDefine(call) && !leadsToClass(target)) return [];
      const extendsTag = options ? extendsOf(options, round) : null;
      return tagsGiven(first, round).map((tag) => ({
        tag,
        ...target,
        place: node,
        registers,
        extendsTag,
        ...called,
      }));
    });
  });
}

/** A helper out of reach: `defineElement('a-b', TheClass)`, in either order. */
function byName(
  node: Ast.CallExpression,
  callee: Ast.Node,
  around: readonly FunctionNode[],
  scope: Scope,
  registers: Registration,
): Finding[] {
  if (!isNamedForIt(callee, scope) && !isTakenFromNamed(callee, scope)) return [];
  if (callsNothing(callee, scope) || returnedFunction(node, scope)) return [];
  const args = node.arguments.filter((one) => one.type !== 'SpreadElement');
  const at = args.findIndex((one) => one.type !== 'ObjectExpression' && tagsGiven(one, scope).length > 0);
  const given = args[at];
  const target = args.find(
    (one, index) => index !== at && (isClass(unwrap(one)) || unwrap(one).type === 'Identifier'),
  );
  if (!given || !target || isFunction(target) || isHandedOver(target, around, scope)) return [];
  const { layers, platform, lost } = chainOf({ node: target, scope, name: null }, scope.graph);
  // A function that can be read would be seen to make an element of a class that is none.
  const isElement = platform !== null || lost !== null;
  return layers.length > 0 && (isElement || !calledAt(callee, scope))
    ? tagsGiven(given, scope).map((tag) => ({ tag, node: target, scope, place: node, registers }))
    : [];
}

/**
 * Is it a parameter of which nobody knows what it is given, or handed on from one? A class of the module may go by the same
 * name.
 */
export function isHandedOver(node: Ast.Node, around: readonly FunctionNode[], { bindings }: Scope): boolean {
  let [one, known] = [node, bindings];
  for (let count = 0; one.type === 'Identifier' && count < MOST_HANDS; count += 1) {
    const bound = known?.get(one.name);
    if (!bound) break;
    [one, known] = [unwrap(bound.node), bound.scope.bindings];
  }
  if (one.type !== 'Identifier' || known?.has(one.name)) return false;
  const { name } = one;
  return around.some(({ params }) => params.some((parameter) => parameterNames(parameter).includes(name)));
}

/** So often a value is handed on from one function to the next. */
const MOST_HANDS = 8;

/** Does an expression name a class, or make one? */
export function leadsToClass({ node, scope }: { node: Ast.Node; scope: Scope }): boolean {
  return chainOf({ node, scope, name: null }, scope.graph).layers.length > 0;
}
