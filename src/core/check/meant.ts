/** What a value that is written in host code is meant for, and whether it gets there as text. */

import { kindsOf } from '../contract/kinds.js';
import { FORM_ATTRIBUTES } from '../contract/platform.js';
import type { AttributeLink, Component, ReadAttribute, TypeInfo } from '../contract/types.js';
import { freeAttributes } from '../contract/types.js';
import { setsText } from '../crossing/arrivals.js';
import type { VersionProfile } from '../hosts/profile.js';
import { targetOf } from '../hosts/profile.js';
import type { ItemUse } from '../hosts/uses.js';

export interface Meant {
  name: string;
  kind: 'property' | 'attribute';
  type: TypeInfo;
  readonly: boolean;
  attribute: (ReadAttribute & Partial<AttributeLink>) | null;
  /** What it holds at first, as code. */
  default?: string;
  /** An own field of the element. */
  field?: boolean;
  /** Written under the property's own name. */
  isProperty: boolean;
}

/** Forms that write attributes and nothing else. */
export const TEXT_FORMS: readonly string[] = ['markup', 'dom-attribute'];

/** Does the browser tell an element of an attribute itself, since that takes part in forms (HTML 4.13.7.3)? */
export function isFormsOwn({ name }: ItemUse, component: Component | null): boolean {
  return component?.formAssociated === true && FORM_ATTRIBUTES.includes(name);
}

/** The property or attribute that a written name means. */
export function itemMeant(item: ItemUse, component: Component): Meant | null {
  const isDom = item.form === 'dom';
  const property = component.properties.find((one) => one.name === item.name);
  const lower = item.name.toLowerCase();
  const driven = isDom ? undefined : component.properties.find((one) => one.attribute?.name === lower);
  // The attribute of a name may be another property's, as `value` is that of `defaultValue`.
  if (driven && (!property || (TEXT_FORMS.includes(item.form) && !property.attribute)))
    return { ...driven, kind: 'property', isProperty: false };
  if (property) {
    const attribute = property.attribute ?? driven?.attribute ?? null;
    return { ...property, attribute, kind: 'property', isProperty: true };
  }
  if (isDom) return null;
  const written = component.properties.find((one) => one.name.toLowerCase() === lower);
  if (written) return { ...written, kind: 'property', isProperty: false };
  const attribute = freeAttributes(component).find((one) => one.name === lower);
  if (!attribute) return null;
  const type = { text: attribute.reads, schema: null };
  return { name: attribute.name, kind: 'attribute', type, readonly: false, attribute, isProperty: false };
}

/** Does the host set a property to this text, as it is written? */
export function isSetToText({ value, form, name }: ItemUse, meant: Meant, profile: VersionProfile): boolean {
  if (!meant.isProperty || value.kind !== 'string') return false;
  const isField = meant.field === true;
  return setsText({ form, name, target: targetOf(name, true), isAttribute: false, isField }, profile);
}

/** What is written, in words: `the text "3.2"`. */
export function textWords({ value }: ItemUse): string {
  return value.literal === undefined ? 'a text' : `the text ${JSON.stringify(value.literal)}`;
}

/**
 * What a property makes of a text it is set to. fits: its type has text, or nobody knows. reads: whatever is there
 * counts as true. number: many elements make a number of it, by themselves or as they go. lost: nothing it can use.
 */
export function textIn({ type }: Meant): 'fits' | 'reads' | 'number' | 'lost' {
  const kinds = kindsOf(type);
  // Of types that no schema tells, only functions are known for what they are.
  const isUntold = type.schema === null || Object.keys(type.schema).length === 0;
  if (isUntold && !kinds.includes('function')) return 'fits';
  if (kinds.includes('string') || kinds.includes('empty')) return 'fits';
  if (kinds.includes('true')) return 'reads';
  return kinds.includes('number') ? 'number' : 'lost';
}
