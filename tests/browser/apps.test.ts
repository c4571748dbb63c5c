/** The applications of the demo, with the code that the program generates for them, in their own frameworks. */
import { mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build, type Plugin } from 'esbuild';
import { expect, test } from 'vitest';
import { EXPECTED, layOutDemo, QUESTIONS } from '../../dist/shell/demo.js';
import { browser } from '../support/engine.js';
import { folder, PROJECT, suvet } from '../support/run.js';
import { typeFaults } from '../support/type-check.js';
import { COMPILER_OPTIONS, svelte, vue } from '../support/wrapped.js';

const open = browser();
const packages = join(PROJECT, 'node_modules');

interface App {
  name: string;
  host: string;
  plugins: Plugin[];
  /** What the application is shown in. */
  body: string;
  /** The framework whose own tool checks types and templates; what that puts out is run. */
  checked?: 'svelte' | 'angular';
  before?: string;
  entry: string;
  /** Shows the page whose mistakes `check` finds, in an element of this body. */
  wrong: string;
  wrongBody: string;
  /** What is done there, what is asked then, and what comes of the mistakes. */
  act: string;
  answers: string;
  happened: Record<string, unknown>;
}

const APPS: App[] = [
  {
    name: 'kiosk',
    host: 'vue@3',
    plugins: [vue],
    body: '<div id="app"></div>',
    entry: 'src/main.ts',
    wrong:
      "import { createApp } from 'vue'; import Pier from './src/pier.vue'; createApp(Pier).mount('#app');",
    wrongBody: '<div id="app"></div>',
    act: "gauge.readings = [{ at: '', level: 9 }]; type('310');",
    answers:
      "time: find('sailing-board').shadowRoot.querySelector('time').textContent, legend: gauge.textContent.trim()",
    happened: { time: '06:40', legend: 'All decks are open.', output: 'fare 240' },
  },
  {
    name: 'crew',
    host: 'svelte@5',
    plugins: [svelte(false, true)],
    body: '<div id="app"></div>',
    checked: 'svelte',
    entry: 'src/main.ts',
    wrong:
      "import { mount } from 'svelte'; import Pier from './src/pier.svelte'; mount(Pier, { target: document.getElementById('app') });",
    wrongBody: '<div id="app"></div>',
    act: "find('sailing-board').shadowRoot.querySelector('button').click();",
    answers: "compact: gauge.compact, isShown: find('p').assignedSlot !== null",
    happened: { output: 'picked none', compact: true, isShown: false },
  },
  {
    name: 'office',
    host: 'angular@20',
    plugins: [],
    body: '<merrow-office></merrow-office>',
    checked: 'angular',
    // Angular's own packages are finished by its compiler, here when the page loads.
    before: "import '@angular/compiler';",
    entry: 'compiled/main.js',
    wrong: `import { provideZonelessChangeDetection } from '@angular/core';
      import { bootstrapApplication } from '@angular/platform-browser';
      import { Pier } from './compiled/pier.js';
      bootstrapApplication(Pier, { providers: [provideZonelessChangeDetection()] });`,
    wrongBody: '<merrow-pier></merrow-pier>',
    act: "type('310'); const decks = find('deck-picker'); decks.decks = ['car']; await drawn(); decks.shadowRoot.querySelector('button').click();",
    answers: "own: Object.hasOwn(gauge, 'high-mark'), marked: gauge.hasAttribute('high-mark')",
    happened: { own: true, marked: false, output: '240, deck none' },
  },
];

test.each(APPS)(
  '$name: $host shows, hears and takes back what it should',
  async ({
    name,
    host,
    plugins,
    body,
    checked,
    before = '',
    entry,
    wrong,
    wrongBody,
    act,
    answers,
    happened,
  }) => {
    const place = layOutDemo(folder());
    const app = join(place, 'apps', name);
    for (const one of ['vue', 'svelte', '@angular', 'rxjs', 'tslib', 'zone.js'])
      symlinkSync(join(packages, one), join(place, 'node_modules', one), 'dir');
    const made = await suvet(['wrap', '--all', '--host', host, '--out', `apps/${name}/src/elements`], place);
    expect(made.stdout).toContain('6 components wrapped');

    if (checked) {
      mkdirSync(join(app, 'compiled'));
      writeFileSync(
        join(app, 'tsconfig.json'),
        JSON.stringify({
          compilerOptions: {
            ...COMPILER_OPTIONS,
            rootDir: 'src',
            // The elements are checked by their own team.
            paths: {
              '@merrow/deck-elements': ['./elements.d.ts'],
              '@merrow/deck-elements/*': ['./elements.d.ts'],
            },
          },
          angularCompilerOptions: { strictTemplates: true },
          include: ['src'],
        }),
      );
      writeFileSync(join(app, 'elements.d.ts'), 'export {};\n');
      expect(await typeFaults(app, 'tsconfig.json', checked)).toEqual([]);
    }

    const page = await open(await bundled(`${before}import './${entry}';`, app, plugins), pageOf(body));
    const seen = await page.evaluate<Record<string, string>>(QUESTIONS);
    expect(seen).toEqual(Object.fromEntries(EXPECTED.map(([key, , expected]) => [key, expected])));
    expect(page.console.filter((line) => line.type === 'error' || line.type === 'uncaught')).toEqual([]);

    const mistaken = await open(await bundled(before + wrong, app, plugins), pageOf(wrongBody));
    expect(await mistaken.evaluate(asked(act, answers))).toEqual(happened);
    expect(mistaken.console.filter((line) => line.type === 'error' || line.type === 'uncaught')).toEqual([]);
  },
  60_000,
);

const pageOf = (body: string) => `<!doctype html><meta charset="utf-8"><title>Merrow</title><body>${body}`;

/** Does something in a page once the host drew it, and asks for answers when it drew what came of that. */
const asked = (act: string, answers: string) => `(async () => {
  const drawn = () => new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
  const find = (selector) => document.querySelector(selector);
  const type = (value) => {
    const input = find('fare-quote').shadowRoot.querySelector('input');
    input.value = value;
    input.dispatchEvent(new InputEvent('input', { bubbles: true, composed: true }));
  };
  await drawn(); await drawn();
  const gauge = find('tide-gauge');
  ${act}
  await drawn(); await drawn();
  return { ${answers}, output: find('output').textContent };
})()`;

/** The script of an entry with all that it imports. */
async function bundled(contents: string, folder: string, plugins: Plugin[]): Promise<string> {
  const { outputFiles } = await build({
    stdin: { contents, resolveDir: folder },
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
  return outputFiles[0]?.text ?? '';
}
