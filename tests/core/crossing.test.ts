import { describe, expect, test } from 'vitest';
import { crossings, crossingsInto, crossingsOf } from '../../dist/core/crossing/index.js';
import { byDamage, countOutcomes, narrowed } from '../../dist/core/crossing/narrow.js';
import { arrivalText, readArrival } from '../../dist/core/hosts/profile.js';
import { openHost } from '../../dist/shell/packages/hosts.js';
import { componentIn } from '../support/memory.js';

const SOURCE = `
/** @slot legend - x */
class X extends HTMLElement {
  static observedAttributes = ['rows', 'max-rows', 'open', 'word', 'data', 'pier', 'maybe'];
  attributeChangedCallback(n: string, o: string, v: string) {
    switch (n) {
      case 'rows': this.rows = Number(v); break;
      case 'max-rows': this.maxRows = Number(v); break;
      case 'data': this.data = JSON.parse(v); break;
      case 'word': this.word = v; break;
      case 'maybe': this.maybe = v;
    }
  }
  constructor() { super(); this.attachShadow({ mode: 'open' }) }
  list: string[] = []; rows: number = 1; maxRows: number = 1; word: string = ''; data: object = {}; bare: string = ''; maybe: string | null = null;
  format: () => void = () => {};
  get open(): boolean { return this.hasAttribute('open') } set open(v) {}
  get size(): number { return 1 }
  get piers(): string[] { return [] } set piers(v) {}
  limit: number | null = 1;
  go() {
    this.dispatchEvent(new CustomEvent('pier-go', { detail: 1 }));
    this.dispatchEvent(new Event('pier.go', { bubbles: true }));
    this.dispatchEvent(new Event('pier:go', { bubbles: true }));
    this.dispatchEvent(new Event('input', { bubbles: true }));
    this.dispatchEvent(new Event('change', { bubbles: true }));
    this.shadowRoot.firstChild.dispatchEvent(new Event('pier-in', { bubbles: true }));
  }
}
customElements.define('pier-sign', X);`;

const component = componentIn(SOURCE);

function outcome(host: string, name: string): string {
  const items = crossingsOf(component, openHost(host, '/')).items;
  const item = items.find((one) => one.name === name);
  return item ? [item.outcome, item.syntax ?? item.reason, ...item.conditions].join(' | ') : 'no such item';
}

const late = (host: string) => `only when the element is defined before ${host} mounts it`;
const taken = (host: string) =>
  `a page that takes over what the server of ${host} printed has it only after it changes`;
const LATE = late('react@19');
const TAKEN = taken('react@19');
const LEFT = 'removing it leaves undefined in the property';

describe('outcomes', () => {
  test.each<[string, string, string]>([
    ['react@18', 'list', 'bridge | react@18 would write it as text, its items joined by commas'],
    ['react@18', 'rows', 'plain | rows={rows}'],
    ['react@18', 'maxRows', 'plain | max-rows={maxRows}'],
    ['react@18', 'word', 'plain | word={word}'],
    ['react@18', 'maybe', 'plain | maybe={maybe}'],
    ['react@18', 'bare', 'bridge | react@18 writes an attribute, and none is known to set it'],
    ['react@18', 'open', "marked | open={open ? '' : undefined}"],
    ['react@18', 'data', 'marked | data={JSON.stringify(data)}'],
    ['react@18', 'format', 'bridge | react@18 drops a function'],
    ['react@18', 'pier', 'plain | pier={pier}'],
    ['react@18', 'size', 'plain | ref.current.size'],
    ['react@18', 'pier-go', 'bridge | react@18 has no syntax that hears this event'],
    ['react@18', 'input', 'plain | onInput={onInput}'],
    ['react@18', 'change', 'bridge | react@18 has no syntax that hears this event'],
    [
      'react@18',
      'pier-in',
      'broken | it is dispatched inside the shadow tree without composed, so it never leaves it',
    ],
    ['react@18', 'legend', 'plain | <div slot="legend">'],
    ['react@19', 'list', `plain | list={list} | ${LATE} | ${TAKEN} | ${LEFT}`],
    ['react@19', 'maxRows', 'plain | max-rows={maxRows}'],
    ['react@19', 'open', `plain | open={open} | ${LEFT}`],
    ['react@19', 'pier-go', 'marked | onpier-go={onPierGo}'],
    ['react@19', 'change', 'plain | onChange={onChange}'],
    [
      'react@19',
      'pier-in',
      'broken | it is dispatched inside the shadow tree without composed, so it never leaves it',
    ],
    ['html', 'list', 'marked | element.list = list | only once the element is defined'],
    ['html', 'word', 'plain | word="..."'],
    ['html', 'pier-go', "marked | element.addEventListener('pier-go', onPierGo)"],
    ['html', 'input', 'plain | oninput="onInput(event)"'],
    [
      'preact@10',
      'bare',
      `plain | bare={bare} | ${late('preact@10')} | ${taken('preact@10')} | removing it leaves "" in the property`,
    ],
    // It writes some names as attributes, whatever the element has.
    ['preact@10', 'list', 'bridge | preact@10 would write it as text, its items joined by commas'],
    ['preact@10', 'pier-go', 'marked | onpier-go={onPierGo}'],
    ['vue@2.7', 'list', `marked | :list.prop="list" | ${late('vue@2.7')} | ${LEFT}`],
    ['vue@2.7', 'open', 'plain | :open="open"'],
    ['vue@2.7', 'rows', 'plain | :rows="rows"'],
    ['vue@3', 'list', `plain | :list="list" | ${late('vue@3')} | ${LEFT}`],
    ['vue@3', 'pier-go', 'plain | @pier-go="onPierGo"'],
    ['svelte@5', 'piers', `plain | piers={piers} | ${late('svelte@5')} | ${LEFT}`],
    // It looks for the setters of the class, and writes attributes for all else.
    ['svelte@5', 'list', 'bridge | svelte@5 would write it as text, its items joined by commas'],
    ['svelte@5', 'maxRows', 'plain | max-rows={maxRows}'],
    // It looks at what the property holds at the time.
    ['vue@3', 'bare', `plain | :bare="bare" | ${late('vue@3')} | removing it leaves "" in the property`],
    ['vue@3', 'rows', 'plain | :rows="rows" | removing it leaves 0 in the property'],
    ['vue@3', 'maybe', 'bridge | vue@3 sets it to "" in place of null'],
    ['vue@3', 'limit', 'bridge | vue@3 sets it to 0 in place of null'],
    // A dot begins a modifier there.
    ['vue@3', 'pier.go', 'bridge | vue@3 has no syntax that hears this event'],
    ['vue@3', 'pier:go', 'plain | @pier:go="onPierGo"'],
    ['angular@20', 'pier.go', 'plain | (pier.go)="onPierGo($event)"'],
    ['angular@20', 'pier:go', 'bridge | angular@20 has no syntax that hears this event'],
    ['svelte@5', 'pier-go', 'plain | onpier-go={onPierGo}'],
    ['solid@1', 'list', `plain | list={list} | ${late('solid@1')} | ${taken('solid@1')} | ${LEFT}`],
    ['solid@1', 'maxRows', 'marked | attr:max-rows={maxRows}'],
    ['solid@1', 'open', `plain | open={open} | ${late('solid@1')} | ${taken('solid@1')} | ${LEFT}`],
    ['solid@1', 'pier-go', 'marked | on:pier-go={onPierGo} | solid@1 keeps the handler it was given first'],
    ['angular@20', 'list', `plain | [list]="list" | ${late('angular@20')} | ${LEFT}`],
    ['angular@20', 'pier', 'marked | [attr.pier]="pier"'],
    ['angular@20', 'pier-go', 'plain | (pier-go)="onPierGo($event)"'],
  ])('%s %s', (host, name, expected) => {
    expect(outcome(host, name)).toBe(expected);
  });
});

describe('pairs', () => {
  const paired = componentIn(`class Y extends HTMLElement {
    value: string = '';
    go() { this.dispatchEvent(new Event('input', { bubbles: true })) }
  }
  customElements.define('pier-field', Y);`);
  test.each([
    ['vue@3', 'plain | v-model="value"'],
    ['react@19', 'marked | value={value} onInput={onInput}'],
    ['react@18', 'bridge | react@18 writes an attribute, and none is known to set it'],
    ['svelte@5', 'bridge | svelte@5 writes an attribute, and none is known to set it'],
    ['html', 'marked | element.value = value oninput="onInput(event)"'],
  ])('value with input in %s', (name, expected) => {
    const items = crossingsOf(paired, openHost(name, '/')).items;
    const pair = items.find((one) => one.kind === 'pair');
    expect(`${pair?.outcome} | ${pair?.syntax ?? pair?.reason}`).toBe(expected);
  });
});

test('a customised built-in element is broken where the host does not bring it up, and not in every engine', () => {
  const button = componentIn(
    `class Z extends HTMLButtonElement { level = 3; } customElements.define('pier-button', Z, { extends: 'button' });`,
  );
  const itemIn = (name: string) => crossingsOf(button, openHost(name, '/')).items[0];
  expect(itemIn('html')?.conditions).toContain(
    'not in webkit, which does not know <button is="pier-button">',
  );
  expect(itemIn('vue@2.7')).toMatchObject({
    outcome: 'broken',
    reason: 'vue@2.7 does not bring up <button is="pier-button">',
  });
});

test('an attribute that goes by the name of another property is no way to its own', () => {
  const field = componentIn(`class S extends HTMLElement {
    static observedAttributes = ['value'];
    attributeChangedCallback(n: string, o: string, v: string) { if (n === 'value') this.defaultValue = v; }
    get defaultValue(): string { return '' } set defaultValue(v) {}
    get value(): string { return '' } set value(v) {}
  } customElements.define('pier-default', S);`);
  const syntax = (name: string) =>
    crossingsOf(field, openHost(name, '/')).items.find((one) => one.name === 'defaultValue')?.syntax;
  expect(syntax('react@19')).toBe('defaultValue={defaultValue}');
  expect(syntax('vue@3')).toBe(':defaultValue="defaultValue"');
  expect(syntax('solid@1')).toBe('attr:value={defaultValue}');
  expect(syntax('react@18')).toBe('value={defaultValue}');
  expect(syntax('html')).toBe('value="..."');
});

test('what a host leaves out is lost where the element starts otherwise', () => {
  const starting = componentIn(`class F extends HTMLElement {
    static observedAttributes = ['open', 'low', 'deck', 'berth'];
    open: boolean = true; low: boolean = false; deck: string | null = 'upper'; berth: string | null = null;
    attributeChangedCallback(n: string, o: string, v: string) {
      if (n === 'open') this.open = v !== null;
      if (n === 'low') this.low = v !== null;
      if (n === 'deck') this.deck = v;
      if (n === 'berth') this.berth = v;
    }
  } customElements.define('pier-start', F);`);
  const outcomes = (host: string) =>
    crossingsOf(starting, openHost(host, '/')).items.map((one) => [one.syntax, one.reason].join(' | '));
  expect(outcomes('react@18')).toEqual([
    ' | react@18 leaves false out, and the element keeps its default, true',
    'low={low ? \'\' : undefined} | react@18 writes false as the text "false", which reads as true',
    " | react@18 leaves null out, and the element keeps its default, 'upper'",
    'berth={berth} | ',
  ]);
  expect(outcomes('html')).toEqual([
    'element.open = open | html leaves false out, and the element keeps its default, true',
    'low | ',
    "element.deck = deck | html leaves null out, and the element keeps its default, 'upper'",
    'berth="..." | ',
  ]);
  expect(outcomes('node')[0]).toBe(' | node leaves false out, and the element keeps its default, true');
  expect(outcomes('react@19')[0]).toBe('open={open} | ');
});

test('a flag that reads the text "false" as false crosses as that text', () => {
  const member = (options: string) =>
    componentIn(
      `class G extends HTMLElement { static properties = { open: ${options} } } customElements.define('pier-flag', G);`,
    );
  const syntax = (options: string) =>
    crossingsOf(member(options), openHost('react@18', '/')).items[0]?.syntax;
  expect(syntax('{ type: Boolean }')).toBe("open={open ? '' : undefined}");
  const converter = 'converter: (text) => text !== null && text !== "false"';
  expect(syntax(`{ type: Boolean, ${converter} }`)).toBe('open={open}');
  // Nor do components share what is not the same in both.
  const both = [member('{ type: Boolean }'), member(`{ type: Boolean, ${converter} }`)];
  const [one, other] = crossings(both, openHost('react@18', '/')).components;
  expect(one?.items[0]?.syntax).not.toBe(other?.items[0]?.syntax);
});

test('names that a host treats in a way of its own are judged by that', () => {
  const named = componentIn(`class T extends HTMLElement {
    static observedAttributes = ['width', 'href', 'download'];
    attributeChangedCallback(n: string, o: string, v: string) { if (n === 'width') this.width = Number(v); if (n === 'href') this.href = v; if (n === 'download') this.download = JSON.parse(v); }
    width: number = 1; href: string = ''; download: string[] = []; form: object = {}; spellcheck: boolean = true; readOnly: boolean = false;
  } customElements.define('pier-own', T);`);
  const outcomes = (name: string) =>
    crossingsOf(named, openHost(name, '/')).items.map((one) => `${one.name} ${one.syntax ?? one.reason}`);
  expect(outcomes('preact@10')).toEqual([
    'width width={width}',
    'href href={href}',
    'download download={JSON.stringify(download)}',
    'form preact@10 would write it as the text "[object Object]"',
    'spellcheck spellcheck={spellcheck}',
    'readOnly readOnly={readOnly}',
  ]);
  expect(outcomes('vue@3')).toEqual([
    'width :width="width"',
    'href :href="href"',
    'download :download="download"',
    'form :form.prop="form"',
    'spellcheck :spellcheck.prop="spellcheck"',
    'readOnly :readOnly="readOnly"',
  ]);
  // Its ordinary syntax reaches no other property in camel case.
  expect(outcomes('solid@1')).toContain('readOnly readOnly={readOnly}');
});

test('names that a host keeps for itself do not cross', () => {
  const named = componentIn(
    `class W extends HTMLElement { key: string = ''; level: string = ''; } customElements.define('pier-key', W);`,
  );
  const outcomes = (name: string) =>
    crossingsOf(named, openHost(name, '/')).items.map((one) => `${one.name} ${one.outcome}`);
  expect(outcomes('react@19')).toEqual(['key bridge', 'level plain']);
  expect(outcomes('angular@20')).toEqual(['key plain', 'level plain']);
});

describe('names that begin with "on"', () => {
  const sign = componentIn(`class V extends HTMLElement {
    onFormat: (level: number) => string = String;
    onTime: boolean = true;
    onboard: (() => void) | null = null;
    go() { this.dispatchEvent(new CustomEvent('board')); this.dispatchEvent(new CustomEvent('leave')) }
  }
  customElements.define('pier-on', V);`);
  const crossing = (host: string, name: string) => {
    const item = crossingsOf(sign, openHost(host, '/')).items.find((one) => one.name === name);
    return `${item?.outcome} | ${item?.syntax ?? item?.reason}`;
  };

  test.each([
    ['react@19', 'onFormat', 'bridge | react@19 takes it for the handler of an event'],
    ['react@18', 'onFormat', 'bridge | react@18 drops a function'],
    ['preact@10', 'onFormat', 'bridge | preact@10 takes it for the handler of an event'],
    ['svelte@5', 'onFormat', 'bridge | svelte@5 takes it for the handler of an event'],
    ['angular@20', 'onFormat', 'bridge | angular@20 throws at a name that begins with "on"'],
    ['vue@3', 'onFormat', 'marked | :onFormat.prop="onFormat"'],
    ['solid@1', 'onFormat', 'marked | prop:onFormat={onFormat}'],
    ['react@19', 'onTime', 'plain | onTime={onTime}'],
    ['preact@10', 'onTime', 'bridge | preact@10 keeps this name for itself'],
    ['angular@20', 'onTime', 'bridge | angular@20 throws at a name that begins with "on"'],
  ])('in %s: the property %s', (host, name, expected) => expect(crossing(host, name)).toBe(expected));

  test.each([
    ['react@19', 'marked | onboard={onBoard}'],
    ['react@18', 'bridge | react@18 drops a function'],
    ['svelte@5', 'plain | onboard={onBoard}'],
    ['angular@20', 'plain | (board)="onBoard($event)"'],
    ['vue@3', 'plain | :onboard="onboard"'],
  ])('in %s: the property for the handler of an event', (host, expected) => {
    expect(crossing(host, 'onboard')).toBe(expected);
  });

  test('Preact looks for such a property to know the event, at the time it mounts the element', () => {
    const preact = openHost('preact@10', '/');
    const named = (event: string) =>
      componentIn(`class U extends HTMLElement { on${event.toLowerCase()}: (() => void) | null = null;
        go() { this.dispatchEvent(new CustomEvent('${event}')) } } customElements.define('pier-u', U);`);
    const eventIn = (event: string) =>
      crossingsOf(named(event), preact).items.find((one) => one.kind === 'event');
    // Heard in both ways under its own name, and so that is told.
    expect(eventIn('board')).toMatchObject({
      syntax: 'onboard={onBoard}',
      conditions: [],
      tried: { late: true },
    });
    // It listens for the name in lower case as soon as there is such a property.
    expect(eventIn('deckBoard')).toMatchObject({ outcome: 'bridge', syntax: null });
  });
});

test('the worst comes first when sorted by damage', () => {
  const hosts = ['react@19', 'react@18'].map((name) => openHost(name, '/'));
  const sorted = byDamage(
    hosts.map((host) => ({ host: host.label, profile: '', components: [crossingsOf(component, host)] })),
  );
  expect(sorted.map((one) => one.host)).toEqual(['react@18', 'react@19']);
  expect(sorted[0]?.components[0]?.items[0]?.name).toBe('pier-in');
});

test('narrowing keeps what is asked for, and counts add up', () => {
  const host = openHost('react@18', '/');
  const all = [{ host: host.label, profile: '', components: [crossingsOf(component, host)] }];
  const losses = narrowed(all, ['losses'])[0]?.components[0]?.items ?? [];
  expect(losses.every((one) => one.outcome !== 'plain')).toBe(true);
  expect(narrowed(all, ['event'])[0]?.components[0]?.items.map((one) => one.name)).toEqual([
    'pier-go',
    'pier.go',
    'pier:go',
    'input',
    'change',
    'pier-in',
  ]);
  const counts = countOutcomes(all[0]?.components[0]?.items ?? []);
  expect(counts.plain + counts.marked + counts.bridge + counts.broken).toBe(
    all[0]?.components[0]?.items.length,
  );
  expect(counts.marked + counts.bridge + counts.broken).toBe(losses.length);
});

test.each(['accessor same', 'attribute "a b"', 'lower-case attribute absent', 'own undefined', 'nowhere'])(
  'arrival %s reads back',
  (text) => {
    expect(arrivalText(readArrival(text))).toBe(text);
  },
);

describe('many components into many hosts', () => {
  /** Items that are alike in all but one thing, and components that have them in common. */
  const alike = [
    "rows: number = 1; /** @readonly */ readonly pier: string = '';",
    "rows: string[] = []; pier: string = '';",
    "rows: number = 1; static observedAttributes = ['rows']; attributeChangedCallback(n: string, o: string, v: string) { this.rows = Number(v) }",
    "go() { this.dispatchEvent(new CustomEvent('rows', { detail: 1 })) }",
    "go() { this.dispatchEvent(new CustomEvent('rows', { detail: 1, bubbles: true, composed: true })) }",
    "go() { this.attachShadow({ mode: 'open' }).firstChild.dispatchEvent(new CustomEvent('rows', { detail: 1 })) }",
    '/** @readonly */ readonly rows: number = 1;',
    "static observedAttributes = ['rows']; get rows(): string | null { return this.getAttribute('rows') } set rows(v) { this.setAttribute('rows', v ?? '') }",
    "static observedAttributes = ['rows']; #r: string | null = null; get rows(): string | null { return this.#r } set rows(v) { this.#r = v } attributeChangedCallback(n: string, o: string, v: string) { if (n === 'rows') this.rows = v }",
    "onrows: (() => void) | null = null; go() { this.dispatchEvent(new CustomEvent('rows', { detail: 1 })) }",
  ].map((body, index) => {
    const source = `/** @slot rows - x\n * @csspart rows - y */ class X extends HTMLElement { ${body} } customElements.define('pier-${index}', X);`;
    return componentIn(source);
  });
  const components = [component, ...alike, ...alike.map((one) => ({ ...one, tag: `${one.tag}-again` }))];
  const versions = ['react@18', 'react@19', 'vue@3', 'html'].map((one) => openHost(one, '/'));

  test('come out as each by itself', () => {
    const together = crossingsInto(components, versions);
    expect(together.map((one) => one.host)).toEqual(['react@18', 'react@19', 'vue@3', 'html']);
    for (const [index, version] of versions.entries()) {
      expect(together[index]?.components).toEqual(components.map((one) => crossingsOf(one, version)));
      expect(crossings(components, version)).toEqual(together[index]);
    }
  });

  test('and share what they have in common', () => {
    const [inReact] = crossingsInto(components, versions);
    const itemsOf = (tag: string) => inReact?.components.find((one) => one.tag === tag)?.items ?? [];
    const [first, again] = [itemsOf('pier-1'), itemsOf('pier-1-again')];
    expect(first.find((one) => one.kind === 'property')).toBe(again.find((one) => one.kind === 'property'));
    expect(first.find((one) => one.kind === 'cssPart')?.syntax).toBe('pier-1::part(rows)');
    expect(again.find((one) => one.kind === 'cssPart')?.syntax).toBe('pier-1-again::part(rows)');
  });
});

test('flags that are not read by presence cross where hosts write the texts that they read', () => {
  const flags = componentIn(`class F extends HTMLElement {
    static observedAttributes = ['low', 'wide'];
    #low = false;
    get open() { return this.getAttribute('open') === 'true' } set open(v) { this.setAttribute('open', v) }
    get wide() { return this.getAttribute('wide') !== 'false' } set wide(v) { this.setAttribute('wide', v) }
    attributeChangedCallback(n, o, v) { if (n === 'low') this.#low = v === 'yes'; }
  } customElements.define('pier-flags', F);`);
  const outcomes = (host: string) =>
    crossingsOf(flags, openHost(host, '/')).items.map((one) => [one.syntax, one.reason].join(' | '));
  expect(outcomes('html')).toEqual(['open="true" | ', 'wide="false" | ', 'low="yes" | ']);
  expect(outcomes('node')).toEqual(outcomes('html'));
  expect(outcomes('react@18')).toEqual([
    'open={open} | ',
    'wide={wide} | ',
    ' | react@18 writes true as the text "true", which reads as false',
  ]);
  expect(outcomes('react@19')).toEqual([
    'open={open} | ',
    'wide={wide} | ',
    ' | react@19 writes true as the text "", which reads as false',
  ]);
  const [open] = crossingsOf(flags, openHost('react@19', '/')).items;
  expect(open?.conditions[0]).toBe('only when the element is defined before react@19 mounts it');
});
