/** Packages as they stand on a disk: builds, exports, manifests, scopes, workspaces. */
import { mkdirSync, readFileSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import type { Component, Contract } from '../../dist/core/contract/types.js';
import { folder, json, put, suvet } from '../support/run.js';

const element = (tag: string, body = '', base = 'HTMLElement') =>
  `export class X extends ${base} { ${body} }\ncustomElements.define('${tag}', X);\n`;
const manifest = (fields: object) => JSON.stringify({ name: '@quay/kit', version: '2.0.0', ...fields });

async function surveyed(files: Record<string, string>, source = 'npm:@quay/kit'): Promise<Contract> {
  const cwd = folder(files);
  const ran = await suvet(['survey', source, '--json', '--no-cache'], cwd);
  return json<Contract>(ran);
}

const IN = 'node_modules/@quay/kit/';
const summary = (one: Component) => `${one.tag} ${one.module} ${one.at}`;

test('of several builds one is taken, by which the package is entered', async () => {
  const contract = await surveyed({
    [`${IN}package.json`]: manifest({ module: './dist/esm/index.js', main: './dist/cjs/index.js' }),
    [`${IN}dist/esm/index.js`]: element('quay-a'),
    [`${IN}dist/cjs/index.js`]: element('quay-a'),
    [`${IN}dist/kit.min.js`]: element('quay-a'),
    [`${IN}src/index.ts`]: element('quay-a', 'deck: string;'),
  });
  expect(contract.package).toEqual({ name: '@quay/kit', version: '2.0.0' });
  expect(contract.components.map(summary)).toEqual(['quay-a ./dist/esm/index.js dist/esm/index.js:2']);
});

test.each([
  ['another file', { import: './dist/kit.es.js', require: './dist/kit.js' }, ['quay-a']],
  [
    'another file, which is for all others as well',
    { import: './dist/kit.es.js', require: './dist/kit.js', default: './dist/kit.js' },
    ['quay-a'],
  ],
  ['the same file', { import: './dist/kit.js', require: './dist/kit.js' }, ['quay-a', 'quay-b']],
  ['the only one', { types: './dist/kit.d.ts', require: './dist/kit.js' }, ['quay-a', 'quay-b']],
])('what `require` leads to beside `import`: %s', async (_, target, tags) => {
  const { components } = await surveyed({
    [`${IN}package.json`]: manifest({ main: './dist/kit.js', exports: { '.': target } }),
    [`${IN}dist/kit.es.js`]: element('quay-a', 'deck = 1;'),
    [`${IN}dist/kit.js`]: element('quay-b'),
  });
  expect(components.map((one) => one.tag)).toEqual(tags);
});

test('the builds that were left out are told', async () => {
  const cwd = folder({
    [`${IN}package.json`]: manifest({ module: './dist/esm/index.js' }),
    [`${IN}dist/esm/index.js`]: element('quay-a'),
    [`${IN}dist/cjs/index.js`]: element('quay-a'),
    [`${IN}dist/cjs/more.js`]: '',
    [`${IN}dist/kit.min.js`]: element('quay-a'),
    [`${IN}src/index.ts`]: element('quay-a'),
  });
  for (const turn of ['anew', 'remembered']) {
    const ran = await suvet(['survey', 'npm:@quay/kit'], cwd, { SUVET_CACHE_DIR: join(cwd, 'cache') });
    expect(ran.stderr, turn).toBe(
      'Other builds, demos and tests were left out: dist/cjs, dist/kit.min.js, src\n',
    );
  }
});

test('a build for developing with a package is another build of it', async () => {
  const target = { types: './development/a.d.ts', development: './development/a.js', default: './a.js' };
  const { components } = await surveyed({
    [`${IN}package.json`]: manifest({ exports: { './a.js': target } }),
    [`${IN}a.js`]: element('quay-a'),
    [`${IN}development/a.js`]: element('quay-a'),
    [`${IN}development/tools.js`]: element('quay-tools'),
  });
  expect(components.map((one) => `${one.tag} ${one.module}`)).toEqual(['quay-a ./a.js']);
});

test('a package that is nothing but a bundle is read all the same', async () => {
  const contract = await surveyed({
    [`${IN}package.json`]: manifest({ main: './kit.min.js' }),
    [`${IN}kit.min.js`]: element('quay-a'),
  });
  expect(contract.components.map((one) => one.tag)).toEqual(['quay-a']);
});

test('modules are named as the package exports them', async () => {
  const contract = await surveyed({
    [`${IN}package.json`]: manifest({
      exports: { '.': './lib/index.js', './*': { types: './lib/*.d.ts', import: './lib/*.js' } },
    }),
    [`${IN}lib/quay-a.js`]: element('quay-a'),
    [`${IN}lib/index.js`]: "export * from './quay-a.js';",
    [`${IN}inner/chunk-7.js`]: element('quay-b'),
    [`${IN}lib/quay-b.js`]: "export { X } from '../inner/chunk-7.js';",
  });
  expect(contract.components.map(summary)).toEqual([
    'quay-a ./quay-a lib/quay-a.js:2',
    'quay-b ./quay-b inner/chunk-7.js:2',
  ]);
});

test('a folder that is exported stands for all that is in it', async () => {
  const contract = await surveyed({
    [`${IN}package.json`]: manifest({ exports: { './lib/': './es/', '.': './es/index.js' } }),
    [`${IN}es/quay-a.js`]: element('quay-a'),
    [`${IN}es/index.js`]: "export * from './quay-a.js';",
  });
  expect(contract.components.map(summary)).toEqual(['quay-a ./lib/quay-a.js es/quay-a.js:2']);
});

test('classes of the same scope are read whole, those of others where they are elements themselves', async () => {
  const base =
    "export class Base extends HTMLElement { static observedAttributes = ['deck']; get fare() { return 1 } pay() {} }\n" +
    'export class Tool extends HTMLElement { get fare() { return 1 } pay() {} }';
  const contract = await surveyed({
    [`${IN}package.json`]: manifest({ dependencies: { '@quay/base': '1', other: '1' } }),
    [`${IN}a.js`]: `import { Base } from '@quay/base';\n${element('quay-a', '', 'Base')}`,
    [`${IN}b.js`]: `import { Base } from 'other';\n${element('quay-b', '', 'Base')}`,
    [`${IN}c.js`]: `import { Tool } from '@quay/base';\n${element('quay-c', '', 'Tool')}`,
    [`${IN}d.js`]: `import { Tool } from 'other';\n${element('quay-d', '', 'Tool')}`,
    'node_modules/@quay/base/package.json':
      '{ "name": "@quay/base", "version": "1.0.0", "main": "index.js" }',
    'node_modules/@quay/base/index.js': base,
    'node_modules/other/package.json': '{ "name": "other", "version": "1.0.0", "main": "index.js" }',
    'node_modules/other/index.js': base,
  });
  const offered = contract.components.map(
    (one) =>
      `${one.tag}: ${one.properties.map((item) => item.name)} ${one.attributes.map((item) => item.name)} ${one.methods.map((item) => item.name)}`,
  );
  expect(offered).toEqual([
    'quay-a: fare deck pay',
    'quay-b: fare deck pay',
    'quay-c: fare  pay',
    'quay-d:   ',
  ]);
});

test('the manifest that a package ships is evidence', async () => {
  const claims = {
    schemaVersion: '2.1.0',
    modules: [
      {
        kind: 'javascript-module',
        path: 'a.js',
        declarations: [
          { kind: 'class', name: 'X', tagName: 'quay-a', description: 'A quay.', slots: [{ name: 'berth' }] },
        ],
      },
    ],
  };
  const files = {
    [`${IN}package.json`]: manifest({ customElements: './meta/elements.json' }),
    [`${IN}meta/elements.json`]: JSON.stringify(claims),
    [`${IN}a.js`]: element('quay-a'),
  };
  const [quay] = (await surveyed(files)).components;
  expect(quay).toMatchObject({ slots: [{ name: 'berth', declared: true }] });
  expect(quay?.notes).toMatchObject([{ code: 'manifest-disagrees' }]);
  const [bare] = (await surveyed({ ...files, [`${IN}meta/elements.json`]: '{ broken' })).components;
  expect(bare?.slots).toEqual([]);
});

test('a part of a package, and a package of a workspace behind a link', async () => {
  const part = await surveyed(
    {
      [`${IN}package.json`]: manifest({}),
      [`${IN}one/a.js`]: element('quay-a'),
      [`${IN}two/b.js`]: element('quay-b'),
    },
    'npm:@quay/kit/two',
  );
  expect(part.components.map(summary)).toEqual(['quay-b ./two/b.js two/b.js:2']);
  const cwd = folder({ 'packages/kit/package.json': manifest({}), 'packages/kit/a.js': element('quay-a') });
  mkdirSync(join(cwd, 'node_modules/@quay'), { recursive: true });
  symlinkSync('../../packages/kit', join(cwd, 'node_modules/@quay/kit'), 'dir');
  const linked = json<Contract>(await suvet(['survey', 'npm:@quay/kit', '--json'], cwd));
  expect(linked.components.map(summary)).toEqual(['quay-a ./a.js a.js:2']);
});

test('a package that is not there, and one that leads out of itself', async () => {
  const cwd = folder({ [`${IN}package.json`]: manifest({}) });
  const missing = await suvet(['survey', 'npm:@quay/none'], cwd);
  expect(missing).toMatchObject({ code: 3 });
  expect(missing.stderr).toContain('npm install @quay/none');
  expect(await suvet(['survey', 'npm:@quay/kit/../../..'], cwd)).toMatchObject({ code: 2 });
});

test('declarations that another package names say what is public in its elements', async () => {
  const below =
    "import { Berth } from 'berths';\nexport class X extends Berth {}\ncustomElements.define('quay-a', X);";
  const { components } = await surveyed({
    [`${IN}package.json`]: manifest({ main: './a.js' }),
    [`${IN}a.js`]: below,
    'node_modules/berths/package.json': '{ "name": "berths", "main": "./esm/all.js", "types": "./all.d.ts" }',
    'node_modules/berths/esm/all.js': "export * from './berth.js';",
    'node_modules/berths/esm/berth.js': `export class Berth extends HTMLElement {
      static properties = { deck: {}, inner: { attribute: false } };
      hide() {} show() {} deckChanged() {} }`,
    'node_modules/berths/all.d.ts':
      'export declare class Berth extends HTMLElement { /** Its deck. */ deck: string; private inner; protected hide(): void; show(): void; deckChanged(): void; }',
  });
  expect(components[0]?.properties).toMatchObject([
    { name: 'deck', description: 'Its deck.', type: { text: 'string' } },
  ]);
  // What is called when a property changes is not for users, whoever leaves it public.
  expect(components[0]?.methods.map((one) => one.name)).toEqual(['show']);
});

describe('a package that passes on the components of others', () => {
  const files = {
    'package.json': '{ "dependencies": { "@quay/kit": "2.0.0" } }',
    [`${IN}package.json`]: manifest({
      exports: { '.': './index.js', './bell.js': './lib/bell.js' },
      dependencies: { '@quay/bell': '1', lamps: '1' },
    }),
    [`${IN}index.js`]: "export * from '@quay/bell';\nimport './lib/more.js';",
    [`${IN}lib/bell.js`]: "import '@quay/bell';",
    [`${IN}lib/more.js`]: "import 'lamps/all';",
    'node_modules/@quay/bell/package.json': '{ "name": "@quay/bell", "version": "1.2.0", "main": "bell.js" }',
    'node_modules/@quay/bell/bell.js': element('quay-bell', 'ring() {}'),
    'node_modules/@quay/bell/other.js': element('quay-gong'),
    'node_modules/lamps/package.json':
      '{ "name": "lamps", "version": "3.0.0", "exports": { "./all": "./all.js" } }',
    'node_modules/lamps/all.js': "import './lamp.js';",
    'node_modules/lamps/lamp.js': element('lamp-post', "static observedAttributes = ['lit'];"),
  };
  const brought = (one: Component) => [one.tag, one.module, one.heldBy?.name, one.exportName];

  test('is surveyed for those that it brings in, by its own modules', async () => {
    const cwd = folder(files);
    const ran = await suvet(['survey', 'npm:@quay/kit', '--json', '--no-cache'], cwd);
    const { package: from, components } = json<Contract>(ran);
    expect(from?.name).toBe('@quay/kit');
    expect(components.map(brought)).toEqual([
      ['lamp-post', '.', 'lamps', null],
      ['quay-bell', './bell.js', '@quay/bell', null],
    ]);
    expect(ran.stderr.replaceAll(/\s+/g, ' ')).toContain(
      'modules import those of @quay/bell, lamps, which are told instead.',
    );
    const { stdout } = await suvet(['survey', 'npm:@quay/kit', '--component', 'lamp-post'], cwd);
    expect(stdout).toMatch(/held by +lamps 3\.0\.0/);
  });

  test('is remembered for as long as none of them changes', async () => {
    const cwd = folder(files);
    const methods = async () => {
      const ran = await suvet(['survey', 'npm:@quay/kit', '--json'], cwd, {
        SUVET_CACHE_DIR: join(cwd, 'c'),
      });
      return json<Contract>(ran).components.flatMap((one) => one.methods.map((item) => item.name));
    };
    expect([await methods(), await methods()]).toEqual([['ring'], ['ring']]);
    put(cwd, { 'node_modules/@quay/bell/bell.js': element('quay-bell', 'ring() {} toll() {}') });
    expect(await methods()).toEqual(['ring', 'toll']);
  });

  test('is what wrappers import, and code that imports it or what it passes on loads the elements', async () => {
    const cwd = folder({
      ...files,
      'suvet.json': '{ "components": ["npm:@quay/kit"], "hosts": [{ "path": "site", "host": "html" }] }',
      'site/index.html': `<!doctype html><quay-bell></quay-bell><lamp-post></lamp-post>
        <script type="module">import '@quay/bell'; import '@quay/kit';</script>`,
      'site/part.html': `<!doctype html><quay-bell></quay-bell><lamp-post></lamp-post>
        <script type="module">import '@quay/bell';</script>`,
    });
    await suvet(['wrap', '--host', 'react@18', '--all', '--out', 'w'], cwd);
    expect(readFileSync(join(cwd, 'w/quay-bell.ts'), 'utf8')).toContain("import('@quay/kit/bell.js')");
    expect(readFileSync(join(cwd, 'w/lamp-post.ts'), 'utf8')).toContain("import('@quay/kit')");
    const { stdout, code } = await suvet(['check'], cwd);
    expect([code, stdout.match(/^site\S+ .*$/gm)]).toEqual([
      1,
      [expect.stringMatching(/^site\/part\.html:1:\d+ +error +module-not-imported/)],
    ]);
    expect(stdout).toContain('lamp-post: is never defined, because nothing here imports @quay/kit.');
  });

  test('may pass on what a package passes on that it imports', async () => {
    const { components } = await surveyed(
      {
        ...files,
        'node_modules/all/package.json': '{ "name": "all", "version": "1.0.0", "main": "i.js" }',
        'node_modules/all/i.js': "import 'bells';\nexport * from '@quay/bell';",
        'node_modules/bells/package.json': '{ "name": "bells", "version": "1.0.0", "main": "i.js" }',
        'node_modules/bells/i.js': "import 'lamps/all';\nexport const defineElements = () => define('x');",
      },
      'npm:all',
    );
    expect(components.map(brought)).toEqual([
      ['lamp-post', './i.js', 'lamps', null],
      ['quay-bell', './i.js', '@quay/bell', 'X'],
    ]);
  });

  test('may do so in a circle, or be imported by an application', async () => {
    const round = (name: string, other: string) => ({
      [`node_modules/${name}/package.json`]: `{ "name": "${name}", "version": "1.0.0", "main": "i.js" }`,
      [`node_modules/${name}/i.js`]: `import '${other}';\n// customElements.define`,
    });
    const cwd = folder({ ...round('to', 'fro'), ...round('fro', 'to'), 'app/a.js': "import 'lamps';" });
    expect((await suvet(['survey', 'npm:to'], cwd)).stdout).toContain('No component is registered here.');
    put(cwd, {
      'node_modules/lamps/package.json': '{ "name": "lamps", "version": "3.0.0", "main": "l.js" }',
      'node_modules/lamps/l.js': element('lamp-post'),
    });
    const ran = await suvet(['survey', 'app'], cwd);
    expect(ran.stdout).toContain('No component is registered here.');
    expect(ran.stderr).toContain('suvet survey npm:lamps');
  });
});

test('components from several packages say which they come from, in a contract file as well', async () => {
  const cwd = folder({
    'node_modules/bells/package.json': '{ "name": "bells", "version": "1.0.0", "main": "i.js" }',
    'node_modules/bells/i.js': element('quay-bell'),
    'node_modules/lamps/package.json': '{ "name": "lamps", "version": "3.0.0", "exports": "./l.js" }',
    'node_modules/lamps/l.js': element('lamp-post'),
    'own.js': element('own-pier'),
    'none.js': '',
  });
  const from = (contract: Contract) => [
    contract.package?.name,
    ...contract.components.map((one) => `${one.tag} ${one.package?.name}`),
  ];
  const survey = async (...sources: string[]) =>
    json<Contract>(await suvet(['survey', ...sources, '--json'], cwd));
  expect(from(await survey('npm:bells'))).toEqual(['bells', 'quay-bell undefined']);
  const both = ['npm:bells', 'npm:lamps'];
  expect(from(await survey(...both))).toEqual([undefined, 'lamp-post lamps', 'quay-bell bells']);
  expect(from(await survey('npm:bells', 'none.js'))).toEqual(['bells', 'quay-bell undefined']);
  expect(from(await survey('npm:bells', 'own.js'))).toEqual([
    undefined,
    'own-pier undefined',
    'quay-bell bells',
  ]);
  await suvet(['survey', ...both, '--out', 'both.json'], cwd);
  expect(from(await survey('both.json'))).toEqual([undefined, 'lamp-post lamps', 'quay-bell bells']);
  for (const [host, file, wanted] of [
    ['react@18', 'quay-bell.ts', "import('bells/i.js')"],
    ['react@18', 'lamp-post.ts', "import('lamps')"],
    ['java', 'QuayBell.java', '"bells/i.js"'],
  ] as const) {
    for (const sources of [['both.json'], both]) {
      const given = sources.flatMap((one) => ['-c', one]);
      await suvet(['wrap', '--host', host, '--all', '--force', '--out', host, ...given], cwd);
      expect(readFileSync(join(cwd, host, file), 'utf8')).toContain(wanted);
    }
  }
});
