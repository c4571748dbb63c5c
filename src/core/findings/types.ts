/** A finding: one result about the user's material. Never an exception. */

export type Level = 'error' | 'warning' | 'note';

/** A place in a text file. Lines and columns count from 1; columns in UTF-16 code units. */
export interface Place {
  file: string;
  line: number;
  column: number;
  /** Length of the marked text in UTF-16 code units, on that line. */
  length?: number;
}

export interface Finding {
  code: string;
  level: Level;
  place: Place;
  /** Names the item, then what happens to it. */
  message: string;
  /** What to do about it. */
  cure: string;
  /** The tag the finding is about, where there is one. */
  tag?: string;
}

const RANK: Record<Level, number> = { error: 0, warning: 1, note: 2 };

/** Is `level` as grave as `floor`, or graver? */
export function atLeast(level: Level, floor: Level): boolean {
  return RANK[level] <= RANK[floor];
}

/** Findings in reading order: by file, line, column, then code. Does not change its argument. */
export function inReadingOrder(findings: readonly Finding[]): Finding[] {
  return [...findings].sort(
    (a, b) =>
      compare(a.place.file, b.place.file) ||
      a.place.line - b.place.line ||
      a.place.column - b.place.column ||
      compare(a.code, b.code),
  );
}

/** How many findings there are of each level. */
export function countLevels(findings: readonly Finding[]): Record<Level, number> {
  const counts: Record<Level, number> = { error: 0, warning: 0, note: 0 };
  for (const finding of findings) counts[finding.level] += 1;
  return counts;
}

/** `file:line:column`, the form that editors and terminals turn into a link. */
export function placeText(place: Place): string {
  return `${place.file}:${place.line}:${place.column}`;
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
