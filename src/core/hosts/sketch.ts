/** What a script's text tells of a value, without running it: enough to say that a list is a list. */

import type { Ast } from '../survey/parse.js';
import { walk } from '../survey/parse.js';
import type { ValueSketch } from './uses.js';

/** Initialisers of the names declared anywhere in a program; a name declared twice tells nothing. */
export type Names = ReadonlyMap<string, Ast.Node | null>;

const UNKNOWN: ValueSketch = { kind: 'unknown' };

/** Collects the names of a program. Names that a state hook returns first are worth what the hook starts with. */
export function namesIn(program: Ast.Program): Names {
  const names = new Map<string, Ast.Node | null>();
  const add = (name: string, init: Ast.Node | null) => names.set(name, names.has(name) ? null : init);
  walk(program, (node) => {
    if (node.type === 'VariableDeclarator') {
      if (node.id.type === 'Identifier') add(node.id.name, node.init);
      if (node.id.type === 'ArrayPattern' && node.init?.type === 'CallExpression') {
        const [first] = node.id.elements;
        const [start] = node.init.arguments;
        if (first?.type === 'Identifier')
          add(first.name, /State$/.test(calledName(node.init)) ? (start ?? null) : null);
      }
    }
    if (node.type === 'FunctionDeclaration' && node.id) add(node.id.name, node);
    return true;
  });
  return names;
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
      return callSketch(node, inner);
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

function callSketch(node: Ast.CallExpression, inner: (node: Ast.Node) => ValueSketch): ValueSketch {
  const name = calledName(node);
  const isMethod = node.callee.type === 'MemberExpression';
  if (isMethod && ARRAY_METHODS.has(name)) return { kind: 'array' };
  if (isMethod && /^(stringify|join|toString|toFixed|trim|toLowerCase|toUpperCase)$/.test(name))
    return { kind: 'string' };
  if (!isMethod && (name === 'String' || name === 'Number' || name === 'Boolean')) {
    return { kind: name.toLowerCase() as 'string' | 'number' | 'boolean' };
  }
  if (/^use(Callback|Event|EffectEvent)$/.test(name)) return { kind: 'function' };
  const [first] = node.arguments;
  if (
    name === 'useMemo' &&
    first?.type === 'ArrowFunctionExpression' &&
    first.body.type !== 'BlockStatement'
  ) {
    return variable(inner(first.body));
  }
  return UNKNOWN;
}

/** The last name of what is called: `useState` in `React.useState(...)`. */
export function calledName(node: Ast.CallExpression): string {
  const { callee } = node;
  if (callee.type === 'Identifier') return callee.name;
  return callee.type === 'MemberExpression' && callee.property.type === 'Identifier'
    ? callee.property.name
    : '';
}
