/** A browser engine, behind the smallest interface that probes, tests and pictures need. */

export type EngineName = 'chromium';

export interface EnginePage {
  /** Runs an expression in the page and gives its value as JSON has it. A promise is awaited. */
  evaluate<T>(expression: string): Promise<T>;
  /** Runs a script in the page. Throws when the script itself throws while loading. */
  addScript(code: string): Promise<void>;
  /** What the page wrote to its console, and errors nobody caught, in order. */
  readonly console: readonly { type: string; text: string }[];
  /** Requests that were refused because they left this machine. */
  readonly refused: readonly string[];
  /** Writes a PNG of the page. */
  screenshot(
    path: string,
    size?: { width: number; height: number; scheme?: 'light' | 'dark'; full?: boolean },
  ): Promise<void>;
  close(): Promise<void>;
}

/** The origin under which a page finds the scripts it was opened with. Nothing listens there. */
export const PAGE_ORIGIN = 'http://localhost';

export interface Engine {
  readonly name: EngineName;
  readonly version: string;
  /** Opens a page on this HTML. `scripts` are the modules it may load from `PAGE_ORIGIN`, by path: `/a.js`. */
  open(html?: string, scripts?: ReadonlyMap<string, string>): Promise<EnginePage>;
  close(): Promise<void>;
}
