/** What keeps Suvet from working: one clear message and the right exit status. */
import { describe, expect, test } from 'vitest';
import { validatorFor } from '../../dist/shell/files/schemas.js';
import { folder, json, suvet } from '../support/run.js';

const ELEMENT = "class X extends HTMLElement { a = 1 } customElements.define('pier-sign', X);";

describe('usage', () => {
  test.each<[string, string[], number, RegExp]>([
    ['unknown option', ['map', '--hots', 'x'], 2, /unknown option '--hots'/],
    ['unknown command', ['mapp'], 2, /unknown command 'mapp'/],
    ['wrong choice', ['map', '--format', 'pdf'], 2, /Allowed choices are text, json, markdown/],
    [
      'missing source',
      ['survey', 'nowhere'],
      2,
      /^suvet: nowhere: there is no such file, folder or package\.\n {2}Name a file/,
    ],
    [
      'missing package',
      ['survey', 'npm:@merrow/none'],
      3,
      /@merrow\/none: this package is not installed[\s\S]*npm install @merrow\/none/,
    ],
    ['no components', ['map', '--host', 'react@18'], 2, /no suvet\.json here or above/],
    [
      'unknown host',
      ['map', '-c', 'a.js', '--host', 'recat@18'],
      2,
      /recat: there is no such host\.\n {2}Did you mean react\?/,
    ],
    ['host without version', ['map', '-c', 'a.js', '--host', 'react'], 2, /react: which version\?/],
    ['no version', ['map', '-c', 'a.js', '--host', 'react@latest'], 2, /"latest" is no version/],
    ['no host', ['map', '-c', 'a.js'], 2, /No host to cross into/],
    [
      'unknown tag',
      ['map', 'pier-sing', '-c', 'a.js', '--host', 'html'],
      2,
      /pier-sing: there is no such component\.\n {2}Did you mean pier-sign\?/,
    ],
    [
      'unknown narrowing',
      ['map', '-c', 'a.js', '--host', 'html', '--only', 'loses'],
      2,
      /--only loses: there is no such word/,
    ],
    [
      'no output folder',
      ['wrap', '-c', 'a.js', '--host', 'react@18', '--all'],
      2,
      /wrap needs a folder to write to/,
    ],
    [
      'a server to probe',
      ['probe', '-c', 'a.js', '--host', 'java'],
      2,
      /java: what a server prints does not run there\.\n {2}Probe html/,
    ],
    ['missing path', ['check', 'nowhere', '-c', 'a.js'], 2, /nowhere: there is no such file or folder/],
    [
      'unknown code',
      ['explain', 'lost-valeu'],
      2,
      /there is no such finding\.\n {2}Did you mean lost-value\?/,
    ],
    ['output that cannot be written', ['survey', 'a.js', '--out', 'a.js/x.json'], 3, /cannot be written/],
  ])('%s', async (_, args, code, message) => {
    const ran = await suvet(args, folder({ 'a.js': ELEMENT }));
    expect(ran.stderr).toMatch(message);
    expect(ran.code).toBe(code);
    expect(ran.stderr).not.toMatch(/\n\s+at /);
  });

  test('with --json the error is a document, too', async () => {
    const ran = await suvet(['survey', 'nowhere', '--json'], folder());
    const validate = await validatorFor('error');
    expect(validate(json(ran)) || validate.errors).toBe(true);
    expect(json(ran)).toMatchObject({ error: { code: 'no-such-source' } });
  });

  test('an unmeasured version takes the nearest facts and says so', async () => {
    const ran = await suvet(['map', '-c', 'a.js', '--host', 'react@42'], folder({ 'a.js': ELEMENT }));
    expect(ran.code).toBe(0);
    expect(ran.stderr).toBe('react@42: was never measured; the facts of react@19 stand in for it.\n');
  });
});

describe('suvet.json', () => {
  test.each<[string, string, RegExp]>([
    ['no JSON', '{\n  "components": [,]\n}', /suvet\.json:2:18: this is no JSON: value expected/],
    ['empty', '', /suvet\.json:1:1: this is no JSON/],
    [
      'unknown key',
      '{\n  "componets": []\n}',
      /suvet\.json:2:3: componets: there is no such key\.\n {2}Did you mean "components"\?/,
    ],
    ['wrong type', '{\n  "components": "src"\n}', /suvet\.json:2:3: components: must be array/],
    [
      'deep',
      '{ "hosts": [\n  { "path": "a" } ] }',
      /suvet\.json:2:3: hosts\.0: must have required property 'host'/,
    ],
    [
      'not allowed',
      '{ "failOn": "never" }',
      /failOn: must be equal to one of the allowed values \(error, warning, note\)/,
    ],
  ])('%s', async (_, text, message) => {
    const ran = await suvet(['survey'], folder({ 'suvet.json': text }));
    expect(ran.stderr).toMatch(message);
    expect(ran.code).toBe(2);
  });

  test('failOn and --fail-on decide what makes a command fail', async () => {
    const place = folder({
      'suvet.json': '{ "components": ["a.js"], "failOn": "warning" }',
      'a.js': 'customElements.define(location.hash, X)',
    });
    expect((await suvet(['survey'], place)).code).toBe(1);
    expect((await suvet(['survey', '--fail-on', 'error'], place)).code).toBe(0);
  });

  test('init recognises elements, applications and pages', async () => {
    const place = folder({
      'package.json': '{ "name": "merrow", "dependencies": { "signs": "1", "talk": "1" } }',
      'node_modules/signs/package.json': '{ "name": "signs", "customElements": "x.json" }',
      'node_modules/talk/package.json': '{ "name": "talk" }',
      'node_modules/talk/talk.js':
        "/**\n * customElements.define('talk-box', TalkBox);\n */\nexport const talk = 1;",
      'node_modules/buoys/package.json': '{ "name": "buoys" }',
      'node_modules/buoys/lib/buoy.js': 'class B extends HTMLElement {};customElements.define("buoy-a",B);',
      'node_modules/quay-types/package.json': '{ "name": "quay-types" }',
      'node_modules/quay-types/index.d.ts': "interface HTMLElementTagNameMap { 'quay-a': QuayA }",
      'node_modules/tools/package.json': '{ "name": "tools" }',
      'node_modules/tools/index.js': "customElements.define('tool-a', class extends HTMLElement {});",
      'elements/package.json': '{ "name": "deck" }',
      'elements/src/a.ts': ELEMENT,
      'apps/console/package.json':
        '{ "dependencies": { "react": "^17.0.2", "buoys": "1" }, "devDependencies": { "quay-types": "1", "tools": "1" } }',
      'apps/console/src/main.jsx': 'export {}',
      'site/index.html': '<p>',
      'site/deep/more.html': '<p>',
    });
    const ran = await suvet(['init', '--json'], place);
    expect(json(ran)).toEqual({
      components: ['elements', 'npm:buoys', 'npm:quay-types', 'npm:signs'],
      hosts: [
        { path: 'apps/console', host: 'react@17' },
        { path: 'site', host: 'html' },
      ],
    });
    const again = await suvet(['init'], place);
    expect(again.code).toBe(2);
    expect(again.stderr).toContain('already here');
    expect((await suvet(['init', '--force'], folder())).stdout).toContain('Nothing was recognised here');
  });
});

test('help names every command and fits into eighty columns', async () => {
  const { stdout, code } = await suvet(['--help']);
  expect(code).toBe(0);
  for (const name of ['survey', 'map', 'wrap', 'check', 'explain', 'init', 'demo'])
    expect(stdout).toContain(`\n  ${name} `);
  expect(Math.max(...stdout.split('\n').map((line) => line.length))).toBeLessThanOrEqual(100);
});
