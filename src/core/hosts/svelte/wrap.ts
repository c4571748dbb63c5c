/** Contract -> typed Svelte components. One file a component, one shared module, one index. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { freeName, isIdentifier } from '../../emit/names.js';
import { htmlText, stringLiteral } from '../../emit/text.js';
import { propertyKey } from '../../emit/typescript.js';
import { BRIDGE_MODULE } from '../wrapping/link.js';
import type { Habits, Surface } from '../wrapping/surface.js';
import { membersOf, surfacesOf } from '../wrapping/surface.js';
import type { TagPlace } from '../wrapping/tags.js';
import { tagsFile } from '../wrapping/tags.js';
import type { TaggedComponent, WrappedFile, WrapRequest, WrapResult } from '../wrapping/types.js';
import {
  attributeValue,
  deprecation,
  entry,
  taken,
  writeAllProps,
  writeList,
  writePreamble,
  writeSummary,
  writeTag,
  writeValues,
} from '../wrapping/writing.js';
import { bridgeText } from './bridge.js';

/** A variable of one of these names would hide the rune that goes by it with a dollar sign. */
const RUNES = 'props state derived effect bindable inspect host'.split(' ');

const HABITS: Habits = {
  taken: 'children class style slot element is'.split(' '),
  locals: [
    ...'others link kind attributes initial attach node properties presence ElementLink'.split(' '),
    ...RUNES,
  ],
  handler: (event) => `on${event.replaceAll(/[^A-Za-z0-9]/g, '').toLowerCase()}`,
  carries: () => 'written',
};

export function wrap(components: readonly Component[], request: WrapRequest): WrapResult {
  const surfaces = surfacesOf(components, HABITS, [BRIDGE_MODULE, 'index']);
  const index = new CodeWriter();
  for (const { name, module } of surfaces) {
    const types = ['Element', 'Members', 'Props'].map((one) => `type ${name}${one}`);
    index.line(
      `export { default as ${name}, ${types.join(', ')} } from ${stringLiteral(`./${module}.svelte`)};`,
    );
  }
  return {
    files: [
      ...surfaces.map((one) => ({ name: `${one.module}.svelte`, text: componentText(one, request) })),
      { name: `${BRIDGE_MODULE}.ts`, text: bridgeText() },
      { name: 'index.ts', text: index.toString() },
    ],
  };
}

const TAGS: TagPlace = {
  imports: "import type { HTMLAttributes } from 'svelte/elements';",
  within: ["declare module 'svelte/elements' {", 'export interface SvelteHTMLElements {'],
  key: ({ written }) => written,
  tag: 'Omit<HTMLAttributes<E & EventTarget>, keyof Own> & Own',
};

export function types(tagged: readonly TaggedComponent[]): WrappedFile[] {
  return [tagsFile(tagged, TAGS)];
}

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
  const { name, values, events, slots } = surface;
  writeSummary(code, surface, `Props of ${surface.tag}.`);
  code.block(`export interface ${name}OwnProps {`, '}', () => {
    writeValues(code, values, events);
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
  const written = values.filter((one) => one.way === 'written');
  code.line(`const link = new ElementLink<${name}Element>(kind);`);
  if (written.length > 0) {
    const entries = written.map((one) => entry(one.attribute?.name ?? '', attributeValue(one, one.local)));
    writeList(code, 'const attributes = () => ({', entries, '});');
    code.line('// What is there from the start, and on a server; what changes later, the link writes.');
    code.line('const initial = attributes();');
  }
  code.block('function attach(node: HTMLElement) {', '}', () => {
    code.line(`element = node as ${name}Element;`);
    code.line('link.attach(element);');
    code.line('return { destroy: () => link.release() };');
  });
  code.block('$effect(() => {', '});', () => {
    if (written.length > 0) code.line('link.write(attributes());');
    const assigned = values.filter((one) => one.way === 'assigned');
    writeList(
      code,
      'const properties = {',
      assigned.map((one) => entry(one.property ?? '', one.local)),
      '};',
    );
    code.line('link.update(properties, {');
    writeHandlers(code, surface);
    code.line('});');
  });
  const locals = new Set(['element', ...HABITS.locals, ...[...values, ...events].map((one) => one.local)]);
  for (const slot of slots) locals.add(slot.local);
  for (const method of membersOf(component).filter((one) => one.isMethod && isIdentifier(one.name))) {
    if (locals.has(method.name)) continue;
    freeName(method.name, locals);
    const type = `${name}Element[${stringLiteral(method.name)}]`;
    code.line();
    code.doc(method.description, deprecation(method.deprecated));
    code.block(`export function ${method.name}(...args: Parameters<${type}>) {`, '}', () =>
      code.line(`return link.element?.${method.name}(...args);`),
    );
  }
}

function writeHandlers(code: CodeWriter, { values, events }: Surface): void {
  const paired = new Set(values.flatMap((one) => (one.pair ? [one.pair.event] : [])));
  for (const { event, local } of events) if (!paired.has(event)) code.line(`  ${entry(event, local)},`);
  for (const event of paired) {
    const heard = events.find((one) => one.event === event);
    const owners = values.filter((one) => one.pair?.event === event);
    const types = new Set([heard?.type ?? 'Event', ...owners.map((one) => one.pair?.eventType ?? 'Event')]);
    types.delete('Event');
    code.line(`  ${propertyKey(event)}(event: ${[...types].join(' & ') || 'Event'}) {`);
    for (const one of owners) code.line(`    ${one.local} = ${one.pair?.read};`);
    if (heard) code.line(`    ${heard.local}?.(event);`);
    code.line('  },');
  }
}

function writeMarkup(code: CodeWriter, { component, tag, values, slots }: Surface): void {
  const name = component.extendsTag ?? tag;
  const attributes = [
    'use:attach',
    '{...others}',
    ...(component.extendsTag === null ? [] : [`is="${tag}"`]),
    ...(values.some((one) => one.way === 'written') ? ['{...initial}'] : []),
  ];
  writeTag(code, `<${name}`, attributes, '>');
  for (const slot of slots) {
    if (slot.slot === '') code.line('  {@render children?.()}');
    else {
      code.line(`  {#if ${slot.local}}`);
      const place = `slot="${htmlText(slot.slot)}" style="display: contents"`;
      code.line(`    <span ${place}>{@render ${slot.local}()}</span>`);
      code.line('  {/if}');
    }
  }
  code.line(`</${name}>`);
}
