/** Static property tables: `static properties = { ... }`, as field, as getter, or assigned to the class. */

import type { ContractEvent } from '../../contract/types.js';
import { kebabCase } from '../../emit/names.js';
import { aboutClass } from '../classes/about.js';
import { offeredEvent } from '../evidence/declared-events.js';
import type { Dialect, LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import type { Folded } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import { staticValue } from '../folding/functions.js';
import type { TableEntry } from '../folding/tables.js';
import { tableEntries } from '../folding/tables.js';
import type { Ast } from '../syntax/parse.js';
import { isInnerName, wordsOf } from '../types/docs.js';
import { NO_TYPE, typeOfText } from '../types/types.js';
import { isHosted } from './described.js';
import type { AttributeCase } from './options.js';
import { attributeCaseOfTable, compiledOptions, readOptions } from './options.js';
import { optionsMade } from './options-made.js';

/** The static member that holds the table, by the names base classes read it under. */
const TABLES = ['properties', 'props'];

export const table: Dialect = {
  name: 'table',
  read(context) {
    if (isHosted(context.layer.node)) return {};
    const entries = TABLES.flatMap((name) => tablesNamed(name, context))
      .map(({ node, scope }) => tableEntries(node, scope))
      .filter((one) => !one.every(isPlainText))
      .flat()
      .map((entry): TableEntry => ({ ...entry, value: optionsOf(entry, context) }));
    const attributeCase = attributeCaseOfTable(
      entries.map((one) => one.value),
      tablesNamed('props', context).length > 0,
      context.chain,
    );
    const properties: PropertyEvidence[] = [];
    const events: ContractEvent[] = [];
    for (const entry of entries) {
      const evidence = readEntry(entry, attributeCase, context);
      properties.push(evidence);
      if (evidence.notifies && !evidence.internal) events.push(changeEvent(evidence, context));
    }
    return { properties, events };
  },
};

/** Texts that name no type: constants that go by the name of a table. */
const isPlainText = ({ value }: TableEntry) => typeof value === 'string' && !TYPE_NAME.test(value);

const TYPE_NAME = /^(?:string|number|boolean|object|array|function|date|json|any)\b/i;

/** Options in a compiled form are read as the class above reads them. */
function optionsOf({ name, value }: TableEntry, context: LayerContext): Folded {
  const options = compiledOptions(value);
  return options === value ? value : (optionsMade(name, value, context) ?? options);
}

function tablesNamed(name: string, context: LayerContext): { node: Ast.Node; scope: Scope }[] {
  const value = staticValue(context.layer.node, name, context.layer.module);
  if (value) return [{ node: value, scope: context.scope }];
  return aboutClass(context.layer, context.scope, context.graph).flatMap(({ node, scope, isClass }) => {
    if (node.type !== 'AssignmentExpression' || node.left.type !== 'MemberExpression') return [];
    const { left } = node;
    const isTable =
      left.property.type === 'Identifier' && left.property.name === name && isClass(left.object);
    return isTable ? [{ node: node.right as Ast.Node, scope }] : [];
  });
}

function readEntry(
  { name, value, node, module }: TableEntry,
  attributeCase: AttributeCase,
  context: LayerContext,
): PropertyEvidence & { notifies: boolean } {
  const options = readOptions(name, value, attributeCase);
  const doc = module === context.layer.module ? context.doc(node) : { description: '', tags: [] };
  const typed = doc.tags.find((tag) => tag.tag === 'type')?.type;
  const type = typed ? typeOfText(typed, context.layer.module, context.graph) : options.type;
  return {
    name,
    origin: 'declared',
    ...(type ? { type } : {}),
    ...(options.default === undefined ? {} : { default: options.default }),
    attribute: options.attribute,
    internal: options.internal || isInnerName(name),
    state: options.internal,
    readonly: options.readonly,
    writable: !options.readonly,
    notifies: options.notifies,
    words: { ...wordsOf(doc), at: context.at(module === context.layer.module ? node : context.layer.node) },
  };
}

/** A property that notifies dispatches `name-changed`, with the new value as `detail.value`. */
function changeEvent(property: PropertyEvidence, context: LayerContext): ContractEvent {
  const value = property.type ?? NO_TYPE;
  return offeredEvent(
    `${kebabCase(property.name)}-changed`,
    property.words.at ?? context.at(context.layer.node),
    {
      detail: {
        text: `{ value: ${value.text} }`,
        schema: { type: 'object', properties: { value: value.schema ?? {} }, required: ['value'] },
      },
    },
  );
}
