/**
 * What wrappers cost: mounting and updating a thousand wrapped elements against the same done by hand with plain DOM
 * calls in that host, and the bytes of each wrapper. Gives one object a host.
 */
import { spawnSync } from 'node:child_process';
import {
  copyFileSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { build } from 'esbuild';
import { launchChromium } from '../dist/shell/engines/chromium.js';
import { compileAngular, support } from './wrapping/support.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const views = fileURLToPath(new URL('./wrapping', import.meta.url));
const program = join(root, 'dist/bin/suvet.js');
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/** Elements that are mounted: one that does nothing, so that all the time is the host's, and one that shows something. */
const ELEMENTS = {
  bare: `customElements.define('crew-panel', class extends HTMLElement {
    static observedAttributes = ['row-count'];
    #watches = [];
    get watches() { return this.#watches; }
    set watches(value) { this.#watches = value; }
    attributeChangedCallback(name, before, value) { this.rows = Number(value); }
  });`,
  showing: `const panel = document.createElement('template');
  panel.innerHTML = '<style>:host { display: block } li { margin: 0 }</style><h2></h2><ul></ul><slot></slot>';
  customElements.define('crew-panel', class extends HTMLElement {
    static observedAttributes = ['row-count'];
    #watches = [];
    constructor() {
      super();
      this.attachShadow({ mode: 'open' }).append(panel.content.cloneNode(true));
    }
    get watches() { return this.#watches; }
    set watches(value) {
      this.#watches = value;
      this.shadowRoot.querySelector('ul').replaceChildren(...value.map((watch) => {
        const row = document.createElement('li');
        row.textContent = watch.name + ' ' + watch.hours;
        return row;
      }));
    }
    attributeChangedCallback(name, before, value) {
      this.rows = Number(value);
      this.shadowRoot.querySelector('h2').textContent = value + ' rows';
    }
  });`,
};

/** In turns, so that a busy moment meets both; the first rounds only warm up. */
const PAGE = `globalThis.run = async () => {
  const times = { wrapped: { mount: [], update: [] }, hand: { mount: [], update: [] } };
  const items = (turn) => Array.from({ length: 1000 }, (_, at) => ({
    key: String(at), watches: [{ name: 'Ada', hours: turn }], rowCount: turn, pick() {},
  }));
  for (let round = 0; round < 24; round += 1) {
    for (const [name, view] of round % 2 ? [['wrapped', Wrapped], ['hand', Hand]] : [['hand', Hand], ['wrapped', Wrapped]]) {
      const container = document.body.appendChild(document.createElement('div'));
      const input = { items: items(0) };
      globalThis.suvetFirstInput = input;
      let start = performance.now();
      const app = await mounter.mount(view, container, input);
      await null;
      const mount = performance.now() - start;
      const inputs = [1, 2, 3, 4, 5].map((turn) => ({ items: items(turn) }));
      start = performance.now();
      for (const next of inputs) await app.update(next);
      const update = performance.now() - start;
      const last = [...document.querySelectorAll('crew-panel')].at(-1);
      if (last.watches[0].hours !== 5 || last.rows !== 5) throw new Error(name + ' is not up to date');
      await app.unmount();
      container.remove();
      if (round >= 6) { times[name].mount.push(mount); times[name].update.push(update); }
      await new Promise((done) => setTimeout(done, 0));
    }
  }
  return times;
};`;

export async function measureWrapping(hosts) {
  const { COMPILER_OPTIONS, TRIED, bundleConsumer, svelte, solid } = await support();
  const engine = await launchChromium();
  const results = [];
  try {
    for (const tried of TRIED.filter((one) => hosts.includes(one.host))) {
      const place = mkdtempSync(join(tmpdir(), 'suvet-bench-'));
      symlinkSync(join(root, 'node_modules'), join(place, 'node_modules'), 'dir');
      for (const name of readdirSync(views))
        if (name !== 'support.mjs') copyFileSync(join(views, name), join(place, name));
      const source = tried.folder === 'svelte' ? 'svelte.ts' : tried.consumer;
      // Preact is written as React is.
      const text = readFileSync(join(views, source === 'preact.tsx' ? 'react.tsx' : source), 'utf8');
      const written = source === 'preact.tsx' ? text.replace("from 'react'", "from 'preact/hooks'") : text;
      writeFileSync(join(place, `view${extname(source)}`), written);
      const wrap = (from, out) =>
        spawnSync(
          process.execPath,
          [program, 'wrap', '-c', from, '--host', tried.host, '--out', out, '--all', '--import', 'none'],
          { cwd: place },
        );
      wrap(join(root, 'tests/fixtures/panel/crew-panel.ts'), 'wrappers');
      wrap(join(root, 'demo/elements'), 'all');
      if (tried.folder === 'angular')
        compileAngular(place, ['view.ts', 'all/index.ts', 'all/forms.ts'], COMPILER_OPTIONS);
      const entry = `import { Hand, Wrapped } from './${tried.folder === 'angular' ? 'compiled/' : ''}view';\n${PAGE}`;
      const script = await bundleConsumer(place, tried, { server: false, entry, production: true });
      const ratios = {};
      for (const [name, element] of Object.entries(ELEMENTS)) {
        const page = await engine.open();
        await page.addScript(element + script);
        const { wrapped, hand } = await page.evaluate('run()');
        await page.close();
        // Round by round, since a machine is faster at one time than at another.
        const ratio = (step) => median(wrapped[step].map((ms, at) => ms / hand[step][at]));
        ratios[name] = { mount: ratio('mount'), update: ratio('update'), ms: median(wrapped.mount) };
      }
      const plugins = [
        ...(tried.folder === 'svelte' ? [svelte(false, true)] : []),
        ...(tried.folder === 'solid' ? [solid(false)] : []),
      ];
      results.push({
        host: tried.host,
        ...ratios,
        ...(await bytesOf(join(place, tried.folder === 'angular' ? 'compiled/all' : 'all'), plugins)),
      });
      rmSync(place, { recursive: true, force: true });
    }
  } finally {
    await engine.close();
  }
  return results;
}

/** Minified and compressed: the wrappers on average, and the module they share. */
async function bytesOf(folder, plugins) {
  const sizes = { shared: 0, wrappers: [] };
  for (const name of readdirSync(folder)) {
    if (
      /^(index|forms|control|elements)\./.test(name) ||
      /-control\./.test(name) ||
      !/\.(tsx?|js|svelte)$/.test(name)
    )
      continue;
    const isShared = name.startsWith('bridge.');
    const result = await build({
      entryPoints: [join(folder, name)],
      bundle: true,
      write: false,
      minify: true,
      format: 'esm',
      target: 'es2022',
      packages: 'external',
      external: ['./bridge.js'],
      jsx: 'automatic',
      // As the builds of applications have it.
      define: { ngDevMode: 'false' },
      logLevel: 'silent',
      plugins,
    });
    const bytes = gzipSync(result.outputFiles[0].contents, { level: 9 }).length;
    if (isShared) sizes.shared = bytes;
    else sizes.wrappers.push(bytes);
  }
  return {
    shared: sizes.shared,
    wrapper: sizes.wrappers.reduce((sum, one) => sum + one, 0) / sizes.wrappers.length,
  };
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  for (const one of await measureWrapping(process.argv.slice(2))) console.log(JSON.stringify(one));
}
