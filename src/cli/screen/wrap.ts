/** The view of `suvet wrap`. */

import type { Written } from '../../shell/generated.js';
import type { OpenedHost } from '../../shell/packages/hosts.js';
import type { WrappingPlan } from '../../shell/wrapping.js';
import type { Screen } from './screen.js';
import { count, table } from './table.js';

export function wrapView(
  plan: WrappingPlan,
  written: readonly Written[],
  { host, out, isDry }: { host: OpenedHost; out: string; isDry: boolean },
  screen: Screen,
): string[] {
  const { label } = host;
  const lines = [screen.strong(`Wrappers for ${label}`), ''];
  const columns = [{}, { flexible: true }];
  if (plan.wrapped.length > 0) {
    const rows = plan.wrapped.flatMap(({ component, bridged }) =>
      bridged.length === 0
        ? [
            [
              component.tag,
              '',
              host.host.wraps === 'all' ? 'all of it is plain' : 'not needed; written because of --all',
            ],
          ]
        : bridged.map((item, index) => [
            index === 0 ? component.tag : '',
            item.name || '(default slot)',
            item.reason ?? '',
          ]),
    );
    lines.push(...table(rows, [{}, {}, { flexible: true }], screen.width, '  '), '');
  }
  if (plan.unwrapped.length > 0) {
    lines.push(
      screen.strong(
        plan.wrapped.length > 0 ? 'No wrapper needed' : `No wrapper needed: ${label} carries these itself`,
      ),
    );
    lines.push(
      ...table(
        plan.unwrapped.map((one) => [one.component.tag, withoutWrapper(one)]),
        columns,
        screen.width,
        '  ',
      ),
      '',
    );
  }
  if (plan.leftToApplication.length > 0) {
    const rows = plan.leftToApplication.map((one) => [one.component.tag, one.reason]);
    lines.push(screen.strong('Defined by the application'), ...table(rows, columns, screen.width, '  '), '');
  }
  if (plan.refused.length > 0) {
    const rows = plan.refused.map((one) => [one.component.tag, one.reason]);
    lines.push(screen.strong('Refused'), ...table(rows, columns, screen.width, '  '), '');
  }
  if (written.length > 0) {
    const changed = written.filter((one) => one.diff !== undefined);
    for (const { diff } of changed) lines.push(...(diff ?? '').trimEnd().split('\n'), '');
    lines.push(screen.strong(isDry ? `Files that would be in ${out}` : `Files in ${out}`));
    lines.push(
      ...table(
        written.map((one) => [one.name, (isDry ? DRY_WORDS[one.what] : null) ?? WORDS[one.what]]),
        columns,
        screen.width,
        '  ',
      ),
      '',
    );
  }
  lines.push(summary(plan, written, isDry));
  return lines;
}

function withoutWrapper({ marked, broken }: WrappingPlan['unwrapped'][number]): string {
  const parts = [
    ...marked.map((item) => `write ${item.syntax}`),
    ...broken.map((item) => `${item.name}: broken, ${item.reason}`),
  ];
  return parts.length > 0 ? parts.join('; ') : 'everything is plain';
}

const WORDS: Record<Written['what'], string> = {
  written: 'written',
  unchanged: 'unchanged',
  kept: 'kept: it was edited, or is not generated (--force writes over it)',
  leftover: 'left over: it was generated before and is no longer (--prune removes it)',
  removed: 'removed',
};

/** What is said instead where nothing is done. */
const DRY_WORDS: Partial<Record<Written['what'], string>> = {
  written: 'would be written',
  removed: 'would be removed',
};

function summary(
  { wrapped, unwrapped, refused }: WrappingPlan,
  written: readonly Written[],
  isDry: boolean,
): string {
  const done = (word: string) => (isDry ? `to be ${word}` : word);
  const number = (what: Written['what']) => written.filter((one) => one.what === what).length;
  const more = (what: Written['what'], word: string) => (number(what) > 0 ? `, ${number(what)} ${word}` : '');
  const files =
    written.length === 0
      ? ''
      : `; ${count(number('written'), 'file')} ${done('written')}, ${number('unchanged')} unchanged, ${number('kept')} kept` +
        more('leftover', 'left over') +
        more('removed', done('removed'));
  const not = refused.length > 0 ? `, ${refused.length} refused` : '';
  return `${count(wrapped.length, 'component')} ${done('wrapped')}, ${unwrapped.length} without need${not}${files}`;
}
