/** The pure methods of strings, arrays and `Object` that folding follows, over values that are known already. */

import type { Ast } from '../syntax/parse.js';
import { entriesOf, listFrom } from './collections.js';
import type { Folded, FoldedObject } from './folded.js';
import {
  asString,
  asStrings,
  isConstructor,
  isFoldedObject,
  isObjectLike,
  isReference,
  UNKNOWN,
} from './folded.js';

import { foldNumberCall } from './operators.js';
import { ownNames, prototypeOf } from './platform.js';

type Callback = ((...values: Folded[]) => Folded) | null;

/** `Object.keys(...)` and its kin. */
export function foldObjectCall(method: string, args: readonly Folded[]): Folded {
  const [value = UNKNOWN] = args;
  if (method === 'freeze' || method === 'seal') return value;
  if (method === 'assign') {
    const object = new Map<string, Folded>();
    for (const one of args) {
      if (isFoldedObject(one)) for (const [name, item] of one.object) object.set(name, item);
    }
    return { object };
  }
  if (method === 'fromEntries' && Array.isArray(value)) {
    const entries = value.filter((one): one is Folded[] => Array.isArray(one));
    return { object: new Map(entries.map(([name, one]) => [String(name), one])) };
  }
  if (method === 'getPrototypeOf') return prototypeOf(value);
  if (method === 'getOwnPropertyNames' && isReference(value)) return ownNames(value);
  if (!isFoldedObject(value)) return UNKNOWN;
  if (method === 'getOwnPropertyDescriptors')
    return mapped(value, (item) => ({ object: new Map([['value', item]]) }));
  if (method === 'defineProperties') {
    const given = isFoldedObject(args[1]) ? mapped(args[1], describedValue) : { object: new Map() };
    return { object: new Map([...value.object, ...given.object]) };
  }
  if (method === 'keys' || method === 'getOwnPropertyNames') return [...value.object.keys()];
  if (method === 'values') return [...value.object.values()];
  if (method === 'entries') return entriesOf(value);
  return UNKNOWN;
}

function mapped({ object }: FoldedObject, made: (item: Folded) => Folded): FoldedObject {
  return { object: new Map([...object].map(([name, item]) => [name, made(item)])) };
}

/** The value that a descriptor gives a property. */
function describedValue(descriptor: Folded): Folded {
  return (isFoldedObject(descriptor) ? descriptor.object.get('value') : undefined) ?? UNKNOWN;
}

const LONGEST_SEARCHED = 300;

/** The methods of `Array` itself that are followed. */
const ARRAY_CALLS = ['from', 'of', 'isArray'];

/** `Array.from(list)`, `Array.from(list, each)`, `Array.of(...)`, `Array.isArray(value)`. */
function foldArrayCall(method: string, args: readonly Folded[], each: Callback): Folded {
  const [first = UNKNOWN] = args;
  if (method === 'of') return [...args];
  if (method === 'isArray') return isArray(first);
  const list = isFoldedObject(first) ? listFrom(first) : first;
  if (!Array.isArray(list) || args.length < 2) return Array.isArray(list) ? list : UNKNOWN;
  return each ? foldArrayMethod('map', list, [], each) : list.map(() => UNKNOWN);
}

function isArray(value: Folded): Folded {
  if (value === UNKNOWN || isReference(value)) return isConstructor(value) ? false : UNKNOWN;
  return Array.isArray(value);
}

/** `Object.prototype.toString`, `{}.toString` */
function isKindText(node: Ast.Node): boolean {
  if (node.type !== 'MemberExpression' || node.property.type !== 'Identifier') return false;
  if (node.property.name !== 'toString') return false;
  const { object } = node;
  return (
    object.type === 'ObjectExpression' ||
    (object.type === 'MemberExpression' &&
      object.object.type === 'Identifier' &&
      object.object.name === 'Object')
  );
}

/** What `Object.prototype.toString.call(value)` gives (ECMA-262, 20.1.3.6), as code asks for lists. */
function kindText(value: Folded): Folded {
  if (isConstructor(value)) return '[object Function]';
  if (value === UNKNOWN || isReference(value)) return UNKNOWN;
  if (Array.isArray(value)) return '[object Array]';
  const kind = value === null ? 'null' : typeof value;
  return `[object ${kind.charAt(0).toUpperCase()}${kind.slice(1)}]`;
}

/**
 * A call of the language's own, on what is no folded value: `Object.keys(...)`, `Array.from(...)`, `/pattern/.test(text)`,
 * `{}.toString.call(value)`; null for any other.
 */
export function foldBuiltInCall(
  object: Ast.Node,
  method: string,
  args: readonly Ast.Node[],
  inner: (node: Ast.Node) => Folded,
  callback: (index: number) => Callback,
): Folded {
  const [first] = args;
  if (object.type === 'Identifier') {
    if (object.name === 'Object') return foldObjectCall(method, args.map(inner));
    if (object.name === 'Number' || object.name === 'Math')
      return foldNumberCall(object.name, method, args.map(inner));
    if (object.name === 'JSON') return method === 'parse' && first ? parsed(inner(first)) : null;
    const isFollowed = object.name === 'Array' && ARRAY_CALLS.includes(method);
    return isFollowed ? foldArrayCall(method, args.map(inner), callback(1)) : null;
  }
  if (!first) return null;
  if (object.type === 'Literal' && 'regex' in object)
    return method === 'test' ? testOf(object, inner(first)) : null;
  return method === 'call' && isKindText(object) ? kindText(inner(first)) : null;
}

/** `JSON.parse(text)`; what is no JSON throws, of which nothing comes. */
function parsed(text: Folded): Folded {
  try {
    return typeof text === 'string' ? foldedJson(JSON.parse(text)) : UNKNOWN;
  } catch {
    return UNKNOWN;
  }
}

function foldedJson(value: unknown): Folded {
  if (Array.isArray(value)) return value.map(foldedJson);
  if (typeof value !== 'object' || value === null) return value as Folded;
  return { object: new Map(Object.entries(value).map(([name, one]) => [name, foldedJson(one)])) };
}

/** `/pattern/.test(text)` */
function testOf(pattern: Ast.Node, text: Folded): Folded {
  const compiled = patternOf(pattern);
  return compiled && typeof text === 'string' && text.length <= LONGEST_SEARCHED
    ? compiled.test(text)
    : UNKNOWN;
}

/** A method of a string. Patterns are only tried where they cannot take long. */
export function foldTextMethod(
  method: string,
  text: string,
  args: readonly Ast.Node[],
  inner: (node: Ast.Node) => Folded,
  callback: Callback,
): Folded {
  const [first, second] = args;
  switch (method) {
    case 'toLowerCase':
    case 'toLocaleLowerCase':
      return text.toLowerCase();
    case 'toUpperCase':
    case 'toLocaleUpperCase':
      return text.toUpperCase();
    case 'trim':
      return text.trim();
    case 'toString':
    case 'valueOf':
      return text;
    case 'replace':
    case 'replaceAll':
      return first ? replaced(text, method, first, second, inner, callback) : UNKNOWN;
    case 'match': {
      const pattern = first ? patternOf(first) : null;
      if (!pattern || text.length > LONGEST_SEARCHED) return UNKNOWN;
      const groups = text.match(pattern);
      // `null` would say that the receiver is no constant.
      return groups ? [...groups] : undefined;
    }
    case 'split': {
      const separator = first ? inner(first) : UNKNOWN;
      return typeof separator === 'string' ? text.split(separator) : UNKNOWN;
    }
    default:
      return withPlainArguments(method, text, args.map(inner));
  }
}

function withPlainArguments(method: string, text: string, args: readonly Folded[]): Folded {
  const [first, second] = args;
  if (typeof first === 'number' && (second === undefined || typeof second === 'number')) {
    if (method === 'slice') return text.slice(first, second);
    if (method === 'substring') return text.substring(first, second);
    if (method === 'charAt') return text.charAt(first);
    if (method === 'substr') return text.slice(first, second === undefined ? undefined : first + second);
  }
  if (typeof first === 'string') {
    if (method === 'startsWith') return text.startsWith(first);
    if (method === 'endsWith') return text.endsWith(first);
    if (method === 'includes') return text.includes(first);
    if (method === 'indexOf') return text.indexOf(first);
    if (method === 'concat' && args.every((one) => typeof one === 'string')) return text + args.join('');
  }
  return UNKNOWN;
}

function replaced(
  text: string,
  method: string,
  pattern: Ast.Node,
  replacement: Ast.Node | undefined,
  inner: (node: Ast.Node) => Folded,
  callback: Callback,
): Folded {
  const search = patternOf(pattern) ?? asString(inner(pattern));
  if (search === null || (search instanceof RegExp && text.length > LONGEST_SEARCHED)) return UNKNOWN;
  const global = typeof search === 'string' && method === 'replaceAll';
  if (callback) {
    let failed = false;
    const result = text[global ? 'replaceAll' : 'replace'](search, (...groups: unknown[]) => {
      const values = groups.filter((one): one is string => typeof one === 'string');
      const value = asString(callback(...values));
      failed ||= value === null;
      return value ?? '';
    });
    return failed ? UNKNOWN : result;
  }
  const by = replacement ? asString(inner(replacement)) : null;
  if (by === null) return UNKNOWN;
  return global ? text.replaceAll(search, by) : text.replace(search, by);
}

/**
 * A regular expression literal, if it is of a simple enough form that matching it cannot take long: no group that
 * is repeated, no backward reference, and at most two unbounded repetitions.
 */
function patternOf(node: Ast.Node): RegExp | null {
  if (node.type !== 'Literal' || !('regex' in node) || !node.regex) return null;
  const { pattern, flags } = node.regex;
  const plain = pattern.replaceAll(/\\./g, 'x').replaceAll(/\[[^\]]*\]/g, 'x');
  const isSimple =
    pattern.length <= 80 &&
    !/\)[*+{?]/.test(plain) &&
    !/\\[1-9k]/.test(pattern) &&
    (plain.match(/[*+]|,\}/g) ?? []).length <= 2;
  if (!isSimple) return null;
  try {
    return new RegExp(pattern, flags.replaceAll(/[^gimsu]/g, ''));
  } catch {
    return null;
  }
}

/** A method of an array; items that are not known stay UNKNOWN in the result. */
export function foldArrayMethod(
  method: string,
  list: readonly Folded[],
  args: readonly Folded[],
  callback: Callback,
): Folded {
  const [first] = args;
  switch (method) {
    case 'concat':
      return [...list, ...(args.flat() as Folded[])];
    case 'join': {
      const texts = asStrings([...list]);
      const separator = args.length === 0 ? ',' : first;
      return texts && typeof separator === 'string' ? texts.join(separator) : UNKNOWN;
    }
    case 'map':
      return callback
        ? list.map((one, index) => (one === UNKNOWN ? UNKNOWN : callback(one, index)))
        : UNKNOWN;
    case 'flatMap': {
      if (!callback) return UNKNOWN;
      return list.flatMap<Folded>((one, index) => (one === UNKNOWN ? [UNKNOWN] : callback(one, index)));
    }
    case 'reduce': {
      if (!callback || args.length < 2) return UNKNOWN;
      return list.reduce<Folded>((sum, one) => callback(sum, one), args[1]);
    }
    case 'filter':
      return filtered(list, args.length, callback);
    case 'some':
    case 'every': {
      const isSome = method === 'some';
      const found: Folded[] = callback
        ? list.map((one) => (one === UNKNOWN ? UNKNOWN : callback(one)))
        : [UNKNOWN];
      const known = found.filter((one) => one !== UNKNOWN).map((one) => isObjectLike(one) || Boolean(one));
      if (known.includes(isSome)) return isSome;
      return known.length < found.length ? UNKNOWN : !isSome;
    }
    case 'flat':
      return list.flat() as Folded[];
    case 'slice':
      if (args.length === 0) return [...list];
      return list.includes(UNKNOWN) || typeof first !== 'number'
        ? UNKNOWN
        : list.slice(first, numberOr(args[1]));
    case 'includes':
    case 'has':
      return list.includes(UNKNOWN) || first === UNKNOWN ? UNKNOWN : list.includes(first);
    case 'indexOf':
      return list.includes(UNKNOWN) || first === UNKNOWN ? UNKNOWN : list.indexOf(first);
    case 'reverse':
    case 'sort':
    case 'values':
      return [...list];
    default:
      return UNKNOWN;
  }
}

function numberOr(value: Folded): number | undefined {
  return typeof value === 'number' ? value : undefined;
}

/** `filter(Boolean)` and `filter((one) => ...)`. */
function filtered(list: readonly Folded[], given: number, callback: Callback): Folded {
  if (!callback) return given === 1 ? list.filter((one) => Boolean(one)) : UNKNOWN;
  return list.flatMap<Folded>((one, index) => {
    if (one === UNKNOWN) return [UNKNOWN];
    const kept = callback(one, index);
    if (kept === UNKNOWN) return [UNKNOWN];
    return kept ? [one] : [];
  });
}
