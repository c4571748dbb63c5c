import { commentText } from './text.js';

/** Collects lines of code with indentation; blank lines never double and never end a file. */
export class CodeWriter {
  readonly #lines: string[] = [];
  readonly #step: string;
  #depth = 0;

  /** Each step further in is of so many spaces. */
  constructor(step = 2) {
    this.#step = ' '.repeat(step);
  }

  line(text = ''): this {
    if (text === '' && (this.#lines.length === 0 || this.#lines.at(-1) === '')) return this;
    this.#lines.push(text === '' ? '' : this.#step.repeat(this.#depth) + text);
    return this;
  }

  /** `open`, then what `body` writes one step further in, then `close`. */
  block(open: string, close: string, body: () => void): this {
    this.line(open);
    this.indented(body);
    return this.line(close);
  }

  /** What `body` writes, one step further in. */
  indented(body: () => void): this {
    this.#depth += 1;
    body();
    this.#depth -= 1;
    return this;
  }

  /** A documentation comment; nothing when there are no words. */
  doc(...parts: (string | undefined)[]): this {
    const lines = parts
      .filter((part): part is string => part !== undefined && part.trim() !== '')
      .flatMap((part) => commentText(part.trim()).split('\n'))
      .map((line) => line.trimEnd());
    const [only] = lines;
    if (only === undefined) return this;
    if (lines.length === 1) return this.line(`/** ${only} */`);
    this.line('/**');
    for (const line of lines) this.line(line === '' ? ' *' : ` * ${line}`);
    return this.line(' */');
  }

  toString(): string {
    return `${this.#lines.join('\n').trimEnd()}\n`;
  }
}
