import type { Contract } from '../../core/contract/types.js';
import type { Surveyed } from '../../shell/contracts/survey.js';
import { usageError } from '../../shell/files/error.js';
import type { CommandCall, CommandSpec } from '../command.js';
import { printJson } from '../command.js';
import { contractsFor, NO_CACHE_OPTION, sourcesFor } from '../material.js';

export const survey: CommandSpec = {
  name: 'survey',
  summary: 'read what components offer, from their source',
  argument: { form: '[source...]', about: 'files, globs, folders, npm:PACKAGE, or a contract file' },
  options: [
    { flags: '--component <tag>', about: 'print one component in full' },
    { flags: '--live', about: 'also ask the running elements in a browser, and print where they differ' },
    {
      flags: '--format <format>',
      about: 'print the contract, or the open component manifest for exchange, as JSON',
      choices: ['contract', 'manifest'],
    },
    { flags: '--out <file>', about: 'write the contract (or what --format names) to a file' },
    {
      flags: '--fail-on <level>',
      about: 'exit 1 on findings of this level or graver',
      choices: ['error', 'warning', 'note'],
    },
    NO_CACHE_OPTION,
  ],
  examples: [
    'suvet survey src/elements',
    'suvet survey npm:@merrow/deck-elements --component tide-gauge',
    'suvet survey --out contract.json',
    'suvet survey src/elements --live',
  ],
  async run(call) {
    const surveyed = await contractsFor(call, call.args);
    const { contract, findings, workspace } = surveyed;
    const { findingLines } = await import('../screen/findings.js');
    const { exitFor } = await import('../select.js');
    for (const line of findingLines(findings, call.screen)) call.screen.say(line);
    if (surveyed.leftOut.length > 0) {
      const { pathsInShort } = await import('../screen/survey.js');
      call.screen.say(`Other builds, demos and tests were left out: ${pathsInShort(surveyed.leftOut)}`);
    }
    const document = await documentOf(call, contract);
    if (typeof call.options.out === 'string')
      await writeDocument(call, call.options.out, document ?? contract);
    if (call.options.live === true) return showLive(call, surveyed);
    if (document && typeof call.options.out !== 'string') printJson(call, document);
    else if (call.json) printJson(call, contract);
    else await show(call, contract);
    return exitFor(findings, call.options.failOn ?? workspace?.failOn);
  },
};

async function show(call: CommandCall, contract: Contract): Promise<void> {
  const { surveyView, componentView } = await import('../screen/survey.js');
  if (typeof call.options.component === 'string') {
    const { componentNamed } = await import('../select.js');
    call.screen.out(...componentView(componentNamed(contract, call.options.component), call.screen));
  } else call.screen.out(...surveyView(contract, call.screen));
  const [first] = contract.components;
  if (!first) return;
  call.screen.next(
    call.options.component
      ? 'suvet map shows what a host does with it'
      : `suvet survey --component ${first.tag} shows one in full`,
  );
}

/** The document that --format asks for, or null without it. */
async function documentOf(call: CommandCall, contract: Contract): Promise<object | null> {
  if (call.options.format === 'contract') return contract;
  if (call.options.format !== 'manifest') return null;
  const { manifestOf } = await import('../../core/survey/evidence/manifest.js');
  return manifestOf(contract);
}

async function writeDocument(call: CommandCall, file: string, document: object): Promise<void> {
  const { resolve } = await import('node:path');
  const { writeText } = await import('../../shell/files/writing.js');
  if (file === '') throw usageError('no-out', '--out names no file.', 'Give it a path: --out contract.json');
  writeText(resolve(call.cwd, file), `${JSON.stringify(document, null, 2)}\n`);
  call.screen.say(`Wrote ${file}`);
}

/** Asks the running elements, and prints where they differ from the contract. */
async function showLive(call: CommandCall, { contract, origins }: Surveyed): Promise<number> {
  const { sources, folder } = await sourcesFor(call, call.args);
  const { askLive } = await import('../../shell/live.js');
  const { openSource } = await import('../../shell/contracts/sources.js');
  const { compareLive } = await import('../../core/survey/live/compare.js');
  const { EXIT } = await import('../../shell/files/error.js');
  const answers = [];
  for (const source of sources.filter((one) => !one.endsWith('.json'))) {
    call.screen.say(`Asking ${source} in a browser ...`);
    answers.push(await askLive(openSource(source, folder), contract.components));
  }
  const seen = answers.flatMap((one) => one.components);
  const modules = answers.flatMap((one) => one.modules);
  const { component } = call.options;
  const inner = new Map([...origins].map(([tag, one]) => [tag, one.inner ?? []]));
  const compared = compareLive(contract.components, seen, inner).filter(
    (one) => typeof component !== 'string' || one.tag === component,
  );
  const engine = answers[0]?.engine ?? '';
  if (call.json) printJson(call, { live: 1, engine, contract, modules, components: compared });
  else {
    const { liveView } = await import('../screen/live.js');
    call.screen.out(...liveView(contract, engine, modules, compared, call.screen));
    const odd = compared.find((one) => one.items.some((item) => item.outcome !== 'agrees'));
    call.screen.next(
      odd
        ? `suvet survey --component ${odd.tag} shows what the code says`
        : 'suvet map shows what a host does with them',
    );
  }
  const differs = compared.some((one) => one.items.some((item) => item.outcome !== 'agrees'));
  return differs || modules.some((one) => one.error !== null) ? EXIT.findings : EXIT.fine;
}
