/** Where a command writes: results to stdout, everything else to stderr. */

import { createColors } from 'picocolors';
import type { Outcome } from '../../core/crossing/types.js';
import type { Level } from '../../core/findings/types.js';

export interface ScreenOptions {
  quiet: boolean;
  verbose: boolean;
  color: boolean | undefined;
}

const WIDEST = 100;
const NARROWEST = 40;

export class Screen {
  readonly width: number;
  readonly quiet: boolean;
  readonly verbose: boolean;
  readonly #colors: ReturnType<typeof createColors>;

  constructor(options: ScreenOptions) {
    this.quiet = options.quiet;
    this.verbose = options.verbose;
    const columns = process.stdout.columns ?? (Number(process.env.COLUMNS) || WIDEST);
    this.width = Math.max(NARROWEST, Math.min(WIDEST, columns));
    const byTerminal = process.stdout.isTTY === true && !process.env.NO_COLOR && process.env.TERM !== 'dumb';
    this.#colors = createColors(options.color === false ? false : byTerminal);
  }

  /** A line, or lines, of the result. */
  out(...lines: string[]): void {
    if (lines.length > 0) process.stdout.write(`${lines.join('\n')}\n`);
  }

  /** A word about the work, for stderr; nothing with --quiet. */
  say(line: string): void {
    if (!this.quiet) process.stderr.write(`${line}\n`);
  }

  /** The last line of a result: what to do next. Nothing with --quiet. */
  next(line: string): void {
    if (!this.quiet) this.out(`${this.strong('Next:')} ${line}`);
  }

  strong(text: string): string {
    return this.#colors.bold(text);
  }

  faint(text: string): string {
    return this.#colors.dim(text);
  }

  /** Colour only repeats what the word says. */
  outcome(word: Outcome | string): string {
    const { green, cyan, yellow, red } = this.#colors;
    const paint = { plain: green, marked: cyan, bridge: yellow, broken: red }[word.trim()];
    return paint ? paint(word) : word;
  }

  level(word: Level): string {
    const { red, yellow, cyan } = this.#colors;
    return { error: red, warning: yellow, note: cyan }[word](word);
  }
}
