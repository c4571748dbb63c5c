#!/usr/bin/env node
/** The command line: reads the arguments, runs one command, turns errors into messages and exit codes. */

import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { Command, CommanderError, Option } from 'commander';
import { EXIT, SuvetError } from '../shell/files/error.js';
import { ownPath } from '../shell/files/own.js';
import type { CommandCall, CommandSpec } from './command.js';
import { COMMANDS } from './commands/index.js';
import { Screen } from './screen/screen.js';

process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(EXIT.fine);
  throw error;
});

const { version } = JSON.parse(readFileSync(ownPath('package.json'), 'utf8')) as { version: string };

const program = new Command('suvet')
  .description(
    'What custom elements offer, what each host does with them, and what to do about the difference.',
  )
  .version(version, '-V, --version', 'print the version')
  .helpOption('-h, --help', 'print this help')
  .helpCommand(false)
  .showHelpAfterError('Run suvet --help for the commands.')
  .exitOverride();

for (const spec of COMMANDS) addCommand(spec);

try {
  await program.parseAsync();
} catch (error) {
  process.exitCode = report(error, process.argv.includes('--json'));
}

function addCommand(spec: CommandSpec): void {
  const command = program
    .command(spec.name)
    .summary(spec.summary)
    .description(spec.summary)
    .exitOverride()
    .showHelpAfterError(`Run suvet ${spec.name} --help for its options.`);
  if (spec.argument) command.argument(spec.argument.form, spec.argument.about);
  for (const option of spec.options ?? []) {
    const made = new Option(option.flags, option.about);
    if (option.choices) made.choices([...option.choices]);
    if (option.repeatable)
      made.argParser((value: string, before: string[] | undefined) => [...(before ?? []), value]);
    if (option.default !== undefined) made.default(option.default);
    command.addOption(made);
  }
  command
    .option('--json', 'print the full result as one JSON document')
    .option('--cwd <dir>', 'work in this folder')
    .option('--quiet', 'print the result only')
    .option('--verbose', 'say more about what happens')
    .option('--no-color', 'print without colour')
    .addHelpText('after', `\nExamples:\n${spec.examples.map((one) => `  ${one}`).join('\n')}`);
  command.action(async (...given: unknown[]) => {
    const options = command.opts<Record<string, unknown>>();
    const [first] = given;
    const args = spec.argument
      ? Array.isArray(first)
        ? first.map(String)
        : first === undefined
          ? []
          : [String(first)]
      : [];
    process.exitCode = await spec.run(callOf(args, options));
  });
}

function callOf(args: string[], options: Record<string, unknown>): CommandCall {
  const cwd = resolve(typeof options.cwd === 'string' ? options.cwd : '.');
  return {
    args,
    options,
    cwd,
    json: options.json === true,
    screen: new Screen({
      quiet: options.quiet === true,
      verbose: options.verbose === true,
      color: options.color === false ? false : undefined,
    }),
    workspace: async (...paths) => {
      const { loadWorkspace } = await import('../shell/workspace.js');
      return loadWorkspace([cwd, ...paths.map((path) => resolve(cwd, path))]);
    },
  };
}

/** Prints what went wrong and returns the exit status. */
function report(error: unknown, json: boolean): number {
  if (error instanceof CommanderError) {
    return error.exitCode === 0 ? EXIT.fine : EXIT.usage;
  }
  if (error instanceof SuvetError) {
    if (json) printError(error.code, error.message, error.hint);
    process.stderr.write(`suvet: ${error.message}\n  ${error.hint}\n`);
    return error.exit;
  }
  const fault = error instanceof Error ? (error.stack ?? error.message) : String(error);
  const hint = 'This is a fault in Suvet. Please report it with the lines above and the command you ran.';
  if (json) printError('fault', error instanceof Error ? error.message : String(error), hint);
  process.stderr.write(`suvet: ${fault}\n${hint}\n`);
  return EXIT.fault;
}

function printError(code: string, message: string, hint: string): void {
  process.stdout.write(`${JSON.stringify({ error: { code, message, hint } }, null, 2)}\n`);
}
