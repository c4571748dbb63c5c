import { cpSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { explainedCodes, explanationOf } from '../../dist/shell/explanations.js';
import { validatorFor } from '../../dist/shell/schemas.js';
import type { Finding } from '../../src/core/findings/types.js';
import { DEMO, folder, json, put, suvet } from '../support/run.js';

type Checked = { files: string[]; list: Finding[] };
const short = (list: Finding[]) =>
  list.map(
    (one) =>
      `${one.place.file.replace('demo/', '')}:${one.place.line}:${one.place.column} ${one.code} | ${one.cure}`,
  );

test('the planted mistakes of the demo are found, and nothing else', async () => {
  const ran = await suvet(['check', 'demo/apps/console', 'demo/site', '--json']);
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

/** A workspace with the demo elements and one application file. */
function project(file: string, text: string, host: string): string {
  const place = folder({
    'suvet.json': JSON.stringify({ components: ['elements'], hosts: [{ path: 'app', host }] }),
  });
  cpSync(join(DEMO, 'elements'), join(place, 'elements'), { recursive: true });
  put(place, { [`app/${file}`]: text });
  return place;
}

const IMPORTS = "import '@merrow/deck-elements';\n";

describe('react code', () => {
  test.each<[string, string, string, string[]]>([
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
  ])('%s', async (_, host, jsx, expected) => {
    const text = `${IMPORTS}export const A = ({ on, f, r, o, rest }) => { const list = [1]; return <>${jsx}</>; };`;
    const ran = await suvet(['check', '--json'], project('a.jsx', text, host));
    expect(json<Checked>(ran).list.map((one) => one.code)).toEqual(expected);
    expect(ran.code).toBe(expected.length > 0 ? 1 : 0);
  });
});

describe('pages', () => {
  test.each<[string, string, string[]]>([
    [
      'correct code',
      '<tide-gauge pier="N" high-mark="3.2" compact title="x" onclick="f()"><p slot="legend">x</p></tide-gauge>',
      [],
    ],
    ['a custom event as attribute', '<tide-gauge ontide-breach="f()"></tide-gauge>', ['dead-handler']],
    ['a property name', '<tide-gauge highMark="3"></tide-gauge>', ['lost-value']],
    ['in a template', '<template><tide-gauge peir="x"></tide-gauge></template>', ['unknown-name']],
    [
      'by id',
      '<tide-gauge id="g"></tide-gauge><script>document.getElementById("g").reading = []</script>',
      ['unknown-name'],
    ],
    [
      'made by a script',
      '<script>const g = document.createElement("tide-gauge"); g.readings = []; g.setAttribute("hihg-mark", "3")</script>',
      ['unknown-name'],
    ],
    ['a script that cannot be read', '<script>let = </script>', ['source-syntax']],
  ])('%s', async (_, html, expected) => {
    const text = `<!doctype html><script type="module">${IMPORTS}</script>${html}`;
    const ran = await suvet(['check', '--json'], project('a.html', text, 'html'));
    expect(json<Checked>(ran).list.map((one) => one.code)).toEqual(expected);
  });

  test('where a script leads out of reach, nobody can say what it defines', async () => {
    const ran = await suvet(
      ['check', '--json'],
      project('a.html', '<script src="/bundle-of-later.js"></script><tide-gauge></tide-gauge>', 'html'),
    );
    expect(json<Checked>(ran).list).toEqual([]);
  });
});

describe('every code is explained, and its page is true', () => {
  test.each(explainedCodes())('%s', async (code) => {
    const page = explanationOf(code);
    expect(page.what && page.why && page.cure).toBeTruthy();
    const codes = async (example: typeof page.before): Promise<string[]> => {
      const text = example.code === '\\0' ? 'a\0b' : example.code;
      if (example.host === 'survey') {
        const ran = await suvet(['survey', 'a.ts', '--json'], folder({ 'a.ts': text }));
        return [...ran.stderr.matchAll(/^a\.ts:\d+:\d+ {2}(\w+) {2}([\w-]+)$/gm)].map(
          (match) => `${match[2]} ${match[1]}`,
        );
      }
      const ran = await suvet(['check', '--json'], project(`a.${example.language}`, text, example.host));
      return json<Checked>(ran).list.map((one) => `${one.code} ${one.level}`);
    };
    expect(await codes(page.before)).toEqual([`${code} ${page.level}`]);
    expect(await codes(page.after)).toEqual([]);
  });

  test('every rule and every survey finding has a page', async () => {
    const { RULES } = await import('../../src/core/check/rules/index.js');
    expect(explainedCodes()).toEqual(expect.arrayContaining(RULES.map((rule) => rule.code)));
    const ran = await suvet(['explain', 'lost-value']);
    expect(ran.stdout).toMatch(/^lost-value {2}error\n/);
    const all = await suvet(['explain', '--json']);
    const validate = await validatorFor('explanation');
    expect(validate(json(all)) || validate.errors).toBe(true);
  });
});
