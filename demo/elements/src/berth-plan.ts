import { css, html, LitElement, type PropertyValues } from 'lit';
import './deck-picker.js';

/** One place at the quay. */
export interface Berth {
  name: string;
  /** The ship that lies there, if any. */
  ship: string | null;
  depth?: number;
}

/**
 * The quay of one port with its berths, and the decks of the ship at each.
 *
 * @slot - Notes of the harbour master.
 * @slot crane - The crane's own panel.
 * @slot fuel - The fuel barge's own panel.
 */
export class BerthPlan extends LitElement {
  static override properties = {
    berths: { attribute: false },
    tideLevel: { type: Number, attribute: 'tide-level' },
    legend: { type: Object },
    nightMode: { type: Boolean, reflect: true, attribute: 'night-mode' },
  };

  static override styles = css`
    :host {
      display: grid;
      gap: var(--plan-gap, 8px);
    }
  `;

  /** The places at the quay, from the shore outwards. */
  declare berths: Berth[];
  declare tideLevel: number;
  /** Names for the marks on the plan. */
  declare legend: Record<string, string>;
  declare nightMode: boolean;

  constructor() {
    super();
    this.berths = [];
    this.tideLevel = 0;
    this.legend = {};
    this.nightMode = false;
  }

  override updated(changed: PropertyValues<this>) {
    if (changed.has('berths')) this.emit('berths-shown', { count: this.berths.length });
  }

  override render() {
    return html`
      <section part="quay">
        ${this.berths.map(({ name, ship }) => html`<p>${name}: ${ship ?? 'free'}</p>`)}
        <deck-picker label="Decks"></deck-picker>
      </section>
      <slot name="crane"></slot><slot name="fuel"></slot><slot></slot>
    `;
  }

  private emit(name: string, detail: { count: number }) {
    this.dispatchEvent(new CustomEvent(name, { detail, bubbles: false, composed: false }));
  }
}

customElements.define('berth-plan', BerthPlan);
