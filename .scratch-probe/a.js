const isTrue = (v) => v === 'true';
class A extends HTMLElement {
  static observedAttributes = ['open','compact','level','wide','tall','flat', 'slim'];
  #compact = false; #level = false; #slim = true;
  get open() { return this.getAttribute('open') === 'true'; }
  set open(v) { this.setAttribute('open', v ? 'true' : 'false'); }
  get wide() { return isTrue(this.getAttribute('wide')); }
  set wide(v) { this.setAttribute('wide', String(v)); }
  get flat() { return this.getAttribute('flat') !== 'false'; }
  set flat(v) { this.setAttribute('flat', String(v)); }
  get tall() { const t = this.getAttribute('tall'); return t === '' || t === 'true'; }
  set tall(v) { this.toggleAttribute('tall', v); }
  get slim() { return this.#slim; }
  set slim(v) { this.#slim = v; }
  attributeChangedCallback(name, old, value) {
    if (name === 'compact') this.#compact = value === 'true';
    if (name === 'level') this.#level = value === 'true' || value === '';
    if (name === 'slim') this.slim = value !== 'false';
  }
}
customElements.define('a-a', A);
