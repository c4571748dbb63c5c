/** Findings on a terminal: level, place and message, then the cure. */

import { codeFrame } from '../../core/findings/frame.js';
import type { Finding } from '../../core/findings/types.js';
import { inReadingOrder, placeText } from '../../core/findings/types.js';
import type { Screen } from './screen.js';
import { wrap } from './table.js';

/** One block for each finding, in reading order. `sourceOf` gives the text for a code frame, or null. */
export function findingLines(
  findings: readonly Finding[],
  screen: Screen,
  sourceOf: (file: string) => string | null = () => null,
): string[] {
  return inReadingOrder(findings).flatMap((finding) => {
    const source = sourceOf(finding.place.file);
    const frame = source === null ? [] : codeFrame(source, finding.place, screen.width - 4).split('\n');
    return [
      `${screen.strong(placeText(finding.place))}  ${screen.level(finding.level)}  ${finding.code}`,
      ...wrap(finding.message, screen.width - 2).map((line) => `  ${line}`),
      ...frame.map((line) => `  ${screen.faint(line)}`.trimEnd()),
      ...wrap(`Cure: ${finding.cure}`, screen.width - 2).map((line) => `  ${line}`),
      '',
    ];
  });
}
