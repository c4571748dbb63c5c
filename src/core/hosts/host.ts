/** What a host folder provides. Adding a host is one folder and one line in the register (index.ts). */

import type { HostUses, SourceText } from './uses.js';
import type { Wrapper } from './wrapping/types.js';

/** A way the host has of writing a value for a name of the element. */
export interface ValueForm {
  /** The key of this form in the profile. */
  id: string;
  /** Part of the host's special syntax, as against what its users write for everything. */
  special: boolean;
  /** The kinds of attribute reader this form is written for; every use when left out. */
  only?: 'boolean' | 'json';
  /** The code: `name={expression}`. */
  write(name: string, expression: string): string;
  /** The code for a text that is known; only where users write out what an attribute says. */
  writeText?(name: string, text: string): string;
}

/** A way the host has of writing a handler. */
export interface HandlerForm {
  id: string;
  special: boolean;
  /** The name the handler is written under; the event's own for a listener call. */
  name(event: string): string;
  write(event: string, handler: string): string;
}

/** How a host that looks for components of its own behind every unknown tag is told which tags are elements. */
export interface TagOption {
  /** The option in the host's configuration. */
  name: string;
  /** The first major version that needs it. */
  since: number;
  /** What happens to a tag that it does not name, in words that follow "because". */
  otherwise: string;
  /** The option as configuration writes it, for tags of one prefix. */
  write(prefix: string): string;
}

/** A two-way shorthand of the host: one piece of code that sets a property and takes its changes back. */
export interface PairForm {
  id: string;
  /** The code: `v-model="expression"`. */
  write(property: string, expression: string): string;
}

export interface HostSyntax {
  valueForms: readonly ValueForm[];
  handlerForms: readonly HandlerForm[];
  /** Left out by hosts that have no such shorthand. */
  pairForms?: readonly PairForm[];
  /** Code that puts content in a slot; the default slot has the empty name. */
  slot(name: string): string;
  /** Code that calls a method, or reads a property, through a reference to the element. */
  reference(member: string): string;
  /** Code that sets a CSS custom property on the element. */
  customProperty(name: string): string;
}

export interface Host {
  /** As users write it before the version: `react`. */
  name: string;
  /** What a version is called in messages: `react@18`; hosts without versions are just named. */
  versioned: boolean;
  /** The package whose version is the host's version, where there is one. */
  packageName: string | null;
  /** The host whose measured facts hold for this one; its own where left out. */
  factsOf?: string;
  /** Files of this host that hold uses of elements, by their endings. */
  files: readonly string[];
  syntax: HostSyntax;
  /**
   * Loads what reads host code, and the parser with it; absent where the host's code is not read yet. The function
   * gives the uses of elements in one file, and never throws on any text.
   */
  usage?(): Promise<{ usesIn(source: SourceText): HostUses }>;
  /** Left out by hosts that take every tag with a hyphen for an element. */
  tagOption?: TagOption;
  /**
   * Which components are wrapped for this host: those it cannot carry by itself, all of them, or none, so that there
   * are only types to be had.
   */
  wraps: 'bridged' | 'all' | 'none';
  /** Loads what writes code for this host. */
  wrapper(): Promise<Wrapper>;
}
