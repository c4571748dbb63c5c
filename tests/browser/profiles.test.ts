/** The committed profiles say what the real hosts do: measured again, they come out the same. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { launchChromium } from '../../dist/shell/engines/chromium.js';
import { measureHost } from '../../dist/shell/measure.js';
import { validatorFor } from '../../dist/shell/schemas.js';
import type { Profile } from '../../src/core/hosts/profile.js';
import { PROJECT } from '../support/run.js';

interface Plan {
  host: string;
  optional: string[];
  versions: { range: string; alias: Record<string, string> }[];
}

const plan = JSON.parse(readFileSync(join(PROJECT, 'scripts/profiles.json'), 'utf8')) as Plan[];
const cases = plan.flatMap(({ host, optional, versions }) =>
  versions.map(({ range, alias }) => ({ host, optional, range, alias })),
);

const profileOf = (host: string) =>
  JSON.parse(readFileSync(join(PROJECT, `src/core/hosts/${host}/profile.json`), 'utf8')) as Profile;

test.each(cases)('$host $range', async ({ host, optional, range, alias }) => {
  const committed = profileOf(host).versions.find((one) => one.range === range);
  const engine = await launchChromium();
  try {
    const { range: _range, measured: _measured, ...facts } = committed ?? { range: '', measured: '' };
    expect(await measureHost({ host, optional, alias }, engine)).toEqual(facts);
  } finally {
    await engine.close();
  }
});

test.each(plan.map((one) => one.host))('the profile of %s has the form of its schema', async (host) => {
  const validate = await validatorFor('profile');
  expect(validate(profileOf(host)) || validate.errors).toBe(true);
});
