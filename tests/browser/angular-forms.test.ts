/** Elements as controls of Angular's forms, and an event that has the name of a two-way value. */
import { afterAll, beforeAll, expect, test } from 'vitest';
import { browser } from '../support/engine.js';
import { folder, put, suvet } from '../support/run.js';
import { bundleConsumer, TRIED, type Tried, typeErrors, wrapPanel } from '../support/wrapped.js';

const open = browser();
const angular = TRIED.find((one) => one.folder === 'angular') as Tried;

const DIAL = `
/** @fires {CustomEvent<{ level: number }>} levelChange - Somebody turned it. */
export class PierDial extends HTMLElement {
  #level = 0;
  get level(): number { return this.#level; }
  set level(value: number) { this.#level = value; }
  turn(level: number): void {
    this.#level = level;
    this.dispatchEvent(new CustomEvent('levelChange', { detail: { level } }));
  }
}
customElements.define('pier-dial', PierDial);
`;
const DIAL_VIEW = `
import { Component, signal } from '@angular/core';
import { PierDial } from './dials/index.js';
@Component({
  selector: 'suvet-dial',
  imports: [PierDial],
  template: '<pier-dial [level]="level()" (levelChange)="native()" (levelChangeEvent)="turned($event.detail.level)" />',
})
export class DialView {
  readonly level = signal(3);
  readonly seen: unknown[] = [];
  constructor() { Object.assign(globalThis, { dial: this }); }
  native(): void { this.seen.push('native'); }
  turned(level: number): void { this.seen.push(level); }
}
`;

let script: string;

const place = folder({}, (end) => afterAll(end));
beforeAll(async () => {
  put(place, { 'pier-dial.ts': DIAL, 'dial-view.ts': DIAL_VIEW });
  await suvet(
    ['wrap', '-c', 'pier-dial.ts', '--host', 'angular@20', '--out', 'dials', '--all', '--import', 'none'],
    place,
  );
  await wrapPanel(place, angular);
  expect((await typeErrors(place, angular)).unexpected).toEqual([]);
  const entry = `
    import { FormView } from './compiled/view.js';
    import { DialView } from './compiled/dial-view.js';
    import './crew-panel.js';
    import './pier-dial.js';
    const container = () => document.body.appendChild(document.createElement('div'));
    globalThis.show = (view) => mounter.mount(() => view, container(), {});
    Object.assign(globalThis, { FormView, DialView });`;
  script = await bundleConsumer(place, angular, { server: false, entry });
});

const TURN = 'await new Promise((done) => setTimeout(done, 20));';

test('a form writes the value, hears what is typed, turns it off, and clears it', async () => {
  const page = await open(script);
  const seen = await page.evaluate(`(async () => {
    await show(FormView); ${TURN}
    const panel = document.querySelector('crew-panel');
    const first = panel.value;
    panel.value = 'typed';
    panel.dispatchEvent(new Event('input', { bubbles: true }));
    const typed = form.value();
    form.isOff.set(true); ${TURN}
    const off = panel.disabled;
    form.isOff.set(false); ${TURN}
    form.value.set(null); ${TURN}
    return { first, typed, off, on: panel.disabled, cleared: panel.value };
  })()`);
  expect(seen).toEqual({ first: 'set', typed: 'typed', off: true, on: false, cleared: '' });
});

test('an event that is called as a two-way value would be is heard once, with its detail', async () => {
  const page = await open(script);
  const seen = await page.evaluate(`(async () => {
    await show(DialView); ${TURN}
    const element = document.querySelector('pier-dial');
    const first = element.level;
    element.turn(7);
    return { first, seen: dial.seen };
  })()`);
  expect(seen).toEqual({ first: 3, seen: ['native', 7] });
});
