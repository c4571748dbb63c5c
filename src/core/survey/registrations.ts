/** Where tags are registered: define calls, class decorators, and what compilers make of those. */

import type { Registration } from '../contract/types.js';
import { isClass } from './classes.js';
import { classAround, functionsAround, within } from './find.js';
import { fold } from './fold.js';
import { asString, isFoldedObject } from './folded.js';
import type { Scope } from './functions.js';
import { unwrap } from './functions.js';
import type { Module, ModuleGraph } from './modules.js';
import type { Ast } from './parse.js';

export interface Registered {
  tag: string;
  /** The expression for the class: an identifier, or the class itself. */
  node: Ast.Node;
  module: Module;
  /** The built-in tag a customised built-in extends. */
  extendsTag: string | null;
  registers: Registration;
  /** Where the tag is given. */
  place: { start: number; end: number };
}

/** Registrations whose tag could not be told from the source. */
export interface Unfolded {
  module: Module;
  place: { start: number; end: number };
}

/** A valid custom element name, by the first rules of HTML 4.13.2; the reserved ones with a hyphen are left out. */
export function isElementName(name: string): boolean {
  return /^[a-z][^\sA-Z/>\0]*-[^\sA-Z/>\0]*$/.test(name) && !RESERVED_NAMES.has(name);
}

const RESERVED_NAMES = new Set([
  'annotation-xml',
  'color-profile',
  'font-face',
  'font-face-src',
  'font-face-uri',
  'font-face-format',
  'font-face-name',
  'missing-glyph',
]);

/**
 * Can a text hold a registration at all? Looked at before anything is parsed: a registry, a call of a defining
 * helper, a decorator that is given a tag, or what a compiler makes of one (`[decorator('a-b')], TheClass`).
 */
export function mayRegister(source: string): boolean {
  return (
    /\bcustomElements\b|\b(?:define|register)\w*\s*\(\s*[^\s)]/.test(source) ||
    /@[\w.]+\(\s*(?:["'`][a-z]|\{[^}]*["'`][a-z][\w.]*-)/.test(source) ||
    /\(\s*(?:["'`][a-z][\w.$-]*["'`]|\w+)\s*\)\s*(?:,[^\]]{0,200})?\]\s*,\s*\w+\s*\)/.test(source)
  );
}

/** The registrations in one module, in source order. */
export function registrationsIn(
  module: Module,
  graph: ModuleGraph,
): { registered: Registered[]; unfolded: Unfolded[] } {
  const registered: Registered[] = [];
  const unfolded: Unfolded[] = [];
  const scope: Scope = { graph, module };
  const add = (
    tag: string,
    node: Ast.Node,
    place: Ast.Node,
    registers: Registration,
    extendsTag: string | null = null,
  ) => {
    if (isElementName(tag)) registered.push({ tag, node, module, extendsTag, registers, place });
  };
  for (const node of within('class', module.program, module.program)) {
    for (const decorator of node.decorators ?? []) {
      const tag = tagGivenTo(decorator.expression, scope);
      if (tag !== null) add(tag, node, decorator, 'on-import');
    }
  }
  const calls = within('call', module.program, module.program);
  const calledAtOnce = new Set(calls.map((node) => unwrap(node.callee)));
  for (const node of calls) {
    const compiled = decorateCall(node, scope);
    if (compiled) add(compiled.tag, compiled.node, node, 'on-import');
    const call = compiled ? null : defineCall(node, scope);
    if (call === 'unfolded') unfolded.push({ module, place: node });
    else if (call) {
      const byCall = functionsAround(node, module.program).some((one) => !calledAtOnce.has(one));
      add(call.tag, call.node, node, byCall ? 'by-call' : 'on-import', call.extendsTag);
    }
  }
  registered.sort((a, b) => a.place.start - b.place.start);
  return { registered, unfolded };
}

/** The tag a class decorator is given: `@x('a-b')` or `@x({ name: 'a-b' })`. */
function tagGivenTo(node: Ast.Node, scope: Scope): string | null {
  if (node.type !== 'CallExpression') return null;
  const [argument] = node.arguments;
  if (!argument) return null;
  const value = fold(argument, scope);
  if (typeof value === 'string') return isElementName(value) ? value : null;
  if (!isFoldedObject(value)) return null;
  for (const key of ['tag', 'tagName', 'name', 'selector', 'is']) {
    const given = asString(value.object.get(key) ?? null);
    if (given !== null && isElementName(given)) return given;
  }
  return null;
}

/** `helper([decorator('a-b')], TheClass)`, whatever the helper is called. */
function decorateCall(node: Ast.CallExpression, scope: Scope): { tag: string; node: Ast.Node } | null {
  const [list, target] = node.arguments;
  if (list?.type !== 'ArrayExpression' || target?.type !== 'Identifier') return null;
  for (const element of list.elements) {
    const tag = element ? tagGivenTo(element, scope) : null;
    if (tag !== null) return { tag, node: target };
  }
  return null;
}

function defineCall(
  node: Ast.CallExpression,
  scope: Scope,
): { tag: string; node: Ast.Node; extendsTag: string | null } | 'unfolded' | null {
  const [first, second, options] = node.arguments;
  const callee = unwrap(node.callee);
  const onRegistry =
    callee.type === 'MemberExpression' &&
    callee.property.type === 'Identifier' &&
    callee.property.name === 'define' &&
    isRegistry(unwrap(callee.object));
  if (!first || !second) return null;
  if (!onRegistry && !/^(define|register)\w*$/i.test(calledName(callee))) return null;
  const tag = asString(fold(first, scope));
  if (tag === null)
    return onRegistry && !isParameter(first, functionsAround(node, scope.module.program)) ? 'unfolded' : null;
  const target = unwrap(second);
  const named = target.type === 'ThisExpression' ? classAround(node, scope.module.program) : target;
  if (
    !named ||
    !(isClass(named) || ['Identifier', 'CallExpression', 'MemberExpression'].includes(named.type))
  )
    return null;
  const given = options ? fold(options, scope) : null;
  const extendsTag =
    given !== null && isFoldedObject(given) ? asString(given.object.get('extends') ?? null) : null;
  return { tag, node: named, extendsTag };
}

function isRegistry(node: Ast.Node): boolean {
  if (node.type === 'Identifier') return node.name === 'customElements';
  return (
    node.type === 'MemberExpression' &&
    node.property.type === 'Identifier' &&
    node.property.name === 'customElements'
  );
}

function calledName(node: Ast.Node): string {
  if (node.type === 'Identifier') return node.name;
  return node.type === 'MemberExpression' && node.property.type === 'Identifier' ? node.property.name : '';
}

/** A tag that is a parameter belongs to a helper; its callers are the registrations. */
function isParameter(node: Ast.Node, functions: ReturnType<typeof functionsAround>): boolean {
  if (node.type !== 'Identifier') return false;
  return functions.some((one) =>
    one.params.some((parameter) => {
      const name = parameter.type === 'AssignmentPattern' ? parameter.left : parameter;
      return name.type === 'Identifier' && name.name === node.name;
    }),
  );
}
