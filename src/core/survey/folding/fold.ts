/**
 * Constant folding across modules: what an expression is worth, from source alone. Nothing is run: only
 * literals, constants, templates, concatenation, arrays with spreads, frozen objects, enums, static members of
 * classes, pure methods over them and functions made of those are followed.
 */

import type { Found } from '../modules/modules.js';
import { functionsAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { foldArrayMethod, foldBuiltInCall, foldObjectCall, foldTextMethod } from './built-ins.js';
import { bundledMember } from './bundled.js';
import { callableOf, ownClass, ownMethodOf, staticMethodOf } from './callables.js';
import { classNamed } from './class-named.js';
import { codeBehind, codeIn } from './code-behind.js';
import { foldNew, foldObjectMethod } from './collections.js';
import { askedInTrial, heldInTrial, isIn, methodInTrial, tagUnder } from './element.js';
import { fieldName } from './fields.js';
import type { Folded } from './folded.js';
import { asString, isFoldedObject, isReference, UNKNOWN } from './folded.js';
import type { Callable, Named, Scope } from './functions.js';
import { calledName, unwrap } from './functions.js';
import { foldOfInstance, methodOfInstance } from './instances.js';
import type { Folder } from './interpret.js';
import { runBody, scopeAt } from './interpret.js';
import { foldAssigned, keptBefore, leftOf } from './kept.js';
import {
  copiesInto,
  foldArray,
  foldEnum,
  foldFilled,
  foldLiteral,
  foldObject,
  foldRaw,
  foldSpread,
  foldTemplate,
  READING,
  SPREADING,
} from './literals.js';
import { constantBehind, globalMember, isExtended, lengthOf } from './named.js';
import { foldBinary, foldConditional, foldConversion, foldLogical, foldUnary } from './operators.js';
import { madeElement, platformMember } from './platform.js';
import { calledWith, calledWithValues, isLocal, selfNamed } from './scopes.js';
import { foldStatic, staticMember } from './statics.js';

const DEEPEST = 160;
const MOST_STEPS = 60_000;
const LONGEST_TEXT = 20_000;
const LONGEST_LIST = 5_000;

/** Steps taken since the outermost call: what keeps hostile source from taking for ever. */
let steps = 0;

/** The value of an expression, or UNKNOWN. Never throws; cycles and what would take too long end in UNKNOWN. */
export function fold(node: Ast.Node, scope: Scope, depth = 0): Folded {
  if (depth === 0) steps = 0;
  steps += 1;
  if (depth > DEEPEST || steps > MOST_STEPS) return UNKNOWN;
  const value = foldNode(node, scope, depth);
  if (typeof value === 'string' && value.length > LONGEST_TEXT) return UNKNOWN;
  return Array.isArray(value) && value.length > LONGEST_LIST ? UNKNOWN : value;
}

const FOLDER: Folder = {
  fold,
  spend: () => {
    steps += 1;
    return steps <= MOST_STEPS;
  },
};

function foldNode(node: Ast.Node, scope: Scope, depth: number): Folded {
  const inner = (next: Ast.Node) => fold(next, scope, depth + 1);
  switch (node.type) {
    case 'Literal':
      return foldLiteral(node);
    case 'TemplateLiteral':
      return foldTemplate(node, inner);
    case 'TaggedTemplateExpression':
      return foldRaw(node);
    case 'Identifier':
      return foldName(node, scope, depth);
    case 'ThisExpression':
      return scope.own || scope.element ? { reference: 'this' } : UNKNOWN;
    case 'SequenceExpression':
      return foldFilled(node, inner) ?? inner(node.expressions.at(-1) as Ast.Node);
    case 'AssignmentExpression':
      return foldAssigned(node, scope, inner);
    case 'UnaryExpression':
      return foldUnary(node.operator, inner(node.argument));
    case 'BinaryExpression':
      if (node.operator === 'in') return isIn(inner(node.left), node.right, scope);
      return foldBinary(node.operator, inner(node.left), inner(node.right));
    case 'ConditionalExpression':
      return foldConditional(
        inner(node.test),
        () => inner(node.consequent),
        () => inner(node.alternate),
      );
    case 'LogicalExpression':
      return foldLogical(node.operator, leftOf(node, scope, inner), () => inner(node.right));
    case 'ArrayExpression':
      return foldArray(node, inner);
    case 'ObjectExpression':
      return foldObject(node, inner, (value) => callableOf(value, scope));
    case 'MemberExpression': {
      const value = foldMember(node, scope, depth);
      const isCode = scope.trial && (value === UNKNOWN || isReference(value));
      return isCode ? (codeIn(node, scope) ?? value) : value;
    }
    case 'CallExpression':
      return foldCall(node, scope, depth);
    case 'NewExpression':
      return foldNew(node, inner);
    default:
      return unwrap(node) === node ? UNKNOWN : inner(unwrap(node));
  }
}

/** Values of top-level constants, which are the same wherever they are asked for. */
const CONSTANTS = new WeakMap<Ast.Node, Folded>();

function foldName(node: Named, scope: Scope, depth: number): Folded {
  const { name } = node;
  if (name === 'undefined') return undefined;
  if (name === 'NaN') return Number.NaN;
  if (selfNamed(node, scope)) return { reference: name };
  const bound = scope.bindings?.get(name);
  if (bound) return 'value' in bound ? bound.value : fold(bound.node, bound.scope, depth + 1);
  const found = scope.graph.find(name, scope.module);
  if (!found)
    return scope.module.declarations.has(name) || isLocal(node, scope.module) ? UNKNOWN : { reference: name };
  return foldFound(found, scope, depth);
}

function foldFound({ module, name, declaration }: Found, scope: Scope, depth: number): Folded {
  const inner = { graph: scope.graph, module };
  switch (declaration.kind) {
    case 'variable': {
      const { init } = declaration;
      if (!init) return UNKNOWN;
      if (CONSTANTS.has(init)) return CONSTANTS.get(init);
      // While it is being worked out it counts as unknown, which ends cycles.
      CONSTANTS.set(init, UNKNOWN);
      const value = fold(init, inner, depth + 1);
      CONSTANTS.set(init, value);
      if (value === UNKNOWN && (callableOf(init, inner) || classNamed(init, inner)))
        return { reference: name };
      return value;
    }
    case 'member': {
      const object = fold(declaration.object, inner, depth + 1);
      if (isFoldedObject(object)) return object.object.get(declaration.key);
      return Array.isArray(object) ? (object[Number(declaration.key)] ?? UNKNOWN) : UNKNOWN;
    }
    case 'enum':
      return foldEnum(declaration.node, (next) => fold(next, inner, depth + 1));
    case 'class':
    case 'function':
      return { reference: name };
    default:
      return UNKNOWN;
  }
}

function foldMember(node: Ast.MemberExpression, scope: Scope, depth: number): Folded {
  const kept = keptBefore(node, scope);
  if (kept) return kept.value;
  const property = node.computed ? fold(node.property, scope, depth + 1) : null;
  const name = node.computed ? asString(property ?? null) : fieldName(node.property);
  if (name !== null) {
    const held = heldInTrial(node.object, name, scope);
    if (held !== undefined) return held;
    if (node.object.type === 'Super') return scope.above?.(name, depth + 1) ?? UNKNOWN;
    if (node.object.type === 'ThisExpression') {
      const own = scope.own?.(name, depth + 1);
      return (
        own ??
        tagUnder(name, node.object, scope) ??
        (scope.bindings?.has('this') ? foldStatic(node.object, name, scope, depth, FOLDER) : null) ??
        (scope.own && scope.asClass ? own : UNKNOWN)
      );
    }
    const statics = ownClass(node.object, scope);
    if (statics) return statics.own(name, depth + 1);
    if (node.object.type === 'Identifier' && !selfNamed(node.object, scope)) {
      // `Base.x` in a class that extends Base, which may be what a mixin is applied to, is `super.x`.
      if (isExtended(node.object.name, scope)) return scope.above?.(name, depth + 1) ?? UNKNOWN;
      const found = scope.graph.findMember(node.object.name, name, scope.module);
      if (found) return foldFound(found, scope, depth + 1);
      const bundled = bundledMember(node.object, name, scope);
      if (bundled) return fold(bundled.node, bundled.scope, depth + 1);
      const tag = tagUnder(name, node.object, scope);
      if (tag !== null) return tag;
    }
  }
  const object = fold(node.object, scope, depth + 1);
  if (node.optional && (object ?? null) === null) return undefined;
  if (Array.isArray(object)) {
    if (name === 'length')
      return object.includes(UNKNOWN) ? (lengthOf(node.object, scope) ?? UNKNOWN) : object.length;
    return typeof property === 'number' ? object[property] : UNKNOWN;
  }
  const key = name ?? (typeof property === 'number' ? String(property) : null);
  if (key === null) return UNKNOWN;
  if (isFoldedObject(object)) return object.object.has(key) ? object.object.get(key) : undefined;
  if (typeof object === 'string' && key === 'length') return object.length;
  if (!isReference(object) && object !== UNKNOWN) return UNKNOWN;
  const ofPlatform = platformMember(object, key);
  if (ofPlatform !== null) return ofPlatform;
  return (
    foldStatic(node.object, key, scope, depth, FOLDER) ??
    foldOfInstance(node.object, key, scope, depth, FOLDER) ??
    UNKNOWN
  );
}

/** A scope in which what the function around a node does before it is known; null where that is not known. */
export function scopeBefore(node: Ast.Node, scope: Scope): Scope | null {
  const around = functionsAround(node, scope.module.program).at(-1);
  if (!around) return null;
  steps = 0;
  return scopeAt(node, { node: around, scope }, FOLDER);
}

/** A static member that the class itself has; undefined when it has none of that name. */
export function foldStaticMember(
  node: Ast.Class,
  name: string,
  scope: Scope,
  depth: number,
): Folded | undefined {
  return staticMember(node, name, scope, depth, FOLDER);
}

function foldCall(node: Ast.CallExpression, scope: Scope, depth: number): Folded {
  const inner = (next: Ast.Node) => fold(next, scope, depth + 1);
  const callee = unwrap(node.callee);
  if (callee.type === 'MemberExpression' && callee.property.type === 'Identifier' && !callee.computed) {
    const { name } = callee.property;
    const asked = askedInTrial(callee, name, () => inner(node.arguments[0] ?? callee), scope);
    const value = asked ? asked.value : foldMethodCall(callee, name, node.arguments, scope, depth, inner);
    if (asked || value !== null) return value;
  }
  const isGlobal = callee.type === 'Identifier' && !scope.module.declarations.has(callee.name);
  if (isGlobal && node.arguments[0]) {
    const value = foldConversion(callee.name, inner(node.arguments[0]));
    if (value !== null) return value;
  }
  const name = calledName(callee);
  if (READING.test(name) && node.arguments[0]) return inner(node.arguments[0]);
  if (SPREADING.lists.test(name)) return foldSpread(node.arguments, inner);
  const called =
    callableOf(callee, scope) ??
    staticMethodOf(callee, scope) ??
    ownMethodOf(callee, scope) ??
    methodInTrial(callee, scope) ??
    methodOfInstance(callee, scope, FOLDER);
  if (SPREADING.objects.test(name) || (called && copiesInto(called)))
    return foldObjectCall('assign', node.arguments.map(inner));
  if (called) return foldFunction(called, node, scope, depth);
  const renamed = globalMember(callee, scope);
  const call = (index: number) => callbackOf(node.arguments[index], scope, depth);
  const value = renamed && foldBuiltInCall(renamed.object, renamed.name, node.arguments, inner, call);
  return value ?? foldBehind(node, callee, scope, depth);
}

/** A call of what a table or an option holds, in code that is tried out. */
function foldBehind(node: Ast.CallExpression, callee: Ast.Node, scope: Scope, depth: number): Folded {
  const value = scope.trial ? fold(callee, scope, depth + 1) : UNKNOWN;
  const code = codeBehind(value);
  if (code) return foldFunction(code, node, scope, depth);
  const [first] = node.arguments;
  if (!isReference(value) || !first) return UNKNOWN;
  return foldConversion(value.reference, fold(first, scope, depth + 1)) ?? UNKNOWN;
}

function foldFunction(called: Callable, node: Ast.CallExpression, scope: Scope, depth: number): Folded {
  if (called.node.async || called.node.generator) return UNKNOWN;
  const bindings = calledWith(called, node.arguments, scope);
  return runBody({ node: called.node, scope: { ...called.scope, bindings } }, scope, depth + 1, FOLDER);
}

/** A method of a constant; null when the receiver has none such, so that the callee may still be a known function. */
function foldMethodCall(
  callee: Ast.MemberExpression,
  method: string,
  args: readonly Ast.Argument[],
  scope: Scope,
  depth: number,
  inner: (node: Ast.Node) => Folded,
): Folded | null {
  const { object } = callee;
  const call = (index: number) => callbackOf(args[index], scope, depth);
  const isDeclared = object.type === 'Identifier' && scope.module.declarations.has(object.name);
  const builtIn = isDeclared ? null : foldBuiltInCall(object, method, args, inner, call);
  if (builtIn !== null) return builtIn;
  const receiver = inner(object);
  if (method === 'createElement' && args[0]) return madeElement(receiver, inner(args[0]));
  if (typeof receiver === 'string') {
    const written = args.map((one) => constantBehind(one, scope));
    return foldTextMethod(method, receiver, written, inner, call(1));
  }
  if (Array.isArray(receiver)) return foldArrayMethod(method, receiver, args.map(inner), call(0));
  if (isFoldedObject(receiver)) return foldObjectMethod(method, receiver, args.map(inner));
  // Of a list that cannot be told, with others after it, those others can.
  return receiver === UNKNOWN && method === 'concat'
    ? foldArrayMethod(method, [UNKNOWN], args.map(inner), null)
    : null;
}

/** A function given to `map`, `filter`, `replace` and the like, as a function over folded values. */
function callbackOf(
  argument: Ast.Argument | undefined,
  scope: Scope,
  depth: number,
): ((...values: Folded[]) => Folded) | null {
  const called: Callable | null = argument ? callableOf(argument, scope) : null;
  return called && ((...values) => runWith(called, values, scope, depth));
}

/** What a function returns when it is called with folded values. */
export function foldCalled(called: Callable, values: readonly Folded[]): Folded {
  steps = 0;
  return runWith(called, values, called.scope, 0);
}

/** The same while something else is worked out, whose steps these are. */
export function foldCalledWithin(called: Callable, values: readonly Folded[]): Folded {
  return runWith(called, values, called.scope, 1);
}

/** What an expression inside a function is worth when that is called with folded values. */
export function foldCalledAt(node: Ast.Node, called: Callable, values: readonly Folded[]): Folded {
  const scope = { ...called.scope, bindings: calledWithValues(called, values, called.scope) };
  return fold(node, scopeAt(node, { ...called, scope }, FOLDER) ?? scope, 1);
}

/** Works something out in so many steps at most; gives the steps that it took as well. */
export function inSteps<T>(most: number, work: () => T): { value: T; taken: number } {
  const start = MOST_STEPS - Math.min(most, MOST_STEPS);
  steps = start;
  const value = work();
  return { value, taken: steps - start };
}

function runWith(called: Callable, values: readonly Folded[], scope: Scope, depth: number): Folded {
  const bindings = calledWithValues(called, values, scope);
  return runBody({ node: called.node, scope: { ...called.scope, bindings } }, scope, depth + 1, FOLDER);
}
