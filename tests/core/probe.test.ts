/** Probing without a page: values for types, trials for items, results put together and written for CI systems. */
import { describe, expect, test } from 'vitest';
import type { JsonSchema } from '../../dist/core/contract/types.js';
import { trialsOf } from '../../dist/core/probe/plan.js';
import { countTrials, differencesOf, merged, type ProbeCell } from '../../dist/core/probe/result.js';
import { samplesFor } from '../../dist/core/probe/samples.js';
import { junitOf } from '../../dist/core/report/junit.js';
import { probePage } from '../../dist/core/report/probe.js';
import { openHost } from '../../dist/shell/packages/hosts.js';
import { componentIn } from '../support/memory.js';

describe('values for a type', () => {
  test.each<[string, JsonSchema | null, unknown[]]>([
    ['string', { type: 'string' }, ['north', 'south', '']],
    ['number', { type: 'number' }, [3, 4]],
    ['boolean', { type: 'boolean' }, [true, false]],
    ['no more than five', { type: 'number', maximum: 3.5 }, [3, 3.5]],
    ["'kr' | 'eur'", { enum: ['kr', 'eur'] }, ['kr', 'eur']],
    ['string | null', { type: ['string', 'null'] }, ['north', 'south', '', null]],
    ['string[]', { type: 'array', items: { type: 'string' } }, [['north'], ['south', 'south']]],
    [
      'a record',
      { type: 'object', properties: { level: { type: 'number' }, open: { type: 'boolean' } } },
      [
        { level: 3, open: true },
        { level: 4, open: false },
      ],
    ],
    ['one value only', { const: 'kr' }, []],
    ['a day', { type: 'string', format: 'date' }, ['2026-01-01', '2026-02-01', '']],
  ])('%s', (text, schema, values) => {
    expect(samplesFor({ text, schema }).map((one) => ('json' in one ? one.json : one))).toEqual(values);
  });

  test('what JSON has no form for is made in the page', () => {
    const [first, second] = samplesFor({ text: '() => void', schema: null });
    expect([first, second]).toEqual([
      { make: 'function', turn: 1 },
      { make: 'function', turn: 2 },
    ]);
    expect(samplesFor({ text: 'Date', schema: null })).toHaveLength(2);
  });

  test('a type that holds itself comes to an end', () => {
    const schema: Record<string, unknown> = { type: 'object', properties: {} };
    schema.properties = { next: schema };
    expect(JSON.stringify(samplesFor({ text: 'Node', schema })).length).toBeLessThan(400);
  });
});

const component = componentIn(`
/** @slot legend - x */
class X extends HTMLElement {
  constructor() { super(); this.attachShadow({ mode: 'open' }) }
  list: string[] = []; value: string = '';
  get size(): number { return 1 }
  refresh(): void {}
  go() {
    this.dispatchEvent(new CustomEvent('pier-go', { detail: 1 }));
    this.dispatchEvent(new Event('input', { bubbles: true }));
    this.shadowRoot.firstChild.dispatchEvent(new Event('pier-in', { bubbles: true }));
  }
}
customElements.define('pier-sign', X);`);

describe('trials', () => {
  test.each<[string, string[]]>([
    [
      'react@18',
      [
        'list lost',
        'value lost',
        'size crosses',
        'pier-go lost',
        'input crosses',
        'pier-in lost',
        'legend crosses',
        'refresh crosses',
        'go crosses',
      ],
    ],
    [
      'vue@3',
      [
        'list crosses',
        'value crosses',
        'size crosses',
        'pier-go crosses',
        'input crosses',
        'pier-in lost',
        'pair value crosses',
        'legend crosses',
        'refresh crosses',
        'go crosses',
      ],
    ],
  ])('%s', (host, expected) => {
    const trials = trialsOf(component, openHost(host, '/'));
    expect(trials.map((one) => `${one.kind === 'pair' ? 'pair ' : ''}${one.name} ${one.expected}`)).toEqual(
      expected,
    );
  });

  test('what is set as a property is expected to be lost when the class comes late', () => {
    const [list] = trialsOf(component, openHost('vue@3', '/'));
    expect(list).toMatchObject({ name: 'list', expected: 'crosses', late: 'lost' });
  });
});

const cell = (
  tag: string,
  host: string,
  happened: 'crosses' | 'lost' | 'untold',
  error: string | null = null,
): ProbeCell => ({
  tag,
  host,
  engine: 'chromium',
  error,
  console: [],
  trials:
    error === null
      ? [
          {
            kind: 'property',
            name: '<level> & "more"\u0001',
            expected: 'crosses',
            happened,
            what: happened === 'crosses' ? null : 'the element has "x" ]]>',
            late: null,
          },
        ]
      : [],
});

describe('results', () => {
  const parts = [
    { probe: 1, package: null, engines: ['chromium 1'], shard: '1/2', cells: [cell('b', 'vue@3', 'lost')] },
    {
      probe: 1,
      package: null,
      engines: ['chromium 1'],
      shard: '2/2',
      cells: [
        cell('a', 'vue@3', 'crosses'),
        cell('b', 'vue@3', 'lost'),
        cell('c', 'html', 'untold'),
        cell('d', 'html', 'lost', 'hung <b>'),
      ],
    },
  ] as const;
  const whole = merged(parts.map((one) => ({ ...one, cells: [...one.cells], engines: [...one.engines] })));

  test('are put together, each cell once, in order', () => {
    expect(whole.cells.map((one) => `${one.host} ${one.tag}`)).toEqual([
      'html c',
      'html d',
      'vue@3 a',
      'vue@3 b',
    ]);
    expect(whole.engines).toEqual(['chromium 1']);
    expect(countTrials(whole.cells)).toEqual({ asExpected: 1, differ: 1, untold: 1 });
    expect(differencesOf(whole.cells).map((one) => one.cell.tag)).toEqual(['b']);
  });

  test('as JUnit: counted, and escaped for XML', () => {
    const text = junitOf(whole);
    expect(text).toContain('tests="4" failures="1" errors="1" skipped="1"');
    expect(text).toContain('name="property &lt;level&gt; &amp; &quot;more&quot;"');
    expect(text).toContain('<error message="hung &lt;b&gt;"/>');
    expect(text).not.toContain('\u0001');
    expect(text.match(/<testsuite /g)).toHaveLength(4);
    expect(text.match(/<testcase /g)).toHaveLength(4);
  });

  test('as a page: what differs and what failed is listed', () => {
    const text = probePage(whole);
    expect(text).toContain('1 differ');
    expect(text).toContain('chromium failed');
    expect(text).not.toMatch(/<b>|<level>/);
  });
});
