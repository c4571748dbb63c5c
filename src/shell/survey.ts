/** Surveys several sources as one, from wherever the user named them. */

import { resolve } from 'node:path';
import type { Contract } from '../core/contract/types.js';
import type { Finding } from '../core/findings/types.js';
import { survey } from '../core/survey/index.js';
import { usageError } from './error.js';
import { readText } from './files.js';
import { validatorFor } from './schemas.js';
import { openSource } from './sources.js';

export interface Surveyed {
  contract: Contract;
  findings: Finding[];
  /** For each tag, the absolute path of the module that registers it; of a contract file, nothing is known. */
  modules: Map<string, string>;
  /** Folder the modules' specifiers are relative to, by tag. */
  roots: Map<string, string>;
}

/**
 * The contract of all sources together; a source that ends in `.json` is read as a contract file. When the
 * sources come from several packages the contract names none. A tag found twice keeps its first component.
 */
export async function surveySources(sources: readonly string[], cwd: string): Promise<Surveyed> {
  const components = new Map<string, Contract['components'][number]>();
  const findings: Finding[] = [];
  const packages = new Map<string, NonNullable<Contract['package']>>();
  const modules = new Map<string, string>();
  const roots = new Map<string, string>();
  for (const source of sources) {
    const opened = source.endsWith('.json') ? null : openSource(source, cwd);
    const result = opened
      ? survey(opened.input)
      : { contract: await readContract(source, cwd), findings: [] };
    findings.push(...result.findings);
    if (result.contract.package) packages.set(result.contract.package.name, result.contract.package);
    for (const component of result.contract.components) {
      if (components.has(component.tag)) continue;
      components.set(component.tag, component);
      const path = opened?.input.paths.find((one) => opened.input.publicPath(one) === component.module);
      if (path) modules.set(component.tag, path);
      if (opened) roots.set(component.tag, opened.root);
    }
  }
  const [only] = packages.size === 1 ? [...packages.values()] : [];
  const sorted = [...components.values()].sort((a, b) => (a.tag < b.tag ? -1 : 1));
  return { contract: { contract: 1, package: only ?? null, components: sorted }, findings, modules, roots };
}

async function readContract(source: string, cwd: string): Promise<Contract> {
  const text = readText(resolve(cwd, source));
  if (text === null)
    throw usageError(
      'no-such-source',
      `${source}: there is no such file.`,
      'Name a contract file, or a source to survey.',
    );
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw usageError(
      'contract-invalid',
      `${source}: this is no JSON: ${(error as Error).message}`,
      'Write it anew: suvet survey --out FILE',
    );
  }
  const validate = await validatorFor('contract');
  if (!validate(value)) {
    const [error] = validate.errors ?? [];
    throw usageError(
      'contract-invalid',
      `${source}: ${error?.instancePath || '/'} ${error?.message ?? 'is not valid'}.`,
      'Write it anew: suvet survey --out FILE',
    );
  }
  return value as Contract;
}
