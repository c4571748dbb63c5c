/** The JSON Schemas that ship with Suvet, as validators. */

import { readFileSync } from 'node:fs';
import type { ValidateFunction } from 'ajv/dist/2020.js';
import { ownPath } from './own.js';

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

/**
 * A validator for one of the formats. The build makes a module of each schema (scripts/validators.mjs), so that none
 * has to be compiled when the program runs. The schemas themselves are checked by the tests.
 */
export async function validatorFor(name: SchemaName): Promise<ValidateFunction> {
  const module = (await import(`../../validators/${name}.js`)) as { default: ValidateFunction };
  return module.default;
}

/** The schema document itself. */
export function readSchema(name: SchemaName): object {
  return JSON.parse(readFileSync(ownPath(`schema/${name}.schema.json`), 'utf8')) as object;
}
