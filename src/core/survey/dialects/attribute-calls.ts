/** What code makes of attributes: accessors that read and write them, and how their text becomes a value. */

import type { AttributeReader } from '../../contract/types.js';
import type { AttributeSeen } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import { asString } from '../folding/folded.js';
import type { FunctionNode, Scope } from '../folding/functions.js';
import { calledName, isFunction } from '../folding/functions.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';

/** How an expression over an attribute's text turns it into a value. */
export function readerOf(node: Ast.Node, valueName: string | null): AttributeReader {
  let reader: AttributeReader | null = null;
  walk(node, (inner) => {
    if (inner.type === 'CallExpression') reader ??= readerOfCall(inner);
    if (inner.type === 'UnaryExpression' && inner.operator === '+') reader ??= 'number';
    if (inner.type === 'BinaryExpression' && /^!==?$/.test(inner.operator) && isNull(inner.right))
      reader ??= 'boolean';
    return reader === null;
  });
  if (reader) return reader;
  if (node.type === 'Identifier') return node.name === valueName ? 'string' : 'custom';
  if (node.type === 'LogicalExpression') return readerOf(node.left, valueName);
  if (node.type === 'ConditionalExpression') return readerOf(node.alternate, valueName);
  return node.type === 'TSAsExpression' || node.type === 'TSNonNullExpression'
    ? readerOf(node.expression, valueName)
    : 'custom';
}

function readerOfCall(node: Ast.CallExpression): AttributeReader | null {
  const { callee } = node;
  if (callee.type === 'Identifier') {
    if (['Number', 'parseInt', 'parseFloat'].includes(callee.name)) return 'number';
    return callee.name === 'Boolean' ? 'boolean' : callee.name === 'String' ? 'string' : 'custom';
  }
  if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') return null;
  const { name } = callee.property;
  if (name === 'parse') return 'json';
  if (name === 'parseInt' || name === 'parseFloat') return 'number';
  if (name === 'hasAttribute') return 'boolean';
  return name === 'getAttribute' ? null : 'custom';
}

function isNull(node: Ast.Node): boolean {
  return node.type === 'Literal' && node.value === null;
}

type At = (node: { start: number }) => string;

/** `get name() { return this.getAttribute('name') }`: the attribute is where the value lives. */
export function readByGetter(property: string, node: FunctionNode, scope: Scope, at: At): AttributeSeen[] {
  const calls = attributeCalls(node, scope);
  const read = new Set(calls.flatMap((one) => (one.method === 'getAttribute' ? [one.name] : [])));
  return calls.flatMap(({ method, name, call }): AttributeSeen[] => {
    // Where the text is read as well, whether there is any is but asked before.
    const isPresence = method === 'hasAttribute' && !read.has(name);
    if (!isPresence && method !== 'getAttribute') return [];
    const reads = isPresence ? 'boolean' : getterReader(node);
    return [{ name, property, reads, reflects: true, observed: true, at: at(call) }];
  });
}

function getterReader(node: FunctionNode): AttributeReader {
  let reader: AttributeReader | null = null;
  if (node.body) {
    walk(node.body, (inner) => {
      if (inner.type === 'CallExpression' && calledName(inner.callee) !== 'hasAttribute')
        reader ??= readerOfCall(inner);
      if (inner.type === 'BinaryExpression' && /^!==?$/.test(inner.operator) && isNull(inner.right))
        reader ??= 'boolean';
      return reader === null;
    });
  }
  return reader ?? 'string';
}

/** `set name(value) { this.setAttribute('name', value) }`: the property is reflected. */
export function writtenBySetter(property: string, node: FunctionNode, scope: Scope, at: At): AttributeSeen[] {
  return attributeCalls(node, scope).flatMap(({ method, name, call }): AttributeSeen[] => {
    if (method !== 'setAttribute' && method !== 'toggleAttribute') return [];
    const reads = method === 'toggleAttribute' ? { reads: 'boolean' as const } : {};
    return [{ name, property, ...reads, reflects: true, observed: false, at: at(call) }];
  });
}

/** The calls on the element itself that name an attribute. */
function attributeCalls(
  node: FunctionNode,
  scope: Scope,
): { method: string; name: string; call: Ast.CallExpression }[] {
  const found: { method: string; name: string; call: Ast.CallExpression }[] = [];
  if (!node.body) return found;
  walk(node.body, (inner) => {
    // What a function inside does, it does at another time.
    if (isFunction(inner)) return false;
    if (inner.type !== 'CallExpression' || inner.callee.type !== 'MemberExpression') return true;
    const { callee } = inner;
    if (callee.object.type !== 'ThisExpression' || callee.property.type !== 'Identifier') return true;
    const [argument] = inner.arguments;
    const name = argument ? asString(fold(argument, scope)) : null;
    if (name !== null) found.push({ method: callee.property.name, name, call: inner });
    return true;
  });
  return found;
}
