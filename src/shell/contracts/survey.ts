/** Surveys several sources as one, from wherever the user named them. */

import type { Component, Contract, ContractPackage } from '../../core/contract/types.js';
import type { Finding } from '../../core/findings/types.js';
import type { Origin } from '../../core/survey/index.js';
import { readDocument } from '../files/documents.js';
import type { CachedSurvey } from './survey-cache.js';

/** Where a component was found, with absolute paths; of one that only types tell of, no module is known. */
export interface SurveyedOrigin extends Partial<Origin> {
  /** The folder that specifiers of modules are relative to. */
  root: string;
}

export interface Surveyed {
  contract: Contract;
  findings: Finding[];
  /** By tag; of a contract file's components, nothing is known. */
  origins: Map<string, SurveyedOrigin>;
  /** Other builds of the same modules, demos and tests, which were left out. */
  leftOut: string[];
}

export interface SurveyOptions {
  /** Use and keep what was found before; true unless said otherwise. */
  cache?: boolean;
}

/**
 * The contract of all sources together; a source that ends in `.json` is read as a contract file. When the
 * sources come from several packages the contract names none, and each component its own. A tag found twice keeps its
 * first component.
 */
export async function surveySources(
  sources: readonly string[],
  cwd: string,
  options: SurveyOptions = {},
): Promise<Surveyed> {
  const components = new Map<string, Component>();
  const findings: Finding[] = [];
  const leftOut: string[] = [];
  const packages = new Map<string, ContractPackage | null>();
  const origins = new Map<string, SurveyedOrigin>();
  for (const source of sources) {
    const result = source.endsWith('.json')
      ? {
          contract: await readDocument<Contract>(
            source,
            cwd,
            'contract',
            'Write it anew: suvet survey --out FILE',
          ),
          findings: [],
          origins: [],
          root: null,
          leftOut: [],
        }
      : await surveySource(source, cwd, options);
    findings.push(...result.findings);
    leftOut.push(...result.leftOut);
    const { package: from } = result.contract;
    if (result.contract.components.length > 0 || sources.length === 1) packages.set(from?.name ?? '', from);
    const known = new Map(result.origins);
    for (const component of result.contract.components) {
      if (components.has(component.tag)) continue;
      components.set(component.tag, component.package || !from ? component : { ...component, package: from });
      if (result.root) origins.set(component.tag, { root: result.root, ...known.get(component.tag) });
    }
  }
  const [only = null] = packages.size === 1 ? [...packages.values()] : [];
  const sorted = [...components.values()].sort((a, b) => (a.tag < b.tag ? -1 : 1));
  return {
    contract: {
      contract: 1,
      package: only,
      components: only ? sorted.map((one) => within(one, only)) : sorted,
    },
    findings,
    origins,
    leftOut,
  };
}

/** A component of the contract's own package says no more of that. */
function within(component: Component, { name }: ContractPackage): Component {
  const { package: from, ...others } = component;
  return from?.name === name ? others : component;
}

async function surveySource(
  source: string,
  cwd: string,
  { cache = true }: SurveyOptions,
): Promise<CachedSurvey> {
  // Loaded only when there is something to survey: a contract file needs none of it, and what is remembered no parser.
  const memory = cache ? await import('./survey-cache.js') : null;
  const known = await memory?.recall(source, cwd);
  if (known) return known;
  const [{ surveyOpened }, { openSource }] = await Promise.all([
    import('./survey-opened.js'),
    import('./sources.js'),
  ]);
  const first = openSource(source, cwd);
  const { opened, origins, ...surveyed } = surveyOpened(first);
  const result: CachedSurvey = { ...surveyed, root: first.root, origins: [...origins] };
  memory?.remember(source, cwd, opened, result);
  return result;
}
