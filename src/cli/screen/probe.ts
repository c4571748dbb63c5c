/** The view of `suvet probe`. */

import {
  countTrials,
  differencesOf,
  type ProbeCell,
  type ProbeResult,
  type TrialResult,
} from '../../core/probe/result.js';
import type { Screen } from './screen.js';
import { count, table } from './table.js';

export function probeView(result: ProbeResult, screen: Screen, isFull: boolean): string[] {
  const of = result.package ? ` of ${result.package.name} ${result.package.version}` : '';
  const part = result.shard ? ` (part ${result.shard})` : '';
  return [
    screen.strong(`Probe${of}${part}`),
    screen.faint(result.engines.join(', ')),
    '',
    ...(isFull ? itemLines(result, screen) : hostLines(result, screen)),
    ...differenceLines(result, screen),
    summary(result),
  ];
}

/** One row a component, under its host; one column an engine. */
function hostLines({ cells }: ProbeResult, screen: Screen): string[] {
  const engines = enginesOf(cells);
  return hostsOf(cells).flatMap((host) => {
    const mine = cells.filter((cell) => cell.host === host);
    const tags = [...new Set(mine.map((cell) => cell.tag))];
    const rows = tags.map((tag) => [
      tag,
      ...engines.map((engine) => said(mine.find((cell) => cell.tag === tag && cell.engine === engine))),
    ]);
    const columns = [{}, ...engines.map(() => ({}))];
    return [screen.strong(host), ...table([['', ...engines], ...rows], columns, screen.width, '  '), ''];
  });
}

function said(cell: ProbeCell | undefined): string {
  if (!cell) return '';
  if (cell.error !== null) return 'failed';
  const { untold } = countTrials([cell]);
  const differ = differencesOf([cell]).length;
  const told = cell.trials.length - untold;
  return differ > 0 ? `${differ} differ` : `${told} of ${cell.trials.length} as expected`;
}

/** One row an item: expected, and what happened in each engine. */
function itemLines({ cells }: ProbeResult, screen: Screen): string[] {
  const engines = enginesOf(cells);
  return hostsOf(cells).flatMap((host) => {
    const tags = [...new Set(cells.filter((cell) => cell.host === host).map((cell) => cell.tag))];
    return tags.flatMap((tag) => {
      const mine = cells.filter((cell) => cell.host === host && cell.tag === tag);
      const trials = mine.find((cell) => cell.error === null)?.trials ?? [];
      const rows = trials.map((trial, at) => [
        trial.name === '' ? '(default slot)' : trial.name,
        trial.kind.replaceAll(/([A-Z])/g, ' $1').toLowerCase(),
        trial.expected,
        ...engines.map((engine) => happened(mine.find((cell) => cell.engine === engine)?.trials[at])),
      ]);
      return [
        screen.strong(`${tag} in ${host}`),
        ...table(
          [['item', 'kind', 'expected', ...engines], ...rows],
          [{}, {}, {}, ...engines.map(() => ({}))],
          screen.width,
          '  ',
        ),
        '',
      ];
    });
  });
}

function happened(trial: TrialResult | undefined): string {
  if (!trial) return '';
  const late = trial.late && trial.late.happened !== trial.happened ? ` (late: ${trial.late.happened})` : '';
  return trial.happened + late;
}

function differenceLines({ cells }: ProbeResult, screen: Screen): string[] {
  const found = differencesOf(cells);
  const failed = cells.filter((cell) => cell.error !== null);
  if (found.length === 0 && failed.length === 0) return [];
  const rows = [
    ...found.map(({ cell, trial, isLate, expected, happened: what, what: seen }) => [
      `${cell.tag} in ${cell.host}, ${cell.engine}`,
      `${trial.name === '' ? '(default slot)' : trial.name}: expected ${expected}, happened ${what}${isLate ? ', defined late' : ''}${seen ? `: ${seen}` : ''}`,
    ]),
    ...failed.map((cell) => [`${cell.tag} in ${cell.host}, ${cell.engine}`, `failed: ${cell.error}`]),
  ];
  return [screen.strong('Different'), ...table(rows, [{}, { flexible: true }], screen.width, '  '), ''];
}

function summary({ cells }: ProbeResult): string {
  const { asExpected, untold } = countTrials(cells);
  const differ = differencesOf(cells).length;
  const failed = cells.filter((cell) => cell.error !== null).length;
  const parts = [
    `${asExpected} as expected`,
    `${differ} different`,
    `${untold} that a page cannot tell`,
    ...(failed > 0 ? [`${count(failed, 'cell')} failed`] : []),
  ];
  return `${count(cells.length, 'cell')}: ${parts.join(', ')}`;
}

const enginesOf = (cells: readonly ProbeCell[]) => [...new Set(cells.map((cell) => cell.engine))];
const hostsOf = (cells: readonly ProbeCell[]) => [...new Set(cells.map((cell) => cell.host))];
