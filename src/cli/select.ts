/** Choosing among components and levels by what the user wrote. */

import type { Component, Contract } from '../core/contract/types.js';
import { nearest } from '../core/findings/nearest.js';
import type { Finding, Level } from '../core/findings/types.js';
import { atLeast } from '../core/findings/types.js';
import { EXIT, usageError } from '../shell/files/error.js';

/** The component with that tag. Throws a SuvetError that names the nearest tag. */
export function componentNamed(contract: Contract, tag: string): Component {
  const found = contract.components.find((one) => one.tag === tag);
  if (found) return found;
  const tags = contract.components.map((one) => one.tag);
  const near = nearest(tag, tags);
  throw usageError(
    'no-such-component',
    `${tag}: there is no such component.`,
    near ? `Did you mean ${near}?` : `There are: ${tags.join(', ')}`,
  );
}

/** The components with those tags; all of them when none is named. */
export function componentsNamed(contract: Contract, tags: readonly string[]): Component[] {
  return tags.length === 0 ? contract.components : tags.map((tag) => componentNamed(contract, tag));
}

/** The exit status for a result with these findings. */
export function exitFor(findings: readonly Finding[], failOn: unknown): number {
  const floor: Level = failOn === 'warning' || failOn === 'note' ? failOn : 'error';
  return findings.some((one) => atLeast(one.level, floor)) ? EXIT.findings : EXIT.fine;
}
