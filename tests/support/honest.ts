/** What a probe of the demo's components has to show in every host. */
import { expect } from 'vitest';
import { differencesOf, type ProbeResult } from '../../dist/core/probe/result.js';

/** No prediction is wrong, and no cell failed. */
export function expectNoneWrong(cells: ProbeResult['cells']): void {
  expect(
    differencesOf(cells).map(({ cell, trial, what, isLate }) => [
      cell.host,
      cell.tag,
      trial.name,
      what,
      isLate,
    ]),
  ).toEqual([]);
  expect(cells.flatMap((one) => one.error ?? [])).toEqual([]);
}

const trialsIn = (cells: ProbeResult['cells'], host: string) =>
  cells.filter((one) => one.host === host).flatMap((one) => one.trials);

/** The same of the demo's components; nearly everything could be told, and both verdicts came up. */
export function expectHonest(cells: ProbeResult['cells'], hosts: readonly string[]): void {
  expectNoneWrong(cells);
  expect(cells.length).toBe(6 * hosts.length);
  for (const host of hosts) {
    const trials = trialsIn(cells, host);
    expect(trials.length, host).toBeGreaterThan(35);
    expect(trials.filter((one) => one.happened === 'untold').length, host).toBeLessThan(3);
    // The probe would notice a loss.
    expect(new Set(trials.map((one) => one.happened)), host).toContain('lost');
  }
}
