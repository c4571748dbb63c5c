/** Check: uses of elements in host code x crossings -> findings. */

import type { Component } from '../contract/types.js';
import type { HostVersion } from '../crossing/index.js';
import { crossingsOf } from '../crossing/index.js';
import type { ComponentCrossings } from '../crossing/types.js';
import { LineMap } from '../findings/lines.js';
import type { Finding } from '../findings/types.js';
import { inReadingOrder } from '../findings/types.js';
import type { Adoption, ElementUse, HostUses, SourceText } from '../hosts/uses.js';
import { applyRule, type RuleContext } from './rule.js';
import { RULES } from './rules/index.js';

export interface CheckInput {
  components: readonly Component[];
  packageName: string | null;
  files: readonly CheckedFile[];
}

export interface CheckedFile {
  source: SourceText;
  uses: HostUses;
  version: HostVersion;
  /** Is the module that registers a tag imported where this file runs? */
  isLoaded(tag: string): boolean;
  /** Tags that the application makes components of the host, in this file's reach. */
  adopted?: readonly Adoption[];
  /** Does the application's configuration tell its host which tags are elements? As good as told when left out. */
  isTold?: boolean;
}

/** The findings of all rules in all files, in reading order. */
export function check({ components, packageName, files }: CheckInput): Finding[] {
  const byTag = new Map(components.map((one) => [one.tag, one]));
  const crossed = new Map<string, ComponentCrossings>();
  const crossingsFor = (component: Component, version: HostVersion): ComponentCrossings => {
    const key = `${version.label} ${component.tag}`;
    const known = crossed.get(key) ?? crossingsOf(component, version);
    crossed.set(key, known);
    return known;
  };
  const findings = files.flatMap(({ source, uses, version, isLoaded, adopted = [], isTold = true }) => {
    const lines = new LineMap(source.text);
    const found = uses.uses.flatMap((use) => {
      if (isAdopted(use, adopted)) return [];
      const component = byTag.get(use.tag) ?? null;
      const context: RuleContext = {
        use,
        component,
        components,
        packageName,
        crossings: component && crossingsFor(component, version),
        version,
        isLoaded,
        isTold,
        place: (range) => lines.place(source.file, range.start, range.end),
      };
      return RULES.flatMap((rule) => applyRule(rule, context));
    });
    return [...uses.findings, ...withoutRepeats(found)];
  });
  return inReadingOrder(findings);
}

/** Does the tag stand for a component of the host here? What that takes is for the host's own checks. */
function isAdopted({ tag, scope }: ElementUse, adopted: readonly Adoption[]): boolean {
  return adopted.some((one) => one.tag === tag && (scope === undefined || scope.includes(one.component)));
}

const TOLD_ONCE = RULES.filter((rule) => rule.isToldOnce).map((rule) => rule.code);

/** The findings of a file, without those that their rule wants told once. */
function withoutRepeats(findings: readonly Finding[]): Finding[] {
  const told = new Set<string>();
  return findings.filter((finding) => {
    if (!TOLD_ONCE.includes(finding.code)) return true;
    const key = `${finding.code} ${finding.tag}`;
    if (told.has(key)) return false;
    told.add(key);
    return true;
  });
}
