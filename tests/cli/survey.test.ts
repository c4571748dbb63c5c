import { mkdirSync, readFileSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import type { Component, Contract } from '../../dist/core/contract/types.js';
import { validatorFor } from '../../dist/shell/files/schemas.js';
import { DEMO, folder, json, suvet } from '../support/run.js';

/** Every item of a component in one line, with its place. */
function lines(component: Component): string[] {
  const at = (item: { at?: string }) => item.at?.replace('src/', '') ?? '?';
  return [
    ...component.properties.map(
      (one) =>
        `${one.name}: ${one.type.text}${one.readonly ? ' readonly' : ''}${one.attribute ? ` @${one.attribute.name}/${one.attribute.reads}${one.attribute.reflects ? '/reflects' : ''}` : ''} (${at(one)})`,
    ),
    ...component.attributes.map((one) => `@${one.name}/${one.reads} (${at(one)})`),
    ...component.events.map(
      (one) =>
        `!${one.name} ${one.eventType} ${one.detail.text} ${[one.bubbles && 'b', one.composed && 'c', one.cancelable && 'x'].filter(Boolean).join('')} ${one.origin} (${at(one)})`,
    ),
    ...component.methods.map((one) => `${one.text} (${at(one)})`),
    ...component.slots.map((one) => `<${one.name}> (${at(one)})`),
    ...component.cssParts.map((one) => `::part(${one.name}) (${at(one)})`),
    ...component.cssProperties.map((one) => `${one.name} (${at(one)})`),
    ...component.pairs.map((one) => `${one.property} <-> ${one.event} ${one.path}`),
  ];
}

/** Places are checked by what stands there, so that the demo can be edited. */
function standsAt(contract: Contract): string[] {
  const named = contract.components.flatMap((one) => [...one.properties, ...one.events, ...one.methods]);
  return named
    .filter((item) => {
      const [file = '', line = ''] = (item.at ?? '').split(':');
      const text = readFileSync(join(DEMO, 'elements', file), 'utf8').split('\n');
      const around = text.slice(Number(line) - 1, Number(line) + 6).join('\n');
      return !around.includes(item.name);
    })
    .map((item) => `${item.name} is not at ${item.at}`);
}

describe('the demo elements', () => {
  test('the contract is right, every item with its place', async () => {
    const ran = await suvet(['survey', 'demo/elements', '--json']);
    expect(ran.stderr).toBe('');
    const contract = json<Contract>(ran);
    const validate = await validatorFor('contract');
    expect(validate(contract) || validate.errors).toBe(true);
    expect(contract.package).toEqual({ name: '@merrow/deck-elements', version: '1.4.0' });
    expect(standsAt(contract)).toEqual([]);
    const facts = contract.components.map(
      (one) =>
        `${one.tag} ${one.className} ${one.exportName} ${one.module} ${one.registers} ${one.root}${one.formAssociated ? ' form' : ''}`,
    );
    expect(facts).toEqual([
      'berth-plan BerthPlan BerthPlan ./berth-plan.js on-import open',
      'crossing-notice CrossingNotice CrossingNotice ./crossing-notice.js on-import none',
      'deck-picker DeckPicker DeckPicker ./deck-picker.js on-import open',
      'fare-quote FareQuote FareQuote ./fare-quote.js on-import open form',
      'sailing-board SailingBoard SailingBoard ./sailing-board.js on-import open',
      'tide-gauge TideGauge TideGauge ./tide-gauge.js on-import open',
    ]);
    const withoutPlaces = contract.components.map((one) =>
      lines(one).map((line) => line.replace(/ \([^()]*\)$/, '')),
    );
    expect(withoutPlaces).toEqual([
      [
        'berths: Berth[]',
        'tideLevel: number @tide-level/number',
        'legend: Record<string, string> @legend/json',
        'nightMode: boolean @night-mode/boolean/reflects',
        '!berths-shown CustomEvent { count: number }  element',
        '<crane>',
        '<fuel>',
        '<>',
        '::part(quay)',
        '--plan-gap',
      ],
      [
        "level: 'info' | 'delay' | 'stop' @level/string/reflects",
        'until: string | null @until/string/reflects',
        '!notice-dismiss Event null bx element',
        'dismiss(): void',
      ],
      [
        'selected: string @selected/string',
        'decks: string[]',
        'label: string @label/string/reflects',
        '!deck-select CustomEvent { deck: string } b inside',
        '::part(deck)',
      ],
      [
        'value: string @value/string',
        'party: Party',
        "currency: 'kr' | 'eur' @currency/string/reflects",
        'disabled: boolean @disabled/boolean/reflects',
        'form: HTMLFormElement | null readonly',
        '!input Event null bc element',
        '!change Event null b element',
        '::part(price)',
        'value <-> input target.value',
      ],
      [
        'sailings: Sailing[]',
        'port: Port @port/string',
        'maxRows: number @max-rows/number/reflects',
        'locked: boolean @locked/boolean',
        'formatTime: (at: string) => string',
        '!sailing-pick CustomEvent SailingPick bc element',
        '<heading>',
        '<>',
        '::part(row)',
        '--board-ink',
      ],
      [
        'readings: TideReading[]',
        'highMark: number @high-mark/number/reflects',
        'compact: boolean @compact/boolean/reflects',
        '@pier/string',
        '!tide-breach CustomEvent { level: number } bc element',
        '!tide-refresh Event null bc element',
        'refresh(): Promise<void>',
        '<legend>',
        '::part(scale)',
        '--tide-ink',
        '--tide-water',
        '--tide-alarm',
      ],
    ]);
  });

  test('a table, one component in full, and a contract file that other commands take', async () => {
    const ran = await suvet(['survey', 'demo/elements']);
    expect(ran.code).toBe(0);
    expect(ran.stdout).toMatch(/^Survey of @merrow\/deck-elements 1\.4\.0\n\ntag +properties/);
    expect(ran.stdout).toContain('6 components, 49 items\nNext: ');
    const one = await suvet(['survey', 'demo/elements', '--component', 'tide-gauge']);
    expect(one.stdout).toContain('highMark  number         high-mark (number, reflects)');
    const place = folder();
    const written = await suvet(
      ['survey', join(DEMO, 'elements'), '--out', 'contract.json', '--quiet'],
      place,
    );
    expect(written).toMatchObject({ code: 0, stderr: '' });
    const mapped = await suvet(
      ['map', '--components', 'contract.json', '--host', 'react@18', '--json'],
      place,
    );
    expect(json<{ hosts: { components: unknown[] }[] }>(mapped).hosts[0]?.components).toHaveLength(6);
  });
});

describe('sources', () => {
  const element = (tag: string) =>
    `class X extends HTMLElement { a = 1 } customElements.define('${tag}', X);`;

  test('files, globs, folders and installed packages', async () => {
    const place = folder({
      'one.js': element('pier-one'),
      'sub/two.ts': element('pier-two'),
      'sub/two.js': element('pier-two'),
      'sub/two.test.ts': element('pier-test'),
      'node_modules/signs/package.json':
        '{ "name": "signs", "version": "2.0.0", "exports": { "./x/*.js": "./lib/*.js", ".": "./lib/post.js" } }',
      'node_modules/signs/lib/post.js': element('pier-post'),
      'node_modules/signs/lib/mast.js': element('pier-mast'),
    });
    const tags = async (...sources: string[]) =>
      json<Contract>(await suvet(['survey', ...sources, '--json'], place)).components.map(
        (one) => `${one.tag} ${one.module}`,
      );
    expect(await tags('one.js')).toEqual(['pier-one ./one.js']);
    expect(await tags('**/*.ts')).toEqual(['pier-two ./sub/two.ts']);
    expect(await tags('.')).toEqual(['pier-one ./one.js', 'pier-two ./sub/two.ts']);
    expect(await tags('npm:signs')).toEqual(['pier-mast ./x/mast.js', 'pier-post .']);
    expect(await tags('npm:signs/lib/post.js', 'one.js')).toEqual(['pier-one ./one.js', 'pier-post .']);
  });

  test('folders with the names of modules are folders', async () => {
    const place = folder({
      'docs/chart.js/notes.md': '# Notes',
      'docs/chart.js/mark.js': element('pier-one'),
    });
    for (const source of ['.', 'docs/*.js']) {
      const { stdout, stderr, code } = await suvet(['survey', source], place);
      expect({ stderr, code }).toEqual({ stderr: '', code: 0 });
      expect(stdout).toContain('1 component,');
    }
  });

  test('loops of symbolic links end', async () => {
    const place = folder({ 'a.js': element('pier-one') });
    mkdirSync(join(place, 'deep'));
    symlinkSync('..', join(place, 'deep/up'), 'dir');
    expect((await suvet(['survey', '.'], place)).stdout).toContain('1 component');
  });

  test('a broken file is a finding and an exit status; the rest is surveyed', async () => {
    const place = folder({
      'bad.js': "class { customElements.define('a-b'",
      'good.js': element('pier-one'),
      'raw.js': 'a\0b',
    });
    const ran = await suvet(['survey', '.'], place);
    expect(ran.code).toBe(1);
    expect(ran.stdout).toContain('pier-one');
    expect(ran.stderr).toMatch(/bad\.js:1:\d+ {2}error {2}source-syntax/);
    expect(ran.stderr).toMatch(/raw\.js:1:1 {2}error {2}source-unreadable/);
  });
});

test('the open manifest, printed and written', async () => {
  const printed = json<{ schemaVersion: string; modules: { declarations: { tagName: string }[] }[] }>(
    await suvet(['survey', 'demo/elements', '--format', 'manifest']),
  );
  expect(printed.schemaVersion).toBe('2.1.0');
  const tags = printed.modules.flatMap((one) => one.declarations.map((declaration) => declaration.tagName));
  expect(tags).toHaveLength(6);
  const place = folder();
  await suvet(['survey', join(DEMO, 'elements'), '--format', 'manifest', '--out', 'm.json'], place);
  expect(JSON.parse(readFileSync(join(place, 'm.json'), 'utf8'))).toEqual(printed);
});
