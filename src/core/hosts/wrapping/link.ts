/** The class that every generated module of a framework shares. It is written out as it stands here. */

/** Name of the shared module, without its ending. */
export const BRIDGE_MODULE = 'bridge';

/** Ends the lines that are only for hosts which would assign an attribute as the property of that name. */
const FOR_ATTRIBUTES = ' // attributes';

/**
 * Text of the class that ties an element to the values and handlers a host has for it; with `writesAttributes` it
 * writes attributes, too.
 */
export function elementLink({ writesAttributes }: { writesAttributes: boolean }): string {
  const lines = LINK.split('\n').filter((line) => writesAttributes || !line.endsWith(FOR_ATTRIBUTES));
  return lines.map((line) => line.replace(FOR_ATTRIBUTES, '')).join('\n');
}

const LINK = `/** What all elements of one kind have in common. */
export interface Kind {
  tag: string;
  /** Brings in the module of the element. Called in browsers only, when the first element is used. */
  load?: () => Promise<unknown>;
  /** Properties that the element changes of its own accord, each with the event that tells of it. */
  pairs?: Record<string, string>;
}

/** Properties by name. */
export type Values = Record<string, unknown>;

/** Attributes named as properties are, which the host would assign instead of writing them. */ // attributes
export type Attributes = Record<string, string | number | null | undefined>; // attributes
 // attributes
/** Handlers by event; what event type each one takes is known where the component declares it. */
export type Handlers = Record<string, ((event: never) => void) | undefined>;

/**
 * Assigns properties to an element and listens to its events while it is in use. Values wait until the element is
 * defined; a value that is taken away gives way to the element's own default.
 */
export class ElementLink<E extends HTMLElement = HTMLElement> {
  element: E | null = null;
  /** Called after a handler of a pair's event, since its value may have been refused. */
  answered: (() => void) | undefined;
  readonly #kind: Kind;
  #isInUse = false;
  #isWaiting = false;
  #properties: Values = {};
  #handlers: Handlers = {};
  /** What was assigned last, and what each property was before the first time. */
  #assigned: Values = {};
  #before = new Map<string, unknown>();
  #written: Attributes = {}; // attributes
  #listening: string[] = [];

  constructor(kind: Kind) {
    this.#kind = kind;
  }

  attach(element: E): void {
    if (element === this.element) return;
    this.release();
    this.#before.clear();
    this.#assigned = {};
    this.#written = {}; // attributes
    this.element = element;
  }

  update(properties: Values, handlers: Handlers): void {
    this.#isInUse = true;
    this.#properties = properties;
    if (handlers !== this.#handlers) this.#listen(handlers);
    if (customElements.get(this.#kind.tag)) this.#assign();
    else this.#wait();
  }

  write(attributes: Attributes): void { // attributes
    for (const name in attributes) { // attributes
      const value = attributes[name] ?? null; // attributes
      if (value === (this.#written[name] ?? null)) continue; // attributes
      const text = value === null ? null : String(value); // attributes
      // The host wrote it at first, or a server printed it. // attributes
      if (!(name in this.#written) && this.element?.getAttribute(name) === text) continue; // attributes
      if (text === null) this.element?.removeAttribute(name); // attributes
      else this.element?.setAttribute(name, text); // attributes
    } // attributes
    this.#written = attributes; // attributes
  } // attributes
 // attributes
  release(): void {
    this.#isInUse = false;
    for (const name of this.#listening) this.element?.removeEventListener(name, this);
    this.#listening = [];
    this.#handlers = {};
  }

  handleEvent(event: Event): void {
    this.#handlers[event.type]?.(event as never);
    for (const name in this.#kind.pairs) if (this.#kind.pairs[name] === event.type) this.answered?.();
  }

  #listen(handlers: Handlers): void {
    this.#handlers = handlers;
    for (const name in handlers) {
      if (handlers[name] && !this.#listening.includes(name)) {
        this.#listening.push(name);
        this.element?.addEventListener(name, this);
      }
    }
  }

  #assign(): void {
    if (!this.element) return;
    const element = this.element as Values;
    const { pairs } = this.#kind;
    const last = this.#assigned;
    this.#assigned = this.#properties;
    for (const name in this.#properties) {
      const value = this.#properties[name];
      // A paired value is compared with what the element holds, so that nobody is disturbed in typing.
      if (Object.is(pairs && name in pairs ? element[name] : last[name], value)) continue;
      const isAssigned = this.#before.has(name);
      if (value !== undefined) {
        if (!isAssigned) this.#before.set(name, element[name]);
        if (!Object.is(element[name], value)) element[name] = value;
      } else if (isAssigned) {
        element[name] = this.#before.get(name);
        this.#before.delete(name);
      }
    }
  }

  #wait(): void {
    if (this.#isWaiting) return;
    this.#isWaiting = true;
    void this.#kind.load?.();
    void customElements.whenDefined(this.#kind.tag).then(() => {
      this.#isWaiting = false;
      if (!this.element || !this.#isInUse) return;
      customElements.upgrade(this.element);
      this.#assign();
    });
  }
}

/** The text of an attribute that is there or not; \`''\` is there, as in markup. */
export function presence(value: boolean | '' | null | undefined): '' | undefined {
  return value || value === '' ? '' : undefined;
}
`;
