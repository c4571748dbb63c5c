/** What a probe of the demo's components has to show in every host. */
import { expect } from 'vitest';
import { differencesOf, type ProbeResult } from '../../dist/core/probe/result.js';

/** No prediction is wrong, no cell failed, nearly everything could be told, and both verdicts came up. */
export function expectHonest(cells: ProbeResult['cells'], hosts: readonly string[]): void {
  expect(
    differencesOf(cells).map(({ cell, trial, what, isLate }) => [
      cell.host,
      cell.tag,
      trial.name,
      what,
      isLate,
    ]),
  ).toEqual([]);
  expect(cells.map((one) => one.error)).toEqual(Array(6 * hosts.length).fill(null));
  for (const host of hosts) {
    const trials = cells.filter((one) => one.host === host).flatMap((one) => one.trials);
    expect(trials.length, host).toBeGreaterThan(35);
    expect(trials.filter((one) => one.happened === 'untold').length, host).toBeLessThan(3);
    // The probe would notice a loss.
    expect(new Set(trials.map((one) => one.happened)), host).toContain('lost');
  }
}
