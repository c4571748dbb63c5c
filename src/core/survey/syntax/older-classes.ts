/**
 * Classes as compilers write them for engines without classes (ECMAScript 5): a function that is called at once, that
 * holds a constructor function, hands it to a helper together with the class above it, fills its prototype and returns
 * it. Each becomes a class again in the syntax tree, so that all else reads it as one. Known by these forms, since
 * minifiers change the names of the helpers.
 */

import { namesOfThis, partsOf, restoreThis } from './older-this.js';
import type { Ast } from './parse.js';
import { classNode, entryOf, memberNode, placeOf, statementOf } from './tree.js';

/** Can a text hold such a class at all? */
export const OLDER =
  /\{\s*key:\s*["'][^"']+["'],\s*(?:value|get|set)\b|\.prototype\.[\w$]+\s*=\s*function\b|\b_?_inherits\w*\(|\b__extends\(|=\s?[\w$]+\.prototype[,;]/;

/** The class that a call makes in this way, or null; of any other node, null. */
export function olderClass(call: Ast.Node): Ast.Class | null {
  if (call.type !== 'CallExpression') return null;
  const { callee } = call;
  if (callee.type !== 'FunctionExpression' || !callee.body || callee.params.length > 1) return null;
  if (call.arguments.length > 1 || callee.async || callee.generator) return null;
  const parts = callee.body.body.flatMap(partsOf);
  // A class that is only wanted for being registered is returned to nobody.
  const nameIn = parts.some((one) => one.type === 'ReturnStatement') ? returnedName : decoratedName;
  const returnedAs = parts.map(nameIn).findLast((one) => one !== null);
  if (!returnedAs) return null;
  const name = parts.map((one) => renamedIn(one, returnedAs)).find((one) => one !== null) ?? returnedAs;
  const builder = parts.find((one) => one.type === 'FunctionDeclaration' && one.id?.name === name);
  if (builder?.type !== 'FunctionDeclaration') return null;
  const above = parts.map((one) => aboveIn(one, name)).find((one) => one !== null) ?? null;
  const filling = new Filling(name, returnedAs);
  const others: Ast.Node[] = [];
  for (const part of parts) {
    if (part.type === 'ReturnStatement') {
      const { argument } = part;
      if (argument && argument.type !== 'Identifier' && !filling.take(argument)) others.push(argument);
    } else if (part !== builder && !aboveIn(part, name) && !filling.take(part)) others.push(part);
  }
  // A function that only has members of its own, and makes nothing of a prototype, is none.
  if (!above && !filling.hasPrototype) return null;
  const [parameter] = callee.params;
  const isGiven =
    above?.type === 'Identifier' && parameter?.type === 'Identifier' && above.name === parameter.name;
  const members = [
    method(builder, 'constructor', builder, 'constructor', false),
    ...filling.members,
    ...others.map((one) => ({ type: 'StaticBlock', body: [statementOf(one)], ...placeOf(one) })),
  ].sort((one, other) => one.start - other.start);
  const superClass = nativeIn(isGiven ? (call.arguments[0] ?? above) : above);
  return classNode(call, { id: builder.id, superClass, members });
}

/**
 * The class that a part returns: `return Dial`, `return fill(Dial, [...])`, `return Dial = decorate([...], Dial)`; null when
 * it is no return.
 */
function returnedName(part: Ast.Node): string | null {
  const result = part.type === 'ReturnStatement' ? part.argument : null;
  if (!result) return null;
  if (result.type === 'Identifier') return result.name;
  const [first] = result.type === 'CallExpression' ? result.arguments : [];
  return first?.type === 'Identifier' ? first.name : decoratedName(result);
}

/** The class in `Dial = decorate([...], Dial)`, and in the call alone. */
function decoratedName(part: Ast.Node): string | null {
  const call = part.type === 'AssignmentExpression' ? part.right : part;
  const [list, second] = call.type === 'CallExpression' ? call.arguments : [];
  return list?.type === 'ArrayExpression' && second?.type === 'Identifier' ? second.name : null;
}

/** `Dial` in `made = Dial`, where minifiers write what a helper is given into its place. */
function renamedIn(part: Ast.Node, name: string): string | null {
  if (part.type !== 'AssignmentExpression' || part.operator !== '=') return null;
  const { left, right } = part;
  const isRenamed = left.type === 'Identifier' && left.name === name && right.type === 'Identifier';
  return isRenamed ? right.name : null;
}

/** The class above in `inherit(Dial, Above)`. */
function aboveIn(part: Ast.Node, name: string): Ast.Expression | null {
  if (part.type !== 'CallExpression' || part.arguments.length !== 2) return null;
  const [first, second] = part.arguments;
  if (first?.type !== 'Identifier' || first.name !== name) return null;
  const kinds = ['Identifier', 'CallExpression', 'MemberExpression'];
  return second && kinds.includes(second.type) ? (second as Ast.Expression) : null;
}

/** The platform's class in `wrapNative(HTMLElement)`, which engines cannot extend as it is. */
function nativeIn(above: Ast.Node | null): Ast.Node | null {
  const [first] = above?.type === 'CallExpression' ? above.arguments : [];
  return first?.type === 'Identifier' && /^HTML\w*Element$/.test(first.name) ? first : above;
}

type Kind = 'method' | 'get' | 'set' | 'constructor';

/** What the parts of such a function put into the class. */
class Filling {
  readonly members: { start: number }[] = [];
  /** Something was put on the prototype, or handed to a helper that does. */
  hasPrototype = false;
  readonly #names: Set<string>;
  readonly #prototypes = new Set<string>();
  readonly #lists = new Map<string, Ast.ArrayExpression>();

  constructor(...names: readonly string[]) {
    this.#names = new Set(names);
  }

  /** Takes in a part that fills the class; false for any other. */
  take(part: Ast.Node): boolean {
    if (part.type === 'VariableDeclaration') return this.#takeNames(part);
    if (part.type === 'AssignmentExpression') return this.#takeName(part) || this.#takeAssignment(part);
    if (part.type === 'LogicalExpression') return this.#takeListIfAny(part);
    return part.type === 'CallExpression' && (this.#takeLists(part) || this.#takeDescriptor(part));
  }

  /** `var proto = Dial.prototype`, among names that get their values later */
  #takeNames({ declarations }: Ast.VariableDeclaration): boolean {
    let isTaken = false;
    for (const { id, init } of declarations) {
      const isPrototype = id.type === 'Identifier' && init && this.#isPrototype(init);
      if (isPrototype) this.#prototypes.add(id.name);
      if (init && !isPrototype) return false;
      isTaken ||= Boolean(isPrototype);
    }
    return isTaken;
  }

  /** `made = Dial`, `list = [{ key: "name", value: function () {} }]` */
  #takeName({ left, right }: Ast.AssignmentExpression): boolean {
    if (left.type !== 'Identifier') return false;
    if (right.type === 'ArrayExpression' && right.elements.some((one) => entryOf(one, 'key')))
      this.#lists.set(left.name, right);
    else if (this.#isClass(right)) this.#names.add(left.name);
    else return false;
    return true;
  }

  /** `(list = [{ key: "name", value: function () {} }]) && fill(Dial.prototype, list)`; on the class itself, too. */
  #takeListIfAny({ operator, left, right }: Ast.LogicalExpression): boolean {
    if (operator !== '&&' || right.type !== 'CallExpression' || right.arguments.length !== 2) return false;
    const [holder, named] = right.arguments;
    if (left.type === 'AssignmentExpression') this.#takeName(left);
    const list = named?.type === 'Identifier' ? this.#lists.get(named.name) : undefined;
    if (!holder || !list) return false;
    const isStatic = this.#isClass(holder);
    if (!isStatic && !this.#isPrototype(holder)) return false;
    this.hasPrototype = true;
    this.#describeAll(list, isStatic);
    return true;
  }

  /** `fill(Dial, [{ key: "name", value: function () {} }], [{ key: "observedAttributes", get: function () {} }])` */
  #takeLists({ arguments: args }: Ast.CallExpression): boolean {
    const [first, ...lists] = args;
    if (!first || !this.#isClass(first) || !lists.some((one) => one.type === 'ArrayExpression')) return false;
    this.hasPrototype = true;
    for (const [index, list] of lists.entries())
      if (list.type === 'ArrayExpression') this.#describeAll(list, index > 0);
    return true;
  }

  #describeAll({ elements }: Ast.ArrayExpression, isStatic: boolean): void {
    for (const entry of elements) {
      const key = entryOf(entry, 'key');
      if (entry?.type !== 'ObjectExpression' || key?.type !== 'Literal') continue;
      if (typeof key.value === 'string') this.#describe(key.value, entry, isStatic);
    }
  }

  /** `Object.defineProperty(Dial.prototype, "name", { get: function () {} })` */
  #takeDescriptor({ callee, arguments: [holder, key, descriptor] }: Ast.CallExpression): boolean {
    if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return false;
    if (callee.property.name !== 'defineProperty' || !holder || descriptor?.type !== 'ObjectExpression')
      return false;
    if (key?.type !== 'Literal' || typeof key.value !== 'string') return false;
    const isStatic = this.#isClass(holder);
    if (!isStatic && !this.#isPrototype(holder)) return false;
    this.hasPrototype ||= !isStatic;
    this.#describe(key.value, descriptor, isStatic);
    return true;
  }

  /** `Dial.prototype.name = function () {}`, `Dial.name = value` */
  #takeAssignment(part: Ast.AssignmentExpression): boolean {
    const { left, right } = part;
    if (left.type !== 'MemberExpression' || left.computed || left.property.type !== 'Identifier')
      return false;
    const { name } = left.property;
    if (this.#isClass(left.object) && name !== 'prototype') {
      const isMethod = right.type === 'FunctionExpression';
      this.members.push(
        isMethod ? method(part, name, right, 'method', true) : field(part, name, right, true),
      );
      return true;
    }
    if (!this.#isPrototype(left.object) || right.type !== 'FunctionExpression') return false;
    this.hasPrototype = true;
    this.members.push(method(part, name, right, 'method', false));
    return true;
  }

  #describe(name: string, descriptor: Ast.ObjectExpression, isStatic: boolean): void {
    for (const kind of ['get', 'set'] as const) {
      const given = entryOf(descriptor, kind);
      if (given?.type === 'FunctionExpression')
        this.members.push(method(descriptor, name, given, kind, isStatic));
    }
    const value = entryOf(descriptor, 'value');
    const called = value && calledFunction(value);
    if (called) this.members.push(method(descriptor, name, called, 'method', isStatic));
    else if (value) this.members.push(field(descriptor, name, value, isStatic));
  }

  #isClass(node: Ast.Node): boolean {
    return node.type === 'Identifier' && this.#names.has(node.name);
  }

  #isPrototype(node: Ast.Node): boolean {
    if (node.type === 'Identifier') return this.#prototypes.has(node.name);
    if (node.type !== 'MemberExpression' || node.property.type !== 'Identifier') return false;
    return node.property.name === 'prototype' && this.#isClass(node.object);
  }
}

/**
 * The function a member is given, also after what it is made of, `(made = wait(...), function () { return made(); })`; of one
 * that waits, the function that a call at once makes.
 */
function calledFunction(value: Ast.Node): Ast.Function | null {
  if (value.type === 'FunctionExpression') return value;
  if (value.type === 'ParenthesizedExpression') return calledFunction(value.expression);
  const last = value.type === 'SequenceExpression' ? value.expressions.at(-1) : undefined;
  if (last) return calledFunction(last);
  if (value.type !== 'CallExpression' || value.callee.type !== 'FunctionExpression') return null;
  const inner = value.callee.body?.body.findLast((one) => one.type === 'FunctionDeclaration');
  return inner?.type === 'FunctionDeclaration' ? inner : null;
}

/** A function as a member, in which the names that stand for `this` are `this` again. */
function method(place: Ast.Node, name: string, node: Ast.Function, kind: Kind, isStatic: boolean) {
  const names = namesOfThis(node);
  if (names.size > 0 && node.body) restoreThis(node.body, names);
  const value = { ...node, type: 'FunctionExpression' };
  return memberNode(place, name, { type: 'MethodDefinition', kind, value, static: isStatic });
}

function field(place: Ast.Node, name: string, value: Ast.Node, isStatic: boolean) {
  return memberNode(place, name, { type: 'PropertyDefinition', value, static: isStatic });
}
