/** Contract -> typed Solid components. One file a component, one shared module, one index. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { htmlText, stringLiteral } from '../../emit/text.js';
import { memberAccess } from '../../emit/typescript.js';
import { handlerName } from '../jsx-syntax.js';
import { writeProps } from '../wrapping/jsx.js';
import { BRIDGE_MODULE } from '../wrapping/link.js';
import type { Habits, Surface, SurfaceSlot, SurfaceValue } from '../wrapping/surface.js';
import { namedSlots, surfacesOf } from '../wrapping/surface.js';
import type { TagPlace, WrappedFile, WrapRequest } from '../wrapping/types.js';
import {
  attributeEntries,
  entry,
  modulesOf,
  propertyEntries,
  writeList,
  writePreamble,
  writeSummary,
  writeTag,
} from '../wrapping/writing.js';
import { bridgeText } from './bridge.js';

const HABITS: Habits = {
  taken: 'ref children style class classList is slot'.split(' '),
  locals: [],
  handler: handlerName,
  carries: () => 'written',
};

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const surfaces = surfacesOf(components, HABITS, [BRIDGE_MODULE, 'index']);
  return modulesOf(surfaces, 'tsx', (one) => componentText(one, request), bridgeText());
}

const TAGS: TagPlace = {
  imports: "import type { JSX } from 'solid-js';",
  within: ["declare module 'solid-js' {", 'namespace JSX {', 'interface IntrinsicElements {'],
  key: ({ written }) => written,
  tag: 'Omit<JSX.HTMLAttributes<E>, keyof Own> & Own',
};

export const tagPlace = (): TagPlace => TAGS;

function componentText(surface: Surface, request: WrapRequest): string {
  const { component, name, tag, values, events } = surface;
  const code = new CodeWriter();
  const show = namedSlots(surface).length > 0 ? 'Show, ' : '';
  code.line(`import { type JSX, ${show}splitProps } from 'solid-js';`);
  code.line("import { Dynamic } from 'solid-js/web';");
  const presences = values.some((one) => one.attribute?.isPresence) ? ', presence' : '';
  code.line(`import { type Kind, linked, others${presences} } from './${BRIDGE_MODULE}.js';`);
  writePreamble(code, surface, request);
  writeProps(code, surface, {
    content: 'JSX.Element',
    attributes: 'JSX.HTMLAttributes',
    reference: ['ref', `${name}Element | ((element: ${name}Element) => void)`],
  });
  code.line();
  writeSummary(code, surface, `${tag} as a Solid component.`);
  code.block(`export function ${name}(props: ${name}Props): JSX.Element {`, '}', () => {
    const named = namedSlots(surface);
    const content = named.length > 0 ? ['children', ...named.map((one) => one.name)] : [];
    const own = ['ref', ...[...values, ...events].map((one) => one.name), ...content];
    writeList(code, 'const [own, rest] = splitProps(props, [', own.map(stringLiteral), ']);');
    const given = (one: SurfaceValue) => memberAccess('own', one.name);
    const written = attributeEntries(values, 'written', given);
    if (written.length > 0) writeList(code, 'const attributes = () => ({', written, '});');
    code.block(`const attach = linked<${name}Element>(`, ');', () => {
      code.line('kind,');
      code.line(`own.ref as (element: ${name}Element) => void,`);
      const handlers = events.map((one) => entry(one.event, memberAccess('own', one.name)));
      for (const list of [propertyEntries(values, given), handlers]) writeList(code, '() => ({', list, '}),');
      if (written.length > 0) code.line('attributes,');
    });
    const handedOn = written.length > 0 ? 'others(rest, attributes)' : 'others(rest)';
    const tagged = [
      `component="${component.extendsTag ?? tag}"`,
      `{...${handedOn}}`,
      ...(component.extendsTag === null ? [] : [`is="${tag}"`]),
      'ref={attach}',
    ];
    if (named.length === 0) writeTag(code, 'return <Dynamic', tagged, '/>;');
    else writeContent(code, tagged, named);
  });
  return code.toString();
}

/** The tag with what is between its ends: children, and the content of each named slot in an element without a box. */
function writeContent(code: CodeWriter, tagged: readonly string[], named: readonly SurfaceSlot[]): void {
  code.block('return (', ');', () => {
    writeTag(code, '<Dynamic', tagged, '>');
    code.line('  {own.children}');
    for (const { name, slot } of named) {
      code.block(`  <Show when={${memberAccess('own', name)}}>`, '  </Show>', () => {
        const place = `slot="${htmlText(slot)}" style="display: contents"`;
        code.line(`  {(content) => <span ${place}>{content()}</span>}`);
      });
    }
    code.line('</Dynamic>');
  });
}
