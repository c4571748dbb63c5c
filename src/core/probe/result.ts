/** What a probe found: cells, each a component in a host in an engine, with its trials. */

import type { Crossing } from '../crossing/types.js';
import type { Verdict } from './plan.js';

/** What happened. `untold`: the page shows nothing by which it could be told. */
export type Happened = Verdict | 'untold';

export interface TrialResult {
  kind: Crossing['kind'];
  name: string;
  expected: Verdict;
  happened: Happened;
  /** What was seen, where it was not simply as expected. */
  what: string | null;
  /** The same for an element that is defined only after the host mounted it; null where it was not tried. */
  late: { expected: Verdict; happened: Happened; what: string | null } | null;
}

export interface ProbeCell {
  tag: string;
  host: string;
  engine: string;
  trials: TrialResult[];
  /** Why the cell could not be probed, or only in part; null when it could. */
  error: string | null;
  /** What the page wrote to its console as errors. */
  console: string[];
}

export interface ProbeResult {
  probe: 1;
  package: { name: string; version: string } | null;
  /** Engines with their versions: `chromium 156.0`. */
  engines: string[];
  /** The part of the cells this run took on, `2/5`; null for all of them. */
  shard: string | null;
  cells: ProbeCell[];
}

/** One place where expectation and happening part. */
export interface Difference {
  cell: ProbeCell;
  trial: TrialResult;
  isLate: boolean;
  expected: Verdict;
  happened: Happened;
  what: string | null;
}

/** Everything that came out differently; what cannot be told is no difference. */
export function differencesOf(cells: readonly ProbeCell[]): Difference[] {
  return cells.flatMap((cell) =>
    cell.trials.flatMap((trial) => {
      const both = [
        { cell, trial, isLate: false, ...pick(trial) },
        ...(trial.late ? [{ cell, trial, isLate: true, ...pick(trial.late) }] : []),
      ];
      return both.filter((one) => one.happened !== 'untold' && one.happened !== one.expected);
    }),
  );
}

function pick({ expected, happened, what }: { expected: Verdict; happened: Happened; what: string | null }) {
  return { expected, happened, what };
}

/** How many trials came out as expected, differently, or could not be told. */
export function countTrials(cells: readonly ProbeCell[]) {
  const trials = cells.flatMap((cell) => cell.trials);
  const differ = trials.filter((one) => one.happened !== 'untold' && one.happened !== one.expected).length;
  const untold = trials.filter((one) => one.happened === 'untold').length;
  return { asExpected: trials.length - differ - untold, differ, untold };
}

/** Puts the results of shards together; a cell that stands twice is taken once. */
export function merged(results: readonly ProbeResult[]): ProbeResult {
  const cells = new Map<string, ProbeCell>();
  for (const cell of results.flatMap((one) => one.cells)) {
    const key = [cell.tag, cell.host, cell.engine].join(' ');
    if (!cells.has(key)) cells.set(key, cell);
  }
  return {
    probe: 1,
    package: results[0]?.package ?? null,
    engines: [...new Set(results.flatMap((one) => one.engines))],
    shard: null,
    cells: [...cells.values()].sort((a, b) => (orderOf(a) < orderOf(b) ? -1 : 1)),
  };
}

function orderOf(cell: ProbeCell): string {
  return [cell.host, cell.tag, cell.engine].join('\n');
}
