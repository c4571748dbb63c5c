/**
 * Versions and ranges of them, as npm has them (node-semver). That library is loaded once something is more than the
 * number of a major or minor version, which most hosts are named by.
 */

import { createRequire } from 'node:module';
import type { coerce, intersects, satisfies, validRange } from 'semver';

const require = createRequire(import.meta.url);
const semver = {
  coerce: () => require('semver/functions/coerce.js') as typeof coerce,
  intersects: () => require('semver/ranges/intersects.js') as typeof intersects,
  satisfies: () => require('semver/functions/satisfies.js') as typeof satisfies,
  validRange: () => require('semver/ranges/valid.js') as typeof validRange,
};

/** `18` or `2.7`: any version that begins like that (an x-range). */
const PART = /^(\d{1,9})(\.\d{1,9})?$/;

/** The first version in a text: `18.2.0` in `^18.2`; null where there is none. */
export function versionIn(text: string): { major: number; version: string } | null {
  const part = PART.exec(text);
  if (!part) return semver.coerce()(text);
  return { major: Number(part[1]), version: `${Number(part[1])}.${Number(part[2]?.slice(1) ?? 0)}.0` };
}

/** Does the version satisfy the range? Anything does where the range is none, such as `workspace:*`. */
export function isWithin(version: string, range: string): boolean {
  return semver.validRange()(range) === null || semver.satisfies()(version, range);
}

/** The first of several measured versions whose range has versions in common with a wanted one, named in part or whole. */
export function measuredFor<Measured extends { range: string; measured: string }>(
  versions: readonly Measured[],
  wanted: string,
): Measured | undefined {
  // What was measured is within its own range, and within that of what it begins with.
  const same = PART.test(wanted) && versions.find((one) => one.measured.startsWith(`${wanted}.`));
  if (same) return same;
  const range = semver.validRange()(wanted) ?? versionIn(wanted)?.version;
  return range === undefined ? undefined : versions.find((one) => semver.intersects()(one.range, range));
}
