/** The report of a workspace, and the map, as pages. */

import type { Contract } from '../contract/types.js';
import { itemCount } from '../contract/types.js';
import { countOutcomes } from '../crossing/narrow.js';
import type { HostCrossings } from '../crossing/types.js';
import { htmlText } from '../emit/text.js';
import type { Finding } from '../findings/types.js';
import { placeText } from '../findings/types.js';
import type { ProbeResult } from '../probe/result.js';
import { itemsSection, overviewSection } from './crossings.js';
import { type Cell, code, faint, type PageSection, page, tableOf } from './page.js';
import { measuredSections } from './probe.js';

/** One line of proof: what was tried in a browser, what should have come of it, and what did. */
export interface Proof {
  what: string;
  expected: string;
  happened: string;
}

export interface HostProfile {
  host: string;
  /** The version that was measured. */
  measured: string;
  engines: readonly string[];
  /** Null where there are no wrappers to generate for the host. */
  wrap: string | null;
}

export interface ReportModel {
  contract: Contract;
  hosts: readonly HostCrossings[];
  findings: readonly (Finding & { frame?: string })[];
  wrappers: { host: string; files: readonly string[] } | null;
  /** By host: what its facts were measured with, and the command that generates what is missing. */
  profiles: readonly HostProfile[];
  /** What a probe found, or why none was made. */
  measured: ProbeResult | { missing: string };
  /** What a browser showed, or why none was asked. */
  proof: { engine: string; rows: readonly Proof[] } | { missing: string };
}

/** The report as one page. */
export function reportPage(model: ReportModel): string {
  const { contract, hosts, findings } = model;
  const name = nameOf(contract);
  return page({
    title: `${name}: what crosses where`,
    kicker: 'Suvet report',
    heading: name,
    facts: [
      ...contractFacts(contract, hosts),
      [findings.length, findings.length === 1 ? 'finding in host code' : 'findings in host code'],
    ],
    sections: [
      overviewSection(contract.components, hosts),
      ...('missing' in model.measured
        ? [{ id: 'measured', title: 'Measured', body: `<p>Not run: ${htmlText(model.measured.missing)}</p>` }]
        : measuredSections(model.measured)),
      generateSection(model),
      findingsSection(model),
      proofSection(model),
      itemsSection(hosts),
    ],
  });
}

/** The map as one page. */
export function mapPage(contract: Contract, hosts: readonly HostCrossings[]): string {
  const name = nameOf(contract);
  return page({
    title: `${name}: crossings`,
    kicker: 'Suvet map',
    heading: name,
    facts: contractFacts(contract, hosts),
    sections: [overviewSection(contract.components, hosts), itemsSection(hosts)],
  });
}

function nameOf({ package: from }: Contract): string {
  return from ? `${from.name} ${from.version}` : 'Components';
}

function contractFacts({ components }: Contract, hosts: readonly HostCrossings[]) {
  const total = components.reduce((sum, one) => sum + itemCount(one), 0);
  return [
    [components.length, components.length === 1 ? 'component' : 'components'],
    [total, 'items in their contracts'],
    [hosts.length, hosts.length === 1 ? 'host' : 'hosts'],
  ] as const;
}

function generateSection({ hosts, profiles, wrappers }: ReportModel): PageSection {
  const rows = hosts.map((host): Cell[] => {
    const counts = countOutcomes(host.components.flatMap((one) => one.items));
    const profile = profiles.find((one) => one.host === host.host);
    const what =
      counts.bridge === 0
        ? 'nothing: its own syntax does'
        : profile?.wrap
          ? code(profile.wrap)
          : 'by hand, with calls on a reference to the element';
    return [
      htmlText(host.host),
      `${counts.bridge} ${counts.bridge === 1 ? 'item' : 'items'}`,
      what,
      profile ? `${htmlText(profile.measured)}${faint(profile.engines.join(', '))}` : '',
    ];
  });
  const written = wrappers
    ? `<p>For ${htmlText(wrappers.host)} this was done: ${wrappers.files.map(code).join(', ')}.</p>`
    : '';
  const body = `${tableOf(['host', 'to bridge', 'what to generate', 'facts measured with'], rows)}
${written}`;
  return { id: 'generate', title: 'What to generate', body };
}

function findingsSection({ findings }: ReportModel): PageSection {
  const rows = findings.map(
    (
      one,
    ) => `<article class="finding"><h3><span class="level ${one.level}">${one.level}</span> ${code(one.code)} <span class="place">${htmlText(placeText(one.place))}</span></h3>
<p>${htmlText(one.message)}</p>${one.frame ? `<pre>${htmlText(one.frame)}</pre>` : ''}<p class="cure">${htmlText(one.cure)}</p></article>`,
  );
  const body = rows.length > 0 ? rows.join('\n') : '<p>Nothing was found in the host code.</p>';
  return { id: 'fix', title: 'What to fix', body };
}

function proofSection({ proof }: ReportModel): PageSection {
  const section = { id: 'proof', title: 'Proof' };
  if ('missing' in proof) return { ...section, body: `<p>Not run: ${htmlText(proof.missing)}</p>` };
  const rows = proof.rows.map(({ what, expected, happened }) => {
    const isMet = expected === happened;
    const verdict = { markup: isMet ? 'as expected' : 'differs', className: isMet ? 'plain' : 'broken' };
    return [htmlText(what), code(expected), code(happened), verdict];
  });
  const body = `<p>The host application with the generated wrappers, run in ${htmlText(proof.engine)}.</p>
${tableOf(['what', 'expected', 'happened', 'verdict'], rows)}`;
  return { ...section, body };
}
