/** The view of `suvet wrap`. */

import type { WrappingPlan, Written } from '../../shell/wrapping.js';
import type { Screen } from './screen.js';
import { count, table } from './table.js';

export function wrapView(
  plan: WrappingPlan,
  written: readonly Written[],
  host: string,
  out: string,
  screen: Screen,
): string[] {
  const lines = [screen.strong(`Wrappers for ${host}`), ''];
  const columns = [{}, { flexible: true }];
  if (plan.wrapped.length > 0) {
    const rows = plan.wrapped.flatMap(({ component, bridged }) =>
      bridged.length === 0
        ? [[component.tag, '', 'not needed; written because of --all']]
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
        plan.wrapped.length > 0 ? 'No wrapper needed' : `No wrapper needed: ${host} carries these itself`,
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
  if (written.length > 0) {
    lines.push(screen.strong(`Files in ${out}`));
    lines.push(
      ...table(
        written.map((one) => [one.name, words(one.what)]),
        columns,
        screen.width,
        '  ',
      ),
      '',
    );
  }
  lines.push(summary(plan, written));
  return lines;
}

function withoutWrapper({ marked, broken }: WrappingPlan['unwrapped'][number]): string {
  const parts = [
    ...marked.map((item) => `write ${item.syntax}`),
    ...broken.map((item) => `${item.name}: broken, ${item.reason}`),
  ];
  return parts.length > 0 ? parts.join('; ') : 'everything is plain';
}

function words(what: Written['what']): string {
  if (what === 'kept') return 'kept: it was edited, or is not generated (--force writes over it)';
  return what;
}

function summary(plan: WrappingPlan, written: readonly Written[]): string {
  const number = (what: Written['what']) => written.filter((one) => one.what === what).length;
  const files =
    written.length === 0
      ? ''
      : `; ${count(number('written'), 'file')} written, ${number('unchanged')} unchanged, ${number('kept')} kept`;
  return `${count(plan.wrapped.length, 'component')} wrapped, ${plan.unwrapped.length} without need${files}`;
}
