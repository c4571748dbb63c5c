/** `suvet survey --live`: the contract against the running elements. */
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { LiveComparison } from '../../dist/core/survey/live/compare.js';
import { openSource } from '../../dist/shell/contracts/sources.js';
import { validatorFor } from '../../dist/shell/files/schemas.js';
import { askLive } from '../../dist/shell/live.js';
import { folder, json, put, suvet } from '../support/run.js';

interface Live {
  engine: string;
  modules: { module: string; error: string | null }[];
  components: LiveComparison[];
}

/** What came of each item, by its name. */
const outcomes = (components: readonly LiveComparison[]) =>
  components.flatMap((one) => one.items.map((item) => `${item.name} ${item.outcome}`));

test('the demo elements show what their code says', async () => {
  const ran = await suvet(['survey', 'demo/elements', '--live', '--json']);
  const live = json<Live>(ran);
  const validate = await validatorFor('live');
  expect(validate(live) || validate.errors).toBe(true);
  expect(live.engine).toMatch(/^chromium \d/);
  expect(live.modules.map((one) => one.error)).toEqual(live.modules.map(() => null));
  expect(live.components.flatMap((one) => one.items.filter((item) => item.outcome !== 'agrees'))).toEqual([]);
  expect(live.components).toHaveLength(6);
  expect(ran.code).toBe(0);
});

const register = (tag: string) => `customElements.define('${tag}', class extends HTMLElement {});`;

const PASSED_ON = ['input', 'textarea', 'button', 'dialog', 'details', 'progress', 'a', 'img', 'select'];

/** An element that has what the platform's one of this tag has. */
const passing = (tag: string) => `(() => {
  const like = document.createElement('${tag}'), names = Object.getOwnPropertyNames(Object.getPrototypeOf(like));
  class Pier extends HTMLElement {
    static get observedAttributes() { this.give(); return []; }
    attributeChangedCallback() {}
    static give() { for (const name of names) {
      if (typeof like[name] === 'function') this.prototype[name] = function () {};
      else Object.defineProperty(this.prototype, name, { get() { return like[name]; } });
    } }
  }
  customElements.define('passed-${tag}', Pier);
})();`;

/** Elements that get on with one another: one page is asked for all of them. */
const TOGETHER = {
  'start/sign.js': `
    class Sign extends HTMLElement {
      static observedAttributes = ['open', 'rows', 'deck', 'list'];
      /** @type {boolean} */
      open = false;
      /** @type {number} */
      rows = 3;
      deck = 'upper';
      /** @type {string[]} */
      list = [];
      constructor() { super(); Reflect.set(this, 'de' + 'ck', 'lower'); }
      attributeChangedCallback(name, before, text) {
        if (name === 'open') this.open = text !== null;
        if (name === 'rows') this.rows = Number(text);
        if (name === 'deck') this.deck = text;
        if (name === 'list') this.list = JSON.parse(text);
        if (text === 'false' && name === 'open') Reflect.set(this, name, false);
        if (name === 'rows' && text === 'north') Reflect.set(this, name, null);
      }
    }
    customElements.define('pier-sign', Sign);`,
  'start/fine.js':
    "class Fine extends HTMLElement { static observedAttributes = ['rows']; rows = 3; attributeChangedCallback(name, before, text) { if (name === 'rows') this.rows = Number(text); } } customElements.define('pier-fine', Fine);",
  'closed.js':
    "customElements.define('pier-closed', class extends HTMLElement { connectedCallback() { this.attachShadow({ mode: 'closed' }).innerHTML = '<slot name=\"in\"></slot>'; } });",
  'inner.ts':
    "class Inner extends HTMLElement { get deck() { return 1; } private get keel() { return 1; } /** @internal */ get ribs() { return 1; } } customElements.define('pier-inner', Inner);",
  'waits/a.js': `export function start() { ${register('call-a')} }`,
  'waits/b.js': `export function begin() { if (globalThis.never) ${register('call-b')} }`,
  'waits/c.js': `export function fail() { throw new Error('closed'); ${register('call-c')} }`,
  ...Object.fromEntries([
    ...PASSED_ON.map((tag) => [`passed/${tag}.js`, passing(tag)]),
    ...Array.from({ length: 30 }, (_, index) => [
      `many/${index}.js`,
      `customElements.define('many-b${index}', class extends HTMLElement { static observedAttributes = ['deck']; });`,
    ]),
  ]),
};

describe('in one page', () => {
  let live: Live;
  const place = folder({}, (end) => afterAll(end));
  beforeAll(async () => {
    put(place, TOGETHER);
    live = json<Live>(await suvet(['survey', '.', '--live', '--json', '--no-cache'], place));
  });
  const those = (start: string) => live.components.filter((one) => one.tag.startsWith(start));

  test('a closed root is looked into', () => {
    const items = those('pier-closed').flatMap((one) => one.items);
    expect(items.map((one) => `${one.name} ${one.outcome}`)).toEqual(['pier-closed agrees', 'in agrees']);
  });

  test('what is not for users is no difference', () => {
    expect(outcomes(those('pier-inner'))).toEqual(['pier-inner agrees', 'deck agrees']);
  });

  test('what elements start with and how they read texts is asked', () => {
    const told = [...those('pier-fine'), ...those('pier-sign')].flatMap(({ tag, items }) =>
      items.flatMap((one) =>
        one.kind === 'property' ? [`${tag} ${one.name} ${one.detail ?? one.outcome}`] : [],
      ),
    );
    expect(told.sort()).toEqual([
      'pier-fine rows agrees',
      'pier-sign deck it starts with "lower"',
      'pier-sign list agrees',
      'pier-sign open its attribute reads the text "false" as false',
      'pier-sign rows agrees',
    ]);
  });

  test('what is passed on to an element of the platform is what browsers have there', () => {
    const passed = those('passed-');
    expect(passed).toHaveLength(PASSED_ON.length);
    for (const { tag, items } of passed) {
      const missing = items.flatMap((one) => (one.outcome === 'code-only' ? [one.name] : []));
      // Only devices that can take a picture have it.
      const expected = tag === 'passed-input' ? ['capture'] : [];
      expect([tag, items.length > 1, missing]).toEqual([tag, true, expected]);
    }
  });

  test('however many elements there are, each is asked', () => {
    expect(live.modules.filter((one) => one.module.includes('many/'))).toHaveLength(30);
    expect(those('many-').map((one) => one.items.map((item) => item.outcome))).toEqual(
      Array.from({ length: 30 }, () => ['agrees', 'agrees']),
    );
  });

  test('what waits for a call is called, and what does not come of it is told', () => {
    expect(those('call-').map(({ tag, items: [item] }) => [tag, item?.outcome, item?.detail])).toEqual([
      ['call-a', 'agrees', undefined],
      ['call-b', 'code-only', 'calling begin() does not register it'],
      ['call-c', 'code-only', 'calling fail() does not register it'],
    ]);
    expect(live.modules.flatMap((one) => one.error ?? [])).toEqual(['fail(): Error: closed']);
  });
});

test('differences, modules that fail and elements that throw are told; the others are still asked', async () => {
  const cwd = folder({
    // The list is worked out from something that only a running page knows.
    'el/late.js':
      "class Late extends HTMLElement { static observedAttributes = ['deck', `n${document.all.length > 0 ? 1 : 2}`] } customElements.define('pier-late', Late);",
    'el/throws.js':
      "customElements.define('pier-throws', class extends HTMLElement { constructor() { super(); throw new Error('no pier'); } });",
    'el/own-words.js':
      "customElements.define('pier-own', class extends HTMLElement { remove = 'a word of its own'; get updateComplete() { throw new Error('never'); } });",
    'el/broken.js': "customElements.define('pier-broken', class extends HTMLElement { ",
    'el/stops.js':
      "fetch('https://ferry.example/x'); throw new Error('out of water'); customElements.define('pier-stops', class extends HTMLElement {});",
  });
  const ran = await suvet(['survey', 'el', '--live', '--no-cache'], cwd);
  expect(ran.code).toBe(1);
  expect(ran.stdout).toContain('n1  attribute  on the running element only');
  expect(ran.stdout).toMatch(/pier-throws +element +throws: no pier/);
  expect(ran.stdout).toMatch(/pier-own +element +throws: never/);
  expect(ran.stdout).toMatch(/stops\.js: does not load: Error: out of water/);
  expect(ran.stdout).toMatch(/broken\.js: does not load: SyntaxError/);
});

test('a package that holds another build of an element that it also imports is asked by itself', async () => {
  const element =
    "class P extends HTMLElement { static observedAttributes = ['deck']; } customElements.define('pier-a', P);";
  const cwd = folder({
    'node_modules/kit/package.json':
      '{ "name": "kit", "version": "1.0.0", "type": "module", "main": "whole.js" }',
    'node_modules/kit/index.js': "export { P } from 'pier-a';",
    'node_modules/kit/whole.js': element,
    'node_modules/pier-a/package.json':
      '{ "name": "pier-a", "version": "1.0.0", "type": "module", "main": "p.js" }',
    'node_modules/pier-a/p.js': `${element} export { P };`,
  });
  const { components, modules } = json<Live>(await suvet(['survey', 'npm:kit', '--live', '--json'], cwd));
  expect(modules.map((one) => one.error)).toEqual([null]);
  expect(outcomes(components)).toEqual(['pier-a agrees', 'deck agrees']);
});

test('a package that is entered by a minified file is asked by that, not by the source beside it', async () => {
  const cwd = folder({
    'node_modules/kit/package.json':
      '{ "name": "kit", "version": "1.0.0", "type": "module", "main": "dist/kit.min.js" }',
    'node_modules/kit/dist/kit.min.js':
      "class P extends HTMLElement { get deck() { return 'lower'; } } customElements.define('pier-a', P);",
    'node_modules/kit/src/kit.ts': `import './kit.pcss';
      export const start = (tag: string, made: CustomElementConstructor) => customElements.define(tag, made);`,
    'node_modules/kit/src/kit.pcss': ':host { @apply --deck; }',
  });
  const { components, modules } = json<Live>(await suvet(['survey', 'npm:kit', '--live', '--json'], cwd));
  expect(modules).toEqual([{ module: './dist/kit.min.js', error: null }]);
  expect(outcomes(components)).toEqual(['pier-a agrees', 'deck agrees']);
});

test('a package that passes on the elements of others is asked for those, which may put a class before the platform', async () => {
  const cwd = folder({
    'node_modules/kit/package.json':
      '{ "name": "kit", "version": "1.0.0", "type": "module", "main": "i.js" }',
    'node_modules/kit/i.js': "import 'pier-a';",
    'node_modules/pier-a/package.json':
      '{ "name": "pier-a", "version": "1.0.0", "type": "module", "main": "p.js" }',
    'node_modules/pier-a/p.js': `const { HTMLElement: Platform } = window;
      window.HTMLElement = function () { return Reflect.construct(Platform, [], this.constructor); };
      window.HTMLElement.prototype = Platform.prototype;
      class P extends window.HTMLElement { get deck() { return 'lower'; } }
      customElements.define('pier-a', P);`,
  });
  const { components, modules } = json<Live>(await suvet(['survey', 'npm:kit', '--live', '--json'], cwd));
  expect(modules).toEqual([{ module: './i.js', error: null }]);
  expect(outcomes(components)).toEqual(['pier-a agrees', 'deck agrees']);
});

test('elements that other packages register on the way are not told; accessors that come with elements are', async () => {
  const cwd = folder({
    'node_modules/kit/package.json':
      '{ "name": "kit", "version": "1.0.0", "type": "module", "main": "i.js" }',
    'node_modules/kit/i.js': `import 'gull-a';
      class P extends HTMLElement {
        get berth() { return 0; }
        constructor() {
          super();
          for (const key of ['deck', 'berth']) Object.defineProperty(this, key, { get: () => 1, set: () => {} });
          Object.defineProperty(this, 'tide' + document.querySelectorAll("nothing").length, { get: () => 1 });
          if (!('plan' in P.prototype)) Reflect.defineProperty(P.prototype, 'pl' + 'an', { get: () => 1 });
        }
      }
      customElements.define('pier-a', P);`,
    'node_modules/gull-a/package.json':
      '{ "name": "gull-a", "version": "1.0.0", "type": "module", "main": "g.js" }',
    'node_modules/gull-a/g.js':
      "import { define } from './d.js'; define('gull-a', class extends HTMLElement {});",
    'node_modules/gull-a/d.js': 'export const define = (tag, made) => customElements.define(tag, made);',
  });
  const { components } = json<Live>(await suvet(['survey', 'npm:kit', '--live', '--json'], cwd));
  expect(outcomes(components)).toEqual([
    'pier-a agrees',
    'berth agrees',
    'deck agrees',
    'plan live-only',
    'tide0 live-only',
  ]);
});

test('modules that keep the page from answering are named; the others are still asked', async () => {
  const cwd = folder({
    ...Object.fromEntries(
      Array.from({ length: 4 }, (_, index) => [
        `el/a${index}.js`,
        `customElements.define('pier-a${index}', class extends HTMLElement {});`,
      ]),
    ),
    'el/b-stuck.js': "customElements.define('pier-stuck', class extends HTMLElement {}); for (;;);",
  });
  const { modules, components } = await askLive(openSource('el', cwd), [], 3000);
  const silent = modules.filter((one) => one.error !== null).map((one) => one.module);
  expect(silent).toContainEqual(expect.stringContaining('b-stuck.js'));
  expect(modules.find((one) => one.error !== null)?.error).toBe('the page did not answer within 3 s');
  expect(components.map((one) => one.tag)).toEqual(['pier-a0', 'pier-a1', 'pier-a2']);
  put(cwd, {
    'el/b-stuck.js':
      "customElements.define('pier-stuck', class extends HTMLElement { connectedCallback() { for (;;); } });",
  });
  const stuck = await askLive(openSource('el', cwd), [], 3000);
  expect(stuck.components.map((one) => `${one.tag} ${one.error}`).sort()).toEqual([
    'pier-a0 null',
    'pier-a1 null',
    'pier-a2 null',
    'pier-a3 null',
    'pier-stuck the page did not answer within 1.5 s',
  ]);
});

test('without a browser it says which were looked for', async () => {
  const ran = await suvet(['survey', 'demo/elements', '--live'], undefined, { SUVET_CHROMIUM: '/nowhere' });
  expect(ran.code).toBe(3);
  expect(ran.stderr).toContain('chromium was not found');
});
