/** HTML pages -> element uses: markup, and the DOM calls of inline scripts. */

import { type DefaultTreeAdapterMap, parse } from 'parse5';
import { readScript, usesOf } from '../scripts.js';
import {
  type ElementUse,
  type HostUses,
  type ItemUse,
  type Range,
  type SourceText,
  slotItem,
} from '../uses.js';

type Node = DefaultTreeAdapterMap['node'];
type Element = DefaultTreeAdapterMap['element'];

/** Reads one page. Markup never fails to parse; a script that cannot be read becomes a finding. */
export function usesIn(source: SourceText): HostUses {
  const elements: Element[] = [];
  collect(parse(source.text, { sourceCodeLocationInfo: true }), elements);
  const ids = new Map(
    elements.flatMap((one) =>
      attribute(one, 'id') && one.tagName.includes('-')
        ? [[attribute(one, 'id') ?? '', one.tagName] as const]
        : [],
    ),
  );
  const result: HostUses = { uses: [], imports: [], findings: [] };
  for (const element of elements) {
    if (element.tagName.includes('-')) result.uses.push(markupUse(element, source.text));
    if (element.tagName === 'script') addScript(element, source, ids, result);
  }
  const map = importMap(elements);
  result.imports = result.imports.map((specifier) => mapped(specifier, map));
  return result;
}

function collect(node: Node, elements: Element[]): void {
  if ('tagName' in node) elements.push(node);
  if ('content' in node) collect(node.content, elements);
  for (const child of 'childNodes' in node ? node.childNodes : []) collect(child, elements);
}

function attribute(element: Element, name: string): string | null {
  return element.attrs.find((one) => one.name === name)?.value ?? null;
}

function markupUse(element: Element, text: string): ElementUse {
  const location = element.sourceCodeLocation;
  const start = (location?.startOffset ?? 0) + 1;
  const items = element.attrs
    .filter(({ name }) => !OTHERS_NAMES.test(name))
    .map(
      ({ name, value }): ItemUse => ({
        kind: /^on[a-z]/.test(name) ? 'handler' : 'value',
        name,
        form: 'markup',
        range: nameRange(element, name),
        value: FILLED_LATER.test(value) ? { kind: 'unknown' } : { kind: 'string', literal: value },
      }),
    );
  for (const child of element.childNodes) {
    const slot = 'tagName' in child ? attribute(child, 'slot') : null;
    if (slot === null || FILLED_LATER.test(slot) || !('tagName' in child)) continue;
    const range = valueRange(child, 'slot', text);
    items.push(slotItem(slot, range));
  }
  return { tag: element.tagName, range: { start, end: start + element.tagName.length }, items };
}

/**
 * Names that no element reads: those that template languages of a page take for their own, and what is left of the
 * marks that a server fills in (`@click`, `:value`, `[rows]`, `{{name}}`, `<%=`).
 */
const OTHERS_NAMES = /^[^a-z_]|[{}()[\]<>%$@:.,;'"]/i;

/** Values that a server or a script fills in before an element sees them: `{{ }}`, `{% %}`, `<% %>`, `${ }`, `[[ ]]`. */
const FILLED_LATER = /\{\{|\{%|<[%?]|[$#]\{|\[\[\s*[a-z_!]/i;

function nameRange(element: Element, name: string): Range {
  const start =
    element.sourceCodeLocation?.attrs?.[name]?.startOffset ?? element.sourceCodeLocation?.startOffset ?? 0;
  return { start, end: start + name.length };
}

function valueRange(element: Element, name: string, text: string): Range {
  const location = element.sourceCodeLocation?.attrs?.[name];
  if (!location) return { start: 0, end: 0 };
  const written = text.slice(location.startOffset, location.endOffset);
  const before = /^[^=]*=\s*["']?/.exec(written)?.[0].length ?? 0;
  const quoted = /["']$/.test(written) ? 1 : 0;
  return { start: location.startOffset + before, end: location.endOffset - quoted };
}

function addScript(element: Element, source: SourceText, ids: Map<string, string>, result: HostUses): void {
  const src = attribute(element, 'src');
  const type = attribute(element, 'type') ?? '';
  if (src !== null) result.imports.push(src);
  const [child] = element.childNodes;
  if (src !== null || !child || !('value' in child) || !/^(module|text\/javascript|)$/i.test(type)) return;
  const start = child.sourceCodeLocation?.startOffset ?? 0;
  const end = child.sourceCodeLocation?.endOffset ?? start;
  const script = readScript(source, {}, { start, end, language: 'js' });
  result.uses.push(...usesOf(script, { ids }));
  result.imports.push(...script.imports);
  result.findings.push(...script.findings);
}

/** The `imports` of the page's import map (HTML 8.1.5.2), exact names and prefixes that end in a slash. */
function importMap(elements: Element[]): Record<string, string> {
  const element = elements.find((one) => one.tagName === 'script' && attribute(one, 'type') === 'importmap');
  const [child] = element?.childNodes ?? [];
  try {
    const value: unknown = child && 'value' in child ? JSON.parse(child.value) : {};
    return (value as { imports?: Record<string, string> }).imports ?? {};
  } catch {
    return {};
  }
}

function mapped(specifier: string, map: Record<string, string>): string {
  const exact = map[specifier];
  if (exact !== undefined) return exact;
  const prefix = Object.keys(map)
    .filter((key) => key.endsWith('/') && specifier.startsWith(key))
    .sort((a, b) => b.length - a.length)[0];
  return prefix === undefined ? specifier : `${map[prefix]}${specifier.slice(prefix.length)}`;
}
