/** The view of `suvet check`. */

import type { Finding } from '../../core/findings/types.js';
import { countLevels } from '../../core/findings/types.js';
import type { Gathered } from '../../shell/check.js';
import { findingLines } from './findings.js';
import type { Screen } from './screen.js';
import { count } from './table.js';

export function checkView(findings: readonly Finding[], gathered: Gathered, screen: Screen): string[] {
  const { files } = gathered.input;
  const uses = files.reduce((sum, file) => sum + file.uses.uses.length, 0);
  const counts = countLevels(findings);
  const said = [
    counts.error > 0 ? count(counts.error, 'error') : '',
    counts.warning > 0 ? count(counts.warning, 'warning') : '',
    counts.note > 0 ? count(counts.note, 'note') : '',
  ].filter((part) => part !== '');
  return [
    ...findingLines(findings, screen, (file) => gathered.sources.get(file) ?? null),
    `${count(files.length, 'file')}, ${count(uses, 'use')} of elements: ${said.length > 0 ? said.join(', ') : 'nothing wrong'}`,
  ];
}
