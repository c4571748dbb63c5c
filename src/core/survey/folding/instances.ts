/**
 * What an object holds that `new` made of a class, as it starts: a field, what a getter gives, what a method returns. Such
 * objects keep the prefix of tags, and other things that an application may set before anything is registered.
 */

import type { Ast } from '../syntax/parse.js';
import { Bindings } from './bindings.js';
import { classesFrom } from './callables.js';
import type { ClassPlace } from './class-named.js';
import { classNamed } from './class-named.js';
import { allFieldsSet, fieldName } from './fields.js';
import type { Folded } from './folded.js';
import type { Callable, Scope } from './functions.js';
import { constructorOf, unwrap } from './functions.js';
import type { Folder } from './interpret.js';
import { runBody } from './interpret.js';
import { calledWith } from './scopes.js';

interface Instance {
  place: ClassPlace;
  args: readonly Ast.Argument[];
  scope: Scope;
}

/** So many names lead from one to the next. */
const LONGEST = 8;

/** The `new` behind an expression, through names; null where there is none. */
function instanceBehind(expression: Ast.Node, scope: Scope): Instance | null {
  let node = unwrap(expression);
  let inner = scope;
  for (let count = 0; count < LONGEST; count += 1) {
    if (node.type === 'NewExpression') {
      const place = classNamed(node.callee, inner);
      return place && { place, args: node.arguments, scope: inner };
    }
    if (node.type !== 'Identifier') return null;
    const bound = inner.bindings?.get(node.name);
    if (bound) {
      if ('value' in bound) return null;
      [node, inner] = [unwrap(bound.node), bound.scope];
      continue;
    }
    const found = inner.graph.find(node.name, inner.module);
    if (found?.declaration.kind !== 'variable' || !found.declaration.init) return null;
    [node, inner] = [unwrap(found.declaration.init), { graph: scope.graph, module: found.module }];
  }
  return null;
}

/** A member of the object behind an expression; undefined where there is no such object, or it has none of that name. */
export function foldOfInstance(
  expression: Ast.Node,
  name: string,
  scope: Scope,
  depth: number,
  folder: Folder,
): Folded | undefined {
  const instance = instanceBehind(expression, scope);
  return instance ? memberOf(instance, name, depth, folder) : undefined;
}

function memberOf(instance: Instance, name: string, depth: number, folder: Folder): Folded | undefined {
  for (const place of classesFrom(instance.place)) {
    const inner = scopeWithin(place, instance, folder);
    for (const member of place.node.body.body) {
      const isNamed = 'key' in member && !member.static && !member.computed && fieldName(member.key) === name;
      if (!isNamed) continue;
      if (member.type === 'MethodDefinition' && member.kind === 'get')
        return runBody({ node: member.value, scope: inner }, inner, depth + 1, folder);
    }
    const field = fieldsOf(place.node).get(name);
    if (field) return folder.fold(field, inConstructor(place, inner, instance), depth + 1);
  }
  return undefined;
}

/** What fields hold in the end: the constructor comes after their own values. */
function fieldsOf(node: Ast.Class): Map<string, Ast.Node> {
  const fields = new Map<string, Ast.Node>();
  for (const member of node.body.body) {
    if (member.type !== 'PropertyDefinition' || member.static || member.computed || !member.value) continue;
    const name = fieldName(member.key);
    if (name !== null) fields.set(name, member.value);
  }
  for (const { name, value } of allFieldsSet(node)) fields.set(name, value);
  return fields;
}

/** The scope of code of a class, where `this` is the object. */
function scopeWithin(place: ClassPlace, instance: Instance, folder: Folder): Scope {
  return { ...place.scope, own: (member, depth) => memberOf(instance, member, depth, folder) };
}

/** That of its constructor, which knows what it was given; what a class above is given is not followed. */
function inConstructor(
  place: ClassPlace,
  scope: Scope,
  { place: first, args, scope: given }: Instance,
): Scope {
  const maker = constructorOf(place.node);
  if (!maker) return scope;
  const called = { node: maker, scope };
  const bindings = place.node === first.node ? calledWith(called, args, given) : new Bindings(scope.bindings);
  return { ...scope, bindings };
}

/** The method of such an object that an expression names; null without one. */
export function methodOfInstance(expression: Ast.Node, scope: Scope, folder: Folder): Callable | null {
  const callee = unwrap(expression);
  if (callee.type !== 'MemberExpression' || callee.computed) return null;
  const name = fieldName(callee.property);
  const instance = name === null ? null : instanceBehind(callee.object, scope);
  for (const place of instance ? classesFrom(instance.place) : [])
    for (const member of place.node.body.body) {
      const isMethod = member.type === 'MethodDefinition' && member.kind === 'method' && !member.static;
      if (isMethod && instance && !member.computed && fieldName(member.key) === name)
        return { node: member.value, scope: scopeWithin(place, instance, folder) };
    }
  return null;
}
