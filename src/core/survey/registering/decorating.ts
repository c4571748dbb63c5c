/**
 * Decorators of the material: those that do not register the class they are put on, but one that they make of it, `const
 * pier = (tag) => (Base) => { class Made extends Base { ... } customElements.define(tag, Made); }`, and those that
 * register it by another name than they are given.
 */

import { chainOf } from '../classes/classes.js';
import { callableOf, functionReturned, insideOf, returnedFunction } from '../folding/callables.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { returned, unwrap } from '../folding/functions.js';
import { calledWith } from '../folding/scopes.js';
import type { Module } from '../modules/modules.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { tagsGiven } from './element-names.js';
import { registeredIn } from './helpers.js';
import type { Finding } from './registering.js';

/** What a decorator call registers. */
export interface ByDecorator {
  /** In place of the class that it is put on, by tag. */
  made: ReadonlyMap<string, Finding>;
  /** The tag that the class itself gets, where it is the only one, whatever the decorator is given. */
  tag: string | null;
}

/** What a decorator call registers, as far as its function can be read: of a class made of `target`, or that itself. */
export function registeredBy(
  node: Ast.CallExpression,
  target: Ast.Node,
  scope: Scope,
  place: Ast.Node,
): ByDecorator {
  const last = comesDownTo(node, scope);
  const decorator = returnedFunction(last.node, last.scope);
  if (decorator?.node.params[0]?.type !== 'Identifier') {
    const tag = last.node === node ? null : onlyTag(last.node, last.scope);
    const isLonger = tag?.includes(onlyTag(node, scope) ?? tag);
    return { made: new Map(), tag: tag !== null && isLonger ? tag : null };
  }
  const bindings = calledWith(decorator, [target as Ast.Argument], scope, false);
  const found = registeredIn(
    { ...decorator, scope: { ...decorator.scope, bindings } },
    node,
    scope,
    'on-import',
  );
  const classesOf = (one: { node: Ast.Node; scope: Scope }) =>
    chainOf({ ...one, name: null }, scope.graph).layers.map((layer) => layer.node);
  const [decorated] = found.length > 0 ? classesOf({ node: target, scope }) : [];
  if (!decorated) return { made: new Map(), tag: null };
  const places = found.map((one) => classesOf(one).indexOf(decorated));
  const made = found
    .filter((_, at) => (places[at] ?? -1) > 0)
    // The class is there to be read, whoever's function makes it.
    .map(({ called: _called, ...one }) => [one.tag, { ...one, place, decorated }] as const);
  const own = new Set(found.filter((_, at) => places[at] === 0).map((one) => one.tag));
  const [tag = null] = own;
  return { made: new Map(made), tag: own.size === 1 ? tag : null };
}

function onlyTag({ arguments: [first] }: Ast.CallExpression, scope: Scope): string | null {
  const [only = null, ...others] = first ? tagsGiven(first, scope) : [];
  return others.length === 0 ? only : null;
}

const DEEPEST = 4;

/** The decorator call that another one leaves everything to: `tag => other(tag + '-x')`, `tag => one => other(tag)(one)`. */
function comesDownTo(
  node: Ast.CallExpression,
  scope: Scope,
  depth = 0,
): { node: Ast.CallExpression; scope: Scope } {
  const outer = depth < DEEPEST ? callableOf(node.callee, scope) : null;
  const result = outer && scope.graph.isOwn(outer.scope.module) ? returned(outer.node) : null;
  if (!outer || !result) return { node, scope };
  const inner = insideOf(outer, node, scope);
  const call = unwrap(result);
  const calls = call.type === 'CallExpression' ? [call] : calledOnClass(outer.node, inner.module);
  // Others may be called on the way, with names of another kind.
  const given = onlyTag(node, scope);
  const further = calls.find((one) => given === null || onlyTag(one, inner)?.includes(given)) ?? calls[0];
  return further ? comesDownTo(further, inner, depth + 1) : { node, scope };
}

/** The calls like `other(tag)` in a function that gives back `one => other(tag)(one)`. */
function calledOnClass(node: FunctionNode, { program }: Module): Ast.CallExpression[] {
  const given = functionReturned(node);
  const [parameter] = given?.params ?? [];
  if (!given || parameter?.type !== 'Identifier') return [];
  return within('call', given, program).flatMap(({ callee, arguments: [first] }) => {
    const call = unwrap(callee);
    const isHanded = first?.type === 'Identifier' && first.name === parameter.name;
    return isHanded && call.type === 'CallExpression' ? [call] : [];
  });
}
