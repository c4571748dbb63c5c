import type { ImportStyle } from '../../core/hosts/wrapping/types.js';
import { EXIT, usageError } from '../../shell/files/error.js';
import type { OpenedHost } from '../../shell/packages/hosts.js';
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
    { flags: '-o, --out <dir>', about: 'folder to write to; a folder each in it for several hosts' },
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
    'suvet wrap --all --host react@19 --host vue@3 --host java --out dist/hosts',
  ],
  async run(call) {
    const surveyed = await contractsFor(call);
    const hosts = await hostsFor(call, null);
    const { join, resolve } = await import('node:path');
    const { componentsNamed } = await import('../select.js');
    const { planWrapping } = await import('../../shell/wrapping.js');
    const { writeGenerated } = await import('../../shell/generated.js');
    const { wrapView } = await import('../screen/wrap.js');
    const { options } = call;
    const components = componentsNamed(surveyed.contract, call.args);
    const isDry = options.dryRun === true;
    const results = [];
    for (const host of hosts) {
      // Several hosts get a folder each.
      const out = typeof options.out === 'string' ? options.out : null;
      const place = out === null || hosts.length === 1 ? out : join(out, host.label.replace('@', '-'));
      const folder = place === null ? null : resolve(call.cwd, place);
      const plan = await planWrapping(surveyed, components, host, {
        all: options.all === true,
        imports: options.import as ImportStyle,
        out: folder ?? call.cwd,
      });
      if (plan.files.length > 0 && folder === null)
        throw usageError('no-out', 'wrap needs a folder to write to.', 'Name one: --out src/elements');
      const written =
        folder === null
          ? []
          : await writeGenerated(plan.files, folder, {
              force: options.force === true,
              prune: options.prune === true,
              isDry,
            });
      results.push({ host, plan, written, out: place ?? '' });
    }
    if (call.json) {
      const described = results.map(({ host, plan, written, out }) => ({
        host: host.label,
        out,
        wrapped: plan.wrapped.map(({ component, bridged }) => ({ tag: component.tag, bridged })),
        unwrapped: plan.unwrapped.map(({ component, marked, broken }) => ({
          tag: component.tag,
          marked,
          broken,
        })),
        leftToApplication: plan.leftToApplication.map(({ component, reason }) => ({
          tag: component.tag,
          reason,
        })),
        refused: plan.refused.map(({ component, reason }) => ({ tag: component.tag, reason })),
        files: written,
      }));
      printJson(call, { written: 1, dryRun: isDry, hosts: described });
    } else {
      for (const [at, { host, plan, written, out }] of results.entries()) {
        if (at > 0) call.screen.out('');
        call.screen.out(...wrapView(plan, written, { host, out, isDry }, call.screen));
      }
      const [first] = results;
      if (first) call.screen.next(nextStep(first.plan, first.host, first.out, isDry));
    }
    const isWhole = results.every(
      ({ plan, written }) => plan.refused.length === 0 && written.every((one) => one.what !== 'kept'),
    );
    return isWhole ? EXIT.fine : EXIT.findings;
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
