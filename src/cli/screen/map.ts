/** The view of `suvet map`. */

import type { Contract } from '../../core/contract/types.js';
import { countOutcomes, OUTCOMES, overviewOf } from '../../core/crossing/narrow.js';
import type { Crossing, HostCrossings } from '../../core/crossing/types.js';
import type { Screen } from './screen.js';
import { count, table, tableRows } from './table.js';

/** The lines, block by block, so that a long map need not be held as a whole: the overview, then each host. */
export function* mapView(
  hosts: readonly HostCrossings[],
  from: Contract['package'],
  screen: Screen,
): Generator<string[]> {
  const first = overview(hosts, from, screen);
  if (first.length > 0) yield first;
  for (const [index, host] of hosts.entries()) {
    const view = hostView(host, from, screen);
    yield index > 0 ? ['', ...view] : view;
  }
}

/** How much of each component crosses into each host; nothing where a single one has its sum below its items. */
function overview(hosts: readonly HostCrossings[], from: Contract['package'], screen: Screen): string[] {
  const lines = overviewOf(hosts);
  if (lines.length <= 1) return [];
  const [only] = hosts.length === 1 ? hosts : [];
  const rows = lines.map(({ tag, host, counts }, index) => [
    // A name stands once for all its hosts, and a single host above them all.
    index > 0 && lines[index - 1]?.tag === tag ? '' : shortened(tag ?? 'all components', 0),
    ...(only ? [] : [host]),
    ...OUTCOMES.map((outcome) => (counts[outcome] === 0 ? '-' : String(counts[outcome]))),
  ]);
  const right = { align: 'right' } as const;
  const names = only ? [''] : ['', ''];
  const columns = [...names.map(() => ({})), right, right, right, right];
  return [
    screen.strong(`Overview${ofPackage(from)}${only ? ` into ${only.host}` : ''}`),
    '',
    ...table([[...names, ...OUTCOMES], ...rows], columns, screen.width),
    '',
  ];
}

const ofPackage = (from: Contract['package']) => (from ? ` of ${from.name} ${from.version}` : '');

/** No column but the last is wider, so that there is room for the code to write. */
const WIDEST = [28, 26];

/** Conditions stand once, at the end; items carry their numbers. */
function hostView(host: HostCrossings, from: Contract['package'], screen: Screen): string[] {
  const numbers = numbered(host);
  // Components have many items in common, which are said alike. Columns line up between components.
  const distinct = [...new Set(host.components.flatMap((one) => one.items))];
  const columns = [{}, {}, { paint: (word: string) => screen.outcome(word) }, { flexible: true }];
  const rows = distinct.map((item) => rowOf(item, numbers));
  const made = tableRows(rows, columns, screen.width, '  ');
  const linesOf = new Map(distinct.map((item, index) => [item, made[index] ?? []]));

  const lines = [screen.strong(`Crossings${ofPackage(from)} into ${host.host}`), ''];
  for (const { tag, items } of host.components) {
    lines.push(screen.strong(tag));
    for (const item of items) lines.push(...(linesOf.get(item) ?? []));
    lines.push('');
  }
  if (numbers.size > 0) {
    const conditions = [...numbers].map(([condition, number]) => [`[${number}]`, condition]);
    lines.push(...table(conditions, [{}, { flexible: true }], screen.width), '');
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
