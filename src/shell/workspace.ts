/** The workspace file `suvet.json`: found, read, checked, with its paths made absolute. */

import { dirname, resolve } from 'node:path';
import type { JSONPath, Node } from 'jsonc-parser';
import { LineMap } from '../core/findings/lines.js';
import { nearest } from '../core/findings/nearest.js';
import type { SuvetError } from './files/error.js';
import { usageError } from './files/error.js';
import { findUp, readText, shownPath } from './files/files.js';
import { validatorFor } from './files/schemas.js';

export const WORKSPACE_FILE = 'suvet.json';

/** A folder of host code, and the host it is written for: `react@18`, or a name whose version its package says. */
export interface HostApplication {
  path: string;
  host: string;
}

export interface Workspace {
  /** Absolute path of the file. */
  file: string;
  /** Absolute path of its folder. */
  root: string;
  /** Component sources, as survey takes them, relative to the root. */
  components: string[];
  hosts: HostApplication[];
  failOn?: 'error' | 'warning' | 'note';
}

interface WorkspaceFile {
  components?: string[];
  hosts?: { path: string; host: string }[];
  failOn?: Workspace['failOn'];
}

/**
 * The workspace at or above the first of `folders` that has one; null when there is none. Throws a SuvetError
 * that names line, column and key when the file cannot be used.
 */
export async function loadWorkspace(folders: readonly string[]): Promise<Workspace | null> {
  for (const folder of folders) {
    const file = findUp(WORKSPACE_FILE, folder);
    if (file) return readWorkspace(file, folders[0] ?? folder);
  }
  return null;
}

async function readWorkspace(file: string, cwd: string): Promise<Workspace> {
  const text = readText(file);
  const shown = shownPath(file, cwd);
  if (text === null)
    throw usageError(
      'workspace-unreadable',
      `${shown} cannot be read as text.`,
      'Check that it is a UTF-8 file you may read.',
    );
  const { findNodeAtLocation, getNodeValue, parseTree, printParseErrorCode } = await import('jsonc-parser');
  const errors: { error: number; offset: number; length: number }[] = [];
  const tree = parseTree(text, errors, { disallowComments: true, allowTrailingComma: false });
  const lines = new LineMap(text);
  const at = (offset: number) => {
    const place = lines.place(shown, offset);
    return `${shown}:${place.line}:${place.column}`;
  };
  const [first] = errors;
  if (first || !tree) {
    const what = first ? wordsOf(printParseErrorCode(first.error)) : 'the file is empty';
    throw usageError(
      'workspace-not-json',
      `${at(first?.offset ?? 0)}: this is no JSON: ${what}.`,
      'Mend the JSON; suvet init writes a fresh file.',
    );
  }
  const value: unknown = getNodeValue(tree);
  const validate = await validatorFor('workspace');
  if (!validate(value)) {
    const error = validate.errors?.[0];
    if (error) throw invalid(error, tree, at, findNodeAtLocation);
  }
  const known = value as WorkspaceFile;
  const root = dirname(file);
  return {
    file,
    root,
    components: known.components ?? [],
    hosts: (known.hosts ?? []).map((one) => ({ path: resolve(root, one.path), host: one.host })),
    ...(known.failOn ? { failOn: known.failOn } : {}),
  };
}

interface SchemaError {
  instancePath: string;
  keyword: string;
  message?: string;
  params: Record<string, unknown>;
  parentSchema?: object;
}

function invalid(
  error: SchemaError,
  tree: Node,
  at: (offset: number) => string,
  find: (tree: Node, path: JSONPath) => Node | undefined,
): SuvetError {
  const path = error.instancePath
    .split('/')
    .slice(1)
    .map((step) => step.replaceAll('~1', '/').replaceAll('~0', '~'))
    .map((step) => (/^\d+$/.test(step) ? Number(step) : step));
  const unknownKey =
    typeof error.params.additionalProperty === 'string' ? error.params.additionalProperty : null;
  const key = unknownKey === null ? path : [...path, unknownKey];
  const node = find(tree, key) ?? tree;
  const offset = node.parent?.type === 'property' ? node.parent.offset : node.offset;
  const name = key.length > 0 ? key.join('.') : 'the file';
  if (unknownKey !== null) {
    const keys = Object.keys((error.parentSchema as { properties?: object } | undefined)?.properties ?? {});
    const near = nearest(unknownKey, keys);
    return usageError(
      'workspace-invalid',
      `${at(offset)}: ${name}: there is no such key.`,
      near ? `Did you mean "${near}"?` : `The keys here are: ${keys.join(', ')}.`,
    );
  }
  const allowed = Array.isArray(error.params.allowedValues)
    ? ` (${error.params.allowedValues.join(', ')})`
    : '';
  return usageError(
    'workspace-invalid',
    `${at(offset)}: ${name}: ${error.message ?? 'is not valid'}${allowed}.`,
    'The format is described in docs/workspace.md.',
  );
}

/** `CommaExpected` -> `comma expected`. */
function wordsOf(code: string): string {
  return code.replaceAll(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
}
