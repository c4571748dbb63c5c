/** What an options object of a declared property says: the object a decorator or a property table is given. */

import type { AttributeReader, TypeInfo } from '../../contract/types.js';
import type { AttributeEvidence } from '../evidence.js';
import type { Folded, FoldedObject } from '../folded.js';
import { isFoldedObject, isReference } from '../folded.js';
import { keyword } from '../types.js';

const READERS: Record<string, AttributeReader> = {
  String: 'string',
  Number: 'number',
  Boolean: 'boolean',
  Array: 'json',
  Object: 'json',
};

export interface DeclaredOptions {
  attribute: AttributeEvidence;
  type?: TypeInfo;
  internal: boolean;
}

/** Reads folded options (or a bare type such as `Number`). The attribute's name defaults to the lower-cased property. */
export function readOptions(property: string, options: Folded | undefined): DeclaredOptions {
  const object: FoldedObject | null = isFoldedObject(options ?? null) ? (options as FoldedObject) : null;
  const typeName = namedType(object ? object.object.get('type') : options);
  const type = typeName === null ? undefined : typeNamed(typeName);
  const given = object?.object.get('attribute');
  const internal = object?.object.get('state') === true;
  if (given === false || internal) return { attribute: false, ...(type ? { type } : {}), internal };
  const reads = object?.object.has('converter') ? 'custom' : (READERS[typeName ?? 'String'] ?? 'custom');
  return {
    attribute: {
      name: typeof given === 'string' ? given : property.toLowerCase(),
      reads,
      reflects: object?.object.get('reflect') === true,
    },
    ...(type ? { type } : {}),
    internal,
  };
}

function namedType(value: Folded | undefined): string | null {
  return value !== undefined && isReference(value) ? value.reference : null;
}

function typeNamed(name: string): TypeInfo | undefined {
  if (name === 'String' || name === 'Number' || name === 'Boolean') {
    return keyword(name.toLowerCase() as 'string' | 'number' | 'boolean');
  }
  if (name === 'Array') return { text: 'unknown[]', schema: { type: 'array' } };
  return name === 'Object' ? { text: 'object', schema: { type: 'object' } } : undefined;
}
