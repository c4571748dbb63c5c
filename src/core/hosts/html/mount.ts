/** Shows views in a plain page: as markup, with calls from a script. */

import type { FlagTexts } from '../../contract/flags.js';
import { htmlText } from '../../emit/text.js';
import type { Mounter, ViewInput, ViewShape } from '../harness.js';

/** Markup has text only: true is an attribute that is there, false and nothing are one that is not. */
function markupValue(value: unknown, flag: FlagTexts | undefined): string | null {
  if (flag && typeof value === 'boolean') return value ? flag.on : flag.off;
  if (value === null || value === undefined || value === false) return null;
  return value === true ? '' : String(value);
}

type Live = HTMLElement & Record<string, unknown>;

/** One element of a view, with what it was given last. */
class LiveElement {
  readonly element: Live;
  readonly #shape: ViewShape;
  readonly #heard: readonly ((event: Event) => void)[];
  #handlers: readonly ((event: Event) => void)[] = [];
  constructor(shape: ViewShape, container: Element, input: Pick<ViewInput, 'values' | 'handlers'>) {
    this.#shape = shape;
    this.#heard = shape.handlers.map((_, at) => (event) => this.#handlers[at]?.(event));
    container.insertAdjacentHTML('beforeend', this.#markup(input));
    this.element = container.lastElementChild as Live;
    for (const [at, { form, event }] of shape.handlers.entries()) {
      const heard = this.#heard[at];
      if (!heard) continue;
      if (form === 'dom') this.element.addEventListener(event, heard);
      else Object.assign(this.element, { suvetHeard: heard });
    }
    this.give(input, true);
  }
  #markup({ values = [] }: Pick<ViewInput, 'values'>): string {
    const attributes = this.#shape.values.map(({ form, name, flag }, at) => {
      const text = form === 'markup' ? markupValue(values[at], flag) : null;
      return text === null ? '' : ` ${name}="${htmlText(text)}"`;
    });
    const handlers = this.#shape.handlers.map(({ form, event }) =>
      form === 'markup' ? ` on${event}="this.suvetHeard(event)"` : '',
    );
    const is = this.#shape.is ? ` is="${this.#shape.is}"` : '';
    return `<${this.#shape.tag}${is}${attributes.join('')}${handlers.join('')}></${this.#shape.tag}>`;
  }
  give({ values = [], handlers = [] }: Pick<ViewInput, 'values' | 'handlers'>, isFirst = false): void {
    this.#handlers = handlers;
    for (const [at, { form, name, flag }] of this.#shape.values.entries()) {
      if (form === 'dom') this.element[name] = values[at];
      else if (!isFirst) {
        const text = markupValue(values[at], flag);
        if (text === null) this.element.removeAttribute(name);
        else this.element.setAttribute(name, text);
      }
    }
  }
  end(): void {
    for (const [at, { form, event }] of this.#shape.handlers.entries()) {
      const heard = this.#heard[at];
      if (form === 'dom' && heard) this.element.removeEventListener(event, heard);
    }
    this.#handlers = [];
    this.element.remove();
  }
}

function fill(element: Live, { text = '', more = [], className, ink }: ViewInput, shape: ViewShape): void {
  if (shape.content) {
    const items = more.map((one) => `<i>${htmlText(one)}</i>`).join('');
    element.innerHTML = `${htmlText(text)}<b>beside</b>${items}<span slot="legend">${htmlText(text)}</span>`;
  }
  if (shape.slots) {
    const contents = shape.slots.map((name) =>
      name === '' ? htmlText(text) : `<span slot="${htmlText(name)}">${htmlText(text)}</span>`,
    );
    element.innerHTML = contents.join('');
  }
  if (shape.styled) {
    element.classList.remove('north', 'south');
    if (className) element.classList.add(className);
    element.style.setProperty(shape.styled, ink ?? '');
  }
}

export const mounter: Mounter = {
  mount(view, container, first) {
    const shape = view as ViewShape;
    if (shape.listed) return mountList(shape, container, first);
    const live = new LiveElement(shape, container, first);
    fill(live.element, first, shape);
    if (shape.refers) first.refer?.(live.element);
    return {
      update(input) {
        live.give(input);
        fill(live.element, input, shape);
      },
      unmount: () => live.end(),
    };
  },
};

function mountList(shape: ViewShape, container: Element, first: ViewInput) {
  const lives = new Map<string, LiveElement>();
  const show = ({ items = [] }: ViewInput) => {
    for (const [key, live] of lives) {
      if (items.some((item) => item.key === key)) continue;
      live.end();
      lives.delete(key);
    }
    for (const item of items) {
      const live = lives.get(item.key) ?? new LiveElement(shape, container, item);
      live.give(item);
      lives.set(item.key, live);
      container.append(live.element);
    }
  };
  show(first);
  return {
    update: show,
    unmount() {
      for (const live of lives.values()) live.end();
    },
  };
}
