/** Versions of hosts, as lockfiles and packages have them. */
import { describe, expect, test } from 'vitest';
import { hostsOfFolder } from '../../dist/shell/packages/hosts.js';
import { lockedVersion } from '../../dist/shell/packages/lockfile.js';
import { folder } from '../support/run.js';

describe('a lockfile tells the version', () => {
  test.each<[string, Record<string, string>, string | null]>([
    [
      'npm, by folder',
      { 'package-lock.json': JSON.stringify({ packages: { 'node_modules/vue': { version: '3.4.1' } } }) },
      '3.4.1',
    ],
    [
      'npm, of old',
      { 'package-lock.json': JSON.stringify({ dependencies: { vue: { version: '2.7.3' } } }) },
      '2.7.3',
    ],
    [
      'Yarn, classic',
      { 'yarn.lock': 'vue@^3.2.0, vue@^3.4.0:\n  version "3.4.2"\n  resolved "x"\n' },
      '3.4.2',
    ],
    [
      'Yarn, newer',
      { 'yarn.lock': '"vue@npm:^3.4.0":\n  version: 3.4.3\n  resolution: "vue@npm:3.4.3"\n' },
      '3.4.3',
    ],
    [
      'pnpm',
      {
        'pnpm-lock.yaml':
          "lockfileVersion: '9.0'\n\nimporters:\n\n  .:\n    dependencies:\n      vue:\n        specifier: ^3.4.0\n        version: 3.4.4(typescript@5.9.0)\n",
      },
      '3.4.4',
    ],
    ['a name that only ends like it', { 'yarn.lock': 'my-vue@^1.0.0:\n  version "1.0.0"\n' }, null],
    ['no JSON', { 'package-lock.json': '{' }, null],
    ['a lockfile without it', { 'package-lock.json': '{}' }, null],
  ])('%s', (_, files, version) => {
    expect(lockedVersion('vue', folder(files))).toBe(version);
  });

  test('of a package in a workspace', () => {
    const packages = {
      'node_modules/vue': { version: '3.4.1' },
      'apps/kiosk/node_modules/vue': { version: '2.7.16' },
    };
    const root = folder({
      'package-lock.json': JSON.stringify({ packages }),
      'apps/kiosk/package.json': '{ "dependencies": { "vue": "^2.7.0" } }',
      'apps/office/package.json': '{ "dependencies": { "vue": "^3.0.0", "react": "18.2.0" } }',
      'apps/old/package.json': '{ "dependencies": { "vue": "~2.6.0" } }',
    });
    expect(hostsOfFolder(`${root}/apps/kiosk`)).toEqual(['vue@2']);
    expect(hostsOfFolder(`${root}/apps/office`)).toEqual(['react@18', 'vue@3']);
    // The lockfile's version is not the one that this package asks for.
    expect(hostsOfFolder(`${root}/apps/old`)).toEqual(['vue@2']);
  });
});
