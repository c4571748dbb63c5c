/** Probe results as JUnit XML, as test reports of CI systems read it: a suite a cell, a case an item. */

import type { ProbeCell, ProbeResult, TrialResult } from '../probe/result.js';

/** The document. Attributes and text are escaped for XML 1.0; characters it does not allow are left out. */
export function junitOf({ cells }: ProbeResult): string {
  const suites = cells.map(suiteOf);
  const sum = (of: (cell: ProbeCell) => number) => cells.reduce((total, cell) => total + of(cell), 0);
  return `<?xml version="1.0" encoding="UTF-8"?>
<testsuites name="suvet probe" tests="${sum(countOf)}" failures="${sum(failuresOf)}" errors="${sum(errorsOf)}" skipped="${sum(skippedOf)}">
${suites.join('\n')}
</testsuites>
`;
}

const differs = (trial: TrialResult) =>
  [trial, ...(trial.late ? [trial.late] : [])].some(
    (one) => one.happened !== 'untold' && one.happened !== one.expected,
  );

const errorsOf = (cell: ProbeCell) => (cell.error === null ? 0 : 1);
const countOf = (cell: ProbeCell) => cell.trials.length + errorsOf(cell);
const failuresOf = (cell: ProbeCell) => cell.trials.filter(differs).length;
const skippedOf = (cell: ProbeCell) =>
  cell.trials.filter((one) => one.happened === 'untold' && !differs(one)).length;

function suiteOf(cell: ProbeCell): string {
  const name = `${cell.tag} in ${cell.host}, ${cell.engine}`;
  const cases = cell.trials.map((trial) => caseOf(trial, name));
  if (cell.error !== null) {
    cases.push(
      `  <testcase classname="${xml(name)}" name="the cell">\n    <error message="${xml(cell.error)}"/>\n  </testcase>`,
    );
  }
  return `<testsuite name="${xml(name)}" tests="${countOf(cell)}" failures="${failuresOf(cell)}" errors="${errorsOf(cell)}" skipped="${skippedOf(cell)}">
${cases.join('\n')}
</testsuite>`;
}

function caseOf(trial: TrialResult, suite: string): string {
  const open = `  <testcase classname="${xml(suite)}" name="${xml(`${trial.kind} ${trial.name === '' ? '(default)' : trial.name}`)}"`;
  if (differs(trial)) {
    const parts = [said('', trial), ...(trial.late ? [said('defined late, ', trial.late)] : [])];
    return `${open}>\n    <failure message="${xml(parts.join('; '))}"/>\n  </testcase>`;
  }
  if (trial.happened === 'untold')
    return `${open}>\n    <skipped message="${xml(trial.what ?? '')}"/>\n  </testcase>`;
  return `${open}/>`;
}

function said(
  lead: string,
  { expected, happened, what }: Pick<TrialResult, 'expected' | 'happened' | 'what'>,
): string {
  return `${lead}expected ${expected}, happened ${happened}${what ? `: ${what}` : ''}`;
}

function xml(text: string): string {
  return text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
    .replaceAll(/[\n\t\r]/g, ' ')
    .replaceAll(/[^\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '');
}
