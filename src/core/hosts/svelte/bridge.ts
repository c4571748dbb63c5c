/** The module that all components wrapped for Svelte share. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(): string {
  return `${elementLink({ writesAttributes: true })}\n${ON_SERVER}`;
}

const ON_SERVER = `/** What is printed on a server; in a browser, generated code writes it. */
export function onServer(attributes: Attributes): Attributes {
  return typeof document === 'undefined' ? attributes : {};
}
`;
