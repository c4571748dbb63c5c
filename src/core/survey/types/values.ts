/** The types of values that stand in the code without an annotation. */

import type { JsonSchema, TypeInfo } from '../../contract/types.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import type { Ast } from '../syntax/parse.js';
import { keyword, NO_TYPE, typeOf } from './types.js';

/**
 * The type of a value that stands in the code without an annotation: by its literal form, by the annotations of
 * the parameters it names, and through their members. Unknown for what says too little, such as null.
 * `parents` are the nodes around it, outermost first.
 */
export function typeOfValue(node: Ast.Node, scope: Scope, parents: readonly Ast.Node[] = []): TypeInfo {
  const inner = (next: Ast.Node) => typeOfValue(next, scope, parents);
  switch (node.type) {
    case 'ArrowFunctionExpression':
    case 'FunctionExpression':
      return { text: 'Function', schema: null };
    case 'NewExpression':
      return node.callee.type === 'Identifier' ? { text: node.callee.name, schema: null } : NO_TYPE;
    case 'TSAsExpression':
    case 'TSSatisfiesExpression':
      return typeOf(node.typeAnnotation, scope.module, scope.graph);
    case 'TemplateLiteral':
      return keyword('string');
    case 'ArrayExpression':
      return { text: 'unknown[]', schema: { type: 'array' } };
    case 'ObjectExpression':
      return typeOfObject(node, inner);
    case 'BinaryExpression':
      return /^[<>=!]/.test(node.operator) ? keyword('boolean') : typeOfFolded(fold(node, scope));
    case 'UnaryExpression':
      return node.operator === '!' ? keyword('boolean') : typeOfFolded(fold(node, scope));
    case 'MemberExpression':
      return typeOfMember(node, scope, inner);
    case 'CallExpression':
      return typeOfCall(node);
    case 'Identifier':
      return typeOfName(node.name, scope, parents);
    case 'ConditionalExpression':
      return typeOfChoice(node, scope);
    default:
      return typeOfFolded(fold(node, scope));
  }
}

function typeOfObject(node: Ast.ObjectExpression, inner: (node: Ast.Node) => TypeInfo): TypeInfo {
  const fields = node.properties.flatMap((property) =>
    property.type === 'Property' && !property.computed && property.key.type === 'Identifier'
      ? [[property.key.name, inner(property.value)] as const]
      : [],
  );
  if (fields.length === 0) return { text: 'object', schema: { type: 'object' } };
  return {
    text: `{ ${fields.map(([name, type]) => `${name}: ${type.text}`).join('; ')} }`,
    schema: {
      type: 'object',
      properties: Object.fromEntries(fields.map(([name, type]) => [name, type.schema ?? {}])),
      required: fields.map(([name]) => name),
    },
  };
}

function typeOfMember(
  node: Ast.MemberExpression,
  scope: Scope,
  inner: (node: Ast.Node) => TypeInfo,
): TypeInfo {
  const folded = typeOfFolded(fold(node, scope));
  if (folded !== NO_TYPE || node.computed || node.property.type !== 'Identifier') return folded;
  if (node.property.name === 'length') return keyword('number');
  if (node.property.name === 'checked') return keyword('boolean');
  const fields = inner(node.object).schema?.properties as Record<string, JsonSchema> | undefined;
  const schema = fields && Object.hasOwn(fields, node.property.name) ? fields[node.property.name] : undefined;
  return schema ? { text: textOfSchema(schema), schema } : NO_TYPE;
}

function textOfSchema(schema: JsonSchema): string {
  return typeof schema.type === 'string' && ['string', 'number', 'boolean'].includes(schema.type)
    ? schema.type
    : 'unknown';
}

function typeOfCall(node: Ast.CallExpression): TypeInfo {
  if (node.callee.type !== 'Identifier') return NO_TYPE;
  const { name } = node.callee;
  return name === 'String' || name === 'Number' || name === 'Boolean'
    ? keyword(name.toLowerCase() as 'string' | 'number' | 'boolean')
    : NO_TYPE;
}

/** A name: a parameter of a function around it by its annotation, else a constant. */
function typeOfName(name: string, scope: Scope, parents: readonly Ast.Node[]): TypeInfo {
  for (const parent of [...parents].reverse()) {
    if (!('params' in parent) || !Array.isArray(parent.params)) continue;
    for (const parameter of parent.params as Ast.Node[]) {
      const target = parameter.type === 'AssignmentPattern' ? parameter.left : parameter;
      if (target.type !== 'Identifier' || target.name !== name) continue;
      return target.typeAnnotation
        ? typeOf(target.typeAnnotation.typeAnnotation, scope.module, scope.graph)
        : NO_TYPE;
    }
  }
  const bound = scope.bindings?.get(name);
  if (bound && !('value' in bound) && bound.node.type === 'ConditionalExpression')
    return typeOfChoice(bound.node, bound.scope);
  return typeOfFolded(fold({ type: 'Identifier', name, start: 0, end: 0 } as Ast.Node, scope));
}

/** Of a choice it counts what both sides are. */
function typeOfChoice({ consequent, alternate }: Ast.ConditionalExpression, scope: Scope): TypeInfo {
  const [one, other] = [consequent, alternate].map((side) => typeOfFolded(fold(side, scope)));
  return one && one.text === other?.text ? one : NO_TYPE;
}

function typeOfFolded(value: Folded): TypeInfo {
  if (typeof value === 'string') return keyword('string');
  if (typeof value === 'number') return keyword('number');
  if (typeof value === 'boolean') return keyword('boolean');
  if (Array.isArray(value)) return { text: 'unknown[]', schema: { type: 'array' } };
  return isFoldedObject(value) ? { text: 'object', schema: { type: 'object' } } : NO_TYPE;
}
