/** Names of slots and parts that templates leave to conditions, tables and other classes. */
import { expect, test } from 'vitest';
import { rows } from '../support/markup-rows.js';
import { componentIn } from '../support/memory.js';

rows('names that depend on conditions', [
  ['a slot', 'render(o) { return html`<slot name="${o ? "deck" : "hold"}"></slot>`; }', 'deck hold |  |  | '],
  [
    'without quotes',
    'render(o) { return html`<slot name=${o ? "deck" : "hold"}></slot>`; }',
    'deck hold |  |  | ',
  ],
  [
    'a part of a name',
    'render(o) { return html`<slot name="a-${o ? "1" : "2"}"></slot>`; }',
    'a-1 a-2 |  |  | ',
  ],
  [
    'the unnamed one as well',
    'render(o) { return html`<slot name="${o ? "deck" : ""}"></slot>`; }',
    'deck * |  |  | ',
  ],
  [
    'one that is filled in later is none',
    'render(o) { const named = { at: "" }; if (o) named.at = o.at; return html`<slot name="${named.at}"></slot>`; }',
    ' |  |  | ',
  ],
  [
    'two in one name',
    'render(o, p) { return html`<i part="${o ? "in" : "out"}-${p ? "up" : "down"}"></i>`; }',
    ' | in-up out-up in-down out-down |  | ',
  ],
  [
    'two beside one another',
    'render(o, p) { return html`<i part="${o ? "in" : "out"} ${p ? "up" : "down"} row"></i>`; }',
    ' | in up row out down |  | ',
  ],
]);

rows('tables of conditions', [
  [
    'a function is given one',
    'render(o) { return html`<i part=${chosen({ row: true, "row-late": o.late, [KIND]: 1 })} role="row"></i>`; }',
    ' | row row-late special |  | ',
    'const KIND = "special";',
  ],
  [
    'that takes over others',
    'render(o) { const base = { row: true }; return html`<i part="a${chosen({ ...base, ...o.more, late: o.late })}"></i>`; }',
    ' | a row late |  | ',
  ],
  [
    'as compilers write markup',
    'render(o) { return h("i", { part: chosen({ row: true, late: o.late }) }); }',
    ' | row late |  | ',
  ],
]);

const NOTE = `class Note { static of(host) { return html\`<slot name="note"></slot><i part="text"></i>\`; }
  lines(n) { return html\`<i part="line"></i>\`; } }`;

rows('methods of other classes', [
  ['a static one that is called', 'render() { return Note.of(this); }', 'note | text |  | ', NOTE],
  ['one of its prototype', 'render() { return Note.prototype.lines(3); }', ' | line |  | ', NOTE],
  ['none that is not called', 'render() { return new Note(); }', ' |  |  | ', NOTE],
  [
    'in another module',
    'render() { return Note.of(this); }',
    'note | text |  | ',
    'import { Note } from "./note.js";',
    { 'note.js': `export ${NOTE}` },
  ],
]);

rows('decorators that say where children go', [
  [
    'by the member',
    "@slot({ type: HTMLElement, 'default': true }) rows; @slot() header;",
    '* header |  |  | ',
  ],
  [
    'under another name',
    "@place({ type: HTMLElement, 'default': true }) rows; @place() header;",
    '* header |  |  | ',
    "import { slotStrict as place } from 'somewhere';",
  ],
  ['one of another kind', '@slotChanged() rows; @querySlot() header;', ' |  |  | '],
]);

test('slots by a member of an object that conditions give another name', () => {
  const source = `class Pier extends HTMLElement {
    render() {
      const shown = { 'slot-name': this.calm ? 'info' : 'hint', icon: null };
      const plain = { name: this.calm ? 'low' : 'high' };
      if (this.wrong) { shown['slot-name'] = 'error'; shown.icon = 1; } else if (this.close) { shown['slot-name'] = 'warning'; }
      return html\`<slot name="\${shown['slot-name']}"></slot><slot name="\${plain.name}"></slot>\`;
    }
  }
  customElements.define('pier-a', Pier);`;
  const slots = componentIn(source).slots.map((one) => one.name);
  expect(slots.sort()).toEqual(['error', 'high', 'hint', 'info', 'low', 'warning']);
});
