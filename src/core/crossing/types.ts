/** A crossing: one contract item meeting one host. */

import type { FlagTexts } from '../contract/flags.js';
import type { Host } from '../hosts/host.js';
import type { VersionProfile } from '../hosts/profile.js';

/** A host at one version: what its folder provides, and the facts measured for the version. */
export interface HostVersion {
  host: Host;
  /** `react@18`, as the user named it. */
  label: string;
  profile: VersionProfile;
}

/**
 * plain: the host's ordinary syntax carries it. marked: carried when written in the host's special form.
 * bridge: needs generated code. broken: cannot cross until the component changes.
 */
export type Outcome = 'plain' | 'marked' | 'bridge' | 'broken';

export type ItemKind =
  | 'property'
  | 'attribute'
  | 'event'
  | 'pair'
  | 'slot'
  | 'method'
  | 'cssProperty'
  | 'cssPart'
  | 'cssState';

/** A writing in the host: one of the forms of its syntax, and the name it is written for. */
export interface Tried {
  form: string;
  name: string;
  /** It carries as well when the element is defined only after the host mounted it. */
  late: boolean;
  /** What users write out for a flag. */
  flag?: FlagTexts;
}

export interface Crossing {
  kind: ItemKind;
  /** Name of the item; the empty string is the default slot; a pair goes by its property. */
  name: string;
  /** The item's type, payload or signature, as written in the contract. */
  type: string;
  outcome: Outcome;
  /** The code to write in the host; null where nothing written there carries it. */
  syntax: string | null;
  /** Why it is not plain. */
  reason: string | null;
  /** What was judged: the writing to use, or the first of those that do not carry; null where nothing is written. */
  tried: Tried | null;
  /** Conditions under which the outcome holds. */
  conditions: string[];
}

export interface ComponentCrossings {
  tag: string;
  items: Crossing[];
}

/** The crossings of several components into one host version. */
export interface HostCrossings {
  /** Host with its version, such as `react@18`. */
  host: string;
  /** The version range of the profile that was used. */
  profile: string;
  components: ComponentCrossings[];
}
