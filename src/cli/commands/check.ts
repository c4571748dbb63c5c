import type { CommandSpec } from '../command.js';
import { printJson } from '../command.js';
import { COMPONENTS_OPTION, contractsFor } from '../material.js';

export const check: CommandSpec = {
  name: 'check',
  summary: 'find mistakes in host code that uses components',
  argument: {
    form: '[path...]',
    about: 'files or folders of host code; the hosts of suvet.json when left out',
  },
  options: [
    {
      flags: '-H, --host <host>',
      about: 'the host of the code, where neither suvet.json nor its package tells',
    },
    COMPONENTS_OPTION,
    {
      flags: '--fail-on <level>',
      about: 'exit 1 on findings of this level or graver',
      choices: ['error', 'warning', 'note'],
    },
  ],
  examples: [
    'suvet check',
    'suvet check apps/console/src',
    'suvet check page.html --components npm:@merrow/deck-elements',
  ],
  async run(call) {
    const surveyed = await contractsFor(call, undefined, call.args);
    const { gather } = await import('../../shell/check.js');
    const core = await import('../../core/check/index.js');
    const { exitFor } = await import('../select.js');
    const host = typeof call.options.host === 'string' ? call.options.host : undefined;
    const gathered = await gather(call.args, surveyed, surveyed.workspace, call.cwd, host);
    const findings = [...gathered.findings, ...core.check(gathered.input)];
    if (call.json)
      printJson(call, {
        findings: 1,
        files: gathered.input.files.map((one) => one.source.file),
        list: findings,
      });
    else {
      const { checkView } = await import('../screen/check.js');
      call.screen.out(...checkView(findings, gathered, call.screen));
      const [first] = findings;
      if (first) call.screen.next(`suvet explain ${first.code} says more`);
    }
    return exitFor(findings, call.options.failOn ?? surveyed.workspace?.failOn);
  },
};
