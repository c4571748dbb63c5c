/**
 * Classes that a compiler of decorators describes to a helper, member by member:
 * `decorate([classDecorator], function (initialize, Above) { class Dial extends Above {} return { F: Dial, d: [{ kind:
 * "field", decorators: [property()], key: "deck", value() { return 1; } }] } }, Base)`. Each becomes a class with its
 * decorators again. The names of what the function returns are known to the helper, so minifiers leave them.
 */

import type { Ast } from './parse.js';
import { classNode, entryOf, memberNode, placeOf } from './tree.js';

/** Can a text hold such a description at all? */
export const DESCRIBED = /\bF:\s*(?:[\w$]+,\s*d:\s*\[|class\b)/;

/** The class that a call describes, or null. */
export function describedClass(call: Ast.Node): Ast.Class | null {
  if (call.type !== 'CallExpression') return null;
  const [decorators, maker, above] = call.arguments;
  if (maker?.type !== 'FunctionExpression' && maker?.type !== 'ArrowFunctionExpression') return null;
  if (maker.body?.type !== 'BlockStatement') return null;
  const statements = maker.body.body;
  const result = statements.findLast((one) => one.type === 'ReturnStatement')?.argument;
  const holder = entryOf(result, 'F');
  const list = entryOf(result, 'd');
  const inner = holder && classNamed(holder, statements);
  if (!inner || list?.type !== 'ArrayExpression') return null;
  const members = list.elements.flatMap((one) => (one ? memberDescribed(one) : []));
  return classNode(call, {
    id: inner.id,
    superClass: above ?? null,
    decorators: decoratorsIn(decorators),
    members,
  });
}

/** A class among the statements of a function, by its name, or one that is written out. */
function classNamed(holder: Ast.Node, statements: readonly Ast.Node[]): Ast.Class | null {
  if (holder.type === 'ClassExpression') return holder;
  const name = holder.type === 'Identifier' ? holder.name : null;
  const found = statements.find((one) => one.type === 'ClassDeclaration' && one.id?.name === name);
  return found?.type === 'ClassDeclaration' ? found : null;
}

function memberDescribed(entry: Ast.Node): object[] {
  const kind = entryOf(entry, 'kind');
  const key = entryOf(entry, 'key');
  if (kind?.type !== 'Literal' || !key) return [];
  const value = entryOf(entry, 'value');
  const shared = {
    decorators: decoratorsIn(entryOf(entry, 'decorators')),
    // Left out where it is not so.
    static: entryOf(entry, 'static') !== null,
    ...(key.type === 'Literal' ? {} : { key, computed: true }),
  };
  const name = key.type === 'Literal' ? String(key.value) : '';
  if (kind.value === 'field')
    return [memberNode(entry, name, { ...shared, type: 'PropertyDefinition', value: initialIn(value) })];
  if (!['method', 'get', 'set'].includes(String(kind.value)) || value?.type !== 'FunctionExpression')
    return [];
  return [memberNode(entry, name, { ...shared, type: 'MethodDefinition', kind: kind.value, value })];
}

/** The value that a field starts with: `value() { return 1; }`, `value: () => 1`; none in `value: void 0`. */
function initialIn(value: Ast.Node | null): Ast.Node | null {
  if (value?.type === 'ArrowFunctionExpression' && value.body.type !== 'BlockStatement') return value.body;
  if (value?.type !== 'FunctionExpression') return null;
  const [first] = value.body?.body ?? [];
  return first?.type === 'ReturnStatement' ? first.argument : null;
}

function decoratorsIn(list: Ast.Node | null | undefined): object[] {
  if (list?.type !== 'ArrayExpression') return [];
  return list.elements.flatMap((one) =>
    one ? [{ type: 'Decorator', expression: one, ...placeOf(one) }] : [],
  );
}
