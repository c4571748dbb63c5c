/** Versions of hosts as users name them, found among those that were measured. */
import fc from 'fast-check';
import semver from 'semver';
import { describe, expect, test } from 'vitest';
import { openHost } from '../../dist/shell/packages/hosts.js';
import { isWithin, measuredFor, versionIn } from '../../dist/shell/packages/versions.js';
import { folder } from '../support/run.js';

const VUE = [
  { range: '>=2.7 <3', measured: '2.7.16' },
  { range: '>=3 <4', measured: '3.5.45' },
];

describe('the measured version for a wanted one', () => {
  test.each([
    ['3', '3.5.45'],
    ['2', '2.7.16'],
    ['2.7', '2.7.16'],
    ['2.7.1', '2.7.16'],
    ['2.6', undefined],
    ['4', undefined],
    ['^3.2.0', '3.5.45'],
    ['>=2.6 <3', '2.7.16'],
    ['v3', '3.5.45'],
    ['latest', undefined],
  ])('%s', (wanted, measured) => {
    expect(measuredFor(VUE, wanted)?.measured).toBe(measured);
  });

  test('the quick way of a version named in part agrees with its range', () => {
    const number = fc.nat(30);
    const part = fc.oneof(
      number.map(String),
      fc.tuple(number, number).map((two) => two.join('.')),
    );
    const profile = fc.tuple(number, number, number).map(([major, minor, patch]) => ({
      range: `>=${major}.${minor} <${major + 1}`,
      measured: `${major}.${minor}.${patch}`,
    }));
    fc.assert(
      fc.property(
        fc.uniqueArray(profile, { selector: (one) => one.range.split('.')[0] }),
        part,
        (all, wanted) => {
          const range = semver.validRange(wanted) ?? '';
          expect(measuredFor(all, wanted)).toBe(all.find((one) => semver.intersects(one.range, range)));
        },
      ),
    );
  });
});

test.each([
  ['18', { major: 18, version: '18.0.0' }],
  ['2.7', { major: 2, version: '2.7.0' }],
  ['02.07', { major: 2, version: '2.7.0' }],
  ['^18.2.1', { major: 18, version: '18.2.1' }],
  ['>=3', { major: 3, version: '3.0.0' }],
  ['latest', null],
  ['', null],
])('the version in %j', (text, version) => {
  const found = versionIn(text);
  expect(found && { major: found.major, version: found.version }).toEqual(version);
});

test.each([
  ['18.2.0', '^18.0.0', true],
  ['17.0.2', '^18.0.0', false],
  ['17.0.2', 'workspace:*', true],
])('%s is within %s: %s', (version, range, is) => {
  expect(isWithin(version, range)).toBe(is);
});

describe('a host by name', () => {
  const here = (dependencies: object) => folder({ 'package.json': JSON.stringify({ dependencies }) });

  test.each([
    ['react@18', '>=18 <19', null],
    ['react@18.2.0', '>=18 <19', null],
    ['vue@2', '>=2.7 <3', null],
    ['react@25', '>=19 <20', 'react@25: was never measured; the facts of react@19 stand in for it.'],
    ['react@1', '>=16.8 <17', 'react@1: was never measured; the facts of react@16 stand in for it.'],
  ])('%s', (named, range, warning) => {
    const { label, profile, warning: said } = openHost(named, here({}));
    expect([label, profile.range, said]).toEqual([named, range, warning]);
  });

  test('without a version it is the one that the package wants', () => {
    const { label, profile, major } = openHost('vue', here({ vue: '^3.2.0' }));
    expect([label, profile.range, major]).toEqual(['vue@3', '>=3 <4', 3]);
  });

  test.each([
    ['vue', /which version\? None is installed or declared here/],
    ['vue@next', /"next" is no version/],
    ['vu', /there is no such host/],
  ])('%s is refused', (named, message) => {
    expect(() => openHost(named, here({}))).toThrow(message);
  });
});
