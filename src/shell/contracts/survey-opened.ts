/** Surveys an opened source: its own components, or those of other packages that an installed one passes on. */

import type { Component, Contract } from '../../core/contract/types.js';
import type { Finding } from '../../core/findings/types.js';
import type { Origin } from '../../core/survey/index.js';
import { survey } from '../../core/survey/index.js';
import { componentsElsewhere } from '../../core/survey/registering/elsewhere.js';
import type { FarComponent } from '../../core/survey/registering/passed-on.js';
import { passedOn } from '../../core/survey/registering/passed-on.js';
import { optimizeLater } from './optimizing.js';
import { installedFolder, type OpenedSource, openSource } from './sources.js';

export interface SurveyedSource {
  contract: Contract;
  findings: Finding[];
  /** By tag, with absolute paths. */
  origins: Map<string, Origin>;
  /** Other builds of the same modules, demos and tests, which were left out. */
  leftOut: string[];
  /** All sources that were read for it, this one first. */
  opened: OpenedSource[];
}

/** So many packages pass on what others pass on. */
const MOST_PASSING = 4;

/**
 * Surveys a source that was opened. Where an installed package holds no component, but imports those of others, their
 * packages are surveyed as well. `way` are the packages that led here: they may import one another in a circle.
 */
export function surveyOpened(source: OpenedSource, way: readonly string[] = []): SurveyedSource {
  optimizeLater();
  const { passing, ...surveyed } = survey(source.input);
  const { contract, findings, leftOut } = surveyed;
  const own = { ...surveyed, opened: [source] };
  if (!passing || way.length >= MOST_PASSING) return own;
  const before = [...way, contract.package?.name ?? ''];
  const far = [...passing.keys()]
    .filter((name) => !before.includes(name) && installedFolder(name, source.root) !== null)
    .map((name) => ({ name, there: surveyOpened(openSource(`npm:${name}`, source.root), before) }));
  const held = far.flatMap(({ name, there }) => heldIn(there, name));
  const origins = new Map(far.flatMap(({ there }) => [...there.origins]));
  const passed = passedOn(held, passing, source.input);
  const told = new Set(passed.flatMap(({ component }) => component.heldBy?.name ?? []));
  const note = componentsElsewhere([...told], passing, source.input, true);
  return {
    contract: { ...contract, components: onePerTag(passed.map((one) => one.component)) },
    findings: [...findings, ...note],
    origins: new Map(
      passed.flatMap(({ component: { tag }, entrance }) => {
        const origin = origins.get(tag);
        return origin ? [[tag, { ...origin, entrance }] as const] : [];
      }),
    ),
    leftOut,
    opened: [source, ...far.flatMap(({ there }) => there.opened)],
  };
}

function heldIn({ contract, origins }: SurveyedSource, through: string): FarComponent[] {
  return contract.components.flatMap((component) => {
    const heldBy = component.heldBy ?? contract.package;
    const path = origins.get(component.tag)?.path;
    return heldBy && path !== undefined ? [{ component, path, heldBy, through }] : [];
  });
}

function onePerTag(components: readonly Component[]): Component[] {
  const byTag = new Map(components.toReversed().map((one) => [one.tag, one]));
  return [...byTag.values()].sort((a, b) => (a.tag < b.tag ? -1 : 1));
}
