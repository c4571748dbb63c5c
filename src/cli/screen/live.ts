/** The view of `suvet survey --live`: agreement in numbers, difference item by item. */

import type { Contract } from '../../core/contract/types.js';
import type { LiveComparison, LiveItem } from '../../core/survey/live/compare.js';
import type { SeenModule } from '../../core/survey/live/seen.js';
import type { Screen } from './screen.js';
import { count, table } from './table.js';

const KINDS: readonly LiveItem['kind'][] = ['attribute', 'property', 'slot', 'part'];

/** One row a component, then every item in which code and running element differ. */
export function liveView(
  contract: Contract,
  engine: string,
  modules: readonly SeenModule[],
  compared: readonly LiveComparison[],
  screen: Screen,
): string[] {
  const name = contract.package ? ` of ${contract.package.name} ${contract.package.version}` : '';
  const lines = [screen.strong(`Survey${name}, asked in ${engine}`), ''];
  const head = ['tag', 'attributes', 'properties', 'slots', 'parts', 'differ'];
  const rows = compared.map((one) => [
    one.tag,
    ...KINDS.map((kind) => agreement(one, kind)),
    String(one.items.filter((item) => item.outcome !== 'agrees').length || '-'),
  ]);
  const right = { align: 'right' } as const;
  const [first = '', ...rest] = table([head, ...rows], [{}, right, right, right, right, right], screen.width);
  lines.push(screen.faint(first), ...rest, '');
  const failed = modules.filter((one) => one.error !== null);
  for (const one of failed) lines.push(`${one.module}: does not load: ${one.error}`);
  if (failed.length > 0) lines.push('');
  for (const one of compared) lines.push(...differences(one, screen));
  const asked = new Set(compared.map((one) => one.tag));
  const untold = contract.components.filter((one) => one.typesOnly && !asked.has(one.tag)).length;
  if (untold > 0) lines.push(`${count(untold, 'component')} not asked: only types tell of them`, '');
  const items = compared.flatMap((one) => one.items);
  const differ = items.filter((one) => one.outcome !== 'agrees').length;
  lines.push(
    `${count(compared.length, 'component')}, ${count(items.length, 'item')}: ${items.length - differ} agree, ${differ} differ`,
  );
  return lines;
}

/** `4 of 5`: how many items of a kind agree; a dash where there are none. */
function agreement({ items }: LiveComparison, kind: LiveItem['kind']): string {
  const all = items.filter((one) => one.kind === kind);
  if (all.length === 0) return '-';
  return `${all.filter((one) => one.outcome === 'agrees').length} of ${all.length}`;
}

const WORDS = {
  'code-only': 'in the code only',
  'live-only': 'on the running element only',
  differs: 'differs',
};

function differences({ tag, error, items }: LiveComparison, screen: Screen): string[] {
  const rows = items.flatMap((one) =>
    one.outcome === 'agrees' ? [] : [[one.name || '(default)', one.kind, one.detail ?? WORDS[one.outcome]]],
  );
  if (error !== null) rows.unshift([tag, 'element', `throws: ${error}`]);
  if (rows.length === 0) return [];
  return [screen.strong(tag), ...table(rows, [{}, {}, { flexible: true }], screen.width, '  '), ''];
}
