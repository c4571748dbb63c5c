/**
 * Shadow roots that a helper attaches: the class hands its element over (`new Controller(this)`,
 * `Controller.forElement(this)`), and the helper's class attaches a root to what it was handed.
 */

import type { Dialect, LayerContext } from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import { classNamed } from '../folding/class-named.js';
import { fold } from '../folding/fold.js';
import { isFoldedObject } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import { calledName, unwrap } from '../folding/functions.js';
import { parameterNames } from '../folding/scopes.js';
import { functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { isThis } from '../syntax/tree.js';

export const attached: Dialect = {
  name: 'attached',
  read(context) {
    const root = rootAttached(context);
    return root ? { root } : {};
  },
};

function rootAttached({ layer, scope }: LayerContext): 'open' | 'closed' | null {
  const { body } = layer.node;
  const { program } = layer.module;
  for (const call of [...within('new', body, program), ...within('call', body, program)]) {
    if (!call.arguments.some(isThis)) continue;
    const helper = helperCalled(call, scope);
    const root = helper && rootIn(helper.node, helper.scope);
    if (root) return root;
  }
  return null;
}

/** The class, or else the function, that a call hands its arguments to. */
function helperCalled(
  { type, callee }: Ast.CallExpression | Ast.NewExpression,
  scope: Scope,
): { node: Ast.Node; scope: Scope } | null {
  const called = unwrap(callee);
  if (type === 'NewExpression') return classNamed(called, scope);
  const holder = called.type === 'MemberExpression' ? classNamed(called.object, scope) : null;
  return holder ?? callableOf(called, scope);
}

/** The mode of the root that code attaches to something it was handed: a parameter, or what its class keeps. */
function rootIn(node: Ast.Node, scope: Scope): 'open' | 'closed' | null {
  const { program, source } = scope.module;
  if (!source.slice(node.start, node.end).includes('attachShadow')) return null;
  for (const call of within('call', node, program)) {
    const { callee, arguments: given } = call;
    if (callee.type !== 'MemberExpression' || calledName(callee) !== 'attachShadow') continue;
    const names = functionsAround(call, program).flatMap((one) => one.params.flatMap(parameterNames));
    const holder = unwrap(callee.object);
    const isHanded =
      holder.type === 'Identifier'
        ? names.includes(holder.name)
        : holder.type === 'MemberExpression' && isThis(holder.object);
    if (!isHanded) continue;
    const options = given[0] ? fold(given[0], scope) : null;
    return isFoldedObject(options) && options.object.get('mode') === 'closed' ? 'closed' : 'open';
  }
  return null;
}
