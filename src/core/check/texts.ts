/** Texts of attributes, as host code writes them, by what the component's readers make of them. */

import { flagTexts, isByPresence, readsAsTrue } from '../contract/flags.js';
import type { ReadAttribute } from '../contract/types.js';
import type { ItemUse } from '../hosts/uses.js';
import type { Meant } from './meant.js';
import type { Complaint, RuleContext } from './rule.js';
import { crossingOf, cureFor } from './rule.js';

/** What is wrong with a text, and what to write instead. */
export type Fault = Omit<Complaint, 'range'>;

/** An attribute of the component, and where host code writes it. */
export interface WrittenAttribute {
  item: ItemUse;
  meant: Meant;
  attribute: ReadAttribute;
  context: RuleContext;
}

/** A text that the attribute's reader makes nothing of, or the opposite of what it says; null where it is right. */
export function faultOfText(text: string, written: WrittenAttribute): Fault | null {
  const { item, meant, attribute } = written;
  if (attribute.reads === 'boolean') return faultOfFlag(text, written);
  if (attribute.reads === 'number' && Number.isNaN(Number(text)))
    return { message: `${meant.name}: "${text}" does not read as a number.`, cure: 'Write a number.' };
  if (attribute.reads === 'json' && !isJson(text))
    return {
      message: `${meant.name}: the text is read as JSON, and it is none.`,
      cure: isCall(item)
        ? 'Write JSON: JSON.stringify(value).'
        : 'Write JSON, with double quotes inside and single quotes around it.',
    };
  return null;
}

/**
 * What a script writes by `setAttribute`, which makes a text of any value (DOM 4.9, by String()), or by `toggleAttribute`;
 * null where it arrives.
 */
export function faultOfCall(written: WrittenAttribute): Fault | null {
  const { item, meant, attribute } = written;
  const { kind, literal } = item.value;
  const { reads } = attribute;
  const told = (what: string, cure: string) => ({
    message: `${meant.name}: setAttribute writes ${what}.`,
    cure,
  });
  switch (kind) {
    case 'string':
    case 'number':
      return literal === undefined ? null : faultOfText(String(literal), written);
    case 'boolean': {
      if (literal !== undefined) return faultOfText(String(literal), written);
      const other = [true, false].find((value) => readsAsTrue(attribute, String(value)) !== value);
      if (reads !== 'boolean' || other === undefined) return null;
      return told(`${other} as the text "${other}", which reads as ${!other}`, assigned(meant, attribute));
    }
    case 'null':
    case 'undefined': {
      const isRead = reads === 'custom' || (reads === 'json' && kind === 'null');
      return isRead
        ? null
        : told(`${kind} as the text "${kind}"`, `Use removeAttribute("${attribute.name}").`);
    }
    case 'object':
      return told('an object as the text "[object Object]"', assigned(meant, attribute));
    case 'array':
      // Lists of words are read so.
      if (reads === 'string' || reads === 'custom') return null;
      return told('a list as text, its items joined by commas', assigned(meant, attribute));
    case 'function':
      return told('a function as the text of its source', assigned(meant, attribute));
    case 'unknown':
      return null;
  }
}

const isCall = ({ form }: ItemUse) => form === 'dom-attribute';

function assigned({ name, kind, readonly }: Meant, attribute: ReadAttribute): string {
  const ways = [
    ...(kind === 'property' && !readonly ? [`set the property ${name}`] : []),
    ...(attribute.reads === 'boolean' && isByPresence(attribute)
      ? [`use toggleAttribute("${attribute.name}", value)`]
      : []),
    ...(attribute.reads === 'json' ? ['write JSON.stringify(value)'] : []),
  ];
  const cure = ways.join(', or ') || 'write a text that it reads';
  return `${cure.charAt(0).toUpperCase()}${cure.slice(1)}.`;
}

/** The text of an attribute that is read as true or false, where it says one thing and reads as the other. */
function faultOfFlag(text: string, written: WrittenAttribute): Fault | null {
  const { meant, attribute } = written;
  const isOff = text.toLowerCase() === 'false';
  const isOn = text === '' || text.toLowerCase() === 'true';
  if (!(isOff || isOn) || readsAsTrue(attribute, text) === isOn) return null;
  const shown =
    text === '' ? 'it is there without a text' : `it is there with the text ${JSON.stringify(text)}`;
  const isAnyText = isOff && isByPresence(attribute) && !attribute.falseTexts && !attribute.trueTexts;
  const what = isAnyText
    ? 'the attribute is there, which reads as true, whatever it says'
    : `${shown}, which reads as ${isOff}`;
  return { message: `${meant.name}: ${what}.`, cure: cureForFlag(isOn, written) };
}

function cureForFlag(isOn: boolean, { item, meant, attribute, context }: WrittenAttribute): string {
  const texts = flagTexts(attribute, meant.default);
  if (!texts)
    return isCall(item)
      ? assigned(meant, attribute)
      : cureFor(crossingOf(context, [meant.kind], meant.name), context);
  const text = isOn ? texts.on : texts.off;
  if (isCall(item))
    return text === null
      ? `Use removeAttribute("${attribute.name}").`
      : `Write setAttribute("${attribute.name}", ${JSON.stringify(text)}).`;
  if (text === null) return `Leave ${item.name} out.`;
  return text === '' ? `Write ${item.name}.` : `Write ${item.name}="${text}".`;
}

function isJson(text: string): boolean {
  try {
    JSON.parse(text);
    return true;
  } catch {
    return false;
  }
}
