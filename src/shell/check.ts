/** Gathers what a check needs: host files with their hosts, and which elements each application loads. */

import { dirname, resolve } from 'node:path';
import type { CheckedFile, CheckInput } from '../core/check/index.js';
import { type Finding, inReadingOrder } from '../core/findings/types.js';
import type { Adoption } from '../core/hosts/uses.js';
import { Loading } from './contracts/loading.js';
import type { Surveyed } from './contracts/survey.js';
import { isInside, readText, realPath, shownPath } from './files/files.js';
import { isMarked } from './generated.js';
import { configsOf, filesBelow, isPage, isScript, Reading } from './host-code.js';
import { hostsOfFolder, type OpenedHost, openHost } from './packages/hosts.js';
import { packageAround } from './packages/packages.js';
import type { Workspace } from './workspace.js';

export interface Gathered {
  input: CheckInput;
  /** What keeps a file from being checked. */
  findings: Finding[];
  /** The text of each checked file, by the name it has in findings. */
  sources: Map<string, string>;
}

/** An application: a folder whose files share one host and load elements for each other. */
interface Application {
  root: string;
  host: OpenedHost | null;
  /** What holds for all of its files; found when the first of them needs it. */
  known?: Known;
}

interface Known {
  /** The tags whose modules it loads. */
  tags: Set<string>;
  adopted: Adoption[];
  /** Its host knows which tags are elements. */
  isTold: boolean;
}

/**
 * Opens the files below the given paths (files or folders; the hosts of the workspace when there are none).
 * Throws a SuvetError for a path that is not there.
 */
export async function gather(
  paths: readonly string[],
  surveyed: Surveyed,
  workspace: Workspace | null,
  cwd: string,
  hostName?: string,
): Promise<Gathered> {
  const wanted =
    paths.length > 0
      ? paths.map((path) => resolve(cwd, path))
      : (workspace?.hosts.map((one) => one.path) ?? [cwd]);
  const reading = new Reading(cwd);
  const loading = new Loading(surveyed);
  const applications = new Map<string, Application>();
  const files: CheckedFile[] = [];
  const findings: Finding[] = [];
  const sources = new Map<string, string>();
  for (const path of new Set(wanted.flatMap((one) => filesBelow(one, cwd)))) {
    const application = applicationOf(path, workspace, applications, hostName, cwd);
    const text = readText(path);
    const file = shownPath(path, cwd);
    if (text === null) {
      if (application.host || isPage(path, '', undefined)) findings.push(unreadable(file));
      continue;
    }
    const inPage = isPage(path, text, application.host?.host);
    const version = inPage ? openHost('html', cwd) : application.host;
    const uses = version && !isMarked(path, text) ? await reading.usesIn(path, text, version.host) : null;
    if (!version || !uses) continue;
    sources.set(file, text);
    const source = { file, text };
    if (uses.uses.length === 0) files.push({ source, uses, version, isLoaded: () => true });
    else if (inPage) {
      const tags = loading.byPage(path, uses.imports, application.root);
      files.push({ source, uses, version, isLoaded: (tag) => tags?.has(tag) ?? true });
    } else {
      application.known ??= await knownIn(application, reading, loading, cwd);
      const { tags, adopted, isTold } = application.known;
      files.push({ source, uses, version, adopted, isTold, isLoaded: (tag) => tags.has(tag) });
    }
  }
  return {
    input: {
      components: surveyed.contract.components,
      packageName: surveyed.contract.package?.name ?? null,
      files,
    },
    findings: inReadingOrder(findings),
    sources,
  };
}

/** Reads all files of an application, but for its pages. */
async function knownIn(
  { root, host }: Application,
  reading: Reading,
  loading: Loading,
  cwd: string,
): Promise<Known> {
  const scripts: string[] = [];
  const imports = new Map<string, readonly string[]>();
  const adopted: Adoption[] = [];
  const option = host?.host.tagOption;
  let isTold =
    !option || host.major < option.since || configsOf(root, cwd).some((text) => text.includes(option.name));
  for (const path of filesBelow(root, cwd)) {
    if (isScript(path)) scripts.push(path);
    const text = host ? readText(path) : null;
    if (!host || text === null || isPage(path, text, host.host)) continue;
    isTold ||= option !== undefined && text.includes(option.name);
    const uses = await reading.usesIn(path, text, host.host);
    if (uses && !isScript(path)) imports.set(path, uses.imports);
    adopted.push(...(uses?.adopts ?? []));
  }
  return { tags: loading.byApplication(scripts, imports), adopted, isTold };
}

/** The application a file is part of: a host of the workspace, else the package around it. */
function applicationOf(
  path: string,
  workspace: Workspace | null,
  known: Map<string, Application>,
  hostName: string | undefined,
  cwd: string,
): Application {
  const declared = workspace?.hosts
    .filter((one) => isInside(path, realPath(one.path)))
    .sort((a, b) => b.path.length - a.path.length)[0];
  const root = declared ? realPath(declared.path) : (packageAround(dirname(path))?.root ?? dirname(path));
  const before = known.get(root);
  if (before) return before;
  const name = hostName ?? declared?.host ?? hostsOfFolder(root)[0];
  const application: Application = { root, host: name ? openHost(name, declared ? root : cwd) : null };
  known.set(root, application);
  return application;
}

function unreadable(file: string): Finding {
  return {
    code: 'source-unreadable',
    level: 'error',
    place: { file, line: 1, column: 1 },
    message: `${file}: cannot be read as text.`,
    cure: 'Check that it may be read and is UTF-8; the other files were checked without it.',
  };
}
