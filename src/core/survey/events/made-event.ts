/** What an expression for an event makes: name, class, flags and detail, through event classes and factories. */

import type { TypeInfo } from '../../contract/types.js';
import type { Flags } from '../evidence/declared-events.js';
import { isPlatformEvent, NO_DETAIL, platformFlags } from '../evidence/declared-events.js';
import { Bindings } from '../folding/bindings.js';
import { callableOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject } from '../folding/folded.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { constructorOf, returned, unwrap } from '../folding/functions.js';
import { bindParameters, calledWith } from '../folding/scopes.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { NO_TYPE, typeOf } from '../types/types.js';
import { typeOfValue } from '../types/values.js';
import { eventNames } from './event-names.js';
import { eventAsked } from './listening.js';
import { typesPassedOn } from './passed-on.js';

export interface MadeEvent {
  name: string;
  detail: TypeInfo;
  eventType: string;
  flags: Flags;
}

const DEEPEST = 6;

/**
 * The events an expression may make. `around` are the functions it stands in, outermost first; their constants
 * are looked into. Empty when it makes none, or one whose name is not known there.
 */
export function madeEvents(
  expression: Ast.Node,
  scope: Scope,
  around: readonly FunctionNode[],
  depth = 0,
): MadeEvent[] {
  if (depth > DEEPEST) return [];
  const node = unwrap(expression);
  const inner = (next: Ast.Node) => madeEvents(next, scope, around, depth + 1);
  switch (node.type) {
    case 'NewExpression':
      return madeByNew(node, scope, around);
    case 'ConditionalExpression':
      return [...inner(node.consequent), ...inner(node.alternate)];
    case 'LogicalExpression':
      return [...inner(node.left), ...inner(node.right)];
    case 'AssignmentExpression':
      return inner(node.right);
    case 'Identifier': {
      const bound = scope.bindings?.get(node.name);
      return bound && !('value' in bound) ? madeEvents(bound.node, bound.scope, around, depth + 1) : [];
    }
    case 'CallExpression': {
      const constructed = constructedBy(node);
      if (constructed) return inner(constructed);
      const called = callableOf(node.callee, scope);
      const result = called && returned(called.node);
      if (!called || !result) return [];
      const bindings = calledWith(called, node.arguments, scope);
      return madeEvents(result, { ...called.scope, bindings }, [called.node], depth + 1);
    }
    default:
      return [];
  }
}

/** `Reflect.construct(TheClass, [...])` as the `new TheClass(...)` that it is; null for other calls. */
function constructedBy({ callee, arguments: given, start, end }: Ast.CallExpression): Ast.Node | null {
  const [made, list] = given;
  if (callee.type !== 'MemberExpression' || classNameOf(callee) !== 'construct') return null;
  if (classNameOf(callee.object) !== 'Reflect' || !made || list?.type !== 'ArrayExpression') return null;
  const node = { type: 'NewExpression', callee: made, arguments: list.elements, start, end };
  return node as unknown as Ast.NewExpression;
}

function madeByNew(node: Ast.NewExpression, scope: Scope, around: readonly FunctionNode[]): MadeEvent[] {
  // Of the class of another event it is only known that it is one.
  const isLike = eventAsked(node.callee, 'constructor') !== null;
  const eventType = isLike ? 'Event' : shownNameOf(node.callee, scope, 0);
  if (eventType === null) return [];
  const made = construct(node.callee, node.arguments, scope, node.typeArguments, around, 0);
  if (made.names.length === 0) return passedOn(node, eventType, made, scope);
  return made.names.map((name) => ({ name, detail: made.detail, eventType, flags: made.flags }));
}

/** What a listener makes of the events that it hears, whose flags are those of what it hears where it takes them over. */
function passedOn(
  { arguments: [type, options] }: Ast.NewExpression,
  eventType: string,
  { detail, flags }: Constructed,
  scope: Scope,
): MadeEvent[] {
  const event = type && eventAsked(type, 'type');
  const given = options && unwrap(options);
  const isWhole = given?.type === 'Identifier' && given.name === event?.name;
  const taken = FLAGS.filter((flag) => isWhole || isTaken(optionNode(options, flag), flag));
  return (type ? typesPassedOn(type, scope) : []).map((name) => {
    const known = platformFlags(name);
    return {
      name,
      detail: eventType === 'Event' && !isPlatformEvent(name) ? NO_TYPE : detail,
      eventType,
      flags: { ...flags, ...Object.fromEntries(taken.map((flag) => [flag, known[flag] ?? false])) },
    };
  });
}

/** `bubbles: event.bubbles` */
function isTaken(given: Ast.Node | null, flag: string): boolean {
  return given !== null && eventAsked(given, flag) !== null;
}

const FLAGS = ['bubbles', 'composed', 'cancelable'] as const;

interface Constructed {
  names: string[];
  detail: TypeInfo;
  flags: Flags;
}

/** By the arguments, or by what the event's own class passes on to super(). */
function construct(
  callee: Ast.Node,
  args: readonly Ast.Argument[],
  scope: Scope,
  typeArguments: Ast.TSTypeParameterInstantiation | null | undefined,
  around: readonly FunctionNode[],
  depth: number,
): Constructed {
  const found = depth < DEEPEST ? eventClass(callee, scope) : null;
  const call = found && superCall(found.node);
  if (found && call) {
    const bindings = new Bindings(
      found.scope.bindings,
      call.builder ? bindParameters(call.builder, args, scope, found.scope) : [],
    );
    const inner: Scope = { ...found.scope, bindings };
    const above = found.node.superClass ?? callee;
    const given = call.node ? call.node.arguments : args;
    const made = construct(
      above,
      given,
      call.node ? inner : scope,
      found.node.superTypeArguments,
      call.builder ? [call.builder] : around,
      depth + 1,
    );
    if (made.names.length > 0) return made;
    const [first] = args;
    return { ...made, names: first ? eventNames(first, scope) : [] };
  }
  const [first, second] = args;
  const isCustom = classNameOf(callee) === 'CustomEvent' || typeArguments;
  return {
    names: first ? eventNames(first, scope) : [],
    detail: isCustom ? detailOf(typeArguments, second, scope, around) : NO_DETAIL,
    flags: flagsOf(second ? fold(second, scope) : null),
  };
}

function classNameOf(callee: Ast.Node): string | null {
  const node = unwrap(callee);
  if (node.type === 'Identifier') return node.name;
  return node.type === 'MemberExpression' && node.property.type === 'Identifier' ? node.property.name : null;
}

/**
 * What an event class is called: where a minifier left it without a name, what it is exported as, or else the class
 * above it.
 */
function shownNameOf(callee: Ast.Node, scope: Scope, depth: number): string | null {
  const name = classNameOf(callee);
  const found = name !== null && name.length < SHORTEST && depth < DEEPEST ? eventClass(callee, scope) : null;
  if (!found) return name;
  const { node, scope: inner } = found;
  for (const [as, target] of inner.module.exports) {
    if (as.length < SHORTEST || as === 'default' || target.kind !== 'local') continue;
    if (target.name === node.id?.name) return as;
  }
  return node.superClass ? shownNameOf(node.superClass, inner, depth + 1) : name;
}

/** Shorter names are those of minifiers. */
const SHORTEST = 3;

function eventClass(callee: Ast.Node, scope: Scope): { node: Ast.Class; scope: Scope } | null {
  const node = unwrap(callee);
  const found =
    node.type === 'Identifier'
      ? scope.graph.find(node.name, scope.module)
      : node.type === 'MemberExpression' &&
          node.object.type === 'Identifier' &&
          node.property.type === 'Identifier'
        ? scope.graph.findMember(node.object.name, node.property.name, scope.module)
        : null;
  if (!found) return null;
  const inner = { graph: scope.graph, module: found.module };
  const { declaration } = found;
  if (declaration.kind === 'class') return { node: declaration.node, scope: inner };
  const init = declaration.kind === 'variable' && declaration.init ? unwrap(declaration.init) : null;
  return init?.type === 'ClassExpression' ? { node: init, scope: inner } : null;
}

/** The call of super() in a class's constructor; without a constructor, the arguments go up as they are. */
function superCall(
  node: Ast.Class,
): { builder: Ast.Function | null; node: Ast.CallExpression | null } | null {
  const builder = constructorOf(node);
  if (!builder) return { builder: null, node: null };
  let call: Ast.CallExpression | null = null;
  walk(builder, (inner) => {
    if (inner.type === 'CallExpression' && inner.callee.type === 'Super') call ??= inner;
    return true;
  });
  return call ? { builder, node: call } : null;
}

function detailOf(
  typeArguments: Ast.TSTypeParameterInstantiation | null | undefined,
  options: Ast.Node | undefined,
  scope: Scope,
  around: readonly FunctionNode[],
): TypeInfo {
  const [argument] = typeArguments?.params ?? [];
  if (argument) return typeOf(argument, scope.module, scope.graph);
  const value = optionNode(options, 'detail');
  if (!value) return optionsAreOpen(options) ? NO_TYPE : NO_DETAIL;
  const bound = value.type === 'Identifier' ? scope.bindings?.get(value.name) : undefined;
  if (bound && !('value' in bound)) return typeOfValue(bound.node, bound.scope, around);
  return typeOfValue(value, scope, around);
}

function optionNode(options: Ast.Node | undefined, key: string): Ast.Node | null {
  const object = options && unwrap(options);
  if (object?.type !== 'ObjectExpression') return null;
  for (const property of object.properties) {
    if (property.type === 'Property' && property.key.type === 'Identifier' && property.key.name === key)
      return property.value;
  }
  return null;
}

/** Options that are passed in, or spread, may hold a detail of which nothing is known. */
function optionsAreOpen(options: Ast.Node | undefined): boolean {
  const object = options && unwrap(options);
  if (!object) return false;
  if (object.type !== 'ObjectExpression') return true;
  return object.properties.some((one) => one.type === 'SpreadElement');
}

function flagsOf(options: Folded): Flags {
  const is = (key: string) => isFoldedObject(options) && options.object.get(key) === true;
  return { bubbles: is('bubbles'), composed: is('composed'), cancelable: is('cancelable') };
}
