/** Result models as Markdown. */

import type { Contract } from '../contract/types.js';
import { OUTCOMES, overviewOf } from '../crossing/narrow.js';
import type { HostCrossings } from '../crossing/types.js';
import { markdownCode, markdownText } from '../emit/text.js';

/** The crossings as one document: an overview of them all, then a heading a host, a table a component. */
export function markdownMap(hosts: readonly HostCrossings[], from: Contract['package']): string {
  const lines: string[] = overview(hosts, from);
  for (const host of hosts) {
    lines.push(`# Crossings${ofPackage(from)} into ${markdownText(host.host)}`, '');
    for (const component of host.components) {
      lines.push(
        `## ${markdownCode(component.tag)}`,
        '',
        '| item | kind | outcome | write | why |',
        '|---|---|---|---|---|',
      );
      for (const item of component.items) {
        const name = item.name === '' ? '(default slot)' : markdownCode(item.name);
        const why = [item.reason ?? '', ...item.conditions]
          .filter((part) => part !== '')
          .map(markdownText)
          .join('; ');
        lines.push(
          `| ${name} | ${item.kind} | ${item.outcome} | ${item.syntax === null ? '' : markdownCode(item.syntax)} | ${why} |`,
        );
      }
      lines.push('');
    }
  }
  return `${lines.join('\n').trimEnd()}\n`;
}

function overview(hosts: readonly HostCrossings[], from: Contract['package']): string[] {
  const lines = overviewOf(hosts);
  if (lines.length <= 1) return [];
  return [
    `# Overview${ofPackage(from)}`,
    '',
    `| component | host | ${OUTCOMES.join(' | ')} |`,
    `|---|---|${OUTCOMES.map(() => '--:').join('|')}|`,
    ...lines.map(({ tag, host, counts }) => {
      const cells = [
        tag === null ? 'all' : markdownCode(tag),
        markdownText(host),
        ...OUTCOMES.map((outcome) => String(counts[outcome])),
      ];
      return `| ${cells.join(' | ')} |`;
    }),
    '',
  ];
}

const ofPackage = (from: Contract['package']) =>
  from ? ` of ${markdownText(`${from.name} ${from.version}`)}` : '';
