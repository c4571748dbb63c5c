/** What a script's text tells of a value, without running it: enough to say that a list is a list. */

import type { Ast } from '../survey/syntax/parse.js';
import { parseModule, walk } from '../survey/syntax/parse.js';
import type { ValueSketch } from './uses.js';

/**
 * Initialisers of the names declared anywhere in a program; a name declared twice tells nothing. What a call of a
 * name gives stands under the name with its parentheses: `sailings()`.
 */
export type Names = ReadonlyMap<string, Ast.Node | null>;

/**
 * Functions of a host that keep the value they are given, or what the function they are given returns: by name, and
 * how the value is had back: by the name of what they return, or by calling it.
 */
export type Keepers = Readonly<Record<string, 'name' | 'call'>>;

const UNKNOWN: ValueSketch = { kind: 'unknown' };

/** Collects the names of a program. The first name of a pair that a keeper returns is the value's. */
export function namesIn(program: Ast.Program, keepers: Keepers): Names {
  const names = new Map<string, Ast.Node | null>();
  walk(program, (node) => {
    if (node.type === 'VariableDeclarator') {
      if (node.id.type === 'Identifier') note(names, keepers, node.id.name, node.init);
      const [first] = node.id.type === 'ArrayPattern' ? node.id.elements : [];
      if (first?.type === 'Identifier' && keeperOf(node.init, keepers))
        note(names, keepers, first.name, node.init);
    }
    if (node.type === 'FunctionDeclaration' && node.id) note(names, keepers, node.id.name, node);
    return true;
  });
  return names;
}

/** The names of several scripts that see each other; what more than one declares tells nothing. */
export function joined(lists: Iterable<Iterable<readonly [string, Ast.Node | null]>>): Names {
  const names = new Map<string, Ast.Node | null>();
  for (const list of lists) for (const [name, value] of list) names.set(name, names.has(name) ? null : value);
  return names;
}

/** Collects the fields and methods of a class, which a template names without an object. */
export function membersIn({ body }: Ast.ClassBody, keepers: Keepers): Names {
  const names = new Map<string, Ast.Node | null>();
  for (const member of body) {
    if (member.type !== 'PropertyDefinition' && member.type !== 'MethodDefinition') continue;
    if (member.computed || member.key.type !== 'Identifier') continue;
    // The text of an accessor does not tell what it gives.
    const isValue = !('kind' in member) || member.kind === 'method';
    note(names, keepers, member.key.name, isValue ? member.value : null);
  }
  return names;
}

function note(
  names: Map<string, Ast.Node | null>,
  keepers: Keepers,
  name: string,
  init: Ast.Node | null,
): void {
  const keeper = keeperOf(init, keepers);
  const key = keeper === 'call' ? `${name}()` : name;
  const value = keeper ? keptIn(init) : init;
  names.set(key, names.has(key) ? null : value);
}

const keeperOf = (node: Ast.Node | null, keepers: Keepers) =>
  node?.type === 'CallExpression' ? keepers[calledName(node)] : undefined;

/** What a keeper was given: a value, or a function that returns it. */
function keptIn(call: Ast.Node | null): Ast.Node | null {
  const [given] = call?.type === 'CallExpression' ? call.arguments : [];
  if (given?.type !== 'ArrowFunctionExpression') return given ?? null;
  return given.body.type === 'BlockStatement' ? null : given.body;
}

/** The names without those that something nearer hides. */
export function hiding(names: Names, hidden: readonly string[]): Names {
  if (hidden.length === 0) return names;
  const left = new Map(names);
  for (const name of hidden) {
    left.set(name, null);
    left.set(`${name}()`, null);
  }
  return left;
}

/** An expression, or statements, of a template that are written as in a script; null when they are not. */
export function parseExpression(text: string): Ast.Program | null {
  const { program, errors } = parseModule('expression.ts', text);
  return errors.length === 0 ? program : null;
}

/** The kind of value that the text of an expression gives, as far as it tells. */
export function sketchOfText(text: string, names: Names): ValueSketch {
  const [statement] = parseExpression(`(${text}\n)`)?.body ?? [];
  return statement?.type === 'ExpressionStatement' ? sketchOf(statement.expression, names) : UNKNOWN;
}

/** The kind of value an expression gives, as far as its text tells. */
export function sketchOf(node: Ast.Node, names: Names, depth = 0): ValueSketch {
  if (depth > 8) return UNKNOWN;
  const inner = (next: Ast.Node) => sketchOf(next, names, depth + 1);
  switch (node.type) {
    case 'Literal':
      return literalSketch(node.value);
    case 'TemplateLiteral':
      return node.expressions.length === 0
        ? { kind: 'string', literal: node.quasis[0]?.value.cooked ?? '' }
        : { kind: 'string' };
    case 'ArrayExpression':
      return { kind: 'array' };
    case 'ObjectExpression':
    case 'NewExpression':
      return { kind: 'object' };
    case 'ArrowFunctionExpression':
    case 'FunctionExpression':
    case 'FunctionDeclaration':
      return { kind: 'function' };
    case 'TSAsExpression':
    case 'TSSatisfiesExpression':
    case 'TSNonNullExpression':
    case 'ParenthesizedExpression':
      return inner(node.expression);
    case 'UnaryExpression':
      return node.operator === '!'
        ? { kind: 'boolean' }
        : node.operator === 'void'
          ? { kind: 'undefined' }
          : { kind: 'number' };
    case 'BinaryExpression':
      return binarySketch(node.operator, inner(node.left), inner(node.right));
    case 'ConditionalExpression':
      return sameKind(inner(node.consequent), inner(node.alternate));
    case 'LogicalExpression':
      return sameKind(inner(node.left), inner(node.right));
    case 'CallExpression':
      return callSketch(node, names, inner);
    case 'Identifier': {
      if (node.name === 'undefined') return { kind: 'undefined' };
      const init = names.get(node.name);
      return init ? variable(inner(init)) : UNKNOWN;
    }
    default:
      return UNKNOWN;
  }
}

/** A named value may change: its kind is told, not the value. */
function variable({ kind }: ValueSketch): ValueSketch {
  return { kind: kind === 'null' || kind === 'undefined' ? 'unknown' : kind };
}

function literalSketch(value: unknown): ValueSketch {
  if (value === null) return { kind: 'null', literal: null };
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') {
    return { kind: typeof value as 'string' | 'number' | 'boolean', literal: value };
  }
  return { kind: 'object' };
}

function binarySketch(operator: string, left: ValueSketch, right: ValueSketch): ValueSketch {
  if (/^([<>]|[!=]=|in$|instanceof$)/.test(operator)) return { kind: 'boolean' };
  if (operator !== '+') return { kind: 'number' };
  if (left.kind === 'string' || right.kind === 'string') return { kind: 'string' };
  return left.kind === 'number' && right.kind === 'number' ? { kind: 'number' } : UNKNOWN;
}

/** Either of two values: of one kind, or nothing at all (`x ? '' : undefined`). */
function sameKind(left: ValueSketch, right: ValueSketch): ValueSketch {
  if (left.kind === 'undefined' || left.kind === 'null') return variable(right);
  if (right.kind === 'undefined' || right.kind === 'null') return variable(left);
  return left.kind === right.kind ? { kind: left.kind } : UNKNOWN;
}

const ARRAY_METHODS = new Set([
  'map',
  'filter',
  'slice',
  'concat',
  'toSorted',
  'toReversed',
  'flatMap',
  'split',
]);

function callSketch(
  node: Ast.CallExpression,
  names: Names,
  inner: (node: Ast.Node) => ValueSketch,
): ValueSketch {
  const name = calledName(node);
  const isMethod = node.callee.type === 'MemberExpression';
  const kept = isMethod ? null : names.get(`${name}()`);
  if (kept) return variable(inner(kept));
  if (isMethod && ARRAY_METHODS.has(name)) return { kind: 'array' };
  if (isMethod && /^(stringify|join|toString|toFixed|trim|toLowerCase|toUpperCase)$/.test(name))
    return { kind: 'string' };
  if (!isMethod && (name === 'String' || name === 'Number' || name === 'Boolean')) {
    return { kind: name.toLowerCase() as 'string' | 'number' | 'boolean' };
  }
  if (/^use(Callback|Event|EffectEvent)$/.test(name)) return { kind: 'function' };
  return UNKNOWN;
}

/** The name of a property in an object literal; null for a computed one. */
function keyOf(property: Ast.ObjectProperty): string | null {
  const { key, computed } = property;
  if (key.type === 'Identifier') return computed ? null : key.name;
  return key.type === 'Literal' ? String(key.value) : null;
}

/** The values of an object literal by name; what is spread or computed is left out. */
export function entriesOf(node: Ast.Node | null | undefined): Entry[] {
  if (node?.type !== 'ObjectExpression') return [];
  return node.properties.flatMap((one) => {
    const name = one.type === 'Property' ? keyOf(one) : null;
    return one.type === 'Property' && name !== null ? [{ name, key: one.key, value: one.value }] : [];
  });
}

/** A property of an object literal. */
export interface Entry {
  name: string;
  key: Ast.Node;
  value: Ast.Node;
}

/** The last name of what is called: `useState` in `React.useState(...)`. */
export function calledName(node: Ast.CallExpression): string {
  const { callee } = node;
  if (callee.type === 'Identifier') return callee.name;
  return callee.type === 'MemberExpression' && callee.property.type === 'Identifier'
    ? callee.property.name
    : '';
}
