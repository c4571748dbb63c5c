/** What a class below overrides is not rendered, sent or asked for by its elements. */
import { expect, test } from 'vitest';
import { many, timesAsLong } from '../support/growth.js';
import { surveyed } from '../support/memory.js';

const TOP = `class Top extends HTMLElement {
  static styles = css\`:host { color: var(--top-ink); }\`;
  static label() { return '<slot name="label"></slot>'; }
  render() { return html\`<slot name="deck"></slot>\${this.foot()}\${this.#mark()}\`; }
  foot() { return html\`<i part="foot"></i>\`; }
  #mark() { return html\`<i part="mark"></i>\`; }
  press() { this.dispatchEvent(new Event('press')); }
  _leave() { this.dispatchEvent(new Event('leave')); }
}`;

/** `slots | parts | custom properties | events` of the element of a class, each in the order of the alphabet. */
function given(lower: string, top = TOP): string {
  const source = `${top} class Low extends Top { ${lower} } customElements.define('pier-low', Low);`;
  const { contract } = surveyed({ 'a.js': source });
  const low = contract.components.find((one) => one.tag === 'pier-low');
  const names = (items: readonly { name: string }[] = []) =>
    items
      .map((one) => one.name || '*')
      .sort()
      .join(' ');
  return [low?.slots, low?.cssParts, low?.cssProperties, low?.events].map(names).join(' | ');
}

const ALL = 'deck label | foot mark | --top-ink | leave press';

test.each([
  ['nothing is overridden', 'dock() {}', ALL],
  [
    'a view takes with it what only it used',
    'render() { return null; }',
    'label |  | --top-ink | leave press',
  ],
  [
    'a view that calls the one above',
    'render() { return [super.render(), html`<slot></slot>`]; }',
    `* ${ALL}`,
  ],
  ['the one above may be called from elsewhere', 'render() {} late() { return super.render(); }', ALL],
  ['also by a prototype', 'render() { return Top.prototype.render.call(this); }', ALL],
  [
    'also as compilers write it',
    'render() { return _get(_proto(Low.prototype), "render", this).call(this); }',
    ALL,
  ],
  ['also by a name that is worked out', 'render() {} go(name) { return super[name](); }', ALL],
  [
    'a part of a view that is still used',
    'render() { return this.foot(); }',
    'label | foot | --top-ink | leave press',
  ],
  ['a part of a view alone', 'foot() {}', 'deck label | mark | --top-ink | leave press'],
  ['what is sent', 'press() {}', 'deck label | foot mark | --top-ink | leave'],
  ['a field hides a method', 'press = () => {}', 'deck label | foot mark | --top-ink | leave'],
  [
    'an accessor of the same name',
    'get press() { return null; }',
    'deck label | foot mark | --top-ink | leave',
  ],
  ['a declaration hides nothing', 'press;', ALL],
  ['a static method hides none of the instance', 'static press() {}', ALL],
  ['nor does one of a private name', '#press() {}', ALL],
  [
    'styles',
    'static styles = css`:host { color: var(--low-ink); }`',
    'deck label | foot mark | --low-ink | leave press',
  ],
  [
    'styles that add to those above',
    'static styles = [super.styles, css`:host { color: var(--low-ink); }`]',
    'deck label | foot mark | --low-ink --top-ink | leave press',
  ],
  ['styles that add to those above by name', 'static styles = [Top.styles]', ALL],
  ['styles in a static block', 'static { this.styles = []; }', 'deck label | foot mark |  | leave press'],
])('%s', (_, lower, expected) => {
  expect(given(lower)).toBe(expected);
});

const INK = 'css`:host { color: var(--top-ink); }`';

test.each([
  [
    'what is assigned to a class',
    `class Top extends HTMLElement {} Top.styles = ${INK};`,
    'static styles = []',
    ' |  |  | ',
  ],
  [
    'by what is assigned to another',
    `class First extends HTMLElement { static styles = ${INK}; } class Top extends First {} Top.styles = [];`,
    '',
    ' |  |  | ',
  ],
  [
    'not where code goes through the classes',
    `class Top extends HTMLElement { static styles = ${INK};
       static all() { for (let one = this; one; one = above(one)) if (Object.hasOwn(one, 'styles')) use(one.styles); } }`,
    'static styles = []',
    ' |  | --top-ink | ',
  ],
  [
    'a field is stronger than a method below',
    `class Top extends HTMLElement { press = () => this.dispatchEvent(new Event('press')); }`,
    'press() {}',
    ' |  |  | press',
  ],
  [
    'what was copied onto the class stays',
    `class Part { press() { this.dispatchEvent(new Event('press')); } } class Top extends HTMLElement {}
       function copy(to, one) { for (const name of Object.getOwnPropertyNames(one.prototype)) Object.defineProperty(to.prototype, name, Object.getOwnPropertyDescriptor(one.prototype, name)); }
       copy(Low, Part);`,
    'press() {}',
    ' |  |  | press',
  ],
  [
    'a private member that only overridden code calls',
    `class Top extends HTMLElement { go() { this._press(); this.leave(); } _press() { this.dispatchEvent(new Event('press')); }
       leave() { this.dispatchEvent(new Event('leave')); } }`,
    'go() {}',
    ' |  |  | leave',
  ],
  [
    'what else names keeps it',
    `class Top extends HTMLElement { go() { this._press(); } _press() { this.dispatchEvent(new Event('press')); } }
       export const press = (one) => one._press();`,
    'go() {}',
    ' |  |  | press',
  ],
])('%s', (_, top, lower, expected) => {
  expect(given(lower, top)).toBe(expected);
});

test('components that override different parts of one class', () => {
  const { contract } = surveyed({
    'a.js': `${TOP} class A extends Top { render() {} } class B extends Top { press() {} } class C extends Top {}
      customElements.define('pier-a', A); customElements.define('pier-b', B); customElements.define('pier-c', C);`,
  });
  const told = contract.components.map((one) => [one.tag, one.slots.length, one.events.length].join(' '));
  expect(told).toEqual(['pier-a 1 2', 'pier-b 2 1', 'pier-c 2 2']);
});

test('however many members are overridden, each costs as much', () => {
  const source = (count: number) => `class Top extends HTMLElement {
      ${many(count, (at) => `m${at}() { this.dispatchEvent(new Event('e${at}')); this.h${at}(); } h${at}() {}`)} }
    class Low extends Top { ${many(count, (at) => `m${at}() {}`)} } customElements.define('pier-low', Low);`;
  const { contract } = surveyed({ 'a.js': source(1000) });
  expect(contract.components[0]?.events).toEqual([]);
  expect(timesAsLong(source(2000), source(250), 20)).toBeLessThan(20);
});
