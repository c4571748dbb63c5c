/** The views of `suvet explain`. */

import type { Explanation } from '../../shell/explanations.js';
import type { Screen } from './screen.js';
import { table, wrap } from './table.js';

export function explanationView(page: Explanation, screen: Screen): string[] {
  const part = (title: string, lines: string[]) => ['', screen.strong(title), ...lines];
  const words = (text: string) => wrap(text.replaceAll(/\s+/g, ' '), screen.width);
  const code = (text: string) => text.split('\n').map((line) => `  ${line}`.trimEnd());
  return [
    `${screen.strong(page.code)}  ${page.level}`,
    ...words(page.what),
    ...part('Why it matters', words(page.why)),
    ...part('Cure', words(page.cure)),
    ...part(`Before (${page.before.host})`, code(page.before.code)),
    ...part(`After (${page.after.host})`, code(page.after.code)),
  ];
}

export function codesView(pages: readonly Explanation[], screen: Screen): string[] {
  return [
    screen.strong('Findings'),
    '',
    ...table(
      pages.map((one) => [one.code, one.level, one.what]),
      [{}, {}, { flexible: true }],
      screen.width,
      '  ',
    ),
  ];
}
