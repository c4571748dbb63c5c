/** From the expression in an extends clause, step by step, to the class it stands for. */

import { Bindings } from '../folding/bindings.js';
import { moduleMember } from '../folding/bundled.js';
import { callableOf, staticMethodOf, writtenMember, writtenObject } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import { UNKNOWN } from '../folding/folded.js';
import type { Bound, FunctionNode, Scope } from '../folding/functions.js';
import { askedMember, isFunction, localDeclarations, unwrap } from '../folding/functions.js';
import { calledWith, givenBy, selfNamed } from '../folding/scopes.js';
import type { Found, Module, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { isNothing, isPrototype } from '../syntax/tree.js';
import { exportedComponent } from './exported.js';
import { isClass } from './layers.js';
import { reduced } from './reductions.js';

/** Steps after which a class counts as lost. */
export const LONGEST = 400;

export interface Step {
  node: Ast.Node;
  scope: Scope;
  name: string | null;
  /** The function behind the last step, where it gives back the class that it is given, and adds to it. */
  amends?: Amendment;
}

/** A function that adds to the class it is given, by the name of this parameter. */
export interface Amendment {
  node: FunctionNode;
  parameter: string;
  scope: Scope;
  name: string | null;
}

export type Resolved = (
  | { node: Ast.Class; scope: Scope; name: string | null }
  | { platform: string }
  | { lost: { module: Module; node: Ast.Node } }
) & {
  /** The functions on the way that add to the class, the last first. */
  amendments: Amendment[];
};

export function resolveClass(step: Step, graph: ModuleGraph): Resolved {
  let { node, scope, name } = step;
  const amendments: Amendment[] = [];
  for (let count = 0; count < LONGEST; count += 1) {
    node = unwrap(node);
    const next = followOnce(node, scope, name, graph);
    if (!next) return { lost: { module: scope.module, node }, amendments };
    if ('platform' in next) return { ...next, amendments };
    if (isClass(next.node) && next.node === node) return { node: next.node, scope, name, amendments };
    if (next.amends) amendments.push(next.amends);
    ({ node, scope, name } = next);
  }
  return { lost: { module: scope.module, node }, amendments };
}

function followOnce(
  node: Ast.Node,
  scope: Scope,
  name: string | null,
  graph: ModuleGraph,
): Step | { platform: string } | null {
  switch (node.type) {
    case 'ClassDeclaration':
    case 'ClassExpression':
      return { node, scope, name };
    case 'Identifier': {
      const itself = selfNamed(node, scope);
      return itself ? { node: itself, scope, name } : followName(node.name, scope, graph);
    }
    case 'ThisExpression': {
      const bound = scope.bindings?.get('this');
      return bound ? { node: bound.node, scope: bound.scope, name: null } : null;
    }
    case 'MemberExpression':
      return followMember(node, scope);
    case 'CallExpression':
      return followCall(node, scope, graph);
    case 'AssignmentExpression':
      return { node: node.right, scope, name };
    case 'SequenceExpression': {
      const last = node.expressions.at(-1);
      // `(one = class { ... }, more, one)`
      const given = last?.type === 'Identifier' ? node.expressions.map((one) => givenTo(last.name, one)) : [];
      return last ? { node: given.find((one) => one !== null) ?? last, scope, name } : null;
    }
    case 'LogicalExpression': {
      // `typeof window !== 'undefined' && window.HTMLElement`
      const isRight = node.operator === '&&' || (fold(node.left, scope) ?? null) === null;
      return { node: isRight ? node.right : node.left, scope, name };
    }
    case 'ConditionalExpression': {
      const test = fold(node.test, scope);
      const isOtherwise = test === UNKNOWN ? isNothing(node.consequent) : !test;
      return { node: isOtherwise ? node.alternate : node.consequent, scope, name };
    }
    default:
      return null;
  }
}

/** What gives a name its value in an expression: `one = class { ... }`, also where a member of that is set at once. */
function givenTo(name: string, expression: Ast.Node): Ast.Node | null {
  const node = unwrap(expression);
  if (node.type !== 'AssignmentExpression') return null;
  if (node.left.type === 'MemberExpression') return givenTo(name, node.left.object);
  return node.left.type === 'Identifier' && node.left.name === name ? node : null;
}

function followName(name: string, scope: Scope, graph: ModuleGraph): Step | { platform: string } | null {
  const bound = scope.bindings?.get(name);
  if (bound) return { node: bound.node, scope: bound.scope, name };
  const platform = platformClass(name, scope);
  if (platform) return platform;
  const found = graph.find(name, scope.module);
  return found ? stepInto(found, graph) : null;
}

function stepInto(found: Found, graph: ModuleGraph): Step | null {
  if (found.declaration.kind === 'function') return null;
  const given = givenBy(found.declaration);
  return given && { node: given, scope: { graph, module: found.module }, name: found.name };
}

/**
 * A global element class: an undeclared name in the form of the DOM's interfaces for elements, or `HTMLElement` as a
 * package passes it on, which the run-time code of compilers does.
 */
function platformClass(name: string, scope: Scope): { platform: string } | null {
  const declaration = scope.module.declarations.get(name);
  if (!declaration) return globalClass(name);
  const isPassedOn = declaration.kind === 'import' && declaration.imported === 'HTMLElement';
  return isPassedOn && !declaration.specifier.startsWith('.') ? { platform: 'HTMLElement' } : null;
}

function globalClass(name: string): { platform: string } | null {
  return /^(HTML|SVG|MathML)[A-Za-z]*Element$/.test(name) ? { platform: name } : null;
}

function followMember(node: Ast.MemberExpression, scope: Scope) {
  const name = askedMember(node);
  if (name === null) return null;
  const held = moduleMember(node, scope);
  if (held) return isFunction(held.node) ? null : held;
  const holder = node.object.type === 'Identifier' ? node.object.name : null;
  // A module may declare the name itself: `const HTMLElement = globalThis.HTMLElement || null`.
  if (/^(window|globalThis|self)$/.test(holder ?? '')) return globalClass(name);
  const written = writtenObject(node.object, scope);
  const member = written && writtenMember(written, name);
  if (member) return { ...member, name: null };
  // `const page = typeof window === 'undefined' ? {} : window; const Base = page.HTMLElement || class {}`
  return holder !== null && name === 'HTMLElement' ? { platform: 'HTMLElement' } : null;
}

/**
 * A call in an extends clause: a mixin. Steps into the class that the called function makes. Where the function
 * is out of reach, or does something else, the chain goes on with the class it was given, if there is one.
 */
function followCall(node: Ast.CallExpression, scope: Scope, graph: ModuleGraph): Step | null {
  const callee = unwrap(node.callee);
  const put = reduced(node, scope);
  if (put) return { node: put.node, scope: put.scope, name: null };
  const made = callableOf(callee, scope) ?? staticMethodOf(callee, scope);
  if (made) {
    const bindings = calledWith(made, node.arguments, scope);
    const inner: Scope = { graph, module: made.scope.module, bindings };
    const result = classMadeBy(made.node, inner);
    const component = result && exportedComponent(node, made.node, result, scope);
    if (component) return { node: component, scope, name: null };
    const called = calledName(callee);
    const parameter = result?.type === 'Identifier' ? amendedBy(made.node, result.name) : null;
    const amends =
      parameter === null ? {} : { amends: { node: made.node, parameter, scope: inner, name: called } };
    if (result) return { node: result, scope: inner, name: called, ...amends };
  }
  return givenClass(node, callee, scope, graph);
}

/** The parameter of that name, where the function does something to its prototype. */
function amendedBy({ params, body }: FunctionNode, name: string): string | null {
  if (!body || !params.some((one) => one.type === 'Identifier' && one.name === name)) return null;
  let amends = false;
  walk(body, (node) => {
    if (isPrototype(node)) amends ||= node.object.type === 'Identifier' && node.object.name === name;
    return !amends;
  });
  return amends ? name : null;
}

function calledName(node: Ast.Node): string | null {
  if (node.type === 'Identifier') return node.name;
  if (node.type === 'CallExpression') return calledName(unwrap(node.callee));
  return node.type === 'MemberExpression' && node.property.type === 'Identifier' ? node.property.name : null;
}

/**
 * The class among the arguments of a call, with the mixins among them applied to it, as helpers that put mixins
 * together do: `compose(Base, One, Two)`, `compose(One, Two)(Base)`, `mix(Base).with(One, Two)`.
 */
function givenClass(
  node: Ast.CallExpression,
  callee: Ast.Node,
  scope: Scope,
  graph: ModuleGraph,
): Step | null {
  const earlier =
    callee.type === 'CallExpression'
      ? callee.arguments
      : callee.type === 'MemberExpression' && callee.object.type === 'CallExpression'
        ? callee.object.arguments
        : [];
  const given = [...earlier, ...node.arguments].filter((one) => one.type !== 'SpreadElement');
  const base = given.find((one) => leadsToClass(one, scope, graph));
  if (!base) return null;
  const mixins = given.filter((one) => one !== base && isMixin(one, scope));
  const [outermost] = mixins;
  if (!outermost) return { node: base, scope, name: null };
  const applied = mixins.reduceRight<Ast.Node>(
    (inner, mixin) =>
      ({
        type: 'CallExpression',
        callee: mixin,
        arguments: [inner],
        optional: false,
        start: node.start,
        end: node.end,
      }) as unknown as Ast.Node,
    base,
  );
  return { node: applied, scope, name: null };
}

function leadsToClass(node: Ast.Node, scope: Scope, graph: ModuleGraph): boolean {
  const inner = unwrap(node);
  if (isClass(inner)) return true;
  if (inner.type === 'CallExpression') return inner.arguments.some((one) => leadsToClass(one, scope, graph));
  if (inner.type !== 'Identifier' && inner.type !== 'MemberExpression') return false;
  let step: Step | { platform: string } | null = followOnce(inner, scope, null, graph);
  for (let count = 0; step && count < LONGEST; count += 1) {
    if ('platform' in step || isClass(step.node)) return true;
    const next = unwrap(step.node);
    if (next.type === 'CallExpression') return leadsToClass(next, step.scope, graph);
    step = followOnce(next, step.scope, null, graph);
  }
  return false;
}

function isMixin(node: Ast.Node, scope: Scope): boolean {
  const made = callableOf(node, scope);
  return made !== null && classMadeBy(made.node, { ...made.scope, bindings: new Map() }) !== null;
}

/** The class (or the expression for one) that a function returns, with the function's locals bound. */
function classMadeBy(node: FunctionNode, scope: Scope): Ast.Node | null {
  const bindings = scope.bindings as Map<string, Bound>;
  for (const [name, declaration] of localDeclarations(node)) {
    const given = declaration.kind === 'function' ? null : givenBy(declaration);
    if (given) bindings.set(name, { node: given, scope });
  }
  if (node.body && node.body.type !== 'BlockStatement') return classLike(node.body);
  const results: Ast.Node[] = [];
  if (node.body) {
    walk(node.body, (inner) => {
      if (inner.type === 'ReturnStatement' && inner.argument) {
        const result = classLike(inner.argument);
        if (result) results.push(result);
      }
      return !isClass(inner) && !isFunction(inner);
    });
  }
  // An early return of what was given (`if (isServer) return base`) is not what the mixin is for.
  const parameters = new Set(node.params.flatMap((one) => (one.type === 'Identifier' ? [one.name] : [])));
  const isGiven = (one: Ast.Node) => one.type === 'Identifier' && parameters.has(one.name);
  const result = results.findLast((one) => !isGiven(one)) ?? results[0] ?? null;
  const last = result?.type === 'SequenceExpression' ? result.expressions.at(-1) : result;
  if (last?.type === 'Identifier') bindLast(last.name, node, scope);
  return result;
}

/**
 * A variable of a function that is given a class step by step: `let made = Base; made = mix(made); return made;` stands for
 * what it is given last; in that, its name stands for what it was given before.
 */
function bindLast(name: string, node: FunctionNode, scope: Scope): void {
  if (localDeclarations(node).get(name)?.kind !== 'variable' || !node.body) return;
  const bindings = scope.bindings as Map<string, Bound>;
  const first = bindings.get(name);
  const isWritten = first !== undefined && isClass(unwrap(first.node));
  const parameters = new Set(node.params.flatMap((one) => (one.type === 'Identifier' ? [one.name] : [])));
  walk(node.body, (inner) => {
    const isGiven =
      inner.type === 'AssignmentExpression' && inner.left.type === 'Identifier' && inner.left.name === name;
    const value = isGiven ? classLike(inner.right) : null;
    // What the function was handed may be the class already; what it makes otherwise tells more. What is done to a class
    // that is written there gives back that class, unless a mixin was handed over for it.
    const isTold = isWritten
      ? value?.type === 'CallExpression' && isHanded(value.callee, parameters, scope)
      : value && !(value.type === 'Identifier' && parameters.has(value.name));
    if (value && isTold) {
      const before = bindings.get(name);
      const earlier = new Bindings(bindings, before ? [[name, before]] : []);
      bindings.set(name, { node: value, scope: { ...scope, bindings: earlier } });
    }
    return !isClass(inner) && !isFunction(inner);
  });
}

/** A parameter that stands for a mixin. */
function isHanded(node: Ast.Node, parameters: ReadonlySet<string>, scope: Scope): boolean {
  return node.type === 'Identifier' && parameters.has(node.name) && isMixin(node, scope);
}

function classLike(node: Ast.Node): Ast.Node | null {
  const inner = unwrap(node);
  const kinds = [
    'ClassDeclaration',
    'ClassExpression',
    'Identifier',
    'CallExpression',
    'AssignmentExpression',
    'SequenceExpression',
    'ConditionalExpression',
    'LogicalExpression',
  ];
  return kinds.includes(inner.type) ? inner : null;
}
