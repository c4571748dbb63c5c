/** Host code as hosts read it: which elements it uses, and what it writes, hears and slots there. */
import { describe, expect, test } from 'vitest';
import { openHost } from '../../dist/shell/hosts.js';
import type { HostUses } from '../../src/core/hosts/uses.js';
import { parseModule } from '../../src/core/survey/parse.js';
import { usesIn } from '../support/uses.js';

/** `tag: kind name form=value ...`, a use a line. */
function read(host: string, text: string, file = host === 'html' ? 'a.html' : 'a.tsx'): string[] {
  return lines(usesIn(openHost(host, '/').host, file, text));
}

function lines({ uses }: HostUses): string[] {
  return uses.map((use) => {
    const items = use.items.map((one) => {
      const value = 'literal' in one.value ? JSON.stringify(one.value.literal) : one.value.kind;
      return one.kind === 'value' ? `${one.name}=${value}` : `${one.kind} ${one.name}`;
    });
    return `${use.tag}: ${items.join(', ')}`;
  });
}

type Row = [code: string, uses: string[]];

function rows(title: string, list: Row[], write: (code: string) => string[]): void {
  describe(title, () => {
    test.each(list)('%s', (code, expected) => {
      expect(write(code)).toEqual(expected);
    });
  });
}

rows(
  'JSX',
  [
    ['<tide-gauge />', ['tide-gauge: ']],
    ['<tide-gauge pier="North" high-mark={3.2} />', ['tide-gauge: pier="North", high-mark=3.2']],
    [
      '<tide-gauge readings={[]} party={{}} format={() => 1} open late={null} />',
      ['tide-gauge: readings=array, party=object, format=function, open=true, late=null'],
    ],
    [
      '<tide-gauge readings={list} open={list.length > 1} name={`a${b}`} />',
      ['tide-gauge: readings=unknown, open=boolean, name=string'],
    ],
    [
      '<tide-gauge onTideBreach={(e) => f(e)} onClick={f} />',
      ['tide-gauge: handler onTideBreach, handler onClick'],
    ],
    ['<tide-gauge key="a" ref={r} className="x" style={{}} data-x="1" />', ['tide-gauge: data-x="1"']],
    ['<tide-gauge><p slot="legend">x</p><p>y</p></tide-gauge>', ['tide-gauge: slot legend']],
    ['<div><tide-gauge /><Gauge pier="x" /><span title="y" /></div>', ['tide-gauge: ']],
    ['<tide-gauge {...rest} pier="x" />', ['tide-gauge: pier="x"']],
    ['createElement("tide-gauge", { pier: "x", onBreach: f })', ['tide-gauge: pier="x", handler onBreach']],
    ['<berth-plan><tide-gauge slot="side" /></berth-plan>', ['berth-plan: slot side', 'tide-gauge: ']],
  ],
  (code) =>
    read('react@18', `import { createElement } from 'react'; const view = ${code};`).map((one) =>
      one.replace('slot="side", ', '').replace('slot="side"', ''),
    ),
);

rows(
  'pages',
  [
    ['<tide-gauge></tide-gauge>', ['tide-gauge: ']],
    ['<tide-gauge pier="North" compact></tide-gauge>', ['tide-gauge: pier="North", compact=""']],
    ['<TIDE-GAUGE PIER="North"></TIDE-GAUGE>', ['tide-gauge: pier="North"']],
    ['<tide-gauge><i slot="legend">x</i></tide-gauge>', ['tide-gauge: slot legend']],
    ['<!-- <tide-gauge pier="x"></tide-gauge> -->', []],
    ['<template><tide-gauge pier="x"></tide-gauge></template>', ['tide-gauge: pier="x"']],
    ['<p>a &lt;tide-gauge pier="x"&gt;</p>', []],
    [
      "<tide-gauge></tide-gauge><script>const g = document.querySelector('tide-gauge'); g.readings = [1]; g.addEventListener('tide-breach', f);</script>",
      ['tide-gauge: ', 'tide-gauge: readings=array', 'tide-gauge: handler tide-breach'],
    ],
    [
      "<script>const g = document.createElement('tide-gauge'); g.setAttribute('pier', 'North');</script>",
      ['tide-gauge: pier="North"'],
    ],
  ],
  (code) => read('html', code),
);

test('a broken page is read as far as it goes, a broken module is a finding', () => {
  expect(read('html', '<tide-gauge pier="x"><p slot=')[0]).toBe('tide-gauge: pier="x"');
  const broken = usesIn(openHost('react@18', '/').host, 'a.tsx', 'const = <tide-gauge />;');
  expect(broken.findings).toMatchObject([{ code: 'source-syntax', place: { file: 'a.tsx', line: 1 } }]);
});

rows(
  'JSX of Solid says in a namespace how a name is written',
  [
    ['<tide-gauge prop:readings={[]} attr:pier="North" />', ['tide-gauge: readings=array, pier="North"']],
    [
      '<tide-gauge bool:open={true} on:tide-breach={() => 1} />',
      ['tide-gauge: open=true, handler on:tide-breach'],
    ],
    ['<tide-gauge classList={{}} use:tip={1} onTideBreach={f} />', ['tide-gauge: handler onTideBreach']],
  ],
  (code) => read('solid@1', `const a = ${code};`),
);

rows(
  'JSX of Preact',
  [['<tide-gauge class="a" readings={[]} onBreach={f} />', ['tide-gauge: readings=array, handler onBreach']]],
  (code) => read('preact@10', `const a = ${code};`),
);

test('what a file imports: static, exported again, when needed', () => {
  const text =
    "import './a.js'; import x from 'b'; export * from './c.js'; const d = () => import('./d.js'); export const v = <tide-gauge />;";
  const { imports } = usesIn(openHost('react@18', '/').host, 'a.tsx', text);
  expect(imports.sort()).toEqual(['./a.js', './c.js', './d.js', 'b']);
  const html = '<script type="module" src="./e.js"></script><script type="module">import "./f.js";</script>';
  const page = usesIn(openHost('html', '/').host, 'a.html', html);
  expect(page.imports.sort()).toEqual(['./e.js', './f.js']);
});

test.each([
  ['a.ts', 'const a = <string>b;', 0],
  ['a.tsx', 'const a = <b>c</b>;', 0],
  ['a.js', 'const a = <b>c</b>;', 0],
  ['a.mts', 'enum A { B }', 0],
  ['a.d.ts', 'declare const a: string;', 0],
  ['a.js', 'const = 3;', 1],
])('%s is parsed by its ending: %s', (file, text, errors) => {
  expect(parseModule(file, text).errors.length > 0).toBe(errors > 0);
});
