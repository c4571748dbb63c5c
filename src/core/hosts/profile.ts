/** A profile: the measured facts of one range of host versions, as `profile.json` holds them. */

import type { Kind } from '../contract/kinds.js';

export { KINDS, type Kind } from '../contract/kinds.js';

/**
 * Where a value ended up that a host was given for a name of an element, as profiles write it: `accessor same`,
 * `attribute "3"`, `lower-case attribute absent`, `own same`, `nowhere`.
 */
export type ArrivalText = string;

/** An ArrivalText in its parts. */
export interface Arrival {
  /**
   * accessor: the element's own setter was called. own: an own property stands in front of the setter.
   * attribute: an attribute was written or taken away. nowhere: nothing happened to the element.
   */
  at: 'accessor' | 'own' | 'attribute' | 'nowhere';
  /**
   * For properties `same` when the very value arrived, else what did (`undefined`, `null`, or a text in quotes).
   * For attributes the text in quotes, or `absent`.
   */
  got?: string;
  /** For attributes: the name as it was written in the host, or in lower case. */
  name?: 'as-written' | 'lower-case';
}

/** An arrival as a profile writes it. */
export function arrivalText({ at, got, name }: Arrival): ArrivalText {
  const where = name === 'lower-case' ? `lower-case ${at}` : at;
  return got === undefined ? where : `${where} ${got}`;
}

/** Reads what arrivalText wrote. */
export function readArrival(text: ArrivalText): Arrival {
  const match = /^(lower-case )?(accessor|own|attribute|nowhere)(?: ([\s\S]*))?$/.exec(text);
  if (!match) throw new TypeError(`no arrival: ${text}`);
  const at = match[2] as Arrival['at'];
  return {
    at,
    ...(match[3] === undefined ? {} : { got: match[3] }),
    ...(at === 'attribute' ? { name: match[1] ? 'lower-case' : 'as-written' } : {}),
  };
}

/** The steps of a value's life in a host. */
export const STEPS = ['mount', 'change', 'remove'] as const;
export type Step = (typeof STEPS)[number];

/** Whether the element's class was defined when the host mounted it, or only afterwards. */
export const DEFINITIONS = ['before', 'after'] as const;
export type Definition = (typeof DEFINITIONS)[number];

/**
 * What a name written in the host means on the element.
 * property: a property in lower case with an attribute of the same name. camelProperty: a property in camel case,
 * whose attribute has hyphens. attribute: an attribute in lower case without a property. kebabAttribute: an
 * attribute with hyphens.
 */
export const TARGETS = ['property', 'camelProperty', 'attribute', 'kebabAttribute'] as const;
export type Target = (typeof TARGETS)[number];

/** Forms of event names, and the names that platforms dispatch themselves. */
export const EVENT_STYLES = ['lower', 'kebab', 'camel', 'pascal', 'colon'] as const;
export type EventStyle = (typeof EVENT_STYLES)[number];

export const PLATFORM_EVENTS = [
  'click',
  'input',
  'change',
  'focus',
  'blur',
  'select',
  'submit',
  'reset',
  'invalid',
  'toggle',
  'close',
  'cancel',
  'load',
  'error',
  'scroll',
] as const;

/** How an event is sent: by the element or by a node inside its shadow tree, bubbling or not, composed or not. */
export const DISPATCHES = [
  'element',
  'element bubbles',
  'inside',
  'inside bubbles',
  'inside composed',
  'inside bubbles composed',
] as const;
export type Dispatch = (typeof DISPATCHES)[number];

/**
 * What a handler made of an event: `once` when it heard it once with its detail, changed with the handler and
 * stopped after unmounting; `never`; or `once` with what was wrong.
 */
export type Hearing = string;

export type ValueFacts = Record<Target, Record<Definition, Record<Kind, Partial<Record<Step, ArrivalText>>>>>;

export interface HostFacts {
  /** By form of the host's syntax for values. */
  values: Record<string, ValueFacts>;
  /** By form of the host's syntax for handlers, then by style of event name or by platform event. */
  events: Record<string, Record<string, Record<Dispatch, Hearing>>>;
  /** Children, and children marked for a named slot, arrive in their slots. */
  slots: { default: boolean; named: boolean };
  /** A reference gives the element itself, so that its methods can be called. */
  ref: boolean;
  /** A CSS custom property set through the host's style syntax reaches the shadow tree. */
  customProperty: boolean;
  /** A page style for a part reaches it. */
  part: boolean;
}

export interface VersionProfile extends HostFacts {
  /** Host versions the facts hold for, as a semver range. */
  range: string;
  /** The version they were measured with. */
  measured: string;
}

export interface Profile {
  profile: 1;
  host: string;
  /** Engines the facts were measured in. */
  engines: string[];
  versions: VersionProfile[];
}
