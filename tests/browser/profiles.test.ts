/** The committed profiles say what the real hosts do: measured again in Chromium, they come out the same. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { differences } from '../../dist/core/hosts/facts/differences.js';
import { HOSTS } from '../../dist/core/hosts/index.js';
import type { Profile } from '../../dist/core/hosts/profile.js';
import type { Engine } from '../../dist/shell/engines/engine.js';
import { launchEngine } from '../../dist/shell/engines/index.js';
import { validatorFor } from '../../dist/shell/files/schemas.js';
import { measureIn, measuringScripts } from '../../dist/shell/pages/measure.js';
import { PROJECT } from '../support/run.js';

interface Plan {
  host: string;
  versions: { range: string; alias: Record<string, string> }[];
}

const plan = JSON.parse(readFileSync(join(PROJECT, 'scripts/profiles.json'), 'utf8')) as Plan[];
const cases = plan.flatMap(({ host, versions }) => versions.map((version) => ({ host, ...version })));

const profileOf = (host: string) =>
  JSON.parse(readFileSync(join(PROJECT, `src/core/hosts/${host}/profile.json`), 'utf8')) as Profile;

let engine: Engine;
beforeAll(async () => {
  engine = await launchEngine('chromium');
});
afterAll(() => engine?.close());

test.each(cases)(
  '$host $range',
  async ({ host: name, range, alias }) => {
    const host = HOSTS.find((one) => one.name === name);
    const committed = profileOf(name).versions.find((one) => one.range === range);
    if (!host || !committed) throw new Error(`no profile of ${name} ${range}`);
    const {
      range: _range,
      measured: _measured,
      production: _production,
      elsewhere: _elsewhere,
      ...facts
    } = committed;
    const scripts = await measuringScripts({ host, install: { folder: PROJECT, alias }, production: false });
    expect(differences(facts, await measureIn(engine, scripts))).toEqual({});
  },
  120_000,
);

describe.each(plan.map((one) => one.host))('the profile of %s', (host) => {
  test('has the form of its schema, and every host of the register has one', async () => {
    const validate = await validatorFor('profile');
    expect(validate(profileOf(host)) || validate.errors).toBe(true);
    expect(HOSTS.map((one) => one.name)).toContain(host);
  });
});

test.each([
  [{ a: 1, b: { c: 'x' } }, { a: 1, b: { c: 'x' } }, {}],
  [
    { a: 1, b: { c: 'x' } },
    { a: 2, b: { c: 'y' } },
    { a: 2, 'b/c': 'y' },
  ],
  [{ a: { b: 1 } }, {}, { a: null }],
  [{}, { a: false }, { a: false }],
  [{ a: ['x', 'y'] }, { a: ['y', 'x'] }, { a: ['y', 'x'] }],
])('differences of %j and %j', (base, other, found) => {
  expect(differences(base, other)).toEqual(found);
});
