/** Fields that the constructor of a class sets. */

import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { entryOf, expressionsOf } from '../syntax/tree.js';
import { constructorOf, isFunction } from './functions.js';

export interface Field {
  /** That of a private one begins with `#`. */
  name: string;
  value: Ast.Node;
  /** The statement, or the member of the class. */
  place: Ast.Node;
  /** One of several in a single expression, as minifiers write them. */
  terse?: boolean;
  /** The function that is called to set it. */
  helper?: Ast.Node;
}

/** What the constructor of a class sets on the instance for others to see. */
export function fieldsSet(node: Ast.Class): Field[] {
  return allFieldsSet(node).filter(({ name }) => !name.startsWith('#'));
}

/** What the constructor of a class sets on the instance, in functions inside it left out: `this.name = value`. */
export function allFieldsSet(node: Ast.Class): readonly Field[] {
  const known = FIELDS.get(node) ?? fieldsIn(constructorOf(node)?.body ?? null);
  FIELDS.set(node, known);
  return known;
}

const FIELDS = new WeakMap<Ast.Class, Field[]>();

function fieldsIn(body: Ast.FunctionBody | null): Field[] {
  const fields: Field[] = [];
  if (!body) return fields;
  walk(body, (inner) => {
    if (isFunction(inner)) return false;
    const expressions = expressionsOf(inner);
    const terse = expressions.length > 1;
    for (const expression of expressions) {
      const field = fieldSet(expression);
      // A comment stands before the statement, or before one of several expressions.
      if (field) fields.push({ ...field, place: terse ? expression : inner, terse });
    }
    return true;
  });
  return fields;
}

/** `this.name = value`, or `helper(this, "name", value)` as compilers write fields for older browsers. */
function fieldSet(node: Ast.Node): Pick<Field, 'name' | 'value' | 'helper'> | null {
  if (node.type === 'AssignmentExpression') {
    const { left, right } = node;
    if (left.type !== 'MemberExpression' || left.object.type !== 'ThisExpression' || left.computed)
      return null;
    const name = fieldName(left.property);
    return name === null ? null : { name, value: right };
  }
  if (node.type !== 'CallExpression' || node.arguments.length !== 3) return null;
  const [holder, key, given] = node.arguments;
  const isDescribed = isDefineProperty(node.callee);
  const value = given && (isDescribed ? entryOf(given, 'value') : given);
  const isField =
    holder?.type === 'ThisExpression' && key?.type === 'Literal' && typeof key.value === 'string';
  // What is handed a member of the element together with a name adds a listener.
  if (!isField || !value || isOwnMember(value)) return null;
  return { name: String(key.value), value, ...(isDescribed ? {} : { helper: node.callee }) };
}

/** `Object.defineProperty`, `Reflect.defineProperty` */
export function isDefineProperty(callee: Ast.Node): boolean {
  if (callee.type !== 'MemberExpression' || callee.object.type !== 'Identifier') return false;
  return /^(?:Object|Reflect)$/.test(callee.object.name) && fieldName(callee.property) === 'defineProperty';
}

function isOwnMember(node: Ast.Node): boolean {
  return node.type === 'MemberExpression' && node.object.type === 'ThisExpression';
}

/** The name of a member that is not computed; null for any other. */
export function fieldName(key: Ast.Node): string | null {
  if (key.type === 'PrivateIdentifier') return `#${key.name}`;
  return key.type === 'Identifier' ? key.name : null;
}
