/** JSON documents of Suvet's own formats, read and checked. */

import { resolve } from 'node:path';
import { usageError } from './error.js';
import { readText } from './files.js';
import type { SchemaName } from './schemas.js';
import { validatorFor } from './schemas.js';

/**
 * The document in a file, valid by the schema of that name. Throws a SuvetError that says what is wrong, with the
 * place of the fault in the document, and `cure`.
 */
export async function readDocument<T>(
  file: string,
  cwd: string,
  schema: SchemaName,
  cure: string,
): Promise<T> {
  const text = readText(resolve(cwd, file));
  if (text === null)
    throw usageError('no-such-source', `${file}: there is no such file.`, `Name a ${schema} file. ${cure}`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw usageError(`${schema}-invalid`, `${file}: this is no JSON: ${(error as Error).message}`, cure);
  }
  const validate = await validatorFor(schema);
  if (validate(value)) return value as T;
  const [error] = validate.errors ?? [];
  throw usageError(
    `${schema}-invalid`,
    `${file}: ${error?.instancePath || '/'} ${error?.message ?? 'is not valid'}.`,
    cure,
  );
}
