import { byDamage, NARROWING, narrowed } from '../../core/crossing/narrow.js';
import { usageError } from '../../shell/files/error.js';
import type { CommandSpec } from '../command.js';
import { listOf, printJson } from '../command.js';
import { HOST_OPTION, hostsFor } from '../hosts.js';
import { COMPONENTS_OPTION, contractsFor } from '../material.js';

export const map: CommandSpec = {
  name: 'map',
  summary: 'show what survives the crossing into a host, item by item',
  argument: { form: '[tag...]', about: 'components to show; all of them when left out' },
  options: [
    HOST_OPTION,
    COMPONENTS_OPTION,
    {
      flags: '--only <what>',
      repeatable: true,
      about: `losses (all that is not plain), or any of: ${NARROWING.join(', ')}`,
    },
    {
      flags: '--format <format>',
      about: 'how to print it',
      choices: ['text', 'json', 'markdown', 'html'],
      default: 'text',
    },
    {
      flags: '--sort <order>',
      about: 'the order: contract, as the contract has it, or damage, the worst first',
      choices: ['contract', 'damage'],
      default: 'contract',
    },
  ],
  examples: [
    'suvet map --host react@18',
    'suvet map tide-gauge --host react@17 --host react@19',
    'suvet map --only losses --sort damage',
    'suvet map --host react@18 --host vue@3 --format html > map.html',
  ],
  async run(call) {
    const { contract, workspace } = await contractsFor(call);
    const hosts = await hostsFor(call, workspace);
    const { componentsNamed } = await import('../select.js');
    const { crossingsInto } = await import('../../core/crossing/index.js');
    const components = componentsNamed(contract, call.args);
    const all = crossingsInto(components, hosts);
    const narrow = narrowed(all, onlyOf(listOf(call.options.only)));
    const shown = call.options.sort === 'damage' ? byDamage(narrow) : narrow;
    if (call.json || call.options.format === 'json')
      printJson(call, { crossings: 1, package: contract.package, hosts: shown });
    else if (call.options.format === 'html') {
      const { mapPage } = await import('../../core/report/html.js');
      call.screen.out(mapPage({ ...contract, components }, shown).trimEnd());
    } else if (call.options.format === 'markdown') {
      const { markdownMap } = await import('../../core/report/markdown.js');
      call.screen.out(markdownMap(shown, contract.package).trimEnd());
    } else {
      const { mapView, nextStep } = await import('../screen/map.js');
      for (const lines of mapView(shown, contract.package, call.screen)) call.screen.out(lines.join('\n'));
      call.screen.next(nextStep(all));
    }
    return 0;
  },
};

function onlyOf(given: string[]): string[] {
  const words = given.flatMap((word) => word.split(','));
  const known: readonly string[] = ['losses', ...NARROWING];
  const unknown = words.find((word) => !known.includes(word));
  if (unknown !== undefined)
    throw usageError(
      'no-such-narrowing',
      `--only ${unknown}: there is no such word.`,
      `The words are: ${known.join(', ')}`,
    );
  return words;
}
