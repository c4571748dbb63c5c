/** The view of a map: columns, what is said of each item, conditions told once. */
import { describe, expect, test } from 'vitest';
import { mapView, nextStep } from '../../dist/cli/screen/map.js';
import { Screen } from '../../dist/cli/screen/screen.js';
import type { Crossing, HostCrossings } from '../../dist/core/crossing/types.js';
import { markdownMap } from '../../dist/core/report/markdown.js';

const screen = new Screen({ quiet: false, verbose: false, color: false });
const item = (rest: Partial<Crossing>): Crossing => ({
  kind: 'property',
  name: 'level',
  type: 'number',
  outcome: 'plain',
  syntax: 'level={level}',
  reason: null,
  conditions: [],
  tried: null,
  ...rest,
});
const host = (...components: [tag: string, items: Crossing[]][]): HostCrossings => ({
  host: 'react@18',
  profile: '>=18 <19',
  components: components.map(([tag, items]) => ({ tag, items })),
});
const FROM = { name: '@merrow/deck', version: '1.0.0' };
const view = (one: HostCrossings) => [...mapView([one], FROM, screen)].flat();

test('columns line up between components, and the sum is told', () => {
  const lines = view(
    host(
      [
        'tide-gauge',
        [
          item({}),
          item({ name: 'readings', type: 'Reading[]', outcome: 'bridge', syntax: null, reason: 'as text' }),
        ],
      ],
      ['fare-quote', [item({ name: 'fare', outcome: 'marked', syntax: 'prop:fare={fare}' })]],
    ),
  );
  expect(lines.slice(7)).toEqual([
    'Crossings of @merrow/deck 1.0.0 into react@18',
    '',
    'tide-gauge',
    '  level     number     plain   level={level}',
    '  readings  Reading[]  bridge  as text',
    '',
    'fare-quote',
    '  fare      number     marked  prop:fare={fare}',
    '',
    '2 components, 3 items: 1 plain, 1 marked, 1 bridge',
  ]);
});

test.each<[string, Partial<Crossing>, string]>([
  [
    'a default slot',
    { kind: 'slot', name: '', type: '', syntax: 'children' },
    '  (default slot)    plain   children',
  ],
  [
    'a named slot',
    { kind: 'slot', name: 'legend', type: 'x', syntax: '<p slot>' },
    '  slot legend    plain   <p slot>',
  ],
  [
    'a pair',
    { kind: 'pair', name: 'value', type: 'value with input' },
    '  pair value  value with input  plain   level={level}',
  ],
  [
    'a method, whose type is in its code',
    { kind: 'method', name: 'go', syntax: 'ref.go()' },
    '  go    plain   ref.go()',
  ],
  [
    'what is broken, with the reason',
    { outcome: 'broken', reason: 'never sent', syntax: 'x' },
    '  level  number  broken  never sent',
  ],
  [
    'what is marked, with its code',
    { outcome: 'marked', reason: 'as text' },
    '  level  number  marked  level={level}',
  ],
  ['a long name', { name: 'a'.repeat(40) }, `  ${'a'.repeat(25)}...  number  plain   level={level}`],
  ['a long type', { type: `'${'b'.repeat(40)}'` }, `  level  '${'b'.repeat(22)}...  plain   level={level}`],
  ['nothing to write', { outcome: 'bridge', syntax: null }, '  level  number  bridge'],
])('%s', (_, rest, line) => {
  expect(view(host(['tide-gauge', [item(rest)]]))[3]).toBe(line);
});

describe('conditions', () => {
  const late = 'only when defined before';
  const lines = view(
    host(
      [
        'tide-gauge',
        [item({ conditions: [late] }), item({ name: 'pier', conditions: ['not in webkit', late] })],
      ],
      ['fare-quote', [item({ syntax: null, conditions: [late] })]],
    ),
  );

  test('are told once, with numbers, in the order they come up', () => {
    expect(lines.slice(-4)).toEqual([
      `[1]  ${late}`,
      '[2]  not in webkit',
      '',
      '2 components, 3 items: 3 plain',
    ]);
  });

  test('are named by their numbers where they hold', () => {
    expect(lines.slice(10, 15)).toEqual([
      '  level  number  plain   level={level} [1]',
      '  pier   number  plain   level={level} [2][1]',
      '',
      'fare-quote',
      '  level  number  plain   [1]',
    ]);
  });
});

describe('the overview', () => {
  const bridge = item({ name: 'readings', outcome: 'bridge' });
  const gauge: [string, Crossing[]] = ['tide-gauge', [item({}), item({ name: 'pier' }), bridge]];
  const quote: [string, Crossing[]] = ['fare-quote', [item({ outcome: 'broken' })]];
  const inVue = (one: HostCrossings) => ({ ...one, host: 'vue@3' });
  const overview = (...hosts: HostCrossings[]) => {
    const lines = [...mapView(hosts, FROM, screen)].flat();
    return lines.slice(0, lines.indexOf(`Crossings of @merrow/deck 1.0.0 into react@18`));
  };

  test('comes first: every host with all components, then every component in every host', () => {
    expect(overview(host(gauge, quote), inVue(host(gauge)))).toEqual([
      'Overview of @merrow/deck 1.0.0',
      '',
      '                          plain  marked  bridge  broken',
      'all components  react@18      2       -       1       1',
      '                vue@3         2       -       1       -',
      'tide-gauge      react@18      2       -       1       -',
      '                vue@3         2       -       1       -',
      'fare-quote      react@18      -       -       -       1',
      '',
    ]);
  });

  test('of a single host names it once', () => {
    expect(overview(host(gauge, quote)).slice(0, 5)).toEqual([
      'Overview of @merrow/deck 1.0.0 into react@18',
      '',
      '                plain  marked  bridge  broken',
      'all components      2       -       1       1',
      'tide-gauge          2       -       1       -',
    ]);
  });

  test('has no sum over a single component, and there is none of one component in one host', () => {
    expect(overview(host(gauge), inVue(host(gauge))).slice(3, -1)).toEqual([
      'tide-gauge  react@18      2       -       1       -',
      '            vue@3         2       -       1       -',
    ]);
    expect(overview(host(gauge))).toEqual([]);
  });

  test('is the first of a Markdown document as well', () => {
    expect(
      markdownMap([host(gauge, quote)], null)
        .split('\n')
        .slice(0, 7),
    ).toEqual([
      '# Overview',
      '',
      '| component | host | plain | marked | bridge | broken |',
      '|---|---|--:|--:|--:|--:|',
      '| all | react@18 | 2 | 0 | 1 | 1 |',
      '| `tide-gauge` | react@18 | 2 | 0 | 1 | 0 |',
      '| `fare-quote` | react@18 | 0 | 0 | 0 | 1 |',
    ]);
  });
});

test('items that components have in common are said in each of them', () => {
  const shared = item({});
  const lines = view(host(['tide-gauge', [shared]], ['fare-quote', [shared]]));
  expect(lines.filter((line) => line === '  level  number  plain   level={level}')).toHaveLength(2);
});

test('several hosts stand below each other, and an empty one says so', () => {
  const lines = [...mapView([host(), host()], null, screen)].flat();
  expect(lines).toEqual([
    'Crossings into react@18',
    '',
    '0 components, 0 items: nothing to show',
    '',
    'Crossings into react@18',
    '',
    '0 components, 0 items: nothing to show',
  ]);
});

test('what comes next depends on what is lost', () => {
  expect(nextStep([host(['a-b', [item({ outcome: 'bridge' })]])])).toBe(
    'suvet wrap --host react@18 --out src/elements',
  );
  expect(nextStep([host(['a-b', [item({})]])])).toBe(
    'suvet check looks for mistakes in the code of react@18',
  );
  expect(nextStep([])).toBe('suvet survey');
});
