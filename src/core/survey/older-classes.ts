/**
 * Classes as compilers write them for engines without classes (ECMAScript 5): a function that is called at once, that
 * holds a constructor function, hands it to a helper together with the class above it, fills its prototype and returns
 * it. Each becomes a class again in the syntax tree, so that all else reads it as one. Known by these forms, since
 * minifiers change the names of the helpers.
 */

import { namesOfThis, partsOf, restoreThis } from './older-this.js';
import type { Ast } from './parse.js';
import { walk } from './parse.js';
import { become, entryOf, placeOf } from './tree.js';

/** Can a text hold such a class at all? */
const OLDER =
  /\{\s*key:\s*["'][^"']+["'],\s*(?:value|get|set)\b|\.prototype\.[\w$]+\s*=\s*function\b|\b_?_inherits\w*\(|\b__extends\(/;

/** Puts classes in the place of what compilers made of them, in the tree itself. */
export function restoreClasses(program: Ast.Program, source: string): void {
  if (!OLDER.test(source)) return;
  walk(program, (node) => {
    const restored = node.type === 'CallExpression' ? classMadeIn(node) : null;
    if (restored) become(node, restored);
    return true;
  });
}

function classMadeIn(call: Ast.CallExpression): object | null {
  const { callee } = call;
  if (callee.type !== 'FunctionExpression' || !callee.body || callee.params.length > 1) return null;
  if (call.arguments.length > 1 || callee.async || callee.generator) return null;
  const parts = callee.body.body.flatMap(partsOf);
  const name = parts.map(returnedName).findLast((one) => one !== null);
  const builder = parts.find((one) => one.type === 'FunctionDeclaration' && one.id?.name === name);
  if (!name || builder?.type !== 'FunctionDeclaration') return null;
  const above = parts.map((one) => aboveIn(one, name)).find((one) => one !== null) ?? null;
  const filling = new Filling(name);
  const rest = parts.filter(
    (one) => one !== builder && returnedName(one) === null && !aboveIn(one, name) && !filling.take(one),
  );
  for (const one of parts) if (one.type === 'ReturnStatement' && one.argument) filling.take(one.argument);
  if (!above && filling.members.length === 0) return null;
  const [parameter] = callee.params;
  const isGiven =
    above?.type === 'Identifier' && parameter?.type === 'Identifier' && above.name === parameter.name;
  const { start, end } = call;
  const members = [
    memberOf(builder, 'constructor', functionOf(builder), 'constructor', false),
    ...filling.members,
    ...rest.map((one) => ({ type: 'StaticBlock', body: [statementOf(one)], ...placeOf(one) })),
  ].sort((a, b) => a.start - b.start);
  return {
    type: 'ClassExpression',
    decorators: [],
    id: builder.id,
    superClass: nativeIn(isGiven ? (call.arguments[0] ?? above) : above),
    implements: [],
    body: { type: 'ClassBody', body: members, start, end },
    start,
    end,
  };
}

/** The class that a part returns: `return Dial`, `return fill(Dial, [...])`; null when it is no return. */
function returnedName(part: Ast.Node): string | null {
  if (part.type !== 'ReturnStatement') return null;
  const { argument } = part;
  if (argument?.type === 'Identifier') return argument.name;
  const [first] = argument?.type === 'CallExpression' ? argument.arguments : [];
  return first?.type === 'Identifier' ? first.name : null;
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

interface Member {
  start: number;
  end: number;
}

/** What the parts of such a function put into the class. */
class Filling {
  readonly members: Member[] = [];
  readonly #name: string;
  readonly #prototypes = new Set<string>();

  constructor(name: string) {
    this.#name = name;
  }

  /** Takes in a part that fills the class; false for any other. */
  take(part: Ast.Node): boolean {
    if (part.type === 'VariableDeclaration') return this.#takeAlias(part);
    if (part.type === 'AssignmentExpression') return this.#takeAssignment(part);
    return part.type === 'CallExpression' && (this.#takeLists(part) || this.#takeDescriptor(part));
  }

  /** `var proto = Dial.prototype` */
  #takeAlias({ declarations }: Ast.VariableDeclaration): boolean {
    const [only] = declarations;
    if (declarations.length !== 1 || only?.id.type !== 'Identifier' || !only.init) return false;
    if (!this.#isPrototype(only.init)) return false;
    this.#prototypes.add(only.id.name);
    return true;
  }

  /** `fill(Dial, [{ key: "name", value: function () {} }], [{ key: "observedAttributes", get: function () {} }])` */
  #takeLists({ arguments: args }: Ast.CallExpression): boolean {
    const [first, ...lists] = args;
    if (!first || !this.#isClass(first) || !lists.some((one) => one.type === 'ArrayExpression')) return false;
    for (const [index, list] of lists.entries()) {
      for (const entry of list.type === 'ArrayExpression' ? list.elements : []) {
        if (entry?.type !== 'ObjectExpression') continue;
        const key = entryOf(entry, 'key');
        if (key?.type === 'Literal' && typeof key.value === 'string')
          this.#describe(key.value, entry, index > 0);
      }
    }
    return true;
  }

  /** `Object.defineProperty(Dial.prototype, "name", { get: function () {} })` */
  #takeDescriptor({ callee, arguments: [holder, key, descriptor] }: Ast.CallExpression): boolean {
    if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return false;
    if (callee.property.name !== 'defineProperty' || !holder || descriptor?.type !== 'ObjectExpression')
      return false;
    if (key?.type !== 'Literal' || typeof key.value !== 'string') return false;
    const isStatic = this.#isClass(holder);
    if (!isStatic && !this.#isPrototype(holder)) return false;
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
      this.members.push(fieldOf(part, name, right));
      return true;
    }
    if (!this.#isPrototype(left.object) || right.type !== 'FunctionExpression') return false;
    this.members.push(memberOf(part, name, functionOf(right), 'method', false));
    return true;
  }

  #describe(name: string, descriptor: Ast.ObjectExpression, isStatic: boolean): void {
    for (const kind of ['get', 'set'] as const) {
      const given = entryOf(descriptor, kind);
      if (given?.type === 'FunctionExpression')
        this.members.push(memberOf(descriptor, name, functionOf(given), kind, isStatic));
    }
    const value = entryOf(descriptor, 'value');
    const method = value && calledFunction(value);
    if (method) this.members.push(memberOf(descriptor, name, functionOf(method), 'method', isStatic));
    else if (value) this.members.push(fieldOf(descriptor, name, value, isStatic));
  }

  #isClass(node: Ast.Node): boolean {
    return node.type === 'Identifier' && node.name === this.#name;
  }

  #isPrototype(node: Ast.Node): boolean {
    if (node.type === 'Identifier') return this.#prototypes.has(node.name);
    if (node.type !== 'MemberExpression' || node.property.type !== 'Identifier') return false;
    return node.property.name === 'prototype' && this.#isClass(node.object);
  }
}

/** The function a member is given; of one that waits, the function that a call at once makes. */
function calledFunction(value: Ast.Node): Ast.Function | null {
  if (value.type === 'FunctionExpression') return value;
  if (value.type !== 'CallExpression' || value.callee.type !== 'FunctionExpression') return null;
  const inner = value.callee.body?.body.findLast((one) => one.type === 'FunctionDeclaration');
  return inner?.type === 'FunctionDeclaration' ? inner : null;
}

function statementOf(part: Ast.Node): object {
  return /Statement$|Declaration$/.test(part.type)
    ? part
    : { type: 'ExpressionStatement', expression: part, directive: null, ...placeOf(part) };
}

function keyOf(name: string, place: Ast.Node): object {
  return /^[\w$]+$/.test(name)
    ? { type: 'Identifier', name, ...placeOf(place) }
    : { type: 'Literal', value: name, raw: JSON.stringify(name), ...placeOf(place) };
}

function memberOf(place: Ast.Node, name: string, value: object, kind: Kind, isStatic: boolean): Member {
  const key = keyOf(name, place);
  const member = {
    type: 'MethodDefinition',
    decorators: [],
    key,
    value,
    kind,
    static: isStatic,
    computed: false,
  };
  return { ...member, ...placeOf(place) };
}

function fieldOf(place: Ast.Node, name: string, value: Ast.Node, isStatic = true): Member {
  const key = keyOf(name, place);
  const member = {
    type: 'PropertyDefinition',
    decorators: [],
    key,
    value,
    static: isStatic,
    computed: false,
  };
  return { ...member, ...placeOf(place) };
}

/** A function as the value of a member, in which the names that stand for `this` are `this` again. */
function functionOf(node: Ast.Function): object {
  const names = namesOfThis(node);
  if (names.size > 0 && node.body) restoreThis(node.body, names);
  return { ...node, type: 'FunctionExpression' };
}
