/** Surveys an opened source: its own components, or those of other packages that an installed one passes on. */

import type { Component, Contract } from '../../core/contract/types.js';
import type { Finding } from '../../core/findings/types.js';
import { survey } from '../../core/survey/index.js';
import { componentsElsewhere } from '../../core/survey/registering/elsewhere.js';
import type { FarComponent } from '../../core/survey/registering/passed-on.js';
import { passedOn } from '../../core/survey/registering/passed-on.js';
import { installedFolder, type OpenedSource, openSource } from './sources.js';

export interface SurveyedSource {
  contract: Contract;
  findings: Finding[];
  /** For each tag, the absolute path of the module that registers it. */
  modules: Map<string, string>;
  /** For each tag, the absolute path of the module to import, which leads to that one. */
  entrances: Map<string, string>;
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
  const { contract, findings, paths, entrances, leftOut, passing } = survey(source.input);
  const own = { contract, findings, modules: paths, entrances, leftOut, opened: [source] };
  if (!passing || way.length >= MOST_PASSING) return own;
  const before = [...way, contract.package?.name ?? ''];
  const far = [...passing.keys()]
    .filter((name) => !before.includes(name) && installedFolder(name, source.root) !== null)
    .map((name) => ({ name, surveyed: surveyOpened(openSource(`npm:${name}`, source.root), before) }));
  const held = far.flatMap(({ name, surveyed }) => heldIn(surveyed, name));
  const passed = passedOn(held, passing, source.input);
  const told = new Set(passed.flatMap(({ component }) => component.heldBy?.name ?? []));
  const note = componentsElsewhere([...told], passing, source.input, true);
  return {
    contract: { ...contract, components: onePerTag(passed.map((one) => one.component)) },
    findings: [...findings, ...note],
    modules: new Map(held.map(({ component, path }) => [component.tag, path])),
    entrances: new Map(passed.map(({ component, entrance }) => [component.tag, entrance])),
    leftOut,
    opened: [source, ...far.flatMap(({ surveyed }) => surveyed.opened)],
  };
}

function heldIn({ contract, modules }: SurveyedSource, through: string): FarComponent[] {
  return contract.components.flatMap((component) => {
    const heldBy = component.heldBy ?? contract.package;
    const path = modules.get(component.tag);
    return heldBy && path !== undefined ? [{ component, path, heldBy, through }] : [];
  });
}

function onePerTag(components: readonly Component[]): Component[] {
  const byTag = new Map(components.toReversed().map((one) => [one.tag, one]));
  return [...byTag.values()].sort((a, b) => (a.tag < b.tag ? -1 : 1));
}
