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

/** No column but the last is wider, so that there is room for the code to write. */
const WIDEST = [28, 26];

/** Conditions stand once, at the end; items carry their numbers. */
function hostView(host: HostCrossings, from: Contract['package'], screen: Screen): string[] {
  const numbers = numbered(host);
  const of = from ? ` of ${from.name} ${from.version}` : '';
  const lines = [screen.strong(`Crossings${of} into ${host.host}`), ''];
  const tables = host.components.map(({ items }) => items.map((item) => rowOf(item, numbers)));
  // Columns line up between components.
  const columns = [
    ...WIDEST.map((_, index) => ({ least: widestOf(tables, index) })),
    { paint: (word: string) => screen.outcome(word) },
    { flexible: true },
  ];
  for (const [index, { tag }] of host.components.entries()) {
    lines.push(screen.strong(tag), ...table(tables[index] ?? [], columns, screen.width, '  '), '');
  }
  if (numbers.size > 0) {
    const rows = [...numbers].map(([condition, number]) => [`[${number}]`, condition]);
    lines.push(...table(rows, [{}, { flexible: true }], screen.width), '');
  }
  const items = host.components.flatMap((one) => one.items);
  lines.push(
    `${count(host.components.length, 'component')}, ${count(items.length, 'item')}: ${totals(items)}`,
  );
  return lines;
}

/** The numbers of all conditions, in the order they come up. */
function numbered({ components }: HostCrossings): Map<string, number> {
  const numbers = new Map<string, number>();
  for (const { items } of components) {
    for (const { conditions } of items) {
      for (const one of conditions) if (!numbers.has(one)) numbers.set(one, numbers.size + 1);
    }
  }
  return numbers;
}

function widestOf(tables: readonly (readonly (readonly string[])[])[], column: number): number {
  let widest = 0;
  for (const rows of tables) for (const row of rows) widest = Math.max(widest, row[column]?.length ?? 0);
  return widest;
}

function shortened(cell: string, column: number): string {
  const most = WIDEST[column] ?? 0;
  return cell.length > most ? `${cell.slice(0, most - 3)}...` : cell;
}

function rowOf(item: Crossing, numbers: ReadonlyMap<string, number>): string[] {
  const isNamed = item.kind === 'slot' || item.kind === 'pair';
  const name = item.name === '' ? '(default slot)' : isNamed ? `${item.kind} ${item.name}` : item.name;
  const type = item.kind === 'method' || item.kind === 'slot' ? '' : item.type;
  return [shortened(name, 0), shortened(type, 1), item.outcome.padEnd(6), words(item, numbers)];
}

function words(item: Crossing, numbers: ReadonlyMap<string, number>): string {
  const isLost = item.outcome === 'bridge' || item.outcome === 'broken';
  const said = (isLost ? item.reason : null) || (item.syntax ?? '');
  if (item.conditions.length === 0) return said;
  const marks = item.conditions.map((one) => `[${numbers.get(one)}]`).join('');
  return said === '' ? marks : `${said} ${marks}`;
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
