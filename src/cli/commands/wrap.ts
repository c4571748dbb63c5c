import { usageError } from '../../shell/error.js';
import type { CommandSpec } from '../command.js';
import { printJson } from '../command.js';
import { HOST_OPTION, hostsFor } from '../hosts.js';
import { COMPONENTS_OPTION, contractsFor } from '../material.js';

export const wrap: CommandSpec = {
  name: 'wrap',
  summary: 'write typed wrappers for what a host cannot do itself',
  argument: { form: '[tag...]', about: 'components to wrap; all that need it when left out' },
  options: [
    HOST_OPTION,
    COMPONENTS_OPTION,
    { flags: '-o, --out <dir>', about: 'folder to write the wrappers to' },
    { flags: '--all', about: 'wrap components that need no wrapper, too' },
    { flags: '--force', about: 'write over files that were edited or are not generated' },
    {
      flags: '--import <style>',
      about: 'how wrappers bring in their element: in browsers only, at once, or not at all',
      choices: ['lazy', 'eager', 'none'],
      default: 'lazy',
    },
  ],
  examples: [
    'suvet wrap --host react@18 --out src/elements',
    'suvet wrap tide-gauge --host react@17 --out src/elements --import eager',
  ],
  async run(call) {
    const surveyed = await contractsFor(call);
    const [host, other] = await hostsFor(call, null);
    if (!host || other)
      throw usageError('one-host', 'wrap writes for one host at a time.', 'Name one: --host react@18');
    const { resolve } = await import('node:path');
    const { componentsNamed } = await import('../select.js');
    const { planWrapping, writeGenerated } = await import('../../shell/wrapping.js');
    const { wrapView } = await import('../screen/wrap.js');
    const out = typeof call.options.out === 'string' ? resolve(call.cwd, call.options.out) : null;
    const plan = await planWrapping(surveyed, componentsNamed(surveyed.contract, call.args), host, {
      all: call.options.all === true,
      imports: call.options.import as 'lazy' | 'eager' | 'none',
      out: out ?? call.cwd,
    });
    if (plan.files.length > 0 && out === null)
      throw usageError('no-out', 'wrap needs a folder to write to.', 'Name one: --out src/elements');
    const written = out === null ? [] : writeGenerated(plan.files, out, call.options.force === true);
    if (call.json) {
      printJson(call, {
        written: 1,
        host: host.label,
        wrapped: plan.wrapped.map(({ component, bridged }) => ({ tag: component.tag, bridged })),
        unwrapped: plan.unwrapped.map(({ component, marked, broken }) => ({
          tag: component.tag,
          marked,
          broken,
        })),
        files: written,
      });
    } else {
      call.screen.out(...wrapView(plan, written, host.label, String(call.options.out ?? ''), call.screen));
      call.screen.next(
        written.length > 0
          ? `import from ${call.options.out}/index.js where ${host.label} code used the tags`
          : 'suvet check looks for mistakes in host code',
      );
    }
    const kept = written.some((one) => one.what === 'kept');
    return kept ? 1 : 0;
  },
};
