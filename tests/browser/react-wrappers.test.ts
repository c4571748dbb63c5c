/** What wrappers owe to React alone: its strict mode, its refs, and the attributes it spells its own way. */
import { copyFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { bundle } from '../../dist/shell/pages/bundle.js';
import { browser } from '../support/engine.js';
import { folder, PROJECT, suvet } from '../support/run.js';

const open = browser();

describe.each([16, 17, 18, 19])('react@%i', (major) => {
  let script: string;
  const alias = { react: `react-${major}`, 'react-dom': `react-dom-${major}` };
  const packageFolders = [join(PROJECT, 'node_modules')];

  const place = folder({}, (end) => afterAll(end));
  beforeAll(async () => {
    const fixtures = join(PROJECT, 'tests/fixtures');
    copyFileSync(join(fixtures, 'panel/crew-panel.ts'), join(place, 'crew-panel.ts'));
    copyFileSync(join(fixtures, 'react/scenarios.ts'), join(place, 'scenarios.ts'));
    const args = [
      'wrap',
      '-c',
      'crew-panel.ts',
      '--host',
      `react@${major}`,
      '--out',
      'wrappers',
      '--all',
      '--import',
      'none',
    ];
    const made = await suvet(args, place);
    expect(made.stderr + made.stdout).toContain('1 component wrapped');
    script = await bundle({
      entry: join(place, 'scenarios.ts'),
      alias,
      packageFolders,
      optional: ['react-dom/client'],
    });
  });

  test('events arrive once with detail and type, follow the handler, and stop', async () => {
    const page = await open(script);
    const heard = (who: string, index: number) => [
      `${who} pick ${index} CustomEvent true`,
      `${who} seen ${index}`,
      `${who} input input`,
    ];
    expect(await page.evaluate('scenarios.events()')).toEqual({
      first: heard('first', 1),
      second: heard('second', 2),
      without: [],
      after: [],
    });
  });

  test('children, ref and the attributes of any element pass through', async () => {
    const page = await open(script);
    expect(await page.evaluate('scenarios.surroundings()')).toEqual({
      ref: true,
      shown: expect.stringMatching(
        /^<crew-panel (?=.*class="wide")(?=.*id="panel")(?=.*data-deck="2")(?=.*aria-label="Rota")(?=.*style="color: red;")(?=.*title="T")(?=.*aria-hidden="false")(?!.* hidden)/,
      ),
      default: ['text ', 'bold'],
      legend: ['legend'],
      hidden: false,
      exchanged: { before: null, hidden: true },
      called: ['element', 'null'],
    });
  });
});
