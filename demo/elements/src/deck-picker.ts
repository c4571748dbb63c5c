type Constructor<T> = new (...args: any[]) => T;

/** Gives an element a `selected` name that its host controls. */
const Selecting = <Base extends Constructor<HTMLElement>>(base: Base) =>
  class extends base {
    #selected = '';

    /** Name of the selected deck; empty when none is. */
    get selected(): string {
      return this.#selected;
    }
    set selected(value: string) {
      this.#selected = value;
      this.selectedChanged();
    }

    protected selectedChanged() {}
  };

const ATTRIBUTES = { label: 'label', selected: 'selected' } as const;

/**
 * The decks of a ship, one of which is selected. The host decides: a click asks, the host sets `selected`.
 *
 * @csspart deck
 */
export class DeckPicker extends Selecting(HTMLElement) {
  static observedAttributes = Object.values(ATTRIBUTES);

  #decks: string[] = ['Car', 'Saloon', 'Sun'];

  /** Deck names from the water upwards. */
  get decks(): string[] {
    return this.#decks;
  }
  set decks(value: string[]) {
    this.#decks = value;
    this.#render();
  }

  /** Words in front of the decks. */
  get label(): string {
    return this.getAttribute(ATTRIBUTES.label) ?? '';
  }
  set label(value: string) {
    this.setAttribute(ATTRIBUTES.label, value);
  }

  connectedCallback() {
    if (!this.shadowRoot) this.attachShadow({ mode: 'open' });
    this.#render();
  }

  attributeChangedCallback(name: string, _before: string | null, value: string | null) {
    if (name === ATTRIBUTES.selected) this.selected = value ?? '';
    else this.#render();
  }

  protected override selectedChanged() {
    this.#render();
  }

  #render() {
    const root = this.shadowRoot;
    if (!root) return;
    root.innerHTML = `<span></span><nav></nav>`;
    const label = root.querySelector('span');
    if (label) label.textContent = this.label;
    root.querySelector('nav')?.append(...this.#decks.map((deck) => this.#button(deck)));
  }

  #button(deck: string) {
    const button = document.createElement('button');
    button.part.add('deck');
    button.textContent = deck;
    button.setAttribute('aria-pressed', String(deck === this.selected));
    button.addEventListener('click', () => {
      button.dispatchEvent(new CustomEvent('deck-select', { bubbles: true, detail: { deck } }));
    });
    return button;
  }
}

customElements.define('deck-picker', DeckPicker);
