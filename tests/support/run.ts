import { execFile } from 'node:child_process';
import { mkdirSync, mkdtempSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { onTestFinished } from 'vitest';

export const PROJECT = fileURLToPath(new URL('../..', import.meta.url));
export const DEMO = join(PROJECT, 'demo');
export const PROGRAM = join(PROJECT, 'dist/bin/suvet.js');
/** The compiler that the project itself is built with. */
export const TYPESCRIPT = join(PROJECT, 'node_modules/@typescript/native/bin/tsc');

export interface Ran {
  code: number;
  stdout: string;
  stderr: string;
}

/** Runs the built program as a user does, in a pipe, and gives what came back. */
export function suvet(args: string[], cwd = PROJECT, env: Record<string, string> = {}): Promise<Ran> {
  return new Promise((done) => {
    execFile(
      process.execPath,
      [PROGRAM, ...args],
      { cwd, env: { ...process.env, COLUMNS: '100', ...env }, maxBuffer: 64 * 1024 * 1024 },
      (error, stdout, stderr) => done({ code: error ? Number(error.code) : 0, stdout, stderr }),
    );
  });
}

/** Runs another program; used for compilers. */
export function run(program: string, args: string[], cwd: string): Promise<Ran> {
  return new Promise((done) => {
    execFile(program, args, { cwd, maxBuffer: 64 * 1024 * 1024 }, (error, stdout, stderr) =>
      done({ code: error ? Number(error.code) : 0, stdout, stderr }),
    );
  });
}

/** A folder with these files, gone when the test (or the file's setup) is over. */
export function folder(
  files: Record<string, string> = {},
  onEnd: (end: () => void) => void = onTestFinished,
): string {
  const path = realpathSync(mkdtempSync(join(tmpdir(), 'suvet-test-')));
  onEnd(() => rmSync(path, { recursive: true, force: true }));
  put(path, files);
  return path;
}

export function put(path: string, files: Record<string, string>): void {
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(dirname(join(path, name)), { recursive: true });
    writeFileSync(join(path, name), text);
  }
}

/** JSON that must be on stdout. */
export function json<T = Record<string, unknown>>(ran: Ran): T {
  return JSON.parse(ran.stdout) as T;
}
