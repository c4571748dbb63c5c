/** Host code as hosts read it: which elements it uses, and what it writes, hears and slots there. */
import { describe, expect, test } from 'vitest';
import type { HostUses } from '../../dist/core/hosts/uses.js';
import { parseModule } from '../../dist/core/survey/syntax/parse.js';
import { openHost } from '../../dist/shell/packages/hosts.js';
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

/** A single-file component with this template; the rest of the code is its script. */
const vueFile = (template: string, script = '', attributes = 'setup lang="ts"') =>
  `<script ${attributes}>\n${script}\n</script>\n<template><main>${template}</main></template>\n<style>a{}</style>`;

rows(
  'templates of Vue',
  [
    ['<tide-gauge />', ['tide-gauge: ']],
    [
      '<tide-gauge pier="North" compact :readings="list" :open="list.length > 1" :late="null" />',
      ['tide-gauge: pier="North", compact="", readings=array, open=boolean, late=null'],
    ],
    ['<tide-gauge :pier :count.attr="3" .rows="list" />', ['tide-gauge: pier=unknown, count=3, rows=array']],
    ['<tide-gauge :high-mark.camel="2" :[dynamic]="1" />', ['tide-gauge: highMark=2']],
    [
      '<tide-gauge @tide-breach.once="open = true" v-on:click="f" @[dynamic]="f" />',
      ['tide-gauge: handler tide-breach, handler click'],
    ],
    [
      `<tide-gauge v-bind="{ pier: 'x', 'high-mark': 3 }" v-on="{ breach: f }" />`,
      ['tide-gauge: pier="x", high-mark=3, handler breach'],
    ],
    ['<tide-gauge v-model="a" v-model:level.lazy="b" />', ['tide-gauge: pair value, pair level']],
    ['<tide-gauge key="a" ref="r" is="b" class="x" :style="{}" v-if="a" v-show="b" />', ['tide-gauge: ']],
    [
      '<tide-gauge><p slot="legend">x</p><p v-if="a" slot=side>y</p></tide-gauge>',
      ['tide-gauge: slot legend, slot side'],
    ],
    ['<tide-gauge v-for="list in 3" :readings="list" />', ['tide-gauge: readings=unknown']],
    ['<Gauge v-slot="{ list }"><tide-gauge :readings="list" /></Gauge>', ['tide-gauge: readings=unknown']],
    ['<p v-pre><tide-gauge :pier="x" @click="y" name="z" /></p>', ['tide-gauge: name="z"']],
    ['<!-- <tide-gauge /> --><TideGauge pier="x" />', []],
    ['<keep-alive><transition-group /></keep-alive>', []],
    ['<tide-gauge ref="gauge" /><i @click="gauge.level = 3" />', ['tide-gauge: ', 'tide-gauge: level=3']],
  ],
  (code) => read('vue@3', vueFile(code, 'const list = ref([1]);'), 'a.vue'),
);

rows(
  'scripts of Vue',
  [
    ['const gauge = ref(); gauge.value.level = 3;', ['tide-gauge: level=3']],
    ["const one = useTemplateRef('gauge'); one.value!.level = 3;", ['tide-gauge: level=3']],
    [
      "export default { mounted() { this.$refs.gauge.addEventListener('breach', f) } }",
      ['tide-gauge: handler breach'],
    ],
    ['const gauge = other(); gauge.level = 3;', []],
    ["import TideGauge from './gauge.vue';", ['own']],
    ["import type { TideGauge } from '@merrow/deck-elements';", []],
    ["export default { components: { 'tide-gauge': Gauge } }", ['own']],
  ],
  (code) => {
    const found = read('vue@3', vueFile('<tide-gauge ref="gauge" />', code), 'a.vue');
    // A tag that names a component in reach is that component, and no element.
    return found[0] === 'tide-gauge: ' ? found.slice(1) : ['own'];
  },
);

rows(
  'options of Vue name values',
  [
    ['data() { return { list: [1] } }', ['tide-gauge: readings=array']],
    ['data: () => ({ list: {} })', ['tide-gauge: readings=object']],
    ['computed: { list() { return "a" + this.b } }', ['tide-gauge: readings=string']],
    ['methods: { list() {} }', ['tide-gauge: readings=function']],
    ['props: ["list"]', ['tide-gauge: readings=unknown']],
  ],
  (code) =>
    read(
      'vue@2.7',
      vueFile('<tide-gauge :readings="list" />', `export default Vue.extend({ ${code} });`, ''),
      'a.vue',
    ),
);

rows(
  'markup of Svelte',
  [
    ['<tide-gauge></tide-gauge>', ['tide-gauge: ']],
    [
      '<tide-gauge pier="North" name="a {b}" compact open={list.length > 1} {list} late={null}></tide-gauge>',
      ['tide-gauge: pier="North", name=string, compact=true, open=boolean, list=array, late=null'],
    ],
    [
      '<tide-gauge onbreach={() => 1} on:pick={f} on:pick onclick={f} online={false}></tide-gauge>',
      ['tide-gauge: handler onbreach, handler on:pick, handler on:pick, handler onclick, online=false'],
    ],
    [
      '<tide-gauge bind:value={a} bind:this={b} class="x" style:--a={1} {...rest}></tide-gauge>',
      ['tide-gauge: pair value'],
    ],
    ['<tide-gauge><p slot="legend">x</p><p slot={a}>y</p></tide-gauge>', ['tide-gauge: slot legend']],
    [
      '{#each a as list}<tide-gauge rows={list}></tide-gauge>{:else}<tide-gauge rows={list}></tide-gauge>{/each}',
      ['tide-gauge: rows=unknown', 'tide-gauge: rows=array'],
    ],
    ['{#await a then list}<tide-gauge rows={list}></tide-gauge>{/await}', ['tide-gauge: rows=unknown']],
    ['{#snippet one({ list })}<tide-gauge rows={list}></tide-gauge>{/snippet}', ['tide-gauge: rows=unknown']],
    [
      '{#if a}{@const list = 3}<tide-gauge rows={list}></tide-gauge>{:else}<b-c></b-c>{/if}',
      ['tide-gauge: rows=array', 'b-c: '],
    ],
    [
      '{#key a}<Gauge let:list><tide-gauge rows={list}></tide-gauge></Gauge>{/key}',
      ['tide-gauge: rows=unknown'],
    ],
    [
      '<svelte:element this="tide-gauge" pier="x" /><svelte:element this={a} pier="x" />',
      ['tide-gauge: pier="x"'],
    ],
    [
      '<tide-gauge bind:this={gauge}></tide-gauge><i onclick={() => (gauge.level = 3)}>x</i>',
      ['tide-gauge: ', 'tide-gauge: level=3'],
    ],
    ['<!-- <tide-gauge></tide-gauge> --><TideGauge pier="x" />', []],
  ],
  (code) =>
    read('svelte@5', `<script lang="ts">let list = $state<number[]>([1]);</script>\n${code}`, 'a.svelte'),
);

test('what is bound to an element of Svelte is that element in scripts, too', () => {
  const text =
    "<script module>import './a.js';</script><script>import './b.js'; let g; g.level = 3; g.addEventListener('x', f);</script><tide-gauge bind:this={g}></tide-gauge>";
  expect(read('svelte@5', text, 'a.svelte').slice(1)).toEqual([
    'tide-gauge: level=3',
    'tide-gauge: handler x',
  ]);
  expect(usesIn(openHost('svelte@5', '/').host, 'a.svelte', text).imports).toEqual(['./a.js', './b.js']);
});

/** A class with this template, given as it stands between backticks. */
const angularFile = (
  template: string,
  body = '',
  imports = '[]',
) => `import { Component } from '@angular/core';
@Component({ selector: 'a-page', imports: ${imports}, template: \`${template}\` })
export class Page { ${body} }`;

rows(
  'templates of Angular',
  [
    ['<tide-gauge />', ['tide-gauge: ']],
    [
      '<tide-gauge pier="North" compact [readings]="list" [rows]="kept()" [open]="list.length > 1" [late]="null" />',
      ['tide-gauge: pier="North", compact="", readings=array, rows=object, open=boolean, late=null'],
    ],
    [
      '<tide-gauge [attr.high-mark]="3" bind-level="2" title="a{{ b }}" />',
      ['tide-gauge: high-mark=3, level=2, title=string'],
    ],
    [
      '<tide-gauge [a]="list | json" [b]="list | async" [c]="f(list | slice: 1)" [d]="x || 3" />',
      ['tide-gauge: a=string, b=unknown, c=unknown, d=unknown'],
    ],
    [
      '<tide-gauge (breach)="f($event)" on-pick="f()" (keydown.enter)="f()" (window:resize)="f()" />',
      ['tide-gauge: handler (breach), handler (pick)'],
    ],
    [
      '<tide-gauge [(value)]="a" [(ngModel)]="b" ngSkipHydration i18n-title="x" />',
      ['tide-gauge: pair value'],
    ],
    ['<tide-gauge [class.a]="b" [style.top]="c" class="d" [ngClass]="e" *ngIf="f" />', ['tide-gauge: ']],
    ['<tide-gauge><p slot="legend">x</p></tide-gauge>', ['tide-gauge: slot legend']],
    [
      '@for (list of all; track list) {<tide-gauge [rows]="list" />} @empty {<b-c [rows]="list" />}',
      ['tide-gauge: rows=unknown', 'b-c: rows=array'],
    ],
    [
      '@if (a; as list) {<tide-gauge [rows]="list" />} @else {<b-c [rows]="list" />}',
      ['tide-gauge: rows=unknown', 'b-c: rows=array'],
    ],
    ['<tide-gauge *ngFor="let list of all" [rows]="list" />', ['tide-gauge: rows=unknown']],
    ['@let list = 3; <tide-gauge [rows]="list" />', ['tide-gauge: rows=unknown']],
    ['@defer {<tide-gauge />} @placeholder {<b-c />}', ['tide-gauge: ', 'b-c: ']],
    [
      '<i (click)="gauge.level = 3; go()">x</i><tide-gauge #gauge />',
      ['tide-gauge: ', 'tide-gauge: level=3'],
    ],
    ['<!-- <tide-gauge /> --><p>a</p><ng-container /><ng-content /><ng-template />', []],
  ],
  (code) => read('angular@20', angularFile(code, 'list = [1]; kept = signal({}); x;'), 'a.ts'),
);

rows(
  'classes of Angular',
  [
    [
      "gauge = viewChild<ElementRef>('gauge'); f() { this.gauge()!.nativeElement.level = 3; }",
      ['tide-gauge: level=3'],
    ],
    [
      "gauge = viewChild.required('gauge'); f() { this.gauge().nativeElement.level = 3; }",
      ['tide-gauge: level=3'],
    ],
    [
      "@ViewChild('gauge') gauge!: ElementRef; f() { this.gauge?.nativeElement.addEventListener('breach', f); }",
      ['tide-gauge: handler breach'],
    ],
    ["@ViewChild('other') gauge!: ElementRef; f() { this.gauge.nativeElement.level = 3; }", []],
    [
      "f() { document.querySelector('tide-gauge').addEventListener('breach', f) }",
      ['tide-gauge: handler breach'],
    ],
  ],
  (code) => read('angular@20', angularFile('<tide-gauge #gauge />', code), 'a.ts').slice(1),
);

test.each<[string, string, Partial<HostUses['uses'][number]>[]]>([
  ['no directive', '[]', [{ isShared: false, scope: [] }]],
  ['directives of the host', '[FormsModule]', [{ isShared: false, scope: ['FormsModule'] }]],
  ['directives', '[Tip]', [{ isShared: true, scope: ['Tip'] }]],
  ['what a module brings', '[QuayModule]', [{ isShared: true }]],
  ['what is spread', '[...ELEMENTS]', [{ isShared: true }]],
  ['its wrapper', '[TideGauge]', []],
])('with %s in the scope of a template of Angular', (_, imports, expected) => {
  const text = angularFile('<tide-gauge />', '', imports);
  const { uses, adopts } = usesIn(openHost('angular@20', '/').host, 'a.ts', text);
  expect(uses.map(({ isShared, scope }) => (scope ? { isShared, scope } : { isShared }))).toEqual(expected);
  expect(adopts).toEqual([{ tag: 'a-page', component: 'Page' }]);
});

test('tags that components of a host take, in all of the application', () => {
  const adopted = (host: string, text: string) => usesIn(openHost(host, '/').host, 'a.ts', text).adopts;
  expect(adopted('vue@3', "app.component('TideGauge', A).component('b-c', B)")).toEqual([
    { tag: 'b-c', component: 'b-c' },
    { tag: 'tide-gauge', component: 'TideGauge' },
  ]);
  expect(
    adopted('angular@20', "@Directive({ selector: 'tide-gauge[wide], b-c, [tip]' }) class A {}"),
  ).toEqual([
    { tag: 'tide-gauge', component: 'A' },
    { tag: 'b-c', component: 'A' },
  ]);
});

test.each([
  ['vue@3', 'a.vue', '<template><tide-gauge :pier="</template>'],
  ['vue@3', 'a.vue', '<script>const = 3</script><template><tide-gauge /></template>'],
  ['svelte@5', 'a.svelte', '<p><tide-gauge></div>'],
  ['svelte@5', 'a.svelte', '<script>const = 3</script><tide-gauge></tide-gauge>'],
  ['angular@20', 'a.html', '<tide-gauge [pier]="a" @if (x) {'],
  ['angular@20', 'a.ts', 'const = 3'],
])('%s: %s that cannot be read is one finding with a place: %s', (host, file, text) => {
  const { findings } = usesIn(openHost(host, '/').host, file, text);
  expect(findings).toMatchObject([{ code: 'source-syntax', place: { file } }]);
});

test('a script of a Vue component that stands elsewhere is imported', () => {
  const text =
    '<script src="./pier.js"></script><script setup>import "./quay.js"</script><template><p /></template>';
  expect(usesIn(openHost('vue@3', '/').host, 'a.vue', text).imports).toEqual(['./pier.js', './quay.js']);
});

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
