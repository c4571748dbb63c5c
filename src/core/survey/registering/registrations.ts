/** Where tags are registered: define calls, helpers that make them, class decorators, and what compilers make of those. */

import { chainOf } from '../classes/classes.js';
import { classDecorations } from '../classes/decorations.js';
import { isClass } from '../classes/layers.js';
import { fold } from '../folding/fold.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { calledName, localDeclarations, originalName, unwrap } from '../folding/functions.js';
import { parameterNames, withLocals } from '../folding/scopes.js';
import type { Declaration } from '../modules/declarations.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import { callInPlace, classAround, functionsAround, loopsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
import { registeredBy } from './decorating.js';
import { describedBefore, describedCall, lazyTables, statementCalls } from './descriptions.js';
import { tagsGiven } from './element-names.js';
import { decoratedClass, handedClass } from './handed-classes.js';
import { definingCall, helperCall, isHandedOver, leadsToClass } from './helpers.js';
import { madeForLater } from './later.js';
import { prefixedCall } from './prefixed.js';
import type { Finding, Registered, Unfolded } from './registering.js';
import { extendsOf, isAnotherCase, isDefine, scopesAt } from './registering.js';

export type { Registered } from './registering.js';

import { isCalledLater } from './running.js';

/**
 * Can a text hold a registration at all? Looked at before anything is parsed: a registry, a call of a defining
 * helper, a decorator that is given a tag, or what a compiler makes of one (`[decorator('a-b')], TheClass`).
 */
export function mayRegister(source: string): boolean {
  return REGISTERING.some((one) => one.test(source));
}

const REGISTERING = [
  /\bcustomElements\b|(?:Define|Register\w{0,20})\(|\b(?:define|register)\w*(?:\s*\(\s*[^\s)]|\s+as\s)|\b\w*Element\s+as\s|\.(?:define|register)\w*\(\)/,
  // A decorator that is given a tag, a constant for one, or an object with one.
  /@[\w.]+\(\s*(?:["'`][a-z]|[\w.]+\s*\)|\{[^}]*["'`][a-z][\w.]*-)/,
  // What compilers make of it.
  /\(\s*(?:["'`][a-z][\w.$-]*["'`]|\w+|\{\s*\w+:\s*["'`][\w-]+["'`][^)]*)\s*\)\s*(?:,[^\]]{0,400})?\]\s*,\s*[\w$.]+\s*\)/,
  /decorate\w*\(\s*\[[\s\S]{0,600}?\]\s*,\s*[\w$.]+\s*\)/i,
  /(?:Decorate|_applyDecs|[dD]ecorators)\w*\b/,
  // A description of an element, and a compiler's table of members.
  /\b\w*(?:[eE]lement|[cC]omponent)\w*\(\s*["'`][a-z]\w*-/,
  // A function with a short name that is handed a tag and a class, as a statement.
  /(?:^|[;}])[ \t]{0,80}\w{1,3}\(["'`][a-z][\w.]{0,60}-[\w.-]{0,60}["'`],[ \t]?(?!null\b|void\b)[\w$]{1,60}\)/m,
  // The same the other way round, and a class that has its tag.
  /(?:^|[;}])[ \t]{0,80}\w{1,3}\([\w$]{1,60},[ \t]?["'`][a-z][\w.]{0,60}-[\w.-]{0,60}["'`]\s*[,)]/m,
  /\b\w+\.tagName\s?=\s?["'`][a-z]\w*-/,
  // A function that is handed a class, a method that is given a tag, and a plain decorator of a class.
  /(?:^|[;}])[ \t]{0,80}(?:[A-Z]\w*\.)?\w+\(\s*[A-Z]\w*\s*[,)]|\b[A-Z]\w*\.\w+\(\s*["'`][a-z][\w.]*-/m,
  /@[a-z]\w*\s+(?:export\s+)?(?:default\s+)?(?:class)\b/,
  /\b(?:is|tag|tagName|baseName)\s*:\s*["'`]|\[\s*\d+\s*,\s*\\?["'][a-z]\w*-[\w-]*\\?["']\s*[,\]]/,
];

/** The registrations in one module, in source order. */
export function registrationsIn(
  module: Module,
  graph: ModuleGraph,
): { registered: Registered[]; unfolded: Unfolded[] } {
  const found: Finding[] = [];
  const unfolded: Unfolded[] = [];
  const scope: Scope = { graph, module };
  for (const node of within('class', module.program, module.program)) {
    for (const decorator of node.decorators ?? [])
      found.push(...byDecorator(decorator.expression, node, scope, decorator));
  }
  for (const node of within('call', module.program, module.program)) {
    const direct = directCall(node, scope);
    if (direct) {
      found.push(...direct.found);
      if (direct.unfolded) unfolded.push({ module, place: node });
    } else found.push(...compiledDecorators(node, scope), ...throughCall(node, scope));
  }
  const placed = new Set(found.map((one) => one.place));
  for (const node of statementCalls(module.program)) {
    if (placed.has(node)) continue;
    const ways = [
      () => describedCall(node, scope),
      () => madeForLater(node, scope),
      () => givenClass(node, scope),
    ];
    for (const way of ways) {
      const some = way();
      found.push(...some);
      if (some.length > 0) break;
    }
  }
  const registered = found.map((one): Registered => ({ ...one, module, extendsTag: one.extendsTag ?? null }));
  registered.sort((a, b) => a.place.start - b.place.start);
  return { registered, unfolded };
}

/** A call that is handed a class and no tag: `controller(TheClass)`. */
function givenClass(node: Ast.CallExpression, scope: Scope): Finding[] {
  for (const one of node.arguments) {
    const isCandidate = one.type === 'Identifier' || isClass(one);
    if (!isCandidate || chainOf({ node: one, scope, name: null }, scope.graph).layers.length === 0) continue;
    const handed = handedClass(node.callee, node.arguments, one, scope, node);
    return handed.length > 0 ? handed : definingCall(node, scope);
  }
  return [];
}

/** The tags a class decorator is given: `@x('a-b')` or `@x({ name: 'a-b' })`, or makes out of the class: `@x`. */
function byDecorator(decorator: Ast.Node, target: Ast.Node, scope: Scope, place: Ast.Node): Finding[] {
  const node = unwrap(decorator);
  if (node.type !== 'CallExpression') return decoratedClass(node, target, scope, place);
  // A class decorator may be given a name with a hyphen that is no tag: that of an event, say. And what is done to others
  // of its kind, `own([view.on('pick', ...)], KEY)`, may look like decorating.
  if (/^(?:event|fires|emits|listen|slot|css)|^(?:on|once|off|concat)$/i.test(originalName(node, scope)))
    return [];
  const [argument, second] = node.arguments;
  const tags = argument && !isFrameworks(argument, target, scope) ? tagsGiven(argument, scope) : [];
  const extendsTag = second ? extendsOf(second, scope) : null;
  const by = tags.length > 0 ? registeredBy(node, target, scope, place) : null;
  const isOnlyOne = tags.length === 1;
  // The class that is made may be registered by another tag than the decorator is given.
  const [only, ...others] = isOnlyOne && by ? by.made.values() : [];
  return tags.map(
    (tag) =>
      by?.made.get(tag) ??
      (others.length === 0 ? only : undefined) ?? {
        tag: (isOnlyOne && by?.tag) || tag,
        node: target,
        scope,
        place,
        registers: 'on-import',
        extendsTag,
      },
  );
}

/** A selector beside a class that is no element: by it a framework finds places for a component of its own. */
function isFrameworks(argument: Ast.Node, target: Ast.Node, scope: Scope): boolean {
  if (entryOf(unwrap(argument), 'selector') === null) return false;
  const { platform, lost } = chainOf({ node: target, scope, name: null }, scope.graph);
  return platform === null && lost === null;
}

/** `helper([decorator('a-b')], TheClass)` and its kin. */
function compiledDecorators(node: Ast.CallExpression, scope: Scope): Finding[] {
  const { program } = scope.module;
  const around = functionsAround(node, program);
  const isLocal = (name: string) => around.some((one) => localDeclarations(one).has(name));
  // Compilers keep decorators in variables whose names they mark, or describe the class to the decorator.
  const isKeptApart = node.arguments.some((one) =>
    one.type === 'Identifier' ? one.name.startsWith('_') || isLocal(one.name) : isOfKindClass(one, scope),
  );
  const inner = isKeptApart ? withLocals(scope, around) : scope;
  return classDecorations(node, inner).flatMap(({ decorators, target }) => {
    const meant = target ?? classAround(node, program) ?? classBeside(around, program);
    const found = meant ? decorators.flatMap((one) => byDecorator(one, meant, inner, node)) : [];
    // What is not named for decorating need not do so: `isPier = named('pier-a'); isPier(one)`.
    const isNamed = /decorat|applyDecs/i.test(calledName(node.callee));
    return found.filter((one) => isNamed || leadsToClass(one));
  });
}

/** What a call defines by way of a function, or of a table: a base name that is given a prefix is no tag itself. */
function throughCall(node: Ast.CallExpression, scope: Scope): Finding[] {
  const prefixed = prefixedCall(node, scope);
  if (prefixed.length > 0) return prefixed;
  return [...describedBefore(node, scope), ...helperCall(node, scope), ...lazyTables(node, scope)];
}

/** `{ kind: "class", name, metadata }`, as the decorators proposal describes a class to its decorators. */
function isOfKindClass(node: Ast.Node, scope: Scope): boolean {
  const kind = entryOf(node, 'kind');
  return kind !== null && fold(kind, scope) === 'class';
}

/** The class that stands in the same function as a call: compilers make a decorated class in one of its own. */
function classBeside(around: readonly FunctionNode[], program: Ast.Program): Ast.Node | null {
  for (const one of [...around].reverse()) {
    const [first] = within('class', one, program);
    if (first) return first;
  }
  return null;
}

/** `customElements.define(tag, TheClass)`, or null when the call is none. */
function directCall(node: Ast.CallExpression, scope: Scope): { found: Finding[]; unfolded: boolean } | null {
  const [first, second, options] = node.arguments;
  if (!isDefine(node) || !first || !second) return null;
  const { program } = scope.module;
  const around = functionsAround(node, program);
  const isInPlace = around.some((one) => callInPlace(one, program) !== null);
  const found: Finding[] = [];
  for (const inner of scopesAt(node, around, scope)) {
    if (isAnotherCase(node, inner)) continue;
    const target = namedClass(unwrap(second), node, scope);
    const extendsTag = options ? extendsOf(options, inner) : null;
    const registers = isCalledLater(around, scope) ? 'by-call' : 'on-import';
    // Of a class that the function around is handed, those tell who call that.
    if (target && isInPlace && isHandedOver(target, around, inner)) continue;
    for (const tag of target ? tagsGiven(first, inner) : [])
      found.push({ tag, node: target as Ast.Node, scope: inner, place: node, registers, extendsTag });
  }
  const isHelpers =
    [first, second].some((one) => dependsOnParameters(one, around)) ||
    loopsAround(node, program).some((one) => dependsOnParameters(one.right, around));
  const isStatic = classAround(node, program) !== null && around.length > 0;
  return { found, unfolded: found.length === 0 && !isHelpers && !isStatic };
}

/** The expression for the class in a define call; the class around it for `this`. */
function namedClass(node: Ast.Node, call: Ast.Node, scope: Scope): Ast.Node | null {
  if (node.type === 'ThisExpression') return classAround(call, scope.module.program);
  const kinds = [
    'Identifier',
    'CallExpression',
    'MemberExpression',
    'AssignmentExpression',
    'SequenceExpression',
  ];
  return isClass(node) || kinds.includes(node.type) ? node : null;
}

/** An expression that names a parameter belongs to a helper; its callers are the registrations. */
function dependsOnParameters(
  node: Ast.Node,
  around: readonly FunctionNode[],
  seen = new Set<Declaration>(),
): boolean {
  const inner = unwrap(node);
  const depends = (one: Ast.Node) => dependsOnParameters(one, around, seen);
  if (inner.type === 'MemberExpression') return depends(inner.object);
  if (inner.type === 'TemplateLiteral') return inner.expressions.some(depends);
  if (inner.type === 'CallExpression') return inner.arguments.some(depends);
  if (inner.type === 'ConditionalExpression') return [inner.consequent, inner.alternate].some(depends);
  if (inner.type === 'BinaryExpression' || inner.type === 'LogicalExpression')
    return depends(inner.left) || depends(inner.right);
  if (inner.type === 'ThisExpression') return around.length > 0;
  if (inner.type !== 'Identifier') return false;
  const { name } = inner;
  if (around.some(({ params }) => params.some((parameter) => parameterNames(parameter).includes(name))))
    return true;
  // A constant may be worked out of them: `const { tag } = options;`.
  return around.some((one) => {
    const declared = localDeclarations(one).get(name);
    if (!declared || seen.has(declared)) return false;
    seen.add(declared);
    const value =
      declared.kind === 'member' ? declared.object : declared.kind === 'variable' ? declared.init : null;
    return value !== null && depends(value);
  });
}
