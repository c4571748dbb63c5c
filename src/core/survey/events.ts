/** Events: every place that dispatches one, the helpers that do, and what doc comments and type maps declare. */

import type { ContractEvent, TypeInfo } from '../contract/types.js';
import type { Layer } from './classes.js';
import { isFunction } from './classes.js';
import type { Flags } from './declared-events.js';
import { NO_DETAIL } from './declared-events.js';
import type { LayerContext } from './evidence.js';
import { placeIn } from './evidence.js';
import { functionsAround, within } from './find.js';
import { fold } from './fold.js';
import type { Folded } from './folded.js';
import { asString, isFoldedObject } from './folded.js';
import type { Scope } from './functions.js';
import { bindParameters, functionOf, unwrap } from './functions.js';
import type { Module } from './modules.js';
import type { Ast } from './parse.js';
import { walk } from './parse.js';
import { typeOf } from './types.js';
import { typeOfValue } from './values.js';

/** The events that the body of a class dispatches, by itself or through methods and functions it calls. */
export function dispatchedEvents(context: LayerContext): ContractEvent[] {
  const events: ContractEvent[] = [];
  const { module, node: classNode } = context.layer;
  for (const node of within('call', classNode.body, module.program)) {
    const around = functionsAround(node, module.program);
    const site = dispatchSite(node, around);
    const event = site && eventAt(site, context.scope, module, around);
    if (event) events.push(event);
    else events.push(...helperCall(node, context, module, around));
  }
  return events;
}

interface Site {
  created: Ast.NewExpression;
  receiver: Ast.Node;
  call: Ast.Node;
}

/** `x.dispatchEvent(new SomeEvent(...))`, or with the event in a constant of the same function. */
function dispatchSite(node: Ast.CallExpression, around: readonly Ast.Node[]): Site | null {
  const { callee } = node;
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return null;
  if (callee.property.name !== 'dispatchEvent') return null;
  const argument = node.arguments[0] && unwrap(node.arguments[0]);
  if (argument?.type === 'NewExpression')
    return { created: argument, receiver: unwrap(callee.object), call: node };
  if (argument?.type !== 'Identifier') return null;
  const innermost = around.at(-1);
  let created: Ast.NewExpression | null = null;
  if (!innermost) return null;
  walk(innermost, (inner) => {
    if (
      inner.type === 'VariableDeclarator' &&
      inner.id.type === 'Identifier' &&
      inner.id.name === argument.name &&
      inner.init &&
      unwrap(inner.init).type === 'NewExpression'
    ) {
      created ??= unwrap(inner.init) as Ast.NewExpression;
    }
    return true;
  });
  return created && { created, receiver: unwrap(callee.object), call: node };
}

/** The event of a dispatch site, or null when its name is not known there (a helper's parameter, say). */
function eventAt(
  site: Site,
  scope: Scope,
  module: Module,
  parents: readonly Ast.Node[],
): ContractEvent | null {
  const origin = originOf(site.receiver, parents);
  if (!origin) return null;
  const made = madeEvent(site.created, scope, parents);
  if (made.name === null) return null;
  return {
    name: made.name,
    detail: made.detail,
    eventType: made.eventType,
    ...made.flags,
    origin,
    declared: false,
    dispatched: true,
    at: placeIn(module, site.call),
  };
}

interface Made {
  name: string | null;
  detail: TypeInfo;
  eventType: string;
  flags: Flags;
}

/** What `new SomeEvent(...)` makes: by its arguments, or by what the event's own class passes to super(). */
function madeEvent(node: Ast.NewExpression, scope: Scope, parents: readonly Ast.Node[]): Made {
  const eventType = node.callee.type === 'Identifier' ? node.callee.name : 'Event';
  const [first, second] = node.arguments;
  const found = scope.graph.find(eventType, scope.module);
  if (found?.declaration.kind === 'class') {
    const inner: Scope = { graph: scope.graph, module: found.module };
    const call = superCall(found.declaration.node);
    const named = call?.arguments[0] ? asString(fold(call.arguments[0], inner)) : null;
    const options = call?.arguments[1];
    return {
      name: named ?? (first ? asString(fold(first, scope)) : null),
      detail: options ? detailOf(found.declaration.node.superTypeArguments, options, inner, []) : NO_DETAIL,
      eventType,
      flags: flagsOf(options ? fold(options, inner) : null),
    };
  }
  return {
    name: first ? asString(fold(first, scope)) : null,
    detail: eventType === 'CustomEvent' ? detailOf(node.typeArguments, second, scope, parents) : NO_DETAIL,
    eventType,
    flags: flagsOf(second ? fold(second, scope) : null),
  };
}

function superCall(node: Ast.Class): Ast.CallExpression | null {
  let found: Ast.CallExpression | null = null;
  walk(node.body, (inner) => {
    if (inner.type === 'CallExpression' && inner.callee.type === 'Super') found ??= inner;
    return true;
  });
  return found;
}

function detailOf(
  typeArguments: Ast.TSTypeParameterInstantiation | null | undefined,
  options: Ast.Node | undefined,
  scope: Scope,
  parents: readonly Ast.Node[],
): TypeInfo {
  const [argument] = typeArguments?.params ?? [];
  if (argument) return typeOf(argument, scope.module, scope.graph);
  const value = optionNode(options, 'detail');
  return value ? typeOfValue(value, scope, parents) : NO_DETAIL;
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

function flagsOf(options: Folded): Flags {
  const is = (key: string) => isFoldedObject(options) && options.object.get(key) === true;
  return { bubbles: is('bubbles'), composed: is('composed'), cancelable: is('cancelable') };
}

/** `this` is the component; a page global is none of its business (null); any other node stands inside. */
function originOf(receiver: Ast.Node, parents: readonly Ast.Node[]): ContractEvent['origin'] | null {
  if (receiver.type === 'ThisExpression') return 'element';
  if (receiver.type === 'Identifier') {
    if (['window', 'document', 'globalThis', 'self'].includes(receiver.name)) return null;
    if (isAliasOfThis(receiver.name, parents)) return 'element';
  }
  return 'inside';
}

function isAliasOfThis(name: string, parents: readonly Ast.Node[]): boolean {
  return parents.some((parent) => {
    let found = false;
    if (isFunction(parent) && parent.body) {
      walk(parent.body, (inner) => {
        if (inner.type === 'VariableDeclarator' && inner.id.type === 'Identifier' && inner.id.name === name) {
          found ||= inner.init?.type === 'ThisExpression';
        }
        return true;
      });
    }
    return found;
  });
}

/**
 * A call of a helper that dispatches: a method given the event's name (one that names its event itself is found
 * in the class body anyway), or a function that is handed the element.
 */
function helperCall(
  node: Ast.CallExpression,
  context: LayerContext,
  module: Module,
  outer: readonly Ast.Node[],
): ContractEvent[] {
  const { scope } = context;
  const callee = unwrap(node.callee);
  const method = methodCalled(callee, context);
  const helper = method ?? functionCalled(callee, node, scope);
  if (!helper?.node.body) return [];
  const bindings = bindParameters(helper.node, node.arguments, scope);
  const inner: Scope = { graph: context.graph, module: helper.module, bindings };
  const events: ContractEvent[] = [];
  for (const one of within('call', helper.node.body, helper.module.program)) {
    const around = [helper.node, ...functionsAround(one, helper.module.program)];
    const site = dispatchSite(one, around);
    if (!site) continue;
    const receiver = site.receiver.type === 'Identifier' ? bindings.get(site.receiver.name)?.node : undefined;
    if (method ? !namesParameter(site.created, bindings) : receiver?.type !== 'ThisExpression') continue;
    const event = eventAt({ ...site, receiver: receiver ?? site.receiver }, inner, helper.module, around);
    if (!event) continue;
    const given = optionNode(site.created.arguments[1], 'detail');
    const bound = given?.type === 'Identifier' ? bindings.get(given.name) : undefined;
    events.push({
      ...event,
      ...(bound ? { detail: typeOfValue(bound.node, bound.scope, outer) } : {}),
      at: placeIn(module, node),
    });
  }
  return events;
}

/** Does the name of the event come from one of the helper's parameters? */
function namesParameter(created: Ast.NewExpression, bindings: ReadonlyMap<string, unknown>): boolean {
  const name = created.arguments[0] && unwrap(created.arguments[0]);
  let found = false;
  if (name) {
    walk(name, (inner) => {
      found ||= inner.type === 'Identifier' && bindings.has(inner.name);
      return true;
    });
  }
  return found;
}

type Helper = { node: Ast.Function | Ast.ArrowFunctionExpression; module: Module };

/** The method behind `this.name(...)` or `this.#name(...)`, looked up along the class chain. */
function methodCalled(callee: Ast.Node, context: LayerContext): Helper | null {
  if (callee.type !== 'MemberExpression' || callee.object.type !== 'ThisExpression' || callee.computed)
    return null;
  const { property } = callee;
  if (property.type !== 'Identifier' && property.type !== 'PrivateIdentifier') return null;
  for (const layer of context.chain.layers) {
    const method = memberNamed(layer, property);
    if (method) return { node: method, module: layer.module };
  }
  return null;
}

function memberNamed(layer: Layer, name: { type: string; name: string }): Helper['node'] | null {
  for (const member of layer.node.body.body) {
    if (!('key' in member) || member.key.type !== name.type) continue;
    if ((member.key as { name?: string }).name !== name.name) continue;
    if (member.type === 'MethodDefinition') return member.value;
    if (member.type === 'PropertyDefinition' && member.value && isFunction(member.value)) return member.value;
  }
  return null;
}

/** The function behind `emit(this, 'name')`; it must be handed the element. */
function functionCalled(callee: Ast.Node, call: Ast.CallExpression, scope: Scope): Helper | null {
  if (callee.type !== 'Identifier' || !call.arguments.some((one) => one.type === 'ThisExpression'))
    return null;
  const found = scope.graph.find(callee.name, scope.module);
  return found && functionOf(found);
}
