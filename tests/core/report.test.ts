/** The pages: the report of a demo or a team, and the map, as trees that a reader and a screen reader walk. */
import { type DefaultTreeAdapterTypes, defaultTreeAdapter as dom, parse } from 'parse5';
import { describe, expect, test } from 'vitest';
import { crossings } from '../../dist/core/crossing/index.js';
import { mapPage, type ReportModel, reportPage } from '../../dist/core/report/html.js';
import { openHost } from '../../dist/shell/packages/hosts.js';
import { componentIn } from '../support/memory.js';

type Element = DefaultTreeAdapterTypes.Element;

const component = componentIn(`
/** Shows <b>tides</b> & more. @slot legend - x */
class TideGauge extends HTMLElement {
  constructor() { super(); this.attachShadow({ mode: 'open' }) }
  readings: number[] = []; pier: string = '';
  go() { this.dispatchEvent(new CustomEvent('tide-breach', { detail: 1 })); }
}
customElements.define('tide-gauge', TideGauge);`);

const hosts = ['react@18', 'vue@3'].map((one) => crossings([component], openHost(one, '/')));
const contract: ReportModel['contract'] = { contract: 1, package: null, components: [component] };
const model: ReportModel = {
  contract,
  hosts,
  findings: [
    {
      code: 'lost-value',
      level: 'error',
      message: 'readings: <arrives> as text',
      cure: 'Use the wrapper.',
      place: { file: 'apps/console/pier.tsx', line: 3, column: 5 },
      frame: '3 | <tide-gauge readings={r} />',
    },
  ],
  wrappers: { host: 'react@18', files: ['tide-gauge.ts'] },
  profiles: [
    { host: 'react@18', measured: '18.3.1', engines: ['chromium', 'firefox'], wrap: 'suvet wrap x' },
  ],
  measured: { missing: 'no browser' },
  proof: {
    engine: 'chromium 1',
    rows: [
      { what: 'readings', expected: '3 bars', happened: '3 bars' },
      { what: 'pier', expected: 'north', happened: '<none>' },
    ],
  },
};

/** All elements of a name below a node, in order. */
function all(node: DefaultTreeAdapterTypes.ParentNode, name: string): Element[] {
  return dom.getChildNodes(node).flatMap((child) => {
    if (!dom.isElementNode(child)) return [];
    return [...(child.tagName === name ? [child] : []), ...all(child, name)];
  });
}
const textOf = (node: DefaultTreeAdapterTypes.ParentNode): string =>
  dom
    .getChildNodes(node)
    .map((child) => (dom.isTextNode(child) ? child.value : dom.isElementNode(child) ? textOf(child) : ''))
    .join('');
const attribute = (element: Element, name: string) => element.attrs.find((one) => one.name === name)?.value;

function treeOf(page: string) {
  const faults: string[] = [];
  const tree = parse(page, { onParseError: (error) => faults.push(error.code) });
  expect(faults).toEqual([]);
  return tree;
}
const section = (page: string, id: string) => {
  const found = all(treeOf(page), 'section').find((one) => attribute(one, 'id') === id);
  if (!found) throw new Error(`no section ${id}`);
  return found;
};
const rowsOf = (element: Element) =>
  all(element, 'tr').map((row) =>
    dom
      .getChildNodes(row)
      .filter(dom.isElementNode)
      .map((cell) => textOf(cell)),
  );

describe.each([
  ['the report', reportPage(model)],
  ['the map', mapPage(contract, hosts)],
])('%s', (_, page) => {
  const tree = treeOf(page);

  test('has one heading, and a link to each of its parts', () => {
    expect(all(tree, 'h1')).toHaveLength(1);
    const parts = all(tree, 'section').map((one) => attribute(one, 'id'));
    const links = all(tree, 'nav').flatMap((one) => all(one, 'a'));
    expect(links.map((one) => attribute(one, 'href'))).toEqual(parts.map((one) => `#${one}`));
    expect(new Set(parts).size).toBe(parts.length);
  });

  test('says in its tables which cells are headings, and lets the keyboard scroll them', () => {
    for (const table of all(tree, 'table')) {
      expect(all(table, 'th').every((one) => /^(col|row)$/.test(attribute(one, 'scope') ?? ''))).toBe(true);
      const widths = rowsOf(table).map((row) => row.length);
      expect(new Set(widths).size).toBe(1);
    }
    const scrolled = all(tree, 'div').filter((one) => attribute(one, 'class') === 'scroll');
    expect(scrolled.length).toBe(all(tree, 'table').length);
    expect(scrolled.every((one) => attribute(one, 'tabindex') === '0')).toBe(true);
  });

  test('counts by component and host what its items say one by one', () => {
    const [, row = []] = rowsOf(section(page, 'overview'));
    expect(row[0]).toContain('tide-gauge');
    expect(row.slice(1).map((cell) => cell.replaceAll(/\s+/g, ' '))).toEqual(
      hosts.map((host) => {
        const items = host.components.flatMap((one) => one.items);
        const of = (outcome: string) => items.filter((one) => one.outcome === outcome).length;
        return ['plain', 'marked', 'bridge', 'broken']
          .filter((one) => of(one) > 0)
          .map((one) => `${of(one)} ${one}`)
          .join(' ');
      }),
    );
    const [head, ...matrix] = rowsOf(section(page, 'items'));
    expect(head).toEqual(['item', 'kind', 'react@18', 'vue@3']);
    expect(matrix).toContainEqual(['readings', 'property', 'bridge', 'plain']);
  });

  test('shows words of components as they are written', () => {
    expect(all(tree, 'b').map(textOf)).not.toContain('tides');
    expect(textOf(section(page, 'overview'))).toContain('Shows <b>tides</b> & more.');
  });
});

describe('the report', () => {
  const page = reportPage(model);

  test('tells what to generate for each host', () => {
    expect(rowsOf(section(page, 'generate')).slice(1)).toEqual([
      ['react@18', expect.stringMatching(/^\d+ items$/), 'suvet wrap x', '18.3.1chromium, firefox'],
      ['vue@3', '0 items', 'nothing: its own syntax does', ''],
    ]);
    expect(textOf(section(page, 'generate'))).toContain('For react@18 this was done: tide-gauge.ts.');
  });

  test('tells each finding with its place, its code and its cure', () => {
    const [finding, ...more] = all(section(page, 'fix'), 'article');
    expect(more).toEqual([]);
    const words = finding ? textOf(finding) : '';
    for (const one of [
      'error',
      'lost-value',
      'apps/console/pier.tsx:3:5',
      '<arrives>',
      'Use the wrapper.',
      '3 | <tide',
    ])
      expect(words).toContain(one);
  });

  test('holds the proof against what was expected', () => {
    expect(rowsOf(section(page, 'proof')).slice(1)).toEqual([
      ['readings', '3 bars', '3 bars', 'as expected'],
      ['pier', 'north', '<none>', 'differs'],
    ]);
  });

  test('says what was not run, and that nothing was found', () => {
    const bare = reportPage({ ...model, findings: [], wrappers: null, proof: { missing: 'no <browser>' } });
    expect(textOf(section(bare, 'proof'))).toContain('Not run: no <browser>');
    expect(textOf(section(bare, 'measured'))).toContain('Not run: no browser');
    expect(textOf(section(bare, 'fix'))).toContain('Nothing was found in the host code.');
  });
});
