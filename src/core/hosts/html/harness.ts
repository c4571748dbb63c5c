/** The page that measures plain HTML: markup as an author writes it, and DOM calls as a script makes them. */

import { htmlText } from '../../emit/text.js';
import type { HostDriver, Mounted, View } from '../harness-kit.js';
import { measure } from '../harness-kit.js';

/** Markup has text only: true is an attribute that is there, false and nothing are one that is not. */
function markupValue(value: unknown): string | null {
  if (value === null || value === undefined || value === false) return null;
  return value === true ? '' : String(value);
}

function markupOf(view: View): string {
  const attributes = view.values
    .filter((one) => one.form === 'markup')
    .map(({ name, value }) => [name, markupValue(value)] as const)
    .filter(([, text]) => text !== null)
    .map(([name, text]) => ` ${name}="${htmlText(text ?? '')}"`);
  const handlers = view.handlers
    .filter((one) => one.form === 'markup')
    .map(({ event }) => ` on${event}="suvetHeard(event)"`);
  const style = Object.entries(view.style ?? {}).map(([name, value]) => `${name}: ${value}`);
  const children = (view.children ?? []).map(({ slot, text }) =>
    slot === '' ? htmlText(text) : `<span slot="${slot}">${htmlText(text)}</span>`,
  );
  return `<${view.tag}${attributes.join('')}${handlers.join('')} style="${style.join(';')}">${children.join('')}</${view.tag}>`;
}

function mount(container: Element, first: View): Mounted {
  container.innerHTML = markupOf(first);
  const element = container.firstElementChild as HTMLElement & Record<string, unknown>;
  let current = first;
  const heard = (event: Event) => {
    for (const one of current.handlers) one.handler(event);
  };
  Object.assign(globalThis, { suvetHeard: heard });
  const listened = first.handlers.filter((one) => one.form === 'dom').map((one) => one.event);
  for (const event of listened) element.addEventListener(event, heard);
  const assign = (view: View) => {
    for (const { form, name, value } of view.values) {
      if (form === 'dom') element[name] = value;
      else if (view !== first) setMarkup(element, name, value);
    }
    for (const { form, name } of current.values) {
      // A script takes nothing away of its own accord: only markup has a way to leave a value out.
      if (view.values.length === 0 && form === 'markup') element.removeAttribute(name);
    }
    current = view;
  };
  assign(first);
  first.ref?.(element);
  return {
    update: assign,
    unmount() {
      for (const event of listened) element.removeEventListener(event, heard);
      current = { ...current, handlers: [] };
      element.remove();
    },
  };
}

function setMarkup(element: Element, name: string, value: unknown): void {
  const text = markupValue(value);
  if (text === null) element.removeAttribute(name);
  else element.setAttribute(name, text);
}

const driver: HostDriver = { valueForms: ['markup', 'dom'], handlerForms: ['markup', 'dom'], mount };

Object.assign(globalThis, { suvetMeasure: () => measure(driver) });
