/**
 * Descriptors, as they are handed to `Object.defineProperty`: those that functions make, and what they say of a property.
 */

import type { AttributeReader, TypeInfo } from '../../contract/types.js';
import type { AttributeSeen, PropertyEvidence } from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { asString, UNKNOWN } from '../folding/folded.js';
import type { Callable, Scope } from '../folding/functions.js';
import { isFunction, unwrap } from '../folding/functions.js';
import { calledWith, withLocals } from '../folding/scopes.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
import { isInnerName } from '../types/docs.js';
import { keyword } from '../types/types.js';
import { readByGetter } from './attribute-calls.js';
import { isOptions, readOptions, typeOfConstructors, withNamedType } from './options.js';

/** A descriptor that is written out, and what the names in it stand for. */
export interface Descriptor {
  node: Ast.ObjectExpression;
  scope: Scope;
}

const DEEPEST = 6;
const MOST = 8;

/** The descriptors that an expression may be worth: as written, or as the functions that it calls return them. */
export function descriptorsOf(expression: Ast.Node, scope: Scope, depth = 0): Descriptor[] {
  const node = unwrap(expression);
  if (depth > DEEPEST) return [];
  const inner = (next: Ast.Node, place = scope) => descriptorsOf(next, place, depth + 1);
  switch (node.type) {
    case 'ObjectExpression':
      return [{ node, scope }];
    case 'ConditionalExpression': {
      const test = fold(node.test, scope);
      const branches =
        test === UNKNOWN ? [node.consequent, node.alternate] : [test ? node.consequent : node.alternate];
      return branches.flatMap((one) => inner(one)).slice(0, MOST);
    }
    case 'Identifier': {
      const bound = scope.bindings?.get(node.name);
      return bound && !('value' in bound) ? inner(bound.node, bound.scope) : [];
    }
    case 'CallExpression': {
      const made = callableOf(node.callee, scope);
      if (!made) return [];
      const bindings = calledWith(made, node.arguments, scope);
      const place = withLocals({ ...made.scope, bindings }, [made.node]);
      return resultsOf(made.node.body, place)
        .flatMap((one) => inner(one, place))
        .slice(0, MOST);
    }
    default:
      return [];
  }
}

/** What a body may return, as far as conditions do not say which it is. */
function resultsOf(body: Ast.Node | null, scope: Scope): Ast.Node[] {
  if (body && body.type !== 'BlockStatement') return [body];
  const results: Ast.Node[] = [];
  addResults(body?.body ?? [], scope, results);
  return results;
}

/** Whether the statements end in a return, whichever way they take. */
function addResults(statements: readonly Ast.Node[], scope: Scope, results: Ast.Node[]): boolean {
  for (const statement of statements) {
    if (statement.type === 'ReturnStatement') {
      if (statement.argument) results.push(statement.argument);
      return true;
    }
    if (statement.type === 'BlockStatement' && addResults(statement.body, scope, results)) return true;
    if (statement.type !== 'IfStatement') continue;
    const test = fold(statement.test, scope);
    const ways = [
      ...(test === UNKNOWN || test ? [statement.consequent] : []),
      ...(test === UNKNOWN || !test ? [statement.alternate] : []),
    ];
    if (ways.map((one) => one !== null && addResults([one], scope, results)).every(Boolean)) return true;
  }
  return false;
}

/** A property that a descriptor makes, and the attributes that its value lives in. */
export interface Described {
  property: PropertyEvidence;
  attributes: AttributeSeen[];
}

/** What `define(holder, key, descriptor)` makes, where that is an accessor and the name is known; else null. */
export function accessorOf(key: Ast.Node, { node, scope }: Descriptor, at: string): Described | null {
  const name = asString(fold(key, scope));
  // What is given as `undefined` is not there.
  const has = (part: string) => {
    const given = entryOf(node, part);
    return given !== null && fold(given, scope) !== undefined;
  };
  const sets = has('set');
  if (name === null || !(sets || has('get'))) return null;
  const attributes = readByDescriptor(name, { node, scope }, at);
  const type = typeRead(attributes[0]?.reads);
  const said = saidOf(name, key, scope, at);
  const property: PropertyEvidence = {
    name,
    origin: 'member',
    ...(type ? { type } : {}),
    ...said.property,
    writable: sets,
    internal: isInnerName(name),
    words: { at },
  };
  return { property, attributes: [...attributes, ...said.attributes] };
}

/**
 * What a table that names properties says of one: `for (const name of Object.keys(TABLE))`. It holds what they have at
 * first, the constructors of their types, or options for each; the attribute that these name is one if it is observed.
 */
function saidOf(
  name: string,
  key: Ast.Node,
  { bindings }: Scope,
  at: string,
): { property: Pick<PropertyEvidence, 'type' | 'default' | 'reads'>; attributes: AttributeSeen[] } {
  const held = key.type === 'Identifier' ? bindings?.get(key.name)?.holds : undefined;
  const kind = plainKind(held);
  if (kind)
    return {
      property: { type: keyword(kind), default: JSON.stringify(held), reads: kind },
      attributes: [],
    };
  if (!isOptions(held)) {
    const type = typeOfConstructors(held);
    return { property: type ? { type } : {}, attributes: [] };
  }
  const { type, attribute, ...rest } = readOptions(name, withNamedType(held), 'lower');
  const [given, kindGiven, initial] = ['attribute', 'type', 'default'].map((one) => held.object.get(one));
  const kindAtFirst = kindGiven === undefined ? plainKind(initial) : null;
  return {
    property: {
      // What is read as JSON may be anything.
      ...(type && kindGiven !== 'json' ? { type } : kindAtFirst ? { type: keyword(kindAtFirst) } : {}),
      ...(rest.default === undefined ? {} : { default: rest.default }),
    },
    attributes:
      attribute !== false && typeof given === 'string'
        ? [{ ...attribute, name: given, property: name, observed: false, at }]
        : [],
  };
}

function plainKind(value: Folded | undefined): 'string' | 'number' | 'boolean' | null {
  const kind = typeof value;
  return kind === 'string' || kind === 'number' || kind === 'boolean' ? kind : null;
}

/** The attributes that the accessors of a descriptor keep the property's value in. */
export function readByDescriptor(property: string, descriptor: Descriptor, at: string): AttributeSeen[] {
  const getter = getterIn(descriptor);
  return getter ? readByGetter({ property, ...getter, at: () => at, isMade: true }) : [];
}

/** The getter of a descriptor: written there, or named by it (`{ get, set }`). */
function getterIn({ node, scope }: Descriptor): Callable | null {
  const getter = entryOf(node, 'get');
  if (!getter) return null;
  return isFunction(getter) ? { node: getter, scope } : callableOf(getter, scope);
}

/** The type of what an attribute is read as, where that says it. */
export function typeRead(reads: AttributeReader | undefined): TypeInfo | undefined {
  return reads === 'string' || reads === 'number' || reads === 'boolean' ? keyword(reads) : undefined;
}
