/** Aligned columns, without boxes. */

export interface Column {
  align?: 'left' | 'right';
  /** The column that gives way, and wraps, when the terminal is narrow; at most one. */
  flexible?: boolean;
  /** Paints a cell after it was measured and padded. */
  paint?: (text: string) => string;
}

const GAP = '  ';
const NARROWEST = 16;
/** With less room than this, a last column that gives way goes under its row. */
const TIGHT = 24;
const UNDER = '    ';

/**
 * Rows of cells as lines of at most `width` characters; a flexible cell wraps under itself, or, where it is the last and
 * there is next to no room beside the others, under its row.
 */
export function table(...given: Parameters<typeof tableRows>): string[] {
  return tableRows(...given).flat();
}

/** The same with the lines of each row by themselves, for a table that other lines come between. */
export function tableRows(
  rows: readonly (readonly string[])[],
  columns: readonly Column[],
  width: number,
  indent = '',
): string[][] {
  const natural = columns.map((_, index) =>
    rows.reduce((most, row) => Math.max(most, longestLine(row[index] ?? '')), 0),
  );
  const flexible = columns.findIndex((column) => column.flexible);
  const fixed = natural.reduce((sum, one, index) => (index === flexible ? sum : sum + one), 0);
  const room = width - indent.length - fixed - GAP.length * (columns.length - 1);
  const widths = natural.map((one, index) =>
    index === flexible ? Math.min(one, Math.max(NARROWEST, room)) : one,
  );
  const isUnder =
    flexible === columns.length - 1 &&
    flexible > 0 &&
    room < Math.min(TIGHT, width / 3) &&
    (natural[flexible] ?? 0) > room;
  if (isUnder) {
    const others = rows.map((row) => row.slice(0, flexible));
    const lines = tableRows(others, columns.slice(0, flexible), width, indent);
    const { paint = (text: string) => text } = columns[flexible] ?? {};
    return rows.map(({ [flexible]: words = '' }, at) => {
      const under = words === '' ? [] : wrap(words, width - indent.length - UNDER.length);
      return [...(lines[at] ?? []), ...under.map((one) => indent + UNDER + paint(one))];
    });
  }
  return rows.map((row) => {
    // Only the flexible cell has more than one line.
    const parts = flexible < 0 ? [''] : wrap(row[flexible] ?? '', widths[flexible] ?? 0);
    return parts.map((part, at) => {
      const cells = columns.map((column, index) => {
        const text = index === flexible ? part : at === 0 ? (row[index] ?? '') : '';
        return padded(text, column, widths[index] ?? 0);
      });
      return (indent + cells.join(GAP)).trimEnd();
    });
  });
}

/** Measured before it is painted, which adds characters that take no room. */
function padded(text: string, { align, paint }: Column, width: number): string {
  const space = ' '.repeat(Math.max(0, width - lengthOf(text)));
  const shown = paint && text !== '' ? paint(text) : text;
  return align === 'right' ? space + shown : shown + space;
}

/** Breaks text into lines of at most `width`, between words where there are any; lines of its own stay apart. */
export function wrap(text: string, width: number): string[] {
  return text.includes('\n')
    ? text.split('\n').flatMap((line) => wrapLine(line, width))
    : wrapLine(text, width);
}

function wrapLine(text: string, width: number): string[] {
  if (width <= 0 || text.length <= width || lengthOf(text) <= width) return [text];
  const lines: string[] = [];
  let line = '';
  let length = 0;
  for (const word of text.split(' ')) {
    const more = lengthOf(word);
    if (line !== '' && length + 1 + more > width) {
      lines.push(line);
      line = '';
    }
    length = line === '' ? more : length + 1 + more;
    line = line === '' ? word : `${line} ${word}`;
    while (length > width) {
      const characters = [...line];
      lines.push(characters.slice(0, width).join(''));
      line = characters.slice(width).join('');
      length -= width;
    }
  }
  if (line !== '') lines.push(line);
  return lines;
}

function longestLine(text: string): number {
  if (!text.includes('\n')) return lengthOf(text);
  return text.split('\n').reduce((most, line) => Math.max(most, lengthOf(line)), 0);
}

function lengthOf(text: string): number {
  // Most text has one unit a character, and is asked for its length many times.
  return /[\uD800-\uDBFF]/.test(text) ? [...text].length : text.length;
}

/** `1 component`, `6 components`. */
export function count(number: number, one: string, many = `${one}s`): string {
  return `${number} ${number === 1 ? one : many}`;
}
