/** What most commands start with: the sources to survey, from the arguments or from the workspace. */

import type { Surveyed } from '../shell/contracts/survey.js';
import { usageError } from '../shell/files/error.js';
import type { Workspace } from '../shell/workspace.js';
import type { CommandCall } from './command.js';
import { listOf } from './command.js';

export const COMPONENTS_OPTION = {
  flags: '-c, --components <source>',
  repeatable: true,
  about: 'sources of the components, in place of those in suvet.json',
};

export const NO_CACHE_OPTION = {
  flags: '--no-cache',
  about: 'read everything anew, and keep nothing for the next time',
};

/** The sources a command works on, and the folder they are named from. Throws a SuvetError when there are none. */
export async function sourcesFor(
  call: CommandCall,
  given: readonly string[] = listOf(call.options.components),
  paths: readonly string[] = [],
): Promise<{ sources: readonly string[]; folder: string; workspace: Workspace | null }> {
  const workspace = await call.workspace(...paths);
  if (given.length > 0) return { sources: given, folder: call.cwd, workspace };
  if (!workspace || workspace.components.length === 0) {
    throw usageError(
      'no-components',
      `No components to work on: no source was named, and ${workspace ? 'suvet.json lists none' : 'there is no suvet.json here or above'}.`,
      'Name a source (a file, a folder or npm:PACKAGE), or run suvet init.',
    );
  }
  return { sources: workspace.components, folder: workspace.root, workspace };
}

/** The contracts a command works on, and the workspace if there is one. Throws a SuvetError when there are none. */
export async function contractsFor(
  call: CommandCall,
  given: readonly string[] = listOf(call.options.components),
  paths: readonly string[] = [],
): Promise<Surveyed & { workspace: Workspace | null }> {
  const { surveySources } = await import('../shell/contracts/survey.js');
  const { sources, folder, workspace } = await sourcesFor(call, given, paths);
  const surveyed = await surveySources(sources, folder, { cache: call.options.cache !== false });
  return { ...surveyed, workspace };
}
