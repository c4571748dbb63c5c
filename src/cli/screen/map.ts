/** The view of `suvet map`. */

import type { Contract } from '../../core/contract/types.js';
import { countOutcomes, OUTCOMES } from '../../core/crossing/narrow.js';
import type { Crossing, HostCrossings } from '../../core/crossing/types.js';
import type { Screen } from './screen.js';
import { count, table } from './table.js';

export function mapView(
  hosts: readonly HostCrossings[],
  from: Contract['package'],
  screen: Screen,
): string[] {
  return hosts.flatMap((host, index) => [...(index > 0 ? [''] : []), ...hostView(host, from, screen)]);
}

/** Conditions stand once, at the end; items carry their numbers. */
function hostView(host: HostCrossings, from: Contract['package'], screen: Screen): string[] {
  const conditions = [
    ...new Set(host.components.flatMap((one) => one.items.flatMap((item) => item.conditions))),
  ];
  const of = from ? ` of ${from.name} ${from.version}` : '';
  const lines = [screen.strong(`Crossings${of} into ${host.host}`), ''];
  const components = host.components.map(({ tag, items }) => ({
    tag,
    rows: items.map((item) => rowOf(item, conditions)),
  }));
  const widths = [28, 26].map((most, index) =>
    components
      .flatMap((one) => one.rows)
      .reduce((widest, row) => Math.max(widest, Math.min(most, (row[index] ?? '').length)), 0),
  );
  const columns = [{}, {}, { paint: (word: string) => screen.outcome(word) }, { flexible: true }];
  for (const { tag, rows } of components) {
    const fitted = rows.map((row) => row.map((cell, index) => padTo(cell, widths[index])));
    lines.push(screen.strong(tag), ...table(fitted, columns, screen.width, '  '), '');
  }
  if (conditions.length > 0) {
    lines.push(
      ...table(
        conditions.map((one, index) => [`[${index + 1}]`, one]),
        [{}, { flexible: true }],
        screen.width,
      ),
      '',
    );
  }
  const items = host.components.flatMap((one) => one.items);
  lines.push(
    `${count(host.components.length, 'component')}, ${count(items.length, 'item')}: ${totals(items)}`,
  );
  return lines;
}

/** Pads a cell to the width the column has in the whole view, so that columns line up between components. */
function padTo(cell: string, width: number | undefined): string {
  if (width === undefined) return cell;
  return cell.length > width ? `${cell.slice(0, width - 3)}...` : cell.padEnd(width);
}

function rowOf(item: Crossing, conditions: readonly string[]): string[] {
  const isNamed = item.kind === 'slot' || item.kind === 'pair';
  const name = item.name === '' ? '(default slot)' : isNamed ? `${item.kind} ${item.name}` : item.name;
  const type = item.kind === 'method' || item.kind === 'slot' ? '' : item.type;
  return [name, type, item.outcome.padEnd(6), words(item, conditions)];
}

function words(item: Crossing, all: readonly string[]): string {
  const written = item.syntax ?? '';
  const why = item.outcome === 'bridge' || item.outcome === 'broken' ? (item.reason ?? '') : '';
  const marks = item.conditions.map((one) => `[${all.indexOf(one) + 1}]`).join('');
  return [why === '' ? written : why, marks].filter((part) => part !== '').join(' ');
}

function totals(items: readonly Crossing[]): string {
  const counts = countOutcomes(items);
  const said = OUTCOMES.filter((outcome) => counts[outcome] > 0).map(
    (outcome) => `${counts[outcome]} ${outcome}`,
  );
  return said.length > 0 ? said.join(', ') : 'nothing to show';
}

/** What to do about it. */
export function nextStep(hosts: readonly HostCrossings[]): string {
  const needy = hosts.find((host) =>
    host.components.some((one) => one.items.some((item) => item.outcome === 'bridge')),
  );
  if (needy) return `suvet wrap --host ${needy.host} --out src/elements`;
  const first = hosts[0];
  return first ? `suvet check looks for mistakes in the code of ${first.host}` : 'suvet survey';
}
