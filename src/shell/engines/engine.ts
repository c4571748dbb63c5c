/** A browser engine, behind the smallest interface that probes, tests and pictures need. */

export const ENGINE_NAMES = ['chromium', 'firefox', 'webkit'] as const;
export type EngineName = (typeof ENGINE_NAMES)[number];

export interface PictureSize {
  width: number;
  height: number;
  scheme?: 'light' | 'dark';
  full?: boolean;
}

export interface EnginePage {
  /**
   * Runs an expression in the page and gives its value as JSON has it. A promise is awaited. Throws a PageHung when
   * the page does not answer in time; the page is of no more use then, the engine is.
   */
  evaluate<T>(expression: string, limit?: number): Promise<T>;
  /** Runs a script in the page. Throws when the script itself throws while loading. */
  addScript(code: string): Promise<void>;
  /** What the page wrote to its console, and errors nobody caught, in order. */
  readonly console: readonly { type: string; text: string }[];
  /** Requests that were refused because they left this machine. */
  readonly refused: readonly string[];
  /** Writes a PNG of the page. Engines that cannot ask for a colour scheme keep their own. */
  screenshot(path: string, size?: PictureSize): Promise<void>;
  close(): Promise<void>;
}

/** The origin under which a page of Chromium or Firefox finds its scripts. Nothing listens there. */
export const PAGE_ORIGIN = 'http://localhost';

export const EMPTY_PAGE = '<!doctype html><meta charset="utf-8"><title>suvet</title><body>';

/** The longest that a page may take to answer, in milliseconds, unless the caller says otherwise. */
export const LONGEST_STEP = 60_000;

export interface Engine {
  readonly name: EngineName;
  readonly version: string;
  /** Opens a page on this HTML. `scripts` are the modules it may load from its own origin, by path: `/a.js`. */
  open(html?: string, scripts?: ReadonlyMap<string, string>): Promise<EnginePage>;
  close(): Promise<void>;
}

/** A page that did not answer in time. */
export class PageHung extends Error {
  constructor(limit: number) {
    super(`the page did not answer within ${limit / 1000} s`);
    this.name = 'PageHung';
  }
}

/** Gives what the promise gives, or throws a PageHung after `limit` milliseconds. */
export async function within<T>(promise: Promise<T>, limit: number): Promise<T> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => fail(new PageHung(limit)), limit);
  });
  try {
    return await Promise.race([promise, late]);
  } finally {
    clearTimeout(timer);
  }
}
