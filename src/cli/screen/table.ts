/** Aligned columns, without boxes. */

export interface Column {
  align?: 'left' | 'right';
  /** The column that gives way, and wraps, when the terminal is narrow; at most one. */
  flexible?: boolean;
  /** Paints a cell after it was measured and padded. */
  paint?: (text: string) => string;
}

const GAP = 2;
const NARROWEST = 16;

/** Rows of cells as lines of at most `width` characters; a flexible cell wraps under itself. */
export function table(
  rows: readonly (readonly string[])[],
  columns: readonly Column[],
  width: number,
  indent = '',
): string[] {
  const natural = columns.map((_, index) =>
    rows.reduce((most, row) => Math.max(most, lengthOf(row[index] ?? '')), 0),
  );
  const flexible = columns.findIndex((column) => column.flexible);
  const fixed = natural.reduce((sum, one, index) => (index === flexible ? sum : sum + one), 0);
  const room = width - indent.length - fixed - GAP * (columns.length - 1);
  const widths = natural.map((one, index) =>
    index === flexible ? Math.min(one, Math.max(NARROWEST, room)) : one,
  );
  return rows.flatMap((row) => {
    const cells = columns.map((_, index) =>
      index === flexible ? wrap(row[index] ?? '', widths[index] ?? 0) : [row[index] ?? ''],
    );
    const height = Math.max(...cells.map((cell) => cell.length));
    return Array.from({ length: height }, (_, line) => {
      const parts = columns.map((column, index) => {
        const text = cells[index]?.[line] ?? '';
        const padded =
          column.align === 'right' ? text.padStart(widths[index] ?? 0) : text.padEnd(widths[index] ?? 0);
        return column.paint && text !== ''
          ? padded.replace(text, () => column.paint?.(text) ?? text)
          : padded;
      });
      return (indent + parts.join(' '.repeat(GAP))).trimEnd();
    });
  });
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
