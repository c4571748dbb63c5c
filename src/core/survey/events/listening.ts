/** Where a class, or else a module, listens to events, and what is called there: by the function that hears, and by names. */

import type { FunctionNode, Named } from '../folding/functions.js';
import { keyText, localDeclarations, unwrap } from '../folding/functions.js';
import type { Module } from '../modules/modules.js';
import { classAround, functionsAround, within } from '../syntax/find.js';
import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';
import { isThis } from '../syntax/tree.js';

/** A place that listens: by the type as it is written there, or by an expression for it. */
export interface Listening {
  type: string | Ast.Node;
  at: Ast.Node;
}

/** Names are those of members with a dot in front of them, `.hear`, and of functions as they are, `hear`. */
interface Uses {
  /** By the function that hears, or by its name. */
  listeners: Map<Ast.Node | string, Listening[]>;
  calls: Map<string, Ast.CallExpression[]>;
  /** The names of functions; of members, those that they are put under with `this` bound as well. */
  names: Map<Ast.Node, string>;
  bound: Map<string, string[]>;
}

/** The name of the member that a listener is found by when it is an object. */
const HEARS = '.handleEvent';
/** No name is longer where events are looked for. */
const LONGEST_BEFORE = 120;

/** The places that listen with a function. */
export function listeningWith(handler: FunctionNode, module: Module): readonly Listening[] {
  const { uses, name, isNear } = placed(handler, module);
  const names = name === null ? [] : [name, ...(uses.bound.get(name) ?? [])];
  const found = [handler, ...names].flatMap((key) => uses.listeners.get(key) ?? []);
  return found.filter((one) => isNear(one.at));
}

/** The calls of a function by its name; by templates beside its class, those that hand over `context.event`. */
export function callsOf(handler: FunctionNode, module: Module): readonly Ast.CallExpression[] {
  const { owner, uses, name, isNear } = placed(handler, module);
  if (name === null) return [];
  const beside = owner ? (usesIn(module.program, module).calls.get(name) ?? []) : [];
  const isInside = (one: Ast.Node) => owner !== null && owner.start <= one.start && one.end <= owner.end;
  return [
    ...(uses.calls.get(name) ?? []).filter(isNear),
    ...beside.filter((one) => !isInside(one) && one.arguments.some((given) => eventAsked(given, 'event'))),
  ];
}

/** The name in `name.type` and the like; null for other expressions. */
export function eventAsked(expression: Ast.Node, member: string): Named | null {
  const node = unwrap(expression);
  if (node.type !== 'MemberExpression' || node.computed || keyText(node.property) !== member) return null;
  const object = unwrap(node.object);
  return object.type === 'Identifier' ? object : null;
}

/** What is known where a function stands; what goes by a name of its own counts inside of the function around it. */
function placed(handler: FunctionNode, module: Module) {
  const { program } = module;
  const owner = classAround(handler, program);
  const uses = usesIn(owner ?? program, module);
  const name = uses.names.get(handler) ?? null;
  const outer = name?.startsWith('.') ? undefined : functionsAround(handler, program).at(-1);
  const isNear = ({ start, end }: Ast.Node) => !outer || (outer.start <= start && end <= outer.end);
  return { owner, uses, name, isNear };
}

const USES = new WeakMap<Ast.Class | Ast.Program, Uses>();

function usesIn(range: Ast.Class | Ast.Program, { program, source }: Module): Uses {
  const known = USES.get(range);
  if (known) return known;
  const uses: Uses = {
    listeners: new Map(),
    calls: new Map(),
    names: namesIn(range, program),
    bound: new Map(),
  };
  USES.set(range, uses);
  for (const call of within('call', range, program)) {
    addListeners(inCall(call), uses);
    const callee = unwrap(call.callee);
    const name = nameOf(callee);
    if (name !== null) addTo(uses.calls, name, call);
    const method =
      name === '.bind' && callee.type === 'MemberExpression' ? nameOf(unwrap(callee.object)) : null;
    const under = method && BOUND.exec(source.slice(Math.max(0, call.start - LONGEST_BEFORE), call.start));
    if (method !== null && under) addTo(uses.bound, method, `.${under[1]}`);
  }
  for (const text of within('text', range, program)) addListeners(inTemplate(text), uses);
  for (const element of within('jsx', range, program)) addListeners(inElement(element), uses);
  return uses;
}

/** `this.heard = this.hear.bind(this)`, `heard = this.hear.bind(this)` in the body of a class. */
const BOUND = /[\s;{}.,]#?([\w$]{1,80})\s{0,9}=\s{0,9}$/;

/** What a listener, or a callee, goes by. */
function nameOf(node: Ast.Node): string | null {
  if (node.type === 'Identifier') return node.name;
  if (node.type !== 'MemberExpression' || node.computed) return null;
  const { property } = node;
  return property.type === 'Identifier' || property.type === 'PrivateIdentifier' ? `.${property.name}` : null;
}

function namesIn(range: Ast.Class | Ast.Program, program: Ast.Program): Map<Ast.Node, string> {
  const names = new Map<Ast.Node, string>();
  for (const one of within('function', range, program)) {
    if ('id' in one && one.id) names.set(one, one.id.name);
    for (const [name, declaration] of localDeclarations(one))
      if (declaration.kind === 'variable' && declaration.init) names.set(declaration.init, name);
  }
  for (const one of range.type === 'Program' ? range.body : range.body.body) {
    if (one.type === 'VariableDeclaration') {
      for (const { id, init } of one.declarations)
        if (init && id.type === 'Identifier') names.set(init, id.name);
    } else if (one.type === 'MethodDefinition' || one.type === 'PropertyDefinition') {
      const name = keyText(one.key);
      if (one.value && name !== null) names.set(one.value, `.${name.replace('#', '')}`);
    }
  }
  return names;
}

interface Found {
  type: string | Ast.Node;
  listener: Ast.Node;
  at: Ast.Node;
}

function addListeners(found: readonly Found[], { listeners }: Uses): void {
  for (const { type, listener, at } of found) addTo(listeners, heardBy(listener), { type, at });
}

/** What a listener is found by: a function itself, the name of one or of a member, also where `this` is bound to that. */
function heardBy(listener: Ast.Node): Ast.Node | string {
  const node = unwrap(listener);
  if (isThis(node)) return HEARS;
  if (node.type !== 'CallExpression') return nameOf(node) ?? node;
  const callee = unwrap(node.callee);
  const isBound = callee.type === 'MemberExpression' && nameOf(callee) === '.bind';
  return isBound ? heardBy(callee.object) : node;
}

/** `node.addEventListener(type, listener)`, and the attributes that compilers make of JSX: `h('input', { onChange })`. */
function inCall(call: Ast.CallExpression): Found[] {
  const callee = unwrap(call.callee);
  const [first, second] = call.arguments;
  if (!first || !second) return [];
  if (nameOf(callee) === '.addEventListener') return [{ type: first, listener: second, at: call }];
  if (callee.type !== 'Identifier' || second.type !== 'ObjectExpression') return [];
  return second.properties.flatMap((one) => {
    const type = one.type === 'Property' && !one.computed ? typeInName(keyText(one.key) ?? '') : null;
    return type !== null && one.type === 'Property' ? [{ type, listener: one.value, at: call }] : [];
  });
}

/** `onChange`, `onPierDock`: types begin with a small letter. */
function typeInName(name: string): string | null {
  const word = /^on([A-Z]\w*)$/.exec(name)?.[1];
  return word === undefined ? null : word.charAt(0).toLowerCase() + word.slice(1);
}

/** An attribute of a template that ends in front of an expression: `@change=`, `on-change="`, `onchange="`. */
const ATTRIBUTE = /\s(?:@|on-?)([\w:.-]{1,80})\s{0,9}=\s{0,9}["']?$/;

function inTemplate(text: Ast.StringLiteral | Ast.TemplateLiteral): Found[] {
  if (text.type !== 'TemplateLiteral') return [];
  return text.expressions.flatMap((listener, index) => {
    const before = text.quasis[index]?.value.raw.slice(-LONGEST_BEFORE) ?? '';
    const type = ATTRIBUTE.exec(before)?.[1];
    return type === undefined ? [] : [{ type, listener, at: text }];
  });
}

function inElement(element: Ast.JSXOpeningElement): Found[] {
  return element.attributes.flatMap((one) => {
    if (one.type !== 'JSXAttribute' || one.name.type !== 'JSXIdentifier') return [];
    const type = typeInName(one.name.name);
    const listener = one.value?.type === 'JSXExpressionContainer' ? one.value.expression : null;
    return type !== null && listener ? [{ type, listener, at: element }] : [];
  });
}
