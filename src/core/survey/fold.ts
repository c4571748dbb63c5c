/**
 * Constant folding across modules: what an expression is worth, from source alone. Nothing is run: only
 * literals, constants, templates, concatenation, arrays with spreads, frozen objects, enums, static members of
 * classes and a few pure methods over them are followed.
 */

import type { Folded } from './folded.js';
import { asString, asStrings, isFoldedObject, isObjectLike, isReference, UNKNOWN } from './folded.js';
import type { Scope } from './functions.js';
import { bindParameters, functionOf, returned, staticValue } from './functions.js';
import type { Found, Module } from './modules.js';
import type { Ast } from './parse.js';

const DEEPEST = 40;

/** The value of an expression, or UNKNOWN. Never throws; cycles end in UNKNOWN. */
export function fold(node: Ast.Node, scope: Scope, depth = 0): Folded {
  if (depth > DEEPEST) return UNKNOWN;
  const inner = (next: Ast.Node) => fold(next, scope, depth + 1);
  switch (node.type) {
    case 'Literal':
      return node.value === null || ['string', 'number', 'boolean'].includes(typeof node.value)
        ? (node.value as string | number | boolean | null)
        : UNKNOWN;
    case 'TemplateLiteral':
      return foldTemplate(node, inner);
    case 'Identifier':
      return foldName(node.name, scope, depth);
    case 'TSAsExpression':
    case 'TSSatisfiesExpression':
    case 'TSNonNullExpression':
    case 'TSTypeAssertion':
    case 'ParenthesizedExpression':
      return inner(node.expression);
    case 'UnaryExpression':
      return foldUnary(node.operator, inner(node.argument));
    case 'BinaryExpression':
      return foldBinary(node.operator, inner(node.left), inner(node.right));
    case 'ConditionalExpression': {
      const test = inner(node.test);
      if (isObjectLike(test)) return inner(node.consequent);
      return test === UNKNOWN ? UNKNOWN : inner(test ? node.consequent : node.alternate);
    }
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
    case 'ChainExpression':
      return inner(node.expression);
    default:
      return UNKNOWN;
  }
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

function foldName(name: string, scope: Scope, depth: number): Folded {
  if (name === 'undefined') return undefined;
  const bound = scope.bindings?.get(name);
  if (bound) return fold(bound.node, bound.scope, depth + 1);
  const found = scope.graph.find(name, scope.module);
  if (!found) return scope.module.declarations.has(name) ? UNKNOWN : { reference: name };
  return foldFound(found, scope, depth);
}

function foldFound({ module, name, declaration }: Found, scope: Scope, depth: number): Folded {
  switch (declaration.kind) {
    case 'variable':
      return declaration.init ? fold(declaration.init, { graph: scope.graph, module }, depth + 1) : UNKNOWN;
    case 'enum':
      return foldEnum(declaration.node, { graph: scope.graph, module }, depth);
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
  if (value === UNKNOWN) return UNKNOWN;
  if (operator === '!') return isObjectLike(value) ? false : !value;
  if (operator === '-' && typeof value === 'number') return -value;
  if (operator === '+' && typeof value === 'number') return value;
  if (operator === 'void') return undefined;
  return UNKNOWN;
}

function foldBinary(operator: string, left: Folded, right: Folded): Folded {
  if (left === UNKNOWN || right === UNKNOWN || isObjectLike(left) || isObjectLike(right)) return UNKNOWN;
  if (operator === '+') {
    if (typeof left === 'number' && typeof right === 'number') return left + right;
    return typeof left === 'string' || typeof right === 'string' ? String(left) + String(right) : UNKNOWN;
  }
  if (operator === '===') return left === right;
  if (operator === '!==') return left !== right;
  if (typeof left === 'number' && typeof right === 'number') {
    if (operator === '-') return left - right;
    if (operator === '*') return left * right;
    if (operator === '/') return left / right;
  }
  return UNKNOWN;
}

function foldLogical(operator: string, left: Folded, right: () => Folded): Folded {
  if (left === UNKNOWN) return UNKNOWN;
  const truthy = isObjectLike(left) || Boolean(left);
  if (operator === '||') return truthy ? left : right();
  if (operator === '&&') return truthy ? right() : left;
  return left === null || left === undefined ? right() : left;
}

function foldArray(node: Ast.ArrayExpression, inner: (node: Ast.Node) => Folded): Folded {
  const items: Folded[] = [];
  for (const element of node.elements) {
    if (element?.type === 'SpreadElement') {
      const spread = inner(element.argument);
      if (!Array.isArray(spread)) return UNKNOWN;
      items.push(...spread);
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
  const name =
    !node.computed && node.property.type === 'Identifier'
      ? node.property.name
      : asString(fold(node.property, scope, depth + 1));
  if (name === null) {
    const index = fold(node.property, scope, depth + 1);
    const array = fold(node.object, scope, depth + 1);
    return Array.isArray(array) && typeof index === 'number' ? array[index] : UNKNOWN;
  }
  if (node.object.type === 'Super') return scope.above?.(name) ?? UNKNOWN;
  if (node.object.type === 'ThisExpression') return scope.own?.(name) ?? UNKNOWN;
  if (node.object.type === 'Identifier') {
    const viaNamespace = foldNamespaceMember(node.object.name, name, scope, depth);
    if (viaNamespace !== null) return viaNamespace;
  }
  const object = fold(node.object, scope, depth + 1);
  if (isFoldedObject(object)) return object.object.has(name) ? object.object.get(name) : undefined;
  if (Array.isArray(object) && name === 'length') return object.length;
  if (isReference(object)) return foldStatic(node.object, name, scope, depth) ?? UNKNOWN;
  return UNKNOWN;
}

function foldNamespaceMember(namespace: string, name: string, scope: Scope, depth: number): Folded | null {
  const declaration = scope.module.declarations.get(namespace);
  if (declaration?.kind !== 'namespace') return null;
  const target = scope.graph.resolve(declaration.specifier, scope.module);
  const found = target && scope.graph.findExport(name, target);
  return found ? foldFound(found, scope, depth + 1) : UNKNOWN;
}

/** A static field or getter of a class that is named in an expression. */
function foldStatic(object: Ast.Node, name: string, scope: Scope, depth: number): Folded | null {
  if (object.type !== 'Identifier') return null;
  const found = scope.graph.find(object.name, scope.module);
  if (found?.declaration.kind !== 'class') return null;
  const value = staticValue(found.declaration.node, name);
  return value ? fold(value, { graph: scope.graph, module: found.module }, depth + 1) : null;
}

function foldCall(node: Ast.CallExpression, scope: Scope, depth: number): Folded {
  const inner = (next: Ast.Node) => fold(next, scope, depth + 1);
  const [first] = node.arguments;
  if (node.callee.type === 'MemberExpression' && node.callee.property.type === 'Identifier') {
    const method = node.callee.property.name;
    const { object } = node.callee;
    if (object.type === 'Identifier' && object.name === 'Object' && first) {
      return foldObjectCall(method, inner(first));
    }
    return foldMethod(method, inner(object), node.arguments, scope, depth);
  }
  if (node.callee.type === 'Identifier') {
    const found = scope.graph.find(node.callee.name, scope.module);
    const called = found && functionOf(found);
    if (called) return foldFunction(called.node, called.module, node.arguments, scope, depth);
  }
  return UNKNOWN;
}

function foldObjectCall(method: string, value: Folded): Folded {
  if (method === 'freeze' || method === 'seal') return value;
  if (!isFoldedObject(value)) return UNKNOWN;
  if (method === 'keys') return [...value.object.keys()];
  if (method === 'values') return [...value.object.values()];
  if (method === 'entries') return [...value.object].map(([name, one]) => [name, one]);
  return UNKNOWN;
}

function foldMethod(
  method: string,
  receiver: Folded,
  args: readonly Ast.Argument[],
  scope: Scope,
  depth: number,
): Folded {
  const [first] = args;
  if (typeof receiver === 'string') {
    if (method === 'toLowerCase') return receiver.toLowerCase();
    if (method === 'toUpperCase') return receiver.toUpperCase();
    if (method === 'trim') return receiver.trim();
    return UNKNOWN;
  }
  if (!Array.isArray(receiver)) return UNKNOWN;
  if (method === 'concat') {
    const others = args.map((one) => fold(one, scope, depth + 1));
    return others.includes(UNKNOWN) ? UNKNOWN : [...receiver, ...others.flat()];
  }
  if (method === 'join') {
    const separator = first ? fold(first, scope, depth + 1) : ',';
    const texts = asStrings(receiver);
    return texts && typeof separator === 'string' ? texts.join(separator) : UNKNOWN;
  }
  if ((method === 'map' || method === 'filter') && first?.type === 'ArrowFunctionExpression') {
    return foldEach(method, receiver, first, scope, depth);
  }
  return UNKNOWN;
}

function foldEach(
  method: 'map' | 'filter',
  receiver: Folded[],
  arrow: Ast.ArrowFunctionExpression,
  scope: Scope,
  depth: number,
): Folded {
  const [parameter] = arrow.params;
  const body = returned(arrow);
  if (!body || (parameter && parameter.type !== 'Identifier')) return UNKNOWN;
  const results = receiver.map((item) => {
    const node = literalNode(item);
    if (!node) return UNKNOWN;
    const bindings = new Map(scope.bindings);
    if (parameter) bindings.set(parameter.name, { node, scope });
    return fold(body, { ...scope, bindings }, depth + 1);
  });
  if (results.includes(UNKNOWN)) return UNKNOWN;
  return method === 'map' ? results : receiver.filter((_, index) => Boolean(results[index]));
}

function literalNode(value: Folded): Ast.Node | null {
  return typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean'
    ? ({ type: 'Literal', value, raw: null, start: 0, end: 0 } as Ast.Node)
    : null;
}

function foldFunction(
  node: Ast.Function | Ast.ArrowFunctionExpression,
  module: Module,
  args: readonly Ast.Argument[],
  scope: Scope,
  depth: number,
): Folded {
  const body = returned(node);
  if (!body) return UNKNOWN;
  return fold(body, { graph: scope.graph, module, bindings: bindParameters(node, args, scope) }, depth + 1);
}
