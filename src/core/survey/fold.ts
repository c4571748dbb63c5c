/**
 * Constant folding across modules: what an expression is worth, from source alone. Nothing is run: only
 * literals, constants, templates, concatenation, arrays with spreads, frozen objects, enums, static members of
 * classes, pure methods over them and functions made of those are followed.
 */

import { Bindings } from './bindings.js';
import type { Folded, FoldedObject } from './folded.js';
import { asString, isFoldedObject, isObjectLike, isReference, isSame, UNKNOWN } from './folded.js';
import { foldArrayMethod, foldObjectCall, foldTextMethod } from './folded-methods.js';
import type { Callable, Scope } from './functions.js';
import {
  boundTo,
  callableOf,
  calledName,
  calledWith,
  staticGetter,
  staticValue,
  unwrap,
} from './functions.js';
import type { Folder } from './interpret.js';
import { runBody } from './interpret.js';
import type { Found } from './modules.js';
import type { Ast } from './parse.js';

const DEEPEST = 48;
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
      return node.value === null || ['string', 'number', 'boolean'].includes(typeof node.value)
        ? (node.value as string | number | boolean | null)
        : UNKNOWN;
    case 'TemplateLiteral':
      return foldTemplate(node, inner);
    case 'TaggedTemplateExpression':
      return node.quasi.expressions.length === 0 && isRaw(node.tag)
        ? (node.quasi.quasis[0]?.value.raw ?? UNKNOWN)
        : UNKNOWN;
    case 'Identifier':
      return foldName(node.name, scope, depth);
    case 'ThisExpression':
      return scope.own ? { reference: 'this' } : UNKNOWN;
    case 'TSAsExpression':
    case 'TSSatisfiesExpression':
    case 'TSNonNullExpression':
    case 'TSTypeAssertion':
    case 'ParenthesizedExpression':
    case 'ChainExpression':
      return inner(node.expression);
    case 'SequenceExpression':
      return foldFilled(node, inner) ?? inner(node.expressions.at(-1) as Ast.Node);
    case 'AssignmentExpression':
      return node.operator === '=' ? inner(node.right) : UNKNOWN;
    case 'UnaryExpression':
      return foldUnary(node.operator, inner(node.argument));
    case 'BinaryExpression':
      return foldBinary(node.operator, inner(node.left), inner(node.right));
    case 'ConditionalExpression':
      return foldConditional(
        inner(node.test),
        () => inner(node.consequent),
        () => inner(node.alternate),
      );
    case 'LogicalExpression':
      return foldLogical(node.operator, inner(node.left), () => inner(node.right));
    case 'ArrayExpression':
      return foldArray(node, inner);
    case 'ObjectExpression':
      return foldObject(node, inner);
    case 'MemberExpression':
      return foldMember(node, scope, depth);
    case 'CallExpression':
      return foldCall(node, scope, depth);
    case 'NewExpression':
      return foldNew(node, inner);
    default:
      return UNKNOWN;
  }
}

/** An object that is filled on the way: `((s = {}).A = 'a', s.B = 'b', s)`, as minifiers write an enum; else null. */
function foldFilled(
  { expressions }: Ast.SequenceExpression,
  inner: (node: Ast.Node) => Folded,
): Folded | null {
  const last = expressions.at(-1);
  if (last?.type !== 'Identifier') return null;
  const object = new Map<string, Folded>();
  for (const one of expressions) {
    if (one.type !== 'AssignmentExpression' || one.left.type !== 'MemberExpression') continue;
    const holder = unwrap(one.left.object);
    const name = holder.type === 'AssignmentExpression' ? holder.left : holder;
    const key = keyName(one.left.property, one.left.computed, inner);
    if (name.type === 'Identifier' && name.name === last.name && key !== null)
      object.set(key, inner(one.right));
  }
  return object.size > 0 ? { object } : null;
}

function isRaw(tag: Ast.Node): boolean {
  return tag.type === 'MemberExpression' && tag.property.type === 'Identifier' && tag.property.name === 'raw';
}

function foldTemplate(node: Ast.TemplateLiteral, inner: (node: Ast.Node) => Folded): Folded {
  let text = '';
  for (const [index, quasi] of node.quasis.entries()) {
    text += quasi.value.cooked ?? '';
    const hole = node.expressions[index];
    if (!hole) continue;
    const value = inner(hole);
    if (value === UNKNOWN || isObjectLike(value)) return UNKNOWN;
    text += String(value);
  }
  return text;
}

/** Values of top-level constants, which are the same wherever they are asked for. */
const CONSTANTS = new WeakMap<Ast.Node, Folded>();

function foldName(name: string, scope: Scope, depth: number): Folded {
  if (name === 'undefined') return undefined;
  const bound = scope.bindings?.get(name);
  if (bound) return 'value' in bound ? bound.value : fold(bound.node, bound.scope, depth + 1);
  const found = scope.graph.find(name, scope.module);
  if (!found) return scope.module.declarations.has(name) ? UNKNOWN : { reference: name };
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
      return foldEnum(declaration.node, inner, depth);
    case 'class':
    case 'function':
      return { reference: name };
    default:
      return UNKNOWN;
  }
}

function foldEnum(node: Ast.TSEnumDeclaration, scope: Scope, depth: number): Folded {
  const object = new Map<string, Folded>();
  let next = 0;
  for (const member of node.body.members) {
    const name =
      member.id.type === 'Identifier' ? member.id.name : asString(fold(member.id, scope, depth + 1));
    if (name === null) continue;
    const value = member.initializer ? fold(member.initializer, scope, depth + 1) : next;
    if (typeof value === 'number') next = value + 1;
    object.set(name, value);
  }
  return { object };
}

function foldUnary(operator: string, value: Folded): Folded {
  if (operator === 'void') return undefined;
  if (value === UNKNOWN) return UNKNOWN;
  if (operator === '!') return isObjectLike(value) ? false : !value;
  if (operator === '-' && typeof value === 'number') return -value;
  if (operator === '+' && typeof value === 'number') return value;
  return UNKNOWN;
}

function foldBinary(operator: string, left: Folded, right: Folded): Folded {
  if (/^[!=]==?$/.test(operator)) {
    const isLoose = operator.length === 2 && (left ?? null) === null && (right ?? null) === null;
    const same = isLoose || isSame(left, right);
    return same === UNKNOWN ? UNKNOWN : same === operator.startsWith('=');
  }
  if (left === UNKNOWN || right === UNKNOWN || isObjectLike(left) || isObjectLike(right)) return UNKNOWN;
  if (operator === '+') {
    if (typeof left === 'number' && typeof right === 'number') return left + right;
    return typeof left === 'string' || typeof right === 'string' ? String(left) + String(right) : UNKNOWN;
  }
  if (typeof left === 'number' && typeof right === 'number') return foldNumbers(operator, left, right);
  return UNKNOWN;
}

function foldNumbers(operator: string, left: number, right: number): Folded {
  switch (operator) {
    case '-':
      return left - right;
    case '*':
      return left * right;
    case '/':
      return left / right;
    case '|':
      return left | right;
    case '&':
      return left & right;
    case '<<':
      return left << right;
    case '<':
      return left < right;
    case '>':
      return left > right;
    default:
      return UNKNOWN;
  }
}

/** Where the test cannot be told, the branches still may agree; objects of both are taken together. */
function foldConditional(test: Folded, consequent: () => Folded, alternate: () => Folded): Folded {
  if (isObjectLike(test)) return consequent();
  if (test !== UNKNOWN) return test ? consequent() : alternate();
  const both = [consequent(), alternate()] as const;
  if (both[0] === both[1]) return both[0];
  // Which of the two lists holds is not known: every name in them is possible, and that there are others, too.
  if (Array.isArray(both[0]) && Array.isArray(both[1]))
    return [...new Set<Folded>([...both[0], ...both[1], UNKNOWN])];
  return UNKNOWN;
}

function foldLogical(operator: string, left: Folded, right: () => Folded): Folded {
  if (left === UNKNOWN) {
    // `unknown ?? []` is a list of which nothing is known; `unknown || {}` an object to be filled.
    const other = operator === '&&' ? UNKNOWN : right();
    if (Array.isArray(other)) return [...other, UNKNOWN];
    return isFoldedObject(other) ? other : UNKNOWN;
  }
  const truthy = isObjectLike(left) || Boolean(left);
  if (operator === '||') return truthy ? left : right();
  if (operator === '&&') return truthy ? right() : left;
  return left === null || left === undefined ? right() : left;
}

/** A spread that cannot be told leaves UNKNOWN in the list: the others still count. */
function foldArray(node: Ast.ArrayExpression, inner: (node: Ast.Node) => Folded): Folded {
  const items: Folded[] = [];
  for (const element of node.elements) {
    if (element?.type === 'SpreadElement') {
      const spread = inner(element.argument);
      if (Array.isArray(spread)) for (const one of spread) items.push(one);
      else items.push(UNKNOWN);
    } else items.push(element ? inner(element) : undefined);
  }
  return items;
}

function foldObject(node: Ast.ObjectExpression, inner: (node: Ast.Node) => Folded): Folded {
  const object = new Map<string, Folded>();
  for (const property of node.properties) {
    if (property.type === 'SpreadElement') {
      const spread = inner(property.argument);
      if (isFoldedObject(spread)) for (const [name, value] of spread.object) object.set(name, value);
      continue;
    }
    const name = keyName(property.key, property.computed, inner);
    if (name !== null) object.set(name, property.kind === 'init' ? inner(property.value) : UNKNOWN);
  }
  return { object };
}

/** The name that a key of an object or a class stands for, or null. */
export function keyName(key: Ast.Node, computed: boolean, inner: (node: Ast.Node) => Folded): string | null {
  if (!computed && key.type === 'Identifier') return key.name;
  if (key.type === 'PrivateIdentifier') return null;
  const value = inner(key);
  return typeof value === 'number' ? String(value) : asString(value);
}

function foldMember(node: Ast.MemberExpression, scope: Scope, depth: number): Folded {
  const property = node.computed ? fold(node.property, scope, depth + 1) : null;
  const name =
    !node.computed && node.property.type === 'Identifier' ? node.property.name : asString(property ?? null);
  if (name !== null) {
    if (node.object.type === 'Super') return scope.above?.(name, depth + 1) ?? UNKNOWN;
    if (node.object.type === 'ThisExpression') return scope.own?.(name, depth + 1) ?? UNKNOWN;
    if (node.object.type === 'Identifier') {
      const found = scope.graph.findMember(node.object.name, name, scope.module);
      if (found) return foldFound(found, scope, depth + 1);
    }
  }
  const object = fold(node.object, scope, depth + 1);
  if (Array.isArray(object)) {
    if (name === 'length')
      return object.includes(UNKNOWN) ? (lengthOf(node.object, scope) ?? UNKNOWN) : object.length;
    return typeof property === 'number' ? object[property] : UNKNOWN;
  }
  const key = name ?? (typeof property === 'number' ? String(property) : null);
  if (key === null) return UNKNOWN;
  if (isFoldedObject(object)) return object.object.has(key) ? object.object.get(key) : undefined;
  if (typeof object === 'string' && key === 'length') return object.length;
  if (isReference(object) || object === UNKNOWN) return foldStatic(node.object, key, scope, depth) ?? UNKNOWN;
  return UNKNOWN;
}

/** The length of a list that is written out, whatever its items are worth. */
function lengthOf(node: Ast.Node, scope: Scope): number | null {
  const list = node.type === 'Identifier' ? scope.bindings?.get(node.name)?.node : node;
  if (list?.type !== 'ArrayExpression') return null;
  return list.elements.some((one) => one?.type === 'SpreadElement') ? null : list.elements.length;
}

/** A static field or getter of a class that is named in an expression, or of a class above it. */
function foldStatic(object: Ast.Node, name: string, scope: Scope, depth: number): Folded | null {
  let place = classNamed(object, scope);
  for (let count = 0; place && count < DEEPEST; count += 1) {
    const value = foldStaticMember(place.node, name, place.scope, depth + 1);
    if (value !== undefined) return value;
    place = place.node.superClass ? classNamed(place.node.superClass, place.scope) : null;
  }
  return null;
}

/** The class that an expression names, through names and what they are bound to; of a mixin's call, the class given. */
function classNamed(expression: Ast.Node, scope: Scope, depth = 0): { node: Ast.Class; scope: Scope } | null {
  if (depth > 8) return null;
  let node = unwrap(expression);
  let inner = scope;
  for (let count = 0; count < DEEPEST; count += 1) {
    if (node.type === 'ClassDeclaration' || node.type === 'ClassExpression') return { node, scope: inner };
    if (node.type === 'CallExpression') {
      for (const one of node.arguments) {
        const given = classNamed(one, inner, depth + 1);
        if (given) return given;
      }
      return null;
    }
    if (node.type === 'AssignmentExpression') {
      node = unwrap(node.right);
      continue;
    }
    if (node.type !== 'Identifier') return null;
    const bound = inner.bindings?.get(node.name);
    if (bound) {
      if ('value' in bound) return null;
      [node, inner] = [unwrap(bound.node), bound.scope];
      continue;
    }
    const found = inner.graph.find(node.name, inner.module);
    if (!found) return null;
    inner = { graph: scope.graph, module: found.module };
    const { declaration } = found;
    if (declaration.kind === 'class') return { node: declaration.node, scope: inner };
    if (declaration.kind !== 'variable' || !declaration.init) return null;
    node = unwrap(declaration.init);
  }
  return null;
}

/** A static member that the class itself has; undefined when it has none of that name. */
export function foldStaticMember(
  node: Ast.Class,
  name: string,
  scope: Scope,
  depth: number,
): Folded | undefined {
  const getter = staticGetter(node, name);
  if (getter) return runBody({ node: getter, scope }, scope, depth + 1, FOLDER);
  const value = staticValue(node, name, scope.module);
  return value ? fold(value, scope, depth + 1) : undefined;
}

function foldNew(node: Ast.NewExpression, inner: (node: Ast.Node) => Folded): Folded {
  const isSet = node.callee.type === 'Identifier' && node.callee.name === 'Set';
  if (!isSet) return UNKNOWN;
  const [first] = node.arguments;
  const items = first ? inner(first) : [];
  return Array.isArray(items) ? [...new Set(items)] : UNKNOWN;
}

function foldCall(node: Ast.CallExpression, scope: Scope, depth: number): Folded {
  const inner = (next: Ast.Node) => fold(next, scope, depth + 1);
  const callee = unwrap(node.callee);
  if (callee.type === 'MemberExpression' && callee.property.type === 'Identifier' && !callee.computed) {
    const value = foldMethodCall(callee, callee.property.name, node.arguments, scope, depth, inner);
    if (value !== null) return value;
  }
  const isGlobal = callee.type === 'Identifier' && !scope.module.declarations.has(callee.name);
  if (isGlobal && node.arguments[0]) {
    const value = inner(node.arguments[0]);
    const isText = typeof value === 'string' || typeof value === 'number';
    if (callee.name === 'String' && isText) return String(value);
    if (callee.name === 'Symbol') return UNKNOWN;
  }
  const name = calledName(callee);
  if (SPREADING.lists.test(name)) return foldSpread(node.arguments, inner);
  if (SPREADING.objects.test(name) && callee.type === 'Identifier')
    return foldObjectCall('assign', node.arguments.map(inner));
  const called = callableOf(callee, scope);
  if (!called || called.node.async || called.node.generator) return UNKNOWN;
  const bindings = calledWith(called, node.arguments, scope);
  return runBody({ node: called.node, scope: { ...called.scope, bindings } }, scope, depth + 1, FOLDER);
}

/** Helpers that compilers write for `[...one, ...other]` and for `{ ...one, ...other }`. */
const SPREADING = {
  lists: /^_*(?:spreadArrays?|toConsumableArray|to_consumable_array)$/,
  objects: /^_+(?:spreadValues|spreadProps|objectSpread2?|object_spread(?:_props)?|assign|extends)\d*$/,
};

function foldSpread(args: readonly Ast.Argument[], inner: (node: Ast.Node) => Folded): Folded {
  const lists = args.map(inner).filter((one) => typeof one !== 'boolean');
  return lists.flatMap((one) => (Array.isArray(one) ? one : [UNKNOWN]));
}

/** A method of a constant; null when the receiver is none, so that the callee may still be a known function. */
function foldMethodCall(
  callee: Ast.MemberExpression,
  method: string,
  args: readonly Ast.Argument[],
  scope: Scope,
  depth: number,
  inner: (node: Ast.Node) => Folded,
): Folded | null {
  const { object } = callee;
  if (object.type === 'Identifier' && !scope.module.declarations.has(object.name)) {
    if (object.name === 'Object') return foldObjectCall(method, args.map(inner));
    if (object.name === 'Array' && (method === 'from' || method === 'of')) {
      const [first] = args;
      const list = method === 'of' ? args.map(inner) : first ? inner(first) : UNKNOWN;
      return Array.isArray(list) ? list : UNKNOWN;
    }
  }
  const receiver = inner(object);
  const call = (index: number) => callbackOf(args[index], scope, depth);
  if (typeof receiver === 'string') return foldTextMethod(method, receiver, args, inner, call(1));
  if (Array.isArray(receiver)) return foldArrayMethod(method, receiver, args.map(inner), call(0));
  if (isFoldedObject(receiver)) return foldObjectMethod(method, receiver, args.map(inner));
  return null;
}

function foldObjectMethod(method: string, { object }: FoldedObject, [first]: Folded[]): Folded {
  if ((method === 'hasOwnProperty' || method === 'has') && typeof first === 'string')
    return object.has(first);
  return UNKNOWN;
}

/** A function given to `map`, `filter`, `replace` and the like, as a function over folded values. */
function callbackOf(
  argument: Ast.Argument | undefined,
  scope: Scope,
  depth: number,
): ((...values: Folded[]) => Folded) | null {
  const called: Callable | null = argument ? callableOf(argument, scope) : null;
  if (!called) return null;
  return (...values) => {
    const bindings = new Bindings(called.scope.bindings);
    for (const [index, parameter] of called.node.params.entries()) {
      if (parameter.type === 'Identifier') bindings.set(parameter.name, boundTo(values[index], scope));
      else if (parameter.type === 'ArrayPattern') {
        const items = values[index];
        for (const [at, element] of parameter.elements.entries()) {
          if (element?.type === 'Identifier' && Array.isArray(items))
            bindings.set(element.name, boundTo(items[at], scope));
        }
      }
    }
    return runBody({ node: called.node, scope: { ...called.scope, bindings } }, scope, depth + 1, FOLDER);
  };
}
