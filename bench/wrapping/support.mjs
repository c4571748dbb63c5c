/** How wrappers are compiled for a measurement. */
import { spawnSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { build } from 'esbuild';

const root = fileURLToPath(new URL('../..', import.meta.url));

/** The tests know how each host is compiled; they are in TypeScript. */
export async function support() {
  const file = join(root, 'tests/support/.wrapped.bundle.mjs');
  await build({
    entryPoints: [join(root, 'tests/support/wrapped.ts')],
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    outfile: file,
    logLevel: 'silent',
  });
  try {
    return await import(pathToFileURL(file).href);
  } finally {
    rmSync(file);
  }
}

/** Compiles these files of a folder with Angular's compiler, into the folder `compiled` in it. */
export function compileAngular(place, files, compilerOptions) {
  writeFileSync(join(place, 'tsconfig.json'), JSON.stringify({ compilerOptions, files }));
  const compiler = join(root, 'node_modules/@angular/compiler-cli/bundles/src/bin/ngc.js');
  const ran = spawnSync(process.execPath, [compiler, '-p', '.'], { cwd: place, encoding: 'utf8' });
  if (ran.status !== 0) throw new Error(ran.stdout + ran.stderr);
}
