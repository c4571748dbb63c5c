/** Whatever a contract or a file holds: generated code parses and stays in its place, survey answers. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { compile } from 'svelte/compiler';
import { expect, test } from 'vitest';
import type { Component } from '../../dist/core/contract/types.js';
import { crossings } from '../../dist/core/crossing/index.js';
import { HOSTS } from '../../dist/core/hosts/index.js';
import { refusalOf } from '../../dist/core/hosts/wrapping/surface.js';
import { reportPage } from '../../dist/core/report/html.js';
import { markdownMap } from '../../dist/core/report/markdown.js';
import { parseModule } from '../../dist/core/survey/syntax/parse.js';
import { openHost } from '../../dist/shell/packages/hosts.js';
import { many } from '../support/growth.js';
import { component } from '../support/hostile.js';
import { surveyed } from '../support/memory.js';
import { DEMO } from '../support/run.js';
import { usesIn } from '../support/uses.js';

const wrapping = await Promise.all(
  HOSTS.filter((host) => host.wraps === 'bridged').flatMap((host) => {
    const { wrapper } = host;
    const majors = host.name === 'react' ? [16, 19] : host.name === 'vue' ? [2, 3] : [1];
    return wrapper ? majors.map(async (major) => ({ host, major, ...(await wrapper()) })) : [];
  }),
);

test.each(wrapping)(
  '$host.name@$major: wrappers of any contract parse, and their files stay in the folder',
  ({ wrap, major }) => {
    fc.assert(
      fc.property(
        fc.array(component, { minLength: 1, maxLength: 3 }),
        fc.constantFrom('lazy' as const, 'eager' as const, 'none' as const),
        (components, imports) => {
          const allowed = components.filter((one) => refusalOf(one) === null);
          const specifiers = new Map(components.map((one) => [one.tag, one.module]));
          const files =
            wrap?.(allowed, {
              major,
              specifiers,
              untyped: new Set(components.map((one) => one.tag)),
              imports,
              namespace: 'ferry',
            }) ?? [];
          expect(files.length).toBeGreaterThan(allowed.length);
          expect(new Set(files.map((file) => file.name.toLowerCase())).size).toBe(files.length);
          for (const file of files) {
            expect(file.name).toMatch(/^[A-Za-z0-9][\w-]*\.(tsx?|svelte)$/);
            if (file.name.endsWith('.svelte')) {
              expect(() => compile(file.text, { filename: file.name }), file.text).not.toThrow();
            } else expect(parseModule(file.name, file.text).errors, file.text).toEqual([]);
          }
        },
      ),
      { numRuns: 100 },
    );
  },
);

test('what no element can be called is refused, and said', () => {
  const refused = (tag: string, extendsTag: string | null = null) =>
    refusalOf({ tag, extendsTag } as Component);
  expect(refused('pier-sign')).toBeNull();
  expect(refused('pier-sign', 'button')).toBeNull();
  for (const tag of ['../../x', '../../x-y', 'sign', 'Pier-sign', 'a-b c', 'font-face', 'a-"b'])
    expect(refused(tag), tag).toContain('no name of a custom element');
  expect(refused('pier-sign', 'a"b')).toContain('no element of HTML');
});

test('maps and reports of any contract hold no markup of its own', () => {
  const marked = component.map((one) => ({
    ...one,
    description: '<script>alert(1)</script>',
    tag: `<b>${one.tag}`,
  }));
  fc.assert(
    fc.property(fc.array(marked, { maxLength: 2 }), (components) => {
      const hosts = [crossings(components, openHost('react@18', '/'))];
      const page = reportPage({
        contract: { contract: 1, package: null, components },
        hosts,
        findings: [],
        wrappers: null,
        proof: { missing: '<b>' },
        profiles: [],
        measured: { missing: '<b>' },
      });
      expect(page).not.toMatch(/<script|<b>[^\d]/);
      expect(markdownMap(hosts, null)).not.toMatch(/^\| <b>/m);
    }),
    { numRuns: 60 },
  );
});

const sources = readdirSync(join(DEMO, 'elements/src')).map((name) =>
  readFileSync(join(DEMO, 'elements/src', name), 'utf8'),
);

/** One of these texts with a stretch cut out, doubled, or replaced by anything. */
const mutatedFrom = (texts: readonly string[], pieces: readonly string[]) =>
  fc
    .record({
      source: fc.constantFrom(...texts),
      at: fc.nat(4000),
      length: fc.nat(200),
      with: fc.oneof(fc.constant(''), fc.string({ unit: 'binary' }), fc.constantFrom(...pieces)),
    })
    .map(({ source, at, length, with: other }) => source.slice(0, at) + other + source.slice(at + length));

const mutated = mutatedFrom(sources, ['{', '`', '/*', 'class ', 'extends X(', '\0']);

test('survey of mutated files and of any text answers, and its contract is whole', () => {
  fc.assert(
    fc.property(fc.oneof(mutated, fc.string({ unit: 'binary', maxLength: 300 })), (source) => {
      const { contract, findings } = surveyed({
        'a.ts': source,
        'b.ts': "class X extends HTMLElement {} customElements.define('pier-sign', X)",
      });
      expect(contract.components.some((one) => one.tag === 'pier-sign')).toBe(true);
      expect(findings.every((one) => one.place.line >= 1 && one.message !== '')).toBe(true);
    }),
    { numRuns: 400 },
  );
});

/** Sources that grow without bound when they are followed naively. */
const BOUNDLESS: [string, Record<string, string>, string[]][] = [
  [
    'imports in a circle',
    {
      'a.ts':
        "import { x } from './b.js'; export { x }; customElements.define('pier-a', class extends HTMLElement { static observedAttributes = [x] });",
      'b.ts': "import { x } from './a.js'; export { x };",
    },
    ['pier-a'],
  ],
  [
    'classes in a circle',
    {
      'a.ts': "import { B } from './b.js'; export class A extends B {} customElements.define('pier-a', A);",
      'b.ts': "import { A } from './a.js'; export class B extends A {}",
    },
    ['pier-a'],
  ],
  [
    'mixins in a circle',
    {
      'a.ts':
        "const M = (S) => class extends N(S) {}; const N = (S) => class extends M(S) {}; customElements.define('pier-a', class extends M(HTMLElement) {});",
    },
    ['pier-a'],
  ],
  [
    'functions that call themselves twice',
    {
      'a.ts':
        "const f = (x) => [...f(x), ...f(x)]; class A extends HTMLElement { static get observedAttributes() { return f(1); } } customElements.define('pier-a', A);",
    },
    ['pier-a'],
  ],
  [
    'text that doubles',
    {
      'a.ts': `${Array.from({ length: 60 }, (_, i) => `const a${i} = ${i === 0 ? "'x'" : `a${i - 1} + a${i - 1}`};`).join(' ')} class A extends HTMLElement { static observedAttributes = [a59]; } customElements.define('pier-a', A);`,
    },
    ['pier-a'],
  ],
  [
    'loops in loops',
    {
      'a.ts': `const L = [${'1,'.repeat(900)}]; class A extends HTMLElement { static get observedAttributes() { const out = []; for (const a of L) for (const b of L) for (const c of L) out.push('x'); return out; } } customElements.define('pier-a', A);`,
    },
    ['pier-a'],
  ],
  [
    'a pattern that backtracks',
    {
      'a.ts':
        "class A extends HTMLElement { static observedAttributes = ['aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa!'.replace(/(a+)+$/, 'b')]; } customElements.define('pier-a', A);",
    },
    ['pier-a'],
  ],
  [
    'brackets without end',
    {
      'a.ts': `export const x = ${'['.repeat(4000)}${']'.repeat(4000)}; customElements.define('pier-a', class extends HTMLElement {});`,
      'b.ts': "customElements.define('pier-b', class extends HTMLElement {});",
    },
    ['pier-b'],
  ],
  [
    'functions that hand a class round',
    {
      'a.ts':
        "function one(given) { two(given); new Kept(given); }\nfunction two(given) { one(given); }\nclass Kept { constructor(given) { one(given); } }\nclass A extends HTMLElement {}\none(A);\ncustomElements.define('pier-a', A);",
    },
    ['pier-a'],
  ],
  [
    'names that stand for each other',
    {
      'a.ts':
        "function go() { const a = b, b = a; Object.entries(a).forEach(([name, one]) => customElements.define(name, one)); } go(); customElements.define('pier-a', class extends HTMLElement {});",
    },
    ['pier-a'],
  ],
  [
    'objects of functions that hand one another back',
    {
      'a.ts':
        "const lib = (x) => ({ a: (y) => lib(y).b(lib(x)), b: (y) => lib(x).c(lib(y).a(x)), c: (y) => lib(lib(y).a(x)).a(y), ...x }); const { a, b, c } = lib(lib(1).a(2).b(lib(3).c(4))); class A extends HTMLElement { static observedAttributes = [a(b(c(lib(5).a))).b(6).c(lib(7)).d, a(1)(2)(3).b(c)(4)]; go() { a(b).c(this); this.x = a(b(c(a(b(c(1)))))); } } customElements.define('pier-a', A);",
    },
    ['pier-a'],
  ],
  [
    'behaviours that hold themselves',
    {
      'a.ts':
        "import { mix } from 'far'; const B = [B, { properties: {} }]; class A extends mix([B], HTMLElement) {} customElements.define('pier-a', A);",
    },
    ['pier-a'],
  ],
  [
    'static methods that call each other',
    {
      'a.ts':
        "class A extends HTMLElement { static one(tag) { this.two(tag); } static two(tag) { this.one(tag); } } A.one('pier-b'); customElements.define('pier-a', A);",
    },
    ['pier-a'],
  ],
  [
    'modules that require each other, and export what they export',
    {
      'a.ts':
        "const b = require('./b.js'); exports.A = exports.A; exports.B = b.B; customElements.define('pier-a', class extends HTMLElement {});",
      'b.ts': "const a = require('./a.js'); __exportStar(require('./a.js'), exports); exports.B = a.B;",
    },
    ['pier-a'],
  ],
  [
    'lines without end',
    {
      'a.ts': "customElements.define('pier-a', class extends HTMLElement {});",
      'b.ts': `${'\n'.repeat(200_000)}x`,
    },
    ['pier-a'],
  ],
  [
    'names of the prototype',
    {
      'a.ts':
        "class A extends HTMLElement { static observedAttributes = ['__proto__', 'constructor']; set __proto__(v) {} go() { this.dispatchEvent(new Event('toString')); } } customElements.define('pier-a', A);",
    },
    ['pier-a'],
  ],
];

test.each(BOUNDLESS)('survey ends: %s', (_, files, tags) => {
  const { contract, findings } = surveyed(files);
  expect(contract.components.map((one) => one.tag)).toEqual(tags);
  expect(findings.every((one) => one.message !== '')).toBe(true);
});

test('a class of ten thousand members, and a line of two thousand classes', () => {
  const names = Array.from({ length: 10_000 }, (_, index) => `m${index}`);
  const members = names.map((name) => `get ${name}() { return this.getAttribute('${name}') }`).join(' ');
  const wide = surveyed({
    'a.js': `customElements.define('pier-a', class extends HTMLElement { ${members} });`,
  });
  expect(wide.contract.components[0]?.properties).toHaveLength(10_000);
  const line = names
    .slice(0, 2_000)
    .map(
      (name) =>
        `class ${name} extends HTMLElement{static observedAttributes=["${name}"]}customElements.define("pier-${name}",${name})`,
    )
    .join(';');
  const long = surveyed({ 'a.js': line });
  expect(long.contract.components.map((one) => one.attributes.length)).toEqual(Array(2_000).fill(1));
});

/** Real host code, with what its language has beyond that. */
const HOST_CODE: [host: string, file: string, more: string][] = [
  ['react', 'apps/console/src/quay.tsx', 'const a = <b-c {...d} e={<f />} />;'],
  ['solid', 'apps/console/src/quay.tsx', 'const a = <b-c prop:d={1} use:e={f} on:g={h} />;'],
  [
    'vue',
    'apps/kiosk/src/pier.vue',
    '<template><b-c v-for="(a, b) in c" v-bind="{ d: 1 }" #x="{ y }" @[z]="1" /></template>',
  ],
  [
    'svelte',
    'apps/crew/src/pier.svelte',
    '{#each a as { b }, i (c)}<b-c {...d} on:f bind:g={h} />{:else}{@const z = 1}{/each}{#await a then b}{b}{/await}',
  ],
  [
    'angular',
    'apps/office/src/office.ts',
    "@Component({ selector: 'd-e', template: '<b-c #f />' }) class D { e = viewChild('f'); }",
  ],
  [
    'angular',
    'apps/office/src/pier.html',
    '@for (a of b; track a) {<b-c *ngIf="x as y" [(z)]="q | json" #r />} @let k = 3; {{ a | b }}',
  ],
  ['html', 'site/index.html', '<template><b-c onx="y"></b-c></template>'],
];

test.each(HOST_CODE)('mutated code of %s is read without a throw: %s', (name, path, more) => {
  const host = HOSTS.find((one) => one.name === name) ?? { name };
  const text = readFileSync(join(DEMO, path), 'utf8') + more;
  const pieces = [
    '{',
    '}',
    '"',
    '<',
    '/>',
    '\\',
    '`',
    '{{',
    '@if (',
    '{#if',
    '<script>',
    '</script>',
    '\ud800',
  ];
  const file = `a.${path.split('.').at(-1)}`;
  expect(usesIn(host, file, text).uses.some((use) => use.tag === 'b-c')).toBe(true);
  fc.assert(
    fc.property(mutatedFrom([text], pieces), (broken) => {
      const { uses, findings } = usesIn(host, file, broken);
      for (const { range, items } of uses)
        for (const { start, end } of [range, ...items.map((one) => one.range)]) {
          expect(start).toBeLessThanOrEqual(end);
          expect(end).toBeLessThanOrEqual(broken.length);
        }
      expect(findings.every((one) => one.place.line >= 1 && one.place.column >= 1)).toBe(true);
    }),
    { numRuns: 300 },
  );
});

test('any text is read as host code without a throw', () => {
  fc.assert(
    fc.property(fc.oneof(mutated, fc.string({ unit: 'binary' })), (text) => {
      for (const host of HOSTS)
        if (host.usage) expect(usesIn(host, `a${host.files[0]}`, text).uses).toBeInstanceOf(Array);
    }),
    { numRuns: 200 },
  );
});

test.each(['v-.lazy="fare"', 'v-:pier.lazy', '@click="a" v-.a.b'])(
  'a directive without a name is told, and the rest is read: %s',
  (directive) => {
    const text = `<template><fare-quote ${directive} /><b-c :d="1" /></template>`;
    const { uses, findings } = usesIn({ name: 'vue' }, 'a.vue', text);
    expect(uses.map((use) => use.tag)).toEqual(['fare-quote', 'b-c']);
    expect(findings.map((one) => [one.place.line, one.place.column > 1])).toEqual([[1, true]]);
  },
);

test('what the parser cannot hand over is a syntax error', () => {
  const { program, errors } = parseModule('a.tsx', '{(<><\\ /></>)}');
  expect([program.body, errors.length]).toEqual([[], 1]);
});

const chained = (count: number, call: (index: number) => string, last: string) =>
  Array.from({ length: count }, (_, index) => `function f${index}(a, b, c) { ${call(index + 1)} }`).join('') +
  `function f${count}(a, b, c) { ${last} }`;

test.each([
  [
    'functions that call one another',
    `f0(); ${chained(5000, (next) => `f${next}();`, "customElements.define('pier-a', class extends HTMLElement {});")}`,
  ],
  [
    'functions that hand a tag on',
    `customElements.define('pier-a', class extends HTMLElement {}); ${chained(5000, (next) => `f${next}(a, b, c);`, 'customElements.define(a, c);')} f0('pier-b', { deck: 1 }, () => 1);`,
  ],
  [
    'listeners that hand what they hear to one another',
    `class P extends HTMLElement { ${many(2000, (at) => `m${at}(e) { this.dispatchEvent(new Event(e.type)); this.m${(at * 7 + 3) % 2000}(e); this.m${(at + 1) % 2000}(e); }`)} hear(box) { ${many(2000, (at) => `box.addEventListener('t${at}', this.m${at});`)} } } customElements.define('pier-a', P);`,
  ],
  [
    'names of events that are given one another',
    `class P extends HTMLElement { go() { let ${many(300, (at) => `a${at}, `)}b; ${many(300, (at) => `a${at} = a${(at + 1) % 300}; a${at} = a${(at * 7) % 300}; a${at} = [a${at}]; for (const c of a${at}) this.tell(c); this.tell(a${at}); this.dispatchEvent(new Event(a${at}));`)} } tell(name) { this.dispatchEvent(new Event(name)); } } customElements.define('pier-a', P);`,
  ],
  [
    'branches after one another',
    `${Array.from({ length: 2000 }, (_, index) => `if (a == ${index}) { var b${index} = 1; }`).join(' else ')} customElements.define('pier-a', class extends HTMLElement {});`,
  ],
  [
    'lines for tools between a comment and a member',
    `class P extends HTMLElement { /** Words. */ ${'\n// @ts-nothing'.repeat(50_000)}\ndeck = 1; } customElements.define('pier-a', P);`,
  ],
  [
    'ends of rounds that nobody can tell',
    `class P extends HTMLElement { static get observedAttributes() { const all = []; for (const one of ['a', 'b']) { ${'if (location.x) continue; all.push(one);'.repeat(5000)} } return all; } } customElements.define('pier-a', P);`,
  ],
  [
    'parameters and what is said of them',
    `class P extends HTMLElement {\n/**\n${Array.from({ length: 5000 }, (_, index) => ` * @param {string=} p${index}`).join('\n')}\n */\ngo(${Array.from({ length: 5000 }, (_, index) => `p${index}`).join(',')}) {} } customElements.define('pier-a', P);`,
  ],
  [
    'private members, and functions that hide them',
    `var ${many(500, (at) => `p${at} = new WeakMap(), s${at} = new WeakSet(), f${at} = function () { get(this, p${at}); call(this, s${at}, f${(at + 1) % 500}).call(this); }, `)} z;
     class P extends HTMLElement { ${many(2000, (at) => `m${at}(p${at % 500}) { get(this, p${at % 500}); call(this, s${at % 500}, f${at % 500}).call(this); }`)} } customElements.define('pier-a', P);`,
  ],
  [
    'texts put together, and lists',
    `const a = ${many(300, () => "'<b>'.concat(1, ")}2${')'.repeat(300)}, b = [1]${'.concat(2)'.repeat(500)}, c = 'x'${'.concat(b)'.repeat(500)}; customElements.define('pier-a', class extends HTMLElement {});`,
  ],
  [
    'classes that call themselves by one name',
    `${many(2000, (at) => `const C${at} = class c extends HTMLElement { static get observedAttributes() { return [c.a, ...c.b]; } static a = 'x'; static b = [c.a]; };`)} customElements.define('pier-a', C7);`,
  ],
  [
    'functions that put others in their own place',
    `${many(500, (at) => `function p${at}(t) { return p${at} = Object.setPrototypeOf ? Object.getPrototypeOf.bind() : function (t) { return t.__proto__; }, p${at}(t); } `)}
     class P extends HTMLElement { connectedCallback() { ${many(500, (at) => `this.dispatchEvent(new Event(p${at}('a')));`)} } } customElements.define('pier-a', P);`,
  ],
])('thousands of %s', (_, source) => {
  const { contract, findings } = surveyed({ 'a.js': source });
  expect(contract.components.map((one) => one.tag)).toEqual(['pier-a']);
  expect(findings).toEqual([]);
});

test('thousands of interfaces above one another', () => {
  const names = Array.from({ length: 5000 }, (_, index) => `I${index}`);
  const { contract } = surveyed({
    'a.js':
      "export const make = (S) => class extends S { set deck(v) {} }; customElements.define('pier-a', make(HTMLElement));",
    'a.d.ts': `${names.map((name, index) => `interface ${name} extends I${index + 1} { deck: number }`).join(' ')} export declare function make<T>(S: T): I0 & T;`,
  });
  expect(contract.components[0]?.properties[0]?.type.text).toBe('number');
});

const MAPPED = "interface HTMLElementTagNameMap { 'pier-a': A0 }";

test.each([
  [
    'interfaces above one another',
    many(5000, (at) => `interface A${at} extends A${at + 1} { deck: number }`),
  ],
  [
    'interfaces twice above one another',
    many(60, (at) => `interface A${at} extends A${at + 1}, Omit<A${at + 1}, 'x'> { deck: number }`),
  ],
  [
    'interfaces in a circle',
    "interface A0 extends A1 { deck: A1['deck'] } interface A1 extends A0 { deck: A0['deck'] }",
  ],
  [
    'types that are taken from one another',
    many(3000, (at) => `interface A${at} { deck: A${at + 1}['deck'] }`),
  ],
  [
    'namespaces inside one another',
    `interface A0 { deck: N0.B } ${many(3000, (at) => `namespace N${at} {`)} ${'}'.repeat(3000)}`,
  ],
  [
    'names of many parts',
    `interface A0 extends ${many(5000, (at) => `N${at}`).replaceAll(' ', '.')} { deck: number }`,
  ],
  [
    'calls of mixins',
    `declare class A0 extends ${'Mix('.repeat(2000)}HTMLElement${')'.repeat(2000)} { deck: number }`,
  ],
  [
    'tags',
    `interface A0 { deck: number } interface HTMLElementTagNameMap { ${many(10_000, (at) => `'pier-b${at}': A0;`)} }`,
  ],
  ['maps without an end', `interface A0 { deck: number } ${'/* TagNameMap { */'.repeat(20_000)}`],
])('declarations: thousands of %s', (_, source) => {
  const { contract, findings } = surveyed({ 'a.d.ts': `${source} ${MAPPED}` });
  const found = contract.components.find((one) => one.tag === 'pier-a');
  expect([found?.properties.map((one) => one.name), findings]).toEqual([['deck'], []]);
});

test.each([
  ['lists', '['.repeat(20_000) + ']'.repeat(20_000)],
  ['calls that never end', 'f('.repeat(20_000)],
  ['blocks', '{'.repeat(200_000)],
  ['templates', `${'`${'.repeat(20_000)}1${'}`'.repeat(20_000)}`],
])('brackets that the parser would end the process for: %s', (_, deep) => {
  const { contract, findings } = surveyed({
    'a.js': `customElements.define('pier-a', class extends HTMLElement {}); x = ${deep}`,
    'b.js':
      "customElements.define('pier-b', class extends HTMLElement { /** @type {" +
      deep +
      '} */ deck = null; });',
    'b.d.ts': `interface Pier { deck: ${'Array<'.repeat(20_000)}1${'>'.repeat(20_000)} } interface HTMLElementTagNameMap { 'pier-b': Pier }`,
  });
  expect(contract.components.map((one) => one.tag)).toEqual(['pier-b']);
  expect(findings.map((one) => `${one.place.file} ${one.code} ${one.message}`)).toEqual([
    'a.js source-syntax a.js: cannot be read as a module: brackets stand in one another too deeply.',
  ]);
});

test.each([
  ['sums', `${'a + '.repeat(120_000)}a`, 'operators'],
  ['arrows', `${'a => '.repeat(20_000)}1`, 'operators'],
  ['assignments over several lines', `${'a =\n'.repeat(30_000)}1`, 'operators'],
  ['choices', `${'a ? b : '.repeat(30_000)}1`, 'operators'],
  ['words', `${'new '.repeat(60_000)}b`, 'operators'],
  ['classes over several lines', `${'class extends\n  '.repeat(20_000)}b`, 'operators'],
  ['labels', `0; ${many(60_000, (at) => `a${at}:`)};`, 'operators'],
  ['loops', `0; ${'for (;;) '.repeat(60_000)};`, 'statements'],
  ['conditions', `0; ${'if (a) b; else '.repeat(120_000)} c`, 'conditions'],
])('chains that the parser would end the process for: %s', (_, chain, what) => {
  const { contract, findings } = surveyed({
    'a.js': `customElements.define('pier-a', class extends HTMLElement {}); x = ${chain}`,
    'b.js': "customElements.define('pier-b', class extends HTMLElement {});",
  });
  expect(contract.components.map((one) => one.tag)).toEqual(['pier-b']);
  expect(findings.map((one) => one.message)).toEqual([
    `a.js: cannot be read as a module: too many ${what} follow on one another.`,
  ]);
});

test.each([
  ['statements without semicolons', many(12_000, (at) => `a${at} = b - ${at}\n`)],
  [
    'texts that hold them',
    `const a = '${'+'.repeat(20_000)}', b = \`${'='.repeat(20_000)}\`; // ${'?'.repeat(20_000)}\n`,
  ],
  ['items of a list', `const a = [${'1 + 2,'.repeat(20_000)}];`],
  ['conditions one after the other', 'if (a) { b } else { c }\n'.repeat(12_000)],
])('many operators that are no chain: %s', (_, source) => {
  const element = "customElements.define('pier-a', class extends HTMLElement {});";
  expect(surveyed({ 'a.js': source + element }).contract.components.map((one) => one.tag)).toEqual([
    'pier-a',
  ]);
});

test('brackets in texts and comments are none', () => {
  const text = '({['.repeat(2_000);
  const source = `const a = "${text}", b = '${text}', c = \`${text}\`; // ${text}
    /* ${text} */ customElements.define('pier-a', class extends HTMLElement {});`;
  expect(surveyed({ 'a.js': source }).contract.components.map((one) => one.tag)).toEqual(['pier-a']);
});

test('code that is tried out on an element is followed for so long, whatever it does', () => {
  const names = Array.from({ length: 900 }, (_, at) => `a-${at}`);
  const list = JSON.stringify(names);
  const loops = 'let n = 0; for (const k of KEYS) for (const j of KEYS) if (k === j) n = n + 1;';
  const chained = names.map((_, at) => `get p${at}() { return this.p${(at + 1) % 900}; }`).join(' ');
  const source = `const KEYS = ${list};
    class A extends HTMLElement { static observedAttributes = KEYS; ${chained}
      attributeChangedCallback(name, old, text) { ${loops} this[name] = text + n + this.p0; } }
    customElements.define('pier-a', A);`;
  const start = performance.now();
  const [pier] = surveyed({ 'a.js': source }).contract.components;
  expect([pier?.properties.length, pier?.attributes.length]).toEqual([900, 900]);
  expect(performance.now() - start).toBeLessThan(8_000);
});
