/** Events: every place that dispatches one for a component, in its class and in the code that works for it. */

import type { ContractEvent, TypeInfo } from '../../contract/types.js';
import { methodInChain } from '../classes/methods.js';
import { isPlatformEvent, NO_DETAIL, offeredEvent } from '../evidence/declared-events.js';
import type { LayerContext } from '../evidence/evidence.js';
import { placeIn } from '../evidence/evidence.js';
import { callableOf, staticMethodOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import { asString, UNKNOWN } from '../folding/folded.js';
import type { Bound, Callable, FunctionNode, Scope } from '../folding/functions.js';
import { originalName, unwrap } from '../folding/functions.js';
import { methodHeld } from '../folding/held.js';
import { calledWith, withLocals } from '../folding/scopes.js';
import { classAround, functionsAround, isWithin, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { entryOf, isNothing, isThis } from '../syntax/tree.js';
import { typeOfValue } from '../types/values.js';
import { eventNames, listBehind, namesEvents } from './event-names.js';
import { madeEvents } from './made-event.js';
import type { Place } from './places.js';
import { originOf, placesOf } from './places.js';

const DEEPEST = 4;

/**
 * The events that a class dispatches: by itself, through methods and functions it calls, through functions that
 * compilers moved out of it, and through objects it hands itself to; not by what is `idle`, which never runs.
 */
export function dispatchedEvents(context: LayerContext, idle: readonly Ast.Node[]): ContractEvent[] {
  return placesOf(context, idle).flatMap((place) => eventsIn(place, context));
}

function eventsIn(place: Place, context: LayerContext): ContractEvent[] {
  const { program } = place.module;
  return within('call', place.range, program).flatMap((node) => {
    if (isWithin(node, place.idle ?? [])) return [];
    // What a class inside sends is its own affair.
    if ((classAround(node, program)?.start ?? 0) > place.range.start) return [];
    const around = functionsAround(node, program);
    const scope = withLocals(
      place.scope,
      around.filter((one) => one.start >= place.range.start),
    );
    const site = dispatchSite(node);
    if (site) return eventsAt(site, scope, place, around, node);
    return helperEvents(
      node,
      {
        context,
        scope,
        host: (receiver) => place.host(receiver, around),
        at: placeIn(place.module, node),
        around,
      },
      0,
    );
  });
}

interface Site {
  event: Ast.Node;
  receiver: Ast.Node;
}

/** `receiver.dispatchEvent(event)`. */
function dispatchSite(node: Ast.CallExpression): Site | null {
  const callee = unwrap(node.callee);
  const [event] = node.arguments;
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier' || !event) return null;
  return callee.property.name === 'dispatchEvent' ? { event, receiver: unwrap(callee.object) } : null;
}

function eventsAt(
  site: Site,
  scope: Scope,
  place: Place,
  around: readonly FunctionNode[],
  call: Ast.Node,
): ContractEvent[] {
  const origin = originOf(site.receiver, place, around);
  if (!origin) return [];
  return madeEvents(site.event, scope, around).flatMap((made): ContractEvent[] => {
    const event: ContractEvent = {
      name: made.name,
      detail: made.detail,
      eventType: made.eventType,
      ...made.flags,
      origin,
      declared: false,
      dispatched: true,
      at: placeIn(place.module, call),
    };
    return isHeardOutside(event) ? [event] : [];
  });
}

/**
 * An event that starts on a node inside and does not bubble stays there; so does one of the platform's own kind
 * that is sent to a control inside.
 */
function isHeardOutside(event: ContractEvent): boolean {
  if (event.origin === 'element') return true;
  return event.bubbles && (event.composed || event.eventType !== 'Event' || !isPlatformEvent(event.name));
}

interface HelperContext {
  context: LayerContext;
  scope: Scope;
  host(receiver: Ast.Node): boolean;
  /** Place of the outermost call, in the component's own code. */
  at: string;
  around: readonly FunctionNode[];
}

/**
 * A call of a helper that dispatches: a method or an inner function given the event's name (one that names its event
 * itself is found in the class body anyway), or a function that is handed the element. Helpers may call helpers.
 */
function helperEvents(node: Ast.CallExpression, from: HelperContext, depth: number): ContractEvent[] {
  if (depth > DEEPEST || node.arguments.length === 0) return [];
  return branchesOf(node, from.scope).flatMap((one) => eventsOfHelper(one, from, depth));
}

/** A call that is handed either of two things, as a call for each: `this.tell(open ? 'opened' : 'shut')`. */
function branchesOf(node: Ast.CallExpression, scope: Scope): Ast.CallExpression[] {
  const at = node.arguments.findIndex((one) => choiceIn(one, scope) !== null);
  const choice = at < 0 ? null : choiceIn(node.arguments[at] as Ast.Node, scope);
  if (!choice) return [node];
  return [choice.consequent, choice.alternate].map((one) => ({
    ...node,
    arguments: node.arguments.with(at, one),
  }));
}

/** The choice that an argument is, also by the name of a constant of the same function. */
function choiceIn(argument: Ast.Node, scope: Scope): Ast.ConditionalExpression | null {
  const node = unwrap(argument);
  const bound = node.type === 'Identifier' ? scope.bindings?.get(node.name) : undefined;
  const held = bound && !('value' in bound) && bound.scope === scope ? unwrap(bound.node) : node;
  return held.type === 'ConditionalExpression' && fold(held.test, scope) === UNKNOWN ? held : null;
}

function eventsOfHelper(call: Ast.CallExpression, from: HelperContext, depth: number): ContractEvent[] {
  const node = calledOnHost(call, from) ?? call;
  const callee = unwrap(node.callee);
  const method = node === call ? methodCalled(callee, from) : callableOf(callee, from.scope);
  const given = node.arguments.findIndex((one) => from.host(unwrap(one)) || isBoundHost(one, from));
  const local = method || given >= 0 ? null : localFunction(callee, from);
  const handed =
    given < 0
      ? null
      : (callableOf(callee, from.scope) ??
        staticMethodOf(callee, from.scope) ??
        methodHeld(callee, from.scope));
  const helper = method ?? local ?? handed;
  if (!helper?.node.body) {
    const isOwnMethod = callee.type === 'MemberExpression' && from.host(unwrap(callee.object));
    return !helper && (given >= 0 || isOwnMethod) ? byItsName(callee, node, from) : [];
  }
  const isNamed = method !== null || local !== null;
  if (
    isNamed &&
    !node.arguments.some((one) => mayNameEvent(one, from.scope)) &&
    !passesOn(method, node, from.scope)
  )
    return [];
  const bindings = calledWith(helper, node.arguments, from.scope);
  const hostName = given >= 0 ? parameterName(helper.node, given) : null;
  // A function inside of another one knows the element by the names that has for it.
  const host = (receiver: Ast.Node) =>
    isNamed
      ? isThis(receiver) || (local !== null && from.host(receiver))
      : receiver.type === 'Identifier' && receiver.name === hostName;
  const { module } = helper.scope;
  const scopeOfHelper = { ...helper.scope, bindings };
  const whole = local ? { whole: true as const } : {};
  const place: Place = { range: helper.node, module, scope: scopeOfHelper, host, ...whole };
  const events: ContractEvent[] = [];
  for (const inner of within('call', helper.node.body, module.program)) {
    const around = [
      helper.node,
      ...functionsAround(inner, module.program).filter((one) => one.start > helper.node.start),
    ];
    const scope = withLocals(place.scope, around);
    const site = dispatchSite(inner);
    if (site && isNamed && !namesParameter(site.event, bindings, scope)) continue;
    const found = site
      ? eventsAt(site, scope, place, [...from.around, ...around], inner)
      : helperEvents(inner, { ...from, scope, host, around: [...from.around, ...around] }, depth + 1);
    for (const event of found)
      if (event.origin === 'element' || local) events.push({ ...event, at: from.at });
  }
  // A method of another package's class may send in a way that cannot be followed, and so may one that others do it for.
  const isOpaque = method !== null && (!method.scope.graph.isOwn(module) || leavesItToOthers(method));
  return events.length === 0 && isOpaque ? byItsName(callee, node, from) : events;
}

/** Does a method hand what it is given to something that the element holds: `return this.controller.emit(type, detail);`? */
function leavesItToOthers({ node, scope: { module } }: Callable): boolean {
  return within('call', node, module.program).some(({ callee }) => {
    const called = unwrap(callee);
    const isOfOther = called.type === 'MemberExpression' && unwrap(called.object).type === 'MemberExpression';
    const name = isOfOther && called.property.type === 'Identifier' ? called.property.name : '';
    // Stores that keep a state are told of actions so.
    return EMITTING.test(name) && name !== 'dispatch';
  });
}

/** What functions are called that send events. */
const EMITTING = /^_?\$?(emit|fire|dispatch|trigger)(Custom)?(Event)?$/i;

/** A function that dispatches, and is declared inside of those around the call, and so works for the same element. */
function localFunction(callee: Ast.Node, { scope, around }: HelperContext): Callable | null {
  const [outermost] = around;
  if (!outermost || callee.type !== 'Identifier' || !dispatches(outermost, scope)) return null;
  const called = callableOf(callee, scope);
  if (!called || called.scope.module !== scope.module || !dispatches(called.node, scope)) return null;
  return called.node.start > outermost.start && called.node.end < outermost.end ? called : null;
}

/** May a method of a class above dispatch what it is handed once more? Within one class that is found where it does. */
function passesOn(method: Callable | null, call: Ast.Node, { module }: Scope): boolean {
  if (!method || !dispatches(method.node, method.scope)) return false;
  const { program, source } = method.scope.module;
  const isAbove = classAround(method.node, program) !== classAround(call, module.program);
  return isAbove && source.slice(method.node.start, method.node.end).includes('.type');
}

const DISPATCHING = new WeakMap<FunctionNode, boolean>();

/** Is there any place in a function that dispatches? */
function dispatches(node: FunctionNode, { module }: Scope): boolean {
  const known = DISPATCHING.get(node);
  if (known !== undefined) return known;
  const text = module.source.slice(node.start, node.end);
  DISPATCHING.set(node, text.includes('dispatchEvent'));
  return text.includes('dispatchEvent');
}

/** A name that an outer helper was handed the element under. */
function isBoundHost(node: Ast.Node, from: HelperContext): boolean {
  if (node.type !== 'Identifier') return false;
  const bound = from.scope.bindings?.get(node.name);
  return bound !== undefined && isThis(bound.node);
}

function parameterName(node: FunctionNode, index: number): string | null {
  const parameter = node.params[index];
  const name = parameter?.type === 'AssignmentPattern' ? parameter.left : parameter;
  return name?.type === 'Identifier' ? name.name : null;
}

function mayNameEvent(node: Ast.Node, scope: Scope): boolean {
  const inner = unwrap(node);
  if (
    inner.type === 'ConditionalExpression' ||
    inner.type === 'TemplateLiteral' ||
    inner.type === 'NewExpression'
  )
    return true;
  if (asString(fold(inner, scope)) !== null) return true;
  if (inner.type === 'Identifier' && isHanded(scope.bindings?.get(inner.name))) return true;
  return namesEvents(inner, scope);
}

function isHanded(bound: Bound | undefined): boolean {
  return bound !== undefined && !bound.taken;
}

/**
 * A function that works for the element by `this`, as a call of its own: `tell.call(this, name)`, and as compilers call
 * what was a private method, `get(this, methods, "m", tell).call(this, name)`. Null for other calls.
 */
function calledOnHost(node: Ast.CallExpression, { host }: HelperContext): Ast.CallExpression | null {
  const callee = unwrap(node.callee);
  const [first, ...rest] = node.arguments;
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier' || !first) return null;
  if (callee.property.name !== 'call' || !host(unwrap(first))) return null;
  const object = unwrap(callee.object);
  const called = object.type === 'CallExpression' ? object.arguments.at(-1) : object;
  return called?.type === 'Identifier'
    ? { ...node, callee: called as Ast.IdentifierReference, arguments: rest }
    : null;
}

/** Does what is dispatched depend on one of the helper's parameters, or on what stands in it? */
function namesParameter(event: Ast.Node, bindings: ReadonlyMap<string, Bound>, scope: Scope): boolean {
  let found = false;
  walk(event, (inner) => {
    if (inner.type !== 'Identifier' || found) return !found;
    const list = isHanded(bindings.get(inner.name)) ? inner : listBehind(inner, scope);
    found = list?.type === 'Identifier' && isHanded(bindings.get(list.name));
    return true;
  });
  return found || unwrap(event).type === 'Identifier';
}

/**
 * A helper out of reach that is handed the element and a name, or is a method of its, and is called for what it
 * does: `fireEvent(this, 'pick')`, `this.emit('pick')`. Its flags are not known; helpers of this kind make events that leave the shadow tree.
 */
function byItsName(callee: Ast.Node, node: Ast.CallExpression, from: HelperContext): ContractEvent[] {
  const isOwnMethod = callee.type === 'MemberExpression' && from.host(unwrap(callee.object));
  const named = callee.type === 'Identifier' ? callee : isOwnMethod ? callee.property : null;
  const called = named?.type === 'Identifier' ? named.name : '';
  // A bundler may have changed the name that it was imported by.
  if (!EMITTING.test(called) && !(callee === named && EMITTING.test(originalName(callee, from.scope))))
    return [];
  const at = node.arguments.findIndex((one) => eventNames(one, from.scope).length > 0);
  const [name, given] = at < 0 ? [] : node.arguments.slice(at);
  return (name ? eventNames(name, from.scope) : []).flatMap((one) =>
    /^[\w:.-]+$/.test(one)
      ? [
          offeredEvent(one, from.at, {
            detail: detailGiven(given, from),
            bubbles: true,
            composed: true,
            declared: false,
          }),
        ]
      : [],
  );
}

/** The type of what such a helper is given after the name: the detail, or options that may hold it. */
function detailGiven(given: Ast.Node | undefined, { scope, around }: HelperContext): TypeInfo {
  if (!given) return NO_DETAIL;
  const detail = entryOf(unwrap(given), 'detail');
  const isOptions = ['bubbles', 'composed', 'cancelable'].some((one) => entryOf(unwrap(given), one) !== null);
  if (isOptions && !detail) return NO_DETAIL;
  return isNothing(unwrap(given)) ? NO_DETAIL : typeOfValue(detail ?? given, scope, around);
}

/** The method behind `this.name(...)` or `this.#name(...)`, looked up along the class chain. */
function methodCalled(callee: Ast.Node, { context, host }: HelperContext): Callable | null {
  if (callee.type !== 'MemberExpression' || callee.computed || !host(unwrap(callee.object))) return null;
  const { property } = callee;
  if (property.type !== 'Identifier' && property.type !== 'PrivateIdentifier') return null;
  return methodInChain(property, context.chain, context.graph);
}
