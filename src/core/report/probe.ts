/** Probe results as parts of a page. */

import { htmlText } from '../emit/text.js';
import {
  countTrials,
  type Difference,
  differencesOf,
  type ProbeCell,
  type ProbeResult,
} from '../probe/result.js';
import { type Cell, code, faint, type PageSection, page, tableOf } from './page.js';

/** The results of a probe as one page. */
export function probePage(result: ProbeResult): string {
  const name = result.package ? `${result.package.name} ${result.package.version}` : 'Components';
  const counts = countTrials(result.cells);
  return page({
    title: `${name}: probed`,
    kicker: 'Suvet probe',
    heading: name,
    facts: [
      [result.cells.length, result.cells.length === 1 ? 'cell' : 'cells'],
      [counts.asExpected, 'items as expected'],
      [differencesOf(result.cells).length, 'differ'],
      [counts.untold, 'cannot be told'],
    ],
    sections: [...measuredSections(result), trialsSection(result)],
  });
}

/** What was measured where, and what came out differently. */
export function measuredSections(result: ProbeResult): PageSection[] {
  return [matrixSection(result), differencesSection(result)];
}

function matrixSection({ cells, engines }: ProbeResult): PageSection {
  const hosts = [...new Set(cells.map((cell) => cell.host))];
  const tags = [...new Set(cells.map((cell) => cell.tag))];
  const rows = tags.map((tag): Cell[] => [
    code(tag),
    ...hosts.map((host) =>
      cellsOf(
        cells.filter((cell) => cell.tag === tag && cell.host === host),
        engines.length === 1,
      ),
    ),
  ]);
  const body = `<p>Every component was mounted in every host, with the host's own compiler, in ${htmlText(engines.join(', '))}; each item was tried with values of its type. Counted are the items that came out as the map expects.</p>
${tableOf(['component', ...hosts], rows)}`;
  return { id: 'measured', title: 'Measured', body };
}

function cellsOf(cells: readonly ProbeCell[], isOnly: boolean): Cell {
  const lines = cells.map((cell) => {
    if (cell.error !== null)
      return `<span class="broken">${htmlText(cell.engine)} failed</span>${faint(cell.error)}`;
    const { asExpected, untold } = countTrials([cell]);
    const differ = differencesOf([cell]).length;
    const told = cell.trials.length - untold;
    const said = differ > 0 ? `<span class="broken">${differ} differ</span>` : `${asExpected} of ${told}`;
    return isOnly ? said : `<div>${said} <span class="by">${htmlText(cell.engine)}</span></div>`;
  });
  return lines.join('');
}

function differencesSection({ cells }: ProbeResult): PageSection {
  const found = differencesOf(cells);
  const failed = cells.filter((cell) => cell.error !== null);
  const section = { id: 'differences', title: 'Expected and happened' };
  if (found.length === 0 && failed.length === 0) {
    return { ...section, body: '<p>Everything that a page can show came out as the map says.</p>' };
  }
  const rows = [
    ...found.map(rowOf),
    ...failed.map((cell) => [
      placeOf(cell),
      '',
      '',
      { markup: 'failed', className: 'broken' },
      htmlText(cell.error ?? ''),
    ]),
  ];
  return { ...section, body: tableOf(['where', 'item', 'expected', 'happened', 'what'], rows) };
}

function rowOf({ cell, trial, isLate, expected, happened, what }: Difference): Cell[] {
  return [
    placeOf(cell),
    `${code(trial.name === '' ? '(default slot)' : trial.name)}${isLate ? faint('defined late') : ''}`,
    expected,
    { markup: happened, className: 'broken' },
    htmlText(what ?? ''),
  ];
}

function placeOf({ tag, host, engine }: ProbeCell): string {
  return `${code(tag)}${faint(`${host}, ${engine}`)}`;
}

function trialsSection({ cells }: ProbeResult): PageSection {
  const parts = cells.map((cell) => {
    const rows = cell.trials.map(({ kind, name, expected, happened, what, late }): Cell[] => [
      name === '' ? '(default slot)' : code(name),
      kind.replaceAll(/([A-Z])/g, ' $1').toLowerCase(),
      expected,
      { markup: happened, className: happened === 'untold' || happened === expected ? '' : 'broken' },
      late
        ? `${late.happened}${late.happened === late.expected || late.happened === 'untold' ? '' : ', not expected'}`
        : '',
      htmlText(what ?? ''),
    ]);
    return `<details><summary>${code(cell.tag)} in ${htmlText(`${cell.host}, ${cell.engine}`)}</summary>
${tableOf(['item', 'kind', 'expected', 'happened', 'defined late', 'what'], rows)}</details>`;
  });
  return { id: 'items', title: 'Item by item', body: parts.join('\n') };
}
