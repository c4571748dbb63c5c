import type { ErrorObject } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { kindsOf } from '../../contract/kinds.js';
import type { Component, JsonSchema } from '../../contract/types.js';
import { nearest } from '../../findings/nearest.js';
import type { ItemUse } from '../../hosts/uses.js';
import { itemMeant } from '../meant.js';
import type { Rule } from '../rule.js';

/** A literal that the type of the property does not allow. */
export const invalidValue: Rule = {
  code: 'invalid-value',
  level: 'error',
  check({ use, component }) {
    if (!component) return [];
    return use.items.flatMap((item) => {
      const schema = item.kind === 'value' ? schemaFor(item, component) : null;
      const value = item.value.literal;
      const error = schema && value !== undefined ? errorIn(item, schema, value) : null;
      if (!error) return [];
      const allowed = (error.params.allowedValues as unknown[] | undefined)?.map(String) ?? [];
      const near = nearest(String(value), allowed);
      return [
        {
          range: item.range,
          message: `${item.name}: ${JSON.stringify(value)} is no value of it: ${error.message}${allowed.length > 0 ? ` (${allowed.join(', ')})` : ''}.`,
          cure: near ? `Write ${near}.` : 'Write a value that its type allows.',
        },
      ];
    });
  },
};

/** The schema a literal is held against: text is judged only where the property holds text. */
function schemaFor(item: ItemUse, component: Component): JsonSchema | null {
  const meant = itemMeant(item, component);
  if (!meant?.type.schema || typeof item.value.literal !== 'string') return null;
  if (item.form === 'dom') return meant.type.schema;
  // What holds no text makes something of it, whatever that is.
  const isWritten = meant.attribute?.reads === 'string' || (component.typesOnly && !meant.attribute);
  const isText = isWritten && kindsOf(meant.type).includes('string');
  return isText ? meant.type.schema : null;
}

const ajv = new Ajv2020({ strict: false, validateSchema: false });
const validators = new WeakMap<JsonSchema, ReturnType<typeof ajv.compile>>();

/** In an attribute a number is written as text, whoever makes one of it. */
function errorIn({ form }: ItemUse, schema: JsonSchema, value: unknown): ErrorObject | null {
  const error = firstError(schema, value);
  const isNumber = form !== 'dom' && String(value).trim() !== '' && Number.isFinite(Number(value));
  return error && isNumber && !firstError(schema, Number(value)) ? null : error;
}

function firstError(schema: JsonSchema, value: unknown): ErrorObject | null {
  const validate = validators.get(schema) ?? ajv.compile(schema);
  validators.set(schema, validate);
  return validate(value) ? null : (validate.errors?.[0] ?? null);
}
