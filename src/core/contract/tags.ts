/** Names of custom elements. */

/** A valid custom element name, by the first rules of HTML 4.13.2; the reserved ones with a hyphen are left out. */
export function isElementName(name: string): boolean {
  return /^[a-z][^\sA-Z/>\0]*-[^\sA-Z/>\0]*$/.test(name) && !RESERVED_NAMES.has(name);
}

const RESERVED_NAMES = new Set([
  'annotation-xml',
  'color-profile',
  'font-face',
  'font-face-src',
  'font-face-uri',
  'font-face-format',
  'font-face-name',
  'missing-glyph',
]);
