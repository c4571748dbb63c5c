/** The report: one self-contained HTML page, readable in light and dark, usable by keyboard, printable. */

import type { Component, Contract } from '../contract/types.js';
import { itemCount } from '../contract/types.js';
import { countOutcomes, OUTCOMES } from '../crossing/narrow.js';
import type { Crossing, HostCrossings } from '../crossing/types.js';
import { htmlText } from '../emit/text.js';
import type { Finding } from '../findings/types.js';
import { placeText } from '../findings/types.js';
import { STYLE } from './style.js';

/** One line of proof: what was tried in a browser, what should have come of it, and what did. */
export interface Proof {
  what: string;
  expected: string;
  happened: string;
}

export interface ReportModel {
  contract: Contract;
  hosts: readonly HostCrossings[];
  findings: readonly (Finding & { frame?: string })[];
  wrappers: { host: string; files: readonly string[] } | null;
  /** What a browser showed, or why none was asked. */
  proof: { engine: string; rows: readonly Proof[] } | { missing: string };
}

/** The page as one string; nothing in it refers to another file. */
export function reportPage(model: ReportModel): string {
  const { contract } = model;
  const name = contract.package ? `${contract.package.name} ${contract.package.version}` : 'Components';
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${htmlText(name)}: what crosses where</title>
<style>${STYLE}</style>
</head>
<body>
<header>
<p class="kicker">Suvet report</p>
<h1>${htmlText(name)}</h1>
${summary(model)}
<nav aria-label="Parts of this page"><a href="#overview">Overview</a> <a href="#fix">What to fix</a> <a href="#proof">Proof</a> <a href="#items">Item by item</a></nav>
</header>
<main>
${overview(model)}
${findings(model)}
${proof(model)}
${items(model)}
</main>
</body>
</html>
`;
}

function summary({ contract, hosts, findings: list }: ReportModel): string {
  const total = contract.components.reduce((sum, one) => sum + itemCount(one), 0);
  const facts = [
    [String(contract.components.length), contract.components.length === 1 ? 'component' : 'components'],
    [String(total), 'items in their contracts'],
    [String(hosts.length), hosts.length === 1 ? 'host' : 'hosts'],
    [String(list.length), list.length === 1 ? 'finding in host code' : 'findings in host code'],
  ];
  return `<dl class="facts">${facts.map(([number, what]) => `<div><dt>${htmlText(what ?? '')}</dt><dd>${number}</dd></div>`).join('')}</dl>`;
}

function overview({ contract, hosts, wrappers }: ReportModel): string {
  const head = hosts.map((host) => `<th scope="col">${htmlText(host.host)}</th>`).join('');
  const rows = contract.components.map((component) => {
    const cells = hosts.map(
      (host) => `<td>${bar(host.components.find((one) => one.tag === component.tag)?.items ?? [])}</td>`,
    );
    return `<tr><th scope="row"><code>${htmlText(component.tag)}</code>${words(component)}</th>${cells.join('')}</tr>`;
  });
  const generated = wrappers
    ? `<p>Wrappers for ${htmlText(wrappers.host)} were generated: ${wrappers.files.map((file) => `<code>${htmlText(file)}</code>`).join(', ')}.</p>`
    : '';
  return `<section id="overview"><h2>Overview</h2>
<p>Of each component, how many items the host carries in its ordinary syntax (plain), in a special form (marked), only with generated code (bridge), or not at all (broken).</p>
<div class="scroll"><table><thead><tr><th scope="col">component</th>${head}</tr></thead><tbody>${rows.join('\n')}</tbody></table></div>
${generated}</section>`;
}

function words(component: Component): string {
  return component.summary ? `<span class="words">${htmlText(component.summary)}</span>` : '';
}

/** Counts as words, with a bar that only repeats them. */
function bar(all: readonly Crossing[]): string {
  const counts = countOutcomes(all);
  const shown = OUTCOMES.filter((outcome) => counts[outcome] > 0);
  const parts = shown.map((outcome) => `<i class="${outcome}" style="flex:${counts[outcome]}"></i>`).join('');
  const said = shown
    .map((outcome) => `<span class="count"><b>${counts[outcome]}</b> ${outcome}</span>`)
    .join(' ');
  return `<div class="bar" aria-hidden="true">${parts}</div>${said}`;
}

function findings({ findings: list }: ReportModel): string {
  const rows = list.map(
    (
      one,
    ) => `<article class="finding"><h3><span class="level ${one.level}">${one.level}</span> <code>${htmlText(one.code)}</code> <span class="place">${htmlText(placeText(one.place))}</span></h3>
<p>${htmlText(one.message)}</p>${one.frame ? `<pre>${htmlText(one.frame)}</pre>` : ''}<p class="cure">${htmlText(one.cure)}</p></article>`,
  );
  return `<section id="fix"><h2>What to fix</h2>${rows.length > 0 ? rows.join('\n') : '<p>Nothing was found in the host code.</p>'}</section>`;
}

function proof({ proof: given }: ReportModel): string {
  if ('missing' in given)
    return `<section id="proof"><h2>Proof</h2><p>Not run: ${htmlText(given.missing)}</p></section>`;
  const rows = given.rows.map(({ what, expected, happened }) => {
    const verdict = expected === happened ? 'as expected' : 'differs';
    return `<tr><th scope="row">${htmlText(what)}</th><td><code>${htmlText(expected)}</code></td><td><code>${htmlText(happened)}</code></td><td class="${verdict === 'differs' ? 'broken' : 'plain'}">${verdict}</td></tr>`;
  });
  return `<section id="proof"><h2>Proof</h2><p>The host application with the generated wrappers, run in ${htmlText(given.engine)}.</p>
<div class="scroll"><table><thead><tr><th scope="col">what</th><th scope="col">expected</th><th scope="col">happened</th><th scope="col">verdict</th></tr></thead><tbody>${rows.join('\n')}</tbody></table></div></section>`;
}

function items({ hosts }: ReportModel): string {
  const parts = hosts.map((host) => {
    const components = host.components.map((component) => {
      const losses = component.items.filter((item) => item.outcome !== 'plain').length;
      const rows = component.items.map((item) => itemRow(item));
      return `<details><summary><code>${htmlText(component.tag)}</code> ${losses > 0 ? `${losses} not plain` : 'all plain'}</summary>
<div class="scroll"><table><thead><tr><th scope="col">item</th><th scope="col">kind</th><th scope="col">type</th><th scope="col">outcome</th><th scope="col">write, or why not</th></tr></thead><tbody>${rows.join('\n')}</tbody></table></div></details>`;
    });
    return `<h3>${htmlText(host.host)}</h3>${components.join('\n')}`;
  });
  return `<section id="items"><h2>Item by item</h2>${parts.join('\n')}</section>`;
}

function itemRow(item: Crossing): string {
  const name = item.name === '' ? '(default slot)' : `<code>${htmlText(item.name)}</code>`;
  const syntax = item.syntax === null ? '' : `<code>${htmlText(item.syntax)}</code>`;
  const reason = item.reason === null ? '' : `<span class="words">${htmlText(item.reason)}</span>`;
  const conditions = item.conditions.map((one) => `<span class="words">${htmlText(one)}</span>`).join('');
  const type = item.type === '' || item.kind === 'method' ? '' : `<code>${htmlText(item.type)}</code>`;
  return `<tr><th scope="row">${name}</th><td>${kindWord(item.kind)}</td><td>${type}</td><td class="${item.outcome}">${item.outcome}</td><td>${syntax}${reason}${conditions}</td></tr>`;
}

function kindWord(kind: Crossing['kind']): string {
  return kind.replaceAll(/([A-Z])/g, ' $1').toLowerCase();
}
