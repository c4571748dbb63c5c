import { posix } from 'node:path';
import type { Component, Contract } from '../../dist/core/contract/types.js';
import type { Finding } from '../../dist/core/findings/types.js';
import { survey } from '../../dist/core/survey/index.js';
import { ModuleGraph, type ModuleReader } from '../../dist/core/survey/modules/modules.js';

/** A module reader over texts in memory. Relative specifiers only; `.js` finds `.ts`. */
export function reader(files: Record<string, string>): ModuleReader {
  return {
    read: (path) => (Object.hasOwn(files, path) ? (files[path] ?? null) : null),
    resolve: (specifier, from) => {
      const path = specifier.startsWith('.')
        ? posix.join(posix.dirname(from), specifier)
        : `lib/${specifier}`;
      return (
        [
          path,
          path.replace(/\.js$/, '.ts'),
          path.replace(/\.js$/, '.d.ts'),
          `${path}.ts`,
          `${path}/index.ts`,
        ].find((one) => Object.hasOwn(files, one)) ?? null
      );
    },
    label: (path) => path,
    isOwn: (path) => !path.startsWith('lib/'),
    declarations: () => Object.keys(files).filter((path) => path.endsWith('.d.ts')),
  };
}

export function graphOf(files: Record<string, string>): ModuleGraph {
  return new ModuleGraph(reader(files));
}

export function surveyed(files: Record<string, string>): { contract: Contract; findings: Finding[] } {
  const paths = Object.keys(files).filter((path) => !path.startsWith('lib/') && !path.endsWith('.d.ts'));
  return survey({ paths, reader: reader(files), package: null, publicPath: (path) => `./${path}` });
}

/** The only component of a source, which must be there. */
export function componentIn(source: string, others: Record<string, string> = {}): Component {
  const { contract, findings } = surveyed({ 'a.ts': source, ...others });
  const [component] = contract.components;
  if (!component) throw new Error(`no component: ${JSON.stringify(findings)}`);
  return component;
}
