/** Where tags are registered: define calls, helpers that make them, class decorators, and what compilers make of those. */

import type { Registration } from '../contract/types.js';
import { chainOf, scopeOf } from './classes.js';
import { classDecorations, decoratorName } from './decorations.js';
import { memberTableIn } from './dialects/compiled.js';
import { tagsGiven } from './element-names.js';
import { callsGiven, classAround, functionsAround, loopsAround, within } from './find.js';
import { fold } from './fold.js';
import { asString, isFoldedObject } from './folded.js';
import type { Bound, Callable, FunctionNode, Scope } from './functions.js';
import { bindParameters, callableOf, isFunction, unwrap, withLocals } from './functions.js';
import type { ClassChain } from './layers.js';
import { isClass } from './layers.js';
import { elementsOf } from './loops.js';
import type { Module, ModuleGraph } from './modules.js';
import type { Ast } from './parse.js';

export interface Registered {
  tag: string;
  /** The expression for the class: an identifier, the class itself, or a call that makes it. */
  node: Ast.Node;
  /** Where the names in that expression are looked up. */
  scope: Scope;
  /** The module that registers the tag. */
  module: Module;
  /** The built-in tag a customised built-in extends. */
  extendsTag: string | null;
  registers: Registration;
  /** The table of members that a compiler keeps apart from the class. */
  members?: { node: Ast.Node; scope: Scope };
  /** The call that makes the element of the class, where it is handed more than the class. */
  made?: { node: Ast.Node; scope: Scope };
  /** Where the tag is given. */
  place: { start: number; end: number };
}

/** Registrations whose tag could not be told from the source. */
export interface Unfolded {
  module: Module;
  place: { start: number; end: number };
}

/**
 * Can a text hold a registration at all? Looked at before anything is parsed: a registry, a call of a defining
 * helper, a decorator that is given a tag, or what a compiler makes of one (`[decorator('a-b')], TheClass`).
 */
export function mayRegister(source: string): boolean {
  return REGISTERING.some((one) => one.test(source));
}

const REGISTERING = [
  /\bcustomElements\b|\b(?:define|register)\w*\s*\(\s*[^\s)]|\.(?:define|register)\w*\(\)/,
  // A decorator that is given a tag, a constant for one, or an object with one.
  /@[\w.]+\(\s*(?:["'`][a-z]|[\w.]+\s*\)|\{[^}]*["'`][a-z][\w.]*-)/,
  // What compilers make of it.
  /\(\s*(?:["'`][a-z][\w.$-]*["'`]|\w+|\{\s*\w+:\s*["'`][\w-]+["'`][^)]*)\s*\)\s*(?:,[^\]]{0,400})?\]\s*,\s*[\w$]+\s*\)/,
  /(?:Decorate|_applyDecs|[dD]ecorators)\w*\b/,
  // A description of an element, and a compiler's table of members.
  /\b\w*(?:[eE]lement|[cC]omponent)\w*\(\s*["'`][a-z]\w*-/,
  /\b(?:is|tag|tagName|baseName)\s*:\s*["'`]|\[\s*\d+\s*,\s*["'][a-z]\w*-[\w-]*["']\s*,\s*\{/,
];

interface Finding {
  tag: string;
  node: Ast.Node;
  scope: Scope;
  place: Ast.Node;
  registers: Registration;
  extendsTag?: string | null;
  members?: { node: Ast.Node; scope: Scope };
  made?: { node: Ast.Node; scope: Scope };
}

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
    } else
      found.push(...compiledDecorators(node, scope), ...helperCall(node, scope), ...lazyTables(node, scope));
  }
  for (const node of statementCalls(module.program)) found.push(...described(node, scope));
  const registered = found.map(
    ({ tag, node, scope: inner, place, registers, extendsTag, members, made }): Registered => ({
      tag,
      node,
      scope: inner,
      module,
      extendsTag: extendsTag ?? null,
      registers,
      place,
      ...(members ? { members } : {}),
      ...(made ? { made } : {}),
    }),
  );
  registered.sort((a, b) => a.place.start - b.place.start);
  return { registered, unfolded };
}

/** The tags a class decorator is given: `@x('a-b')` or `@x({ name: 'a-b' })`. */
function byDecorator(decorator: Ast.Node, target: Ast.Node, scope: Scope, place: Ast.Node): Finding[] {
  const node = unwrap(decorator);
  if (node.type !== 'CallExpression') return [];
  // A class decorator may be given a name with a hyphen that is no tag: that of an event, say.
  if (/^(?:event|fires|emits|listen|slot|css)/i.test(decoratorName(node, scope))) return [];
  const [argument, second] = node.arguments;
  const tags = argument ? tagsGiven(argument, scope) : [];
  const extendsTag = second ? extendsOf(second, scope) : null;
  return tags.map((tag) => ({ tag, node: target, scope, place, registers: 'on-import', extendsTag }));
}

/** `helper([decorator('a-b')], TheClass)` and its kin. */
function compiledDecorators(node: Ast.CallExpression, scope: Scope): Finding[] {
  const { program } = scope.module;
  const around = functionsAround(node, program);
  // Compilers keep decorators in variables whose names they mark.
  const isKeptApart = node.arguments.some((one) => one.type === 'Identifier' && one.name.startsWith('_'));
  const inner = isKeptApart ? withLocals(scope, around) : scope;
  return classDecorations(node, inner).flatMap(({ decorators, target }) => {
    const meant = target ?? classAround(node, program) ?? classBeside(around, program);
    return meant ? decorators.flatMap((one) => byDecorator(one, meant, inner, node)) : [];
  });
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
  const found: Finding[] = [];
  for (const inner of scopesAt(node, around, scope)) {
    const target = namedClass(unwrap(second), node, scope);
    const extendsTag = options ? extendsOf(options, inner) : null;
    const registers = isCalledLater(around, scope) ? 'by-call' : 'on-import';
    for (const tag of target ? tagsGiven(first, inner) : [])
      found.push({ tag, node: target as Ast.Node, scope: inner, place: node, registers, extendsTag });
  }
  const isHelpers = dependsOnParameters(first, around) || dependsOnParameters(second, around);
  const isStatic = classAround(node, program) !== null && around.length > 0;
  return { found, unfolded: found.length === 0 && !isHelpers && !isStatic };
}

/** The scopes a call is made in: one, or one for each round of the loops over constants around it. */
function scopesAt(node: Ast.Node, around: readonly FunctionNode[], scope: Scope): Scope[] {
  const { program } = scope.module;
  const holder = classAround(node, program);
  const outer = withLocals(holder ? { ...scope, ...ownOf(holder, scope) } : scope, around);
  let scopes: Scope[] = [outer];
  const loops = [
    ...loopsAround(node, program).map((one) => ({
      list: one.right as Ast.Node,
      pattern: one.left.type === 'VariableDeclaration' ? one.left.declarations[0]?.id : undefined,
      body: one.body as Ast.Node,
    })),
    ...around.flatMap((one) => {
      const list = loopedOver(one, scope);
      return list
        ? [{ list, pattern: one.params[0] as Ast.Node | undefined, body: one.body as Ast.Node }]
        : [];
    }),
  ];
  for (const { list, pattern, body } of loops) {
    if (!pattern) continue;
    scopes = scopes.flatMap((one) => {
      const rounds = elementsOf(list, pattern, one);
      return rounds ? rounds.map((bindings) => withBlock(one, bindings, body)) : [one];
    });
  }
  return scopes;
}

function withBlock(scope: Scope, bindings: ReadonlyMap<string, Bound>, body: Ast.Node): Scope {
  const inner = { ...scope, bindings: new Map([...(scope.bindings ?? []), ...bindings]) };
  for (const statement of body.type === 'BlockStatement' ? body.body : []) {
    if (statement.type !== 'VariableDeclaration') continue;
    for (const { id, init } of statement.declarations)
      if (id.type === 'Identifier' && init) inner.bindings.set(id.name, { node: init, scope: inner });
  }
  return inner;
}

/** The static members of a class, for `this.tagName` in its own static method or block. */
function ownOf(node: Ast.Class, scope: Scope): Pick<Scope, 'own' | 'above'> {
  const { own, above } = staticScope(chainOf({ node, scope, name: null }, scope.graph), scope);
  return { ...(own ? { own } : {}), ...(above ? { above } : {}) };
}

/** The scope in which `this` is the class at the start of a chain. */
function staticScope(chain: ClassChain, otherwise: Scope): Scope {
  const [layer] = chain.layers;
  return layer ? scopeOf(layer, chain, otherwise.graph) : otherwise;
}

/** The list of `list.forEach(function)`, where the function is the one given. */
function loopedOver(node: FunctionNode, scope: Scope): Ast.Node | null {
  for (const call of callsGiven(node, scope.module.program)) {
    const callee = unwrap(call.callee);
    if (call.arguments[0] !== node || callee.type !== 'MemberExpression') continue;
    if (callee.property.type !== 'Identifier') continue;
    return ['forEach', 'map'].includes(callee.property.name) ? callee.object : null;
  }
  return null;
}

function isDefine(node: Ast.CallExpression): boolean {
  const callee = unwrap(node.callee);
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return false;
  return callee.property.name === 'define' && isRegistry(unwrap(callee.object));
}

function isRegistry(node: Ast.Node): boolean {
  if (node.type === 'Identifier') return /^customElements$|registry$/i.test(node.name);
  return (
    node.type === 'MemberExpression' &&
    node.property.type === 'Identifier' &&
    node.property.name === 'customElements'
  );
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

function extendsOf(options: Ast.Node, scope: Scope): string | null {
  const value = fold(options, scope);
  return isFoldedObject(value) ? asString(value.object.get('extends') ?? null) : null;
}

/** A function that is neither called where it stands nor handed to a call runs when somebody calls it. */
function isCalledLater(around: readonly FunctionNode[], scope: Scope): boolean {
  if (around.length === 0) return false;
  const { program } = scope.module;
  const atOnce = calledAtOnce(program);
  return around.some((one) => !atOnce.has(one) && callsGiven(one, program).length === 0);
}

const AT_ONCE = new WeakMap<Ast.Program, Set<Ast.Node>>();

function calledAtOnce(program: Ast.Program): Set<Ast.Node> {
  const known = AT_ONCE.get(program);
  if (known) return known;
  const called = new Set(within('call', program, program).map((call) => unwrap(call.callee)));
  AT_ONCE.set(program, called);
  return called;
}

/** An expression that names a parameter belongs to a helper; its callers are the registrations. */
function dependsOnParameters(node: Ast.Node, around: readonly FunctionNode[]): boolean {
  const inner = unwrap(node);
  if (inner.type === 'MemberExpression') return dependsOnParameters(inner.object, around);
  if (inner.type === 'TemplateLiteral')
    return inner.expressions.some((one) => dependsOnParameters(one, around));
  if (inner.type === 'CallExpression') return inner.arguments.some((one) => dependsOnParameters(one, around));
  if (inner.type === 'BinaryExpression')
    return dependsOnParameters(inner.left, around) || dependsOnParameters(inner.right, around);
  if (inner.type === 'ThisExpression') return around.length > 0;
  if (inner.type !== 'Identifier') return false;
  return around.some((one) => one.params.some((parameter) => namesIn(parameter).includes(inner.name)));
}

function namesIn(pattern: Ast.Node): string[] {
  if (pattern.type === 'Identifier') return [pattern.name];
  if (pattern.type === 'AssignmentPattern') return namesIn(pattern.left);
  if (pattern.type === 'ObjectPattern')
    return pattern.properties.flatMap((one) => (one.type === 'Property' ? namesIn(one.value) : []));
  return pattern.type === 'ArrayPattern' ? pattern.elements.flatMap((one) => (one ? namesIn(one) : [])) : [];
}

/**
 * A call of something that defines: a function of the material whose body calls the registry, or one out of reach
 * that is named for it and is given a tag and a class.
 */
function helperCall(node: Ast.CallExpression, scope: Scope): Finding[] {
  const callee = unwrap(node.callee);
  const { program } = scope.module;
  const around = functionsAround(node, program);
  if (!mayBeHelper(callee, node)) return [];
  const registers: Registration = isCalledLater(around, scope) ? 'by-call' : 'on-import';
  return scopesAt(node, around, scope).flatMap((inner) => {
    const helper = definingFunction(callee, inner);
    if (helper) return throughHelper(node, helper, inner, registers);
    return byName(node, callee, inner, registers);
  });
}

const DEFINING_NAME = /^_?(?:define|register)|(?:define|register)(?:Custom)?(?:Element|Component)?s?$/i;

function mayBeHelper(callee: Ast.Node, node: Ast.CallExpression): boolean {
  const name = calledName(callee);
  if (DEFINING_NAME.test(name)) return true;
  // Any other function may define, too, if it is given a class or a tag at the top of a statement.
  return node.arguments.some((one) => isTagLiteral(one)) && callee.type === 'Identifier';
}

function isTagLiteral(node: Ast.Node): boolean {
  return (
    node.type === 'Literal' && typeof node.value === 'string' && /^[a-z][\w.]*-[\w.-]+$/.test(node.value)
  );
}

interface Helper extends Callable {
  /** What `this` is in a static method. */
  self: { node: Ast.Node; scope: Scope } | null;
}

function definingFunction(callee: Ast.Node, scope: Scope): Helper | null {
  const plain =
    callee.type === 'Identifier' || callee.type === 'MemberExpression' ? callableOf(callee, scope) : null;
  if (plain) return definesIn(plain).length > 0 ? { ...plain, self: null } : null;
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return null;
  const { name } = callee.property;
  const chain = chainOf({ node: callee.object, scope, name: null }, scope.graph);
  for (const layer of chain.layers) {
    const member = layer.node.body.body.find(
      (one) =>
        one.type === 'MethodDefinition' &&
        one.static &&
        one.key.type === 'Identifier' &&
        one.key.name === name,
    );
    if (member?.type !== 'MethodDefinition') continue;
    const inner: Scope = { ...staticScope(chain, scope), module: layer.module, bindings: layer.bindings };
    const helper = { node: member.value, scope: inner, self: { node: callee.object, scope } };
    return definesIn(helper).length > 0 ? helper : null;
  }
  return null;
}

const DEFINES = new WeakMap<FunctionNode, Ast.CallExpression[]>();

/**
 * The calls of the registry in a function's body, also in functions inside it that take nothing. (One that takes
 * the class is a decorator's: it is not called yet.)
 */
function definesIn({ node, scope }: Callable): Ast.CallExpression[] {
  const known = DEFINES.get(node);
  if (known) return known;
  const { program, source } = scope.module;
  const runs = (call: Ast.Node) =>
    functionsAround(call, program).every((one) => one.start <= node.start || one.params.length === 0);
  const calls = /\bdefine\b/.test(source)
    ? within('call', node, program).filter((one) => isDefine(one) && runs(one))
    : [];
  DEFINES.set(node, calls);
  return calls;
}

function throughHelper(
  node: Ast.CallExpression,
  helper: Helper,
  scope: Scope,
  registers: Registration,
): Finding[] {
  const bindings = new Map([
    ...(helper.scope.bindings ?? []),
    ...bindParameters(helper.node, node.arguments, scope),
  ]);
  const inner = withLocals({ ...helper.scope, bindings }, [helper.node]);
  return definesIn(helper).flatMap((call) => {
    const [first, second, options] = call.arguments;
    if (!first || !second) return [];
    const target = unwrap(second);
    const own = target.type === 'ThisExpression' ? helper.self : { node: target, scope: inner };
    const isBoundThis =
      target.type === 'Identifier' && bindings.get(target.name)?.node.type === 'ThisExpression';
    const place = isBoundThis ? helper.self : own;
    if (!place) return [];
    const extendsTag = options ? extendsOf(options, inner) : null;
    return tagsGiven(first, inner).map((tag) => ({ tag, ...place, place: node, registers, extendsTag }));
  });
}

/** A helper out of reach: `defineElement('a-b', TheClass)`, in either order. */
function byName(
  node: Ast.CallExpression,
  callee: Ast.Node,
  scope: Scope,
  registers: Registration,
): Finding[] {
  if (!DEFINING_NAME.test(calledName(callee))) return [];
  const args = node.arguments.filter((one) => one.type !== 'SpreadElement');
  const at = args.findIndex((one) => one.type !== 'ObjectExpression' && tagsGiven(one, scope).length > 0);
  const given = args[at];
  const target = args.find(
    (one, index) => index !== at && (isClass(unwrap(one)) || unwrap(one).type === 'Identifier'),
  );
  if (!given || !target || isFunction(target)) return [];
  const leads = chainOf({ node: target, scope, name: null }, scope.graph).layers.length > 0;
  return leads
    ? tagsGiven(given, scope).map((tag) => ({ tag, node: target, scope, place: node, registers }))
    : [];
}

/** The calls that top-level statements consist of, or give to a name. */
function statementCalls(program: Ast.Program): Ast.CallExpression[] {
  return program.body.flatMap((statement) => {
    const expressions: (Ast.Node | null | undefined)[] =
      statement.type === 'ExpressionStatement'
        ? [statement.expression]
        : statement.type === 'ExportDefaultDeclaration'
          ? [statement.declaration]
          : statement.type === 'VariableDeclaration'
            ? statement.declarations.map((one) => one.init)
            : statement.type === 'ExportNamedDeclaration' &&
                statement.declaration?.type === 'VariableDeclaration'
              ? statement.declaration.declarations.map((one) => one.init)
              : [];
    return expressions.flatMap((one) => {
      const inner = one ? unwrap(one) : null;
      const call = inner?.type === 'AssignmentExpression' ? unwrap(inner.right) : inner;
      return call?.type === 'CallExpression' ? [call] : [];
    });
  });
}

/**
 * A call that is handed a description with a tag in it: `define({ tag: 'a-b', ... })` makes the element itself,
 * `TheClass.define({ name: 'a-b', template })` makes it of a class.
 */
function described(node: Ast.CallExpression, scope: Scope): Finding[] {
  const callee = unwrap(node.callee);
  if (isDefine(node)) return [];
  const description = node.arguments.find((one) => descriptionIn(one, scope) !== null);
  if (!description) {
    // `customElement('a-b', { props }, view)`: a tag, then what makes it.
    const [first, ...rest] = node.arguments;
    const isMaker = callee.type === 'Identifier' && /element|component|define|register/i.test(callee.name);
    if (!first || !isMaker || !isTagLiteral(first) || !rest.some(isTableOrView)) return [];
    if (rest.some((one) => chainOf({ node: one, scope, name: null }, scope.graph).layers.length > 0))
      return [];
    return tagsGiven(first, scope).map((tag) => ({ tag, node, scope, place: node, registers: 'on-import' }));
  }
  const tags = tagsGiven(description, scope);
  const holder = callee.type === 'MemberExpression' ? callee.object : null;
  const isClassHolder =
    holder !== null && chainOf({ node: holder, scope, name: null }, scope.graph).layers.length > 0;
  const name = calledName(callee);
  if (isClassHolder) {
    const registers: Registration = DEFINING_NAME.test(name) ? 'on-import' : 'by-call';
    const known = tags.length > 0 ? tags : tagInWords(description, scope);
    return known.map((tag) => ({ tag, node: holder, scope, place: node, registers, made: { node, scope } }));
  }
  return tags.map((tag) => ({ tag, node, scope, place: node, registers: 'on-import' }));
}

function isTableOrView(node: Ast.Node): boolean {
  const inner = unwrap(node);
  return inner.type === 'ObjectExpression' || isFunction(inner);
}

/** An object that describes an element: it has a tag, and more than that. */
function descriptionIn(argument: Ast.Node, scope: Scope): Ast.ObjectExpression | null {
  let node = unwrap(argument);
  if (node.type === 'Identifier') {
    const found = scope.graph.find(node.name, scope.module);
    if (found?.declaration.kind !== 'variable' || !found.declaration.init) return null;
    node = unwrap(found.declaration.init);
  }
  if (node.type !== 'ObjectExpression' || node.properties.length < 2) return null;
  const hasTag = node.properties.some(
    (one) =>
      one.type === 'Property' &&
      one.key.type === 'Identifier' &&
      ['tag', 'tagName', 'is', 'name', 'baseName'].includes(one.key.name) &&
      (one.key.name === 'baseName' || tagsGiven(one.value, scope).length > 0),
  );
  return hasTag ? node : null;
}

/** A base name alone is no tag; the doc comment beside it may write the whole: `<line-gauge>`. */
function tagInWords(description: Ast.Node, scope: Scope): string[] {
  const value = fold(description, scope);
  const name = isFoldedObject(value) ? asString(value.object.get('baseName') ?? null) : null;
  if (!name || !/^[a-z][\w-]*$/.test(name)) return [];
  const match = new RegExp(`<([a-z][\\w]*-${name})\\b[^>]*>`).exec(scope.module.source);
  return match?.[1] ? [match[1]] : [];
}

/** Tables of elements that are loaded when needed: `start([["chunk", [[flags, "a-b", { members }]]]])`. */
function lazyTables(node: Ast.CallExpression, scope: Scope): Finding[] {
  const [list] = node.arguments;
  if (list?.type !== 'ArrayExpression') return [];
  return list.elements.flatMap((chunk) => {
    if (chunk?.type !== 'ArrayExpression') return [];
    const [, tables] = chunk.elements;
    if (tables?.type !== 'ArrayExpression') return [];
    return tables.elements.flatMap((one): Finding[] => {
      const table = one ? memberTableIn(one) : null;
      if (!table) return [];
      const members = { node: table.members as Ast.Node, scope };
      return [
        {
          tag: table.tag,
          node: one as Ast.Node,
          scope,
          place: one as Ast.Node,
          registers: 'by-call',
          members,
        },
      ];
    });
  });
}

function calledName(node: Ast.Node): string {
  if (node.type === 'Identifier') return node.name;
  return node.type === 'MemberExpression' && node.property.type === 'Identifier' ? node.property.name : '';
}
