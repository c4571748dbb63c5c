/** Members that code outside the class body gives it: `Object.defineProperty`, and a base class's own call for it. */

import { aboutClass } from '../classes/about.js';
import type { AttributeSeen, Dialect, LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import { asString } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import { unwrap } from '../folding/functions.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { isInnerName } from '../types/docs.js';
import type { Described } from './descriptors.js';
import { accessorOf } from './descriptors.js';
import { attributeCaseOf, isOptions, readOptions } from './options.js';

export const defined: Dialect = {
  name: 'defined',
  read(context) {
    const properties: PropertyEvidence[] = [];
    const attributes: AttributeSeen[] = [];
    const add = (...given: Parameters<typeof accessor>) => {
      const made = accessor(...given);
      if (!made) return;
      properties.push(made.property);
      attributes.push(...made.attributes);
    };
    for (const about of aboutClass(context.layer, context.scope, context.graph)) {
      if (about.node.type !== 'CallExpression') continue;
      const callee = unwrap(about.node.callee);
      if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') continue;
      const [first, second, third] = about.node.arguments;
      const isObject = callee.object.type === 'Identifier' && callee.object.name === 'Object';
      if (isObject && first && about.isPrototype(first) && second) {
        if (callee.property.name === 'defineProperty' && third)
          add(second, third, about.scope, about.node, context);
        if (callee.property.name === 'defineProperties') {
          for (const { key, value } of descriptorsIn(second, about.scope))
            add(key, value, about.scope, about.node, context);
        }
      } else if (first && second && about.isClass(callee.object)) {
        properties.push(...byOptions(first, second, about.scope, about.node, context));
      }
    }
    return { properties, attributes };
  },
};

interface Descriptor {
  key: Ast.Node;
  value: Ast.Node;
}

/** The descriptors that an object holds: as it is written, and as a loop over constants fills it later. */
function descriptorsIn(given: Ast.Node, scope: Scope): Descriptor[] {
  const node = unwrap(given);
  if (node.type === 'ObjectExpression')
    return node.properties.flatMap((one) =>
      one.type === 'Property' && !one.computed ? [{ key: keyNode(one.key), value: one.value }] : [],
    );
  const declaration = node.type === 'Identifier' ? scope.module.declarations.get(node.name) : undefined;
  if (node.type !== 'Identifier' || declaration?.kind !== 'variable' || !declaration.init) return [];
  const { program } = scope.module;
  return [
    ...descriptorsIn(declaration.init, scope),
    ...within('loop', program, program).flatMap((loop) => filledIn(loop, node.name, scope)),
  ];
}

/** `for (const key of KEYS) { holder[key] = { get() {} }; }` */
function filledIn(loop: Ast.ForOfStatement, holder: string, scope: Scope): Descriptor[] {
  const names = fold(loop.right, scope);
  const statements = loop.body.type === 'BlockStatement' ? loop.body.body : [loop.body];
  return statements.flatMap((one) => {
    const set = one.type === 'ExpressionStatement' ? one.expression : null;
    if (set?.type !== 'AssignmentExpression' || set.left.type !== 'MemberExpression') return [];
    const { object, property, computed } = set.left;
    const isHolder = computed && object.type === 'Identifier' && object.name === holder;
    if (!isHolder || property.type !== 'Identifier' || !Array.isArray(names)) return [];
    return names.flatMap((name) =>
      typeof name === 'string'
        ? [{ key: { ...property, type: 'Literal', value: name } as unknown as Ast.Node, value: set.right }]
        : [],
    );
  });
}

function keyNode(key: Ast.Node): Ast.Node {
  return key.type === 'Identifier'
    ? ({ ...key, type: 'Literal', value: key.name } as unknown as Ast.Node)
    : key;
}

/** What a call gives a prototype; null where it is no accessor of a name that is known. */
function accessor(
  key: Ast.Node,
  descriptor: Ast.Node,
  scope: Scope,
  call: Ast.Node,
  { layer, at }: LayerContext,
): Described | null {
  const node = unwrap(descriptor);
  const made = node.type === 'ObjectExpression' ? accessorOf(key, { node, scope }, at(call)) : null;
  // A function that makes a class, and accessors of the names it is given, makes them for whoever gave the names.
  const isGiven = layer.bindings.size > 0 && unwrap(key).type !== 'Literal';
  return made && isGiven ? { ...made, property: { ...made.property, origin: 'declared' } } : made;
}

/** `TheClass.createProperty('name', { attribute: 'a-b' })`, whatever the call is named. */
function byOptions(
  key: Ast.Node,
  given: Ast.Node,
  scope: Scope,
  call: Ast.Node,
  context: LayerContext,
): PropertyEvidence[] {
  const options = fold(given, scope);
  if (!isOptions(options)) return [];
  const name = asString(fold(key, scope));
  const read = readOptions(name ?? '', options, attributeCaseOf(context.chain));
  // Under a symbol nobody can reach the property, but its attribute is there.
  if (name === null && (read.attribute === false || !options.object.has('attribute'))) return [];
  return [
    {
      name: name ?? `[${read.attribute === false ? '' : read.attribute?.name}]`,
      origin: 'declared',
      ...(read.type ? { type: read.type } : {}),
      attribute: read.attribute,
      internal: name === null || read.internal || isInnerName(name),
      state: read.internal,
      writable: true,
      words: { at: context.at(call) },
    },
  ];
}
