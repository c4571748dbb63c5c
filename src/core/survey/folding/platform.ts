/**
 * Code that asks the platform which members its elements have: `document.createElement('video')`, the prototypes above such
 * an element, and their names. What is known of these goes by names: `<video>`, `<video>.play`, `HTMLVideoElement.prototype`.
 */

import { isPlatformInterface } from '../../contract/platform.js';
import { interfaceAbove, interfaceOfTag, memberOfTag, namesOfInterface } from '../modules/platform.js';
import type { Folded } from './folded.js';
import { isReference, UNKNOWN } from './folded.js';

const ELEMENT = /^<([a-z][a-z0-9]*)>$/;
const MEMBER = /^<([a-z][a-z0-9]*)>\.(.+)$/;
const PROTOTYPE = /^(\w+)\.prototype$/;
const GLOBALS: ReadonlySet<string> = new Set(['globalThis', 'window', 'self']);

function matched(value: Folded, pattern: RegExp): RegExpExecArray | null {
  return isReference(value) ? pattern.exec(value.reference) : null;
}

/** The tag of an element that code made to look at; null for other values. */
export function tagOfElement(value: Folded): string | null {
  return matched(value, ELEMENT)?.[1] ?? null;
}

/** `document.createElement(tag)`; null where that is another holder's. */
export function madeElement(holder: Folded, tag: Folded): Folded {
  if (!isReference(holder) || holder.reference !== 'document') return null;
  return typeof tag === 'string' && /^[a-z][a-z0-9]*$/.test(tag) ? { reference: `<${tag}>` } : UNKNOWN;
}

/** A member of what is known of the platform; null for anything else. */
export function platformMember(holder: Folded, name: string): Folded {
  if (!isReference(holder)) return null;
  const { reference } = holder;
  if (GLOBALS.has(reference))
    return name === 'document' || isPlatformInterface(name) ? { reference: name } : null;
  if (isPlatformInterface(reference)) {
    if (name === 'prototype') return { reference: `${reference}.prototype` };
    return name === 'observedAttributes' ? undefined : null;
  }
  const tag = tagOfElement(holder);
  if (tag === null) return null;
  if (name === 'constructor') return { reference: interfaceOfTag(tag) };
  return memberOfTag(tag, name) ? { reference: `<${tag}>.${name}` } : null;
}

/** `Object.getPrototypeOf(value)`; UNKNOWN for what is none of the platform's. */
export function prototypeOf(value: Folded): Folded {
  const tag = tagOfElement(value);
  if (tag !== null) return { reference: `${interfaceOfTag(tag)}.prototype` };
  const name = matched(value, PROTOTYPE)?.[1];
  const above = name === undefined ? null : interfaceAbove(name);
  return above === null ? UNKNOWN : { reference: `${above}.prototype` };
}

/** The names that a prototype of the platform has itself; UNKNOWN where they are not told. */
export function ownNames(value: Folded): Folded {
  const name = matched(value, PROTOTYPE)?.[1];
  return (name !== undefined && namesOfInterface(name)) || UNKNOWN;
}

/** What `typeof` makes of a member of an element that code made to look at; UNKNOWN for other references. */
export function typeOfMember(value: Folded): Folded {
  const [, tag = '', name = ''] = matched(value, MEMBER) ?? [];
  const found = memberOfTag(tag, name);
  if (!found) return UNKNOWN;
  if (found.node.type !== 'TSPropertySignature') return 'function';
  switch (found.node.typeAnnotation?.typeAnnotation.type) {
    case 'TSBooleanKeyword':
      return 'boolean';
    case 'TSNumberKeyword':
      return 'number';
    case 'TSStringKeyword':
      return 'string';
    default:
      return 'object';
  }
}
