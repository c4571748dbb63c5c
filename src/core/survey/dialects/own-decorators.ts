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
import { calledWith, withLocals } from '../folding/scopes.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
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
  const observe = (given: Ast.Node) => {
    const name = text(given);
    if (name !== null && !isInnerName(name))
      found.attributes.push({ name, property: member, reads, observed: true, at });
  };
  const isList = (one: Ast.Node) => one.type === 'MemberExpression' && lists.has(calledName(one));
  walk(node.body, (inner) => {
    if (inner.type === 'AssignmentExpression' && inner.left.type === 'MemberExpression') {
      // `list[name] = ...`
      if (inner.left.computed && isList(inner.left.object)) observe(inner.left.property);
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
    } else if (first && (isList(inner.callee.object) || addsTo(called, lists, context))) observe(first);
    return true;
  });
}

function isNamed(node: Ast.Node | undefined, name: string): boolean {
  return node?.type === 'Identifier' && node.name === name;
}

function defined(name: string, descriptor: Ast.Node, at: string): PropertyEvidence {
  const [gets, sets] = [entryOf(descriptor, 'get') !== null, entryOf(descriptor, 'set') !== null];
  // What can only be written is there for the class itself to tell somebody something.
  const internal = isInnerName(name) || (sets && !gets);
  return { name, origin: 'declared', writable: sets || !gets, internal, words: { at } };
}

/** The names of what `observedAttributes` gives out: `return Dial.watched`, `return Object.keys(Dial.watched)`. */
function observedLists({ chain }: LayerContext): Set<string> {
  const names = new Set<string>();
  for (const { node } of chain.layers) {
    const getter = staticGetter(node, 'observedAttributes');
    if (!getter) continue;
    walk(getter, (inner) => {
      if (inner.type === 'MemberExpression' && inner.object.type !== 'Super') names.add(calledName(inner));
      return true;
    });
  }
  // `Object.keys`, and what goes by no name.
  names.delete('keys');
  names.delete('');
  return names;
}

/** Does a method of the class add to one of its lists? */
function addsTo(method: string, lists: ReadonlySet<string>, { chain }: LayerContext): boolean {
  if (lists.size === 0) return false;
  return chain.layers.some((layer) =>
    layer.node.body.body.some((member) => {
      const isMethod = member.type === 'MethodDefinition';
      if (!isMethod || member.key.type !== 'Identifier' || member.key.name !== method) return false;
      const source = layer.module.source.slice(member.start, member.end);
      return [...lists].some((list) =>
        new RegExp(`\\b${list.replaceAll('$', '\\$')}\\.(?:push|add)\\(`).test(source),
      );
    }),
  );
}
