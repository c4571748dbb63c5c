/** What a command of the command line is: data that main.ts hands to Commander, and a function that runs it. */

import type { Workspace } from '../shell/workspace.js';
import type { Screen } from './screen/screen.js';

export interface CommandOption {
  /** As Commander writes it: `--host <host...>`. */
  flags: string;
  about: string;
  choices?: readonly string[];
  /** May be given several times; its values are collected. */
  repeatable?: boolean;
  default?: string;
}

export interface CommandCall {
  args: string[];
  options: Record<string, unknown>;
  /** Absolute path of the folder the command works in. */
  cwd: string;
  json: boolean;
  screen: Screen;
  /** The workspace at or above `cwd`, else at or above one of the given paths; null without one. */
  workspace(...paths: string[]): Promise<Workspace | null>;
}

export interface CommandSpec {
  name: string;
  summary: string;
  /** As Commander writes it: `[source...]`, with what it means. */
  argument?: { form: string; about: string };
  options?: readonly CommandOption[];
  /** Examples shown under --help. */
  examples: readonly string[];
  /** Runs the command; resolves to its exit status. */
  run(call: CommandCall): Promise<number>;
}

/** The values of an option that may be given several times, or none. */
export function listOf(value: unknown): string[] {
  return Array.isArray(value) ? value.map(String) : typeof value === 'string' ? [value] : [];
}

/** One JSON document on stdout. */
export function printJson(call: CommandCall, value: unknown): void {
  call.screen.out(JSON.stringify(value, null, 2));
}
