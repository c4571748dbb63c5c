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
   * error: the host threw, or reported an uncaught error. refused: the host's compiler would not have it.
   */
  at: 'accessor' | 'own' | 'attribute' | 'nowhere' | 'error' | 'refused';
  /**
   * For properties `same` when the very value arrived, else what did (`undefined`, `null`, or a text in quotes).
   * For attributes the text in quotes, or `absent`.
   */
  got?: string;
  /** For attributes: the name as it was written in the host, in lower case, or another one. */
  name?: 'as-written' | 'lower-case' | 'other';
}

/** An arrival as a profile writes it. */
export function arrivalText({ at, got, name }: Arrival): ArrivalText {
  const where = name === 'lower-case' || name === 'other' ? `${name} ${at}` : at;
  return got === undefined ? where : `${where} ${got}`;
}

const READ = new Map<ArrivalText, Arrival>();

/** Reads what arrivalText wrote. The same text gives the same object. */
export function readArrival(text: ArrivalText): Arrival {
  const known = READ.get(text);
  if (known) return known;
  const read = parseArrival(text);
  READ.set(text, read);
  return read;
}

function parseArrival(text: ArrivalText): Arrival {
  const match =
    /^(?:(lower-case|other) )?(accessor|own|attribute|nowhere|error|refused)(?: ([\s\S]*))?$/.exec(text);
  if (!match) throw new TypeError(`no arrival: ${text}`);
  const at = match[2] as Arrival['at'];
  return {
    at,
    ...(match[3] === undefined ? {} : { got: match[3] }),
    ...(at === 'attribute' ? { name: (match[1] ?? 'as-written') as NonNullable<Arrival['name']> } : {}),
  };
}

/** The steps of a value's life in a host. What is removed becomes undefined, as hosts leave something out. */
export const STEPS = ['mount', 'change', 'remove'] as const;
export type Step = (typeof STEPS)[number];

/** Whether the element's class was defined when the host mounted it, or only afterwards, or never. */
export const DEFINITIONS = ['before', 'after', 'never'] as const;
export type Definition = (typeof DEFINITIONS)[number];

/**
 * What a name written in the host means on the element.
 * property: a property in lower case with an attribute of the same name. camelProperty: a property in camel case,
 * whose attribute has hyphens. attribute: an attribute in lower case without a property. kebabAttribute: an
 * attribute with hyphens.
 */
export const TARGETS = ['property', 'camelProperty', 'attribute', 'kebabAttribute'] as const;
export type Target = (typeof TARGETS)[number];

/** The target a name means: by its spelling, and by whether the element has a property of that name. */
export function targetOf(name: string, isProperty: boolean): Target {
  if (isProperty) return name === name.toLowerCase() ? 'property' : 'camelProperty';
  return name.includes('-') ? 'kebabAttribute' : 'attribute';
}

/** Forms of event names, and the names that platforms dispatch themselves. */
export const EVENT_STYLES = ['lower', 'kebab', 'camel', 'pascal', 'colon', 'dot'] as const;
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

/** Kinds of value that stand for all under special names. */
export const NAMED_KINDS = ['string', 'number', 'true', 'false', 'object', 'function'] as const;
export type NamedKind = (typeof NAMED_KINDS)[number];

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
 * stopped after unmounting; `never`; or `once` with what was wrong. `error` when the host threw, `refused` when its
 * compiler would not have it.
 */
export type Hearing = string;

/** Where a value is, step by step. */
export type Life = Partial<Record<Step, ArrivalText>>;

export type ValueFacts = Record<Target, Record<Definition, Record<Kind, Life>>>;

/**
 * What else a property can be but an accessor that holds nothing. field: an own property of the element, which its
 * class has no accessor for. string, number, boolean: one that holds such a value at the time. reflected: one that keeps
 * its text in an attribute, under its own name, with hyphens.
 */
export const MAKES = ['field', 'string', 'number', 'boolean', 'reflected'] as const;
export type Make = (typeof MAKES)[number];

export const MADE_TARGETS = ['property', 'camelProperty'] as const satisfies readonly Target[];
export type MadeTarget = (typeof MADE_TARGETS)[number];

/** By form, name and kind of value. */
export type NameFacts = Record<string, Record<string, Partial<Record<NamedKind, Life>>>>;

/** What a two-way shorthand carries. */
export type PairFact = 'both ways' | 'in only' | 'out only' | 'neither' | 'error' | 'refused';

export interface HostFacts {
  /** By form of the host's syntax for values. */
  values: Record<string, ValueFacts>;
  /** By form: what is different in `values`, of elements that are defined before, where a property is of another make. */
  makes: Record<string, Partial<Record<Make, Partial<Record<MadeTarget, Partial<Record<Kind, Life>>>>>>>;
  /**
   * By form: what is different in `values`, of elements that are defined before, under names that the platform or hosts
   * treat in a way of their own, and of properties that cannot be set.
   */
  names: NameFacts;
  /**
   * The same of attributes without a property, under names of which every element has a property by itself; of flags
   * also where the element is defined after the host mounts it.
   */
  platform: { before: NameFacts; after: NameFacts };
  /** By form of the host's syntax for handlers, then by style of event name or by platform event. */
  events: Record<string, Record<string, Record<Dispatch, Hearing>>>;
  /**
   * What is different there for elements that have a property for the event's handler, as HTML's own have `onclick`
   * (HTML 8.1.8.1): `on` and the name in lower case.
   */
  ownHandlers: Record<string, Partial<Record<EventStyle, Partial<Record<Dispatch, Hearing>>>>>;
  /**
   * By form of handler: its preventDefault is seen by the sender; it hears an event that comes again; and the order
   * in which it, a listener on the element and one on the container are called. Null where nothing is heard.
   */
  listening: Record<string, { prevents: boolean; again: boolean; order: string[] } | null>;
  /**
   * Children, and children marked for a named slot, arrive in their slots; text, elements and lists beside each
   * other; and still when they change.
   */
  slots: { default: boolean; named: boolean; mixed: boolean; dynamic: boolean };
  /** A reference gives the element itself, so that its methods can be called. */
  ref: boolean;
  /** A CSS custom property set through the host's style syntax reaches the shadow tree. */
  customProperty: boolean;
  /** A page style for a part reaches it. */
  part: boolean;
  /** A customised built-in element, written with its `is` attribute, comes up as one. */
  builtIn: boolean;
  /** A class is set and changed; classes and styles that the element gave itself stay when the host changes its own. */
  classes: { set: boolean; keepsOwnClass: boolean; keepsOwnStyle: boolean };
  /** In a keyed list whose order changes, elements, their values and handlers stay together. */
  list: { keepsElements: boolean; keepsValues: boolean; keepsHandlers: boolean };
  /** By form of the host's two-way shorthand, then by property and event: `value input`. */
  pairs: Record<string, Record<string, PairFact>>;
  /** What the host's server prints, and what taking it over does; null for a host without a server. */
  server: ServerFacts | null;
}

/** What became of a printed element when the page took it over. */
export interface Takeover {
  /** Where the value is afterwards. */
  value: ArrivalText;
  /** The handler hears. */
  heard: boolean;
  /** The element is the one that was printed. */
  kept: boolean;
  /** Its declarative shadow root is still the one that was printed; null without one. */
  rootKept: boolean | null;
  /** Errors went to the console, or were thrown. */
  errors: boolean;
  /** A value that changes only later arrives. */
  later: ArrivalText;
}

export interface ServerFacts {
  /** By form, target and kind: the attribute as printed, `level="3"`, or nothing; `error` when rendering threw. */
  printed: Record<string, Record<Target, Record<Kind, string>>>;
  /** By form and kind, for a property in lower case: without and with a declarative shadow root. */
  takeover: Record<string, Record<Kind, { plain: Takeover; shadow: Takeover }>>;
}

export interface VersionProfile extends HostFacts {
  /** Host versions the facts hold for, as a semver range. */
  range: string;
  /** The version they were measured with. */
  measured: string;
  /** Facts that are different in production builds of the host: their paths, with what holds there. */
  production: Record<string, unknown>;
  /** By engine other than the first: facts that are different there. */
  elsewhere: Record<string, Record<string, unknown>>;
}

export interface Profile {
  profile: 1;
  host: string;
  /** Engines the facts were measured in; the facts are those of the first. */
  engines: string[];
  versions: VersionProfile[];
}
