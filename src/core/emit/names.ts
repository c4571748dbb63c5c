/** Turning the names of a contract into identifiers of generated code. */

/** The words no binding may be called by in a strict-mode module (ECMA-262, 13.1 and 12.7.2). */
const RESERVED = new Set(
  (
    'arguments await break case catch class const continue debugger default delete do else enum eval export ' +
    'extends false finally for function if implements import in instanceof interface let new null package ' +
    'private protected public return static super switch this throw true try typeof undefined var void while ' +
    'with yield'
  ).split(' '),
);

/** Is `name` an identifier as it stands, in ASCII letters? */
export function isIdentifier(name: string): boolean {
  return /^[A-Za-z_$][\w$]*$/.test(name) && !RESERVED.has(name);
}

/** `tide-gauge`, `tide:gauge`, `tideGauge` -> `TideGauge`. Always an identifier. */
export function pascalCase(name: string): string {
  const joined = words(name)
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('');
  return /^[A-Za-z]/.test(joined) ? joined : `X${joined}`;
}

/** `tide-gauge`, `TideGauge` -> `tideGauge`. Always an identifier. */
export function camelCase(name: string): string {
  const pascal = pascalCase(name);
  const camel = pascal.charAt(0).toLowerCase() + pascal.slice(1);
  return isIdentifier(camel) ? camel : `${camel}Value`;
}

/** `tideGauge`, `TideGauge` -> `tide-gauge`. */
export function kebabCase(name: string): string {
  return name.replaceAll(/([a-z0-9])([A-Z])/g, '$1-$2').toLowerCase();
}

/** Is this name in code made of the tag, as components of hosts are named: `TideGauge` and `tideGauge` of `tide-gauge`? */
export function isNamedAfter(name: string, tag: string): boolean {
  return pascalCase(name) === pascalCase(tag.toLowerCase());
}

/** `wanted`, or `wanted2`, `wanted3`, ... until it is not in `taken`; then it is put there. */
export function freeName(wanted: string, taken: Set<string>): string {
  let name = wanted;
  for (let count = 2; taken.has(name); count += 1) name = `${wanted}${count}`;
  taken.add(name);
  return name;
}

function words(name: string): string[] {
  return name.split(/[^A-Za-z0-9]+/).filter((word) => word !== '');
}
