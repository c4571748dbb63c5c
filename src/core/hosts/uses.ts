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
  /** value: written for a name. handler: listens. slot: content for a slot. */
  kind: 'value' | 'handler' | 'slot';
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
}

export interface HostUses {
  uses: ElementUse[];
  /** Every module the file imports, static, dynamic, or by a script element. */
  imports: string[];
  /** Syntax errors. */
  findings: Finding[];
}
