/** What operators make of folded values. */

import { isInstance } from './element.js';
import type { Folded } from './folded.js';
import { isConstructor, isFoldedObject, isObjectLike, isReference, isSame, UNKNOWN } from './folded.js';
import { typeOfMember } from './platform.js';

export function foldUnary(operator: string, value: Folded): Folded {
  if (operator === 'void') return undefined;
  if (value === UNKNOWN) return UNKNOWN;
  if (operator === 'typeof') return typeOfFolded(value);
  if (operator === '!') return isObjectLike(value) ? false : !value;
  if (operator === '-' && typeof value === 'number') return -value;
  if (operator === '+' && !isObjectLike(value)) return Number(value);
  return UNKNOWN;
}

/** A reference may be a function or anything else. */
function typeOfFolded(value: Folded): Folded {
  if (isReference(value)) return isConstructor(value) ? 'function' : typeOfMember(value);
  return isObjectLike(value) || value === null ? 'object' : typeof value;
}

export function foldBinary(operator: string, left: Folded, right: Folded): Folded {
  if (/^[!=]==?$/.test(operator)) {
    const isLoose = operator.length === 2 && (left ?? null) === null && (right ?? null) === null;
    const same = isLoose || isSame(left, right);
    return same === UNKNOWN ? UNKNOWN : same === operator.startsWith('=');
  }
  if (operator === 'instanceof' && isReference(left) && isReference(right))
    return (left.reference === 'this' ? isInstance(right.reference) : null) ?? UNKNOWN;
  if (left === UNKNOWN || right === UNKNOWN || isObjectLike(left) || isObjectLike(right)) return UNKNOWN;
  if (operator === '+') {
    if (typeof left === 'number' && typeof right === 'number') return left + right;
    return typeof left === 'string' || typeof right === 'string' ? String(left) + String(right) : UNKNOWN;
  }
  if (typeof left === 'number' && typeof right === 'number') return foldNumbers(operator, left, right);
  return UNKNOWN;
}

function foldNumbers(operator: string, left: number, right: number): Folded {
  switch (operator) {
    case '-':
      return left - right;
    case '*':
      return left * right;
    case '/':
      return left / right;
    case '|':
      return left | right;
    case '&':
      return left & right;
    case '<<':
      return left << right;
    case '<':
      return left < right;
    case '>':
      return left > right;
    default:
      return UNKNOWN;
  }
}

/** Where the test cannot be told, the branches still may agree; objects of both are taken together. */
export function foldConditional(test: Folded, consequent: () => Folded, alternate: () => Folded): Folded {
  if (isObjectLike(test)) return consequent();
  if (test !== UNKNOWN) return test ? consequent() : alternate();
  const both = [consequent(), alternate()] as const;
  if (both[0] === both[1]) return both[0];
  // Which of the two lists holds is not known: every name in them is possible, and that there are others, too.
  if (Array.isArray(both[0]) && Array.isArray(both[1]))
    return [...new Set<Folded>([...both[0], ...both[1], UNKNOWN])];
  return UNKNOWN;
}

export function foldLogical(operator: string, left: Folded, right: () => Folded): Folded {
  if (left === UNKNOWN) {
    // `unknown ?? []` is a list of which nothing is known; `unknown || {}` an object to be filled.
    const other = operator === '&&' ? UNKNOWN : right();
    if (Array.isArray(other)) return [...other, UNKNOWN];
    return isFoldedObject(other) ? other : UNKNOWN;
  }
  const truthy = isObjectLike(left) || Boolean(left);
  if (operator === '||') return truthy ? left : right();
  if (operator === '&&') return truthy ? right() : left;
  return left === null || left === undefined ? right() : left;
}

/** What a global function that converts values makes of one (`Number(text)`); null for any other function. */
export function foldConversion(name: string, value: Folded): Folded {
  if (name === 'Symbol') return UNKNOWN;
  if (name === 'Boolean') return value === UNKNOWN ? UNKNOWN : isObjectLike(value) || Boolean(value);
  if (typeof value !== 'string' && typeof value !== 'number') return null;
  if (name === 'String') return String(value);
  if (name === 'Number') return Number(value);
  if (name === 'isNaN') return Number.isNaN(Number(value));
  if (name === 'parseInt') return Number.parseInt(String(value), 10);
  return name === 'parseFloat' ? Number.parseFloat(String(value)) : null;
}

const MATH = ['abs', 'ceil', 'floor', 'max', 'min', 'round', 'trunc'] as const;

/** `Number.parseInt(text)`, `Number.isNaN(value)`, `Math.max(value, 0)`; null for other calls of these two. */
export function foldNumberCall(holder: string, method: string, values: readonly Folded[]): Folded {
  const numbers = values.flatMap((one) => (typeof one === 'number' ? [one] : []));
  if (holder === 'Number') {
    if (method === 'isNaN' || method === 'isFinite' || method === 'isInteger')
      return values[0] === UNKNOWN ? UNKNOWN : Number[method](values[0]);
    return /^parse(?:Int|Float)$/.test(method) ? foldConversion(method, values[0]) : null;
  }
  const known = MATH.find((one) => one === method);
  return known && numbers.length === values.length ? Math[known](...(numbers as [number])) : null;
}
