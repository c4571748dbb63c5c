/** The hosts a command was given, or those of the workspace. */

import { usageError } from '../shell/files/error.js';
import type { OpenedHost } from '../shell/packages/hosts.js';
import type { Workspace } from '../shell/workspace.js';
import type { CommandCall } from './command.js';
import { listOf } from './command.js';

export const HOST_OPTION = {
  flags: '-H, --host <host>',
  repeatable: true,
  about: 'a host with its version, such as react@18 or html; may be given again',
};

/** Opens every host of --host; without it those of suvet.json, then that of the project here. */
export async function hostsFor(call: CommandCall, workspace: Workspace | null): Promise<OpenedHost[]> {
  const { hostsOfFolder, openHost } = await import('../shell/packages/hosts.js');
  const named = listOf(call.options.host);
  const found = workspace?.hosts.map((one) => one.host) ?? [];
  const told = named.length > 0 ? named : found;
  const wanted = told.length > 0 ? told : hostsOfFolder(call.cwd);
  if (wanted.length === 0) {
    throw usageError(
      'no-host',
      'No host to cross into: none was named, and nothing here tells one.',
      'Name one: --host react@18',
    );
  }
  const opened = [...new Set(wanted)].map((one) => openHost(one, call.cwd));
  for (const one of opened) if (one.warning) call.screen.say(one.warning);
  return opened;
}
