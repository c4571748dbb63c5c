import { TAGS } from './tags.js';

/** One measured or predicted water level. */
export interface TideReading {
  /** ISO 8601 time. */
  at: string;
  /** Metres above chart datum. */
  level: number;
}

const HIGH_MARK = 'high-mark';
const COMPACT = 'compact';

const STYLE = `
  :host { display: block; color: var(--tide-ink, #123b4a); font: 14px/1.4 system-ui, sans-serif; }
  ol { display: flex; align-items: end; gap: 2px; height: 4em; margin: 0; padding: 0; list-style: none; }
  li { flex: 1; background: var(--tide-water, #7fb7c4); }
  li.over { background: var(--tide-alarm, #c2483a); }
  :host([compact]) ol { height: 1.5em; }
`;

/**
 * Water level at one pier, now and for the next twelve hours.
 *
 * @slot legend - Explains the colours to passengers.
 * @csspart scale - The bars of the gauge.
 * @cssprop [--tide-ink=#123b4a] - Colour of text.
 * @cssprop [--tide-water=#7fb7c4] - Colour of a bar below the high mark.
 * @cssprop [--tide-alarm=#c2483a] - Colour of a bar above it.
 */
export class TideGauge extends HTMLElement {
  static get observedAttributes() {
    return [HIGH_MARK, COMPACT, 'pier'];
  }

  #readings: TideReading[] = [];
  #highMark = 3.2;
  #pending = false;
  #root = this.attachShadow({ mode: 'open' });

  /** Levels to show, in order of time. */
  get readings(): TideReading[] {
    return this.#readings;
  }
  set readings(value: TideReading[]) {
    this.#readings = value;
    this.#schedule();
    const highest = Math.max(...value.map((reading) => reading.level));
    if (highest > this.#highMark) {
      this.dispatchEvent(
        new CustomEvent<{ level: number }>('tide-breach', {
          bubbles: true,
          composed: true,
          detail: { level: highest },
        }),
      );
    }
  }

  /** Level, in metres, above which the car deck closes. */
  get highMark(): number {
    return this.#highMark;
  }
  set highMark(value: number) {
    this.setAttribute(HIGH_MARK, String(value));
  }

  /** Shows one line instead of a chart. */
  get compact(): boolean {
    return this.hasAttribute(COMPACT);
  }
  set compact(value: boolean) {
    this.toggleAttribute(COMPACT, value);
  }

  /** Asks the pier for fresh levels. */
  refresh(): Promise<void> {
    this.dispatchEvent(new Event('tide-refresh', { bubbles: true, composed: true }));
    return Promise.resolve();
  }

  connectedCallback() {
    this.#schedule();
  }

  attributeChangedCallback(name: string, _before: string | null, value: string | null) {
    if (name === HIGH_MARK) this.#highMark = Number(value ?? 3.2);
    this.#schedule();
  }

  #schedule() {
    if (this.#pending) return;
    this.#pending = true;
    queueMicrotask(() => {
      this.#pending = false;
      this.#render();
    });
  }

  #render() {
    const bars = this.#readings
      .map(
        ({ level }) =>
          `<li class="${level > this.#highMark ? 'over' : ''}" style="height: ${level * 20}%"></li>`,
      )
      .join('');
    const pier = document.createElement('strong');
    pier.textContent = this.getAttribute('pier') ?? 'Pier';
    this.#root.innerHTML = `<style>${STYLE}</style><ol part="scale">${bars}</ol><slot name="legend"></slot>`;
    this.#root.prepend(pier);
  }
}

if (!customElements.get(TAGS.tideGauge)) customElements.define(TAGS.tideGauge, TideGauge);

declare global {
  interface HTMLElementTagNameMap {
    'tide-gauge': TideGauge;
  }
  interface HTMLElementEventMap {
    /** A level passed the high mark. */
    'tide-breach': CustomEvent<{ level: number }>;
    'tide-refresh': Event;
  }
}
