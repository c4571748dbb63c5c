import { usageError } from '../../shell/error.js';
import type { CommandCall, CommandSpec } from '../command.js';
import { printJson } from '../command.js';
import { contractsFor } from '../material.js';

export const survey: CommandSpec = {
  name: 'survey',
  summary: 'read what components offer, from their source',
  argument: { form: '[source...]', about: 'files, globs, folders, npm:PACKAGE, or a contract file' },
  options: [
    { flags: '--component <tag>', about: 'print one component in full' },
    { flags: '--out <file>', about: 'write the contract to a file' },
    {
      flags: '--fail-on <level>',
      about: 'exit 1 on findings of this level or graver',
      choices: ['error', 'warning', 'note'],
    },
  ],
  examples: [
    'suvet survey src/elements',
    'suvet survey npm:@merrow/deck-elements --component tide-gauge',
    'suvet survey --out contract.json',
  ],
  async run(call) {
    const { contract, findings, workspace } = await contractsFor(call, call.args);
    const { surveyView, componentView } = await import('../screen/survey.js');
    const { findingLines } = await import('../screen/findings.js');
    for (const line of findingLines(findings, call.screen)) call.screen.say(line);
    if (typeof call.options.out === 'string') await writeContract(call, call.options.out, contract);
    if (call.json) printJson(call, contract);
    else if (typeof call.options.component === 'string') {
      const { componentNamed } = await import('../select.js');
      call.screen.out(...componentView(componentNamed(contract, call.options.component), call.screen));
    } else call.screen.out(...surveyView(contract, call.screen));
    if (!call.json && contract.components.length > 0)
      call.screen.next(nextStep(call, contract.components[0]?.tag ?? ''));
    const { exitFor } = await import('../select.js');
    return exitFor(findings, call.options.failOn ?? workspace?.failOn);
  },
};

function nextStep(call: CommandCall, tag: string): string {
  return call.options.component
    ? 'suvet map shows what a host does with it'
    : `suvet survey --component ${tag} shows one in full`;
}

async function writeContract(call: CommandCall, file: string, contract: unknown): Promise<void> {
  const { resolve } = await import('node:path');
  const { writeText } = await import('../../shell/files.js');
  if (file === '') throw usageError('no-out', '--out names no file.', 'Give it a path: --out contract.json');
  writeText(resolve(call.cwd, file), `${JSON.stringify(contract, null, 2)}\n`);
  call.screen.say(`Wrote ${file}`);
}
