/** A profile as its file holds it: one line for each group of facts that holds no other. */

/** @param {unknown} value */
export function profileText(value) {
  return `${write(value, '')}\n`;
}

function write(value, indent) {
  if (typeof value !== 'object' || value === null || isFlat(value)) return flat(value);
  const inner = `${indent} `;
  if (Array.isArray(value))
    return `[\n${value.map((one) => inner + write(one, inner)).join(',\n')}\n${indent}]`;
  const lines = Object.entries(value).map(
    ([key, one]) => `${inner}${JSON.stringify(key)}: ${write(one, inner)}`,
  );
  return `{\n${lines.join(',\n')}\n${indent}}`;
}

/** Nothing in it holds anything else; an object of many is still easier to read line by line. */
function isFlat(value) {
  const values = Object.values(value);
  return (
    values.length <= 8 && values.every((one) => typeof one !== 'object' || one === null || isSmallList(one))
  );
}

function isSmallList(value) {
  return Array.isArray(value) && value.every((one) => typeof one === 'string');
}

function flat(value) {
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  if (Array.isArray(value)) return `[${value.map(flat).join(', ')}]`;
  const parts = Object.entries(value).map(([key, one]) => `${JSON.stringify(key)}: ${flat(one)}`);
  return parts.length === 0 ? '{}' : `{ ${parts.join(', ')} }`;
}
