/** Members of elements that are no offer to users, by their names. */

/**
 * Called by the browser (HTML, custom element reactions) or, by wide convention, by an element's base class; and those of
 * every event target (DOM), which elements that change them still have.
 */
export const LIFECYCLE: ReadonlySet<string> = new Set(
  (
    'constructor connectedCallback disconnectedCallback adoptedCallback connectedMoveCallback ' +
    'attributeChangedCallback formAssociatedCallback formDisabledCallback formResetCallback ' +
    'formStateRestoreCallback render template update updated firstUpdated willUpdate shouldUpdate performUpdate ' +
    'scheduleUpdate requestUpdate getUpdateComplete createRenderRoot renderOptions addController removeController ' +
    'adoptStyles componentOnReady addEventListener removeEventListener dispatchEvent'
  ).split(' '),
);
