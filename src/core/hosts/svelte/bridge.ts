/** The module that all components wrapped for Svelte share. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(): string {
  return elementLink({ writesAttributes: true });
}
