/** The demo, from end to end: every step, the proof in Chromium, and its report. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { HOSTS } from '../../dist/cli/screen/demo.js';
import type { ProbeResult } from '../../dist/core/probe/result.js';
import { validatorFor } from '../../dist/shell/files/schemas.js';
import { browser } from '../support/engine.js';
import { expectHonest } from '../support/honest.js';
import { folder, json, suvet } from '../support/run.js';

const open = browser();

test('suvet demo', async () => {
  const place = join(folder(), 'merrow');
  const ran = await suvet(['demo', '--keep', place, '--json']);
  expect(ran).toMatchObject({ code: 0, stderr: '' });
  const validate = await validatorFor('demo');
  expect(validate(json(ran)) || validate.errors).toBe(true);
  const { report, proof, findings, measured } = json<{
    measured: { missing?: string; cells: ProbeResult['cells'] };
    report: string;
    findings: number;
    proof: { rows: { expected: string; happened: string }[] };
  }>(ran);
  expect(findings).toBe(26);
  expect(proof.rows.length).toBeGreaterThan(8);
  expect(proof.rows.filter((row) => row.expected !== row.happened)).toEqual([]);
  expect(measured.missing).toBeUndefined();
  expectHonest(measured.cells, HOSTS);
  for (const file of ['console/src/elements/tide-gauge.ts', 'crew/src/elements/tide-gauge.svelte'])
    expect(existsSync(join(place, 'apps', file))).toBe(true);

  const page = await open(undefined, readFileSync(report, 'utf8'));
  expect(await page.evaluate('document.querySelectorAll("#overview tbody tr").length')).toBe(6);
  expect(await page.evaluate('document.querySelectorAll(".finding").length')).toBe(26);
  expect(
    await page.evaluate(
      '[...document.querySelectorAll("a")].every((one) => document.querySelector(one.hash))',
    ),
  ).toBe(true);
  expect(page.console).toEqual([]);
  expect(page.refused).toEqual([]);

  const again = await suvet(['demo', '--keep', place]);
  expect(again).toMatchObject({ code: 2, stderr: expect.stringContaining('holds files already') });
}, 180_000);

test('without a browser the rest of the story is told, and the exit status says what is missing', async () => {
  const ran = await suvet(['demo', '--keep', join(folder(), 'merrow')], undefined, {
    SUVET_CHROMIUM: '/nowhere/chromium',
  });
  expect(ran.code).toBe(3);
  expect(ran.stdout).toContain('not run: chromium was not found');
  expect(ran.stdout).toMatch(/Report: .*report\.html\n$/);
});

test('a page may not reach beyond this machine', async () => {
  const page = await open();
  expect(await page.evaluate("fetch('http://suvet.example/').then(() => 'reached', () => 'refused')")).toBe(
    'refused',
  );
  expect(page.refused).toEqual(['http://suvet.example/']);
});
