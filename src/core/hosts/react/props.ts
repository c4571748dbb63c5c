/** The props of a wrapped component: one for each property, attribute and event that can cross. */

import { kindsOf, kindsRead } from '../../contract/kinds.js';
import type {
  Component,
  ContractEvent,
  ContractMethod,
  ContractProperty,
  ItemWords,
} from '../../contract/types.js';
import { camelCase, freeName } from '../../emit/names.js';
import { isGlobalType, methodSignature, propertyKey, typeScriptOf } from '../../emit/typescript.js';
import { PROPERTIES_SINCE } from './bridge.js';
import { handlerName } from './syntax.js';

export interface Prop {
  /** The name users write. */
  name: string;
  /** The name of the variable that holds it in the generated function. */
  local: string;
  type: string;
  /**
   * How the value reaches the element. property: assigned. attribute: written as text. presence: an attribute
   * that is there or not. event: a listener.
   */
  way: 'property' | 'attribute' | 'presence' | 'event';
  /** The property, attribute or event of the element. */
  target: string;
  item: ItemWords;
}

/** Props that React itself takes, and the names used inside the generated function. */
const TAKEN = [
  'key',
  'ref',
  'children',
  'style',
  'className',
  'class',
  'is',
  'dangerouslySetInnerHTML',
  'slot',
];
const LOCALS = ['props', 'others', 'element', 'attributes', 'useElement', 'createElement', 'forwardRef'];

/** The props of a component, in the order of its contract. Read-only properties and trapped events have none. */
export function propsOf(component: Component, major: number): Prop[] {
  const names = new Set<string>(TAKEN);
  const locals = new Set<string>([...TAKEN, ...LOCALS]);
  const paired = new Set(component.pairs.map((pair) => pair.property));
  const add = (wanted: string, rest: Omit<Prop, 'name' | 'local'>): Prop => {
    const name = freeName(wanted, names);
    return { name, local: freeName(camelCase(name), locals), ...rest };
  };
  return [
    ...component.properties
      .filter((one) => !one.readonly)
      .map((one) =>
        add(one.name, {
          type: typeScriptOf(one.type),
          ...wayOf(one, paired.has(one.name), major),
          item: one,
        }),
      ),
    ...component.attributes.map((one) => {
      const way = one.reads === 'boolean' ? ('presence' as const) : ('attribute' as const);
      const type = one.reads === 'boolean' || one.reads === 'number' ? one.reads : 'string';
      return add(camelCase(one.name), { type, way, target: one.name, item: one });
    }),
    ...component.events
      .filter((one) => canBeHeard(one, component))
      .map((one) =>
        add(handlerName(one.name), {
          type: `(event: ${eventType(one)}) => void`,
          way: 'event',
          target: one.name,
          item: one,
        }),
      ),
  ];
}

/**
 * A value that its attribute carries exactly is written as that attribute: so it is there before the element is
 * connected, and in what a server prints. Two-way values are assigned, because users change them behind the
 * attribute's back; so are names that React itself would assign, because it leaves undefined in what is removed.
 */
function wayOf(property: ContractProperty, isPaired: boolean, major: number): Pick<Prop, 'way' | 'target'> {
  const { attribute } = property;
  const isAssignedByReact = major >= PROPERTIES_SINCE && attribute?.name === property.name;
  if (attribute && !isPaired && !isAssignedByReact) {
    const exact = kindsRead(attribute.reads);
    const carries = kindsOf(property.type, attribute.reads).every((kind) => exact.includes(kind));
    if (carries)
      return { way: attribute.reads === 'boolean' ? 'presence' : 'attribute', target: attribute.name };
  }
  return { way: 'property', target: property.name };
}

function canBeHeard(event: ContractEvent, component: Component): boolean {
  if (event.origin === 'element') return true;
  return component.root === 'none' ? event.bubbles : event.composed;
}

/** The type of the event object a handler is given. */
export function eventType(event: ContractEvent): string {
  if (event.eventType !== 'CustomEvent' && isGlobalType(event.eventType)) return event.eventType;
  return event.detail.schema?.type === 'null' ? 'Event' : `CustomEvent<${typeScriptOf(event.detail)}>`;
}

/** The members of the element as TypeScript signatures. */
export function membersOf(component: Component): (ItemWords & { text: string })[] {
  return [
    ...component.properties.map((one) => ({
      ...one,
      text: `${one.readonly ? 'readonly ' : ''}${propertyKey(one.name)}: ${typeScriptOf(one.type)};`,
    })),
    ...component.methods.map((one: ContractMethod) => ({
      ...one,
      text: `${methodSignature(one.name, one.text)};`,
    })),
  ];
}
