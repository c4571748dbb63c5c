import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { usageError } from '../../shell/files/error.js';
import type { CommandSpec } from '../command.js';
import { printJson } from '../command.js';

export const init: CommandSpec = {
  name: 'init',
  summary: 'look at this project and write a first suvet.json',
  options: [{ flags: '--force', about: 'write over a suvet.json that is there' }],
  examples: ['suvet init', 'suvet init --cwd demo'],
  async run(call) {
    const { discover } = await import('../../shell/packages/discover.js');
    const { writeText } = await import('../../shell/files/writing.js');
    const { WORKSPACE_FILE } = await import('../../shell/workspace.js');
    const file = join(call.cwd, WORKSPACE_FILE);
    if (existsSync(file) && call.options.force !== true) {
      throw usageError(
        'workspace-exists',
        `${WORKSPACE_FILE} is already here.`,
        'Write over it with --force.',
      );
    }
    const found = discover(call.cwd);
    writeText(file, `${JSON.stringify(found, null, 2)}\n`);
    if (call.json) printJson(call, found);
    else {
      const { initView } = await import('../screen/init.js');
      call.screen.out(...initView(found, call.screen));
      call.screen.next(
        found.components.length > 0
          ? 'suvet survey'
          : `name your components in ${WORKSPACE_FILE}, then run suvet survey`,
      );
    }
    return 0;
  },
};
