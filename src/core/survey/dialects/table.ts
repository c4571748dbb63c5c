/** Static property tables: `static properties = { ... }`, as field, as getter, or assigned to the class. */

import { wordsOf } from '../docs.js';
import type { Dialect, LayerContext, PropertyEvidence } from '../evidence.js';
import { fold, keyName } from '../fold.js';
import { staticValue, unwrap } from '../functions.js';
import type { Ast } from '../parse.js';
import { typeOfText } from '../types.js';
import { readOptions } from './options.js';

export const table: Dialect = {
  name: 'table',
  read(context) {
    const value = staticValue(context.layer.node, 'properties') ?? assignedTable(context);
    const object = value && unwrap(value);
    if (object?.type !== 'ObjectExpression') return {};
    const properties: PropertyEvidence[] = [];
    for (const entry of object.properties) {
      if (entry.type !== 'Property') continue;
      const name = keyName(entry.key, entry.computed, (node) => fold(node, context.scope));
      if (name === null) continue;
      properties.push(readEntry(name, entry, context));
    }
    return { properties };
  },
};

function readEntry(name: string, entry: Ast.ObjectProperty, context: LayerContext): PropertyEvidence {
  const options = readOptions(name, fold(entry.value, context.scope));
  const doc = context.doc(entry);
  const typed = doc.tags.find((tag) => tag.tag === 'type')?.type;
  const type = typed ? typeOfText(typed, context.layer.module, context.graph) : options.type;
  return {
    name,
    origin: 'declared',
    ...(type ? { type } : {}),
    attribute: options.attribute,
    internal: options.internal || name.startsWith('_'),
    writable: true,
    words: { ...wordsOf(doc), at: context.at(entry) },
  };
}

/** The table in `TheClass.properties = { ... }` at the top level of the class's module. */
function assignedTable({ layer }: LayerContext): Ast.Expression | null {
  for (const statement of layer.module.program.body) {
    if (statement.type !== 'ExpressionStatement' || statement.expression.type !== 'AssignmentExpression')
      continue;
    const { left, right } = statement.expression;
    if (
      left.type === 'MemberExpression' &&
      left.object.type === 'Identifier' &&
      left.object.name === layer.name &&
      left.property.type === 'Identifier' &&
      left.property.name === 'properties'
    ) {
      return right;
    }
  }
  return null;
}
