/** Crossings as parts of a page: how many by component and host, then item by item. */

import type { Component } from '../contract/types.js';
import { countOutcomes, OUTCOMES } from '../crossing/narrow.js';
import type { Crossing, HostCrossings } from '../crossing/types.js';
import { htmlText } from '../emit/text.js';
import type { PageSection } from './page.js';
import { type Cell, code, faint, tableOf } from './page.js';

/** How many items of each component each host carries, and how. */
export function overviewSection(
  components: readonly Component[],
  hosts: readonly HostCrossings[],
): PageSection {
  const tags = [...new Set(hosts.flatMap((host) => host.components.map((one) => one.tag)))];
  const rows = tags.map((tag): Cell[] => {
    const summary = components.find((one) => one.tag === tag)?.summary;
    const name = `${code(tag)}${summary ? faint(summary) : ''}`;
    return [name, ...hosts.map((host) => bar(itemsOf(host, tag)))];
  });
  const body = `<p>Of each component, how many items the host carries in its ordinary syntax (plain), in a special form (marked), only with generated code (bridge), or not at all (broken).</p>
${tableOf(['component', ...hosts.map((host) => host.host)], rows)}`;
  return { id: 'overview', title: 'Overview', body };
}

/** Every component: its items by host in one word, then the code to write for each. */
export function itemsSection(hosts: readonly HostCrossings[]): PageSection {
  const tags = [...new Set(hosts.flatMap((host) => host.components.map((one) => one.tag)))];
  const parts = tags.map((tag) => {
    const losses = hosts
      .flatMap((host) => itemsOf(host, tag))
      .filter((one) => one.outcome !== 'plain').length;
    const said = losses > 0 ? `${losses} not plain` : 'all plain';
    const matrix = hosts.length > 1 ? matrixOf(hosts, tag) : '';
    return `<details><summary>${code(tag)} ${said}</summary>\n${matrix}${hosts.map((host) => hostPart(host, tag, hosts.length > 1)).join('\n')}</details>`;
  });
  return { id: 'items', title: 'Item by item', body: parts.join('\n') };
}

function itemsOf(host: HostCrossings, tag: string): readonly Crossing[] {
  return host.components.find((one) => one.tag === tag)?.items ?? [];
}

/** One row an item, one word a host. */
function matrixOf(hosts: readonly HostCrossings[], tag: string): string {
  const byHost = hosts.map((host) => new Map(itemsOf(host, tag).map((one) => [keyOf(one), one])));
  const all = new Map(hosts.flatMap((host) => itemsOf(host, tag)).map((one) => [keyOf(one), one]));
  const rows = [...all].map(([key, item]): Cell[] => [
    nameOf(item),
    kindWord(item.kind),
    ...byHost.map((items): Cell => {
      const found = items.get(key);
      return found ? { markup: found.outcome, className: found.outcome } : '';
    }),
  ]);
  return tableOf(['item', 'kind', ...hosts.map((host) => host.host)], rows);
}

function hostPart(host: HostCrossings, tag: string, isFolded: boolean): string {
  const items = itemsOf(host, tag);
  if (items.length === 0) return '';
  const rows = items.map((item): Cell[] => [
    nameOf(item),
    kindWord(item.kind),
    item.type === '' || item.kind === 'method' ? '' : code(item.type),
    { markup: item.outcome, className: item.outcome },
    [
      item.syntax === null ? '' : code(item.syntax),
      item.reason === null ? '' : faint(item.reason),
      ...item.conditions.map(faint),
    ].join(''),
  ]);
  const table = tableOf(['item', 'kind', 'type', 'outcome', 'write, or why not'], rows);
  const name = htmlText(host.host);
  return isFolded
    ? `<details class="inner"><summary>What to write in ${name}</summary>${table}</details>`
    : `<h3>${name}</h3>${table}`;
}

/** Counts as words, with a bar that only repeats them. */
function bar(all: readonly Crossing[]): string {
  const counts = countOutcomes(all);
  const shown = OUTCOMES.filter((outcome) => counts[outcome] > 0);
  if (shown.length === 0) return faint('nothing');
  const parts = shown.map((outcome) => `<i class="${outcome}" style="flex:${counts[outcome]}"></i>`).join('');
  const said = shown
    .map((outcome) => `<span class="count"><b>${counts[outcome]}</b> ${outcome}</span>`)
    .join(' ');
  return `<div class="bar" aria-hidden="true">${parts}</div>${said}`;
}

function keyOf(item: Crossing): string {
  return `${item.kind} ${item.name}`;
}

function nameOf(item: Crossing): string {
  return item.name === '' ? '(default slot)' : code(item.name);
}

function kindWord(kind: Crossing['kind']): string {
  return kind.replaceAll(/([A-Z])/g, ' $1').toLowerCase();
}
