/** The view of `suvet demo`: one short block a step, each naming the command that does it alone. */

import type { Contract } from '../../core/contract/types.js';
import { countOutcomes, OUTCOMES } from '../../core/crossing/narrow.js';
import type { HostCrossings } from '../../core/crossing/types.js';
import type { Finding } from '../../core/findings/types.js';
import { placeText } from '../../core/findings/types.js';
import { countTrials, differencesOf } from '../../core/probe/result.js';
import type { ReportModel } from '../../core/report/html.js';
import type { Screen } from './screen.js';
import { surveyView } from './survey.js';
import { count, table } from './table.js';

/** The hosts that the demo maps and probes. */
export const HOSTS = ['react@17', 'react@18', 'react@19', 'vue@3', 'svelte@5', 'angular@20', 'html'];

/** The applications of the demo, and the hosts they are written for. */
export const APPLICATIONS = [
  { name: 'console', label: 'react@18' },
  { name: 'kiosk', label: 'vue@3' },
  { name: 'crew', label: 'svelte@5' },
  { name: 'office', label: 'angular@20' },
];

export function opening(folder: string, screen: Screen): string[] {
  return [
    screen.strong('Merrow Sound Ferries: six elements, four applications, a site of plain pages'),
    screen.faint(`laid out in ${folder}`),
    '',
  ];
}

function step(number: number, title: string, command: string, screen: Screen): string[] {
  return [screen.strong(`${number}  ${title}`), screen.faint(`   ${command}`), ''];
}

export function surveyStep(contract: Contract, screen: Screen): string[] {
  return [
    ...step(1, 'What do the elements offer?', 'suvet survey', screen),
    ...surveyView(contract, screen).slice(2),
    '',
  ];
}

export function mapStep(hosts: readonly HostCrossings[], screen: Screen): string[] {
  const rows = hosts.map((host) => {
    const counts = countOutcomes(host.components.flatMap((one) => one.items));
    return [host.host, ...OUTCOMES.map((outcome) => String(counts[outcome]))];
  });
  const right = { align: 'right' } as const;
  return [
    ...step(
      2,
      'What survives the crossing?',
      `suvet map ${HOSTS.map((host) => `--host ${host}`).join(' ')}`,
      screen,
    ),
    ...table([['', ...OUTCOMES], ...rows], [{}, right, right, right, right], screen.width, '   '),
    '',
  ];
}

export function wrapStep(
  generated: readonly { name: string; label: string; wrapped: number; files: readonly string[] }[],
  screen: Screen,
): string[] {
  const rows = generated.map(({ name, label, wrapped, files }) => [
    `apps/${name}`,
    label,
    `${count(wrapped, 'component')} wrapped`,
    `${count(files.length, 'file')} written`,
  ]);
  const title = 'What is missing is generated';
  const command = 'suvet wrap --host react@18 --out apps/console/src/elements, and so on';
  return [...step(4, title, command, screen), ...table(rows, [{}, {}, {}, {}], screen.width, '   '), ''];
}

export function checkStep(findings: readonly Finding[], screen: Screen): string[] {
  const rows = findings.map((one) => [placeText(one.place), one.code]);
  return [
    ...step(3, 'Does the host code use them right?', 'suvet check', screen),
    ...table(rows, [{}, {}], screen.width, '   '),
    '',
    `   ${count(findings.length, 'finding')}`,
    '',
  ];
}

export function proofStep(proof: ReportModel['proof'], screen: Screen): string[] {
  const title = step(5, 'Does it hold in a real browser?', 'the control room with its wrappers', screen);
  if ('missing' in proof) return [...title, `   not run: ${proof.missing}`, ''];
  const rows = proof.rows.map((row) => [
    row.what,
    row.happened,
    row.expected === row.happened ? 'as expected' : `expected ${row.expected}`,
  ]);
  return [
    ...title,
    ...table(rows, [{ flexible: true }, {}, {}], screen.width, '   '),
    '',
    `   in ${proof.engine}`,
    '',
  ];
}

export function probeStep(measured: ReportModel['measured'], screen: Screen): string[] {
  const title = step(6, 'Is all of the map true?', 'suvet probe, with the same hosts', screen);
  if ('missing' in measured) return [...title, `   not run: ${measured.missing}`, ''];
  const hosts = [...new Set(measured.cells.map((cell) => cell.host))];
  const rows = hosts.map((host) => {
    const cells = measured.cells.filter((cell) => cell.host === host);
    const { asExpected, untold } = countTrials(cells);
    const differ = differencesOf(cells).length + cells.filter((cell) => cell.error !== null).length;
    return [
      host,
      `${asExpected} as expected`,
      `${differ} different`,
      untold > 0 ? `${untold} cannot be told` : '',
    ];
  });
  return [
    ...title,
    ...table(rows, [{}, {}, {}, {}], screen.width, '   '),
    '',
    `   in ${measured.engines.join(', ')}`,
    '',
  ];
}

export function closing(report: string, screen: Screen): string[] {
  return [`${screen.strong('Report:')} ${report}`];
}
