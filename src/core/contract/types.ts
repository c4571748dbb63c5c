/**
 * The contract: the public surface of components, as plain data.
 * The JSON form is described by `schema/contract.schema.json`; these types mirror it.
 */

/** A JSON Schema 2020-12 document or fragment. */
export type JsonSchema = { readonly [key: string]: unknown };

/** A type as written in the source, and as JSON Schema where it can be expressed there (else `null`). */
export interface TypeInfo {
  text: string;
  schema: JsonSchema | null;
}

/**
 * How an attribute's text becomes a value: `string` as it stands, `number` through Number(), `boolean` by
 * presence unless it says otherwise, `json` through JSON.parse(), `custom` by code of the component's own.
 */
export type AttributeReader = 'string' | 'number' | 'boolean' | 'json' | 'custom';

/** An attribute, and what becomes of its text. */
export interface ReadAttribute {
  name: string;
  reads: AttributeReader;
  /** Of a `boolean` that is read by presence: the texts that read as false all the same. */
  falseTexts?: readonly string[];
  /** Of a `boolean` that is not read by presence: the texts that alone read as true. */
  trueTexts?: readonly string[];
  /** Of a `boolean`: it reads as true while it is absent, so that only a text makes it false. */
  absentIsTrue?: true;
}

/** The attribute that drives a property. */
export interface AttributeLink extends ReadAttribute {
  reflects: boolean;
}

/** What every item of a contract may say of itself. */
export interface ItemWords {
  description?: string;
  /** `true`, or the reason and the replacement in words. */
  deprecated?: string | true;
  since?: string;
  /** Name of the class or mixin that declares the item, when it is not the component's own class. */
  inheritedFrom?: string;
  /** `file:line`, the file relative to the package. */
  at?: string;
}

export interface ContractProperty extends ItemWords {
  name: string;
  type: TypeInfo;
  default?: string;
  readonly: boolean;
  required: boolean;
  attribute: AttributeLink | null;
  /** A value that was set before the class was defined is taken over. */
  adopted?: true;
  /** An own field of the element: its class has no accessor for it. */
  field?: true;
}

/** An attribute that drives no property. */
export interface ContractAttribute extends ItemWords, ReadAttribute {
  /** Observed only so that what watches the property of its name is called: writing it sets nothing. */
  watched?: true;
}

export interface ContractEvent extends ItemWords {
  name: string;
  detail: TypeInfo;
  /** The event class as written: Event, CustomEvent, or one of the component's own. */
  eventType: string;
  bubbles: boolean;
  composed: boolean;
  cancelable: boolean;
  /** `element`: dispatched on the component itself. `inside`: on a node within its shadow tree. */
  origin: 'element' | 'inside';
  declared: boolean;
  dispatched: boolean;
}

export interface ContractMethod extends ItemWords {
  name: string;
  text: string;
}

export interface ContractNamed extends ItemWords {
  name: string;
  /** What a CSS custom property is taken for where nobody sets it: the fallback where it is read, else what is said. */
  default?: string;
  /** Named by a doc comment or a manifest, as against found in markup or styles only. */
  declared?: true;
}

export interface ContractPair {
  property: string;
  event: string;
  /** Where the new value stands, from the event object on: `target.value`, `detail.value`. */
  path: string;
}

export interface ContractNote {
  code: string;
  message: string;
  at?: string;
}

/** Something a component does, or asks for, with the place. */
export interface Sign {
  name: string;
  at: string;
}

/** An attribute that is read now and then: by code of the element, or by its styles. */
export interface UnobservedAttribute extends Sign {
  by: 'code' | 'styles';
}

/** Attributes and slots, by name, that an element looks for on others. */
export interface AskedOfOthers {
  attributes: string[];
  slots: string[];
}

/** What a server without a page, or the HTML parser, would trip over. */
export interface ServerSigns {
  /** Page globals that merely importing the component's module touches. */
  importTouches: Sign[];
  /** What the constructor reads of the element's own attributes and children (HTML 4.13.2 forbids it). */
  constructorReads: Sign[];
  /** Renders without a shadow root, so that its content is in the page's own markup. */
  lightDom: boolean;
}

/** When the tag is registered: by importing the module, by a call the host makes, or not at all. */
export type Registration = 'on-import' | 'by-call' | 'never';

export interface Component {
  tag: string;
  className: string | null;
  /** The package to import it from, where the contract names none. */
  package?: ContractPackage;
  /** The package that holds it, where the one to import it from passes it on: places are relative to this one. */
  heldBy?: ContractPackage;
  /** Module specifier relative to the root of the package to import it from, such as `./tide-gauge.js`. */
  module: string;
  /** The package exports no module that leads to that one, so that importing it fails. */
  unexported?: true;
  /** Only type declarations tell of it, which `module` names then: what it renders and its attributes are not known. */
  typesOnly?: true;
  exportName: string | null;
  registers: Registration;
  /** What to call, with nothing, below what the module exports, where that registers the tag: `definePier`. */
  registeredBy?: string;
  root: 'open' | 'closed' | 'none';
  extendsTag: string | null;
  formAssociated: boolean;
  /** The shadow root hands focus on to what is inside. */
  delegatesFocus?: boolean;
  server?: ServerSigns;
  summary?: string;
  description?: string;
  deprecated?: string | true;
  at?: string;
  properties: ContractProperty[];
  attributes: ContractAttribute[];
  /** Attributes that its code reads, or its style sheet asks for, without being told when they change. */
  unobserved?: UnobservedAttribute[];
  /** What its code asks other elements for, such as those inside it. */
  asks?: AskedOfOthers;
  events: ContractEvent[];
  methods: ContractMethod[];
  slots: ContractNamed[];
  /** Slots whose names are worked out as it renders, with `*` for what is not known: `date-*`. */
  slotPatterns?: string[];
  cssParts: ContractNamed[];
  cssProperties: ContractNamed[];
  cssStates: ContractNamed[];
  pairs: ContractPair[];
  notes: ContractNote[];
}

export interface ContractPackage {
  name: string;
  version: string;
}

export interface Contract {
  contract: 1;
  /** Null where there is no package, and where components come from several. */
  package: ContractPackage | null;
  components: Component[];
}

/** The attributes to write that drive no property. */
export function freeAttributes({ attributes }: Pick<Component, 'attributes'>): ContractAttribute[] {
  return attributes.filter((one) => !one.watched);
}

/** The lists of a component that hold items with a name, by the key they stand under. */
export const ITEM_LISTS = [
  'properties',
  'attributes',
  'events',
  'methods',
  'slots',
  'cssParts',
  'cssProperties',
  'cssStates',
] as const;

/** Notes which say that the component has more than its contract tells. */
const GAPS: ReadonlySet<string> = new Set([
  'base-class-unknown',
  'attributes-not-constant',
  'members-not-constant',
]);

/** Does the contract say of itself that something is missing in it? What it does not name may be there all the same. */
export function hasGaps({ notes }: Pick<Component, 'notes'>): boolean {
  return notes.some((one) => GAPS.has(one.code));
}

/** How many items a component offers. */
export function itemCount(component: Component): number {
  return ITEM_LISTS.reduce((sum, list) => sum + component[list].length, 0);
}

/** Every attribute of a component: those that drive a property, and the others. */
export function attributesOf(
  component: Pick<Component, 'properties' | 'attributes'>,
): { name: string; reads: AttributeReader; property?: ContractProperty; watched?: true }[] {
  const driving = component.properties.flatMap((property) =>
    property.attribute ? [{ name: property.attribute.name, reads: property.attribute.reads, property }] : [],
  );
  return [...driving, ...component.attributes];
}
