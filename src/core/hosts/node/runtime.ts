/** The module that all builders for Node.js share. It is written out as it stands here. */

export const RUNTIME_TEXT = `/** Markup that is safe to put into a page as it stands, and what it needs there. */
export class Markup {
  constructor(
    readonly html: string,
    readonly modules: readonly string[] = [],
    readonly isBound = false,
  ) {}

  toString(): string {
    return this.html;
  }
}

/** Text, which is escaped, or markup; or several of both. */
export type Content = string | Markup | readonly (string | Markup)[];

/** Places markup in one page, and knows which scripts the page needs for it. */
export class Page {
  readonly #base: string;
  readonly #modules = new Set<string>();
  readonly #printed = new Set<string>();
  #isBound = false;

  /** Modules are loaded from below \`base\`: '/assets/'. */
  constructor(base = '/') {
    this.#base = base;
  }

  place(markup: Markup): string {
    for (const module of markup.modules) this.#modules.add(module);
    this.#isBound ||= markup.isBound;
    return markup.html;
  }

  /** A script element for each module that was not printed before. */
  scripts(): string {
    const modules = [...this.#modules, ...(this.#isBound ? ['binder.js'] : [])].filter(
      (one) => !this.#printed.has(one),
    );
    for (const one of modules) this.#printed.add(one);
    return modules
      .map((one) => \`<script type="module" src="\${escaped(this.#base + one)}"></script>\`)
      .join('\\n');
  }
}

type Value = 'text' | 'number' | 'boolean' | 'json';

interface Parts {
  tag: string;
  /** The element that a customised built-in element extends. */
  base?: string;
  module?: string;
  attributes?: readonly (readonly [name: string, value: Value, given: unknown])[];
  properties?: readonly (readonly [name: string, given: unknown])[];
  functions?: readonly (readonly [name: string, given: string | undefined])[];
  events?: readonly (readonly [name: string, handler: string | undefined])[];
  slots?: readonly (readonly [name: string, content: Content | undefined])[];
  others?: Readonly<Record<string, string>> | undefined;
}

/** Prints a tag. Throws a TypeError for values that markup cannot carry. */
export function printed(parts: Parts): Markup {
  const element = parts.base ?? parts.tag;
  const modules = new Set(parts.module === undefined ? [] : [parts.module]);
  let isBound = false;
  let attributes = parts.base === undefined ? '' : attribute('is', parts.tag);
  for (const [name, value, given] of parts.attributes ?? []) attributes += written(name, value, given);
  for (const [name, given] of Object.entries(parts.others ?? {})) {
    if (!/^[A-Za-z_][\\w.:-]*$/.test(name) || /^on/i.test(name)) throw new TypeError(\`no attribute: \${name}\`);
    attributes += attribute(name, given);
  }
  const bound = [
    ['data-properties', (parts.properties ?? []).map(([key, given]) => [key, json(given)])],
    ['data-functions', (parts.functions ?? []).map(([key, given]) => [key, json(given)])],
    ['data-events', (parts.events ?? []).map(([key, given]) => [key, json(given)])],
  ] as const;
  for (const [name, pairs] of bound) {
    const entries = pairs.filter(([, text]) => text !== undefined && text !== 'null');
    if (entries.length === 0) continue;
    isBound = true;
    attributes += attribute(name, \`{\${entries.map(([key, text]) => \`\${quoted(key ?? '')}:\${text}\`).join(',')}}\`);
  }
  let content = '';
  for (const [slot, given] of parts.slots ?? []) {
    if (given === undefined) continue;
    const inner = ([] as (string | Markup)[]).concat(given as string).map((one) => {
      if (typeof one === 'string') return escaped(one);
      for (const module of one.modules) modules.add(module);
      isBound ||= one.isBound;
      return one.html;
    });
    content += slot === '' ? inner.join('') : \`<span slot="\${escaped(slot)}">\${inner.join('')}</span>\`;
  }
  return new Markup(\`<\${element}\${attributes}>\${content}</\${element}>\`, [...modules], isBound);
}

function written(name: string, value: Value, given: unknown): string {
  if (given === undefined || given === null) return '';
  if (value === 'boolean') return given ? \` \${name}\` : '';
  return attribute(name, value === 'json' ? (json(given) ?? 'null') : String(given));
}

function attribute(name: string, text: string): string {
  return \` \${name}="\${escaped(text)}"\`;
}

/** Text for markup, between tags or in a quoted attribute (HTML, 13.1.2.3 and 13.3). */
export function escaped(text: string): string {
  return text
    .replaceAll(/\\p{Surrogate}|\\0/gu, '\\ufffd')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
    .replaceAll('\\r', '&#13;');
}

/** JSON with the keys of objects in the order of their code points, so that every server prints the same. */
function json(given: unknown): string | undefined {
  if (given === undefined) return undefined;
  if (given === null || (typeof given === 'number' && !Number.isFinite(given))) return 'null';
  if (typeof given === 'number' || typeof given === 'boolean') return String(given);
  if (typeof given === 'string') return quoted(given);
  if (Array.isArray(given)) return \`[\${given.map((one) => json(one) ?? 'null').join(',')}]\`;
  if (typeof given !== 'object') throw new TypeError(\`no value for markup: \${typeof given}\`);
  const entries = Object.entries(given)
    .map(([key, one]) => [key, json(one)] as const)
    .filter(([, text]) => text !== undefined)
    .sort(([a], [b]) => inOrder(a, b));
  return \`{\${entries.map(([key, text]) => \`\${quoted(key)}:\${text}\`).join(',')}}\`;
}

function inOrder(a: string, b: string): number {
  const [first, second] = [[...a], [...b]];
  for (let at = 0; at < Math.min(first.length, second.length); at += 1) {
    const difference = (first[at]?.codePointAt(0) ?? 0) - (second[at]?.codePointAt(0) ?? 0);
    if (difference !== 0) return difference;
  }
  return first.length - second.length;
}

function quoted(text: string): string {
  return JSON.stringify(text);
}
`;
