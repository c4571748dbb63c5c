/** Puts the program together: `dist/bin/suvet.js`. Node.js takes long to find hundreds of modules. */
import { rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const path = (relative) => fileURLToPath(new URL(relative, import.meta.url));
const outdir = path('../dist/bin/');

rmSync(outdir, { recursive: true, force: true });
await build({
  entryPoints: { suvet: path('../dist/cli/main.js') },
  outdir,
  bundle: true,
  // What a command imports when it runs stays in files of its own.
  splitting: true,
  format: 'esm',
  platform: 'node',
  packages: 'external',
  logLevel: 'warning',
});
