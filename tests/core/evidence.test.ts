/** What a contract says beyond the code of one class: builds, chunks, manifests, server signs. */
import { expect, test } from 'vitest';
import { manifestOf, readManifest } from '../../dist/core/survey/evidence/manifest.js';
import { survey } from '../../dist/core/survey/index.js';
import { compareLive } from '../../dist/core/survey/live/compare.js';
import type { SeenComponent } from '../../dist/core/survey/live/seen.js';
import { sortBuilds } from '../../dist/core/survey/modules/builds.js';
import { componentIn, reader, surveyed } from '../support/memory.js';

test.each<[string, string[], string[], string[]]>([
  ['one build', ['a.js', 'b.js'], [], []],
  ['an older module system beside', ['dist/esm/a.js', 'dist/cjs/a.js'], [], ['dist/cjs/a.js']],
  ['minified', ['a.js', 'a.min.js'], [], ['a.min.js']],
  ['source beside what is made of it', ['dist/a.js', 'src/a.ts'], ['dist/a.js'], ['src/a.ts']],
  [
    'source of a chunk with a mark behind its name',
    ['dist/a-B3ig1_xQ.js', 'src/a.ts'],
    ['dist/index.js'],
    ['src/a.ts'],
  ],
  ['source that the package is entered by', ['dist/a.js', 'src/a.ts'], ['src/a.ts'], []],
  ['source in JavaScript that is the package', ['a.js', 'src/a.js'], ['a.js'], []],
  ['nothing but a bundle', ['dist/a.min.js'], [], []],
  [
    'a bundle that is there minified, too',
    ['lib/a.js', 'dist/kit.js', 'dist/kit.min.js'],
    ['lib/a.js'],
    ['dist/kit.js', 'dist/kit.min.js'],
  ],
  ['modules that are there only once', ['a.js', 'b.mjs', 'c.ts'], ['a.js'], []],
  ['a bundle by which the package is entered', ['kit.js', 'kit.min.js'], ['kit.js'], ['kit.min.js']],
  [
    'a bundle by whose minified form the package is entered, beside its tests',
    ['dist/kit.js', 'dist/kit.min.js', 'dist/test.js'],
    ['dist/kit.min.js'],
    ['dist/kit.min.js', 'dist/test.js'],
  ],
  [
    'builds for developing with the package',
    ['a.js', 'a.dev.js', 'b.dev.js', 'c-dev.js', 'c.js'],
    ['a.js'],
    ['a.dev.js'],
  ],
  ['a module beside the same for older loaders', ['dist/a.js', 'dist/a.mjs'], [], ['dist/a.js']],
  [
    'what is made of the source in JavaScript that the package is entered by',
    ['dist/a.js', 'src/a.js', 'src/b.js'],
    ['src/a.js', 'dist/a.js'],
    ['dist/a.js'],
  ],
  [
    'demos and tests of a package that is entered elsewhere',
    ['a.js', 'demo/b.js', 'test/c.js', 'dist/_docs/d.js', 'dist/__tests__/e.js'],
    ['a.js'],
    ['demo/b.js', 'test/c.js', 'dist/_docs/d.js', 'dist/__tests__/e.js'],
  ],
  ['demos that the package is entered by', ['a.js', 'demo/b.js'], ['demo/b.js'], []],
  ['a folder of demos, by itself', ['a.js', 'demo/b.js'], [], []],
])('builds: %s', (_, files, entries, others) => {
  const sorted = sortBuilds(files, { entries });
  expect(sorted.others).toEqual(others);
  expect([...sorted.main, ...sorted.others].sort()).toEqual([...files].sort());
});

test('builds: source in TypeScript is none of what an installed package exports built', () => {
  const others = (file: string, isInstalled: boolean, exported: string[] | null = [file]) =>
    sortBuilds(['dist/kit.js', 'src/a.ts'], { entries: [file], exported, isInstalled }).others;
  expect(others('dist/kit.js', true)).toEqual(['src/a.ts']);
  expect(others('dist/kit.js', false)).toEqual([]);
  expect(others('dist/kit.js', true, null)).toEqual([]);
  expect(others('dist/gone.js', true)).toEqual([]);
});

test('builds: what stands beside the entry for older loaders', () => {
  const sorted = (files: string[]) =>
    sortBuilds(files, {
      entries: ['dist/module.js', 'dist/main.js'],
      isInstalled: true,
      forOlderLoaders: ['dist/main.js'],
    });
  expect(sorted(['dist/main.js', 'dist/module.js'])).toEqual({
    main: ['dist/module.js'],
    others: ['dist/main.js'],
  });
  expect(sorted(['dist/main.js']).main).toEqual(['dist/main.js']);
});

test('builds: demos that a package exports are its own', () => {
  const files = ['a.js', 'docs/b.js', 'test/c.js'];
  const others = (exported: string[]) => sortBuilds(files, { entries: ['a.js'], exported }).others;
  expect(others(['*'])).toEqual(['docs/b.js', 'test/c.js']);
  expect(others(['*', 'docs/*'])).toEqual(['test/c.js']);
});

test('builds: what is not exported, and holds the same files again, is another build', () => {
  const names = Array.from({ length: 12 }, (_, index) => `part-${index}/index.js`);
  const files = [...names.map((one) => `dist/${one}`), ...names.map((one) => `dist-all/${one}`)];
  const others = (exported: string[] | null) =>
    sortBuilds(files, { entries: ['dist/index.js'], exported }).others;
  expect(others(['dist/*'])).toEqual(files.slice(12));
  expect(others(['dist/*', 'dist-all/*'])).toEqual([]);
  expect(others(null)).toEqual([]);
  const parts = ['dist/loader/loader.js', 'design-system/a.js', 'hydrate-button/b.js'];
  expect(sortBuilds([...parts, 'dist-cdn/b.js', 'bundled.js', 'hydrate/c.js']).others).toEqual([
    'dist-cdn/b.js',
    'bundled.js',
    'hydrate/c.js',
  ]);
});

test('builds: the one for developing is left out where the other stands beside it', () => {
  const both = ['dist/lib/development/a.js', 'dist/lib/production/a.js', 'dist/wc/development/a.js'];
  expect(sortBuilds(both).others).toEqual(['dist/lib/development/a.js']);
  expect(sortBuilds(['development/a.js', 'a.js']).others).toEqual([]);
});

test('builds: a word that elements are called by, too, marks one only where most is there without it', () => {
  const elements = ['modal', 'modal-legacy', 'pager', 'dns-global', 'file-system', 'tab'];
  const others = (files: string[]) => sortBuilds(files).others;
  expect(others(elements.map((one) => `dist/x-${one}.entry.js`))).toEqual([]);
  expect(others(['a.js', 'a-legacy.js', 'b.js', 'b-legacy.js', 'c.js'])).toEqual([
    'a-legacy.js',
    'b-legacy.js',
  ]);
  expect(others(['kit.js', 'kit.global.js', 'kit-global.js'])).toEqual(['kit.global.js', 'kit-global.js']);
  expect(others(['modal.js', 'legacy/modal.js', 'legacy/tab.js'])).toEqual([
    'legacy/modal.js',
    'legacy/tab.js',
  ]);
  expect(others(['modal.js', 'legacy/old-modal.js'])).toEqual([]);
  expect(others(['esm/pager/pager.js', 'parts/pager/pager.js', 'parts/legacy/old/pager.js'])).toEqual([]);
});

test('a component in a chunk is imported by the module that the package exports for it', () => {
  const files = {
    'all.js': "import './chunk-1.js'; import './chunk-2.js';",
    'pier/pier-a.js': "import { P } from '../chunk-1.js'; export { P };",
    'chunk-1.js': "class P extends HTMLElement {} customElements.define('pier-a', P); export { P };",
    'chunk-2.js': 'export const two = 2;',
  };
  const { contract } = survey({
    paths: Object.keys(files),
    reader: reader(files),
    package: null,
    publicPath: (path) => `./${path}`,
    isPublic: (path) => !path.startsWith('chunk'),
  });
  expect(contract.components.map((one) => one.module)).toEqual(['./pier/pier-a.js']);
});

const ELEMENT = "class P extends HTMLElement {} customElements.define('pier-a', P);";

test.each<[string, Record<string, string>, string, boolean]>([
  [
    'by one that imports what imports it',
    { 'inner/p.js': ELEMENT, 'inner/all.js': "import './p.js';", 'index.js': "import './inner/all.js';" },
    './index.js',
    true,
  ],
  [
    'by the same in another build',
    {
      'inner/p.js': ELEMENT,
      'web/kit.min.js': ELEMENT,
      'web/pier-a.min.js': ELEMENT,
      'web/a.umd.js': ELEMENT,
    },
    './web/pier-a.min.js',
    true,
  ],
  [
    'not by what only mentions it',
    { 'inner/p.js': ELEMENT, 'web/a.js': "say('pier-a');" },
    './inner/p.js',
    false,
  ],
  [
    'not by what is for the users of one host',
    { 'inner/p.js': ELEMENT, 'a.js': "import React from 'react'; import './inner/p.js';" },
    './inner/p.js',
    false,
  ],
  [
    'by what takes in a host that the element is made with',
    {
      'inner/p.js': `import { h } from 'preact';\n${ELEMENT}`,
      'a.js': "import { h } from 'preact'; import './inner/p.js';",
    },
    './a.js',
    true,
  ],
  ['not by TypeScript', { 'src/p.ts': ELEMENT, 'dist/kit.js': ELEMENT }, './dist/kit.js', true],
])('a component that is not exported is brought in %s', (_, files, module, isExported) => {
  const isOther = (path: string) => path.startsWith('web/') || path.startsWith('dist/');
  const { contract } = survey({
    paths: Object.keys(files).filter((path) => !isOther(path)),
    otherPaths: Object.keys(files).filter(isOther),
    reader: reader(files),
    package: null,
    publicPath: (path) => `./${path}`,
    isPublic: (path) => !path.startsWith('inner/'),
    isWhole: true,
  });
  const [component] = contract.components;
  expect(component?.module).toBe(module);
  expect(component?.unexported).toBe(isExported ? undefined : true);
  expect(component?.notes.map((one) => one.code)).toEqual(isExported ? [] : ['module-not-exported']);
});

test('of two modules that register a class, the one that needs no framework is taken, without a note', () => {
  const files = {
    'a-react.js': "import React from 'react'; import { P } from './p.js'; P.define('pier-a');",
    'p.js': `export class P extends HTMLElement {
      static define(name, made = this) {
        try { customElements.define(name, made); } catch { customElements.define(name, class extends made {}); }
      }
    }`,
    'z.js': "import { P } from './p.js'; P.define('pier-a');",
  };
  const { contract, findings } = survey({
    paths: Object.keys(files),
    reader: reader(files),
    package: null,
    publicPath: (path) => `./${path}`,
  });
  expect(contract.components.map((one) => one.module)).toEqual(['./z.js']);
  expect(findings).toEqual([]);
});

test('of two that register the same element, the one that users can import is taken', () => {
  const component = { 'pier.js': 'class P extends HTMLElement {} export { P as pier_a };' };
  const table = "start([['chunk', [[1, 'pier-a', { deck: [1] }]]]]);";
  const files = { 'a.js': table, 'load.js': `export const load = () => ${table}`, ...component };
  const moduleWhere = (isPublic: (path: string) => boolean) => {
    const { contract } = survey({
      paths: Object.keys(files),
      reader: reader(files),
      package: null,
      publicPath: (path) => `./${path}`,
      isPublic,
      isWhole: true,
    });
    return contract.components.map((one) => `${one.module} ${one.registers} ${one.registeredBy}`);
  };
  expect(moduleWhere(() => true)).toEqual(['./a.js on-import undefined']);
  expect(moduleWhere((path) => path !== 'a.js')).toEqual(['./load.js by-call load']);
  // One with a class of its own, too.
  Object.assign(files, { '0.js': ELEMENT });
  expect(moduleWhere((path) => path !== '0.js' && path !== 'a.js')).toEqual(['./load.js by-call load']);
});

test('of two that register an element, the one whose classes can all be read is taken', () => {
  const files = {
    'chunk.js': `class Base extends HTMLElement { static observedAttributes = ['deck'] } class P extends Base {}
      customElements.define('pier-a', P); customElements.define('pier-b', class extends Base {});`,
    'pier-a.js': "import { Base } from '@/base'; class P extends Base {} customElements.define('pier-a', P);",
  };
  const { contract } = surveyed(files);
  expect(contract.components.map((one) => `${one.tag} ${one.module} ${one.attributes.length}`)).toEqual([
    'pier-a ./chunk.js 1',
    'pier-b ./chunk.js 1',
  ]);
});

test('a component in a chunk that may be imported has a module of its own name all the same', () => {
  const chunk =
    'class P extends HTMLElement {} function d() { customElements.define("pier-a", P); } export { P as P, d };';
  const files = {
    'p-C4xQ9_2s.js': chunk,
    'all.js': "export { P, d } from './p-C4xQ9_2s.js';",
    'pier-a.js':
      "import { P as p, d } from './p-C4xQ9_2s.js'; const define = d; export { p as Pier, define };",
  };
  const [pier] = surveyed(files).contract.components;
  expect([pier?.module, pier?.exportName, pier?.registeredBy]).toEqual(['./pier-a.js', 'Pier', 'define']);
});

const CLAIMS = {
  schemaVersion: '2.1.0',
  modules: [
    {
      path: 'a.js',
      declarations: [
        {
          kind: 'class',
          name: 'Pier',
          tagName: 'pier-a',
          superclass: { name: 'Base', module: 'base.js' },
          members: [
            {
              kind: 'field',
              name: 'deck',
              type: { text: "'upper' | 'lower'" },
              default: "'upper'",
              description: 'Where.',
            },
            { kind: 'field', name: 'secret', privacy: 'private' },
            { kind: 'field', name: 'gone', type: { text: 'string' } },
          ],
          events: [
            { name: 'pier-pick', type: { text: 'CustomEvent<{ at: string }>' }, description: 'Picked.' },
            { name: 'PIER_SHUT', description: 'Shut.' },
          ],
          slots: [{ name: 'default', description: 'All.' }],
        },
      ],
    },
    {
      path: 'base.js',
      declarations: [{ kind: 'class', name: 'Base', cssProperties: [{ name: '--pier-ink' }] }],
    },
  ],
};

test('a manifest fills in words and types, names what leaves no trace, and never overrules the code', () => {
  const files = {
    'a.ts':
      "const PIER_SHUT = 'piershut'; class Pier extends HTMLElement { deck; secret = 1; shut() { this.dispatchEvent(new Event(PIER_SHUT)) } } customElements.define('pier-a', Pier);",
  };
  const { contract } = survey({
    paths: ['a.ts'],
    reader: reader(files),
    package: null,
    manifest: CLAIMS,
    publicPath: (path) => path,
  });
  const [pier] = contract.components;
  expect(pier?.properties).toMatchObject([
    {
      name: 'deck',
      description: 'Where.',
      default: "'upper'",
      type: { schema: { enum: ['upper', 'lower'] } },
    },
  ]);
  expect(pier?.properties).toHaveLength(1);
  expect(pier?.events).toMatchObject([
    { name: 'piershut', declared: true, dispatched: true, description: 'Shut.' },
    { name: 'pier-pick', declared: true, dispatched: false, detail: { text: '{ at: string }' } },
  ]);
  expect(pier?.slots).toEqual([{ name: '', description: 'All.', declared: true }]);
  expect(pier?.cssProperties).toEqual([{ name: '--pier-ink', declared: true }]);
  const notes = pier?.notes.map((one) => one.message) ?? [];
  expect(notes).toContain('properties in the manifest, but the code has no public member for: gone');
  expect(notes).toContain('names of events in the manifest that the code spells in another way: PIER_SHUT');
  expect(notes).toContain('not for users by the manifest, and left out for that: secret');
});

test('a manifest tells the rest where the code only shows the rough kind', () => {
  const source = `class Pier extends HTMLElement {
    rows = [];
    state = { kind: 'shut' };
    most = 3;
    go(detail) {
      this.dispatchEvent(new CustomEvent('pick', { detail }));
      this.dispatchEvent(new CustomEvent('shut', { detail: 3 }));
    }
  } customElements.define('pier-a', Pier);`;
  const told = {
    members: [
      { kind: 'field', name: 'rows', type: { text: 'string[]' } },
      { kind: 'field', name: 'state', type: { text: '{ kind: string; why?: string }' } },
      { kind: 'field', name: 'most', type: { text: 'string' } },
    ],
    events: [
      { name: 'pick', type: { text: 'CustomEvent<string[]>' } },
      { name: 'shut', type: { text: 'CustomEvent<string>' } },
    ],
  };
  const pierClass = { kind: 'class', name: 'Pier', tagName: 'pier-a', ...told };
  const manifest = { modules: [{ path: 'a.js', declarations: [pierClass] }] };
  const { contract } = survey({
    paths: ['a.js'],
    reader: reader({ 'a.js': source }),
    package: null,
    manifest,
    publicPath: (path) => path,
  });
  const [pier] = contract.components;
  expect(pier?.properties.map((one) => one.type.text)).toEqual([
    'string[]',
    '{ kind: string; why?: string }',
    'number',
  ]);
  expect(pier?.events.map((one) => one.detail.text)).toEqual(['string[]', 'number']);
});

test.each([null, 3, 'x', [], { modules: 3 }, { modules: [{ declarations: [null, { tagName: 4 }] }] }])(
  'what is no manifest claims nothing: %j',
  (value) => expect(readManifest(value)).toEqual([]),
);

test('a manifest that was written says the same when it is read', () => {
  const { contract } = surveyed({
    'a.ts':
      "/** A pier. @slot legend - Colours. @csspart head - Top. */ export class Pier extends HTMLElement { static observedAttributes = ['deck', 'late']; set deck(v: string) {} show(): void {} go() { this.dispatchEvent(new CustomEvent('pier-pick', { detail: { at: 'x' } })); } } customElements.define('pier-a', Pier);",
  });
  const [claim] = readManifest(JSON.parse(JSON.stringify(manifestOf(contract))));
  const [component] = contract.components;
  const names = (list: readonly { name: string }[] = []) => list.map((one) => one.name);
  expect(claim).toMatchObject({ tag: 'pier-a', className: 'Pier' });
  for (const list of ['properties', 'methods', 'events', 'slots', 'cssParts'] as const)
    expect(names(claim?.[list]), list).toEqual(names(component?.[list]));
  expect(names(claim?.attributes)).toEqual(['deck', 'late']);
  expect(claim?.events[0]?.type).toBe('CustomEvent<{ at: string }>');
});

const named = (list: readonly { name: string }[] | undefined) => list?.map((one) => one.name) ?? [];

test.each<[string, string, string[], string[]]>([
  [
    'a plain class',
    "class A extends HTMLElement {} customElements.define('pier-a', A);",
    ['HTMLElement', 'customElements'],
    [],
  ],
  [
    'code in functions',
    "import { B } from 'kit'; const f = () => document.body; class A extends B { connectedCallback() { window.alert(1); } } customElements.define('pier-a', A);",
    ['customElements'],
    [],
  ],
  [
    'a function that is called at once',
    "import { B } from 'kit'; function wide() { return matchMedia('(x)').matches; } const WIDE = wide(); class A extends B {} customElements.define('pier-a', A);",
    ['customElements', 'matchMedia'],
    [],
  ],
  [
    'behind a guard',
    "import { B } from 'kit'; const q = typeof window !== 'undefined' && window.x; if (globalThis.document) document.title; class A extends B {} customElements.define('pier-a', A);",
    ['customElements'],
    [],
  ],
  [
    'a static field',
    "import { B } from 'kit'; class A extends B { static sheet = new CSSStyleSheet(); } customElements.define('pier-a', A);",
    ['CSSStyleSheet', 'customElements'],
    [],
  ],
  [
    'a constructor that reads',
    "import { B } from 'kit'; class A extends B { mark = this.getAttribute('x'); constructor() { super(); this.n = this.children.length; this.later = () => this.innerHTML; this.textContent = ''; } } customElements.define('pier-a', A);",
    ['customElements'],
    ['getAttribute', 'children'],
  ],
  [
    'what it imports',
    "import { B } from 'kit'; import './say.js'; class A extends B {} customElements.define('pier-a', A);",
    ['customElements', 'document'],
    [],
  ],
  [
    'what a module that it imports passes on',
    "import { B } from 'kit'; import { say } from './all.js'; class A extends B {} customElements.define('pier-a', A);",
    ['customElements', 'document'],
    [],
  ],
])('server signs: %s', (_, source, touched, read) => {
  const { server } = componentIn(source, {
    'say.ts': 'const here = document.title; export const say = () => here;',
    'all.ts': "export * from './say.js';",
  });
  expect(named(server?.importTouches).sort()).toEqual([...touched].sort());
  expect(named(server?.constructorReads)).toEqual(read);
});

test.each([
  ['static formAssociated = true', true],
  ['static get formAssociated() { return "attachInternals" in HTMLElement.prototype; }', true],
  ['static formAssociated = false', false],
  ['', false],
])('takes part in forms: %s', (member, expected) => {
  const pier = componentIn(
    `class Pier extends HTMLElement { ${member} } customElements.define('pier-a', Pier);`,
  );
  expect(pier.formAssociated).toBe(expected);
});

const SEEN: SeenComponent = {
  tag: 'pier-a',
  className: 'A',
  extendsTag: null,
  formAssociated: false,
  observed: [],
  accessors: [],
  elsewhere: [],
  methods: [],
  fields: [],
  held: { made: {}, shown: {} },
  reads: {},
  state: [],
  root: 'none',
  slots: [],
  parts: [],
  error: null,
};

test('an attribute that is not observed is shown by a property that follows it', () => {
  const component = componentIn(
    "class A extends HTMLElement { get deck() { return this.getAttribute('deck') } set deck(v) {} get open() { return this.hasAttribute('open') } set open(v) {} get berth() { return this.getAttribute('berth') } set berth(v) {} } customElements.define('pier-a', A);",
  );
  const every = (value: string) => ({
    north: value,
    '': value,
    true: value,
    false: value,
    '3': value,
    '[3]': value,
  });
  const seen: SeenComponent = {
    ...SEEN,
    accessors: ['deck', 'open', 'berth'].map((name) => ({ name, writable: true })),
    held: { made: { deck: 'null', open: 'false', berth: 'null' }, shown: {} },
    reads: {
      deck: { north: '"north"', '': '""', true: '"true"', false: '"false"', '3': '"3"', '[3]': '"[3]"' },
      open: every('true'),
      berth: every('null'),
    },
  };
  const [compared] = compareLive([component], [seen]);
  const attributes = compared?.items.filter((one) => one.kind === 'attribute');
  expect(attributes?.map((one) => [one.name, one.outcome])).toEqual([
    ['deck', 'agrees'],
    ['open', 'agrees'],
    ['berth', 'code-only'],
  ]);
});

test('how texts are read is told by what is made of each', () => {
  const component = componentIn(
    `class A extends HTMLElement { static observedAttributes = ['size']; get size() { return Number(this.getAttribute('size')) } set size(v) {} } customElements.define('pier-a', A);`,
  );
  const texts = { north: 'NaN', '': 'NaN', true: 'NaN', false: 'NaN', '3': '3', '[3]': 'NaN' };
  const told = (reads: typeof texts) => {
    const accessors = [{ name: 'size', writable: true }];
    const [compared] = compareLive(
      [component],
      [{ ...SEEN, observed: ['size'], accessors, reads: { size: reads } }],
    );
    return compared?.items.find((one) => one.kind === 'property')?.detail;
  };
  expect(component.properties[0]?.attribute?.reads).toBe('number');
  expect(told(texts)).toBeUndefined();
  // Some take what looks like JSON as such, and make numbers of all else.
  expect(told({ ...texts, '[3]': 'list' })).toBeUndefined();
  expect(told({ north: 'null', '': 'null', true: 'true', false: 'false', '3': '3', '[3]': 'list' })).toBe(
    'its attribute is read as JSON',
  );
});

test('code and running element are compared item by item', () => {
  const component = componentIn(
    "class A extends HTMLElement { static observedAttributes = ['deck', 'gone']; set deck(v) {} get total() { return 1 } get far() { return 1 } set fare(v) {} crew = 1; hull = 1; get keel() {} set keel(v) {} connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = '<slot name=\"legend\"></slot>'; } } customElements.define('pier-a', A);",
  );
  const seen: SeenComponent = {
    ...SEEN,
    formAssociated: true,
    observed: ['deck', 'more', 'neverHeard'],
    accessors: [
      { name: 'deck', writable: true },
      { name: 'fare', writable: false },
      { name: 'extra', writable: true },
      { name: 'hull', writable: true },
      { name: '_own', writable: true },
    ],
    elsewhere: ['far', 'further'],
    fields: ['total', 'crew', 'keel'],
    root: 'open',
    slots: ['legend', ''],
  };
  const [compared] = compareLive([component], [seen]);
  expect(compared?.items.map((one) => `${one.kind} ${one.name} ${one.outcome}`)).toEqual([
    'element pier-a differs',
    'attribute deck agrees',
    'attribute gone code-only',
    'attribute more live-only',
    'property deck agrees',
    'property total agrees',
    'property far agrees',
    'property fare differs',
    'property crew agrees',
    'property hull differs',
    'property keel differs',
    'property extra live-only',
    'slot legend agrees',
    'slot  live-only',
  ]);
  expect(compared?.items.flatMap((one) => (one.kind === 'property' ? (one.detail ?? []) : []))).toEqual([
    'it cannot be assigned',
    'its class has an accessor for it',
    'it is an own field of the element',
  ]);
  expect(compareLive([component], []).flatMap((one) => one.items)).toMatchObject([{ outcome: 'code-only' }]);
  expect(compareLive([], [seen]).flatMap((one) => one.items)).toMatchObject([{ outcome: 'live-only' }]);
});

const TEXTS = (north: string, empty: string, no: string, digit: string, list: string, yes = north) => ({
  north,
  '': empty,
  true: yes,
  false: no,
  '3': digit,
  '[3]': list,
});

test.each([
  ['open = true', 'true', TEXTS('true', 'true', 'true', 'true', 'true'), null],
  ['open = true', 'false', {}, 'it starts with false'],
  [
    'open = false',
    'false',
    TEXTS('true', 'true', 'false', 'true', 'true'),
    'its attribute reads the text "false" as false',
  ],
  [
    'open = false',
    'false',
    TEXTS('false', 'false', 'false', 'false', 'false', 'true'),
    'its attribute reads the text "north" as false',
  ],
  ['open = 0', 'true', {}, 'it starts with true'],
  [
    'open = 0',
    '0',
    TEXTS('"north"', '""', '"false"', '"3"', '"[3]"', '"true"'),
    'its attribute is read as a text',
  ],
  ['open = 0', '0', TEXTS('NaN', '0', 'NaN', '3', 'NaN'), 'its attribute is read as a number'],
  ['open = 0', '0', TEXTS('null', 'null', 'false', '3', 'list'), 'its attribute is read as JSON'],
  ['open = 0', '0', TEXTS('0', '0', '0', '0', '0'), null],
  ["open = 'it\\'s \\u{41}'", '"it\'s A"', {}, null],
  ['open = null', 'null', {}, null],
  ['open = Date.now()', '5', {}, null],
])('what an element starts with, and how it reads texts: %s, %s', (field, held, reads, detail) => {
  const component = componentIn(
    `class A extends HTMLElement { static observedAttributes = ['open']; ${field}; attributeChangedCallback(name, _, text) { if (name === 'open') this.open = text !== null; } } customElements.define('pier-a', A);`,
  );
  const seen = {
    ...SEEN,
    observed: ['open'],
    fields: ['open'],
    held: { made: { open: held }, shown: { open: held } },
    reads: { open: reads },
  };
  const [compared] = compareLive([component], [seen]);
  const found = compared?.items.find((one) => one.kind === 'property');
  expect(found).toMatchObject({ outcome: detail === null ? 'agrees' : 'differs' });
  expect(found?.detail ?? null).toBe(detail);
});

test('of an element that cannot be made only the class is compared', () => {
  const component = componentIn(
    `class A extends HTMLElement { crew = 1; get hull() { return 1; } } customElements.define('pier-a', A);`,
  );
  const items = (error: string | null) =>
    compareLive([component], [{ ...SEEN, accessors: [{ name: 'hull', writable: false }], error }]).flatMap(
      (one) => one.items.map((item) => `${item.name} ${item.outcome}`),
    );
  expect(items(null)).toEqual(['pier-a agrees', 'crew code-only', 'hull agrees']);
  expect(items('no ship')).toEqual(['pier-a agrees', 'hull agrees']);
});
