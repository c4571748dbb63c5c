import { cpSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Finding } from '../../dist/core/findings/types.js';
import { type Example, explainedCodes, explanationOf } from '../../dist/shell/explanations.js';
import { validatorFor } from '../../dist/shell/files/schemas.js';
import { DEMO, folder, json, put, suvet } from '../support/run.js';

type Checked = { files: string[]; list: Finding[] };
const short = (list: Finding[]) =>
  list.map((one) => `${one.place.file}:${one.place.line}:${one.place.column} ${one.code} | ${one.cure}`);

test('the planted mistakes of the demo are found, and nothing else', async () => {
  const ran = await suvet(['check', '--cwd', 'demo', '--json']);
  expect(ran.code).toBe(1);
  const validate = await validatorFor('findings');
  expect(validate(json(ran)) || validate.errors).toBe(true);
  expect(short(json<Checked>(ran).list)).toEqual([
    'apps/console/src/control-room.tsx:32:32 lost-value | Use the wrapper (suvet wrap --host react@18).',
    'apps/console/src/control-room.tsx:36:32 unknown-name | Write readings.',
    'apps/console/src/control-room.tsx:36:51 dead-handler | Use the wrapper (suvet wrap --host react@18).',
    'apps/console/src/control-room.tsx:38:8 unknown-tag | Write tide-gauge.',
    "apps/console/src/quay.tsx:9:8 module-not-imported | Import it: import '@merrow/deck-elements/berth-plan.js';",
    'apps/console/src/quay.tsx:11:18 unknown-slot | Write slot="fuel".',
    'apps/console/src/quay.tsx:14:34 trapped-event | Have the component dispatch it with composed: true (src/deck-picker.ts:78), or on itself.',
    'apps/console/src/quay.tsx:21:32 invalid-value | Write eur.',
    'apps/console/src/quay.tsx:21:48 lost-value | Leave disabled out.',
    'apps/crew/src/pier.svelte:10:42 unknown-event | Write onsailing-pick.',
    'apps/crew/src/pier.svelte:11:39 lost-value | Write compact={compact}',
    'apps/crew/src/pier.svelte:12:14 unknown-slot | Write slot="legend".',
    'apps/kiosk/src/pier.vue:14:69 unknown-name | Write formatTime.',
    'apps/kiosk/src/pier.vue:15:69 unknown-event | Write tide-breach.',
    'apps/kiosk/src/pier.vue:18:17 half-pair | Write v-model="value"',
    'apps/office/src/pier.html:1:36 lost-value | Write [highMark]="3.2"',
    'apps/office/src/pier.html:2:15 half-pair | Write [value]="value" (input)="onInput($event)"',
    'apps/office/src/pier.html:3:29 trapped-event | Have the component dispatch it with composed: true (src/deck-picker.ts:78), or on itself.',
    "site/fares.html:13:8 module-not-imported | Import it: import '@merrow/deck-elements/fare-quote.js';",
    'site/index.html:19:13 unknown-name | Write sailings.',
    'site/index.html:20:31 unknown-event | Write sailing-pick.',
    'site/index.html:29:30 lost-value | Write element.readings = readings',
    'site/index.html:29:81 lost-value | Leave compact out.',
    'site/index.html:31:20 invalid-value | Write north.',
    'site/index.html:31:33 lost-value | Write a number.',
    "site/index.html:31:49 dead-handler | Write element.addEventListener('sailing-pick', onSailingPick)",
  ]);
});

test('as text: place, frame, mark, cure, a count, and what to do next', async () => {
  const ran = await suvet(['check', 'demo/site/fares.html']);
  expect(ran.stdout).toBe(`demo/site/fares.html:13:8  error  module-not-imported
  fare-quote: is never defined, because nothing here imports @merrow/deck-elements/fare-quote.js.
    12 |     <form>
  > 13 |       <fare-quote name="fare" value="240" currency="kr"></fare-quote>
       |        ^^^^^^^^^^
    14 |     </form>
  Cure: Import it: import '@merrow/deck-elements/fare-quote.js';

1 file, 2 uses of elements: 1 error
Next: suvet explain module-not-imported says more
`);
});

/** A hook that sets up cannot ask for one that clears up. */
const ends: (() => void)[] = [];
afterAll(() => {
  for (const end of ends) end();
});

/**
 * Checks many applications of one file each, with the demo's elements, in one run. Gives the codes and levels of
 * what is found in each, by its name.
 */
async function checkAll(apps: { name: string; host: string; files: Record<string, string> }[]) {
  const place = folder(
    {
      'suvet.json': JSON.stringify({
        components: ['elements'],
        hosts: apps.map(({ name, host }) => ({ path: name, host })),
      }),
    },
    (end) => ends.push(end),
  );
  cpSync(join(DEMO, 'elements'), join(place, 'elements'), { recursive: true });
  for (const { name, files } of apps) {
    put(place, Object.fromEntries(Object.entries(files).map(([file, text]) => [`${name}/${file}`, text])));
  }
  const ran = await suvet(['check', '--json'], place);
  const found = new Map(apps.map(({ name }) => [name, [] as string[]]));
  for (const { place: at, code, level } of json<Checked>(ran).list)
    found.get(at.file.split('/')[0] ?? '')?.push(`${code} ${level}`);
  return found;
}

/** A row is an application: what it is of, its host, its code, and the codes of what is wrong with it. */
type Row = [title: string, host: string, code: string, expected: string[]];

function rows(title: string, list: Row[], files: (code: string) => Record<string, string>): void {
  describe(title, () => {
    let found: Map<string, string[]>;
    beforeAll(async () => {
      found = await checkAll(
        list.map(([, host, code], index) => ({ name: `a${index}`, host, files: files(code) })),
      );
    });
    test.each(list.map((row, index) => [...row, index] as const))(
      '%s',
      (_, _host, _code, expected, index) => {
        expect(found.get(`a${index}`)).toEqual(expected.map((code) => `${code} error`));
      },
    );
  });
}

const IMPORTS = "import '@merrow/deck-elements';\n";

rows(
  'react code',
  [
    [
      'correct code',
      'react@18',
      '<tide-gauge pier="N" high-mark={3} compact={on ? "" : undefined} className="a" data-x="1" aria-label="l" slot="s" onClick={f}><p slot="legend" /></tide-gauge>',
      [],
    ],
    [
      'correct for 19',
      'react@19',
      '<tide-gauge readings={list} compact={on} ontide-breach={f} ref={r} />',
      [],
    ],
    ['other packages', 'react@18', '<md-gauge reading={list} onTideBreach={f} />', []],
    [
      'spread of a literal',
      'react@18',
      "<tide-gauge {...{ reading: list, 'high-mark': 3 }} />",
      ['unknown-name'],
    ],
    ['spread of anything', 'react@18', '<tide-gauge {...rest} />', []],
    ['createElement', 'react@18', "{createElement('tide-gauge', { readings: list })}", ['lost-value']],
    ['a list as a string', 'react@18', '<tide-gauge readings="[]" />', ['lost-value']],
    ['a property in camel case', 'react@18', '<tide-gauge highMark={3} />', ['lost-value']],
    ['json where the attribute reads it', 'react@18', '<berth-plan legend={JSON.stringify(o)} />', []],
    ['an object where JSON is read', 'react@18', '<berth-plan legend={{ a: "b" }} />', ['lost-value']],
    ['shorthand true', 'react@18', '<tide-gauge compact />', []],
    ['false as a string', 'react@18', '<tide-gauge compact="false" />', ['lost-value']],
    ['a read-only property', 'react@18', '<fare-quote form={f} name="x" />', ['lost-value']],
    ['a wrong event name', 'react@19', '<tide-gauge ontide-braech={f} />', ['unknown-event']],
    [
      'through a reference',
      'react@18',
      '<tide-gauge ref={r} />{(r.current.reading = list)}{r.current.addEventListener("tide-breech", f)}',
      ['unknown-name', 'unknown-event'],
    ],
    ['syntax error', 'react@18', '<tide-gauge pier=></tide-gauge>', ['source-syntax']],
  ],
  (jsx) => ({
    'a.jsx': `${IMPORTS}export const A = ({ on, f, r, o, rest }) => { const list = [1]; return <>${jsx}</>; };`,
  }),
);

rows(
  'pages',
  [
    [
      'correct code',
      'html',
      '<tide-gauge pier="N" high-mark="3.2" compact title="x" onclick="f()"><p slot="legend">x</p></tide-gauge>',
      [],
    ],
    [
      'a custom event as attribute',
      'html',
      '<tide-gauge ontide-breach="f()"></tide-gauge>',
      ['dead-handler'],
    ],
    ['a property name', 'html', '<tide-gauge highMark="3"></tide-gauge>', ['lost-value']],
    ['in a template', 'html', '<template><tide-gauge peir="x"></tide-gauge></template>', ['unknown-name']],
    [
      'by id',
      'html',
      '<tide-gauge id="g"></tide-gauge><script>document.getElementById("g").reading = []</script>',
      ['unknown-name'],
    ],
    [
      'made by a script',
      'html',
      '<script>const g = document.createElement("tide-gauge"); g.readings = []; g.setAttribute("hihg-mark", "3")</script>',
      ['unknown-name'],
    ],
    ['a script that cannot be read', 'html', '<script>let = </script>', ['source-syntax']],
  ],
  (html) => ({ 'a.html': `<!doctype html><script type="module">${IMPORTS}</script>${html}` }),
);

rows(
  'what a page loads',
  [
    [
      'where a script leads out of reach, nobody can say',
      'html',
      '<script src="/bundle-of-later.js"></script><tide-gauge></tide-gauge>',
      [],
    ],
    [
      'no script at all',
      'html',
      '<tide-gauge></tide-gauge><tide-gauge></tide-gauge>',
      ['module-not-imported'],
    ],
  ],
  (html) => ({ 'a.html': html }),
);

/** Applications whose files tell something about each other. */
const VUE = (markup: string, script = IMPORTS) =>
  `<script setup lang="ts">\n${script}\n</script>\n<template>${markup}</template>`;
const PAGE_OF_ANGULAR = (imports: string) =>
  `${IMPORTS}import { Gauge } from './gauge.js';
@Component({ selector: 'a-page', imports: [${imports}], template: '<tide-gauge [reading]="1" />' }) class Page {}`;
const MARK = 'Generated by suvet. Body sha256:0123456789abcdef';

type Application = [title: string, host: string, files: Record<string, string>, expected: string[]];

describe('applications', () => {
  const list: Application[] = [
    [
      'an entry loads for all',
      'vue@3',
      { 'main.ts': IMPORTS, 'a.vue': VUE('<tide-gauge :readings="[]" />', '') },
      ['tag-not-declared warning'],
    ],
    [
      'a component loads for all',
      'vue@3',
      { 'b.vue': VUE('<p />'), 'a.vue': VUE('<tide-gauge />', ''), 'vite.config.ts': 'isCustomElement' },
      [],
    ],
    [
      'nothing loads',
      'vue@3',
      { 'a.vue': VUE('<tide-gauge />', ''), 'vite.config.mjs': 'isCustomElement' },
      ['module-not-imported error'],
    ],
    [
      'older versions need not be told',
      'vue@2.7',
      { 'a.vue': VUE('<tide-gauge :readings.prop="[]" />') },
      [],
    ],
    [
      'told in code',
      'vue@3',
      { 'main.js': 'app.config.compilerOptions.isCustomElement = f;', 'a.vue': VUE('<tide-gauge />') },
      [],
    ],
    [
      'a component registered for all',
      'vue@3',
      { 'main.ts': "app.component('TideGauge', Gauge);", 'a.vue': VUE('<tide-gauge :reading="1" />') },
      [],
    ],
    [
      'scripts of an application',
      'vue@3',
      {
        'a.ts': `${IMPORTS}document.querySelector('tide-gauge').reading = [];`,
        'b.config.js': 'isCustomElement',
      },
      ['unknown-name error'],
    ],
    [
      'a type alone loads nothing',
      'svelte@5',
      {
        'a.svelte':
          "<script lang='ts'>import type { TideGauge } from '@merrow/deck-elements';</script><tide-gauge></tide-gauge>",
      },
      ['module-not-imported error'],
    ],
    [
      'a component of Svelte',
      'svelte@5',
      { 'a.svelte': `<script>${IMPORTS}</script><tide-gauge reading={1}></tide-gauge>` },
      ['unknown-name error'],
    ],
    [
      'generated code',
      'svelte@5',
      {
        'b.svelte': `<!-- ${MARK} -->\n<tide-gauge reading={1}></tide-gauge>`,
        'c.ts': `// ${MARK}\n${IMPORTS}`,
      },
      [],
    ],
    [
      'a directive takes the tag',
      'angular@20',
      {
        'gauge.ts': `// ${MARK}\n@Directive({ selector: 'tide-gauge' }) export class Gauge {}`,
        'a.ts': PAGE_OF_ANGULAR('Gauge'),
      },
      [],
    ],
    [
      'a directive that is not in scope',
      'angular@20',
      {
        'gauge.ts': "@Directive({ selector: 'tide-gauge' }) export class Gauge {}",
        'a.ts': PAGE_OF_ANGULAR(''),
      },
      ['unknown-name error'],
    ],
    [
      'templates, and the page around them',
      'angular@20',
      {
        'a.html': '<tide-gauge [high-mark]="1" [title]="x" />',
        'index.html': '<!doctype html><tide-gauge highMark="1"></tide-gauge>',
        'main.ts': IMPORTS,
      },
      ['lost-value error', 'module-not-imported error', 'lost-value error'],
    ],
  ];
  let found: Map<string, string[]>;
  beforeAll(async () => {
    found = await checkAll(list.map(([, host, files], index) => ({ name: `a${index}`, host, files })));
  });
  test.each(list.map((row, index) => [...row, index] as const))('%s', (_, _host, _files, expected, index) => {
    expect(found.get(`a${index}`)).toEqual(expected);
  });
});

describe('every code is explained, and its page is true', () => {
  const pages = explainedCodes().map(explanationOf);
  const textOf = ({ code }: Example) => (code === '\\0' ? 'a\0b' : code);
  /** Where the host has to be told of elements, it is, but for the page that says so. */
  const applicationOf = (name: string, finding: string, example: Example) => ({
    name,
    host: example.host,
    files: {
      [`a.${example.language}`]: textOf(example),
      ...(finding === 'tag-not-declared' ? {} : { 'vue.config.js': 'isCustomElement' }),
    },
  });
  let checked: Map<string, string[]>;
  beforeAll(async () => {
    const ofHosts = pages.filter((page) => page.before.host !== 'survey');
    checked = await checkAll(
      ofHosts.flatMap(({ code, before, after }) => [
        applicationOf(`${code}.before`, code, before),
        applicationOf(`${code}.after`, code, after),
      ]),
    );
  });
  const surveyed = async (example: Example) => {
    const lamps = "customElements.define('pier-lamp', class extends HTMLElement {});";
    const files = { 'a.ts': textOf(example), 'node_modules/pier-lamps/index.js': lamps };
    const ran = await suvet(['survey', 'a.ts', '--json'], folder(files));
    const said = ran.stderr.matchAll(/^a\.ts:\d+:\d+ {2}(\w+) {2}([\w-]+)$/gm);
    return [...said].map(([, level, code]) => `${code} ${level}`);
  };

  test.each(pages)('$code', async ({ code, level, what, why, cure, before, after }) => {
    expect(what && why && cure).toBeTruthy();
    const isSurvey = before.host === 'survey';
    const found = async (name: 'before' | 'after', example: Example) =>
      isSurvey ? await surveyed(example) : checked.get(`${code}.${name}`);
    expect(await found('before', before)).toEqual([`${code} ${level}`]);
    expect(await found('after', after)).toEqual([]);
  });

  test('every rule and every survey finding has a page', async () => {
    const { RULES } = await import('../../dist/core/check/rules/index.js');
    expect(explainedCodes()).toEqual(expect.arrayContaining(RULES.map((rule) => rule.code)));
    const ran = await suvet(['explain', 'lost-value']);
    expect(ran.stdout).toMatch(/^lost-value {2}error\n/);
    const all = await suvet(['explain', '--json']);
    const validate = await validatorFor('explanation');
    expect(validate(json(all)) || validate.errors).toBe(true);
  });
});
