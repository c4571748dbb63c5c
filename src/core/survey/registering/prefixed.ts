/** Registrations of a base name, to which a prefix is put elsewhere. */

import { isElementName } from '../../contract/tags.js';
import type { Registration } from '../../contract/types.js';
import { callableOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import { asString, isFoldedObject } from '../folding/folded.js';
import type { Callable, Scope } from '../folding/functions.js';
import { calledName, unwrap } from '../folding/functions.js';
import { heldBy } from '../folding/named.js';
import { calledWith, withLocals } from '../folding/scopes.js';
import { functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import type { Finding } from './registering.js';
import { DEFINING_NAME } from './registering.js';
import { isCalledLater } from './running.js';

/**
 * Descriptions with a base name that are registered with a prefix: `system.withPrefix('line').register(gauge(), dial())`,
 * where `gauge` is what `Gauge.compose({ baseName: 'gauge', ... })` gave.
 */
export function prefixedCall(node: Ast.CallExpression, scope: Scope): Finding[] {
  const callee = unwrap(node.callee);
  if (!DEFINING_NAME.test(calledName(callee))) return [];
  const isLater = isCalledLater(functionsAround(node, scope.module.program), scope);
  if (callee.type === 'MemberExpression') return registeredWithPrefix(node, callee, scope, isLater);
  // A helper that does so with what it is given: `registerIcon('icon-quay', IconQuay)`.
  const helper = callee.type === 'Identifier' ? callableOf(callee, scope) : null;
  if (!helper || !/prefix\(/i.test(textOf(helper))) return [];
  const bindings = calledWith(helper, node.arguments, scope);
  const inner = withLocals({ ...helper.scope, bindings }, [helper.node]);
  return within('call', helper.node, helper.scope.module.program).flatMap((one) => {
    const target = unwrap(one.callee);
    const found = target.type === 'MemberExpression' ? registeredWithPrefix(one, target, inner, isLater) : [];
    return found.map((each) => ({ ...each, place: node }));
  });
}

function textOf({ node, scope }: Callable): string {
  return scope.module.source.slice(node.start, node.end);
}

function registeredWithPrefix(
  node: Ast.CallExpression,
  callee: Ast.MemberExpression,
  scope: Scope,
  isLater: boolean,
): Finding[] {
  const prefix = DEFINING_NAME.test(calledName(callee)) ? prefixIn(unwrap(callee.object), scope) : null;
  if (prefix === null) return [];
  return node.arguments.flatMap((one): Finding[] => {
    const made = describedBase(unwrap(one), scope);
    if (!made) return [];
    const tag = `${prefix}-${made.name}`;
    if (!isElementName(tag)) return [];
    const registers: Registration = isLater ? 'by-call' : 'on-import';
    return [{ tag, node: made.holder, scope: made.scope, place: node, registers, made }];
  });
}

/** The prefix that a chain of calls sets before its last one. */
function prefixIn(node: Ast.Node, scope: Scope): string | null {
  if (node.type !== 'CallExpression') return null;
  const [first] = node.arguments;
  if (first && /prefix$/i.test(calledName(node.callee))) return asString(fold(first, scope));
  const callee = unwrap(node.callee);
  return callee.type === 'MemberExpression' ? prefixIn(unwrap(callee.object), scope) : null;
}

interface DescribedBase {
  /** The call that is handed the description, and the class it is a method of. */
  node: Ast.CallExpression;
  holder: Ast.Node;
  scope: Scope;
  name: string;
}

/** What a name, or a call of it, stands for, where that is a description with a base name. */
function describedBase(node: Ast.Node, scope: Scope): DescribedBase | null {
  const name = node.type === 'CallExpression' ? unwrap(node.callee) : node;
  const held = name.type === 'Identifier' ? heldBy(name.name, scope) : null;
  if (!held) return null;
  const call = unwrap(held.node);
  const callee = call.type === 'CallExpression' ? unwrap(call.callee) : null;
  if (call.type !== 'CallExpression' || callee?.type !== 'MemberExpression') return null;
  const base = call.arguments.map((one) => baseNameIn(one, held.scope)).find((one) => one !== null);
  return base ? { node: call, holder: callee.object, scope: held.scope, name: base } : null;
}

/** The base name in a description, or null. */
export function baseNameIn(description: Ast.Node, scope: Scope): string | null {
  const value = fold(description, scope);
  const name = isFoldedObject(value) ? asString(value.object.get('baseName') ?? null) : null;
  return name && /^[a-z][\w-]*$/.test(name) ? name : null;
}
