import { TAGS } from './tags.js';

/**
 * A notice to passengers. It stands in the page's own tree: without script its words are simply text.
 */
export class CrossingNotice extends HTMLElement {
  static observedAttributes = ['level', 'until'];

  /** How grave the notice is. */
  get level(): 'info' | 'delay' | 'stop' {
    const level = this.getAttribute('level');
    return level === 'delay' || level === 'stop' ? level : 'info';
  }
  set level(value: 'info' | 'delay' | 'stop') {
    this.setAttribute('level', value);
  }

  /** When the notice ends, as ISO 8601. */
  get until(): string | null {
    return this.getAttribute('until');
  }
  set until(value: string | null) {
    if (value === null) this.removeAttribute('until');
    else this.setAttribute('until', value);
  }

  /** Takes the notice away. */
  dismiss(): void {
    if (this.dispatchEvent(new Event('notice-dismiss', { bubbles: true, cancelable: true }))) this.remove();
  }

  connectedCallback() {
    this.setAttribute('role', this.level === 'stop' ? 'alert' : 'status');
  }

  attributeChangedCallback() {
    if (this.isConnected) this.connectedCallback();
  }
}

customElements.define(TAGS.crossingNotice, CrossingNotice);
