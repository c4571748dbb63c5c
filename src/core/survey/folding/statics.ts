/** Static members of classes, and what is put on functions, as values. */

import type { Ast } from '../syntax/parse.js';
import { callableOf, classAbove, classesFrom } from './callables.js';
import type { ClassPlace } from './class-named.js';
import { classNamed } from './class-named.js';
import type { Folded } from './folded.js';
import type { Bound, Scope } from './functions.js';
import { assignedBeside, ownName, staticGetter, staticValue } from './functions.js';
import type { Folder } from './interpret.js';
import { runBody } from './interpret.js';

/** A static member that the class itself has; undefined when it has none of that name. */
export function staticMember(
  node: Ast.Class,
  name: string,
  scope: Scope,
  depth: number,
  folder: Folder,
): Folded | undefined {
  const getter = staticGetter(node, name);
  if (getter) return runBody({ node: getter, scope: { ...scope, asClass: true } }, scope, depth + 1, folder);
  const value = staticValue(node, name, scope.module);
  return value ? folder.fold(value, scope, depth + 1) : undefined;
}

/** A static field or getter of a class that is named in an expression, or of a class above it; what a function was given. */
export function foldStatic(
  object: Ast.Node,
  name: string,
  scope: Scope,
  depth: number,
  folder: Folder,
): Folded | null {
  const first = classNamed(object, scope);
  if (!first) {
    const given = valueOfFunction(object, name, scope);
    return given && folder.fold(given.node, given.scope, depth + 1);
  }
  const value = foldOfClass(first, name, depth, folder);
  if (value !== undefined) return value;
  // A class has the name that it was written under.
  return name === 'name' && (object.type === 'Identifier' || object.type === 'ThisExpression')
    ? ownName(first.node, first.scope.module) || null
    : null;
}

/** A static member of a class, or of one above it; undefined when none has it. */
function foldOfClass(first: ClassPlace | null, name: string, depth: number, folder: Folder): Folded {
  for (const place of classesFrom(first)) {
    const scope: Scope = {
      ...place.scope,
      own: (member, at) => foldOfClass(first, member, at, folder),
      above: (member, at) => foldOfClass(classAbove(place), member, at, folder),
    };
    const value = staticMember(place.node, name, scope, depth + 1, folder);
    if (value !== undefined) return value;
  }
  return undefined;
}

/** What is put on a function where it is declared: `Pier.observedAttributes = [...]`. */
function valueOfFunction(object: Ast.Node, name: string, scope: Scope): Pick<Bound, 'node' | 'scope'> | null {
  const called = object.type === 'Identifier' && !NATIVE.has(name) ? callableOf(object, scope) : null;
  if (!called) return null;
  const { module } = called.scope;
  const node =
    module.assigned.get(`${ownName(called.node, module)}.${name}`) ??
    assignedBeside(called.node, module).get(name);
  return node ? { node, scope: called.scope } : null;
}

/** What functions have without being given it. */
const NATIVE: ReadonlySet<string> = new Set(['name', 'length', 'prototype']);
