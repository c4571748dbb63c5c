/** The classes a component is made of. */

import type { Bound, FunctionNode, Scope } from '../folding/functions.js';
import { unwrap } from '../folding/functions.js';
import type { Module } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';

/** One class of a chain, with the place it was written in. */
export interface Layer {
  node: Ast.Class;
  module: Module;
  /** What names of an enclosing mixin function are bound to. */
  bindings: ReadonlyMap<string, Bound>;
  /** The class's own name, or that of the mixin that makes it. */
  name: string | null;
  /** Written in the surveyed material, as against a package it depends on. */
  own: boolean;
  /** The table of members that a compiler keeps apart from the class. */
  members?: { node: Ast.Node; scope: Scope; watched: string[]; flags: number };
  /**
   * The call that makes the element of the class, where it is handed more than the class; `near` where only what the
   * material itself has of that counts.
   */
  made?: { node: Ast.Node; scope: Scope; near?: true };
  /** The call that makes the element, where no class is written. */
  built?: { node: Ast.Node; scope: Scope };
  /** No class: a function that adds to the prototype of the one it is given, by this name, and gives that back. */
  amends?: { node: FunctionNode; parameter: string };
  /** Its members were copied onto the class below. */
  copied?: true;
  /** A component of a framework, which a function exports as an element. */
  exported?: true;
}

export interface ClassChain {
  /** The component's own class first, the one nearest the platform last. */
  layers: Layer[];
  /** The platform class at the end, such as `HTMLElement`, or null when the chain leads out of reach. */
  platform: string | null;
  /** The expression where the chain could not be followed further. */
  lost: { module: Module; node: Ast.Node } | null;
}

export function isClass(node: Ast.Node): node is Ast.Class {
  return node.type === 'ClassDeclaration' || node.type === 'ClassExpression';
}

/** The class that an expression gives to names on the way: `Pier = Pier_1 = class { ... }`; null for any other. */
export function classGiven(node: Ast.Node): Ast.Class | null {
  const inner = unwrap(node);
  if (inner.type === 'AssignmentExpression') return classGiven(inner.right);
  return isClass(inner) ? inner : null;
}

/**
 * Does a class make the properties that its subclasses declare? It is the machinery of a way of authoring then; its
 * own members are not what a component offers.
 */
export function makesProperties(node: Ast.Class): boolean {
  return node.body.body.some(
    (member) =>
      member.type === 'MethodDefinition' &&
      member.static &&
      member.key.type === 'Identifier' &&
      MAKERS.includes(member.key.name) &&
      !isPlainList(member),
  );
}

const MAKERS = ['observedAttributes', 'createProperty', 'attributeNameForProperty', 'finalize'];

/**
 * A list of names that asks nothing of `this`, that is kept there as it is, or that adds to the list of the class above
 * is no way of making one.
 */
function isPlainList({ key, value }: Ast.MethodDefinition): boolean {
  if (key.type !== 'Identifier' || key.name !== 'observedAttributes') return false;
  let asks = false;
  let calls = false;
  let adds = false;
  walk(value, (node) => {
    asks ||= node.type === 'ThisExpression';
    calls ||= node.type === 'CallExpression';
    adds ||= node.type === 'Super';
    return !adds;
  });
  return adds || !asks || !calls;
}
