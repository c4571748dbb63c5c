/**
 * Decorators of a project's own that make the member themselves: `(proto, key) => { Object.defineProperty(proto, key,
 * { get, set }); proto.observe(key.toLowerCase()); }`, where the class's list of observed attributes is what they
 * add to.
 */

import { kebabCase } from '../../emit/names.js';
import type {
  AttributeEvidence,
  AttributeSeen,
  LayerContext,
  PropertyEvidence,
} from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import { asString } from '../folding/folded.js';
import type { Callable, Scope } from '../folding/functions.js';
import { boundTo, calledName, isFunction, returned, staticGetter, unwrap } from '../folding/functions.js';
import { calledWith, calledWithValues, withLocals } from '../folding/scopes.js';
import { functionsAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { entryOf, isNamed } from '../syntax/tree.js';
import { isInnerName } from '../types/docs.js';
import { descriptorsOf, readByDescriptor, typeRead } from './descriptors.js';

export interface OwnMembers {
  properties: PropertyEvidence[];
  attributes: AttributeSeen[];
}

/** What the decorators of one member make on the prototype, and observe. */
export function ownMembers(
  decorators: readonly Ast.Node[],
  member: string,
  context: LayerContext,
  scope: Scope,
  at: string,
): OwnMembers {
  const found: OwnMembers = { properties: [], attributes: [] };
  for (const decorator of decorators) {
    const applied = appliedTo(unwrap(decorator), member, scope);
    if (applied) readDecorator(applied, context, at, found);
  }
  return found;
}

/**
 * The attribute under the name that a decorator gives it, with `data-` before it where its own module, which works out
 * what is observed, has that as a prefix. The decorator itself only keeps the member's name.
 */
export function prefixed(
  attribute: AttributeEvidence,
  member: string,
  decorator: Ast.Node,
  scope: Scope,
): AttributeEvidence {
  const made = attribute && decorator.type === 'Identifier' ? callableOf(decorator, scope) : null;
  const source = made?.scope.module.source ?? '';
  const prefix = /\bobservedAttributes\b/.test(source) ? PREFIX.exec(source)?.[1] : undefined;
  return attribute && prefix
    ? { ...attribute, name: `${prefix}${kebabCase(member)}`, reflects: true }
    : attribute;
}

/** `prefix = 'data-'`, `given ?? 'data-'` */
const PREFIX = /(?:=|\?\?|\|\|)\s*["'`](data-)["'`]/;

interface Applied {
  /** The function that is handed the prototype and the name. */
  node: Callable['node'];
  scope: Scope;
  prototype: string;
  member: string;
}

/** The function of the material's own that a decorator is, or returns, with the member's name bound. */
function appliedTo(decorator: Ast.Node, member: string, scope: Scope): Applied | null {
  const call = decorator.type === 'CallExpression' ? decorator : null;
  const made = callableOf(call ? call.callee : decorator, scope);
  if (!made || !scope.graph.isOwn(made.scope.module)) return null;
  const result = call ? returned(made.node) : null;
  const inner = call ? result && unwrap(result) : made.node;
  if (!inner || !isFunction(inner)) return null;
  const [prototype, key] = inner.params;
  if (prototype?.type !== 'Identifier' || key?.type !== 'Identifier') return null;
  const bindings = call ? calledWith(made, call.arguments, scope) : new Map(made.scope.bindings);
  const outer: Scope = { ...made.scope, bindings };
  bindings.set(key.name, boundTo(member, outer));
  const around = call ? [made.node, inner] : [inner];
  return { node: inner, scope: withLocals(outer, around), prototype: prototype.name, member };
}

function readDecorator(
  { node, scope, prototype, member }: Applied,
  context: LayerContext,
  at: string,
  found: OwnMembers,
): void {
  if (!node.body) return;
  const lists = observedLists(context);
  const source = scope.module.source.slice(node.start, node.end);
  const reads = /\bhasAttribute\(/.test(source) ? 'boolean' : 'string';
  const text = (one: Ast.Node) => asString(fold(one, scope));
  const observe = (given: Ast.Node, naming: Naming) => {
    const added = text(given);
    const name = added === null ? null : (naming(added) ?? added);
    if (name !== null && !isInnerName(name))
      found.attributes.push({ name, property: member, reads, observed: true, at });
  };
  const namingOf = (list: Ast.Node) =>
    list.type === 'MemberExpression' ? lists.get(calledName(list)) : undefined;
  walk(node.body, (inner) => {
    if (inner.type === 'AssignmentExpression' && inner.left.type === 'MemberExpression') {
      // `list[name] = ...`
      const naming = inner.left.computed ? namingOf(inner.left.object) : undefined;
      if (naming) observe(inner.left.property, naming);
    }
    if (inner.type !== 'CallExpression' || inner.callee.type !== 'MemberExpression') return true;
    const [first, second, descriptor] = inner.arguments;
    const called = calledName(inner.callee);
    if (called === 'defineProperty' && second && descriptor && isNamed(first, prototype)) {
      const name = text(second);
      if (name === null) return true;
      const [made] = descriptorsOf(descriptor, scope);
      const read = made ? readByDescriptor(name, made, at) : [];
      const type = typeRead(read[0]?.reads);
      found.properties.push({ ...defined(name, made?.node ?? descriptor, at), ...(type ? { type } : {}) });
      found.attributes.push(...read);
    } else if (first) {
      const naming = namingOf(inner.callee.object) ?? namingAddedTo(called, lists, context);
      if (naming) observe(first, naming);
    }
    return true;
  });
}

function defined(name: string, descriptor: Ast.Node, at: string): PropertyEvidence {
  const [gets, sets] = [entryOf(descriptor, 'get') !== null, entryOf(descriptor, 'set') !== null];
  // What can only be written is there for the class itself to tell somebody something.
  const internal = isInnerName(name) || (sets && !gets);
  return { name, origin: 'declared', writable: sets || !gets, internal, words: { at } };
}

/** The attribute that stands for an entry of a list; null where it is the entry itself, or cannot be told. */
type Naming = (entry: string) => string | null;

/**
 * The lists that `observedAttributes` gives out, by their names, and what it makes of their entries: `return Dial.watched`,
 * `return Object.keys(Dial.watched).map(hyphens)`.
 */
function observedLists({ chain, graph }: LayerContext): Map<string, Naming> {
  const lists = new Map<string, Naming>();
  for (const { node, module, bindings } of chain.layers) {
    const getter = staticGetter(node, 'observedAttributes');
    if (!getter) continue;
    const naming = namingIn(getter, { graph, module, bindings });
    walk(getter, (inner) => {
      if (inner.type === 'MemberExpression' && inner.object.type !== 'Super')
        lists.set(calledName(inner), naming);
      return true;
    });
  }
  // What is called on them, and what goes by no name.
  for (const name of ['keys', 'map', '']) lists.delete(name);
  return lists;
}

/** What a getter makes of each entry, by the function that it hands to `map`. */
function namingIn(getter: Ast.Function, scope: Scope): Naming {
  const result = returned(getter);
  const call = result ? unwrap(result) : null;
  const isMapped = call?.type === 'CallExpression' && calledName(call.callee) === 'map';
  const [given] = isMapped ? call.arguments : [];
  const map = given
    ? callableOf(given, withLocals(scope, functionsAround(getter, scope.module.program)))
    : null;
  const made = map && returned(map.node);
  if (!made) return () => null;
  return (entry) => {
    const bindings = calledWithValues(map, [entry], map.scope);
    return asString(fold(made, { ...map.scope, bindings }));
  };
}

/** What becomes of the entries of the list that a method of the class adds to; undefined where it adds to none. */
function namingAddedTo(
  method: string,
  lists: ReadonlyMap<string, Naming>,
  { chain }: LayerContext,
): Naming | undefined {
  for (const { node, module } of lists.size > 0 ? chain.layers : []) {
    for (const member of node.body.body) {
      const isMethod = member.type === 'MethodDefinition';
      if (!isMethod || member.key.type !== 'Identifier' || member.key.name !== method) continue;
      const source = module.source.slice(member.start, member.end);
      for (const [name, naming] of lists)
        if (new RegExp(`\\b${name.replaceAll('$', '\\$')}\\.(?:push|add)\\(`).test(source)) return naming;
    }
  }
  return undefined;
}
