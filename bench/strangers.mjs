/**
 * Proves the wrappers of a package that nobody here wrote, in every framework host, in Chromium and Firefox: values by
 * identity and type, changes, removal, late definition, events once with their detail, and no listener left. What an
 * element shows is held against one of the same tag that plain DOM calls gave the same.
 *
 *   node bench/strangers.mjs PACKAGE... [--tag TAG...] [--host HOST...] [--engine ENGINE...]
 *
 * Installs the packages in a scratch folder. Prints a JSON line for each host and engine, then every difference.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { build } from 'esbuild';
import { pascalCase } from '../dist/core/emit/names.js';
import { samplesFor } from '../dist/core/probe/samples.js';
import { launchChromium } from '../dist/shell/engines/chromium.js';
import { launchFirefox } from '../dist/shell/engines/firefox.js';
import { VIEWS } from './strangers/views.mjs';
import { compileAngular, support } from './wrapping/support.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const program = join(root, 'dist/bin/suvet.js');
const { positionals: packages, values: options } = parseArgs({
  allowPositionals: true,
  options: {
    tag: { type: 'string', multiple: true },
    host: { type: 'string', multiple: true },
    engine: { type: 'string', multiple: true },
  },
});
const scratch = mkdtempSync(join(tmpdir(), 'suvet-strangers-'));
const suvet = (...args) =>
  spawnSync(process.execPath, [program, ...args], { cwd: scratch, encoding: 'utf8', maxBuffer: 1e9 });

writeFileSync(join(scratch, 'package.json'), '{ "private": true, "type": "module" }');
execFileSync('npm', ['install', '--silent', '--ignore-scripts', ...packages], { cwd: scratch });
const sources = packages.flatMap((one) => ['-c', `npm:${one}`]);
const all = packages.flatMap((name) => {
  const { components } = JSON.parse(suvet('survey', `npm:${name}`, '--json').stdout);
  return components
    .filter((one) => one.unexported !== true && (options.tag?.includes(one.tag) ?? true))
    .map((one) => ({ ...one, specifier: join(name, one.module) }))
    .filter((one) => loadingOf(one) !== null);
});
const components = [];
for (const one of all) if (await isWhole(one.specifier)) components.push(one);

/** The statement that brings in an element; null where only an application can do that. */
function loadingOf({ tag, specifier, registers, registeredBy, exportName }) {
  const module = `await import(${JSON.stringify(specifier)})`;
  const unless = `customElements.get('${tag}') ??`;
  if (registers === 'on-import') return `${module};`;
  if (registeredBy !== undefined) return `${unless} (${module}).${registeredBy}();`;
  return exportName === null ? null : `${unless} customElements.define('${tag}', (${module}).${exportName});`;
}

/** Can a module be bundled with what its package brings along? */
async function isWhole(specifier) {
  const stdin = { contents: `import ${JSON.stringify(specifier)};`, resolveDir: scratch };
  const loader = { '.svg': 'text', '.css': 'text' };
  const built = build({ stdin, loader, bundle: true, format: 'esm', write: false, logLevel: 'silent' });
  return built.then(() => true).catch(() => false);
}

// The hosts come from Suvet's own packages; what the elements need comes from theirs.
for (const name of [
  'react-18',
  'vue',
  'vue-2',
  'svelte',
  'solid-js',
  'preact',
  '@angular',
  'rxjs',
  'tslib',
]) {
  const link = join(scratch, 'node_modules', name);
  if (!existsSync(link)) symlinkSync(join(root, 'node_modules', name), link, 'dir');
}

/** What is of a class of the package's own, or of another's, cannot be made here; anything else breaks the element. */
const isKnown = ({ type, attribute }) =>
  type.schema !== null ||
  samplesFor(type, attribute?.reads).every(
    (one) => 'make' in one || typeof one.json !== 'object' || one.json === null,
  );

/** What a component is given: two values a property, other than what it starts with, and what events are sent to it. */
const trials = components.map((one) => ({
  tag: one.tag,
  component: pascalCase(one.tag),
  properties: one.properties
    // What every element has for assistive technology is left to its attributes.
    .filter((property) => !property.readonly && !/^(aria[A-Z]|role$)/.test(property.name))
    .filter(isKnown)
    .map((property) => ({
      name: property.name,
      // Hosts leave out what is undefined.
      samples: samplesFor(property.type, property.attribute?.reads).filter((one) => one.make !== 'undefined'),
    })),
  events: one.events.map((event) => event.name),
}));

const { COMPILER_OPTIONS, TRIED, bundleConsumer } = await support();
const engines = { chromium: launchChromium, firefox: launchFirefox };
const differences = [];
for (const tried of TRIED) {
  if (options.host && !options.host.includes(tried.host)) continue;
  const place = mkdtempSync(join(scratch, 'host-'));
  const made = suvet(
    'wrap',
    ...sources,
    '--host',
    tried.host,
    '--out',
    join(place, 'wrappers'),
    '--all',
    '--import',
    'none',
    '--json',
  );
  if (made.status !== 0) throw new Error(made.stderr);
  const ending = { svelte: '.svelte', angular: '.ts' }[tried.folder] ?? '.js';
  const write = VIEWS[tried.host] ?? VIEWS[tried.folder];
  const read = (tag) => readFileSync(join(place, 'wrappers', `${tag}.ts`), 'utf8');
  writeFileSync(join(place, `view${ending}`), write(components, read));
  if (tried.folder === 'angular')
    compileAngular(place, ['view.ts'], { ...COMPILER_OPTIONS, noImplicitAny: false });
  const entry = `import view from './${tried.folder === 'angular' ? 'compiled/view.js' : `view${ending}`}';
import { sampleValue, isSame } from ${JSON.stringify(join(root, 'dist/core/probe/compare.js'))};
import { prove } from ${JSON.stringify(join(root, 'bench/strangers/page.mjs'))};
const load = async () => { ${components.map(loadingOf).join(' ')} };
globalThis.prove = (when, refused) => prove({ mounter, view, load, when, refused, sampleValue, isSame, trials: ${JSON.stringify(trials)} });`;
  const script = await bundleConsumer(place, tried, { server: false, entry });
  for (const [name, launch] of Object.entries(engines)) {
    if (options.engine && !options.engine.includes(name)) continue;
    const engine = await launch();
    try {
      const line = { host: tried.host, engine: name, components: trials.length };
      let refused = [];
      for (const when of ['early', 'late']) {
        const page = await engine.open();
        await page.addScript(script);
        const given = JSON.stringify(refused);
        const { tried: count, wrong, ...seen } = await answerOf(page, `prove('${when}', ${given})`);
        refused = seen.refused;
        const errors = page.console.filter((one) => one.type === 'error' || one.type === 'uncaught');
        await page.close();
        Object.assign(line, { [when]: { tried: count, different: wrong.length, errors: errors.length } });
        differences.push(
          ...[...new Set([...wrong, ...errors.map((one) => one.text.slice(0, 200))])].map(
            (one) => `${tried.host} ${name} ${when}: ${one}`,
          ),
        );
      }
      console.log(JSON.stringify(line));
    } finally {
      await engine.close();
    }
  }
}
/** The answer of what takes longer than a page may keep silent. */
async function answerOf(page, question) {
  await page.evaluate(`void ${question}.then((told) => { globalThis.told = told; })`);
  for (;;) {
    const told = await page.evaluate('globalThis.told ?? null');
    if (told) return told;
    await new Promise((done) => setTimeout(done, 500));
  }
}

for (const one of differences) console.log(one);
rmSync(scratch, { recursive: true, force: true });
