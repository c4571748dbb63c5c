/** Aligned columns, without boxes. */

export interface Column {
  align?: 'left' | 'right';
  /** It is at least that wide, whatever its cells. */
  least?: number;
  /** The column that gives way, and wraps, when the terminal is narrow; at most one. */
  flexible?: boolean;
  /** Paints a cell after it was measured and padded. */
  paint?: (text: string) => string;
}

const GAP = '  ';
const NARROWEST = 16;

/** Rows of cells as lines of at most `width` characters; a flexible cell wraps under itself. */
export function table(
  rows: readonly (readonly string[])[],
  columns: readonly Column[],
  width: number,
  indent = '',
): string[] {
  const natural = columns.map(({ least = 0 }, index) =>
    rows.reduce((most, row) => Math.max(most, lengthOf(row[index] ?? '')), least),
  );
  const flexible = columns.findIndex((column) => column.flexible);
  const fixed = natural.reduce((sum, one, index) => (index === flexible ? sum : sum + one), 0);
  const room = width - indent.length - fixed - GAP.length * (columns.length - 1);
  const widths = natural.map((one, index) =>
    index === flexible ? Math.min(one, Math.max(NARROWEST, room)) : one,
  );
  const lines: string[] = [];
  for (const row of rows) {
    // Only the flexible cell has more than one line.
    const [first = '', ...others] = flexible < 0 ? [] : wrap(row[flexible] ?? '', widths[flexible] ?? 0);
    const cells = flexible < 0 ? row : row.with(flexible, first);
    lines.push(lineOf(cells, columns, widths, indent));
    for (const text of others) {
      const below = columns.map((_, index) => (index === flexible ? text : ''));
      lines.push(lineOf(below, columns, widths, indent));
    }
  }
  return lines;
}

function lineOf(
  cells: readonly string[],
  columns: readonly Column[],
  widths: readonly number[],
  indent: string,
): string {
  let line = indent;
  for (const [index, { align, paint }] of columns.entries()) {
    const text = cells[index] ?? '';
    const space = ' '.repeat(Math.max(0, (widths[index] ?? 0) - text.length));
    const painted = paint && text !== '' ? paint(text) : text;
    if (index > 0) line += GAP;
    line += align === 'right' ? space + painted : painted + space;
  }
  return line.trimEnd();
}

/** Breaks text into lines of at most `width`, between words where there are any. */
export function wrap(text: string, width: number): string[] {
  if (width <= 0 || lengthOf(text) <= width) return [text];
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    if (line !== '' && lengthOf(line) + 1 + lengthOf(word) > width) {
      lines.push(line);
      line = '';
    }
    line = line === '' ? word : `${line} ${word}`;
    while (lengthOf(line) > width && width > 0) {
      lines.push([...line].slice(0, width).join(''));
      line = [...line].slice(width).join('');
    }
  }
  if (line !== '') lines.push(line);
  return lines;
}

function lengthOf(text: string): number {
  // Most text has one unit a character, and is asked for its length many times.
  return /[\uD800-\uDBFF]/.test(text) ? [...text].length : text.length;
}

/** `1 component`, `6 components`. */
export function count(number: number, one: string, many = `${one}s`): string {
  return `${number} ${number === 1 ? one : many}`;
}
