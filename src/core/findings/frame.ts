import type { Place } from './types.js';

/**
 * A code frame: the line of a place, one line of context on each side, and a mark under the place.
 * Tabs become single spaces, so that the mark stands where it should. Long lines are cut around the place.
 */
export function codeFrame(source: string, place: Place, width = 96): string {
  const lines = source.split(/\r?\n/);
  const first = Math.max(1, place.line - 1);
  const last = Math.min(lines.length, place.line + 1);
  const gutter = String(last).length;
  const room = Math.max(20, width - gutter - 5);
  const shift = place.column > room - 8 ? place.column - Math.floor(room / 2) : 0;
  const rows: string[] = [];
  for (let number = first; number <= last; number += 1) {
    const text = (lines[number - 1] ?? '').replaceAll('\t', ' ').slice(shift, shift + room);
    rows.push(`${number === place.line ? '>' : ' '} ${String(number).padStart(gutter)} | ${text}`.trimEnd());
    if (number !== place.line) continue;
    const start = place.column - 1 - shift;
    const length = Math.max(1, Math.min(place.length ?? 1, room - start));
    rows.push(`  ${' '.repeat(gutter)} | ${' '.repeat(start)}${'^'.repeat(length)}`);
  }
  return rows.join('\n');
}
