/** Functions and classes as syntax: what they return, what their parameters are bound to. */

import type { Folded } from './folded.js';
import type { Found, Module, ModuleGraph } from './modules.js';
import { declarationsIn } from './modules.js';
import type { Ast } from './parse.js';

/** Where an expression is folded: its module, and what the names of an enclosing function are bound to. */
export interface Scope {
  graph: ModuleGraph;
  module: Module;
  bindings?: ReadonlyMap<string, Bound>;
  /** The static members of the class the expression stands in, and of the class above it. */
  own?: (name: string) => Folded;
  above?: (name: string) => Folded;
}

/** An expression bound to a name, with the scope it was written in. */
export interface Bound {
  node: Ast.Node;
  scope: Scope;
}

/** The expression that a static field or getter of a class gives, or null. */
export function staticValue(node: Ast.Class, name: string): Ast.Expression | null {
  for (const member of node.body.body) {
    if (!('static' in member) || !member.static || !('key' in member)) continue;
    if (member.key.type !== 'Identifier' || member.key.name !== name) continue;
    if (member.type === 'PropertyDefinition' || member.type === 'AccessorProperty') return member.value;
    if (member.type === 'MethodDefinition' && member.kind === 'get') return returned(member.value);
  }
  return null;
}

/** The expression a function returns last, or null. */
export function returned(node: Ast.Function | Ast.ArrowFunctionExpression): Ast.Expression | null {
  if (!node.body) return null;
  if (node.body.type !== 'BlockStatement') return node.body as Ast.Expression;
  for (const statement of [...node.body.body].reverse()) {
    if (statement.type === 'ReturnStatement') return statement.argument;
  }
  return null;
}

/** The names inside a function that is called with these arguments: parameters and local constants. */
export function bindParameters(
  node: Ast.Function | Ast.ArrowFunctionExpression,
  args: readonly Ast.Argument[],
  caller: Scope,
): Map<string, Bound> {
  const bindings = new Map<string, Bound>();
  for (const [index, parameter] of node.params.entries()) {
    const name = parameter.type === 'AssignmentPattern' ? parameter.left : parameter;
    if (name.type !== 'Identifier') continue;
    const argument = args[index];
    if (argument) bindings.set(name.name, { node: argument, scope: caller });
    else if (parameter.type === 'AssignmentPattern') {
      bindings.set(name.name, { node: parameter.right, scope: caller });
    }
  }
  return bindings;
}

/** The function a declaration stands for, looking through a call that wraps one (`once(() => ...)`). */
export function functionOf(
  found: Found,
): { node: Ast.Function | Ast.ArrowFunctionExpression; module: Module } | null {
  const { declaration, module } = found;
  if (declaration.kind === 'function') return { node: declaration.node, module };
  if (declaration.kind !== 'variable' || !declaration.init) return null;
  const node = unwrap(declaration.init);
  if (node.type === 'ArrowFunctionExpression' || node.type === 'FunctionExpression') return { node, module };
  if (node.type !== 'CallExpression') return null;
  for (const argument of node.arguments) {
    const wrapped = unwrap(argument);
    if (wrapped.type === 'ArrowFunctionExpression' || wrapped.type === 'FunctionExpression') {
      return { node: wrapped, module };
    }
  }
  return null;
}

/** The expression under type assertions and parentheses. */
export function unwrap(node: Ast.Node): Ast.Node {
  switch (node.type) {
    case 'TSAsExpression':
    case 'TSSatisfiesExpression':
    case 'TSNonNullExpression':
    case 'TSTypeAssertion':
    case 'ParenthesizedExpression':
      return unwrap(node.expression);
    default:
      return node;
  }
}

/** The declarations made by the statements of a function body, by name. */
export function localDeclarations(node: Ast.Function | Ast.ArrowFunctionExpression) {
  const body = node.body?.type === 'BlockStatement' ? node.body.body : [];
  return new Map(body.flatMap((statement) => declarationsIn(statement)));
}
