/** Names of custom elements. */

/** A valid custom element name, by the first rules of HTML 4.13.2; the reserved ones with a hyphen are left out. */
export function isElementName(name: string): boolean {
  return /^[a-z][^\sA-Z/>\0]*-[^\sA-Z/>\0]*$/.test(name) && !RESERVED_NAMES.has(name);
}

/** Is this name in code made of the tag, as components of hosts are named: `TideGauge` and `tideGauge` of `tide-gauge`? */
export function isNamedAfter(name: string, tag: string): boolean {
  return hyphenated(name) === tag.toLowerCase();
}

/** `TideGauge` as tags write it: `tide-gauge`. */
export function hyphenated(name: string): string {
  return name
    .replaceAll(/\B([A-Z])/g, '-$1')
    .toLowerCase()
    .replaceAll('--', '-');
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
