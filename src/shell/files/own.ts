/** What ships with Suvet, found through its name: the built program is put together from many modules. */

import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The folder of Suvet's package. */
export const OWN_ROOT = dirname(fileURLToPath(import.meta.resolve('suvet/package.json')));

/** The path of a file or folder in it, written with `/`. */
export const ownPath = (path: string): string => join(OWN_ROOT, path);
