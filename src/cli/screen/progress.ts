/** How far long work has come: one line that is written over, on a terminal; nothing in a pipe. */

import type { Screen } from './screen.js';

export class Progress {
  readonly #isShown: boolean;

  constructor(screen: Screen) {
    this.#isShown = process.stderr.isTTY === true && !screen.quiet;
  }

  /** Shows a step, over the one before. */
  at(done: number, total: number, what: string): void {
    if (this.#isShown) process.stderr.write(`\r\u001b[2K${done + 1} of ${total}: ${what}`);
  }

  /** Takes the line away. */
  end(): void {
    if (this.#isShown) process.stderr.write('\r\u001b[2K');
  }
}
