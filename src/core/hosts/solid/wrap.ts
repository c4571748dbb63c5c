/** Contract -> typed Solid components. One file a component, one shared module, one index. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { htmlText, stringLiteral } from '../../emit/text.js';
import { memberAccess } from '../../emit/typescript.js';
import { handlerName } from '../jsx-syntax.js';
import { writeProps } from '../wrapping/jsx.js';
import { BRIDGE_MODULE } from '../wrapping/link.js';
import type { Habits, Surface, SurfaceSlot } from '../wrapping/surface.js';
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
  // By its name alone a property would be set.
  plain: (name) => `attr:${name}`,
  tag: 'Omit<JSX.HTMLAttributes<E>, keyof Own> & Own',
};

export const tagPlace = (): TagPlace => TAGS;

function componentText(surface: Surface, request: WrapRequest): string {
  const { component, name, tag, values, events } = surface;
  const code = new CodeWriter();
  const named = namedSlots(surface);
  code.line(
    named.length > 0 ? "import { type JSX, Show } from 'solid-js';" : "import type { JSX } from 'solid-js';",
  );
  code.line("import { Dynamic } from 'solid-js/web';");
  const presences = values.some((one) => one.attribute?.isPresence) ? ', presence' : '';
  const given = named.length > 0 ? 'isGiven, ' : '';
  code.line(`import { ${given}type Kind, linked${presences} } from './${BRIDGE_MODULE}.js';`);
  writePreamble(code, surface, request);
  writeProps(code, surface, {
    content: 'JSX.Element',
    attributes: 'JSX.HTMLAttributes',
    reference: ['ref', `${name}Element | ((element: ${name}Element) => void)`],
  });
  code.line();
  const hasContent = component.slots.length > 0;
  const content = hasContent ? ['children', ...named.map((one) => one.name)] : [];
  const own = ['ref', ...[...values, ...events].map((one) => one.name), ...content];
  writeList(code, 'const own: readonly string[] = [', own.map(stringLiteral), '];');
  code.line();
  writeSummary(code, surface, `${tag} as a Solid component.`);
  code.block(`export function ${name}(props: ${name}Props): JSX.Element {`, '}', () => {
    const from = (one: { name: string }) => memberAccess('props', one.name);
    code.block(`const rest = linked<${name}Element>(`, ');', () => {
      for (const one of ['kind', 'props', 'own']) code.line(`${one},`);
      const handlers = events.map((one) => entry(one.event, from(one)));
      const written = attributeEntries(values, 'written', from);
      const lists = [propertyEntries(values, from), handlers, ...(written.length > 0 ? [written] : [])];
      for (const list of lists) writeList(code, '() => ({', list, '}),');
    });
    if (named.length > 0) {
      const names = named.map((one) => stringLiteral(one.name));
      writeList(code, 'const isSlotted = isGiven(props, [', names, ']);');
    }
    const tagged = [
      `component="${component.extendsTag ?? tag}"`,
      '{...rest}',
      ...(component.extendsTag === null ? [] : [`is="${tag}"`]),
    ];
    if (hasContent) writeContent(code, tagged, named);
    else writeTag(code, 'return <Dynamic', tagged, '/>;');
  });
  return code.toString();
}

/** The tag with what is between its ends: children, and the content of each named slot in an element without a box. */
function writeContent(code: CodeWriter, tagged: readonly string[], named: readonly SurfaceSlot[]): void {
  code.block('return (', ');', () => {
    writeTag(code, '<Dynamic', tagged, '>');
    if (named.length === 0) code.line('  {props.children}');
    else {
      // Most elements are given no more than children, which cost less by themselves.
      code.block('  {isSlotted ? (', '  ) : (', () => {
        code.line('  <>');
        code.line('    {props.children}');
        for (const { name, slot } of named) {
          code.block(`    <Show when={${memberAccess('props', name)}}>`, '    </Show>', () => {
            const place = `slot="${htmlText(slot)}" style="display: contents"`;
            code.line(`    {(content) => <span ${place}>{content()}</span>}`);
          });
        }
        code.line('  </>');
      });
      code.line('    props.children');
      code.line('  )}');
    }
    code.line('</Dynamic>');
  });
}
