/**
 * Decorated classes: members declared by a decorator, in source form (`@property({ ... }) name`) and in what
 * compilers make of it (`__decorate([property({ ... })], TheClass.prototype, "name", ...)`). A decorator counts
 * by the shape of what it is given; only one that is given nothing counts by its name.
 */

import { isInternal, wordsOf } from '../docs.js';
import type { Dialect, LayerContext, PropertyEvidence } from '../evidence.js';
import { within } from '../find.js';
import { fold, keyName } from '../fold.js';
import type { Folded } from '../folded.js';
import { asString, isFoldedObject } from '../folded.js';
import type { Ast } from '../parse.js';
import { memberType } from './members.js';
import { readOptions } from './options.js';

export const decorated: Dialect = {
  name: 'decorated',
  read(context) {
    const properties: PropertyEvidence[] = [];
    for (const member of context.layer.node.body.body) {
      if (!('decorators' in member) || !('key' in member) || member.static) continue;
      const name = keyName(member.key, member.computed, (node) => fold(node, context.scope));
      if (name === null) continue;
      const evidence = declaredBy(
        member.decorators.map((one) => one.expression),
        name,
        context,
      );
      if (!evidence) continue;
      const doc = context.doc(member);
      const type = memberType(member, context) ?? evidence.type;
      properties.push({
        ...evidence,
        ...(type ? { type } : {}),
        internal:
          evidence.internal ||
          name.startsWith('_') ||
          isInternal(doc) ||
          ('accessibility' in member &&
            (member.accessibility === 'private' || member.accessibility === 'protected')),
        words: { ...wordsOf(doc), at: context.at(member) },
      });
    }
    return { properties: [...properties, ...compiledMembers(context)] };
  },
};

const PLAIN_NAMES = /^(prop|property|attr|attribute|observable|bindable|field|api)$/i;

/** What the decorators of one member declare, or null when none of them declares a property. */
function declaredBy(decorators: Ast.Node[], name: string, context: LayerContext): PropertyEvidence | null {
  for (const decorator of decorators) {
    const called = decorator.type === 'CallExpression' ? decorator : null;
    const decoratorName = nameOf(called ? called.callee : decorator);
    const [argument] = called?.arguments ?? [];
    const options = argument ? fold(argument, context.scope) : undefined;
    if (!declaresProperty(options, argument, decoratorName)) continue;
    const read = readOptions(name, options);
    return {
      name,
      origin: 'declared',
      ...(read.type ? { type: read.type } : {}),
      attribute: read.attribute,
      internal: read.internal || /state|internal/i.test(decoratorName),
      writable: true,
      words: {},
    };
  }
  return null;
}

const OPTION_KEYS = [
  'type',
  'attribute',
  'reflect',
  'converter',
  'hasChanged',
  'noAccessor',
  'useDefault',
  'state',
];

function declaresProperty(
  options: Folded | undefined,
  argument: Ast.Node | undefined,
  name: string,
): boolean {
  if (argument === undefined) return PLAIN_NAMES.test(name) || /^(state|internalProperty)$/i.test(name);
  if (isFoldedObject(options ?? null)) {
    const { object } = options as { object: Map<string, Folded> };
    return OPTION_KEYS.some((key) => object.has(key)) || (object.size === 0 && PLAIN_NAMES.test(name));
  }
  return argument.type !== 'Literal' && PLAIN_NAMES.test(name);
}

/** Calls of the form `helper([decorators], TheClass.prototype, "name", ...)`, whatever the helper is called. */
function compiledMembers(context: LayerContext): PropertyEvidence[] {
  const { layer } = context;
  const found: PropertyEvidence[] = [];
  const { program } = layer.module;
  for (const node of within('call', program, program)) {
    const [list, target, key] = node.arguments;
    if (list?.type !== 'ArrayExpression' || !key || !isOnPrototype(target, layer.node.id?.name ?? layer.name))
      continue;
    const name = asString(fold(key, context.scope));
    const decorators = list.elements.filter((one): one is Ast.Expression => one !== null);
    const evidence = name === null ? null : declaredBy(decorators, name, context);
    if (!evidence || name === null) continue;
    found.push({
      ...evidence,
      internal: evidence.internal || name.startsWith('_'),
      words: { at: context.at(node) },
    });
  }
  return found;
}

function isOnPrototype(node: Ast.Node | undefined, className: string | null): boolean {
  return (
    node?.type === 'MemberExpression' &&
    node.property.type === 'Identifier' &&
    node.property.name === 'prototype' &&
    node.object.type === 'Identifier' &&
    node.object.name === className
  );
}

function nameOf(node: Ast.Node): string {
  if (node.type === 'Identifier') return node.name;
  return node.type === 'MemberExpression' && node.property.type === 'Identifier' ? node.property.name : '';
}
