/** Uses of elements in host code, as plain data with places. The same for every host. */

import type { Finding } from '../findings/types.js';

/** One file of host code. `file` is the name for messages. */
export interface SourceText {
  file: string;
  text: string;
}

/** A stretch of a file: offsets in UTF-16 code units. */
export interface Range {
  start: number;
  end: number;
}

/** What the code tells of a value that is written. */
export interface ValueSketch {
  kind: 'string' | 'number' | 'boolean' | 'object' | 'array' | 'function' | 'null' | 'undefined' | 'unknown';
  /** The value itself, for literals. */
  literal?: string | number | boolean | null;
}

export interface ItemUse {
  /** value: written for a name. handler: listens. slot: content for a slot. pair: the host's two-way shorthand. */
  kind: 'value' | 'handler' | 'slot' | 'pair';
  /** The name as written: an attribute, prop or property name; the event's name for a listener call. */
  name: string;
  /** Form of the host's syntax, as profiles key it. */
  form: string;
  range: Range;
  value: ValueSketch;
}

export interface ElementUse {
  tag: string;
  /** The tag name in the code. */
  range: Range;
  items: ItemUse[];
  /** Directives of the host, or styles of the page, may take some of the names written here. */
  isShared?: boolean;
  /** The host's own components that may stand behind the tag here, by their names; all there are when left out. */
  scope?: readonly string[];
}

/** A tag that a host takes for a component of its own wherever that is in scope. */
export interface Adoption {
  tag: string;
  /** The component's name in code. */
  component: string;
}

export interface HostUses {
  uses: ElementUse[];
  /** Tags that this file makes components of the host, for other files of the application too. */
  adopts?: Adoption[];
  /** Every module the file imports, static, dynamic, or by a script element. */
  imports: string[];
  /** Syntax errors. */
  findings: Finding[];
}

/** Content for a slot, as a child says it whose `slot` attribute has its text at `range`. */
export function slotItem(name: string, range: Range): ItemUse {
  return { kind: 'slot', name, form: 'child', range, value: { kind: 'string', literal: name } };
}

/** The same use in a text that has `offset` code units before it. */
export function shifted(use: ElementUse, offset: number): ElementUse {
  const move = ({ start, end }: Range) => ({ start: start + offset, end: end + offset });
  return {
    ...use,
    range: move(use.range),
    items: use.items.map((item) => ({ ...item, range: move(item.range) })),
  };
}
