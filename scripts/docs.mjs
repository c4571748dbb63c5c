/** Runs the examples in the documents (```console blocks, in the demo folder) and writes what they print. */
import { readFileSync, writeFileSync } from 'node:fs';
import { documents, outputOf, replaceExamples } from '../tests/support/documents.mjs';

for (const path of documents()) {
  const text = readFileSync(path, 'utf8');
  const next = replaceExamples(text, outputOf);
  if (next !== text) {
    writeFileSync(path, next);
    console.error(`${path}: renewed`);
  }
}
