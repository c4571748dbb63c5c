/** Generated wrappers under tsc --strict, with a consumer that uses everything and one that uses it wrongly. */
import { mkdirSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { DEMO, folder, PROJECT, put, run, suvet } from '../support/run.js';

const RIGHT = `
import { useRef } from 'react';
import { BerthPlan, CrossingNotice, DeckPicker, FareQuote, SailingBoard, TideGauge, type TideGaugeElement } from './out/index.js';

export function All() {
  const gauge = useRef<TideGaugeElement>(null);
  const refresh = (): Promise<void> | undefined => gauge.current?.refresh();
  return (
    <div className="all" onClick={() => void refresh()}>
      <TideGauge
        ref={gauge}
        readings={[{ at: '06:00', level: 2.1 }]}
        highMark={3.2}
        compact
        pier="North"
        onTideBreach={(event) => event.detail.level.toFixed(1)}
        onTideRefresh={(event) => event.type}
        className="wide"
        style={{ color: 'red' }}
        id="gauge"
        data-deck="2"
        aria-label="Tide"
      >
        <p slot="legend">Red</p>
      </TideGauge>
      <SailingBoard
        sailings={[{ id: 's1', at: '06:40', to: 'Skerry', state: 'late' }]}
        port="skerry"
        maxRows={4}
        locked={false}
        formatTime={(at) => at.slice(0, 5)}
        onSailingPick={(event) => event.detail.sailingId.length + event.detail.at.length}
      >
        words
      </SailingBoard>
      <FareQuote value="240" party={{ adults: 2, children: 0 }} currency="eur" disabled onInput={(event) => event.target} onChange={() => {}} />
      <BerthPlan berths={[{ name: 'A', ship: null }]} tideLevel={1} legend={{ a: 'b' }} nightMode onBerthsShown={(event) => event.detail.count + 1} />
      <CrossingNotice level="delay" until={null} onNoticeDismiss={(event) => event.preventDefault()}>words</CrossingNotice>
      <DeckPicker decks={['Car']} selected="Car" label="Decks" />
    </div>
  );
}
`;

const WRONG: [string, string][] = [
  ['a list of the wrong things', '<TideGauge readings={[1, 2]} />'],
  ['text for a number', '<TideGauge highMark="3" />'],
  ['a name that is not there', '<TideGauge reading={[]} />'],
  ['a payload misread', '<TideGauge onTideBreach={(event) => event.detail.height} />'],
  ['a word outside its union', '<SailingBoard port="nroth" />'],
  ['a function of the wrong kind', '<SailingBoard formatTime={(at: number) => at} />'],
  ['a field left out', '<FareQuote party={{ adults: 1 }} />'],
  ['an event that cannot be heard', '<DeckPicker onDeckSelect={() => {}} />'],
  ['a wrong event name', '<TideGauge onTideBreech={() => {}} />'],
];

describe.each([
  ['react@18', '@types/react', '@types/react-dom'],
  ['react@19', 'types-react-19', 'types-react-dom-19'],
])('%s', (host, types, domTypes) => {
  let place: string;
  const compile = () =>
    run(process.execPath, [join(PROJECT, 'node_modules/typescript/bin/tsc'), '-p', '.'], place);

  beforeAll(async () => {
    place = folder({}, (end) => afterAll(end));
    mkdirSync(join(place, 'node_modules/@types'), { recursive: true });
    mkdirSync(join(place, 'node_modules/@merrow'));
    const link = (target: string, name: string) =>
      symlinkSync(target, join(place, 'node_modules', name), 'dir');
    link(join(PROJECT, 'node_modules', types), '@types/react');
    link(join(PROJECT, 'node_modules', domTypes), '@types/react-dom');
    link(join(PROJECT, 'node_modules/csstype'), 'csstype');
    link(join(PROJECT, 'node_modules/@types/prop-types'), '@types/prop-types');
    link(join(PROJECT, 'node_modules/lit'), 'lit');
    link(join(DEMO, 'elements'), '@merrow/deck-elements');
    put(place, {
      'tsconfig.json': JSON.stringify({
        compilerOptions: {
          strict: true,
          noUncheckedIndexedAccess: true,
          exactOptionalPropertyTypes: false,
          noUnusedLocals: true,
          noEmit: true,
          target: 'ES2022',
          module: 'ESNext',
          moduleResolution: 'Bundler',
          jsx: 'react-jsx',
          lib: ['ES2022', 'DOM', 'DOM.Iterable'],
          types: ['react'],
          skipLibCheck: true,
          experimentalDecorators: true,
          useDefineForClassFields: false,
        },
        include: ['*.tsx', 'out'],
      }),
    });
    const ran = await suvet(
      ['wrap', '-c', join(DEMO, 'elements'), '--host', host, '--out', 'out', '--all'],
      place,
    );
    expect(ran.code).toBe(0);
  });

  test('a consumer that uses every prop and event compiles', async () => {
    put(place, { 'consumer.tsx': RIGHT });
    expect((await compile()).stdout).toBe('');
  });

  test('every wrong use is an error where it stands', async () => {
    const uses = WRONG.map(([, jsx], index) => `export const w${index} = ${jsx};`);
    put(place, {
      'consumer.tsx': [
        "import { DeckPicker, FareQuote, SailingBoard, TideGauge } from './out/index.js';",
        ...uses,
      ].join('\n'),
    });
    const { stdout } = await compile();
    const lines = new Set([...stdout.matchAll(/^consumer\.tsx\((\d+),/gm)].map((match) => Number(match[1])));
    expect(WRONG.filter((_, index) => !lines.has(index + 2)).map(([what]) => what)).toEqual([]);
    expect(stdout).not.toMatch(/^out\//m);
  });
});
