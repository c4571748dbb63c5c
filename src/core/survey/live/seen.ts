/** What a running element shows of itself in a browser page, as plain data. */

export interface SeenMember {
  name: string;
  /** Has a setter, or is an own field of the instance. */
  writable: boolean;
}

export interface SeenComponent {
  tag: string;
  className: string;
  extendsTag: string | null;
  formAssociated: boolean;
  /** `observedAttributes`, as the registry was given them. */
  observed: string[];
  /** Accessors on the prototypes between the class and the platform, without those of other packages' classes. */
  accessors: SeenMember[];
  /** Names of what those have: a contract names it where they declare it as theirs to offer. */
  elsewhere: string[];
  methods: string[];
  /** Own fields of a fresh instance. */
  fields: string[];
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
