/** What a running element shows of itself in a browser page, as plain data. */

export interface SeenMember {
  name: string;
  /** Has a setter, or is an own field of the instance. */
  writable: boolean;
}

/** Values that a literal can stand for, by the property's name. */
export type HeldValues = Record<string, string>;

/** The global that is true in a page while a module of another package than the material's runs. */
export const RUNNING_FOREIGN = 'suvetRunningForeign';

/** An attribute and the property that it drives. */
export interface AskedLink {
  attribute: string;
  property: string;
}

/** Texts that an attribute is given, one after another: what becomes of them tells how it is read. */
export const TRIED_TEXTS = ['north', '', 'true', 'false', '3', '[3]'] as const;
type TriedText = (typeof TRIED_TEXTS)[number];

/** What a property is after each text, as code; what no literal can stand for by its kind. */
export type ReadTexts = Partial<Record<TriedText, string>>;

export interface SeenComponent {
  tag: string;
  className: string;
  extendsTag: string | null;
  formAssociated: boolean;
  /** `observedAttributes`, as the registry was given them. */
  observed: string[];
  /**
   * Accessors on the prototypes between the class and the platform, without those of other packages' classes, and those
   * that a fresh instance has itself.
   */
  accessors: SeenMember[];
  /** Names of what those have: a contract names it where they declare it as theirs to offer. */
  elsewhere: string[];
  methods: string[];
  /** Own fields of a fresh instance. */
  fields: string[];
  /** What properties of a fresh instance hold, as code: as it was made, and once it stands in the page. */
  held: { made: HeldValues; shown: HeldValues };
  /** What its property makes of an attribute's text, by the attribute's name. */
  reads: Record<string, ReadTexts>;
  /** Names that the element's own property table marks as inner state. */
  state: string[];
  /** Null where no instance could be made. */
  root: 'open' | 'closed' | 'none' | null;
  /** Slot names in the shadow tree of a fresh instance that stands in the page. */
  slots: string[];
  parts: string[];
  /** What a fresh instance threw, if it did. */
  error: string | null;
}

export interface SeenModule {
  /** Specifier of the module, as the contract has it. */
  module: string;
  /** Why it could not be loaded; null when it was. */
  error: string | null;
}

export interface Seen {
  modules: SeenModule[];
  components: SeenComponent[];
}
