/** What every way of registering a tag shares: what is found, and where and when a call is made. */

import type { Registration } from '../../contract/types.js';
import { chainOf, scopeOf } from '../classes/classes.js';
import type { ClassChain, Layer } from '../classes/layers.js';
import { Bindings } from '../folding/bindings.js';
import { fold } from '../folding/fold.js';
import { asString, isFoldedObject, UNKNOWN } from '../folding/folded.js';
import type { Bound, Callable, FunctionNode, Holder, Scope } from '../folding/functions.js';
import { holderOf, unwrap } from '../folding/functions.js';
import { elementsOf, listRunOver } from '../folding/loops.js';
import { withBlock, withLocals } from '../folding/scopes.js';
import type { Module } from '../modules/modules.js';
import { callsGiven, casesAround, classAround, loopsAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';

export interface Registered {
  tag: string;
  /** The expression for the class: an identifier, the class itself, or a call that makes it. */
  node: Ast.Node;
  /** Where the names in that expression are looked up. */
  scope: Scope;
  /** The module that registers the tag. */
  module: Module;
  /** The built-in tag a customised built-in extends. */
  extendsTag: string | null;
  registers: Registration;
  /** The table of members that a compiler keeps apart from the class. */
  members?: NonNullable<Layer['members']>;
  /** The call that makes the element of the class, where it is handed more than the class. */
  made?: { node: Ast.Node; scope: Scope };
  /** The call of another package's function, which makes the class of what it is given. */
  called?: { node: Ast.CallExpression; scope: Scope };
  /** The class that a decorator was put on, which registers one made of it. */
  decorated?: Ast.Class;
  /** Made by a call of what it describes, without a class of the material's. */
  described?: true;
  /** The function that registers it, where a call makes that function for others to call. */
  later?: Callable;
  /** The static method that registers it, where nobody calls that: its class is the method's, or one below it. */
  method?: string;
  /** Where the tag is given. */
  place: { start: number; end: number };
}

/** Registrations whose tag could not be told from the source. */
export interface Unfolded {
  module: Module;
  place: { start: number; end: number };
}

/** A registration as one call or decorator makes it. */
export interface Finding {
  tag: string;
  node: Ast.Node;
  scope: Scope;
  place: Ast.Node;
  registers: Registration;
  extendsTag?: string | null;
  members?: NonNullable<Layer['members']>;
  made?: { node: Ast.Node; scope: Scope };
  called?: { node: Ast.CallExpression; scope: Scope };
  decorated?: Ast.Class;
  described?: true;
  later?: Callable;
}

/** The scopes a call is made in: one, or one for each round of the loops over constants around it. */
export function scopesAt(node: Ast.Node, around: readonly FunctionNode[], scope: Scope): Scope[] {
  const { program } = scope.module;
  const holder = classAround(node, program);
  const named = holder ? { ...scope, ...ownOf(holder, scope) } : scope;
  const outer = withLocals(withDefaults(named, around), around);
  return roundsAt(node, around, scope, outer);
}

/**
 * `inner`, the scope that a call is made in, for each round of the loops around it: `for (const one of list)`, and
 * `list.forEach(function)` with one of the functions `around` it. Only loops from the offset `since` on count.
 */
export function roundsAt(
  node: Ast.Node,
  around: readonly FunctionNode[],
  scope: Scope,
  inner: Scope,
  since = 0,
): Scope[] {
  let scopes: Scope[] = [inner];
  const loops = [
    ...loopsAround(node, scope.module.program)
      .filter((one) => one.start >= since)
      .map((one) => ({
        list: one.right as Ast.Node,
        pattern: one.left.type === 'VariableDeclaration' ? one.left.declarations[0]?.id : undefined,
        body: one.body as Ast.Node,
      })),
    ...around.flatMap((one) => {
      const list = loopedOver(one, scope);
      return list
        ? [{ list, pattern: one.params[0] as Ast.Node | undefined, body: one.body as Ast.Node }]
        : [];
    }),
  ];
  for (const { list, pattern, body } of loops) {
    if (!pattern) continue;
    scopes = scopes.flatMap((one) => {
      const rounds = elementsOf(list, pattern, one);
      return rounds ? rounds.map((bindings) => withBlock(one, bindings, body)) : [one];
    });
  }
  return scopes;
}

/** Does the call stand in a case of a switch that is about another value than the one at hand? */
export function isAnotherCase(node: Ast.Node, scope: Scope): boolean {
  return casesAround(node, scope.module.program).some(({ subject, test }) => {
    const [value, wanted] = [fold(subject, scope), test ? fold(test, scope) : UNKNOWN];
    return value !== UNKNOWN && wanted !== UNKNOWN && value !== wanted;
  });
}

/** What parameters stand for where a call gives nothing else: `register(tag = 'a-b')`. */
function withDefaults(scope: Scope, around: readonly FunctionNode[]): Scope {
  const defaults = around.flatMap((one) =>
    one.params.flatMap((parameter): [string, Bound][] =>
      parameter.type === 'AssignmentPattern' && parameter.left.type === 'Identifier'
        ? [[parameter.left.name, { node: parameter.right, scope }]]
        : [],
    ),
  );
  return defaults.length > 0 ? { ...scope, bindings: new Bindings(scope.bindings, defaults) } : scope;
}

/** The static members of a class, for `this.tagName` in its own static method or block. */
function ownOf(node: Ast.Class, scope: Scope): Holder {
  return holderOf(staticScope(chainOf({ node, scope, name: null }, scope.graph), scope));
}

/** The scope in which `this` is the class at the start of a chain. */
export function staticScope(chain: ClassChain, otherwise: Scope): Scope {
  const [layer] = chain.layers;
  return layer ? scopeOf(layer, chain, otherwise.graph) : otherwise;
}

/** The list of `list.forEach(function)`, where the function is the one given. */
export function loopedOver(node: FunctionNode, scope: Scope): Ast.Node | null {
  for (const call of callsGiven(node, scope.module.program)) {
    if (call.arguments[0] === node) return listRunOver(unwrap(call.callee));
  }
  return null;
}

/** `customElements.define(...)`, or a call of `define` on a registry that was handed over. */
export function isDefine(node: Ast.CallExpression): boolean {
  const callee = unwrap(node.callee);
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return false;
  return callee.property.name === 'define' && isRegistry(unwrap(callee.object));
}

function isRegistry(node: Ast.Node): boolean {
  const name = node.type === 'MemberExpression' && !node.computed ? node.property : node;
  return name.type === 'Identifier' && /^customElements$|registry$/i.test(name.name);
}

/** Names of functions that are called for defining elements. */
export const DEFINING_NAME =
  /^_?(?:define|register)(?!Propert)|(?:define|register)(?:Custom)?(?:Element|Component)?s?$|^(?:custom|web)(?:Element|Component)$/i;

/** A string literal in the form of a tag. */
export function isTagLiteral(node: Ast.Node): boolean {
  return (
    node.type === 'Literal' && typeof node.value === 'string' && /^[a-z][\w.]*-[\w.-]+$/.test(node.value)
  );
}

/** The built-in tag in the options of a define call: `{ extends: "button" }`. */
export function extendsOf(options: Ast.Node, scope: Scope): string | null {
  const value = fold(options, scope);
  return isFoldedObject(value) ? asString(value.object.get('extends') ?? null) : null;
}
