/** The applications of the demo, with the code that the program generates for them, in their own frameworks. */
import { mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build, type Plugin } from 'esbuild';
import { expect, test } from 'vitest';
import { EXPECTED, layOutDemo, QUESTIONS } from '../../dist/shell/demo.js';
import { browser } from '../support/engine.js';
import { folder, PROJECT, run, suvet } from '../support/run.js';
import { svelte, vue } from '../support/wrapped.js';

const open = browser();
const packages = join(PROJECT, 'node_modules');

interface App {
  name: string;
  host: string;
  plugins: Plugin[];
  /** What the application is shown in. */
  body: string;
  /** The framework's own check of types and templates; what it puts out is run. */
  compile?: string[];
  before?: string;
  entry: string;
}

const APPS: App[] = [
  { name: 'kiosk', host: 'vue@3', plugins: [vue], body: '<div id="app"></div>', entry: 'src/main.ts' },
  {
    name: 'crew',
    host: 'svelte@5',
    plugins: [svelte(false, true)],
    body: '<div id="app"></div>',
    compile: ['svelte-check/bin/svelte-check', '--threshold', 'error', '--tsconfig', 'tsconfig.json'],
    entry: 'src/main.ts',
  },
  {
    name: 'office',
    host: 'angular@20',
    plugins: [],
    body: '<merrow-office></merrow-office>',
    compile: ['@angular/compiler-cli/bundles/src/bin/ngc.js', '-p', '.'],
    // Angular's own packages are finished by its compiler, here when the page loads.
    before: "import '@angular/compiler';",
    entry: 'compiled/main.js',
  },
];

test.each(APPS)(
  '$name: $host shows, hears and takes back what it should',
  async ({ name, host, plugins, body, compile, before = '', entry }) => {
    const place = layOutDemo(folder());
    const app = join(place, 'apps', name);
    for (const one of ['vue', 'svelte', '@angular', 'rxjs', 'tslib', 'zone.js'])
      symlinkSync(join(packages, one), join(place, 'node_modules', one), 'dir');
    const made = await suvet(['wrap', '--all', '--host', host, '--out', `apps/${name}/src/elements`], place);
    expect(made.stdout).toContain('6 components wrapped');

    if (compile) {
      mkdirSync(join(app, 'compiled'));
      writeFileSync(
        join(app, 'tsconfig.json'),
        JSON.stringify({
          compilerOptions: {
            strict: true,
            outDir: 'compiled',
            rootDir: 'src',
            target: 'ES2022',
            module: 'ESNext',
            moduleResolution: 'Bundler',
            lib: ['ES2022', 'DOM', 'DOM.Iterable'],
            types: [],
            skipLibCheck: true,
            // The elements are checked by their own team.
            paths: { '@merrow/deck-elements/*': ['./elements.d.ts'] },
          },
          angularCompilerOptions: { strictTemplates: true },
          include: ['src'],
        }),
      );
      writeFileSync(join(app, 'elements.d.ts'), 'export {};\n');
      const [program = '', ...args] = compile;
      const ran = await run(process.execPath, [join(packages, program), ...args], app);
      expect(ran.code, ran.stdout + ran.stderr).toBe(0);
    }

    const bundled = await build({
      stdin: { contents: `${before}import './${entry}';`, resolveDir: app },
      bundle: true,
      write: false,
      format: 'iife',
      target: 'es2022',
      conditions: ['production', 'module', 'browser'],
      define: {
        'process.env.NODE_ENV': '"production"',
        __VUE_OPTIONS_API__: 'true',
        __VUE_PROD_DEVTOOLS__: 'false',
        __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
      },
      tsconfigRaw: { compilerOptions: { experimentalDecorators: true, useDefineForClassFields: false } },
      nodePaths: [packages],
      plugins,
    });
    const page = await open(
      undefined,
      `<!doctype html><meta charset="utf-8"><title>Merrow</title><body>${body}`,
    );
    await page.addScript(bundled.outputFiles[0]?.text ?? '');
    const seen = await page.evaluate<Record<string, string>>(QUESTIONS);
    expect(seen).toEqual(Object.fromEntries(EXPECTED.map(([key, , expected]) => [key, expected])));
    expect(page.console.filter((line) => line.type === 'error' || line.type === 'uncaught')).toEqual([]);
  },
  60_000,
);
