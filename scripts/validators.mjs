/** Makes a module of each schema, with everything in it that it needs: `dist/validators/NAME.js`. */
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import standalone from 'ajv/dist/standalone/index.js';
import formats from 'ajv-formats';
import { build } from 'esbuild';

const schemas = new URL('../schema/', import.meta.url);
const out = new URL('../dist/validators/', import.meta.url);
mkdirSync(out, { recursive: true });

for (const file of readdirSync(schemas)) {
  const name = file.replace('.schema.json', '');
  const ajv = new Ajv2020({
    allErrors: false,
    verbose: true,
    validateSchema: false,
    allowUnionTypes: true,
    strictTypes: false,
    code: { source: true },
  });
  formats.default(ajv);
  const validate = ajv.compile(JSON.parse(readFileSync(new URL(file, schemas), 'utf8')));
  await build({
    stdin: {
      contents: standalone.default(ajv, validate),
      resolveDir: fileURLToPath(new URL('.', import.meta.url)),
      loader: 'js',
    },
    outfile: fileURLToPath(new URL(`${name}.js`, out)),
    bundle: true,
    format: 'esm',
    platform: 'node',
    logLevel: 'error',
  });
}
