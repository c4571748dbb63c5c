/** The party a fare is for. */
export interface Party {
  adults: number;
  children: number;
  /** Length of the car in metres, if there is one. */
  car?: number;
}

/**
 * A fare for one party, as a form field: its value is the price in whole crowns.
 *
 * @fires {Event} input - The value changed while the passenger is still choosing.
 * @fires {Event} change - The passenger settled on a fare.
 * @csspart price
 */
export class FareQuote extends HTMLElement {
  static formAssociated = true;
  static observedAttributes = ['value', 'currency', 'disabled'];

  #internals = this.attachInternals();
  #value = '';
  #party: Party = { adults: 1, children: 0 };

  constructor() {
    super();
    this.attachShadow({ mode: 'open', delegatesFocus: true });
  }

  /** The price, as text, as form fields have it. */
  get value(): string {
    return this.#value;
  }
  set value(next: string) {
    this.#value = next;
    this.#internals.setFormValue(next);
    this.#render();
  }

  /** Who travels. */
  get party(): Party {
    return this.#party;
  }
  set party(next: Party) {
    this.#party = next;
    this.#render();
  }

  /** Currency as it is printed behind the price. */
  get currency(): 'kr' | 'eur' {
    return this.getAttribute('currency') === 'eur' ? 'eur' : 'kr';
  }
  set currency(next: 'kr' | 'eur') {
    this.setAttribute('currency', next);
  }

  get disabled(): boolean {
    return this.hasAttribute('disabled');
  }
  set disabled(next: boolean) {
    this.toggleAttribute('disabled', next);
  }

  /** The form this field belongs to. */
  get form(): HTMLFormElement | null {
    return this.#internals.form;
  }

  connectedCallback() {
    this.#render();
  }

  attributeChangedCallback(name: string, _before: string | null, value: string | null) {
    switch (name) {
      case 'value':
        this.value = value ?? '';
        break;
      default:
        this.#render();
    }
  }

  #render() {
    const root = this.shadowRoot;
    if (!root || !this.isConnected) return;
    const { adults, children, car = 0 } = this.#party;
    root.innerHTML = `<label><input part="price" inputmode="numeric" ${this.disabled ? 'disabled' : ''}>
      <span>${this.currency}, ${adults} adults, ${children} children, ${car} m</span></label>`;
    const input = root.querySelector('input');
    if (!input) return;
    input.value = this.#value;
    input.addEventListener('input', (event) => {
      event.stopPropagation();
      this.#take(input.value);
      this.dispatchEvent(new Event('input', { bubbles: true, composed: true }));
    });
    input.addEventListener('change', () => this.dispatchEvent(new Event('change', { bubbles: true })));
  }

  #take(next: string) {
    this.#value = next;
    this.#internals.setFormValue(next);
  }
}

customElements.define('fare-quote', FareQuote);
