/** Contract -> typed Solid components. One file a component, one shared module, one index. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { stringLiteral } from '../../emit/text.js';
import { memberAccess } from '../../emit/typescript.js';
import { handlerName } from '../jsx-syntax.js';
import { BRIDGE_MODULE } from '../wrapping/link.js';
import type { Habits, Surface } from '../wrapping/surface.js';
import { surfacesOf } from '../wrapping/surface.js';
import type { TagPlace } from '../wrapping/tags.js';
import { tagsFile } from '../wrapping/tags.js';
import type { TaggedComponent, WrappedFile, WrapRequest, WrapResult } from '../wrapping/types.js';
import {
  attributeValue,
  entry,
  modulesOf,
  slotWords,
  writeAllProps,
  writeList,
  writePreamble,
  writeSummary,
  writeTag,
  writeValues,
} from '../wrapping/writing.js';
import { bridgeText } from './bridge.js';

const HABITS: Habits = {
  taken: 'ref children style class classList is slot'.split(' '),
  locals: [],
  handler: handlerName,
  carries: () => 'written',
};

export function wrap(components: readonly Component[], request: WrapRequest): WrapResult {
  const surfaces = surfacesOf(components, HABITS, [BRIDGE_MODULE, 'index']);
  return { files: modulesOf(surfaces, 'tsx', (one) => componentText(one, request), bridgeText()) };
}

const TAGS: TagPlace = {
  imports: "import type { JSX } from 'solid-js';",
  within: ["declare module 'solid-js' {", 'namespace JSX {', 'interface IntrinsicElements {'],
  key: ({ written }) => written,
  tag: 'Omit<JSX.HTMLAttributes<E>, keyof Own> & Own',
};

export function types(tagged: readonly TaggedComponent[]): WrappedFile[] {
  return [tagsFile(tagged, TAGS)];
}

function componentText(surface: Surface, request: WrapRequest): string {
  const { component, name, tag, values, events } = surface;
  const code = new CodeWriter();
  code.line("import { type JSX, splitProps } from 'solid-js';");
  code.line("import { Dynamic } from 'solid-js/web';");
  const presences = values.some((one) => one.attribute?.isPresence) ? ', presence' : '';
  code.line(`import { type Kind, linked, others${presences} } from './${BRIDGE_MODULE}.js';`);
  writePreamble(code, surface, request);
  writeProps(code, surface);
  code.line();
  writeSummary(code, surface, `${tag} as a Solid component.`);
  code.block(`export function ${name}(props: ${name}Props): JSX.Element {`, '}', () => {
    const own = ['ref', ...[...values, ...events].map((one) => one.name)];
    writeList(code, 'const [own, rest] = splitProps(props, [', own.map(stringLiteral), ']);');
    const written = values.filter((one) => one.way === 'written');
    if (written.length > 0) {
      const entries = written.map((one) =>
        entry(one.attribute?.name ?? '', attributeValue(one, memberAccess('own', one.name))),
      );
      writeList(code, 'const attributes = () => ({', entries, '});');
    }
    code.block(`const attach = linked<${name}Element>(`, ');', () => {
      code.line('kind,');
      code.line(`own.ref as (element: ${name}Element) => void,`);
      const assigned = values.filter((one) => one.way === 'assigned');
      const give = (list: string[]) => writeList(code, '() => ({', list, '}),');
      give(assigned.map((one) => entry(one.property ?? '', memberAccess('own', one.name))));
      give(events.map((one) => entry(one.event, memberAccess('own', one.name))));
      if (written.length > 0) code.line('attributes,');
    });
    const handedOn = written.length > 0 ? 'others(rest, attributes)' : 'others(rest)';
    const tagged = [
      `component="${component.extendsTag ?? tag}"`,
      `{...${handedOn}}`,
      ...(component.extendsTag === null ? [] : [`is="${tag}"`]),
      'ref={attach}',
    ];
    writeTag(code, 'return <Dynamic', tagged, '/>;');
  });
  return code.toString();
}

function writeProps(code: CodeWriter, surface: Surface): void {
  const { name, values, events, slots } = surface;
  code.block(`export interface ${name}OwnProps {`, '}', () => {
    writeValues(code, values, events);
    code.doc('Refers to the element.');
    code.line(`ref?: ${name}Element | ((element: ${name}Element) => void) | undefined;`);
    if (slots.length === 0) return;
    code.doc(slotWords(surface));
    code.line('children?: JSX.Element;');
  });
  code.line();
  writeAllProps(code, surface, 'JSX.HTMLAttributes');
}
