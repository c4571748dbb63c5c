import { usageError } from '../../shell/error.js';
import type { OpenedHost } from '../../shell/hosts.js';
import type { WrappingPlan } from '../../shell/wrapping.js';
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
    { flags: '--dry-run', about: 'write nothing; show what would change, as a unified diff' },
    { flags: '--prune', about: 'remove files that were generated before and are no longer' },
    { flags: '--force', about: 'write over files that were edited or are not generated' },
    {
      flags: '--import <style>',
      about: 'how wrappers bring in their element: when first used, at once, or not at all',
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
    const isDry = call.options.dryRun === true;
    const written =
      out === null
        ? []
        : await writeGenerated(plan.files, out, {
            force: call.options.force === true,
            prune: call.options.prune === true,
            isDry,
          });
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
        refused: plan.refused.map(({ component, reason }) => ({ tag: component.tag, reason })),
        dryRun: isDry,
        files: written,
      });
    } else {
      const place = String(call.options.out ?? '');
      call.screen.out(...wrapView(plan, written, { host: host.label, out: place, isDry }, call.screen));
      call.screen.next(nextStep(plan, host, place, isDry));
    }
    const kept = written.some((one) => one.what === 'kept');
    return kept || plan.refused.length > 0 ? 1 : 0;
  },
};

function nextStep(
  plan: WrappingPlan,
  { label: host, host: { wraps } }: OpenedHost,
  out: string,
  isDry: boolean,
): string {
  if (isDry) return 'the same without --dry-run writes it';
  if (wraps === 'all')
    return `print with the builders in ${out}, and place binder.js where pages load modules`;
  if (plan.wrapped.length > 0) return `import from ${out}/index.js where ${host} code used the tags`;
  if (plan.files.length > 0) return `import ${out}/index.js once, for its types`;
  return 'suvet check looks for mistakes in host code';
}
