/** What keeps Suvet from working: usage, configuration, or something outside that is missing. */

export const EXIT = { fine: 0, findings: 1, usage: 2, missing: 3, fault: 70 } as const;

export class SuvetError extends Error {
  readonly code: string;
  /** What to do about it. */
  readonly hint: string;
  readonly exit: number;

  constructor(code: string, exit: number, message: string, hint: string) {
    super(message);
    this.name = 'SuvetError';
    this.code = code;
    this.exit = exit;
    this.hint = hint;
  }
}

/** Wrong arguments or options: exit 2. */
export function usageError(code: string, message: string, hint: string): SuvetError {
  return new SuvetError(code, EXIT.usage, message, hint);
}

/** Something outside is not there (a package, a browser, a permission): exit 3. */
export function missingError(code: string, message: string, hint: string): SuvetError {
  return new SuvetError(code, EXIT.missing, message, hint);
}
