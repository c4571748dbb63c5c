/** The JSON Schemas that ship with Suvet, as validators. */

import { readFileSync } from 'node:fs';
import type { ValidateFunction } from 'ajv/dist/2020.js';

/** Names of the files in `schema/`, without `.schema.json`. */
export type SchemaName =
  | 'contract'
  | 'workspace'
  | 'crossings'
  | 'findings'
  | 'written'
  | 'explanation'
  | 'profile'
  | 'probe'
  | 'demo'
  | 'live'
  | 'error';

const compiled = new Map<SchemaName, ValidateFunction>();

/** A validator for one of the formats; compiled on first use. The schemas themselves are checked by the tests. */
export async function validatorFor(name: SchemaName): Promise<ValidateFunction> {
  const known = compiled.get(name);
  if (known) return known;
  const [{ Ajv2020 }, formats] = await Promise.all([import('ajv/dist/2020.js'), import('ajv-formats')]);
  const ajv = new Ajv2020({
    allErrors: false,
    verbose: true,
    validateSchema: false,
    allowUnionTypes: true,
    strictTypes: false,
  });
  formats.default.default(ajv);
  const validate = ajv.compile(readSchema(name));
  compiled.set(name, validate);
  return validate;
}

/** The schema document itself. */
export function readSchema(name: SchemaName): object {
  return JSON.parse(
    readFileSync(new URL(`../../schema/${name}.schema.json`, import.meta.url), 'utf8'),
  ) as object;
}
