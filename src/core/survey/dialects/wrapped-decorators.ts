/** Decorators of a project's own that apply another one. */

import { callableOf, insideOf } from '../folding/callables.js';
import { scopeBefore } from '../folding/fold.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { boundTo, isFunction, returned, unwrap } from '../folding/functions.js';
import { calledWith, withLocals } from '../folding/scopes.js';
import type { Ast } from '../syntax/parse.js';

/** An expression, and what is known where it stands. */
interface Placed {
  node: Ast.Node;
  scope: Scope;
}

/**
 * A project's own decorator that does nothing but call another: `const flag = () => property({ type: Boolean })`, or
 * `const flag = (options) => (proto, name) => property({ ...options, attribute: kebab(name) })(proto, name)`.
 */
export function wrappedDecorator(node: Ast.CallExpression, member: string, scope: Scope): Placed | null {
  const called = callableOf(node.callee, scope);
  if (!called) return null;
  const bindings = calledWith(called, node.arguments, scope);
  const outer: Scope = { ...called.scope, bindings };
  const result = onlyReturned(called.node);
  if (result?.type === 'CallExpression') return { node: result, scope: outer };
  const decorator = returned(called.node);
  const inner = decorator ? unwrap(decorator) : null;
  if (!inner || !isFunction(inner)) return null;
  const [, nameParameter] = inner.params;
  if (nameParameter?.type !== 'Identifier') return null;
  bindings.set(nameParameter.name, boundTo(member, outer));
  return appliedIn(inner, nameParameter.name, withLocals(outer, [called.node, inner]));
}

/**
 * The decorator that a function applies to the member in its turn, which it knows by this name: `other(...)(proto, name)`;
 * or that a function does which it hands the member to.
 */
function appliedIn(node: FunctionNode, name: string, scope: Scope, depth = 0): Placed | null {
  const last = returned(node);
  const statements = node.body?.type === 'BlockStatement' ? node.body.body : [];
  const expressions = statements.flatMap((one) =>
    one.type === 'ExpressionStatement' ? [one.expression] : [],
  );
  for (const applied of [...(last ? [last] : []), ...expressions].flatMap(endsOf)) {
    if (applied.type !== 'CallExpression') continue;
    const at = applied.arguments.findIndex((one) => one.type === 'Identifier' && one.name === name);
    if (at < 0) continue;
    const callee = unwrap(applied.callee);
    if (callee.type === 'CallExpression') return { node: callee, scope: scopeBefore(callee, scope) ?? scope };
    const helper = depth < MOST_HELPERS ? callableOf(callee, scope) : null;
    const further = helper?.node.params[at];
    if (!helper || further?.type !== 'Identifier') continue;
    const found = appliedIn(helper.node, further.name, insideOf(helper, applied, scope), depth + 1);
    if (found) return found;
  }
  return null;
}

const MOST_HELPERS = 4;

/** What an expression ends with: either side of a choice, the right of `&&`, the last of several. */
function endsOf(node: Ast.Node): Ast.Node[] {
  switch (node.type) {
    case 'SequenceExpression':
      return node.expressions.slice(-1).flatMap(endsOf);
    case 'ConditionalExpression':
      return [node.consequent, node.alternate].flatMap(endsOf);
    case 'LogicalExpression':
      return endsOf(node.right);
    default:
      return [node];
  }
}

/** What a function returns that does nothing else. */
function onlyReturned({ body }: FunctionNode): Ast.Node | null | undefined {
  if (body?.type !== 'BlockStatement') return body;
  const [only] = body.body;
  return body.body.length === 1 && only?.type === 'ReturnStatement' ? only.argument : null;
}
