/** What a wrapped component offers its users: names, types, and the way each item takes to the element. */

import { startsOtherwise } from '../../contract/defaults.js';
import { eventHandledBy, trappedBy } from '../../contract/events.js';
import { isByPresence } from '../../contract/flags.js';
import { kindsOf, kindsRead } from '../../contract/kinds.js';
import { isGlobalAttribute, isGlobalProperty, isPlatformMember } from '../../contract/platform.js';
import { isElementName } from '../../contract/tags.js';
import type {
  Component,
  ContractEvent,
  ContractProperty,
  ItemWords,
  ReadAttribute,
} from '../../contract/types.js';
import { freeAttributes } from '../../contract/types.js';
import { camelCase, freeName, isIdentifier, pascalCase } from '../../emit/names.js';
import { stringLiteral } from '../../emit/text.js';
import { isGlobalType, methodSignature, propertyKey, typeScriptOf } from '../../emit/typescript.js';

/** What a host's wrappers have in common. */
export interface Habits {
  /** Names that the host keeps for itself, among the names of a wrapper's values and handlers. */
  taken: readonly string[];
  /** Names of variables that the generated code uses besides those of its items. */
  locals: readonly string[];
  /** What a handler of this event is called. */
  handler(event: string): string;
  /**
   * How a value goes that an attribute of this name carries; `isShared` when that is the name of a property, too. What
   * drives no property, and would have to be assigned, is left out.
   */
  carries(isShared: boolean, attribute: string): Way;
  /** Public names have to be identifiers. */
  plainNames?: boolean;
}

/**
 * How a value takes to the element. attribute: as an attribute, which the host writes. assigned: as a property.
 * written: as an attribute, which generated code writes, because the host would assign it as a property.
 */
export type Way = 'attribute' | 'assigned' | 'written';

interface Named {
  /** The name that users write. */
  name: string;
  /** The variable that holds it in generated code. */
  local: string;
  type: string;
  item: ItemWords;
}

export interface SurfaceValue extends Named {
  /** The property of the element; null for an attribute that drives none. */
  property: string | null;
  way: Way;
  /** The attribute that carries it, where one does. */
  attribute: { name: string; isPresence: boolean } | null;
  /** How a new value is had from an event of the element, where users can change the value. */
  pair: SurfacePair | null;
}

export interface SurfacePair {
  event: string;
  /** Type of the event, for the expression. */
  eventType: string;
  /** An expression over `event`. */
  read: string;
}

export interface SurfaceEvent extends Named {
  event: string;
}

export interface SurfaceSlot extends Omit<Named, 'type'> {
  slot: string;
}

export interface Surface {
  component: Component;
  tag: string;
  /** Name of the wrapper. */
  name: string;
  /** Name of its module, without ending. */
  module: string;
  values: SurfaceValue[];
  events: SurfaceEvent[];
  slots: SurfaceSlot[];
}

/** Gives every component a surface, with names that are free among each other, in the order of the contract. */
export function surfacesOf(
  components: readonly Component[],
  habits: Habits,
  takenModules: readonly string[],
): Surface[] {
  const names = new Set<string>();
  const modules = new Set(takenModules);
  return components.map((component) => {
    const name = freeNameWithParts(pascalCase(component.tag), names);
    const module = freeFileName(/^[a-z][a-z0-9-]*$/.test(component.tag) ? component.tag : name, modules);
    return { component, tag: component.tag, name, module, ...itemsOf(component, name, habits) };
  });
}

/** What the types and classes beside a wrapper are called, behind its name. */
const PARTS = ['Element', 'Members', 'Props', 'OwnProps', 'Control', 'Wrapper'];

/** A name that neither another wrapper has, nor what stands beside one; and so has nothing beside this one. */
function freeNameWithParts(wanted: string, taken: Set<string>): string {
  let name = freeName(wanted, taken);
  while (PARTS.some((part) => taken.has(name + part))) name = freeName(wanted, taken);
  for (const part of PARTS) taken.add(name + part);
  return name;
}

/** A name that no other file has, on file systems that do not tell case apart either. */
function freeFileName(wanted: string, taken: Set<string>): string {
  const lower = freeName(wanted.toLowerCase(), taken);
  return wanted + lower.slice(wanted.length);
}

function itemsOf(
  component: Component,
  className: string,
  habits: Habits,
): Pick<Surface, 'values' | 'events' | 'slots'> {
  const names = new Set<string>(habits.taken);
  const locals = new Set<string>([...habits.taken, ...habits.locals]);
  const add = (wanted: string) => {
    const name = freeName(habits.plainNames && !isIdentifier(wanted) ? camelCase(wanted) : wanted, names);
    return { name, local: freeName(camelCase(name), locals) };
  };
  const properties = firsts(component.properties).filter(
    (one) =>
      !one.readonly &&
      isPossibleKey(one.name) &&
      !isAriaText(one) &&
      // Its handler is given by the event's name.
      eventHandledBy(one, component) === null,
  );
  const attributes = firsts(freeAttributes(component)).filter(
    (one) => isAttributeName(one.name) && !/^((aria|data)-|role$)/.test(one.name),
  );
  const events = firsts(component.events).filter(
    (one) => trappedBy(one, component) === null && isPossibleKey(one.name),
  );
  const carried = new Set<string>();
  return {
    values: [
      ...properties.map((one) => {
        const way = wayOf(one, pairOf(one, component, className), component, habits, carried);
        return { ...add(one.name), type: propertyType(one, way), item: one, ...way };
      }),
      ...attributes
        .filter((one) => !carried.has(one.name) && habits.carries(false, one.name) !== 'assigned')
        .map((one) => ({
          ...add(camelCase(one.name)),
          type: attributeType(one),
          item: one,
          property: null,
          way: habits.carries(false, one.name),
          attribute: { name: one.name, isPresence: isPresence(one) },
          pair: null,
        })),
    ],
    events: events.map((one) => ({
      ...add(habits.handler(one.name)),
      type: eventType(one),
      item: one,
      event: one.name,
    })),
    slots: firsts(component.slots).map((one) => ({
      slot: one.name,
      ...(one.name === '' ? { name: 'children', local: 'children' } : add(slotName(one.name, names))),
      item: one,
    })),
  };
}

/** Does every element reflect it as text (WAI-ARIA 1.2)? Hosts take its attribute on all elements alike. */
function isAriaText({ name, type, attribute }: ContractProperty): boolean {
  const isText = kindsOf(type, attribute?.reads).every((kind) => kindsRead('string').includes(kind));
  return isText && (name === 'role' || /^aria[A-Z]/.test(name)) && isGlobalProperty(name);
}

/** Content goes by the name of its slot, unless a value, or an attribute of every element, does. */
function slotName(slot: string, names: ReadonlySet<string>): string {
  const name = camelCase(slot);
  return names.has(name) || isGlobalAttribute(name) ? `${name}Slot` : name;
}

function attributeType(attribute: ReadAttribute): string {
  if (attribute.reads === 'number') return 'number';
  return isPresence(attribute) ? 'boolean' : 'string';
}

/** Is it written without a text where it is true, and left out where it is false? */
function isPresence(attribute: ReadAttribute): boolean {
  return attribute.reads === 'boolean' && isByPresence(attribute);
}

/** Of a type that nobody can name, what its attribute reads is known at least where that carries it. */
function propertyType({ type, attribute }: ContractProperty, way: Pick<SurfaceValue, 'attribute'>): string {
  const known = typeScriptOf(type);
  return known === 'unknown' && way.attribute && attribute ? attributeType(attribute) : known;
}

/**
 * A value that its attribute carries exactly is written as that attribute: so it is there before the element is
 * connected, and in what a server prints. Two-way values are assigned, because users change them behind the
 * attribute's back; so is what has its attribute in common with one that was `carried` before.
 */
function wayOf(
  property: ContractProperty,
  pair: SurfacePair | null,
  component: Component,
  habits: Habits,
  carried: Set<string>,
): Pick<SurfaceValue, 'property' | 'attribute' | 'way' | 'pair'> {
  const carrying = carryingAttribute(property);
  const attribute = carrying && !carried.has(carrying.name) ? carrying : null;
  const isShared = component.properties.some((one) => one.name === attribute?.name);
  const way = attribute === null || pair !== null ? 'assigned' : habits.carries(isShared, attribute.name);
  if (attribute && way !== 'assigned') carried.add(attribute.name);
  return { property: property.name, attribute: way === 'assigned' ? null : attribute, way, pair };
}

/** The attribute that carries every value of the property's type exactly, also by not being there. */
export function carryingAttribute(property: ContractProperty): SurfaceValue['attribute'] {
  const { attribute, default: initial } = property;
  if (!attribute || !isAttributeName(attribute.name)) return null;
  if (attribute.reads === 'boolean' && !isByPresence(attribute)) return null;
  const exact = kindsRead(attribute.reads);
  const carries = kindsOf(property.type, attribute.reads).every(
    (kind) => exact.includes(kind) && !startsOtherwise(kind, initial),
  );
  return carries ? { name: attribute.name, isPresence: isPresence(attribute) } : null;
}

function pairOf(property: ContractProperty, component: Component, className: string): SurfacePair | null {
  const pair = component.pairs.find((one) => one.property === property.name);
  const event = component.events.find((one) => one.name === pair?.event);
  if (!pair || !event || trappedBy(event, component) !== null) return null;
  const [root = '', ...way] = pair.path.split('.');
  if (![root, ...way].every(isIdentifier)) return null;
  const type = typeScriptOf(property.type);
  if (root === 'target' && way.join('.') === property.name) {
    const read = `(event.currentTarget as ${className}Element).${property.name}`;
    return { event: event.name, eventType: 'Event', read };
  }
  if (root === 'detail') {
    const detail = way.reduceRight((inner, name) => `{ ${name}: ${inner} }`, type);
    return { event: event.name, eventType: `CustomEvent<${detail}>`, read: `event.${pair.path}` };
  }
  return null;
}

/** The slots of a surface but for the default one. */
export function namedSlots({ slots }: Surface): SurfaceSlot[] {
  return slots.filter((one) => one.slot !== '');
}

/** The first item of each name. */
export function firsts<Item extends { name: string }>(items: readonly Item[]): Item[] {
  const names = new Set<string>();
  return items.filter(({ name }) => !names.has(name) && names.add(name));
}

/** A key that an object literal can have without meaning something else. */
export function isPossibleKey(name: string): boolean {
  return name !== '' && name !== '__proto__';
}

/** Is this an attribute name that every host and every markup can spell? */
export function isAttributeName(name: string): boolean {
  return /^[A-Za-z_][\w.-]*$/.test(name) && name !== '__proto__';
}

/** The type of the event object a handler is given. */
export function eventType(event: ContractEvent): string {
  if (event.eventType !== 'CustomEvent' && isGlobalType(event.eventType)) return event.eventType;
  return event.detail.schema?.type === 'null' ? 'Event' : `CustomEvent<${typeScriptOf(event.detail)}>`;
}

export interface Member extends ItemWords {
  name: string;
  isMethod: boolean;
  /** As it stands in an interface. */
  text: string;
}

/** The members of the element, for scripts. */
export function membersOf(component: Component): Member[] {
  const known = MEMBERS.get(component) ?? membersIn(component);
  MEMBERS.set(component, known);
  return known;
}

/** Components of a contract do not change once they are read; every host writes them. */
const MEMBERS = new WeakMap<Component, Member[]>();

function membersIn(component: Component): Member[] {
  return firsts([
    ...component.properties.map((one) => ({
      ...one,
      isMethod: false,
      text: `${one.readonly ? 'readonly ' : ''}${propertyKey(one.name)}: ${typeScriptOf(one.type)};`,
    })),
    ...component.methods.map((one) => ({
      ...one,
      isMethod: true,
      text: `${methodSignature(one.name, one.text)};`,
    })),
  ]);
}

/** Methods that a wrapper can have under their own names, other than those that are taken. */
export function methodsOf(component: Component, taken: readonly string[]): Member[] {
  const names = new Set(taken);
  return firsts(membersOf(component).filter((one) => one.isMethod)).filter(
    ({ name }) => /^[A-Za-z]/.test(name) && isIdentifier(name) && !names.has(name) && !isPlatformMember(name),
  );
}

/** Why no code can be generated for a component; null when it can. */
export function refusalOf(component: Component): string | null {
  if (!isElementName(component.tag) || !/^[\w-]+$/.test(component.tag))
    return 'its tag is no name of a custom element in plain letters';
  if (component.extendsTag !== null && !/^[a-z][a-z0-9]*$/.test(component.extendsTag))
    return `it extends ${stringLiteral(component.extendsTag)}, which is no element of HTML`;
  return null;
}
