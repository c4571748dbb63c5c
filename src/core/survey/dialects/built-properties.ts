/** What the description of an element says of one property. */

import { kebabCase } from '../../emit/names.js';
import type { LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject, isReference } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import { isFunction } from '../folding/functions.js';
import type { Ast } from '../syntax/parse.js';
import { isInnerName } from '../types/docs.js';
import { keyword, NO_TYPE } from '../types/types.js';
import { readOptions } from './options.js';

/** A property that goes by its name, with the options that a table has for it. */
export function propertyNamed(
  name: string,
  value: Folded | undefined,
  context: LayerContext,
  node: Ast.Node,
): PropertyEvidence {
  const read = readOptions(name, value, 'kebab');
  return {
    name,
    origin: 'declared',
    ...(read.type ? { type: read.type } : {}),
    ...(read.default === undefined ? {} : { default: read.default }),
    attribute: read.attribute,
    internal: isInnerName(name),
    writable: true,
    words: { at: context.at(node) },
  };
}

/** A member whose value is its default, or says how it is made: `count: 0`, `total: { value: 0, reflect: true }`. */
export function propertyStarting(
  name: string,
  node: Ast.Node,
  scope: Scope,
  context: LayerContext,
  entry: Ast.Node,
): PropertyEvidence {
  const given = fold(node, scope);
  const value = isFoldedObject(given) && given.object.has('value') ? given.object.get('value') : given;
  const kind = typeof value;
  const isPlain = kind === 'string' || kind === 'number' || kind === 'boolean';
  const isReader = isFunction(node) || isReference(given ?? null);
  return {
    name,
    origin: 'declared',
    type: isPlain ? keyword(kind as 'string' | 'number' | 'boolean') : NO_TYPE,
    ...(isPlain ? { default: kind === 'string' ? `'${String(value)}'` : String(value) } : {}),
    attribute: isPlain
      ? { name: kebabCase(name), reads: kind as 'string' | 'number' | 'boolean', reflects: false }
      : false,
    readonly: isReader && isFunction(node) && node.params.length < 2,
    writable: true,
    words: { at: context.at(entry) },
  };
}
