/** The module that all wrapped components share. It is written out as it stands here. */

/** From this version on React gives custom elements properties and true attributes of its own accord. */
export const PROPERTIES_SINCE = 19;

export const BRIDGE_MODULE = 'bridge';

/** The text of the shared module for a major version of React. */
export function bridgeText(major: number): string {
  return major < PROPERTIES_SINCE ? `${ELEMENT}\n${ATTRIBUTES}` : ELEMENT;
}

const ELEMENT = `import { type ForwardedRef, type RefCallback, useCallback, useEffect, useLayoutEffect, useRef } from 'react';

/** A handler of any event type; which one is known where the component declares its props. */
type Handler = ((event: never) => void) | undefined;

/** Layout effects run before the browser paints; on a server there is nothing to lay out. */
const useBrowserEffect = typeof document === 'undefined' ? useEffect : useLayoutEffect;

/**
 * Assigns properties to an element and listens to its events, from mount to unmount. Values wait until the
 * element is defined; a value that is taken away gives way to the element's own default.
 * Returns the ref to hand to the element.
 */
export function useElement<E>(
  tag: string,
  forwarded: ForwardedRef<E>,
  properties: Record<string, unknown>,
  handlers: Record<string, Handler>,
): RefCallback<E> {
  const link = useRef<Link | null>(null);
  link.current ??= new Link(tag);
  const current = link.current;

  useBrowserEffect(() => {
    current.update(properties, handlers);
  });
  useBrowserEffect(() => () => current.release(), [current]);

  return useCallback(
    (element: E | null) => {
      current.attach(element as HTMLElement | null);
      if (typeof forwarded === 'function') forwarded(element);
      else if (forwarded) forwarded.current = element;
    },
    [current, forwarded],
  );
}

class Link {
  readonly #tag: string;
  #element: (HTMLElement & Record<string, unknown>) | null = null;
  #properties: Record<string, unknown> = {};
  #handlers: Record<string, Handler> = {};
  #assigned = new Map<string, unknown>();
  #defaults = new Map<string, unknown>();
  #listening = new Set<string>();
  #isWaiting = false;
  #isMounted = false;

  constructor(tag: string) {
    this.#tag = tag;
  }

  attach(element: HTMLElement | null): void {
    if (element === this.#element || element === null) return;
    this.release();
    this.#element = element as HTMLElement & Record<string, unknown>;
    this.#assigned.clear();
    this.#defaults.clear();
  }

  update(properties: Record<string, unknown>, handlers: Record<string, Handler>): void {
    this.#isMounted = true;
    this.#properties = properties;
    this.#handlers = handlers;
    this.#listen();
    if (customElements.get(this.#tag)) this.#assign();
    else this.#wait();
  }

  release(): void {
    this.#isMounted = false;
    for (const name of this.#listening) this.#element?.removeEventListener(name, this);
    this.#listening.clear();
  }

  handleEvent(event: Event): void {
    this.#handlers[event.type]?.(event as never);
  }

  #listen(): void {
    for (const name of Object.keys(this.#handlers)) {
      if (this.#handlers[name] === undefined || this.#listening.has(name)) continue;
      this.#listening.add(name);
      this.#element?.addEventListener(name, this);
    }
  }

  #assign(): void {
    const element = this.#element;
    if (!element) return;
    for (const [name, value] of Object.entries(this.#properties)) {
      if (value !== undefined) {
        if (this.#assigned.has(name) && Object.is(this.#assigned.get(name), value)) continue;
        if (!this.#defaults.has(name)) this.#defaults.set(name, element[name]);
        this.#assigned.set(name, value);
        element[name] = value;
      } else if (this.#assigned.delete(name)) element[name] = this.#defaults.get(name);
    }
  }

  #wait(): void {
    if (this.#isWaiting) return;
    this.#isWaiting = true;
    void customElements.whenDefined(this.#tag).then(() => {
      this.#isWaiting = false;
      if (!this.#element || !this.#isMounted) return;
      customElements.upgrade(this.#element);
      this.#assign();
    });
  }
}
`;

const ATTRIBUTES = `/** Attributes whose true and false are words, as against those that are there or not. */
const WORDED = /^(aria-|data-|suppress|contentEditable$|draggable$|spellCheck$|autoFocus$)/;

/** React before 19 hands names and booleans to custom elements as they stand: here they become attributes. */
export function attributes(props: object): Record<string, unknown> {
  const result: Record<string, unknown> = {};
  for (const [name, value] of Object.entries(props)) {
    if (name === 'className') result.class = value;
    else if (typeof value === 'boolean' && !WORDED.test(name)) result[name] = value ? '' : undefined;
    else result[name] = value;
  }
  return result;
}
`;
