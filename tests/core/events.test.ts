/** Events: one row a way of dispatching, with what a listener on the element would get. */
import { describe, expect, test } from 'vitest';
import type { ContractEvent } from '../../dist/core/contract/types.js';
import { componentIn, surveyed } from '../support/memory.js';

/** `name EventType detail flags origin`, an event a line; flags b(ubbles), c(omposed), x (cancelable). */
function told(event: ContractEvent): string {
  const flags = [event.bubbles && 'b', event.composed && 'c', event.cancelable && 'x']
    .filter(Boolean)
    .join('');
  const said = event.declared ? (event.dispatched ? ' declared' : ' only declared') : '';
  return `${event.name} ${event.eventType} ${event.detail.text} ${flags || '-'} ${event.origin}${said}`;
}

function events(body: string, before = '', others: Record<string, string> = {}): string[] {
  const source = `${before}\nclass Pier extends HTMLElement { ${body} }\ncustomElements.define('pier-a', Pier);`;
  return componentIn(source, others).events.map(told);
}

type Row = [way: string, body: string, events: string[], before?: string, others?: Record<string, string>];

function rows(title: string, list: Row[]): void {
  describe(title, () => {
    test.each(list)('%s', (_, body, expected, before, others) => {
      expect(events(body, before, others)).toEqual(expected);
    });
  });
}

rows('what is dispatched', [
  ['a plain event', "go() { this.dispatchEvent(new Event('pick')) }", ['pick Event null - element']],
  [
    'all flags',
    "go() { this.dispatchEvent(new Event('pick', { bubbles: true, composed: true, cancelable: true })) }",
    ['pick Event null bcx element'],
  ],
  [
    'a detail by its form',
    "go(at: Date) { this.dispatchEvent(new CustomEvent('pick', { detail: { at, n: 1 } })) }",
    ['pick CustomEvent { at: Date; n: number } - element'],
  ],
  [
    'a detail that is one of two of a kind',
    "go(why) { const open = why === 'show' ? true : false; this.dispatchEvent(new CustomEvent('pick', { detail: { open, at: why ? 1 : 2, n: why ? 1 : 'x' } })) }",
    ['pick CustomEvent { open: boolean; at: number; n: unknown } - element'],
  ],
  [
    'a detail by its type argument',
    "go() { this.dispatchEvent(new CustomEvent<string[]>('pick', { detail: this.all })) }",
    ['pick CustomEvent string[] - element'],
  ],
  [
    'a constant of the function',
    "go() { const name = 'pick'; const event = new Event(name); this.dispatchEvent(event) }",
    ['pick Event null - element'],
  ],
  [
    'either of two names',
    "go() { this.dispatchEvent(new Event(this.open ? 'shut' : 'opened')) }",
    ['shut Event null - element', 'opened Event null - element'],
  ],
  [
    'a name put together from either of two',
    "go() { const will = this.open ? 'shut' : 'open'; this.dispatchEvent(new Event(`pier-${will}`)) }",
    ['pier-shut Event null - element', 'pier-open Event null - element'],
  ],
  [
    'either of two events',
    "go() { this.dispatchEvent(this.no ? new Event('cancel') : new CustomEvent('close', { bubbles: true })) }",
    ['cancel Event null - element', 'close CustomEvent null b element'],
  ],
  [
    'an event that a function makes',
    "go() { this.dispatchEvent(make('pick', 3)) }",
    ['pick CustomEvent number b element'],
    'const make = (name, detail) => new CustomEvent(name, { detail, bubbles: true });',
  ],
  [
    'in an arrow function of the constructor',
    "constructor() { super(); this.addEventListener('click', () => this.dispatchEvent(new Event('pick'))) }",
    ['pick Event null - element'],
  ],
  [
    'by another name for this',
    "go() { const self = this; setTimeout(function () { self.dispatchEvent(new Event('pick')) }) }",
    ['pick Event null - element'],
  ],
  [
    'on the document',
    "go() { document.dispatchEvent(new Event('pick')); window.dispatchEvent(new Event('x')) }",
    [],
  ],
  ['under a name nobody knows', 'go(name) { this.dispatchEvent(new Event(name)) }', []],
]);

rows('classes of events', [
  [
    'a name in the constructor',
    'go() { this.dispatchEvent(new Pick()) }',
    ['tide-pick Pick null bc element'],
    "class Pick extends Event { constructor() { super('tide-pick', { bubbles: true, composed: true }) } }",
  ],
  [
    'a name that is handed in',
    "go() { this.dispatchEvent(new Told('tide-told')) }",
    ['tide-told Told null b element'],
    'class Told extends Event { constructor(type) { super(type, { bubbles: true }) } }',
  ],
  [
    'a static name, and a class between',
    'go() { this.dispatchEvent(new Pick(1)) }',
    ['tide-pick Pick null bc element'],
    "class Out extends Event { constructor(type, init) { super(type, { bubbles: true, composed: true, ...init }) } } class Pick extends Out { static type = 'tide-pick'; constructor(n) { super(Pick.type, { cancelable: n }) } }",
  ],
  [
    'without a constructor',
    "go() { this.dispatchEvent(new Pick('pick', { cancelable: true })) }",
    ['pick Pick null x element'],
    'class Pick extends Event {}',
  ],
  [
    'from another module, by a namespace',
    'go() { this.dispatchEvent(new told.Pick()) }',
    ['tide-pick Pick null - element'],
    "import * as told from './told.js';",
    { 'told.ts': "export class Pick extends Event { constructor() { super('tide-pick') } }" },
  ],
  [
    'a class of another module whose name stands there for when it is left out',
    'go() { this.dispatchEvent(new Pick()); this.dispatchEvent(new Pick("drop")) }',
    ['tide-pick Pick null - element', 'drop Pick null - element'],
    "import { Pick } from './told.js'; const NAME = 'not-this';",
    {
      'told.ts':
        "const NAME = 'tide-pick'; export class Pick extends Event { constructor(name = NAME) { super(name) } }",
    },
  ],
]);

rows('helpers', [
  [
    'a method that is given the name',
    "emit(name, detail) { this.dispatchEvent(new CustomEvent(name, { detail, bubbles: true })) } go() { this.emit('pick', { n: 1 }); this.emit('drop', 'x') }",
    ['pick CustomEvent { n: number } b element', 'drop CustomEvent string b element'],
  ],
  [
    'a function that is handed the element',
    "go() { tell(this, 'pick', 7) }",
    ['pick CustomEvent number - element'],
    'function tell(target, type, detail) { target.dispatchEvent(new CustomEvent(type, { detail })) }',
  ],
  [
    'a helper of a helper',
    "tell(name) { send(this, `tide-${name}`) } go() { this.tell('pick') }",
    ['tide-pick Event null b element'],
    'function send(node, type) { node.dispatchEvent(new Event(type, { bubbles: true })) }',
  ],
  [
    'static methods of a class that does it for others',
    'show() { Tides.shown(this); Tides.turned(this, false) }',
    ['shown CustomEvent { open: boolean } bc element', 'turned CustomEvent { open: boolean } c element'],
    'class Tides { static send(name, pier, bubbles = true) { pier.dispatchEvent(new CustomEvent(name, { detail: { open: true }, bubbles, composed: true })) } static shown(one) { this.send("shown", one) } static turned(one, bubbles) { this.send("turned", one, bubbles) } }',
  ],
  [
    'a helper out of reach',
    "go() { fireEvent(this, 'pick', { n: 1 }) }",
    ['pick CustomEvent { n: number } bc element'],
    "import { fireEvent } from 'kit';",
  ],
  [
    'a function inside the one that works for the element, which sends on a node inside',
    'constructor() { super(); setUp(this.attachShadow({ mode: "open" }), {}); }',
    ['pick CustomEvent { at: number } bc inside'],
    "function setUp(root, refs) { const send = (name, detail) => { refs.frame.dispatchEvent(new CustomEvent(name, { detail, bubbles: true, composed: true })) }; const log = (name) => console.log(name); root.onclick = () => { send('pick', { at: 1 }); log('drop'); } }",
  ],
  [
    'names that begin with the tag',
    "go() { this.dispatchEvent(new Event(`${this.localName}-pick`)); send(this, 'drop', 3); const own = this; send(own, 'other:turn') }",
    [
      'pier-a-pick Event null - element',
      'pier:drop CustomEvent number b element',
      'other:turn CustomEvent unknown b element',
    ],
    "const LETTER = /^(.+?)-[a-z]$/; function send(node, name, detail) { node.dispatchEvent(new CustomEvent(named(node, name), { detail, bubbles: true })) } function named(node, name) { if (name.includes(':')) return name; if (node instanceof Window) return name; const tag = node.nodeName.toLowerCase(); const match = tag.match(LETTER); return `${match != null ? match[1] : tag}:${name}` }",
  ],
  ['a method out of reach', "go() { this.$emit('pick') }", ['pick CustomEvent null bc element']],
  [
    'something else that is handed the element',
    "go() { watch(this, 'size') }",
    [],
    "import { watch } from 'kit';",
  ],
  [
    'a controller that is handed the element',
    'tide = new Tide(this);',
    ['tide-turn Event null b element'],
    "class Tide { constructor(host) { this.host = host } turn() { this.host.dispatchEvent(new Event('tide-turn', { bubbles: true })) } }",
  ],
  [
    'a private method that a compiler moved out',
    '_b() { _go.call(this) }',
    ['pick Event null - element'],
    "var _go; _go = function _go() { this.dispatchEvent(new Event('pick')) };",
  ],
]);

const PASS_ON = {
  'pass.js':
    'export function pass(pier, event) { const copy = Reflect.construct(event.constructor, [event.type, event]); return pier.dispatchEvent(copy); }',
};

rows('names that are more than one', [
  [
    'each of a list',
    "go() { for (const type of ['dock', 'sail']) this.dispatchEvent(new Event(type)); ['sink', 'float'].forEach((type) => this.dispatchEvent(new CustomEvent(type))); }",
    [
      'dock Event null - element',
      'sail Event null - element',
      'sink CustomEvent null - element',
      'float CustomEvent null - element',
    ],
  ],
  [
    'a variable that is given one after another',
    "go(at) { let type = ''; if (at) { type = 'sail'; } else type = 'dock'; let late; if (at > 2) late = 'sink'; else late = 'float'; this.dispatchEvent(new Event(type)); this.tell(late) } tell(name) { this.dispatchEvent(new Event(name)) }",
    [
      'sail Event null - element',
      'dock Event null - element',
      'sink Event null - element',
      'float Event null - element',
    ],
  ],
  [
    'a variable of several lists',
    "go(at) { let types; switch (at) { case 1: types = ['dock', 'sail']; break; default: types = ['sink']; } for (const type of types) this.dispatchEvent(new Event(type)); }",
    ['dock Event null - element', 'sail Event null - element', 'sink Event null - element'],
  ],
  [
    'a list that a method is handed',
    "go() { this.#all(['dock', 'sail']); this.#all(this.other) } #all(types) { for (const type of types) this.dispatchEvent(new Event(type)) }",
    ['dock Event null - element', 'sail Event null - element'],
  ],
  [
    'what compilers make of private methods, and functions that work by this',
    'go() { __get(this, _methods, "m", _all).call(this, ["dock"]); __get(this, _methods, "m", _one).call(this, "sail"); tell.call(this, "sink"); tell.call(other, "never"); }',
    ['dock Event null - element', 'sail Event null - element', 'sink CustomEvent null - element'],
    'var _methods, _all, _one; _methods = new WeakSet(), _all = async function _all(types) { for (const type of types) this.dispatchEvent(new Event(type)); }, _one = function _one(name) { this.dispatchEvent(new Event(name)); }; function tell(name) { this.dispatchEvent(new CustomEvent(name)); }',
  ],
]);

rows('events that are passed on', [
  [
    'by a function, from a template',
    'render() { return html`<input @change=${this.heard} @keyup="${this.other}">`; } heard(event) { pass(this, event) }',
    ['change Event null b element'],
    "import { pass } from './pass.js';",
    PASS_ON,
  ],
  [
    'by a listener that calls a method',
    "setUp(box) { box.addEventListener('pier-dock', (event) => { this.count(); this.pass(event) }); this.pass(this.last) } pass(event) { this.dispatchEvent(new event.constructor(event.type, event)) }",
    ['pier-dock Event unknown - element'],
  ],
  [
    'by a bound method, without its flags',
    "constructor() { super(); this.bound = this.hear.bind(this) } setUp(box) { box.addEventListener('focus', this.bound); box.addEventListener('blur', this.hear.bind(this)) } hear(e) { this.dispatchEvent(new CustomEvent(e.type, { bubbles: false, cancelable: true })) }",
    ['blur CustomEvent null x element', 'focus CustomEvent null x element'],
  ],
  [
    'by an element that hears all of a list itself',
    'static heard = ["play", "pause"]; connectedCallback() { for (const type of this.constructor.heard) this.shadowRoot.addEventListener(type, this, true) } handleEvent(event) { this.dispatchEvent(new CustomEvent(event.type, { detail: event.detail })) }',
    ['play CustomEvent unknown - element', 'pause CustomEvent unknown - element'],
  ],
  [
    'with the flags that are taken over',
    "setUp(box) { box.addEventListener('input', (e) => this.dispatchEvent(new Event(e.type, { bubbles: e.bubbles, composed: false, cancelable: e.cancelable }))) }",
    ['input Event null b element'],
  ],
  [
    'from the context of a template',
    'pass(event) { this.dispatchEvent(new Event(event.type, event)) }',
    ['change Event null b element'],
    'const view = html`<input @change="${(pier, c) => pier.pass(c.event)}">`;',
  ],
  [
    'from calls that compilers make of markup',
    "render() { return h('input', { onChange: this.pass, onPierDock: (e) => this.pass(e), value: this.pass }) } pass(event) { this.dispatchEvent(new Event(event.type)) }",
    ['change Event null - element', 'pierDock Event unknown - element'],
  ],
  [
    'by a method of a class above that is handed it',
    'render() { return html`<input @change=${this.heard}>`; } heard(event) { this.pass(event, { bubbles: true, composed: true }) }',
    ['change Event null bc element'],
    "import { Base } from './base.js'; class Deck extends Base {} const HTMLElement = Deck;",
    {
      'base.js':
        'export class Base extends HTMLElement { pass(event, options) { event.stopImmediatePropagation(); this.dispatchEvent(new event.constructor(event.type, options)); } }',
    },
  ],
  [
    'not where nobody listens, or the type is another thing’s',
    "pass(event, row) { this.dispatchEvent(new Event(event.type)); this.dispatchEvent(new Event(row.type)) } setUp(box) { box.addEventListener('change', this.other); box.removeEventListener('input', this.pass) }",
    [],
  ],
]);

rows('events from inside', [
  [
    'one that gets out',
    "go() { this.shadowRoot.firstChild.dispatchEvent(new CustomEvent('pick', { bubbles: true, composed: true })) }",
    ['pick CustomEvent null bc inside'],
  ],
  [
    'one that is kept in by mistake',
    "go() { this.list.dispatchEvent(new CustomEvent('pick', { bubbles: true })) }",
    ['pick CustomEvent null b inside'],
  ],
  ['one that only its node hears', "go() { this.list.dispatchEvent(new CustomEvent('pick')) }", []],
  [
    'one that a control inside would send itself',
    "go() { this.input.dispatchEvent(new Event('input', { bubbles: true })) }",
    [],
  ],
]);

test('names that a class keeps for itself, under a constant for the class of the element', () => {
  const base = `class Base extends HTMLElement { static get eventPick() { return 'base-pick'; } static eventShut = 'base-shut';
    go() { const made = this.constructor, options = { bubbles: true };
      this.dispatchEvent(new CustomEvent(made.eventPick, { bubbles: true, cancelable: true })); this.dispatchEvent(new Event(made.eventShut, options)); } }`;
  const component = componentIn(
    `${base} class Pier extends Base { static get eventPick() { return 'pier-pick'; } } customElements.define('pier-a', Pier);`,
  );
  expect(component.events.map(told)).toEqual([
    'pier-pick CustomEvent null bx element',
    'base-shut Event null b element',
  ]);
});

test('a helper out of reach that is given one of two names, and what goes with it', () => {
  expect(
    events(
      "go() { const name = this.open ? 'shut' : 'opened'; this.$emit(name, this.at); this.$emit('bare'); }",
    ),
  ).toEqual([
    'shut CustomEvent unknown bc element',
    'opened CustomEvent unknown bc element',
    'bare CustomEvent null bc element',
  ]);
});

test('classes that others hand the element to send for it, but not those of another package further on', () => {
  const { events } = componentIn(
    `import { Far } from 'far'; const Keeper = class { constructor(pier) { this.host = pier; new Inner(pier); new Far(pier); } go() { this.host.dispatchEvent(new Event('kept')); } };
    class Inner { constructor(host) { this.host = host; } go() { this.host.dispatchEvent(new Event('inner')); } }
    class Stated { constructor(host) { this.host = host; } go() { this.host.dispatchEvent(new Event('stated')); this.host.tell('told'); } }
    function stateOf(pier) { return new Stated(pier); }
    class Pier extends HTMLElement { constructor() { super(); this.keeper = new Keeper(this); this.state = stateOf(this); } tell(name) { this.dispatchEvent(new Event(name)); } }
    customElements.define('pier-a', Pier);`,
    {
      'lib/far':
        "export class Far { constructor(host) { this.host = host; } go() { this.host.dispatchEvent(new Event('far')); } }",
    },
  );
  expect(events.map((one) => one.name)).toEqual(['kept', 'inner', 'stated', 'told']);
});

test('a method that hands what it is given to something the element holds, and a name by a parameter', () => {
  const made = `class Base extends HTMLElement { $emit(type, detail) { return this.$controller.emit(type, detail); } }
    class Pier extends Base { async turn({ open }) { const name = open ? 'opened' : 'shut'; this.$emit(name); } go() { this.turn({ open: true }); } }
    customElements.define('pier-a', Pier);`;
  expect(componentIn(made).events.map(told)).toEqual([
    'opened CustomEvent null bc element',
    'shut CustomEvent null bc element',
  ]);
  expect(
    events("dispatch(action) { this.store.dispatch(action); } go() { this.dispatch('ADD_BERTH'); }"),
  ).toEqual([]);
});

test('a method of an object that the element holds, which is handed the element', () => {
  const before =
    "class Checks { run(pier) { this.note(pier); pier.dispatchEvent(new CustomEvent('checked', { bubbles: true })); } note() {} }";
  expect(
    events('constructor() { super(); this.checks = new Checks(); } go() { this.checks.run(this); }', before),
  ).toEqual(['checked CustomEvent null b element']);
  expect(events('checks = new Checks(); go(other) { this.checks.run(other); }', before)).toEqual([]);
});

test('either of two names, handed on to what makes more of one than of the other', () => {
  const made = `tell(name) { this.send(name, { cancelable: name === 'open' }); } send(type, init) { this.dispatchEvent(new CustomEvent(type, Object.assign({ bubbles: true }, init))); }
    turn({ open }) { const done = open ? 'opened' : 'shut'; this.tell(open ? 'open' : 'close'); this.tell(done); }`;
  expect(events(made).map((one) => one.replace('unknown ', ''))).toEqual([
    'open CustomEvent bx element',
    'close CustomEvent b element',
    'opened CustomEvent b element',
    'shut CustomEvent b element',
  ]);
});

test('what is declared, and sent by a component inside, comes out of it', () => {
  const { contract } = surveyed({
    'a.js': `class Field extends HTMLElement { go() { this.dispatchEvent(new CustomEvent('dock-change', { bubbles: true, composed: true, cancelable: true, detail: 'x' })); this.dispatchEvent(new Event('dock-stay', { bubbles: true })); } }
      customElements.define('pier-field', Field);
      /**
       * @fires dock-change
       * @fires dock-stay
       * @fires dock-change:late
       */
      class Form extends HTMLElement { render() { return html\`<pier-field></pier-field>\`; } }
      customElements.define('pier-form', Form);
      /** @fires dock-change */
      class Page extends HTMLElement { render() { return html\`<pier-fields></pier-fields>\`; } }
      customElements.define('pier-page', Page);`,
  });
  const [, form, page] = contract.components;
  expect(form?.events.map(told)).toEqual([
    'dock-change CustomEvent string bcx inside declared',
    'dock-stay CustomEvent unknown - element only declared',
    'dock-change:late CustomEvent unknown - element only declared',
  ]);
  expect(form?.notes.map((one) => one.message)).toEqual([
    'dock-stay: declared, but no code that dispatches it was found.',
    'dock-change:late: declared, but no code that dispatches it was found.',
  ]);
  expect(page?.events.map(told)).toEqual(['dock-change CustomEvent unknown - element only declared']);
});

test('a method of a base class that is given the name', () => {
  const component = componentIn(
    "class Base extends HTMLElement { send(type) { this.dispatchEvent(new Event(type, { composed: true })) } } class Pier extends Base { go() { this.send('pick') } } customElements.define('pier-a', Pier);",
  );
  expect(component.events.map(told)).toEqual(['pick Event null c element']);
});

test('events that are declared', () => {
  const component = componentIn(`/**
   * A pier.
   * @fires {CustomEvent<{ at: string }>} pick - Somebody picked. Bubbles, not composed.
   * @event late
   * @fires change - It changed.
   * @fires input - Comes out of what is inside.
   */
  class Pier extends HTMLElement {
    /**
     * Told when the tide turns.
     * @event tide-turn
     */
    turn() {}
    go() { this.dispatchEvent(new CustomEvent('pick', { bubbles: true })); }
  }
  customElements.define('pier-a', Pier);`);
  expect(component.events.map(told)).toEqual([
    'pick CustomEvent { at: string } b element declared',
    'late CustomEvent unknown - element only declared',
    'change CustomEvent unknown b element only declared',
    'input CustomEvent unknown bc element only declared',
    'tide-turn CustomEvent unknown - element only declared',
  ]);
  expect(component.events[0]?.description).toBe('Somebody picked. Bubbles, not composed.');
  expect(component.notes.map((one) => one.message)).toEqual([
    'late: declared, but no code that dispatches it was found.',
    'change: declared, but no code that dispatches it was found.',
    'tide-turn: declared, but no code that dispatches it was found.',
  ]);
});

test('events that are declared by a namepath', () => {
  const { events } = componentIn(`/**
   * @fires DockEvent#dock - It made fast.
   * @fires module:piers~Pier#event:cast-off
   * @fires #fill
   * @fires {Event} 'sink' - It sank.
   */
  class Pier extends HTMLElement {}
  class DockEvent extends CustomEvent {}
  customElements.define('pier-a', Pier);`);
  expect(events.map(told)).toEqual([
    'dock DockEvent unknown - element only declared',
    'cast-off CustomEvent unknown - element only declared',
    'fill CustomEvent unknown - element only declared',
    'sink Event null - element only declared',
  ]);
});

test('fields that hold an emitter', () => {
  const files = {
    'a.js':
      "import { createEvent } from 'somewhere'; class Pier extends HTMLElement { constructor() { super(); this.pick = createEvent({ cancelable: false }); this.pierInner = createEvent(); this.rows = createList(); } late = createEvent({ composed: false }); } customElements.define('pier-a', Pier);",
    'a.d.ts':
      'export class Pier extends HTMLElement { /** When a berth is picked. */ readonly pick: TargetedEvent<this, { berth: number }>; /** @internal */ readonly late: TargetedEvent<this, void>; rows: unknown; }',
  };
  const [pier] = surveyed(files).contract.components;
  expect(pier?.events.map(told)).toEqual(['pick CustomEvent { berth: number } bc element declared']);
  expect(pier?.events[0]?.description).toBe('When a berth is picked.');
  expect(pier?.properties.map((one) => one.name)).toEqual(['rows']);
});

test('fields that declarations call emitters, whatever makes them, and details of events that compilers name', () => {
  const files = {
    'a.js':
      "import { a as t } from './made.js'; class Pier extends HTMLElement { constructor() { super(); this.pick = t()('berth'); this.shut = t(this, 'pier-shut', 7); this.rows = t(); } go() { this.dispatchEvent(new CustomEvent('pier-shut', { bubbles: true })); } } customElements.define('pier-a', Pier);",
    'a.d.ts':
      "export class Pier extends HTMLElement { readonly pick: import('somewhere').TargetedEvent<this, { berth: number }>; /** Closed. */ shut: EventEmitter<Date>; rows: Event[]; }",
  };
  const [pier] = surveyed(files).contract.components;
  expect(pier?.events.map(told)).toEqual([
    'pier-shut CustomEvent Date b element declared',
    'pick CustomEvent { berth: number } bcx element declared',
  ]);
  expect(pier?.events[0]?.description).toBe('Closed.');
});

describe('emitters that compilers make of a name, without a number', () => {
  const pier = (from: string) =>
    `import { p as proxy, c as createEvent, m as createMark } from '${from}';
     const Pier = proxy(class Pier extends HTMLElement { constructor() { super(); this.sail = createEvent(this, 'pier-sail'); this.mark = createMark(this, 'pier-mark'); } }, [1, 'pier-a', { rows: [2] }]);
     customElements.define('pier-a', Pier);`;
  const made = (source: string, others: Record<string, string> = {}) =>
    surveyed({ 'a.js': source, ...others }).contract.components[0]?.events.map(told);

  test.each([
    ['all of them on', 'bubbles: true, composed: true, cancelable: true', 'bcx'],
    ['one of them off', 'bubbles: true, composed: false, cancelable: true', 'bx'],
    ['what nobody gives', 'bubbles: !!(flags & 4), composed: !!(flags & 2), cancelable: true', 'x'],
  ])('flags as the runtime writes them: %s', (_, flags, expected) => {
    const runtime = `const make = (ref, name, flags) => { const element = of(ref); return { emit: (detail) => send(element, name, { ${flags}, detail }) }; };
      const mark = (ref, name) => ({ name }); const proxy = (made) => made;
      export { proxy as p, make as c, mark as m };`;
    expect(made(pier('./runtime.js'), { 'runtime.js': runtime })).toEqual([
      `pier-sail CustomEvent unknown ${expected} element declared`,
    ]);
  });

  test('of a runtime that is not there, by its name', () => {
    const source = pier('nowhere')
      .replace('c as createEvent', 'createEvent')
      .replace('m as createMark', 'createMark');
    expect(made(source)).toEqual(['pier-sail CustomEvent unknown bcx element declared']);
  });
});

test('events of keyboards, pointers and validation are as browsers send them, and nobody has to send them', () => {
  const source = `/**
     * @fires keydown - A key.
     * @fires pointercancel - Lost.
     * @fires invalid - Not valid.
     * @fires moor - Never.
     */
    class Pier extends HTMLElement { static formAssociated = true; } customElements.define('pier-a', Pier);`;
  const { events: found, notes } = componentIn(source);
  expect(found.map(told)).toEqual([
    'keydown CustomEvent unknown bcx element only declared',
    'pointercancel CustomEvent unknown bc element only declared',
    'invalid CustomEvent unknown x element only declared',
    'moor CustomEvent unknown - element only declared',
  ]);
  const noted = (list: typeof notes) => list.map((one) => one.message.split(':')[0]);
  expect(noted(notes)).toEqual(['moor']);
  expect(noted(componentIn(source.replace('formAssociated', 'other')).notes)).toEqual(['invalid', 'moor']);
});

test('an emitter in source form tells its detail by a type argument', () => {
  expect(events('late = createEvent<Date>({ composed: false, bubbles: false });')).toEqual([
    'late CustomEvent Date x element declared',
  ]);
});

test('what is named as nobody else’s business, or goes out once more under a prefix, is no event', () => {
  const body =
    "/** @fires pick */ go() { this.tell('pick'); this.tell('_pick'); this.tell('pier-_inner'); } tell(name: string) { this.dispatchEvent(new Event('pier-' + name)); this.dispatchEvent(new Event(name)); }";
  const source = `/** A pier. @fires pick - Picked. */ class Pier extends HTMLElement { ${body} } customElements.define('pier-a', Pier);`;
  expect(componentIn(source).events.map((one) => one.name)).toEqual(['pick']);
});

test('a slot that is told of a change inside is no event of the element', () => {
  expect(
    events(
      "go() { this.root.querySelector('slot').dispatchEvent(new Event('slotchange', { bubbles: true })) }",
    ),
  ).toEqual([]);
});

describe('members that a decorator makes emitters', () => {
  const KIT = {
    'kit.ts': `export class EventEmitter<T> { constructor(private host: HTMLElement, private name: string) {}
        emit(detail: T, options?: object) { this.host.dispatchEvent(new CustomEvent(this.name, { detail, ...options })); } }
      export function event() { return (proto: object, key: string) => Object.defineProperty(proto, key, { get() { return new EventEmitter(this, key); } }); }`,
  };

  test('of a compiler, with their details and words', () => {
    const source =
      "import { Component, Event, EventEmitter } from 'far'; @Component({ tag: 'pier-a' }) class Pier { /** Chosen. */ @Event({ bubbles: false }) pick: EventEmitter<{ id: number }>; @Event() shut: EventEmitter; }";
    const pier = componentIn(source);
    expect(pier.events.map(told)).toEqual([
      'pick CustomEvent { id: number } cx element declared',
      'shut CustomEvent unknown bcx element declared',
    ]);
    expect(pier.events[0]?.description).toBe('Chosen.');
    expect(pier.properties).toEqual([]);
  });

  test('of the material’s own, compiled: events bubble where its emitter has them bubble', () => {
    const files = {
      'a.js': `import { event as e } from './kit.ts'; class Pier extends HTMLElement { go() {} } run([e()], Pier.prototype, 'tideChange', void 0);
        customElements.define('pier-a', Pier);`,
      'a.d.ts':
        'export class Pier extends HTMLElement { /** The tide turned. */ tideChange: EventEmitter<number>; }',
      ...KIT,
    };
    const [pier] = surveyed(files).contract.components;
    expect(pier?.events.map(told)).toEqual(['tideChange CustomEvent number - element declared']);
    expect(pier?.events[0]?.description).toBe('The tide turned.');
    expect(pier?.properties).toEqual([]);
  });
});

test('a name that a helper has of its own is not what its caller has under that name', () => {
  const helper = `function send(one, name, s) { const full = function (one, name) { if (name.includes(':')) return name; const s = one.nodeName.toLowerCase(), c = s.match(BETA); return \`\${null != c ? c[1] : s}:\${name}\`; }(one, name); one.dispatchEvent(new CustomEvent(full, { detail: s })); } const BETA = /^(pier)-beta$/;`;
  const body = "start(s) { send(this, 'start', s); } render() { return () => this.start('normal'); }";
  expect(events(body, helper)).toEqual(['pier-a:start CustomEvent unknown - element']);
});

test('what objects of another kind send to one another is no event of the element', () => {
  const zoom = `function zoomed() { function Gesture(that) { this.that = that; }
    Gesture.prototype = { begin: function () { this.emit('start'); }, emit: function (type) { tell(type, this); } };
    this.emit('ready'); return new Gesture(this); }`;
  expect(events('go() { zoomed.call(this); }', zoom).map((one) => one.split(' ')[0])).toEqual(['ready']);
});

test('a name that a function makes until it is free is the first that it makes', () => {
  const helper =
    'const free = (count = 0) => { const name = `landed-${count}`; return taken(name) ? free(count + 1) : name; };';
  expect(events('go() { this.dispatchEvent(new Event(free())); }', helper)).toEqual([
    'landed-0 Event null - element',
  ]);
});
