import type { Place } from './types.js';

/** Turns offsets of one text (UTF-16 code units) into lines and columns; built once a text, on first use. */
export class LineMap {
  readonly #text: string;
  #starts: number[] | null = null;

  constructor(text: string) {
    this.#text = text;
  }

  /** The place of `start`, marking up to `end` or the end of that line. */
  place(file: string, start: number, end = start): Place {
    const line = this.line(start);
    const from = this.#lineStarts()[line - 1] ?? 0;
    const lineEnd = this.#lineStarts()[line] ?? this.#text.length + 1;
    const length = Math.max(1, Math.min(end, lineEnd - 1) - start);
    return { file, line, column: start - from + 1, length };
  }

  /** The line number of an offset, from 1. */
  line(offset: number): number {
    const starts = this.#lineStarts();
    let low = 0;
    let high = starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((starts[middle] ?? 0) <= offset) low = middle;
      else high = middle - 1;
    }
    return low + 1;
  }

  #lineStarts(): number[] {
    if (this.#starts) return this.#starts;
    const starts = [0];
    for (let at = this.#text.indexOf('\n'); at !== -1; at = this.#text.indexOf('\n', at + 1)) {
      starts.push(at + 1);
    }
    this.#starts = starts;
    return starts;
  }
}
