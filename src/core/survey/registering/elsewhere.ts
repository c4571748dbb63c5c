/** Packages that a package without components of its own passes on. */

import type { Finding } from '../../findings/types.js';
import { importsIn } from '../modules/imports.js';
import type { SurveyInput } from '../modules/input.js';
import { mayRegister } from './registrations.js';

const PACKAGE = /^(?:@[\w.-]+\/)?[a-z][\w.-]*/;
const MOST_NAMED = 4;

/**
 * A note that names the packages whose registering modules the given ones import; none where there are none. For
 * material that registers nothing itself.
 */
export function componentsElsewhere({ paths, otherPaths = [], reader }: SurveyInput): Finding[] {
  const looked = new Set([...paths, ...otherPaths]);
  const packages = new Set<string>();
  let file: string | null = null;
  for (const path of paths) {
    for (const { specifier } of importsIn(reader.read(path) ?? '')) {
      const [name] = PACKAGE.exec(specifier) ?? [];
      const target = !name || packages.has(name) ? null : reader.resolve(specifier, path);
      if (!name || target === null || looked.has(target) || !mayRegister(reader.read(target) ?? '')) continue;
      packages.add(name);
      file ??= reader.label(path);
    }
  }
  if (file === null) return [];
  const names = [...packages];
  const shown = names.slice(0, MOST_NAMED).join(', ');
  const more = names.length > MOST_NAMED ? ` and ${names.length - MOST_NAMED} more` : '';
  const sources = names.slice(0, MOST_NAMED).map((name) => `npm:${name}`);
  return [
    {
      code: 'components-elsewhere',
      level: 'note',
      place: { file, line: 1, column: 1 },
      message: `No component is registered here; modules import those of ${shown}${more}.`,
      cure: `Survey the packages that hold them: suvet survey ${sources.join(' ')}`,
    },
  ];
}
