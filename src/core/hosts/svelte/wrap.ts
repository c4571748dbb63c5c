/** Contract -> typed Svelte components. One file a component, one shared module, one index. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { stringLiteral } from '../../emit/text.js';
import { propertyKey } from '../../emit/typescript.js';
import { heardBy } from '../wrapping/heard.js';
import { BRIDGE_MODULE } from '../wrapping/link.js';
import type { Habits, Surface } from '../wrapping/surface.js';
import { methodsOf, surfacesOf } from '../wrapping/surface.js';
import type { TagPlace, WrappedFile, WrapRequest } from '../wrapping/types.js';
import {
  attributeEntries,
  deprecation,
  entry,
  propertyEntries,
  taken,
  writeAllProps,
  writeList,
  writePreamble,
  writeSummary,
  writeTag,
  writeValues,
} from '../wrapping/writing.js';
import { bridgeText } from './bridge.js';
import { attributeText } from './syntax.js';

/** A variable of one of these names would hide the rune that goes by it with a dollar sign. */
const RUNES = 'props state derived effect bindable inspect host'.split(' ');

const HABITS: Habits = {
  taken: 'children class style slot element is'.split(' '),
  locals: [
    ...'others link kind handlers attributes initial attach node presence ElementLink'.split(' '),
    ...RUNES,
  ],
  handler: (event) => `on${event.replaceAll(/[^A-Za-z0-9]/g, '').toLowerCase()}`,
  carries: () => 'written',
};

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const surfaces = surfacesOf(components, HABITS, [BRIDGE_MODULE, 'index']);
  const index = new CodeWriter();
  for (const { name, module } of surfaces) {
    const types = ['Element', 'Members', 'Props'].map((one) => `type ${name}${one}`);
    index.line(
      `export { default as ${name}, ${types.join(', ')} } from ${stringLiteral(`./${module}.svelte`)};`,
    );
  }
  return [
    ...surfaces.map((one) => ({ name: `${one.module}.svelte`, text: componentText(one, request) })),
    { name: `${BRIDGE_MODULE}.ts`, text: bridgeText() },
    { name: 'index.ts', text: index.toString() },
  ];
}

const TAGS: TagPlace = {
  imports: "import type { HTMLAttributes } from 'svelte/elements';",
  within: ["declare module 'svelte/elements' {", 'export interface SvelteHTMLElements {'],
  key: ({ written }) => written,
  tag: 'Omit<HTMLAttributes<E & EventTarget>, keyof Own> & Own',
};

export const tagPlace = (): TagPlace => TAGS;

function componentText(surface: Surface, request: WrapRequest): string {
  const { values } = surface;
  const code = new CodeWriter();
  code.block('<script lang="ts" module>', '</script>', () => {
    if (surface.slots.length > 0) code.line("import type { Snippet } from 'svelte';");
    code.line("import type { HTMLAttributes } from 'svelte/elements';");
    const helpers = [
      'ElementLink',
      'type Kind',
      ...(values.some((one) => one.attribute?.isPresence) ? ['presence'] : []),
    ];
    code.line(`import { ${helpers.join(', ')} } from './${BRIDGE_MODULE}.js';`);
    writePreamble(code, surface, request);
    writeProps(code, surface);
  });
  code.line();
  code.block('<script lang="ts">', '</script>', () => writeInstance(code, surface));
  code.line();
  writeMarkup(code, surface);
  return code.toString();
}

function writeProps(code: CodeWriter, surface: Surface): void {
  const { name, slots } = surface;
  writeSummary(code, surface, `Props of ${surface.tag}.`);
  code.block(`export interface ${name}OwnProps {`, '}', () => {
    writeValues(code, surface);
    code.doc('The element itself, to be bound.');
    code.line(`element?: ${name}Element | undefined;`);
    for (const slot of slots) {
      code.doc(slot.item.description ?? (slot.slot === '' ? 'Content of the default slot.' : undefined));
      code.line(`${slot.name}?: Snippet | undefined;`);
    }
  });
  code.line();
  writeAllProps(code, surface, 'HTMLAttributes');
}

function writeInstance(code: CodeWriter, surface: Surface): void {
  const { component, name, values, events, slots } = surface;
  const given = [
    ...values.map((one) => `${taken(one)}${one.pair ? ' = $bindable()' : ''}`),
    ...events.map(taken),
    ...slots.map(taken),
    'element = $bindable()',
    '...others',
  ];
  code.block('let {', `}: ${name}Props = $props();`, () => {
    for (const one of given) code.line(one.startsWith('...') ? one : `${one},`);
  });
  code.line();
  const written = attributeEntries(values, 'written', (one) => one.local);
  code.line(`const link = new ElementLink<${name}Element>(kind);`);
  writeHandlers(code, surface);
  if (written.length > 0) {
    writeList(code, 'const attributes = () => ({', written, '});');
    code.line('// What is there from the start, and on a server; what changes later, the link writes.');
    code.line('const initial: object = attributes();');
  }
  // What packages say their tags are need be no HTMLElement.
  code.block('function attach(node: unknown) {', '}', () => {
    code.line(`element = node as ${name}Element;`);
    code.line('link.attach(element);');
    code.line('return { destroy: () => link.release() };');
  });
  code.block('$effect(() => {', '});', () => {
    if (written.length > 0) code.line('link.write(attributes());');
    writeList(
      code,
      'link.update({',
      propertyEntries(values, (one) => one.local),
      '}, handlers);',
    );
  });
  const locals = [...values, ...events, ...slots].map((one) => one.local);
  for (const method of methodsOf(component, ['element', ...HABITS.locals, ...locals])) {
    const type = `${name}Element[${stringLiteral(method.name)}]`;
    code.line();
    code.doc(method.description, deprecation(method.deprecated));
    code.block(`export function ${method.name}(...args: Parameters<${type}>) {`, '}', () =>
      code.line(`return link.element?.${method.name}(...args);`),
    );
  }
}

/** They stay the same for as long as the component is there, and ask for the prop when the event comes. */
function writeHandlers(code: CodeWriter, surface: Surface): void {
  const heard = heardBy(surface);
  if (heard.length === 0) {
    code.line('const handlers = {};');
    return;
  }
  code.block('const handlers = {', '};', () => {
    for (const { event, type, handler, values } of heard) {
      if (values.length === 0 && handler) {
        code.line(`${entry(event, `(event: ${type}) => ${handler.local}?.(event)`)},`);
        continue;
      }
      code.block(`${propertyKey(event)}(event: ${type}) {`, '},', () => {
        for (const one of values) code.line(`${one.local} = ${one.pair.read};`);
        if (handler) code.line(`${handler.local}?.(event);`);
      });
    }
  });
}

function writeMarkup(code: CodeWriter, { component, tag, values, slots }: Surface): void {
  const name = component.extendsTag ?? tag;
  const attributes = [
    'use:attach',
    // Packages may say of their tags what not every attribute of an element agrees with.
    '{...others as object}',
    ...(component.extendsTag === null ? [] : [`is="${tag}"`]),
    ...(values.some((one) => one.way === 'written') ? ['{...initial}'] : []),
  ];
  if (isVoid(name)) {
    writeTag(code, `<${name}`, attributes, '/>');
    return;
  }
  writeTag(code, `<${name}`, attributes, '>');
  // White space between them would be content of the default slot: comments are none, and are not put out.
  slots.forEach(({ slot, local }, index) => {
    const before = index === 0 ? '  ' : '  -->';
    const after = index === slots.length - 1 ? '' : '<!--';
    const place = `slot="${attributeText(slot)}" style="display: contents"`;
    const content =
      slot === ''
        ? '{@render children?.()}'
        : `{#if ${local}}<span ${place}>{@render ${local}()}</span>{/if}`;
    code.line(before + content + after);
  });
  code.line(`</${name}>`);
}

/** Has the element no content, so that it has no closing tag (HTML 13.1.2)? */
function isVoid(name: string): boolean {
  return 'area base br col embed hr img input link meta source track wbr'.split(' ').includes(name);
}
