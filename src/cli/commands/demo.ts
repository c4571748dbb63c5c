import { join, resolve } from 'node:path';
import { EXIT, SuvetError } from '../../shell/files/error.js';
import type { CommandSpec } from '../command.js';
import { printJson } from '../command.js';

export const demo: CommandSpec = {
  name: 'demo',
  summary: 'run the whole story on the demo data',
  options: [{ flags: '--keep <dir>', about: 'lay the demo out in this folder, to go on with by hand' }],
  examples: ['suvet demo', 'suvet demo --keep merrow'],
  async run(call) {
    const { layOutDemo, measureDemo, proveDemo } = await import('../../shell/demo.js');
    const { surveySources } = await import('../../shell/contracts/survey.js');
    const { openHost } = await import('../../shell/packages/hosts.js');
    const { planWrapping } = await import('../../shell/wrapping.js');
    const { writeGenerated } = await import('../../shell/generated.js');
    const { gather } = await import('../../shell/check.js');
    const { loadWorkspace } = await import('../../shell/workspace.js');
    const { writeText } = await import('../../shell/files/writing.js');
    const core = await import('../../index.js');
    const view = await import('../screen/demo.js');
    const { screen } = call;
    const say = (lines: string[]) => (call.json ? undefined : screen.out(...lines));

    const folder = layOutDemo(
      typeof call.options.keep === 'string' ? resolve(call.cwd, call.options.keep) : null,
    );
    const workspace = await loadWorkspace([folder]);
    say(view.opening(folder, screen));

    const surveyed = await surveySources(['elements'], folder);
    say(view.surveyStep(surveyed.contract, screen));

    const hosts = view.HOSTS.map((name) => openHost(name, folder));
    const crossed = core.crossingsInto(surveyed.contract.components, hosts);
    say(view.mapStep(crossed, screen));

    const gathered = await gather([], surveyed, workspace, folder);
    const findings = core.check(gathered.input);
    say(view.checkStep(findings, screen));

    const host = openHost('react@18', folder);
    const generated = [];
    for (const { name, label } of view.APPLICATIONS) {
      const out = join(folder, 'apps', name, 'src/elements');
      // The control room takes what React cannot do; the others have every element as a component of theirs.
      const plan = await planWrapping(surveyed, surveyed.contract.components, openHost(label, folder), {
        all: label !== host.label,
        imports: 'lazy',
        out,
      });
      const files = await writeGenerated(plan.files, out, { force: false, prune: false, isDry: false });
      generated.push({ name, label, wrapped: plan.wrapped.length, files: files.map((file) => file.name) });
    }
    const files = generated[0]?.files ?? [];
    say(view.wrapStep(generated, screen));

    const proof = await proveDemo(folder, join(folder, 'control-room.png')).catch((error: unknown) => {
      if (error instanceof SuvetError) return { missing: `${error.message} ${error.hint}` };
      throw error;
    });
    say(view.proofStep(proof, screen));

    const measured = await measureDemo(surveyed, hosts).catch((error: unknown) => {
      if (error instanceof SuvetError) return { missing: `${error.message} ${error.hint}` };
      throw error;
    });
    say(view.probeStep(measured, screen));

    const report = join(folder, 'report.html');
    const framed = findings.map((one) => {
      const source = gathered.sources.get(one.place.file);
      return source === undefined ? one : { ...one, frame: core.codeFrame(source, one.place) };
    });
    const wrappers = { host: host.label, files };
    writeText(
      report,
      core.reportPage({
        contract: surveyed.contract,
        hosts: crossed,
        findings: framed,
        wrappers,
        proof,
        profiles: hosts.map(({ host: one, label, profile }) => ({
          host: label,
          measured: profile.measured,
          engines: ['chromium', ...Object.keys(profile.elsewhere)],
          wrap: one.wraps === 'bridged' ? `suvet wrap --host ${label} --out src/elements` : null,
        })),
        measured,
      }),
    );
    const failed = 'missing' in proof ? [] : proof.rows.filter((row) => row.expected !== row.happened);
    if (call.json)
      printJson(call, {
        demo: 1,
        folder,
        report,
        components: surveyed.contract.components.length,
        files: files.length,
        findings: findings.length,
        proof,
        measured,
      });
    else screen.out(...view.closing(report, screen));
    if ('missing' in proof || 'missing' in measured) return EXIT.missing;
    const differ = core.differencesOf(measured.cells);
    return failed.length > 0 || differ.length > 0 ? EXIT.fault : EXIT.fine;
  },
};
