/** The view of `suvet init`. */

import type { Discovered } from '../../shell/packages/discover.js';
import type { Screen } from './screen.js';
import { table } from './table.js';

export function initView(found: Discovered, screen: Screen): string[] {
  const rows = [
    ...found.components.map((source, index) => [index === 0 ? 'components' : '', source, '']),
    ...found.hosts.map((one, index) => [index === 0 ? 'hosts' : '', one.path, one.host]),
  ];
  const lines =
    rows.length > 0
      ? table(rows, [{}, {}, {}], screen.width, '  ')
      : ['  Nothing was recognised here: its lists are empty.'];
  return [screen.strong('Wrote suvet.json'), '', ...lines, ''];
}
