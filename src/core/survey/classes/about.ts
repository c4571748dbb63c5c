/**
 * What code outside a class does to it: the calls and assignments that name it, in its module, in the function
 * that makes it, in its static blocks and in functions it is handed to. Loops over constants are unrolled.
 */

import { callableOf, staticMethodOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { holderOf, isFunction, keyText, localDeclarations, unwrap } from '../folding/functions.js';
import { listRunOver, loopVariable, roundsOver } from '../folding/loops.js';
import { heldBy } from '../folding/named.js';
import { bindParameters, calledWith, withBlock, withLocals } from '../folding/scopes.js';
import type { ModuleGraph } from '../modules/modules.js';
import { functionsAround, statementAround, within } from '../syntax/find.js';
import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';
import { childrenOf } from '../syntax/parse.js';
import { blockOf } from '../syntax/static-blocks.js';
import { isPrototype, isThis } from '../syntax/tree.js';
import { localNamesOfClass, ownNameOf, withAliases } from './class-names.js';
import type { Layer } from './layers.js';

export interface About {
  node: Ast.CallExpression | Ast.AssignmentExpression;
  scope: Scope;
  /** Does an expression in it stand for the class? */
  isClass(node: Ast.Node): boolean;
  /** Does an expression in it stand for the class's prototype? */
  isPrototype(node: Ast.Node): boolean;
}

const DEEPEST = 3;
const KNOWN = new WeakMap<Ast.Class, About[]>();

/** The calls and assignments about a class, in source order. */
export function aboutClass(layer: Layer, scope: Scope, graph: ModuleGraph): About[] {
  if (layer.amends) return amending(layer, layer.amends, scope, graph);
  const isOnlyOne = layer.bindings.size === 0;
  const known = isOnlyOne ? KNOWN.get(layer.node) : undefined;
  if (known) return known;
  const { program } = layer.module;
  const around = functionsAround(layer.node, program);
  const innermost = around.at(-1);
  const container = innermost ? bodyOf(innermost) : (program.body as Ast.Node[]);
  const names = namesOf(layer, container, innermost);
  const found: About[] = [];
  const outer = withLocals({ ...scope, bindings: layer.bindings }, around);
  const visiting = { own: layer.node, found, depth: 0, graph };
  for (const name of names) {
    for (const statement of namedIn(container, program).get(name) ?? []) {
      if (statement.end > layer.node.start || statement.start < layer.node.end || isAbout(statement, layer))
        visit(statement, outer, { ...visiting, isClass: namesTest(names) });
    }
  }
  // In its static blocks a class goes by its own name, whatever has that name around it.
  const inside = namesTest(new Set([...names, ...(layer.node.id ? [layer.node.id.name] : [])]));
  for (const member of layer.node.body.body) {
    const block = blockOf(member);
    if (!block) continue;
    const test = (node: Ast.Node) => isThis(node) || inside(node);
    for (const statement of block)
      visit(statement, { ...outer, ...holderOf(scope) }, { ...visiting, isClass: test });
  }
  const all = [...new Map(found.map((one) => [one, one])).values()];
  if (isOnlyOne) KNOWN.set(layer.node, all);
  return all;
}

/** What is done to a class by a function that stands for a layer. */
function amending(
  { node: own, bindings }: Layer,
  { node, parameter }: NonNullable<Layer['amends']>,
  scope: Scope,
  graph: ModuleGraph,
): About[] {
  const found: About[] = [];
  visitGiven(node, parameter, { ...scope, bindings }, { own, isClass: () => false, found, depth: 0, graph });
  return found;
}

function bodyOf(node: FunctionNode): Ast.Node[] {
  return node.body?.type === 'BlockStatement' ? node.body.body : node.body ? [node.body] : [];
}

function isAbout(statement: Ast.Node, layer: Layer): boolean {
  return statement.start <= layer.node.start && layer.node.end <= statement.end;
}

/** The class's own name, and the variables it is put into where it is made, or later in the same body. */
function namesOf(
  layer: Layer,
  container: readonly Ast.Node[],
  around: FunctionNode | undefined,
): Set<string> {
  const names = new Set<string>();
  const { node, module } = layer;
  const own = around ? (node.id?.name ?? null) : ownNameOf(node, module);
  if (own !== null) names.add(own);
  else if (layer.name && layer.name !== node.id?.name) names.add(layer.name);
  const statement = statementAround(container, layer.node);
  const step = (node: Ast.Node) => {
    if (!isAbout(node, layer) || node === layer.node) return;
    if (node.type === 'VariableDeclarator' && node.id.type === 'Identifier') names.add(node.id.name);
    if (node.type === 'AssignmentExpression' && node.left.type === 'Identifier') names.add(node.left.name);
    for (const child of childrenOf(node)) step(child);
  };
  if (statement) step(statement);
  const [name = null] = names;
  return around
    ? withAliases(names, localDeclarations(around))
    : new Set([...names, ...localNamesOfClass(layer, name)]);
}

function namesTest(names: ReadonlySet<string>): (node: Ast.Node) => boolean {
  return (node) => {
    const inner = unwrap(node);
    if (inner.type === 'AssignmentExpression')
      return inner.left.type === 'Identifier' && names.has(inner.left.name);
    return inner.type === 'Identifier' && names.has(inner.name);
  };
}

const INDEXES = new WeakMap<readonly Ast.Node[], Map<string, Ast.Node[]>>();

/** The statements of a body by the names they mention. */
function namedIn(container: readonly Ast.Node[], program: Ast.Program): Map<string, Ast.Node[]> {
  const known = INDEXES.get(container);
  if (known) return known;
  const index = new Map<string, Ast.Node[]>();
  for (const statement of container) {
    // A class says what is in it; what is done to it stands elsewhere.
    if (statement.type === 'ImportDeclaration' || isFunction(statement) || isPlainClass(statement)) continue;
    for (const name of new Set(within('name', statement, program).map((one) => one.name))) {
      addTo(index, name, statement);
    }
  }
  INDEXES.set(container, index);
  return index;
}

function isPlainClass(statement: Ast.Node): boolean {
  const inner =
    statement.type === 'ExportNamedDeclaration' || statement.type === 'ExportDefaultDeclaration'
      ? statement.declaration
      : statement;
  return inner?.type === 'ClassDeclaration';
}

/** What is looked for on a way through code. */
interface Visiting {
  own: Ast.Class;
  isClass: (node: Ast.Node) => boolean;
  found: About[];
  /** Through so many functions the way has led. */
  depth: number;
  graph: ModuleGraph;
}

function visit(node: Ast.Node, scope: Scope, visiting: Visiting): void {
  const { isClass, found } = visiting;
  const steps = (...next: (Ast.Node | null | undefined)[]) => {
    for (const one of next) if (one) visit(one, scope, visiting);
  };
  switch (node.type) {
    case 'ExpressionStatement':
      steps(node.expression);
      break;
    case 'ReturnStatement':
    case 'UnaryExpression':
      // `!function (...) { ... }(...)`
      steps(node.argument);
      break;
    case 'ParenthesizedExpression':
      steps(node.expression);
      break;
    case 'ExportDefaultDeclaration':
    case 'ExportNamedDeclaration':
      steps(node.declaration);
      break;
    case 'VariableDeclaration':
      steps(...node.declarations.map((one) => one.init));
      break;
    case 'SequenceExpression':
      steps(...node.expressions);
      break;
    case 'BlockStatement':
      steps(...node.body);
      break;
    case 'IfStatement':
      // Minifiers put the statements before it into the condition.
      if (node.test.type === 'SequenceExpression') steps(node.test);
      if (!isThereAlready(node.test, scope, visiting)) steps(node.consequent);
      steps(node.alternate);
      break;
    case 'LogicalExpression':
      steps(node.left, node.right);
      break;
    case 'MemberExpression':
      steps(node.object);
      break;
    case 'ForOfStatement': {
      for (const round of roundsOver(node.right, loopVariable(node), node.body, scope))
        visit(node.body, round, visiting);
      break;
    }
    case 'AssignmentExpression':
      found.push({ node, scope, isClass, isPrototype: prototypeTest(isClass, scope) });
      steps(node.right);
      break;
    case 'CallExpression':
      visitCall(node, scope, visiting);
      break;
    default:
  }
}

/** `!(name in TheClass.prototype)`, of a name that the class has itself. */
function isThereAlready(test: Ast.Node, scope: Scope, { own, isClass }: Visiting): boolean {
  const asked = test.type === 'UnaryExpression' && test.operator === '!' ? unwrap(test.argument) : null;
  if (asked?.type !== 'BinaryExpression' || asked.operator !== 'in') return false;
  if (!prototypeTest(isClass, scope)(asked.right)) return false;
  const name = fold(asked.left, scope);
  return own.body.body.some((one) => 'key' in one && !one.static && keyText(one.key) === name);
}

function visitCall(node: Ast.CallExpression, scope: Scope, visiting: Visiting): void {
  const { own, isClass, found, depth, graph } = visiting;
  found.push({ node, scope, isClass, isPrototype: prototypeTest(isClass, scope) });
  // Compilers make a class, and do things to it, inside of the arguments of a call.
  for (const one of node.arguments) {
    if (one.type === 'AssignmentExpression' || one.type === 'SequenceExpression') visit(one, scope, visiting);
  }
  const callee = unwrap(node.callee);
  const [first] = node.arguments;
  if (callee.type === 'MemberExpression' && first && isFunction(first)) {
    const list = listRunOver(callee);
    if (!list || !first.body) return;
    for (const round of roundsOver(list, first.params[0], first.body, scope))
      visit(first.body, round, visiting);
    return;
  }
  if (isFunction(callee) && callee.body) {
    // Where another class is made, what is done is done to that.
    const classes = within('class', callee, scope.module.program);
    if (classes.length > 0 && !classes.includes(own)) return;
    const inner = withBlock(scope, bindParameters(callee, node.arguments, scope), callee.body);
    const handed = callee.params[node.arguments.findIndex((one) => isClass(one))];
    const isHanded = (one: Ast.Node) =>
      one.type === 'Identifier' && handed?.type === 'Identifier' && one.name === handed.name;
    visit(callee.body, inner, { ...visiting, isClass: (one) => isHanded(one) || isClass(one) });
    return;
  }
  if (depth >= DEEPEST) return;
  if (callee.type === 'MemberExpression' && isClass(callee.object)) {
    // In a static method that is called on the class, `this` stands for it.
    const method = staticMethodOf(callee, scope);
    if (!method?.node.body || isElsewhere(method.scope, scope, graph)) return;
    const bindings = calledWith(method, node.arguments, scope);
    const inner = withBlock({ ...method.scope, bindings }, new Map(), method.node.body);
    visit(method.node.body, inner, { ...visiting, isClass: isThis, depth: depth + 1 });
    return;
  }
  const at = node.arguments.findIndex((one) => isClass(one));
  if (at < 0 || (callee.type !== 'Identifier' && callee.type !== 'MemberExpression')) return;
  const called = callableOf(callee, scope);
  const parameter = called?.node.params[at];
  if (!called?.node.body || parameter?.type !== 'Identifier' || isElsewhere(called.scope, scope, graph))
    return;
  const bindings = calledWith(called, node.arguments, scope);
  visitGiven(called.node, parameter.name, { ...called.scope, bindings }, { ...visiting, depth: depth + 1 });
}

/** Code of another package, which the surveyed code calls: what a base class calls stands beside it. */
function isElsewhere(called: Scope, caller: Scope, graph: ModuleGraph): boolean {
  return !graph.isOwn(called.module) && graph.isOwn(caller.module);
}

/** What a function does to the class that it is given by the name of a parameter. */
function visitGiven({ body }: FunctionNode, parameter: string, scope: Scope, visiting: Visiting): void {
  const isClass = (one: Ast.Node) => one.type === 'Identifier' && one.name === parameter;
  if (body) visit(body, withBlock(scope, new Map(), body), { ...visiting, isClass });
}

/** `TheClass.prototype`, also by the name of a constant. */
function prototypeTest(isClass: (node: Ast.Node) => boolean, scope: Scope): (node: Ast.Node) => boolean {
  const isWritten = (node: Ast.Node) => isPrototype(node) && isClass(node.object);
  return (node) => {
    const held = node.type === 'Identifier' ? heldBy(node.name, scope) : null;
    return isWritten(held?.scope.module === scope.module ? held.node : node);
  };
}
