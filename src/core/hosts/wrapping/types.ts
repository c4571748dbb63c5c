/** What `wrap` asks of a host, and what it gets. Which components need wrapping was decided before. */

import type { Component } from '../../contract/types.js';

/**
 * How a wrapper brings in its element. lazy: in browsers, when it is first used. eager: with the wrapper's module.
 * none: the application registers its elements beforehand.
 */
export type ImportStyle = 'lazy' | 'eager' | 'none';

export interface WrapRequest {
  /** Major version of the host; 0 for hosts without versions. */
  major: number;
  /**
   * Specifier to import each component's module by, by tag; for servers, the path of the module in its package. What no
   * import brings in is missing.
   */
  specifiers: ReadonlyMap<string, string>;
  /** Tags whose module ships no type declarations. */
  untyped: ReadonlySet<string>;
  imports: ImportStyle;
  /** Name of the package, namespace or module that the files are in, where the host's language asks for one. */
  namespace: string;
}

/** A component that is used as a tag, and the attributes its users write there. */
export interface TaggedComponent {
  component: Component;
  /** Whether the package's own types already say what this tag is. */
  isTyped: boolean;
  /** What users write in host code, by name: values of these types. */
  attributes: readonly TagAttribute[];
}

export interface TagAttribute {
  kind: 'value' | 'event';
  /** The name it is written for: of the property, the attribute or the event. */
  name: string;
  /** The name as it stands in host code: `night-mode`, `attr:pier`, `ontide-breach`. */
  written: string;
  /** The item's own name and words. */
  item: { name: string; description?: string; deprecated?: string | true };
  type: string;
}

/** Where a host looks for the attributes of its tags. */
export interface TagPlace {
  /** Statements before everything else. */
  imports: string;
  /** `declare module 'x' {`, and what is inside of it, outermost first. */
  within: readonly string[];
  /** What an attribute is called there. */
  key(attribute: TagAttribute): string;
  /** What an attribute without a property is called there, where that is not its name. */
  plain?(name: string): string;
  /** The type of a tag, over its element `E` and the interface `Own` of its own attributes. */
  tag: string;
}

/** What a host folder provides for `wrap`. */
export interface Wrapper {
  /** Code for components that need it; absent where a host has no use for any. */
  wrap?(components: readonly Component[], request: WrapRequest): WrappedFile[];
  /** Where types for tags go; null for the DOM's own map alone, absent where nobody uses tags. */
  tagPlace?(major: number): TagPlace | null;
}

export interface WrappedFile {
  /** File name within the output folder. */
  name: string;
  text: string;
}
