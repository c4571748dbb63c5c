/** What the parameters of a function stand for in the calls of it that its module holds. */

import { Bindings } from '../folding/bindings.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { calledName } from '../folding/functions.js';
import { bindParameters, withLocals, withoutParameters } from '../folding/scopes.js';
import { classAround, functionsAround, within } from '../syntax/find.js';
import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';

/** More calls than this are not for names that somebody wrote one by one. */
const MOST = 40;

/**
 * The scopes in which a piece of code is read: one for each call of the function around it whose parameters it
 * names, as `renderSlot(name)` is called for each slot; else the scope given.
 */
export function scopesHanded(node: Ast.Node, scope: Scope): Scope[] {
  const { program } = scope.module;
  const named = new Set(within('reference', node, program).map((one) => one.name));
  const asks = (one: FunctionNode) =>
    one.params.some((parameter) => parameter.type === 'Identifier' && named.has(parameter.name));
  const functions = named.size > 0 ? functionsAround(node, program) : [];
  const around = functions.findLast(asks);
  const name = around ? nameOf(around, program) : null;
  const calls = name === null ? [] : (callsByName(program).get(name) ?? []);
  const inner = withLocals(withoutParameters(scope, functions), functions);
  if (!around || calls.length === 0 || calls.length > MOST) return [inner];
  return calls.map((call) => {
    const caller = withoutParameters(scope, functionsAround(call, program));
    return {
      ...inner,
      bindings: new Bindings(inner.bindings, bindParameters(around, call.arguments, caller)),
    };
  });
}

/** The name that a function declaration, a method or a function in a field is called by. */
function nameOf(node: FunctionNode, program: Ast.Program): string | null {
  if (node.type === 'FunctionDeclaration') return node.id?.name ?? null;
  for (const member of classAround(node, program)?.body.body ?? []) {
    const isField = member.type === 'PropertyDefinition' || member.type === 'MethodDefinition';
    if (!isField || member.value !== node) continue;
    const { key } = member;
    return key.type === 'Identifier' || key.type === 'PrivateIdentifier' ? key.name : null;
  }
  return null;
}

const CALLS = new WeakMap<Ast.Program, Map<string, Ast.CallExpression[]>>();

function callsByName(program: Ast.Program): Map<string, Ast.CallExpression[]> {
  const known = CALLS.get(program);
  if (known) return known;
  const calls = new Map<string, Ast.CallExpression[]>();
  for (const call of within('call', program, program)) {
    const { callee } = call;
    const key = callee.type === 'MemberExpression' ? callee.property : null;
    const name = key?.type === 'PrivateIdentifier' ? key.name : calledName(callee);
    if (name === '') continue;
    addTo(calls, name, call);
  }
  CALLS.set(program, calls);
  return calls;
}
