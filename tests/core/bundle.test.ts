/** Bundles for pages: whose packages are taken, under which names, and what is said where one is missing. */
import { join } from 'node:path';
import { runInNewContext } from 'node:vm';
import { describe, expect, test } from 'vitest';
import { type BundleRequest, bundle } from '../../dist/shell/pages/bundle.js';
import { folder } from '../support/run.js';

/** A package with a build for each way of loading it, which says its name and the way. */
const both = (name: string) => ({
  [`node_modules/${name}/package.json`]: JSON.stringify({
    name,
    exports: {
      '.': { import: './a.mjs', require: './a.cjs' },
      './deep': './deep.mjs',
    },
  }),
  [`node_modules/${name}/a.mjs`]: `export const way = '${name} by import';`,
  [`node_modules/${name}/a.cjs`]: `exports.way = '${name} by require';`,
  [`node_modules/${name}/deep.mjs`]: `export const way = '${name} from the deep';`,
});

const ENTRY = `import { way as one } from 'pier';
import { way as two } from 'view:other';
const { way: three } = require('pier');
import { way as four } from 'pier/deep';
globalThis.ways = [one, two, three, four];`;

async function ways(request: Partial<BundleRequest>, files: Record<string, string>): Promise<string[]> {
  const place = folder({ ...files, 'sea/package.json': '{}' });
  const text = await bundle({
    entry: { text: ENTRY, folder: join(place, 'sea'), loader: 'js' },
    modules: new Map([
      ['other', { text: "export { way } from 'pier';", loader: 'js', folder: join(place, 'sea') }],
    ]),
    ...request,
    ...(request.packages ? { packages: { ...request.packages, folder: place } } : {}),
  });
  const page: { ways?: string[] } = {};
  runInNewContext(text, page);
  return page.ways ?? [];
}

describe('packages of a folder', () => {
  const packages = { names: ['pier'], folder: '', alias: {} };

  test('are found from wherever they are imported, each way of loading by itself', async () => {
    expect(await ways({ packages }, both('pier'))).toEqual([
      'pier by import',
      'pier by import',
      'pier by require',
      'pier from the deep',
    ]);
  });

  test('may go by another name there, and their subpaths with them', async () => {
    const aliased = { ...packages, alias: { pier: 'pier-3' } };
    expect(await ways({ packages: aliased }, { ...both('pier'), ...both('pier-3') })).toEqual([
      'pier-3 by import',
      'pier-3 by import',
      'pier-3 by require',
      'pier-3 from the deep',
    ]);
  });

  test('that are not there are told, with the place that wants them', async () => {
    await expect(ways({ packages }, {})).rejects.toMatchObject({
      code: 'bundle-failed',
      exit: 3,
      message: expect.stringMatching(/Could not resolve "pier"/),
    });
  });

  test('a name that only begins alike is not one of them', async () => {
    const place = folder({
      ...both('pier-head'),
      'a.js': "import { way } from 'pier-head'; globalThis.ways = [way];",
    });
    const elsewhere = folder(both('pier'));
    const text = await bundle({
      entry: join(place, 'a.js'),
      packages: { names: ['pier'], folder: elsewhere, alias: { pier: 'none' } },
    });
    const page: { ways?: string[] } = {};
    runInNewContext(text, page);
    expect(page.ways).toEqual(['pier-head by import']);
  });
});

test('what is optional is empty where it is missing, and taken where it is not', async () => {
  const code = "import * as pier from 'pier'; globalThis.names = Object.keys(pier);";
  const namesIn = async (files: Record<string, string>) => {
    const place = folder({ ...files, 'a.js': code });
    const page: { names?: string[] } = {};
    runInNewContext(await bundle({ entry: join(place, 'a.js'), optional: ['pier'] }), page);
    return page.names;
  };
  expect(await namesIn({})).toEqual([]);
  expect(await namesIn(both('pier'))).toEqual(['way']);
});

test.each([
  [true, 'production'],
  [false, 'development'],
])('production: %s', async (production, word) => {
  const place = folder({ 'a.js': 'globalThis.mode = process.env.NODE_ENV;' });
  const page: { mode?: string } = {};
  runInNewContext(await bundle({ entry: join(place, 'a.js'), production }), page);
  expect(page.mode).toBe(word);
});
