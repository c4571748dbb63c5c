import { resolve } from 'node:path';
import type { ProbeResult } from '../../core/probe/result.js';
import { differencesOf, merged } from '../../core/probe/result.js';
import { ENGINE_NAMES, type EngineName } from '../../shell/engines/engine.js';
import { EXIT, usageError } from '../../shell/files/error.js';
import type { CommandCall, CommandSpec } from '../command.js';
import { listOf, printJson } from '../command.js';
import { HOST_OPTION, hostsFor } from '../hosts.js';
import { COMPONENTS_OPTION, contractsFor } from '../material.js';

export const probe: CommandSpec = {
  name: 'probe',
  summary: 'prove crossings with the real hosts in real browsers',
  argument: { form: '[tag...]', about: 'components to probe; all of them when left out' },
  options: [
    HOST_OPTION,
    {
      flags: '-e, --engine <engine>',
      repeatable: true,
      about: `a browser engine: ${ENGINE_NAMES.join(', ')}; chromium when left out`,
    },
    COMPONENTS_OPTION,
    {
      flags: '--format <format>',
      about: 'how to print it',
      choices: ['text', 'json', 'junit', 'html'],
      default: 'text',
    },
    { flags: '--pictures <folder>', about: 'write a picture of each cell there' },
    { flags: '--shard <part>', about: 'take on one part of the cells, such as 2/5' },
    {
      flags: '--merge <file>',
      repeatable: true,
      about: 'put the results of parts together, instead of probing; may be given again',
    },
  ],
  examples: [
    'suvet probe --host react@19 --engine chromium --engine firefox',
    'suvet probe tide-gauge --host vue@3',
    'suvet probe --shard 1/3 --format json > part-1.json',
    'suvet probe --merge part-1.json --merge part-2.json --merge part-3.json',
  ],
  async run(call) {
    const files = listOf(call.options.merge);
    const result = files.length > 0 ? await mergedFrom(files, call) : await probed(call);
    await print(result, call);
    const isFine =
      differencesOf(result.cells).length === 0 && result.cells.every((one) => one.error === null);
    return isFine ? EXIT.fine : EXIT.findings;
  },
};

async function probed(call: CommandCall): Promise<ProbeResult> {
  const surveyed = await contractsFor(call);
  const hosts = await hostsFor(call, surveyed.workspace);
  const server = hosts.find((one) => one.host.factsOf !== undefined);
  if (server)
    throw usageError(
      'nothing-to-probe',
      `${server.label}: what a server prints does not run there.`,
      `Probe ${server.host.factsOf}: its facts hold for what ${server.label} prints.`,
    );
  const { componentsNamed } = await import('../select.js');
  const { probeAll } = await import('../../shell/probe.js');
  const { Progress } = await import('../screen/progress.js');
  const progress = new Progress(call.screen);
  const { pictures } = call.options;
  try {
    return await probeAll({
      surveyed,
      components: componentsNamed(surveyed.contract, call.args),
      hosts,
      engines: enginesOf(listOf(call.options.engine)),
      folders: [...new Set([call.cwd, ...(surveyed.workspace?.hosts ?? []).map((one) => one.path)])],
      shard: shardOf(call.options.shard),
      pictures: typeof pictures === 'string' ? resolve(call.cwd, pictures) : null,
      onCell: (cell, done, total) => progress.at(done, total, `${cell.tag} in ${cell.host}, ${cell.engine}`),
    });
  } finally {
    progress.end();
  }
}

async function print(result: ProbeResult, call: CommandCall): Promise<void> {
  const format = call.json ? 'json' : call.options.format;
  if (format === 'json') return printJson(call, result);
  if (format === 'junit') {
    const { junitOf } = await import('../../core/report/junit.js');
    return call.screen.out(junitOf(result).trimEnd());
  }
  if (format === 'html') {
    const { probePage } = await import('../../core/report/probe.js');
    return call.screen.out(probePage(result).trimEnd());
  }
  const { probeView } = await import('../screen/probe.js');
  call.screen.out(...probeView(result, call.screen, call.args.length > 0));
  const [first] = differencesOf(result.cells);
  call.screen.next(
    first
      ? `suvet map ${first.cell.tag} --host ${first.cell.host} shows why that was expected`
      : 'suvet map shows the code to write',
  );
}

async function mergedFrom(files: readonly string[], call: CommandCall): Promise<ProbeResult> {
  const { readDocument } = await import('../../shell/files/documents.js');
  const results: ProbeResult[] = [];
  for (const file of files) {
    results.push(
      await readDocument(file, call.cwd, 'probe', 'Give files that suvet probe --format json wrote.'),
    );
  }
  return merged(results);
}

function enginesOf(given: readonly string[]): EngineName[] {
  const names = given.length > 0 ? given.flatMap((one) => one.split(',')) : ['chromium'];
  const unknown = names.find((one) => !(ENGINE_NAMES as readonly string[]).includes(one));
  if (unknown !== undefined) {
    throw usageError(
      'no-such-engine',
      `--engine ${unknown}: there is no such engine.`,
      `There are: ${ENGINE_NAMES.join(', ')}`,
    );
  }
  return [...new Set(names)] as EngineName[];
}

function shardOf(given: unknown): { index: number; count: number } | null {
  if (typeof given !== 'string') return null;
  const [, index, count] = /^(\d+)\/(\d+)$/.exec(given) ?? [];
  const part = { index: Number(index), count: Number(count) };
  if (part.index >= 1 && part.index <= part.count) return part;
  throw usageError(
    'no-such-shard',
    `--shard ${given}: is no part.`,
    'Write it as 2/5: the second of five parts.',
  );
}
