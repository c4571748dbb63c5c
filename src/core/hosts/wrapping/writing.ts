/** Pieces of TypeScript that the wrappers of several hosts have in common. */

import { isGlobalProperty } from '../../contract/platform.js';
import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { stringLiteral } from '../../emit/text.js';
import { memberAccess, orUndefined, propertyKey } from '../../emit/typescript.js';
import { BRIDGE_MODULE } from './link.js';
import type { Surface, SurfaceValue, Way } from './surface.js';
import { isAttributeName, membersOf, namedSlots } from './surface.js';
import type { WrappedFile, WrapRequest } from './types.js';

/** The tag that a deprecated item's comment has. */
export function deprecation(deprecated: string | true | undefined): string | undefined {
  return deprecated === undefined ? undefined : `@deprecated${deprecated === true ? '' : ` ${deprecated}`}`;
}

/** The comment of a whole wrapper. */
export function writeSummary(code: CodeWriter, { component }: Surface, otherwise: string): void {
  code.doc(component.description ?? component.summary ?? otherwise, deprecation(component.deprecated));
}

/** The statements that bring in the element at once, where that is what was asked for. */
function writeEagerImport(code: CodeWriter, surface: Surface, request: WrapRequest): void {
  const specifier = request.specifiers.get(surface.tag);
  if (request.imports !== 'eager' || specifier === undefined) return;
  const registering = registeringCall(surface.component, () => 'registering');
  if (registering === null) {
    code.line(`import ${stringLiteral(specifier)};`);
    return;
  }
  if (request.untyped.has(surface.tag)) code.line(UNTYPED);
  code.line(`import { ${registering.name} as registering } from ${stringLiteral(specifier)};`);
  code.line();
  code.line(
    `if (typeof customElements !== 'undefined' && !customElements.get(${stringLiteral(surface.tag)})) ${registering.call};`,
  );
}

const UNTYPED = '// @ts-ignore: the module ships no types.';

/**
 * What registers a component whose module does not do so by itself, and the export that it takes; null where importing
 * is enough. `held` writes how that export is called where the call stands.
 */
function registeringCall(
  { tag, registers, registeredBy, exportName }: Component,
  held: (name: string) => string,
): { name: string; call: string } | null {
  if (registers === 'by-call' && registeredBy !== undefined) {
    const [name = '', ...way] = registeredBy.split('.');
    return { name, call: `${[held(name), ...way].join('.')}()` };
  }
  if (registers !== 'never' || exportName === null) return null;
  // Types may say less of the class than that it is an element's.
  const made = `${held(exportName)} as unknown as CustomElementConstructor`;
  return { name: exportName, call: `customElements.define(${stringLiteral(tag)}, ${made})` };
}

/** The constant that tells the shared module about this kind of element. */
function writeKind(code: CodeWriter, surface: Surface, request: WrapRequest): void {
  const specifier = request.imports === 'lazy' ? request.specifiers.get(surface.tag) : undefined;
  const pairs = surface.values.flatMap(({ property, pair }) =>
    property !== null && pair ? [`${propertyKey(property)}: ${stringLiteral(pair.event)}`] : [],
  );
  code.block('const kind: Kind = {', '};', () => {
    code.line(`tag: ${stringLiteral(surface.tag)},`);
    if (pairs.length > 0) code.line(`pairs: { ${pairs.join(', ')} },`);
    if (specifier === undefined) return;
    if (request.untyped.has(surface.tag)) code.line(UNTYPED);
    const registering = registeringCall(surface.component, (name) => memberAccess('module', name));
    const then = registering
      ? `.then((module) => customElements.get(${stringLiteral(surface.tag)}) ?? ${registering.call})`
      : '';
    code.line(`load: () => import(${stringLiteral(specifier)})${then},`);
  });
}

/** What stands before every wrapper: the element's module, its kind, and its types. */
export function writePreamble(code: CodeWriter, surface: Surface, request: WrapRequest): void {
  writeEagerImport(code, surface, request);
  code.line();
  writeKind(code, surface, request);
  code.line();
  writeMembers(code, surface);
  code.line();
}

/** The interface of all that a wrapper takes: its own values and handlers, and the attributes of any element. */
export function writeAllProps(code: CodeWriter, { name }: Surface, attributes: string): void {
  code.block(`export interface ${name}Props`, '', () => {
    code.line(`extends Omit<${attributes}<${name}Element>, keyof ${name}OwnProps>,`);
    code.line(`  ${name}OwnProps {}`);
  });
}

/** The interfaces of what the element offers to scripts, and of the element itself. */
export function writeMembers(code: CodeWriter, { component, name, values }: Surface): void {
  const base = component.extendsTag
    ? `HTMLElementTagNameMap[${stringLiteral(component.extendsTag)}]`
    : 'HTMLElement';
  code.doc(`What ${component.tag} offers to scripts.`);
  code.block(`export interface ${name}Members {`, '}', () => {
    for (const member of membersOf(component)) {
      code.doc(member.description, deprecation(member.deprecated));
      code.line(member.text);
    }
  });
  code.line();
  code.doc('The element itself; what every element has is as the DOM says.');
  // What is read of a paired one is handed to its own type, which may be narrower: `hidden` is more than a flag.
  const narrowed = values
    .flatMap(({ pair, property }) =>
      pair && property !== null && isGlobalProperty(property) ? [property] : [],
    )
    .map(stringLiteral);
  const kept = narrowed.length === 0 ? `keyof ${base}` : `Exclude<keyof ${base}, ${narrowed.join(' | ')}>`;
  code.line(`export type ${name}Element = ${base} & Omit<${name}Members, ${kept}>;`);
}

/** `{ a, 'b-c': d }` */
export function objectOf(entries: readonly string[]): string {
  return entries.length === 0 ? '{}' : `{ ${entries.join(', ')} }`;
}

/** An entry of an object literal: `name`, or `'tide-breach': onTideBreach`. */
export function entry(key: string, value: string): string {
  const written = propertyKey(key);
  return written === value ? value : `${written}: ${value}`;
}

/** Entries of an object literal for the values that are assigned, over an expression for each. */
export function propertyEntries(
  values: readonly SurfaceValue[],
  expression: (value: SurfaceValue) => string,
): string[] {
  return values.flatMap((one) =>
    one.way === 'assigned' && one.property !== null ? [entry(one.property, expression(one))] : [],
  );
}

/** Entries for the values that go as attributes in this way: the value, or that the attribute is there. */
export function attributeEntries(
  values: readonly SurfaceValue[],
  way: Exclude<Way, 'assigned'>,
  expression: (value: SurfaceValue) => string,
  prefix = '',
): string[] {
  return values.flatMap((one) => {
    if (one.way !== way || one.attribute === null) return [];
    const value = expression(one);
    return [entry(prefix + one.attribute.name, one.attribute.isPresence ? `presence(${value})` : value)];
  });
}

/** Declarations of values and handlers as members of an interface of optional properties. */
export function writeValues(code: CodeWriter, { component, values, events, slots }: Surface): void {
  for (const { name, type, item } of values) {
    code.doc(item.description, deprecation(item.deprecated));
    code.line(`${propertyKey(name)}?: ${orUndefined(type)};`);
  }
  for (const { name, type, item } of events) {
    code.doc(item.description, deprecation(item.deprecated));
    code.line(`${propertyKey(name)}?: ${orUndefined(`(event: ${type}) => void`)};`);
  }
  // These pass on with the attributes of any element; what is not observed need not be written anew.
  writeUnobserved(code, component, new Set([...values, ...events, ...slots].map((one) => one.name)));
}

/** Declarations of the attributes that an element reads without observing them, as far as no other goes by the name. */
export function writeUnobserved(
  code: CodeWriter,
  { unobserved = [] }: Component,
  named: ReadonlySet<string>,
  keyOf = (name: string) => name,
): void {
  for (const { name, by } of unobserved) {
    const key = keyOf(name);
    if (by !== 'code' || named.has(key) || !isAttributeName(name) || HOSTS_OWN.test(name)) continue;
    code.doc('Read by the element, which is not told when it changes.');
    code.line(`${propertyKey(key)}?: ${orUndefined('string')};`);
  }
}

/** Names by which hosts mean something else. */
const HOSTS_OWN = /^(?:children|element|ref|key|is|class|style|slot|on.*)$/;

/** `open`, entries with commas, `close`: on one line where that fits, else one line an entry. */
export function writeList(code: CodeWriter, open: string, entries: readonly string[], close: string): void {
  const pad = /[{]$/.test(open) ? ' ' : '';
  const line = open + (entries.length > 0 ? pad + entries.join(', ') + pad : '') + close;
  if (line.length <= 92) code.line(line);
  else {
    code.block(open, close, () => {
      for (const one of entries) code.line(one.startsWith('...') && /^\} = /.test(close) ? one : `${one},`);
    });
  }
}

/** `name`, or `'night-mode': nightMode`, as it stands in a destructuring pattern. */
export function taken({ name, local }: { name: string; local: string }): string {
  return name === local ? name : `${propertyKey(name)}: ${local}`;
}

/** A module for each component, the module that they share, and the index. */
export function modulesOf(
  surfaces: readonly Surface[],
  ending: 'ts' | 'tsx',
  text: (surface: Surface) => string,
  bridge: string,
): WrappedFile[] {
  return [
    ...surfaces.map((one) => ({ name: `${one.module}.${ending}`, text: text(one) })),
    { name: `${BRIDGE_MODULE}.ts`, text: bridge },
    indexFile(surfaces.map((one) => one.module)),
  ];
}

/** A module that exports all others. */
export function indexFile(modules: readonly string[]): WrappedFile {
  const code = new CodeWriter();
  for (const module of modules) code.line(`export * from ${stringLiteral(`./${module}.js`)};`);
  return { name: 'index.ts', text: code.toString() };
}

/** Words about the content that a wrapper takes where the host's content has to name its slot itself. */
export function slotWords(surface: Surface): string {
  const named = namedSlots(surface).map((one) => `slot="${one.slot}"`);
  const has = surface.slots.some((one) => one.slot === '');
  if (named.length === 0) return 'Content of the default slot.';
  return `${has ? 'Content of the default slot; c' : 'C'}hildren with ${named.join(', ')} go to the slot of that name.`;
}

/** A tag with its attributes: on one line where that fits, else one line an attribute. */
export function writeTag(code: CodeWriter, open: string, attributes: readonly string[], close: string): void {
  const line = `${[open, ...attributes].join(' ')}${close.startsWith('/') ? ' ' : ''}${close}`;
  if (line.length <= 92) code.line(line);
  else {
    code.block(open, close, () => {
      for (const one of attributes) code.line(one);
    });
  }
}
