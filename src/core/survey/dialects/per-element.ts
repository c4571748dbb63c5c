/**
 * Accessors that code of a class gives each of its elements: `Object.defineProperty(this, name, { get, set })`, as a rule
 * in a loop over a table that each class has of its own, or that the class was made with; and what a function does to the
 * element that the constructor hands it, `reflect(this, name)`.
 */

import type { Layer } from '../classes/layers.js';
import type { Dialect, LayerContext } from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import { isDefineProperty } from '../folding/fields.js';
import type { Callable, Scope } from '../folding/functions.js';
import { constructorOf, keyText, unwrap } from '../folding/functions.js';
import { listRunOver, roundsOver } from '../folding/loops.js';
import { runsOf } from '../folding/runs.js';
import { calledWith } from '../folding/scopes.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf, isThis } from '../syntax/tree.js';
import type { Described } from './descriptors.js';
import { accessorOf } from './descriptors.js';

export const perElement: Dialect = {
  name: 'per-element',
  read(context) {
    const found = [
      ...definitionsIn(context.layer).flatMap((one) => definedBy(one, context)),
      ...handedOver(context.layer).flatMap((call) => definedByHelper(call, context)),
    ];
    return {
      properties: found.map((one) => one.property),
      attributes: found.flatMap((one) => one.attributes),
    };
  },
};

/** A call that defines an accessor. */
interface Defining {
  call: Ast.CallExpression;
  key: Ast.Node;
  descriptor: Ast.ObjectExpression;
}

interface Definition extends Defining {
  /** The constructor or method that the call stands in. */
  member: Ast.MethodDefinition;
}

const KNOWN = new WeakMap<Ast.Class, Definition[]>();

/** The calls in a class that define an accessor of the element. */
function definitionsIn({ node, module }: Layer): Definition[] {
  const known = KNOWN.get(node);
  if (known) return known;
  const found: Definition[] = [];
  KNOWN.set(node, found);
  if (!module.source.includes('.defineProperty')) return found;
  for (const member of node.body.body) {
    if (member.type !== 'MethodDefinition' || member.static) continue;
    for (const one of definingCalls(member.value, module.program, isThis)) found.push({ member, ...one });
  }
  return found;
}

/** The calls in a function that define an accessor of what `isHolder` says. */
function definingCalls(
  node: Ast.Node,
  program: Ast.Program,
  isHolder: (node: Ast.Node | undefined) => boolean,
): Defining[] {
  return within('call', node, program).flatMap((call): Defining[] => {
    const [holder, key, descriptor] = call.arguments;
    const isAccessor = entryOf(descriptor, 'get') !== null || entryOf(descriptor, 'set') !== null;
    if (!isDefineProperty(call.callee) || !isHolder(holder) || !key || !isAccessor) return [];
    return [{ call, key, descriptor: descriptor as Ast.ObjectExpression }];
  });
}

const HANDED = new WeakMap<Ast.Class, Ast.CallExpression[]>();

/** The calls in the constructor of a class that hand the element to a function, with something else. */
function handedOver({ node, module }: Layer): Ast.CallExpression[] {
  const known = HANDED.get(node);
  if (known) return known;
  const made = constructorOf(node);
  const calls = made ? within('call', made, module.program) : [];
  const found = calls.filter(
    ({ callee, arguments: given }) =>
      given.length > 1 && given.some(isThis) && unwrap(callee).type !== 'Super' && !isDefineProperty(callee),
  );
  HANDED.set(node, found);
  return found;
}

/** Does a function define accessors of what it is handed first? Others set fields. */
export function makesAccessors(callee: Ast.Node, scope: Scope): boolean {
  const helper = callableOf(callee, scope);
  const [parameter] = helper?.node.params ?? [];
  return helper !== null && parameter?.type === 'Identifier' && definingIn(helper, parameter.name).length > 0;
}

function definingIn({ node, scope: { module } }: Callable, holder: string): Defining[] {
  if (!module.source.slice(node.start, node.end).includes('.defineProperty')) return [];
  return definingCalls(node, module.program, (one) => one?.type === 'Identifier' && one.name === holder);
}

/** What the function of such a call defines on the element. */
function definedByHelper(call: Ast.CallExpression, { layer, scope, at }: LayerContext): Described[] {
  const made = constructorOf(layer.node);
  const helper = callableOf(call.callee, scope);
  const parameter = helper?.node.params[call.arguments.findIndex(isThis)];
  if (!made || !helper || parameter?.type !== 'Identifier') return [];
  return definingIn(helper, parameter.name).flatMap((one) =>
    runsOf(made, call, scope)
      .map((run) => ({ ...helper.scope, bindings: calledWith(helper, call.arguments, run) }))
      .flatMap((inner) => runsOf(helper.node, one.call, inner))
      .flatMap((run) => elementAccessor(one.key, { node: one.descriptor, scope: run }, at(call))),
  );
}

/** An accessor that each element has of its own. */
function elementAccessor(...given: Parameters<typeof accessorOf>): Described[] {
  const made = accessorOf(...given);
  return made ? [{ ...made, property: { ...made.property, origin: 'declared', made: 'accessor' } }] : [];
}

function definedBy({ member, call, key, descriptor }: Definition, { layer, scope, at }: LayerContext) {
  // What another package's class defines by a name of its own is its business; by others' names it is theirs.
  if (key.type === 'Literal' && !layer.own) return [];
  const adopted = isTakenOver(key, member.value, call, layer) ? { adopted: true as const } : {};
  return handedTo(member, layer, scope)
    .flatMap((handed) => runsOf(member.value, call, handed))
    .flatMap((run) => elementAccessor(key, { node: descriptor, scope: run }, at(call)))
    .map((made) => ({ ...made, property: { ...made.property, ...adopted } }));
}

/** What is known in a constructor or a method that defines accessors: in a method, what calls in the class hand to it. */
function handedTo(member: Ast.MethodDefinition, { node, module }: Layer, scope: Scope): Scope[] {
  const name = keyText(member.key);
  const [parameter] = member.value.params;
  const { body } = member.value;
  if (member.kind !== 'method' || !parameter || !body) return [scope];
  const isIt = (one: Ast.Node | undefined) =>
    one?.type === 'MemberExpression' && isThis(one.object) && keyText(one.property) === name;
  // `this.define.bind(this)`
  const isBound = (one: Ast.Node | undefined) =>
    one?.type === 'CallExpression' && one.callee.type === 'MemberExpression' && isIt(one.callee.object);
  return node.body.body.flatMap((other) => {
    if (other.type !== 'MethodDefinition' || other.static) return [];
    return within('call', other.value, module.program).flatMap((call) => {
      const list = listRunOver(call.callee);
      const [first] = call.arguments;
      const runs = () => runsOf(other.value, call, scope);
      if (isIt(call.callee)) {
        const callable = { node: member.value, scope };
        return runs().map((run) => ({ ...scope, bindings: calledWith(callable, call.arguments, run) }));
      }
      return list && (isIt(first) || isBound(first))
        ? runs().flatMap((run) => roundsOver(list, parameter, body, run))
        : [];
    });
  });
}

/** Is what the element held under the name before read, in the function that defines it anew? */
function isTakenOver(key: Ast.Node, around: Ast.Node, call: Ast.Node, { module }: Layer): boolean {
  return (
    key.type === 'Identifier' && module.source.slice(around.start, call.start).includes(`this[${key.name}]`)
  );
}
