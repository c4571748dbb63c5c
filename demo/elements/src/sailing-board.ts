import { css, html, LitElement } from 'lit';
import { customElement, property, state } from 'lit/decorators.js';
import type { Port } from './tags.js';

/** One departure. */
export interface Sailing {
  id: string;
  /** Local time, as printed. */
  at: string;
  to: string;
  state?: 'on time' | 'late' | 'cancelled';
}

/** What a passenger picked. */
export interface SailingPick {
  sailingId: string;
  at: string;
}

/**
 * The departures of one port.
 *
 * @fires {CustomEvent<SailingPick>} sailing-pick - A passenger chose a sailing.
 * @slot - Shown under the board, for notices.
 * @slot heading - Replaces the port's name.
 * @csspart row - One departure.
 */
@customElement('sailing-board')
export class SailingBoard extends LitElement {
  static override styles = css`
    :host {
      display: block;
      color: var(--board-ink, #1b2430);
    }
    button {
      display: flex;
      gap: 1em;
      width: 100%;
      border: 0;
      padding: 0.4em 0;
      background: none;
      font: inherit;
    }
  `;

  /** Departures, in order of time. */
  @property({ attribute: false }) sailings: Sailing[] = [];

  /** The port this board hangs in. */
  @property() port: Port = 'north';

  /** How many departures to show. */
  @property({ type: Number, attribute: 'max-rows', reflect: true }) maxRows = 6;

  /** Turns off choosing. */
  @property({ type: Boolean }) locked = false;

  /** Formats the time of a departure. */
  @property({ attribute: false }) formatTime: (at: string) => string = (at) => at;

  @state() private picked = '';

  override render() {
    return html`
      <slot name="heading"><h2>${this.port}</h2></slot>
      ${this.sailings.slice(0, this.maxRows).map((sailing) => this.row(sailing))}
      <slot></slot>
    `;
  }

  private row(sailing: Sailing) {
    return html`<button
      part="row"
      ?disabled=${this.locked}
      aria-pressed=${this.picked === sailing.id}
      @click=${() => this.pick(sailing)}
    >
      <time>${this.formatTime(sailing.at)}</time><span>${sailing.to}</span><em>${sailing.state ?? ''}</em>
    </button>`;
  }

  private pick(sailing: Sailing) {
    this.picked = sailing.id;
    this.dispatchEvent(
      new CustomEvent<SailingPick>('sailing-pick', {
        bubbles: true,
        composed: true,
        detail: { sailingId: sailing.id, at: sailing.at },
      }),
    );
  }
}
